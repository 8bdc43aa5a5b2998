"""What the supplies page shows: a shelf for each product, its sentence, and the one on the wall."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from markupsafe import Markup

from lamplight.core.stock.batches import left_to_spoil, past_date
from lamplight.core.stock.lasting import nth_unit
from lamplight.core.words import day_words, units_in_words
from lamplight.drawing.shelf import DrawnShelf, shelf
from lamplight.sight.machine_view import MachineView
from lamplight.sight.shelves import Lacking, Shelf

SOON_DAYS = 14


@dataclass(frozen=True)
class ShelfShown:
    """One product on the page.

    Attributes:
        shelf: what is known of it.
        drawing: how long it lasts.
        lasts: the same in words.
        order: by when to order, in words; empty where there is no need.
        pressing: whether that is today or past.
        next: the next use, in words; empty where there is none.
        packs: how long each size would last once opened, in words.
        past: units that lie there past their date.
    """

    shelf: Shelf
    drawing: Markup
    lasts: str
    order: str
    pressing: bool
    next: str
    packs: tuple[str, ...] = ()
    past: float = 0.0


def shown(found: Sequence[Shelf], views: Sequence[MachineView], today: date) -> list[ShelfShown]:
    """The shelves in their order."""
    names = {view.row.id: view.row.name for view in views}
    titles = {(view.row.id, due.item.key): due.item.title for view in views[:60] for due in view.status.dues}
    return [_shown(one, names, titles, today) for one in found]


def _shown(one: Shelf, names: dict[int, str], titles: dict[tuple[int, str], str], today: date) -> ShelfShown:
    cover = one.cover
    lasts, order = "", ""
    if one.amount is None:
        lasts = "nobody counted it yet"
    elif not one.uses:
        lasts = "nothing takes it in the next months"
    elif cover is None or cover.likely is None:
        lasts = "lasts for months"
    else:
        lasts = f"until {day_words(cover.likely, today)}"
        if cover.early != cover.late and cover.early is not None:
            late = day_words(cover.late, today) if cover.late else "later"
            lasts = f"{lasts}, {day_words(cover.early, today)} to {late}"
    if cover is not None and cover.order_by is not None:
        order = f"order by {day_words(cover.order_by, today)}" if cover.order_by > today else "order it now"
    if cover is not None and cover.bridged_by is not None:
        lasts = f"{lasts}; what comes {day_words(cover.bridged_by.day, today)} is waited for"
    first = one.uses[0] if one.uses else None
    following = ""
    if first is not None:
        title = titles.get((first.machine, first.item), first.item)
        following = (
            f"next {title.lower()}, {names.get(first.machine, '')}, {day_words(max(first.likely, today), today)}"
        )
    drawn = DrawnShelf(
        today, cover.early if cover else None, cover.likely if cover else None, cover.late if cover else None,
        cover.order_by if cover else None, [max(use.likely, today) for use in one.uses],
        [arrival.day for arrival in one.arrivals], cover is not None, [lost.day for lost in one.spoiling],
        f"{one.product.title}: {lasts}. {order}".strip(),
    )  # fmt: skip
    packs = tuple(_pack_words(one, pack.units, today) for pack in one.packs)
    past = past_date(one.held.batches, today) if one.held else 0.0
    return ShelfShown(one, shelf(drawn), lasts, order, one.urgent(today), following, packs, past)


def _pack_words(one: Shelf, units: float, today: date) -> str:
    """How long a pack lasts that is opened today, and what of it would spoil."""
    words = units_in_words(units, one.product.unit)
    used = nth_unit(one.uses, units)
    if used is None:
        said = f"{words} opened today last for months"
    else:
        early, likely, late = (day_words(day, today) for day in used)
        said = f"{words} opened today last until {likely}" + (f", {early} to {late}" if early != late else "")
    spoilt = left_to_spoil(units, one.uses, today, one.supply.opened_days)
    if spoilt > units / 100:
        left = units_in_words(round(spoilt, 1), one.product.unit)
        said += f"; it keeps {one.supply.opened_days} days, and about {left} would be thrown away"
    return f"{said}."


def headline(pressing: Sequence[Lacking], found: Sequence[Shelf], today: date) -> str:
    """The sentence on the wall."""
    if pressing:
        first = pressing[0]
        there = units_in_words(first.shelf.amount or 0.0, first.shelf.product.unit)
        when = "now" if first.order_by <= today else f"by {day_words(first.order_by, today)}"
        more = f" {len(pressing) - 1} more to order." if len(pressing) > 1 else ""
        name = first.shelf.product.title
        return f"Order {name[:1].lower()}{name[1:]} {when}: {there} left.{more}"
    bridged = [(one.product.title, one.cover.bridged_by) for one in found if one.cover and one.cover.bridged_by]
    if bridged:
        name, arrival = bridged[0]
        more = f" {len(bridged) - 1} more to wait for." if len(bridged) > 1 else ""
        return f"{name}: too little until {day_words(arrival.day, today)}, when what was ordered comes.{more}"
    if not any(one.amount is not None for one in found):
        return "Nothing was counted yet. Count what you have, and the book says how long it lasts."
    dates = [one.cover.order_by for one in found if one.cover and one.cover.order_by]
    soon = [day for day in dates if day <= today + timedelta(days=30)]
    return f"Nothing to order before {day_words(min(soon), today)}." if soon else "Everything lasts."
