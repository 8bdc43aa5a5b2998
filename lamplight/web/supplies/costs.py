"""What care costs: at each machine, by product, over time; and in which money."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import date

from flask import Response, flash, request
from markupsafe import Markup

from lamplight.actions.care_costs import save_money
from lamplight.core.errors import InvalidInput, about
from lamplight.core.stock.costs import years_together
from lamplight.core.words import grouped, units_in_words
from lamplight.sight.costs import MachineCost, costs_as_csv, forms_compared, machine_costs, unit_prices
from lamplight.sight.cupboard import products
from lamplight.sight.machine_views import machine_views
from lamplight.store.stock import PriceRow, money, price_rows
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.supplies.product_model import price_plot
from lamplight.web.supplies.views import blueprint

MOST_COMPARED, MOST_PRICES, MOST_PLOTS = 6, 20, 3


@blueprint.get("/costs")
def costs():  # noqa: ANN201
    return _show({})


def _show(form: Mapping[str, str], errors: Mapping[str, str] | None = None):  # noqa: ANN202
    here = site()
    views = machine_views(here, now())
    found = machine_costs(here, views, now())
    today_prices, rows = unit_prices(here.id, here.calendar.today(now())), price_rows(here.id)
    compared = [
        (view.row.name, what, forms_known)
        for view in views[:MOST_COMPARED]
        for what, forms_known in forms_compared(view, today_prices)
        if len(forms_known) > 1
    ]
    return render(
        "supplies/costs.html", "worktop", 422 if errors else 200, costs=found, forms_shown=compared[:MOST_COMPARED],
        prices=_over_time(rows), plots=_plots(rows, here.calendar.today(now())), money=money(here.id),
        words=units_in_words, form=form, errors=errors or {},
        headline=_headline(found, money(here.id).currency),
        most=max((cost.year.total for cost in found), default=0.0) or 1.0,
    )  # fmt: skip


def _headline(found: Sequence[MachineCost], currency: str) -> str:
    if not found:
        return "No machine yet, so care costs nothing."
    year, drinks = years_together(cost.year for cost in found), sum(cost.drinks for cost in found)
    paid, least = f" {currency}" if currency else "", "at least " if year.at_least else "about "
    hours = f"{'at least ' if year.unknown else ''}{grouped(round(year.minutes / 60))} hours of yours"
    if year.unknown and not year.minutes:
        return "What care costs is not known: nobody knows yet how often each job comes."
    if not year.money_known:
        return f"What care costs is not known: no price is written down. It takes {hours} a year."
    each = f", {year.total / drinks:.3f}{paid} a drink" if drinks and all(cost.drinks for cost in found) else ""
    return f"Care costs {least}{grouped(round(year.total))}{paid} a year here{each}, and takes {hours}."


def _over_time(rows: Sequence[PriceRow]) -> list[tuple[str, str, PriceRow, str]]:
    """Prices, newest first, each with what became of the price of a unit since the one before."""
    known, shown = products(), []
    last: dict[str, float] = {}
    for row in rows:
        product = known.get(row.price.product)
        if product is None:
            continue
        before = last.get(row.price.product)
        change = "" if not before else f"{100 * (row.price.per_unit / before - 1):+.0f} % a {product.unit}"
        shown.append((product.title, product.unit, row, change))
        last[row.price.product] = row.price.per_unit
    return shown[::-1][:MOST_PRICES]


def _plots(rows: Sequence[PriceRow], today: date) -> list[tuple[str, Markup]]:
    """The prices that changed, the one that changed last first."""
    known = products()
    keys = dict.fromkeys(row.price.product for row in reversed(rows))
    drawn = [(known[key], price_plot(known[key], rows, today)) for key in keys if key in known]
    return [(f"{product.title}, a {product.unit}", plot) for product, plot in drawn if plot][:MOST_PLOTS]


@blueprint.get("/costs.csv")
def costs_csv():  # noqa: ANN201
    here = site()
    found = machine_costs(here, machine_views(here, now()), now())
    headers = {"Content-Disposition": f'attachment; filename="care-costs-{here.calendar.today(now()):%Y-%m-%d}.csv"'}
    return Response(costs_as_csv(found), content_type="text/csv; charset=utf-8", headers=headers)


@blueprint.post("/costs")
def save_how():  # noqa: ANN201
    form = request.form
    try:
        with about("hour"):
            hour = forms.optional_rate(form.get("hour", ""), "The price of an hour") or 0.0
        with about("water"):
            water = forms.optional_rate(form.get("water", ""), "The price of water") or 0.0
        with about("idle"):
            idle = forms.optional_rate(form.get("idle", ""), "The price of an hour out of use") or 0.0
        save_money(site(), form.get("currency", ""), hour, water, actor(), idle)
    except InvalidInput as problem:
        return _show(form, forms.placed(problem, ("currency", "hour", "water", "idle"), "hour"))
    flash("Every figure was worked out anew.")
    return see_other("supplies.costs")
