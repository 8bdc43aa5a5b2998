"""Supplies: what there is, counted and bought, and what each product is by its label."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from flask import Blueprint

from lamplight.actions.stock import FORMS
from lamplight.core.job.chemistry import Chemistry
from lamplight.core.job.dose import range_words
from lamplight.core.stock.usage import StockLine, demand
from lamplight.core.words import units_in_words
from lamplight.drawing.shelf import shelf_scale
from lamplight.sight.cupboard import products, roles, serving, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_views
from lamplight.sight.shelves import MOST_MACHINES, lacking_soon, shelves
from lamplight.store.stock import money
from lamplight.web.clock import now
from lamplight.web.here import site
from lamplight.web.rendering import page as render
from lamplight.web.supplies.model import SOON_DAYS, headline, shown

blueprint = Blueprint("supplies", __name__, url_prefix="/supplies", template_folder="templates")

# Of more machines those are reckoned with that want something first; the page says so.
MOST_RECKONED = 120


def _lines(views: Sequence[MachineView]) -> dict[str, list[StockLine]]:
    """Products by the words of their role."""
    held, known = stock_held(site().id), products()
    wanted = demand((due, view.needs(due)) for view in views[:MOST_RECKONED] for due in view.status.dues)
    lines: dict[str, list[StockLine]] = {}
    for role in roles().values():
        for product in (one for one in serving(role.key, known) if one.role == role.key):
            line = StockLine(product, held.get(product.key), wanted.get(product.key, 0.0))
            lines.setdefault(role.title, []).append(line)
    return lines


def show_shelves(form: Mapping[str, str], errors: Mapping[str, str] | None = None):  # noqa: ANN201
    """The shelves; with a label that was refused, where one was."""
    here = site()
    views, today = machine_views(here, now()), here.calendar.today(now())
    found = shelves(here, views, now())
    pressing = lacking_soon(here, views, now(), SOON_DAYS, found)
    return render(
        "supplies/page.html", "worktop", 422 if errors else 200, groups=_lines(views), roles=roles(), forms_known=FORMS,
        chemistries=list(Chemistry), errors=errors or {}, form=form, words=units_in_words,
        range_words=range_words, beyond=max(0, len(views) - MOST_MACHINES), shelves=shown(found, views, today),
        shelved={one.product.key for one in found}, scale=shelf_scale(today), headline=headline(pressing, found, today),
        money=money(here.id),
    )  # fmt: skip


@blueprint.get("")
def page():  # noqa: ANN201
    return show_shelves({})
