"""Supplies: what there is, counted and bought, and what each product is by its label."""

from __future__ import annotations

from dataclasses import dataclass

from flask import Blueprint, abort, flash, request

from lamplight.actions.machine_views import machine_views
from lamplight.actions.stock import FORMS, ProductFields, move_stock, products, roles, save_product, stock_held
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.stock.stock import Holding, Move
from lamplight.core.words import units_in_words
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.rendering import actor, see_other, site
from lamplight.web.rendering import page as render

blueprint = Blueprint("supplies", __name__, url_prefix="/supplies", template_folder="templates")


@dataclass(frozen=True)
class Line:
    """A product on the shelf.

    Attributes:
        needed: units that the jobs which are due or soon due take.
        uses: for how many doses it lasts; None where nobody counted.
    """

    product: Product
    held: Holding | None
    needed: float
    uses: int | None

    @property
    def short(self) -> bool:
        """Whether there is less than is needed."""
        return self.held is not None and self.held.amount is not None and self.held.amount < self.needed

    @property
    def left(self) -> str:
        """What there is, in words."""
        if self.held is None or self.held.amount is None:
            return "not counted"
        return units_in_words(self.held.amount, self.product.unit)


def _lines() -> dict[str, list[Line]]:
    """Products by the words of their role."""
    held, needed = stock_held(), _needed()
    found: dict[str, list[Line]] = {}
    for role in roles().values():
        for product in sorted(products().values(), key=lambda one: one.title.lower()):
            if product.role == role.key:
                own = held.get(product.key)
                known = own is not None and own.amount is not None
                uses = int(own.amount / product.dose) if own and known and own.amount is not None else None
                line = Line(product, own, needed.get(product.key, 0.0), uses)
                found.setdefault(role.title, []).append(line)
    return found


def _needed() -> dict[str, float]:
    """Units of each product that the jobs which are due or soon due take together."""
    wanted: dict[str, float] = {}
    for view in machine_views(site(), now()):
        for due in view.status.dues:
            if due.status.word in ("soon", "due", "overdue") and not due.covered_by:
                for line in view.needs(due):
                    if line.product:
                        wanted[line.product] = wanted.get(line.product, 0.0) + line.units
    return wanted


def _show(code: int = 200, errors: dict[str, str] | None = None, form=None):  # noqa: ANN001, ANN202
    return render(
        "supplies/page.html", "worktop", code, groups=_lines(), roles=roles(), forms_known=FORMS,
        chemistries=list(Chemistry), errors=errors or {}, form=form or {}, words=units_in_words,
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
    what = {"counted": Move.COUNTED, "bought": Move.BOUGHT}.get(form.get("do", ""))
    if what is None or product not in products():
        abort(404)
    try:
        amount = forms.optional_rate(form.get("amount", ""), "The amount")
        if amount is None:
            raise InvalidInput("Say how much.")
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
        )  # fmt: skip
        save_product(fields, actor(), key)
    except InvalidInput as problem:
        return _show(422, {"product": str(problem)}, form)
    flash(f"{fields.title} is written down as its label says.")
    return see_other("supplies.page")
