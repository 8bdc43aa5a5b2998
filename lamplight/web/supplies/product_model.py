"""What the page of one product shows: what takes it, where it lies, until when it keeps, what it cost."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date

from markupsafe import Markup

from lamplight.core.job.chemistry import Product
from lamplight.core.stock.costs import prices_of
from lamplight.core.stock.lasting import UseAhead, nth_unit, used_by
from lamplight.core.words import day_words, units_in_words
from lamplight.drawing.price_line import DrawnPrice, price_line
from lamplight.sight.cupboard import cupboard_words
from lamplight.sight.machine_view import MachineView
from lamplight.sight.shelves import MOST_MACHINES, Shelf
from lamplight.store.stock import PriceRow

MOST_USES, MOST_PRICES = 10, 12


@dataclass(frozen=True)
class UseShown:
    """A use that is to come: the day with its spread, the job, whose, and units."""

    day: str
    spread: str
    job: str
    machine_id: int
    machine: str
    units: str


def uses_shown(shelf: Shelf, views: Sequence[MachineView], today: date) -> list[UseShown]:
    """The next uses."""
    reckoned = views[:MOST_MACHINES]
    names = {view.row.id: view.row.name for view in reckoned}
    titles = {(view.row.id, due.item.key): due.item.title for view in reckoned for due in view.status.dues}
    return [
        UseShown(
            day_words(max(use.likely, today), today), _spread(use, today),
            titles.get((use.machine, use.item), use.item), use.machine, names.get(use.machine, ""),
            units_in_words(round(use.units, 1), shelf.product.unit),
        )
        for use in shelf.uses[:MOST_USES]
    ]  # fmt: skip


def _spread(use: UseAhead, today: date) -> str:
    if use.early == use.late:
        return ""
    return f"{day_words(max(use.early, today), today)} to {day_words(max(use.late, today), today)}"


def batch_lines(shelf: Shelf, today: date) -> list[str]:
    """Until when each batch keeps, and what of it is likely left by then; nothing where no date is kept."""
    batches = shelf.held.batches if shelf.held else ()
    if not any(batch.keeps_until for batch in batches):
        return []
    unit, lost = shelf.product.unit, {one.day: one.units for one in shelf.spoiling}
    lines = []
    for batch in batches:
        there = units_in_words(round(batch.units, 1), unit)
        if batch.keeps_until is None:
            lines.append(f"{there} without a date")
        elif batch.keeps_until < today:
            lines.append(
                f"{there} kept until {day_words(batch.keeps_until, today)}: past their date, not reckoned with"
            )
        else:
            left = lost.get(batch.keeps_until, 0.0)
            rest = f"; about {units_in_words(round(left, 1), unit)} will be left by then" if left > 1e-6 else ""
            lines.append(f"{there} until {day_words(batch.keeps_until, today)}{rest}")
    return lines


def lying_in(shelf: Shelf) -> list[tuple[str, str]]:
    """Each cupboard with what is in it; nothing where there is only the main one."""
    cupboards = shelf.held.cupboards if shelf.held else ()
    if not any(name for name, _ in cupboards):
        return []
    return [(cupboard_words(name), units_in_words(round(units, 2), shelf.product.unit)) for name, units in cupboards]


def nth_words(shelf: Shelf, number: float, today: date) -> str:
    """When so many units from now are used up, in a sentence."""
    units = units_in_words(number, shelf.product.unit)
    found = nth_unit(shelf.uses, number)
    if found is None:
        ahead = used_by(shelf.uses, shelf.uses[-1].late)[0] if shelf.uses else 0.0
        return f"Within the next months only about {units_in_words(round(ahead), shelf.product.unit)} are used."
    early, likely, late = (day_words(max(day, today), today) for day in found)
    between = f", between {early} and {late}" if early != late else ""
    return f"{units} from now on will be used up on {likely}{between}."


def price_plot(product: Product, rows: Sequence[PriceRow], today: date) -> Markup:
    """What a unit of a product cost over time; nothing where fewer than two prices are known."""
    own = prices_of([row.price for row in rows], product.key, today)
    by_day: Mapping[date, float] = {price.day: price.per_unit for price in own}
    drawn = [DrawnPrice(day, money) for day, money in by_day.items()]
    title = f"{product.title}, price of a {product.unit} over time"
    return price_line(drawn, today, title)
