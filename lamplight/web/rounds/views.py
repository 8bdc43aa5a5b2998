"""The round: setting out, from stop to stop, the bag, and the sheet to print."""

from __future__ import annotations

from flask import Blueprint, abort, flash, redirect, request, url_for

from lamplight.actions.care import mark_done
from lamplight.actions.closing import close_machine
from lamplight.actions.rounds import note_in_round, set_out
from lamplight.core.errors import InvalidInput
from lamplight.sight.closing import stop_touch
from lamplight.sight.machine_views import machine_views
from lamplight.sight.round_times import time_for_it
from lamplight.sight.rounds import RoundView, round_view
from lamplight.store.rounds import RoundEvent, RoundRow, open_round
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.closing.views import touched
from lamplight.web.here import actor, keeper_id, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.rounds.model import round_model
from lamplight.web.sent_later import sent_later
from lamplight.web.today.views import chosen_job, minutes_asked

blueprint = Blueprint("rounds", __name__, template_folder="templates")


def current_round() -> RoundView:
    """The round of who is here, as it stands."""
    return round_view(site(), machine_views(site(), now()), now(), keeper_id(), minutes_asked())


def _own() -> RoundRow | None:
    return open_round(site().id, keeper_id())


@blueprint.get("/round")
def walk():  # noqa: ANN201
    if _own() is None:
        return see_other("today.page")
    return _walk()


def _walk(code: int = 200, error: str = ""):  # noqa: ANN202
    seen = current_round()
    touch = stop_touch(site(), seen, now(), keeper_id())
    return render("rounds/walk.html", "worktop", code, round=round_model(seen, touch), error=error, taken=touched())


@blueprint.post("/round")
def begin():  # noqa: ANN201
    try:
        until = time_for_it(site(), now(), keeper_id(), minutes_asked())
        set_out(site(), until, actor())
    except InvalidInput as problem:
        flash(str(problem))
        return see_other("today.page")
    return see_other("rounds.walk")


@blueprint.post("/round/<int:round_id>/<word>")
def note(round_id: int, word: str):  # noqa: ANN201
    """Something happened on the round: a job is skipped or taken up again, or it ends."""
    own = _own()
    if own is None or own.id != round_id:
        flash("That round is over. Set out anew from Today.")
        return see_other("today.page")
    kinds = {"skip": RoundEvent.SKIPPED, "take-up": RoundEvent.TAKEN_UP, "at": RoundEvent.AT, "end": RoundEvent.ENDED}
    if word not in kinds:
        abort(404)
    texts = request.form.getlist("job") or request.form.getlist("machine") or [""]
    if kinds[word] is not RoundEvent.ENDED and texts == [""]:
        return _walk(422, "Choose what it is about first.")
    note_in_round(round_id, kinds[word], actor(), texts)
    if kinds[word] is RoundEvent.ENDED:
        flash("The round is over. What is left stands on Today.")
        return see_other("today.page")
    return see_other("rounds.walk")


@blueprint.post("/round/done")
def done():  # noqa: ANN201
    """Things of the stop were ticked: those that are marked, or all where none is."""
    jobs = request.form.getlist("job") or request.form.getlist("offered")
    try:
        count = mark_done([chosen_job(job) for job in jobs], now(), actor())
    except InvalidInput as problem:
        if _own() is None:
            raise  # no round is open that could be shown with it
        return _walk(422, str(problem))
    flash(f"{count} job{'s' if count != 1 else ''} written down as done.")
    return redirect(same_site(request.form.get("next", ""), url_for("rounds.walk")), 303)


@blueprint.post("/round/touch/<int:machine_id>")
def touch(machine_id: int):  # noqa: ANN201
    """All that is done at a stop, or what is marked of it, with what it took."""
    marked = [job.partition(":")[2] for job in request.form.getlist("job") if job.partition(":")[0] == str(machine_id)]
    try:
        entry = close_machine(site(), machine_id, [*request.form.getlist("item"), *marked], actor(), at_stop=True)
    except InvalidInput as problem:
        if _own() is None:
            raise  # no round is open that could be shown with it
        return _walk(422, str(problem))
    if entry is None:
        flash("That was done already, and counts once.")
    back = url_for("today.page" if _own() is None else "rounds.walk", touched=entry)
    return redirect(back, 303)


@blueprint.post("/round/bag")
def pack():  # noqa: ANN201
    """What is packed: the lines that are marked, and those that no longer are."""
    own = _own()
    if own is None and sent_later():
        flash("That round is over. Set out anew from Today.")  # what was packed for it is unpacked by now
        return see_other("today.page")
    if own is None:
        until = time_for_it(site(), now(), keeper_id(), minutes_asked())
        set_out(site(), until, actor())
        own = _own()
    assert own is not None
    wanted = set(request.form.getlist("line"))
    offered = set(request.form.getlist("shown"))
    note_in_round(own.id, RoundEvent.PACKED, actor(), sorted(wanted - own.packed))
    note_in_round(own.id, RoundEvent.UNPACKED, actor(), sorted((offered & own.packed) - wanted))
    return redirect(same_site(request.form.get("next", ""), url_for("rounds.walk")), 303)


@blueprint.get("/round/sheet")
def sheet():  # noqa: ANN201
    return render("rounds/sheet.html", "worktop", round=round_model(current_round()))
