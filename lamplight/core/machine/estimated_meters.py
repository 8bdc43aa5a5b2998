"""The quantities that a machine's triggers count: read where it shows them, else estimated from its drinks."""

from __future__ import annotations

from datetime import datetime

from lamplight.core.care.triggers import COUNTERS
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.cumulative import cumulative_of
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.weekday_rates import usage_of


def meters_of(book: MachineBook, kind: Kind, calendar: SiteCalendar, now: datetime) -> dict[str, Meter]:
    """Drinks, milk drinks and litres: read where the machine counts them, else estimated from drinks."""
    meters = {}
    for name in ("drinks", *(counter for counter in kind.counters if counter != "drinks")):
        facts = book.counter(name)
        guess = book.guess_per_day if name == "drinks" else None
        if name == "drinks" or facts.readings:
            cumulative = cumulative_of(facts, usage_of(facts, calendar, now, guess), calendar)
            meters[name] = Meter(COUNTERS[name], cumulative)
    drinks = meters["drinks"].cumulative
    mix = kind.mix
    if "milk" not in meters and mix.milk_share > 0:
        how = f"estimated as {mix.milk_share:.0%} of the drinks"
        meters["milk"] = Meter(COUNTERS["milk"], drinks, mix.milk_share, how=how)
    if "litres" not in meters and mix.litres_per_drink > 0:
        rinses = f", {mix.rinse_litres_per_day:g} L of rinses a day" if mix.rinse_litres_per_day else ""
        how = f"estimated from {mix.litres_per_drink * 1000:.0f} ml a drink{rinses}, and what programmes take"
        extras = _programme_litres(book, kind)
        meters["litres"] = Meter("L", drinks, mix.litres_per_drink, mix.rinse_litres_per_day, extras, how)
    return meters


def _programme_litres(book: MachineBook, kind: Kind) -> tuple[tuple[datetime, float], ...]:
    """Litres that programmes took, at the moments when they were done."""
    takes = {item.key: item.water_ml / 1000 for item in kind.items if item.water_ml}
    return tuple((fact.at, takes[fact.item]) for fact in book.done if fact.at is not None and fact.item in takes)
