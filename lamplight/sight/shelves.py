"""What the care ahead takes out of the cupboard, how long each product lasts, by when to order, and in which packs."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from functools import partial

from lamplight.core.care.item import Due
from lamplight.core.care.rhythm import dates_left
from lamplight.core.job.chemistry import Product
from lamplight.core.plan.terms import ROUTINE_DAYS, term_now
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.stock.batches import keeping_packs, likely_spoilt
from lamplight.core.stock.costs import PackPrice
from lamplight.core.stock.lasting import Arrival, Cover, Spoiling, UseAhead, cover_of, turns, used_by
from lamplight.core.stock.reorder import Bought, Pack, cheapest_packs, service_z
from lamplight.core.stock.stock import Awaited, Holding
from lamplight.core.stock.usage import finds_nothing
from lamplight.core.usage.passage import DateSpread
from lamplight.sight.cache import kept
from lamplight.sight.cupboard import products, stock_awaited, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.sight.rhythms import rhythms_here, settled_along
from lamplight.store.sites import SiteRow
from lamplight.store.stock import Supply, price_rows, supplies

# So far ahead is looked; of no more machines than this, those that want something first.
HORIZON_DAYS, MOST_MACHINES = 200, 60
SERVICE = 0.95
# So many days ahead an order that has to be made is told of.
SOON_DAYS = 7


def uses_ahead(site: SiteRow, views: Sequence[MachineView], now: datetime) -> dict[str, list[UseAhead]]:
    """Every use that is to come within the horizon, by product."""
    today = site.calendar.today(now)
    uses: dict[str, list[UseAhead]] = {}
    for view in views[:MOST_MACHINES]:
        rests_on = (view.status.work, today, tuple((due.status, due.likely) for due in view.status.dues), view.serving)
        own = kept(("uses", view.row.id), rests_on, partial(_uses_of, view, site.calendar, today))
        for key, ahead in own.items():
            uses.setdefault(key, []).extend(ahead)
    return uses


def _dated(view: MachineView, calendar: SiteCalendar, today: date) -> dict[str, list[DateSpread]]:
    """When each job of a machine comes round; where another does it along or takes its place, that time falls away."""
    end = today + timedelta(days=HORIZON_DAYS)
    dated: dict[str, list[DateSpread]] = {}
    for due in view.status.dues:
        found = _dates(view, due, calendar, today, end)
        if found:
            dated[due.item.key] = found
    rarest_first = sorted(dated, key=lambda key: len(dated[key]))
    along = settled_along(view)
    for place, key in enumerate(rarest_first):
        for other in rarest_first[place + 1 :]:
            if other in along.get(key, ()):
                dated[other] = dates_left(dated[other], dated[key])
    return dated


def _uses_of(view: MachineView, calendar: SiteCalendar, today: date) -> dict[str, list[UseAhead]]:
    """The uses of one machine, by product."""
    rests_on = (view.status.work, today, tuple((due.status, due.likely) for due in view.status.dues))
    dated = kept(("dated", view.row.id), rests_on, partial(_dated, view, calendar, today))
    uses: dict[str, list[UseAhead]] = {}
    for due in view.status.dues:
        for need in view.needs(due) if due.item.key in dated else ():
            if need.product and need.units > 0:
                ahead = [UseAhead(need.units, when, view.row.id, due.item.key) for when in dated[due.item.key]]
                uses.setdefault(need.product, []).extend(ahead)
    return uses


def _dates(view: MachineView, due: Due, calendar: SiteCalendar, today: date, end: date) -> list[DateSpread]:
    """When a job comes round: first as it stands, then in its rhythm; what is daily, on every open day of it."""
    term = term_now(due, today)
    if term is None:
        return []
    begin = max(term.passage.likely or today, today)
    spread = None if term.due else term.passage.spread
    first = replace(spread, likely=begin) if spread is not None else DateSpread(begin)
    rhythm = rhythms_here(view, today).get(due.item.key)
    if rhythm is None:
        return [first]
    if rhythm.interval_days <= ROUTINE_DAYS:
        days = [today + timedelta(days=n) for n in range((end - today).days)]
        open_days = [day for day in days if calendar.is_open(day) and day not in calendar.closures]
        every = max(1, round(rhythm.interval_days * len(open_days) / len(days)))
        return [DateSpread(day) for day in open_days[::every]]
    return turns(first, rhythm.interval_days, rhythm.sigma_days, end)


@dataclass(frozen=True)
class Shelf:
    """One product on the shelves.

    Attributes:
        product: which.
        held: what there is; None where nobody ever counted.
        uses: that are to come, the first first.
        arrivals: what is on its way.
        cover: how long it lasts; None where nobody counted.
        supply: how it is got.
        packs: the sizes in which it is sold, with their newest prices.
        spoiling: what of each batch is likely left when its date passes.
    """

    product: Product
    held: Holding | None
    uses: tuple[UseAhead, ...]
    arrivals: tuple[Arrival, ...]
    cover: Cover | None
    supply: Supply
    packs: tuple[Pack, ...]
    spoiling: tuple[Spoiling, ...] = ()

    @property
    def amount(self) -> float | None:
        """Units that there are; None where nobody counted."""
        return self.held.amount if self.held else None

    def urgent(self, today: date) -> bool:
        """Whether it is to be ordered today, or should have been."""
        return self.cover is not None and self.cover.order_by is not None and self.cover.order_by <= today


def shelves(site: SiteRow, views: Sequence[MachineView], now: datetime) -> list[Shelf]:
    """Every product that is held or wanted, the one that runs out first in front; those nobody counted last."""
    return sorted(_shelves(site, views, now), key=lambda shelf: _order(shelf, site.calendar.today(now)))


def shelf_of(site: SiteRow, views: Sequence[MachineView], now: datetime, product: str) -> Shelf:
    """The shelf of one product that is known, also where nothing takes it and nobody counted it."""
    return _shelves(site, views, now, product)[0]


def _shelves(site: SiteRow, views: Sequence[MachineView], now: datetime, only: str = "") -> list[Shelf]:
    today, held, coming = site.calendar.today(now), stock_held(site.id), stock_awaited(site.id)
    uses, terms, known = uses_ahead(site, views, now), supplies(site.id), products()
    prices = [row.price for row in price_rows(site.id)]
    return [
        _shelf(
            known[key], held.get(key), uses.get(key, []), coming.get(key, ()), terms.get(key, Supply()), prices, site,
            today,
        )
        for key in ([only] if only else known)
        if only or key in uses or key in held or key in coming
    ]  # fmt: skip


def _order(shelf: Shelf, today: date) -> tuple[int, date, str]:
    last = today + timedelta(days=10 * HORIZON_DAYS)
    if shelf.cover is None:
        return (1 if shelf.uses else 3, shelf.uses[0].likely if shelf.uses else last, shelf.product.title)
    return (0 if shelf.cover.likely else 2, shelf.cover.order_by or last, shelf.product.title)


def _shelf(
    product: Product,
    held: Holding | None,
    uses: Sequence[UseAhead],
    coming: Sequence[Awaited],
    supply: Supply,
    prices: Sequence[PackPrice],
    site: SiteRow,
    today: date,
) -> Shelf:
    arrivals = tuple(Arrival(one.amount, max(today, site.calendar.today(one.at))) for one in coming)
    ordered = tuple(sorted(uses, key=lambda use: use.likely))
    spoiling: tuple[Spoiling, ...] = ()
    cover: Cover | None = None
    if held is not None and held.amount is not None:
        rests_on = (held, ordered, arrivals, today, supply.lead_days)
        spoiling, cover = kept(("cover", site.id, product.key), rests_on, partial(_cover, *rests_on))
    return Shelf(product, held, ordered, arrivals, cover, supply, packs_of(product.key, prices), spoiling)


def _cover(
    held: Holding, uses: Sequence[UseAhead], arrivals: Sequence[Arrival], today: date, lead_days: int
) -> tuple[tuple[Spoiling, ...], Cover]:
    """What spoils of a product that was counted, and how long it lasts."""
    end = today + timedelta(days=HORIZON_DAYS)
    spoiling = likely_spoilt(held.batches, uses, arrivals, end)
    return spoiling, cover_of(held.amount or 0.0, uses, arrivals, today, end, lead_days, SERVICE, spoiling)


def packs_of(product: str, prices: Sequence[PackPrice]) -> tuple[Pack, ...]:
    """The sizes in which a product is sold, each with its newest price, the smallest first."""
    newest: dict[float, PackPrice] = {}
    for price in sorted((one for one in prices if one.product == product), key=lambda one: one.day):
        newest[price.units] = price
    return tuple(Pack(units, price.cents / 100) for units, price in sorted(newest.items()))


@dataclass(frozen=True)
class ToBuy:
    """One line of the shopping list.

    Attributes:
        shelf: of which product.
        wanted: units that are wanted up to the horizon beyond what is there and on its way, with safety.
        bought: the cheapest packs for that which do not spoil once opened; None where no pack is known.
        now: whether it has to be ordered by the next shopping, and cannot wait.
    """

    shelf: Shelf
    wanted: float
    bought: Bought | None
    now: bool


def shopping(found: Sequence[Shelf], today: date, days: int) -> list[ToBuy]:
    """What to buy so that everything lasts for so many days and until the order after that has come.

    Args:
        days: of the horizon, 1 or more.
    """
    lines = []
    for shelf in found:
        until = today + timedelta(days=days + shelf.supply.lead_days)
        mean, sigma = used_by(shelf.uses, until)
        there = (shelf.amount or 0.0) + sum(one.units for one in shelf.arrivals)
        there -= sum(lost.units for lost in shelf.spoiling if lost.day <= until)
        wanted = mean + service_z(SERVICE) * sigma - there
        if not shelf.uses or wanted <= 1e-9:
            continue
        if shelf.product.whole:
            wanted = float(-(-wanted // 1))
        packs = keeping_packs(shelf.packs, shelf.uses, today, shelf.supply.opened_days)
        bought = cheapest_packs(wanted, packs) if packs else None
        # What nobody counted may lie there: count it first.
        order_by = shelf.cover.order_by if shelf.cover else None
        lines.append(ToBuy(shelf, wanted, bought, order_by is not None and order_by <= today + timedelta(days=days)))
    return sorted(lines, key=lambda line: (not line.now, line.shelf.product.title))


@dataclass(frozen=True)
class Lacking:
    """A job that would find too little, unless something is ordered in time."""

    shelf: Shelf
    use: UseAhead
    order_by: date
    machine: str


def lacking_soon(
    site: SiteRow, views: Sequence[MachineView], now: datetime, days: int, found: Sequence[Shelf] | None = None
) -> list[Lacking]:
    """Jobs of the next days that would find no stock, with the last date to order; the most pressing first.

    Args:
        now: aware.
        days: so many days ahead an order has to be made.
        found: the shelves, where they are known.
    """
    today = site.calendar.today(now)
    names: Mapping[int, str] = {view.row.id: view.row.name for view in views}
    pressing = []
    for shelf in found if found is not None else shelves(site, views, now):
        cover = shelf.cover
        if (
            cover is None
            or cover.lacking is None
            or cover.order_by is None
            or cover.order_by > today + timedelta(days=days)
        ):
            continue
        pressing.append(Lacking(shelf, cover.lacking, cover.order_by, names.get(cover.lacking.machine, "")))
    return sorted(pressing, key=lambda one: (one.order_by, one.shelf.product.title))


def left_empty(found: Sequence[Shelf]) -> dict[tuple[int, str], dict[int, Shelf]]:
    """Which times of a job find too little on the shelves: by machine and item, by its number from now, 0 the next."""
    empty: dict[tuple[int, str], dict[int, Shelf]] = {}
    for shelf in found:
        if shelf.amount is None:
            continue
        without = finds_nothing(shelf.amount, shelf.uses, shelf.arrivals, shelf.spoiling)
        number: dict[tuple[int, str], int] = {}
        for use in shelf.uses:
            job = (use.machine, use.item)
            if use in without:
                empty.setdefault(job, {})[number.get(job, 0)] = shelf
            number[job] = number.get(job, 0) + 1
    return empty
