"""The water bench: the slide rule, tests of what comes in, and the way from tap to cup of each machine."""

from __future__ import annotations

from collections.abc import Mapping

from flask import Blueprint, flash, request

from lamplight.actions.water import TypedTest, add_water_test
from lamplight.core.bounds import DEGREES
from lamplight.core.errors import InvalidInput, about
from lamplight.core.water.hardness import UNITS
from lamplight.core.water.tested import TestWay, hardness_read
from lamplight.sight.cupboard import products
from lamplight.sight.looking import look_into
from lamplight.sight.machine_views import machine_views
from lamplight.sight.water_story import water_story
from lamplight.store.stock import uses_by_machine
from lamplight.store.waters import MAINS, water_tests
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.paging import paged
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.water.model import SHORT, headline, in_unit, machine_line, rule_of, sources_of

blueprint = Blueprint("water", __name__, url_prefix="/water", template_folder="templates")
FIELDS = ("source", "day", "total", "carbonate", "ph", "celsius", "tds", "calcium", "way")
WAYS = (("number", "a number"), ("strip", "fields of a strip"), ("drops", "drops"))
# Where nothing was tested yet the cursor stands here, so that there is one to move.
UNTESTED_DH = 14.0


@blueprint.get("")
def page():  # noqa: ANN201
    return _show(request.args)


def _show(form: Mapping[str, str], errors: Mapping[str, str] | None = None):  # noqa: ANN202
    here = site()
    views = machine_views(here, now())
    part = paged(sorted(views, key=lambda view: view.row.name.lower()), request.values.get("first", ""))
    look_into(part.items)
    known, uses = products(), uses_by_machine([view.row.id for view in part.items])
    lines = [machine_line(water_story(view, uses.get(view.row.id, ()), known)) for view in part.items]
    sources = sources_of(water_tests(here.id), here.calendar.today(now()))
    main = next((one for one in sources if one.name == MAINS), sources[0] if sources else None)
    unit = form.get("unit", "dH") if form.get("unit", "dH") in UNITS else "dH"
    at = _asked(form, unit)
    if at is None:
        at = main.newest.total if main else UNTESTED_DH
    return render(
        "water/page.html", "worktop", 422 if errors else 200, sources=sources, lines=lines, part=part,
        units=[(one, SHORT[one]) for one in UNITS], ways=WAYS, errors=errors or {}, form=form, unit=unit, at=at,
        total=form.get("total") or in_unit(at, unit), headline=headline(main, lines), main=main,
        rule=rule_of(at, main.newest if main else None, part.items), today=here.calendar.today(now()),
    )  # fmt: skip


def _asked(form: Mapping[str, str], unit: str) -> float | None:
    """The hardness at which the cursor was asked to stand; None where none, or none that there is."""
    way = TestWay(form["way"]) if form.get("way") in set(TestWay) else TestWay.NUMBER
    try:
        typed = forms.optional_rate(form.get("total", ""), "The total hardness")
        read = None if typed is None else hardness_read(way, typed, unit).dh
    except InvalidInput:
        return None
    return read if read is not None and read <= DEGREES.largest else None


@blueprint.post("/tests")
def test():  # noqa: ANN201
    here, form = site(), request.form
    if form.get("do") == "look":
        return _show(form)
    try:
        with about("day"):
            day = forms.day(form.get("day", ""), "The day of the test")
        numbers = {}
        for name, words in (
            ("total", "The total hardness"), ("carbonate", "The carbonate hardness"), ("ph", "The pH"),
            ("celsius", "The temperature"), ("tds", "Dissolved solids"), ("calcium", "Calcium hardness"),
        ):  # fmt: skip
            with about(name):
                numbers[name] = forms.optional_rate(form.get(name, ""), words)
        typed = TypedTest(
            form.get("source", ""), day, numbers["total"], numbers["carbonate"], form.get("unit", "dH"),
            form.get("way", "number"), numbers["ph"], numbers["celsius"], numbers["tds"], numbers["calcium"],
        )  # fmt: skip
        taken = add_water_test(here.id, typed, here.calendar.today(now()), actor())
    except InvalidInput as problem:
        return _show(form, forms.placed(problem, FIELDS, "total"))
    flash(f"The test is noted, and every date was worked out anew. {taken.assumed}".strip())
    return see_other("water.page")
