"""Triggers that count: drinks, milk drinks, litres, a filter's capacity, scale."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from lamplight.core.care.context import Evaluated, EvaluationContext
from lamplight.core.care.item import TriggerDue
from lamplight.core.care.trigger_base import Trigger
from lamplight.core.care.triggers import COUNTED, PUCKS, CountSince, FilterSpent, LitresByHardness
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import NEVER, Passage
from lamplight.core.water.through import WaterThrough, water_through
from lamplight.core.words import amount, decimal, degrees, open_days_ahead, whole

NO_TEST = "The water's hardness is not known: enter a test."
NO_START = "The day it was last done is not known: say when it was."
NEVER_READ = "No counter reading yet: read the counter once."
NOBODY_READS = "Nobody knows the drinks a day, and the counter was not read since: read it again."
# Nobody presses so much more into a drawer than it holds.
TOO_FULL = 1.5


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
        return TriggerDue.unknown(trigger, f"Nothing here counts {COUNTED[trigger.counter]}.")
    rests_on = " by the machine’s own bar" if trigger.by_bar else ""
    return against(trigger, Limit(trigger.limit, meter, rests_on), about)


def filter_due(trigger: FilterSpent, about: Evaluated) -> TriggerDue:
    """Litres until the fitted cartridge is spent, by the water that went through it."""
    water, meter = about.context.water, about.context.meters.get("litres")
    if water.cartridge is None:
        if water.filter_out:
            return TriggerDue.never(trigger, "no filter is fitted")
        return TriggerDue.unknown(trigger, "Which cartridge is fitted is not known: say so under Water.")
    if water.before_filter is None or meter is None:
        return TriggerDue.unknown(trigger, NO_TEST)

    def share(through: WaterThrough) -> float | None:
        if through.water.fitted_at != water.fitted_at:
            return 0.0  # went through another one
        return trigger.worn_by(through)

    never = f"never spent by water of {decimal(water.before_filter)} °dH"
    words = Wear(f" at {decimal(water.before_filter)} °dH", "of what the cartridge holds", never)
    return worn(trigger, share, words, about, WaterThrough(0.0, water))


def litres_by_hardness_due(trigger: LitresByHardness, about: Evaluated) -> TriggerDue:
    """Litres from the kind's table, at the hardness after the filter."""
    now = about.context.water_now.scaling_dh
    rests_on = f" by the machine's table at {degrees(now or 0.0)}"
    return worn(trigger, trigger.worn_by, Wear(rests_on, "of the interval by the machine's table"), about)


@dataclass(frozen=True)
class Wear:
    """How what water does is said.

    Attributes:
        rests_on: what the limit rests on, with a space before it, where all of it went through as it does now.
        of_what: what the per cents are of, where the water changed.
        never: what is said where the present water does nothing.
    """

    rests_on: str
    of_what: str
    never: str = ""


def worn(
    trigger: Trigger,
    share: Callable[[WaterThrough], float | None],
    words: Wear,
    about: Evaluated,
    present: WaterThrough | None = None,
) -> TriggerDue:
    """What water has used up of a limit since the last time, each stretch as the water was then.

    Args:
        share: of the limit that a litre uses up; None where the hardness is not known.
        about: the item, when it was last done, and the context.
        present: what comes through from now on; by default as it does now.
    """
    context, meter = about.context, about.context.meters.get("litres")
    now = share(present or context.water_now)
    if now is None or meter is None:
        return TriggerDue.unknown(trigger, NO_TEST)
    if _known_to(meter, about) is None:
        return TriggerDue.unknown(trigger, NEVER_READ, meter.unit)
    parts = context.through_since(about.since) if about.since else ()
    shares = [share(part) for part in parts]
    if all(known is not None and abs(known - now) <= 1e-9 * (now or 1.0) for known in shares):
        if now > 0:
            return against(trigger, Limit(round(1.0 / now, 9), meter, words.rests_on), about)
        return TriggerDue.never(trigger, words.never, used=0.0, unit=meter.unit)
    return _changed_water(trigger, share, words, about, 100 * now)


def _changed_water(
    trigger: Trigger,
    share: Callable[[WaterThrough], float | None],
    words: Wear,
    about: Evaluated,
    per_litre: float,
) -> TriggerDue:
    """Per cents of a limit to which different waters added up; so many for each litre from now on."""
    context, limit = about.context, 100.0
    meter, since = context.meters["litres"], about.since or context.now

    def used_by(end: datetime) -> float:
        through = water_through(context.waters, meter.between, since, end)
        return 100 * sum((share(part) or 0.0) * part.litres for part in through)

    used = used_by(context.now)
    counted = f"about {amount(used, '%')} % {words.of_what}, as the water was then"
    if used >= limit:
        day = day_reached(used_by, limit, context.calendar.today(since), context)
        passage, sentence = Passage(day, day, day, reached=True), f"{counted}; due"
    else:
        passage = meter.forecast((limit - used) / per_litre, context.now) if per_litre > 0 else NEVER
        sentence = ahead_words(counted, passage, meter, context)
    status = about.window.counted(used, limit, passage.likely)
    return TriggerDue(trigger, used, limit, "%", True, passage, status, sentence)


@dataclass(frozen=True)
class _Used:
    """What is used of a limit: now, by the latest reading, and whether that is estimated."""

    now: float
    at_last_reading: float
    estimated: bool


def against(trigger: Trigger, limit: Limit, about: Evaluated) -> TriggerDue:
    """What is used of a limit, and when it will be reached.

    Args:
        about: the item, when it was last done, and the context.
    """
    meter, context = limit.meter, about.context
    known_to = _known_to(meter, about)
    if known_to is None:
        return TriggerDue.unknown(trigger, NEVER_READ, meter.unit)
    used = _used(meter, about)
    if used is None:
        return TriggerDue.unknown(trigger, NO_START, meter.unit)
    if about.item.hygiene and not meter.usage.known and context.calendar.today(known_to) < context.today:
        return TriggerDue.unknown(trigger, NOBODY_READS, meter.unit)
    seen = whole(used.now, meter.unit)
    if seen >= limit.amount:
        day = _reached_on(limit, about)
        passage = Passage(day, day, day, reached=True)
    else:
        begin = max(known_to, about.since) if about.since else known_to
        passage = meter.forecast(limit.amount - max(0.0, used.at_last_reading), begin).not_before(context.today)
    return TriggerDue(
        trigger, used.now, limit.amount, meter.unit, used.estimated, passage,
        about.window.counted(seen, limit.amount, passage.likely), _sentence(limit, used, passage, context),
    )  # fmt: skip


def _known_to(meter: Meter, about: Evaluated) -> datetime | None:
    """Up to when it rests on a reading; where nobody ever read, a guess counts from the start."""
    return meter.last or (about.since if meter.usage.known else None)


def _used(meter: Meter, about: Evaluated) -> _Used | None:
    """What is used since the last time; None where nobody knows when that was."""
    last, context, cumulative, known_to = about.last, about.context, meter.cumulative, _known_to(meter, about)
    if last is None or known_to is None:
        return None
    if last.position is not None and _counts_drinks(meter, context):
        now, at_last_reading = (cumulative.position(at) - last.position for at in (context.now, known_to))
    elif about.since is None:
        return None
    else:
        now, at_last_reading = (meter.between(about.since, at) for at in (context.now, known_to))
    estimated = bool(meter.how) or meter.last is None or context.now > known_to
    estimated = estimated or (last.at is not None and cumulative.between(last.at, known_to).estimated)
    return _Used(max(0.0, now), at_last_reading, estimated)


def _counts_drinks(meter: Meter, context: EvaluationContext) -> bool:
    """Whether a meter's units are the drinks themselves, so that a place on their line is one on its own."""
    return meter.cumulative is context.cumulative and meter.plain


def _reached_on(limit: Limit, about: Evaluated) -> date:
    """The date by whose end a limit was used up that is used up now."""
    context, meter, last = about.context, limit.meter, about.last
    calendar, today = context.calendar, context.today
    if last is not None and _counts_drinks(meter, context):
        known = last.position is not None or about.since is None
        start = last.position if known else meter.cumulative.position(about.since or context.now)
        reached = meter.cumulative.moment_at((start or 0.0) + limit.amount, ahead=True)
        return min(calendar.today(reached), today) if reached else today

    since = about.since or context.now
    return day_reached(lambda end: meter.between(since, end), limit.amount, calendar.today(since), context)


def day_reached(used_by: Callable[[datetime], float], limit: float, low: date, context: EvaluationContext) -> date:
    """The first date, today at the latest, by whose end so much is used."""

    def reached(day: date) -> bool:
        return used_by(context.calendar.at_minute(day + timedelta(days=1), 0)) >= limit

    high = context.today
    if reached(low):
        return min(low, high)
    while (high - low).days > 1:
        middle = low + timedelta(days=(high - low).days // 2)
        low, high = (low, middle) if reached(middle) else (middle, high)
    return high


def _sentence(limit: Limit, used: _Used, passage: Passage, context: EvaluationContext) -> str:
    unit = limit.meter.unit
    seen = whole(used.now, unit)
    about = "about " if used.estimated and seen else ""
    counted = f"{about}{amount(used.now, unit)} of {amount(limit.amount, unit)} {unit}{limit.rests_on}"
    if unit == COUNTED[PUCKS] and seen >= TOO_FULL * limit.amount:
        return f"{counted}; more than it holds: it was emptied and nobody wrote it down, or it runs over"
    if seen >= limit.amount:
        over = used.now - limit.amount
        return f"{counted}; {amount(over, unit)} over" if whole(over, unit) > 0 else f"{counted}; due now"
    return ahead_words(counted, passage, limit.meter, context)


def ahead_words(counted: str, passage: Passage, meter: Meter, context: EvaluationContext) -> str:
    """What is counted, and when its limit will be reached."""
    if not meter.usage.known:
        what = "milk drinks" if meter.unit == COUNTED["milk"] else "drinks"
        return f"{counted}; nobody knows the {what} a day yet"
    if passage.likely is None:
        return f"{counted}; not within three years at this rate"
    return f"{counted}; {open_days_ahead(context.calendar.open_days_between(context.today, passage.likely))}"
