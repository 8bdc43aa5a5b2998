"""Triggers that count: drinks, milk drinks, litres, a filter's capacity, scale."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.care.context import Evaluated, EvaluationContext
from lamplight.core.care.item import TriggerDue
from lamplight.core.care.triggers import COUNTERS, CountSince, FilterSpent, LitresByHardness, ScaleBudget, Trigger
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import Passage
from lamplight.core.water.cartridge import filter_litres
from lamplight.core.water.scale import descale_litres
from lamplight.core.words import amount, degrees, open_days_ahead, whole

NO_TEST = "The water's hardness is not known: enter a test."
NO_START = "The day it was last done is not known: say when it was."
NEVER_READ = "No counter reading yet: read the counter once."


@dataclass(frozen=True)
class Limit:
    """So much of what a meter counts.

    Attributes:
        amount: in the meter's units, above 0.
        meter: what counts.
        rests_on: words that say what the limit rests on, with a space before them; or empty.
    """

    amount: float
    meter: Meter
    rests_on: str = ""


def count_due(trigger: CountSince, about: Evaluated) -> TriggerDue:
    """Drinks, milk drinks or litres since the last time."""
    meter = about.context.meters.get(trigger.counter)
    if meter is None:
        return TriggerDue.unknown(trigger, f"Nothing here counts {COUNTERS[trigger.counter]}.")
    rests_on = " by the machine’s own bar" if trigger.by_bar else ""
    return against(trigger, Limit(trigger.limit, meter, rests_on), about)


def filter_due(trigger: FilterSpent, about: Evaluated) -> TriggerDue:
    """Litres until the fitted cartridge is spent."""
    water, meter = about.context.water, about.context.meters.get("litres")
    if water.cartridge is None:
        return TriggerDue.unknown(trigger, "Which cartridge is fitted is not known: say so under Water.")
    if water.before_filter is None or meter is None:
        return TriggerDue.unknown(trigger, NO_TEST)
    litres = filter_litres(water.cartridge, water.before_filter)
    if litres is None:
        return TriggerDue.never(trigger, f"never spent by water of {water.before_filter:g} °dH", used=0.0, unit="L")
    return against(trigger, Limit(litres, meter, f" at {water.before_filter:g} °dH"), about)


def litres_by_hardness_due(trigger: LitresByHardness, about: Evaluated) -> TriggerDue:
    """Litres from the kind's table, at the hardness after the filter."""
    hardness, meter = about.context.water.scaling_after, about.context.meters.get("litres")
    if hardness is None or meter is None:
        return TriggerDue.unknown(trigger, NO_TEST)
    rests_on = f" by the machine's table at {degrees(hardness)}"
    return against(trigger, Limit(trigger.litres_at(hardness), meter, rests_on), about)


def scale_due(trigger: ScaleBudget, about: Evaluated) -> TriggerDue:
    """Litres in which the budget of scale forms."""
    hardness, meter = about.context.water.scaling_after, about.context.meters.get("litres")
    if hardness is None or meter is None:
        return TriggerDue.unknown(trigger, NO_TEST)
    litres = descale_litres(hardness, trigger.grams, trigger.deposited)
    if litres is None:
        return TriggerDue.never(trigger, "no scale forms from this water", used=0.0, unit="L")
    rests_on = f" for {trigger.grams:g} g of scale at {degrees(hardness)}"
    return against(trigger, Limit(litres, meter, rests_on), about)


@dataclass(frozen=True)
class _Used:
    """What is used of a limit: now, by the latest reading, and whether that is estimated."""

    now: float
    at_last_reading: float
    estimated: bool


def against(trigger: Trigger, limit: Limit, about: Evaluated) -> TriggerDue:
    """What is used of a limit, and when it will be reached.

    Args:
        trigger: the rule.
        limit: so much of what.
        about: the item, when it was last done, and the context.
    """
    meter, context = limit.meter, about.context
    if meter.last is None:
        return TriggerDue.unknown(trigger, NEVER_READ, meter.unit)
    used = _used(meter, about)
    if used is None:
        return TriggerDue.unknown(trigger, NO_START, meter.unit)
    begin = max(meter.last, about.since) if about.since else meter.last
    passage = meter.forecast(limit.amount - max(0.0, used.at_last_reading), begin)
    seen = whole(used.now, meter.unit)
    if seen < limit.amount:
        passage = passage.not_before(context.today)
    return TriggerDue(
        trigger, used.now, limit.amount, meter.unit, used.estimated, passage,
        about.window.counted(seen, limit.amount, passage.likely), _sentence(limit, used, passage, context),
    )  # fmt: skip


def _used(meter: Meter, about: Evaluated) -> _Used | None:
    """What is used since the last time; None where nobody knows when that was."""
    last, context, cumulative = about.last, about.context, meter.cumulative
    if last is None or meter.last is None:
        return None
    if last.position is not None and meter.per_count == 1 and not meter.how:
        now, at_last_reading = (cumulative.position(at) - last.position for at in (context.now, meter.last))
    elif about.since is None:
        return None
    else:
        now, at_last_reading = (meter.between(about.since, at) for at in (context.now, meter.last))
    estimated = bool(meter.how) or context.now > meter.last
    estimated = estimated or (last.at is not None and cumulative.between(last.at, meter.last).estimated)
    return _Used(max(0.0, now), at_last_reading, estimated)


def _sentence(limit: Limit, used: _Used, passage: Passage, context: EvaluationContext) -> str:
    unit = limit.meter.unit
    seen = whole(used.now, unit)
    about = "about " if used.estimated and seen else ""
    counted = f"{about}{amount(used.now, unit)} of {amount(limit.amount, unit)} {unit}{limit.rests_on}"
    if seen >= limit.amount:
        over = used.now - limit.amount
        return f"{counted}; {amount(over, unit)} over" if whole(over, unit) > 0 else f"{counted}; due now"
    if not context.usage.known:
        return f"{counted}; nobody knows the drinks a day yet"
    if passage.likely is None:
        return f"{counted}; not within three years at this rate"
    return f"{counted}; {open_days_ahead(context.calendar.open_days_between(context.today, passage.likely))}"
