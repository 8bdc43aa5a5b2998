"""The quantities that a machine's triggers count: read where it shows them, led by its drinks in between.

Past drinks are reckoned by the kind that the machine was then.
"""

from __future__ import annotations

from datetime import datetime

from lamplight.core.anatomy.drink_mix import Mix
from lamplight.core.care.item import Start
from lamplight.core.care.triggers import COUNTED, PUCKS
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.timeline import Timeline
from lamplight.core.usage.counters import CounterBook
from lamplight.core.usage.cumulative import CumulativeCount, cumulative_of
from lamplight.core.usage.meters import Meter, Size, following
from lamplight.core.usage.weekday_rates import usage_of
from lamplight.core.words import decimal

SORTS = ("milk", "litres")


def meters_of(
    book: MachineBook,
    kind: Kind,
    calendar: SiteCalendar,
    now: datetime,
    earlier_kinds: tuple[tuple[datetime, Kind], ...] = (),
) -> dict[str, Meter]:
    """Drinks, pucks, milk drinks and litres: read where the machine counts them, and estimated from the drinks.

    Args:
        earlier_kinds: until when it was of another kind, oldest first.
    """
    kinds = Timeline(kind, earlier_kinds)
    facts = book.drinks
    drinks = cumulative_of(facts, usage_of(facts, calendar, now, book.guess_per_day), calendar)
    meters = {"drinks": Meter(COUNTED["drinks"], drinks)}
    if kind.capacities.drawer_pucks:
        earlier = tuple((until, Size(former.mix.puck_share)) for until, former in kinds.earlier)
        share = kind.mix.puck_share
        earlier = earlier if any(size.per_count != share for _, size in earlier) else ()
        meters[PUCKS] = Meter(COUNTED[PUCKS], drinks, share or 1.0, earlier=earlier)
    for name in SORTS:
        leader = _estimated(name, book, kinds, drinks)
        own = book.counter(name) if name in kind.counters else CounterBook()
        if own.readings and leader is not None and drinks.usage.known:
            meters[name] = following(COUNTED[name], own, leader)
        elif own.readings:
            meters[name] = Meter(COUNTED[name], cumulative_of(own, usage_of(own, calendar, now), calendar))
        elif leader is not None:
            meters[name] = leader
    return meters


def _estimated(name: str, book: MachineBook, kinds: Timeline[Kind, datetime], drinks: CumulativeCount) -> Meter | None:
    """A quantity as the kinds' mixes of drinks have it; None where the present mix has none of it."""
    now, mix = _size(name, kinds.now.mix), kinds.now.mix
    if now.per_count <= 0:
        return None
    earlier = tuple((until, _size(name, kind.mix)) for until, kind in kinds.earlier)
    if all(size == now for _, size in earlier):
        earlier = ()
    extras: tuple[tuple[datetime, float], ...] = ()
    if name == "milk":
        how = f"estimated as {mix.milk_share:.0%} of the drinks"
    else:
        rinses = f", {decimal(mix.rinse_litres_per_day)} L of rinses a day" if mix.rinse_litres_per_day else ""
        how = f"estimated from {mix.litres_per_drink * 1000:.0f} ml a drink{rinses}, and what programmes take"
        extras = _programme_litres(book, kinds)
    return Meter(COUNTED[name], drinks, now.per_count, now.per_open_day, extras, how, earlier)


def _size(name: str, mix: Mix) -> Size:
    return Size(mix.milk_share) if name == "milk" else Size(mix.litres_per_drink, mix.rinse_litres_per_day)


def _programme_litres(book: MachineBook, kinds: Timeline[Kind, datetime]) -> tuple[tuple[datetime, float], ...]:
    """Litres that programmes took, at the moments when they were done."""
    took = []
    for fact in book.done:
        if fact.at is not None and fact.start is Start.DONE:
            item = kinds.at(fact.at).item(fact.item)
            if item is not None and item.water_ml:
                took.append((fact.at, item.water_ml / 1000))
    return tuple(took)
