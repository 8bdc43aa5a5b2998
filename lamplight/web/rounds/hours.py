"""The hours for the machines, and how far it is between them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import combinations

from flask import Blueprint, flash, request

from lamplight.actions.hours import add_keeper_absence, add_slots, remove_slot, save_ways, say_minutes
from lamplight.core.errors import InvalidInput, about
from lamplight.core.site.calendar import WEEKDAYS
from lamplight.core.site.slots import WeekSlot, slots_on
from lamplight.drawing.week_hours import week_hours
from lamplight.store.rights import keeper_names
from lamplight.store.rounds import keeper_absences, ways, week_slots
from lamplight.store.sites import machines
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("hours", __name__, template_folder="templates")
# More pairs than these nobody fills in; the others count as usual.
MOST_PLACES = 8


@blueprint.get("/hours")
def page():  # noqa: ANN201
    return _show()


def _show(code: int = 200, errors: Mapping[str, str] | None = None):  # noqa: ANN202
    here = site()
    said = week_slots(here.id)
    today = here.calendar.today(now())
    usual = slots_on(here.calendar.open_day_from(today), here.calendar, ())
    places = sorted({row.place for row in machines(here.id) if row.place})
    known, names = ways(here.id), keeper_names(here.id)
    pairs = [(one, other, _minutes(known.seconds, one, other)) for one, other in _pairs(known.home, places)]
    return render(
        "rounds/hours.html", "worktop", code, said=said, drawing=week_hours(said, names) if said else "",
        alike=_alike(said), usual=usual, weekdays=WEEKDAYS, places=places, home=known.home,
        pairs=pairs, errors=errors or {}, form=request.form, names=names,
        away=[row for row in keeper_absences(here.id) if row.away.last >= today],
    )  # fmt: skip


def _alike(said: Sequence[WeekSlot]) -> list[list[WeekSlot]]:
    """The same hours of the same keeper on several days, together."""
    found: dict[tuple[int, int, int | None], list[WeekSlot]] = {}
    for slot in said:
        found.setdefault((slot.start_minute, slot.end_minute, slot.keeper), []).append(slot)
    return list(found.values())


def _pairs(home: str, places: list[str]) -> list[tuple[str, str]]:
    all_places = sorted({*places, *([home] if home else [])})
    return list(combinations(all_places[:MOST_PLACES], 2))


def _minutes(seconds: Mapping[tuple[str, str], int], one: str, other: str) -> str:
    found = seconds.get((one, other), seconds.get((other, one)))
    return "" if found is None else f"{found / 60:g}"


@blueprint.post("/hours")
def add():  # noqa: ANN201
    form = request.form
    try:
        span = forms.hours(form.get("from", ""), form.get("to", ""))
        days = [int(day) for day in form.getlist("days") if day in tuple("0123456")]
        keeper = forms.row_number(form.get("keeper", "")) if form.get("keeper") else None
        add_slots(site(), days, span.opens_minute, span.closes_minute, keeper, actor())
    except InvalidInput as problem:
        return _show(422, forms.placed(problem, ("days", "from", "keeper"), "from"))
    flash("The hours are noted. Rounds and plan go by them.")
    return see_other("hours.page")


@blueprint.post("/hours/minutes")
def minutes():  # noqa: ANN201
    """How many minutes a day there are, said on the page of the only machine."""
    try:
        say_minutes(site(), forms.row_number(request.form.get("minutes", "")) or 0, actor())
    except InvalidInput as problem:
        return _show(422, {"slot": str(problem)})
    return see_other("today.page")


@blueprint.post("/hours/remove")
def remove():  # noqa: ANN201
    try:
        numbers = [forms.row_number(part) for part in request.form.get("slot", "").split("-")]
        weekday, start, end, keeper = [*numbers, None, None, None, None][:4]
        if weekday is None or start is None or end is None:
            raise InvalidInput("Those hours are gone already.")
        remove_slot(site(), WeekSlot(weekday, start, end, keeper), actor())
    except InvalidInput as problem:
        return _show(422, {"slot": str(problem)})
    return see_other("hours.page")


@blueprint.post("/hours/ways")
def save():  # noqa: ANN201
    form, here = request.form, site()
    try:
        minutes = {}
        for one, other in zip(form.getlist("one"), form.getlist("other"), strict=False):
            typed = form.get(f"way {one} {other}", "")
            minutes[one, other] = forms.optional_rate(typed, f"From {one} to {other} it")
        save_ways(here, form.get("home", ""), minutes, actor())
    except InvalidInput as problem:
        return _show(422, {"way": str(problem)})
    flash("The ways are noted.")
    return see_other("hours.page")


AWAY_FIELDS = ("away_keeper", "stand_in", "away_first", "away_last", "away_label")


@blueprint.post("/hours/away")
def away():  # noqa: ANN201
    """A keeper is away, and somebody stands in."""
    form = request.form
    try:
        with about("away_first"):
            first = forms.day(form.get("away_first", ""), "The first day away")
        with about("away_last"):
            last = forms.day(form.get("away_last", "") or form.get("away_first", ""), "The last day away")
        keeper = forms.row_number(form.get("away_keeper", "")) or 0
        typed = form.get("stand_in", "")
        stand_in = (forms.row_number(typed) or 0) if typed else None
        add_keeper_absence(site(), keeper, first, last, stand_in, form.get("away_label", ""), actor())
    except InvalidInput as problem:
        return _show(422, forms.placed(problem, AWAY_FIELDS, "away_first"))
    flash("The absence is noted. The plan goes by it.")
    return see_other("hours.page")
