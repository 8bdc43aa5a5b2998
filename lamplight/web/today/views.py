"""Today: the machines on the edge, and what to do, with what, in which order."""

from __future__ import annotations

from flask import Blueprint, flash, redirect, request, url_for

from lamplight.actions.care import mark_done
from lamplight.actions.machine_views import machine_views
from lamplight.core.errors import InvalidInput
from lamplight.store.sites import MachineRow, machine
from lamplight.web import forms
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.rendering import actor, see_other, site
from lamplight.web.rendering import page as render
from lamplight.web.today.model import today_model

blueprint = Blueprint("today", __name__, template_folder="templates")


@blueprint.get("/")
def page():  # noqa: ANN201
    here = site()
    views = machine_views(here, now())
    return _show(views) if views else see_other("machines.add")


def _show(views, code: int = 200, error: str = "", ticked=(), done_at: str = ""):  # noqa: ANN001, ANN202
    model = today_model(views, site().calendar, now())
    return render("today/page.html", "worktop", code, model=model, error=error, ticked=ticked, done_at=done_at)


def chosen_job(job: str) -> tuple[MachineRow, str]:
    """A machine and an item's key from one word of a form.

    Raises:
        InvalidInput: when there is no such machine.
    """
    machine_id, _, item = job.partition(":")
    row = machine(site().id, forms.row_number(machine_id) or 0)
    if row is None:
        raise InvalidInput("That machine is no longer there. Load the page again.")
    return row, item


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
