"""The shopping list: what to order within a horizon, in the cheapest packs; on paper, as CSV, and as ordered."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from flask import Response, flash, request

from lamplight.actions.stock import order_stock
from lamplight.core.care.first import not_known, not_known_words
from lamplight.core.errors import InvalidInput
from lamplight.core.stock.reorder import Bought
from lamplight.core.words import units_in_words
from lamplight.formats.shopping_csv import write_shopping
from lamplight.sight.machine_views import machine_views
from lamplight.sight.shelves import MOST_MACHINES, ToBuy, shelves, shopping
from lamplight.store.database import database
from lamplight.store.stock import money
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.supplies.views import blueprint

USUAL_DAYS, MOST_DAYS = 30, 120
HORIZONS = (14, 30, 60, 90)


def _days(given: Mapping[str, str]) -> int:
    typed = given.get("days", "")
    return (
        min(MOST_DAYS, max(1, int(typed))) if typed.isascii() and typed.isdecimal() and len(typed) < 5 else USUAL_DAYS
    )


def _list(days: int) -> tuple[list[ToBuy], date]:
    here = site()
    today = here.calendar.today(now())
    return shopping(shelves(here, machine_views(here, now()), now()), today, days), today


def _units(line: ToBuy) -> float:
    return line.bought.units if line.bought else line.wanted


def _row(line: ToBuy) -> tuple[str, str, float, Bought | None, date | None]:
    product, cover = line.shelf.product, line.shelf.cover
    return product.title, product.unit, line.wanted, line.bought, cover.order_by if cover else None


@blueprint.get("/list")
def to_buy():  # noqa: ANN201
    return _show(request.args)


def _show(form: Mapping[str, str], error: str = ""):  # noqa: ANN202
    days = _days(form)
    lines, today = _list(days)
    known = [line.bought.price for line in lines if line.bought]
    return render(
        "supplies/list.html", "worktop", 422 if error else 200, lines=lines, days=days, horizons=HORIZONS, today=today,
        words=units_in_words, units=_units, total=sum(known), unpriced=len(lines) - len(known), form=form, error=error,
        money=money(site().id), headline=_headline(lines, days),
    )  # fmt: skip


def _headline(lines: Sequence[ToBuy], days: int) -> str:
    if not lines:
        views = machine_views(site(), now())[:MOST_MACHINES]
        unknown = not_known_words(sum(not_known(view.status.dues) for view in views))
        return f"What to buy is not known: {unknown}." if unknown else f"Nothing to buy for the next {days} days."
    now_wanted = sum(line.now for line in lines)
    return f"{len(lines)} thing{'s' if len(lines) != 1 else ''} for {days} days, {now_wanted} of them cannot wait."


@blueprint.get("/list.csv")
def list_csv():  # noqa: ANN201
    lines, today = _list(_days(request.args))
    headers = {"Content-Disposition": f'attachment; filename="shopping-{today:%Y-%m-%d}.csv"'}
    rows = [_row(line) for line in lines]
    return Response(write_shopping(rows), content_type="text/csv; charset=utf-8", headers=headers)


@blueprint.post("/list")
def ordered():  # noqa: ANN201
    here, form = site(), request.form
    days = _days(form)
    lines = {line.shelf.product.key: line for line in _list(days)[0]}
    chosen = [key for key in form.getlist("product") if key in lines]
    try:
        if not chosen:
            raise InvalidInput("Tick what was ordered.")
        arrives = forms.day(form.get("arrives", ""), "The day it arrives")
        with database.atomic():
            for key in chosen:
                order_stock(here, key, _units(lines[key]), arrives, actor())
    except InvalidInput as problem:
        return _show(form, str(problem))
    flash(f"{len(chosen)} thing{'s are' if len(chosen) != 1 else ' is'} on the way.")
    return see_other("supplies.page")
