"""Today: the machines on the edge, and what to do, with what, in which order."""

from __future__ import annotations

from flask import Blueprint, abort, flash, redirect, request, url_for

from lamplight.actions.care import mark_done
from lamplight.actions.looks import tell_look
from lamplight.core.errors import InvalidInput
from lamplight.drawing.looks import look_picture
from lamplight.sight.closing import left_to_close, stop_touch
from lamplight.sight.machine_views import machine_view, machine_views, still_to_look_at
from lamplight.sight.plan import agenda_of
from lamplight.sight.rounds import round_view
from lamplight.sight.shelves import SOON_DAYS, lacking_soon
from lamplight.store.rounds import week_slots
from lamplight.store.sites import MachineRow, machine
from lamplight.store.whereabouts import site_of_machine, site_then
from lamplight.web import forms
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.closing.views import touched
from lamplight.web.here import actor, keeper_id, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.rounds.model import TIMES, next_slot_words, round_model
from lamplight.web.sent_later import sent_later
from lamplight.web.today.home import home_model
from lamplight.web.today.model import today_model

blueprint = Blueprint("today", __name__, template_folder="templates")
# What is told beside the round is told of so many machines, the most urgent.
MOST_LISTED = 48
# Of more machines what is to be ordered is told under Supplies alone.
MOST_RECKONED = 20


@blueprint.get("/")
def page():  # noqa: ANN201
    views = machine_views(site(), now())
    return _show(views) if views else see_other("machines.add")


def _show(views, code: int = 200, error: str = "", ticked=(), done_at: str = ""):  # noqa: ANN001, ANN202
    here = site()
    given = {"error": error, "ticked": ticked, "done_at": done_at, "today": here.calendar.today(now())}
    few = len(views) <= MOST_RECKONED
    given["lacking"] = lacking_soon(here, views, now(), SOON_DAYS) if few else []
    given["to_close"] = left_to_close(here, views, now(), keeper_id()) if few else ()
    minutes = minutes_asked()
    seen = round_view(here, views, now(), keeper_id(), minutes)
    alone = len(views) == 1
    touch = stop_touch(here, seen, now(), keeper_id()) if alone else given["to_close"]
    round_ = round_model(seen, touch)
    if alone:
        model = today_model(views, here.calendar, now())
        home = home_model(views[0], agenda_of(here, now()), seen, now(), week_slots(here.id))
        given |= {"round": round_, "line": round_.first, "minutes": minutes, "stand": model.stands[0], "home": home}
        given["taken"] = touched()
        return render("today/home.html", "worktop", code, model=model, picture=look_picture, **given)
    given["model"] = today_model(views[:MOST_LISTED], here.calendar, now(), drawn=not round_.lines)
    given |= {
        "unseen": still_to_look_at(views),
        "round": round_,
        "minutes": minutes,
        "times": TIMES,
        "next_slot": next_slot_words(seen),
    }
    return render("today/round.html", "worktop", code, **given)


def minutes_asked() -> int | None:
    """How much time there is by the address; None where it says nothing that can be.

    What cannot be is left out rather than refused: it is only looked at.
    """
    wanted = forms.row_number(request.values.get("minutes", ""))
    return wanted if wanted is not None and 5 <= wanted <= 600 else None


def chosen_job(job: str) -> tuple[MachineRow, str]:
    """A machine and an item's key from one word of a form.

    Raises:
        InvalidInput: when there is no such machine.
    """
    word, _, item = job.partition(":")
    machine_id = forms.row_number(word) or 0
    row = machine(site().id, machine_id)
    if row is None and sent_later() and site_then(machine_id, now()) == site().id:
        row = machine(site_of_machine(machine_id) or 0, machine_id)  # it went to another site since
    if row is None:
        raise InvalidInput("That machine is no longer there. Load the page again.")
    return row, item


@blueprint.post("/looks/<int:machine_id>/<key>")
def look(machine_id: int, key: str):  # noqa: ANN201
    """What was seen at a machine of which nobody knows when anything was done."""
    view = machine_view(site(), machine_id, now())
    if view is None or view.row.retired:
        abort(404)
    try:
        flash(tell_look(view, key, request.form.get("seen") == "well", actor()))
    except InvalidInput as problem:
        return _show(machine_views(site(), now()), 422, str(problem))
    return see_other("today.page")


@blueprint.post("/done")
def done():  # noqa: ANN201
    """Several jobs were done."""
    jobs = request.form.getlist("job")
    typed = request.form.get("at", "").strip()
    try:
        at = forms.moment(request.form, "at", "The time it was done", site().calendar) if typed else now()
        count = mark_done([chosen_job(job) for job in jobs], at, actor())
    except InvalidInput as problem:
        return _show(machine_views(site(), now()), 422, str(problem), jobs, typed)
    flash(f"{count} job{'s' if count != 1 else ''} written down as done.")
    return redirect(same_site(request.form.get("next", ""), url_for("today.page")), 303)
