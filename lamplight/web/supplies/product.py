"""One product: its shelf at large, what takes it, and everything that is written down of it."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date

from flask import abort, flash, request
from werkzeug.wrappers import Response

from lamplight.actions.care_costs import save_supply
from lamplight.actions.stock import (
    FORMS,
    ProductFields,
    acids_typed,
    move_stock,
    note_price,
    order_stock,
    save_product,
    shift_stock,
)
from lamplight.core.bounds import UNITS, within
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry
from lamplight.core.job.dose import range_words
from lamplight.core.stock.stock import Move
from lamplight.core.words import units_in_words
from lamplight.drawing.shelf import shelf_scale
from lamplight.sight.cupboard import products, roles
from lamplight.sight.machine_views import machine_views
from lamplight.sight.shelves import Shelf, shelf_of
from lamplight.store.stock import cupboards, money, price_rows
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.supplies.model import shown
from lamplight.web.supplies.product_model import (
    MOST_PRICES,
    batch_lines,
    lying_in,
    nth_words,
    price_plot,
    uses_shown,
)
from lamplight.web.supplies.views import blueprint, show_shelves

MOVES = {move.value: move for move in (Move.COUNTED, Move.BOUGHT, Move.ORDERED, Move.SPOILT, Move.MOVED)}


@blueprint.get("/product/<key>")
def product(key: str):  # noqa: ANN201
    return show_product(key, request.args)


def show_product(key: str, form: Mapping[str, str], errors: Mapping[str, str] | None = None):  # noqa: ANN201
    """The page; with what was typed and refused where anything was.

    Args:
        errors: sentences by the part of the page: move, price, supply, nth, product.
    """
    here = site()
    if key not in products():
        abort(404)
    views, today = machine_views(here, now()), here.calendar.today(now())
    found = shelf_of(here, views, now(), key)
    line = shown([found], views, today)[0]
    said, wrong = _asked(found, form, today)
    problems = {**(errors or {}), **({"nth": wrong} if wrong else {})}
    rows = [row for row in price_rows(here.id) if row.price.product == key]
    return render(
        "supplies/product.html", "worktop", 422 if problems else 200, line=line,
        p=found.product, shelf=found, scale=shelf_scale(today), uses=uses_shown(found, views, today), said=said,
        batches=batch_lines(found, today), past=line.past, lying=lying_in(found), cupboards=cupboards(here.id),
        prices=rows[::-1][:MOST_PRICES], plot=price_plot(found.product, rows, today), money=money(here.id), form=form,
        errors=problems, words=units_in_words, range_words=range_words, roles=roles(), forms_known=FORMS,
        chemistries=list(Chemistry),
    )  # fmt: skip


def _asked(found: Shelf, form: Mapping[str, str], today: date) -> tuple[str, str]:
    """When the unit that was asked for is used up; or why that cannot be said."""
    try:
        number = forms.optional_rate(form.get("nth", ""), "The number of the unit")
        return ("" if number is None else nth_words(found, within(number, UNITS, "The number of the unit"), today)), ""
    except InvalidInput as problem:
        return "", str(problem)


def _back(key: str) -> Response:
    """To where it was written."""
    if request.form.get("back") == "product":
        return see_other("supplies.product", key=key)
    return see_other("supplies.page", _anchor=f"shelf-{key}")


def _known() -> str:
    site()
    key = request.form.get("product", "")
    if key not in products():
        abort(404)
    return key


@blueprint.post("/moves")
def move():  # noqa: ANN201
    key, form = _known(), request.form
    what = MOVES.get(form.get("do", ""))
    if what is None:
        abort(404)
    try:
        amount = forms.optional_rate(form.get("amount", ""), "The amount")
        if amount is None:
            raise InvalidInput("Say how much.")
        cupboard = form.get("cupboard", "")
        if what is Move.ORDERED:
            order_stock(site(), key, amount, forms.day(form.get("arrives", ""), "The day it arrives"), actor())
        elif what is Move.MOVED:
            shift_stock(key, amount, cupboard, form.get("into", ""), actor())
        else:
            keeps = form.get("keeps", "").strip() if what is Move.BOUGHT else ""
            until = forms.day(keeps, "The date until which it keeps") if keeps else None
            move_stock(key, what, amount, actor(), cupboard, until)
    except InvalidInput as problem:
        return show_product(key, form, {"shift" if what is Move.MOVED else "move": str(problem)})
    flash(f"{products()[key].title}: {units_in_words(amount, products()[key].unit)} {what.value}.")
    return _back(key)


@blueprint.post("/price")
def price():  # noqa: ANN201
    key, form = _known(), request.form
    today = site().calendar.today(now())
    try:
        units = forms.optional_rate(form.get("units", ""), "The pack") or 0.0
        cost = forms.optional_rate(form.get("money", ""), "The price")
        if cost is None:
            raise InvalidInput("Say what a pack costs.")
        note_price(key, units, cost, today, today, actor())
    except InvalidInput as problem:
        return show_product(key, form, {"price": str(problem)})
    flash(f"{products()[key].title}: its price is noted.")
    return _back(key)


@blueprint.post("/supply")
def supply():  # noqa: ANN201
    key, form = _known(), request.form
    try:
        lead = forms.count(form.get("lead", ""), "The days of an order")
        save_supply(key, lead, forms.optional_count(form.get("opened", ""), "The days it keeps"), actor())
    except InvalidInput as problem:
        return show_product(key, form, {"supply": str(problem)})
    flash(f"{products()[key].title}: an order takes {lead} days.")
    return _back(key)


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
        key = save_product(fields, actor(), key)
    except InvalidInput as problem:
        refused = {"product": str(problem)}
        return show_product(key, form, refused) if key else show_shelves(form, refused)
    flash(f"{fields.title} is written down as its label says.")
    return see_other("supplies.product", key=key)
