"""Water: tests of what comes in, cartridges, and what they mean for each machine."""

from __future__ import annotations

from datetime import datetime

from flask import Blueprint, abort, flash, request

from lamplight.actions.machine_views import machine_view, machine_views
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge
from lamplight.core.errors import InvalidInput, about
from lamplight.core.water.cartridge import USUAL_MONTHS, Cartridge, Resin
from lamplight.core.water.hardness import UNITS
from lamplight.store.waters import MAINS, installations, water_tests
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.paging import paged
from lamplight.web.rendering import actor, see_other, site
from lamplight.web.rendering import page as render
from lamplight.web.water.model import SHORT, machine_waters, test_lines

blueprint = Blueprint("water", __name__, url_prefix="/water", template_folder="templates")


@blueprint.get("")
def page():  # noqa: ANN201
    return _show()


def _show(errors=None):  # noqa: ANN001, ANN202
    here = site()
    views = machine_views(here, now())
    part = paged(sorted(views, key=lambda view: view.row.name.lower()), request.values.get("first", ""))
    tests = test_lines(water_tests())
    return render(
        "water/page.html", "worktop", 422 if errors else 200, tests=tests,
        machines=machine_waters(part.items, installations()), part=part, units=[(unit, SHORT[unit]) for unit in UNITS],
        sources=sorted({MAINS, *(line.row.source for line in tests)}), errors=errors or {},
        form=request.form if errors else {}, today=here.calendar.today(now()),
    )  # fmt: skip


@blueprint.post("/tests")
def test():  # noqa: ANN201
    here, form = site(), request.form
    try:
        with about("day"):
            day = forms.day(form.get("day", ""), "The day of the test")
        with about("total"):
            total = forms.optional_rate(form.get("total", ""), "The total hardness")
        with about("carbonate"):
            carbonate = forms.optional_rate(form.get("carbonate", ""), "The carbonate hardness")
        typed = TypedTest(form.get("source", ""), day, total, carbonate, form.get("unit", "dH"))
        taken = add_water_test(here.id, typed, here.calendar.today(now()), actor())
    except InvalidInput as problem:
        return _show(forms.placed(problem, ("source", "day", "total", "carbonate"), "total"))
    flash(f"The test is noted, and every date was worked out anew. {taken.assumed}".strip())
    return see_other("water.page")


@blueprint.post("/<int:machine_id>/filter")
def fit(machine_id: int):  # noqa: ANN201
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    form = request.form
    try:
        install_cartridge(view.row, _typed_cartridge(form), _installed_at(form.get("at", "")), actor())
    except InvalidInput as problem:
        return _show({f"filter-{machine_id}": str(problem)})
    flash("The filter is noted.")
    return see_other("water.page")


def _typed_cartridge(form) -> Cartridge | None:  # noqa: ANN001
    if form.get("do") == "out":
        return None
    capacity = forms.optional_rate(form.get("capacity", ""), "The capacity")
    if capacity is None:
        raise InvalidInput("Say what the cartridge holds, in °dH·L: its litres at 10 °dH times ten.")
    bypass = forms.optional_rate(form.get("bypass", ""), "The bypass") or 0.0
    months = forms.count(form.get("months", "") or str(USUAL_MONTHS), "Months")
    resin = Resin(form["resin"]) if form.get("resin") in set(Resin) else Resin.DECARBONISING
    return Cartridge(capacity, bypass / 100, 0.0, resin, months)


def _installed_at(text: str) -> datetime:
    if not text.strip():
        return now()
    calendar = site().calendar
    day = forms.day(text, "The day it was fitted")
    return now() if day == calendar.today(now()) else calendar.opening(day)
