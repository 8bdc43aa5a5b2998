"""Triggers that count: drinks, milk drinks, litres, a filter's capacity, scale."""

from __future__ import annotations

from datetime import date

from lamplight.core.care.context import EvaluationContext, open_days_in_words
from lamplight.core.care.item import CareItem, LastDone, TriggerDue
from lamplight.core.care.status import GRACE_SHARE, Status
from lamplight.core.care.triggers import COUNTERS, CountSince, FilterSpent, LitresByHardness, ScaleBudget, Trigger
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import NEVER, Passage
from lamplight.core.water.cartridge import filter_litres
from lamplight.core.water.scale import descale_litres
from lamplight.core.words import amount

NO_TEST = "The water's hardness is not known: enter a test."


def unknown(trigger: Trigger, sentence: str, unit: str = "") -> TriggerDue:
    """A trigger that cannot be judged, and why."""
    return TriggerDue(trigger, None, None, unit, True, NEVER, Status.UNKNOWN, sentence)


def count_due(trigger: CountSince, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """Drinks, milk drinks or litres since the last time."""
    meter = context.meters.get(trigger.counter)
    if meter is None:
        return unknown(trigger, f"Nothing here counts {COUNTERS[trigger.counter]}.")
    what = " by the machine’s own bar" if trigger.by_bar else ""
    return against(trigger, trigger.limit, meter, item, last, context, what)


def filter_due(trigger: FilterSpent, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """Litres until the fitted cartridge is spent."""
    water, meter = context.water, context.meters.get("litres")
    if water.cartridge is None:
        return unknown(trigger, "Which cartridge is fitted is not known: say so under Water.")
    if water.before_filter is None or meter is None:
        return unknown(trigger, NO_TEST)
    litres = filter_litres(water.cartridge, water.before_filter)
    if litres is None:
        said = f"never spent by water of {water.before_filter:g} °dH"
        return TriggerDue(trigger, 0.0, None, "L", True, NEVER, Status.CLEAR, said)
    what = f" at {water.before_filter:g} °dH"
    return against(trigger, litres, meter, item, last, context, what)


def litres_by_hardness_due(
    trigger: LitresByHardness, item: CareItem, last: LastDone, context: EvaluationContext
) -> TriggerDue:
    """Litres from the kind's table, at the hardness after the filter."""
    hardness, meter = context.water.scaling_after, context.meters.get("litres")
    if hardness is None or meter is None:
        return unknown(trigger, NO_TEST)
    step = next(step for step in trigger.steps if step.up_to_dh is None or hardness <= step.up_to_dh)
    what = f" by the machine's table at {_degrees(hardness)}"
    return against(trigger, step.litres, meter, item, last, context, what)


def scale_due(trigger: ScaleBudget, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """Litres in which the budget of scale forms."""
    hardness, meter = context.water.scaling_after, context.meters.get("litres")
    if hardness is None or meter is None:
        return unknown(trigger, NO_TEST)
    litres = descale_litres(hardness, trigger.grams, trigger.deposited)
    if litres is None:
        return TriggerDue(trigger, 0.0, None, "L", True, NEVER, Status.CLEAR, "no scale forms from this water")
    what = f" for {trigger.grams:g} g of scale at {_degrees(hardness)}"
    return against(trigger, litres, meter, item, last, context, what)


def _degrees(hardness: float) -> str:
    return f"{round(hardness, 1):g} °dH"


def against(
    trigger: Trigger,
    limit: float,
    meter: Meter,
    item: CareItem,
    last: LastDone,
    context: EvaluationContext,
    what: str = "",
) -> TriggerDue:
    """What is used of a limit, and when it will be reached.

    Args:
        trigger: the rule.
        limit: in the gauge's units, above 0.
        meter: what counts.
        item, last, context: as for every trigger.
        what: words that say what the limit rests on.
    """
    cumulative = meter.cumulative
    if meter.last is None:
        return unknown(trigger, "No counter reading yet: read the counter once.", meter.unit)
    since = context.moment_of(last)
    if last.position is not None and meter.per_count == 1 and not meter.how:
        used = cumulative.position(context.now) - last.position
        at_last_reading = cumulative.position(meter.last) - last.position
    elif since is None:
        return unknown(trigger, "The day it was last done is not known: say when it was.", meter.unit)
    else:
        used = meter.between(since, context.now)
        at_last_reading = meter.between(since, meter.last)
    used = max(0.0, used)
    estimated = bool(meter.how) or context.now > meter.last
    estimated = estimated or (last.at is not None and cumulative.between(last.at, meter.last).estimated)
    begin = max(meter.last, since) if since else meter.last
    passage = meter.forecast(limit - max(0.0, at_last_reading), begin)
    seen, grace = _whole(used, meter.unit), max(1.0, GRACE_SHARE * limit)
    if seen >= limit + grace:
        status = Status.OVERDUE
    elif seen >= limit:
        status = Status.DUE
    else:
        passage = _not_before(passage, context.today)
        status = context.soon_or_clear(passage.likely, item)
    said = _sentence(limit, used, estimated, meter, passage, context, what)
    return TriggerDue(trigger, used, limit, meter.unit, estimated, passage, status, said)


def _whole(used: float, unit: str) -> float:
    return round(used, 1) if unit == "L" else float(round(used))


def _not_before(passage: Passage, today: date) -> Passage:
    def at_least_today(day: date | None) -> date | None:
        return max(day, today) if day else None

    return Passage(
        at_least_today(passage.early), at_least_today(passage.likely), at_least_today(passage.late), passage.reached
    )


def _sentence(
    limit: float, used: float, estimated: bool, meter: Meter, passage: Passage, context: EvaluationContext, what: str
) -> str:
    seen = _whole(used, meter.unit)
    about = "about " if estimated and seen else ""
    said = f"{about}{amount(used, meter.unit)} of {amount(limit, meter.unit)} {meter.unit}{what}"
    if seen >= limit:
        over = amount(used - limit, meter.unit)
        return f"{said}; {over} over" if float(over.replace("\u202f", "")) > 0 else f"{said}; due now"
    if not context.usage.known:
        return f"{said}; nobody knows the drinks a day yet"
    if passage.likely is None:
        return f"{said}; not within three years at this rate"
    return f"{said}; {open_days_in_words(context, passage.likely)}"
