"""Closing the day: one sheet, one ring a machine."""

from __future__ import annotations

from flask import Blueprint, flash, redirect, request, url_for

from lamplight.actions.closing import close_machine
from lamplight.core.care.first import not_known
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right
from lamplight.sight.closing import closings
from lamplight.sight.machine_views import machine_views
from lamplight.store.logbook import EntryRow, entry
from lamplight.store.sites import machine
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.closing.model import TAKE_BACK, closing_model
from lamplight.web.forms import row_number
from lamplight.web.here import actor, keeper_id, site
from lamplight.web.rendering import page as render

# Of more machines what nobody knows is not counted.
MOST_COUNTED = 48
blueprint = Blueprint("closing", __name__, url_prefix="/close", template_folder="templates")


@blueprint.get("/")
def page():  # noqa: ANN201
    return _show()


def _show(code: int = 200, error: str = "", machine_id: int | None = None, marked=()):  # noqa: ANN001, ANN202
    views = machine_views(site(), now())
    here = closings(site(), views, now(), keeper_id())
    unknown = not_known(due for view in views[:MOST_COUNTED] for due in view.status.dues)
    model = closing_model(here, site().calendar, now(), keeper_id(), unknown)
    return render("closing/page.html", "worktop", code, model=model, error=error, wrong=machine_id, marked=marked)


def touched() -> EntryRow | None:
    """What one touch just wrote down, by the address, for as long as it can be taken back there."""
    number = row_number(request.args.get("touched", ""))
    row = entry(number) if number is not None else None
    if row is None or row.undone_at is not None or row.keeper_id != keeper_id() or row.kind not in ("done", "close"):
        return None
    here = machine(site().id, row.machine_id) if row.machine_id is not None else None
    return row if here is not None and now() - row.at < TAKE_BACK else None


@blueprint.post("/<int:machine_id>")
def done(machine_id: int):  # noqa: ANN201
    """A machine was closed: all that its ring names, or what was marked."""
    actor().needs(Right.DO)
    items = request.form.getlist("item")
    try:
        closed = close_machine(site(), machine_id, items, actor())
    except InvalidInput as problem:
        return _show(422, str(problem), machine_id, items)
    if closed is None:
        flash("That was done already, and counts once.")
    return redirect(same_site(request.form.get("next", ""), url_for("closing.page", _anchor=f"m{machine_id}")), 303)
