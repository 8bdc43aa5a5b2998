"""Supplies: what there is, counted and bought, and what each product is by its label."""

from __future__ import annotations

from collections.abc import Sequence

from flask import Blueprint, abort, flash, request

from lamplight.actions.care_costs import save_supply
from lamplight.actions.machine_view import MachineView
from lamplight.actions.machine_views import machine_views
from lamplight.actions.prices import note_price
from lamplight.actions.stock import (
    FORMS,
    ProductFields,
    acids_typed,
    move_stock,
    order_stock,
    products,
    roles,
    save_product,
    serving,
    stock_held,
)
from lamplight.actions.supplies_ahead import MOST_MACHINES, lacking_soon, shelves
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry
from lamplight.core.job.dose import range_words
from lamplight.core.stock.demand import StockLine, demand
from lamplight.core.stock.stock import Move
from lamplight.core.words import units_in_words
from lamplight.drawing.shelf import shelf_scale
from lamplight.store.prices import money
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.rendering import actor, see_other, site
from lamplight.web.rendering import page as render
from lamplight.web.supplies.model import SOON_DAYS, headline, shown

blueprint = Blueprint("supplies", __name__, url_prefix="/supplies", template_folder="templates")

MOVES = {move.value: move for move in (Move.COUNTED, Move.BOUGHT, Move.ORDERED, Move.SPOILT)}


# Of more machines those are reckoned with that want something first; the page says so.
MOST_RECKONED = 120


def _lines(views: Sequence[MachineView]) -> dict[str, list[StockLine]]:
    """Products by the words of their role."""
    held, known = stock_held(), products()
    wanted = demand((due, view.needs(due)) for view in views[:MOST_RECKONED] for due in view.status.dues)
    lines: dict[str, list[StockLine]] = {}
    for role in roles().values():
        for product in (one for one in serving(role.key, known) if one.role == role.key):
            line = StockLine(product, held.get(product.key), wanted.get(product.key, 0.0))
            lines.setdefault(role.title, []).append(line)
    return lines


def _show(code: int = 200, errors: dict[str, str] | None = None, form=None):  # noqa: ANN001, ANN202
    here = site()
    views, today = machine_views(here, now()), here.calendar.today(now())
    found = shelves(here, views, now())
    pressing = lacking_soon(here, views, now(), SOON_DAYS, found)
    return render(
        "supplies/page.html", "worktop", code, groups=_lines(views), roles=roles(), forms_known=FORMS,
        chemistries=list(Chemistry), errors=errors or {}, form=form or {}, words=units_in_words,
        range_words=range_words, beyond=max(0, len(views) - MOST_MACHINES), shelves=shown(found, views, today),
        shelved={one.product.key for one in found}, scale=shelf_scale(today), headline=headline(pressing, found, today),
        money=money(here.id),
    )  # fmt: skip


@blueprint.get("")
def page():  # noqa: ANN201
    site()
    return _show()


@blueprint.post("/moves")
def move():  # noqa: ANN201
    site()
    form = request.form
    product = form.get("product", "")
    what = {"counted": Move.COUNTED, "bought": Move.BOUGHT, "ordered": Move.ORDERED, "spoilt": Move.SPOILT}.get(
        form.get("do", "")
    )
    if what is None or product not in products():
        abort(404)
    try:
        amount = forms.optional_rate(form.get("amount", ""), "The amount")
        if amount is None:
            raise InvalidInput("Say how much.")
        if what is Move.ORDERED:
            order_stock(site(), product, amount, forms.day(form.get("arrives", ""), "The day it arrives"), actor())
        else:
            move_stock(product, what, amount, actor())
    except InvalidInput as problem:
        return _show(422, {product: str(problem)}, form)
    flash(f"{products()[product].title}: {units_in_words(amount, products()[product].unit)} {what.value}.")
    return see_other("supplies.page")


@blueprint.post("")
def save():  # noqa: ANN201
    site()
    form = request.form
    key = form.get("key", "")
    if key and key not in products():
        abort(404)
    try:
        dose = forms.optional_rate(form.get("dose", ""), "The dose")
        fields = ProductFields(
            form.get("title", ""), form.get("role", ""), form.get("form", ""), form.get("chemistry", ""),
            form.get("unit", ""), dose or 0.0, forms.optional_rate(form.get("per_l", ""), "The dose for a litre"),
            forms.optional_rate(form.get("least_ml", ""), "The smallest mix"),
            forms.optional_rate(form.get("most_ml", ""), "The largest mix"), tuple(form.getlist("also")),
            acids_typed(form.get("acids", "")),
        )  # fmt: skip
        save_product(fields, actor(), key)
    except InvalidInput as problem:
        return _show(422, {"product": str(problem)}, form)
    flash(f"{fields.title} is written down as its label says.")
    return see_other("supplies.page")


@blueprint.post("/price")
def price():  # noqa: ANN201
    here, form = site(), request.form
    product = form.get("product", "")
    if product not in products():
        abort(404)
    today = here.calendar.today(now())
    try:
        units = forms.optional_rate(form.get("units", ""), "The pack") or 0.0
        cost = forms.optional_rate(form.get("money", ""), "The price")
        if cost is None:
            raise InvalidInput("Say what a pack costs.")
        note_price(product, units, cost, today, today, actor())
    except InvalidInput as problem:
        return _show(422, {product: str(problem)}, form)
    flash(f"{products()[product].title}: its price is noted.")
    return see_other("supplies.page")


@blueprint.post("/supply")
def supply():  # noqa: ANN201
    site()
    form = request.form
    product = form.get("product", "")
    if product not in products():
        abort(404)
    try:
        lead = forms.count(form.get("lead", ""), "The days of an order")
        save_supply(product, lead, forms.optional_count(form.get("opened", ""), "The days it keeps"), actor())
    except InvalidInput as problem:
        return _show(422, {product: str(problem)}, form)
    flash(f"{products()[product].title}: an order takes {lead} days.")
    return see_other("supplies.page")
