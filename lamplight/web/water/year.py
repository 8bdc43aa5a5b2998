"""A year of one machine lived four ways: courses, a table, assumptions in place, and the whole as CSV."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

from flask import Response, request
from markupsafe import Markup

from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.year.lived import YearSpread
from lamplight.drawing.scale_year import scale_course
from lamplight.formats.year_csv import write_year
from lamplight.sight.costs import spread_of_prices, unit_prices
from lamplight.sight.water_year import Assumed, WaterYear, water_year
from lamplight.store.stock import money
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import sentence_text
from lamplight.web.water.machine_page import view_of
from lamplight.web.water.views import blueprint

# Figures of the table: their name in a lived year, words, and digits.
FIGURES = (
    ("descales", "descalings", 0), ("filters", "cartridges", 0), ("openings", "openings", 0),
    ("minutes", "your minutes", 0), ("money", "money", 2), ("thrown_l", "litres poured away", 0),
    ("hours_out", "hours out of use", 1), ("most_scale_g", "most scale, g", 1),
)  # fmt: skip
OF_CARE = (
    ("carbonate_dh", "carbonate hardness, °dH"), ("budget_g", "scale that may be there, g"),
    ("descale_minutes", "minutes a descaling"), ("descale_price", "money a descaling"),
    ("hours_out", "hours out of use each"), ("hour_price", "money for an hour of yours"),
    ("water_price", "money for 1 000 L of water"),
)  # fmt: skip
# Of fewer minutes a year nothing is said. Ours, no source.
WORTH_SAYING_MIN = 30
OF_WAYS = (("capacity", "holds, °dH·L"), ("bypass", "bypass, %"), ("months", "months at most"), ("price", "money each"))


@dataclass(frozen=True)
class Cell:
    """A figure of a way: what is likely, and between what it lies."""

    likely: str
    between: str


@dataclass(frozen=True)
class WayShown:
    """One way on the page."""

    lived: YearSpread
    course: Markup
    cells: tuple[Cell, ...]
    now: bool


def _assumed(given: Mapping[str, str]) -> Assumed:
    """What the keeper assumes, out of the address.

    Raises:
        InvalidInput: for what is no number.
    """
    care = {name: forms.optional_rate(given.get(name, ""), words.capitalize()) for name, words in OF_CARE}
    ways: dict[str, dict[str, float]] = {name: {} for name, _ in OF_WAYS}
    for name, words in OF_WAYS:
        for key in ("tank", "jug", "line"):
            value = forms.optional_rate(given.get(f"{name}-{key}", ""), words.capitalize())
            if value is not None:
                ways[name][key] = value / 100 if name == "bypass" else value
    months = {key: round(value) for key, value in ways["months"].items()}
    return Assumed(**care, capacity=ways["capacity"], bypass=ways["bypass"], price=ways["price"], months=months)


def _year(machine_id: int, assumed: Assumed) -> WaterYear:
    today = site().calendar.today(now())
    return water_year(
        view_of(machine_id), today, unit_prices(site().id, today), spread_of_prices(site().id, today), assumed
    )


@blueprint.get("/<int:machine_id>/year")
def year(machine_id: int):  # noqa: ANN201
    view, errors, lived = view_of(machine_id), "", None
    try:
        lived = _year(machine_id, _assumed(request.args))
    except (InvalidInput, MissingReading) as problem:
        errors = str(problem)
        if isinstance(problem, InvalidInput):
            lived = _year(machine_id, Assumed())
    shown = [_shown(way, lived) for way in lived.ways] if lived else []
    code = 422 if errors and lived else 200
    return render(
        "water/year.html", "worktop", code, view=view, lived=lived, ways=shown, error=errors,
        figures=FIGURES, of_care=OF_CARE, of_ways=OF_WAYS, given=request.args, headline=_headline(shown, errors),
        offered=_offered(lived) if lived else {}, currency=money(site().id).currency,
    )  # fmt: skip


def _shown(spread: YearSpread, lived: WaterYear) -> WayShown:
    top = max(way.likely.most_scale_g for way in lived.ways) or 1.0
    way, likely = spread.likely.way, spread.likely
    title = f"{way.title}: {likely.descales} descalings, at most {likely.most_scale_g:.1f} g of scale"
    firsts = [(n, f"{day.day:%b}") for n, day in enumerate(lived.days) if day.day.day == 1]
    cells = tuple(_cell(spread, name, digits) for name, _, digits in FIGURES)
    return WayShown(
        spread, scale_course(likely.scale_g, top, f"way-{way.key}", title, firsts), cells, way.key == lived.fitted
    )


def _cell(spread: YearSpread, name: str, digits: int) -> Cell:
    likely, between = getattr(spread.likely, name), spread.between(name)
    if likely is None or between is None:
        return Cell("?", "no price yet")
    low, high = (f"{value:,.{digits}f}" for value in between)
    return Cell(f"{likely:,.{digits}f}", "" if low == high else f"{low} to {high}")


def _headline(ways: list[WayShown], error: str) -> str:
    if not ways:
        return error
    fewest = min(ways, key=lambda shown: shown.lived.likely.minutes)
    now_lived = next((shown for shown in ways if shown.now), ways[0])
    if fewest is now_lived:
        return "As it is now takes the fewest of your minutes."
    saved = now_lived.lived.likely.minutes - fewest.lived.likely.minutes
    if saved < WORTH_SAYING_MIN:
        return "As it is now takes about the fewest of your minutes."
    return f"{sentence_text(fewest.lived.likely.way.title)} would spare you {saved:.0f} minutes a year."


def _offered(lived: WaterYear) -> dict[str, str]:
    """What each field shows where the keeper assumes nothing."""
    terms = lived.terms
    offered = {
        "carbonate_dh": f"{lived.carbonate_dh:.1f}", "descale_minutes": f"{terms.descale_minutes:g}",
        "descale_price": "" if terms.descale_price is None else f"{terms.descale_price:.2f}",
        "hours_out": f"{terms.descale_hours:g}", "hour_price": f"{terms.hour_price:g}",
        "water_price": f"{terms.water_price:g}",
    }  # fmt: skip
    for spread in lived.ways:
        way = spread.likely.way
        if way.cartridge:
            offered[f"capacity-{way.key}"] = f"{way.cartridge.capacity_dh_l:g}"
            offered[f"bypass-{way.key}"] = f"{100 * way.cartridge.bypass:g}"
            offered[f"months-{way.key}"] = f"{way.cartridge.months}"
            offered[f"price-{way.key}"] = "" if way.price is None else f"{way.price:.2f}"
    return offered


@blueprint.get("/<int:machine_id>/year.csv")
def year_csv(machine_id: int):  # noqa: ANN201
    try:
        lived = _year(machine_id, _assumed(request.args))
    except (InvalidInput, MissingReading) as problem:
        return Response(f"{problem}\n", 422, mimetype="text/plain")
    body = write_year(lived.ways, [day.day for day in lived.days])
    name = f"water-year-{_today():%Y-%m-%d}.csv"
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(body, content_type="text/csv; charset=utf-8", headers=headers)


def _today() -> date:
    return site().calendar.today(now())
