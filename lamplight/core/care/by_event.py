"""Triggers that follow what happens: the first drink, the end of service, absences, other jobs, prompts."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta

from lamplight.core.care.by_count import NO_START, Limit, against
from lamplight.core.care.context import Evaluated, EvaluationContext
from lamplight.core.care.item import Day, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.trigger_base import Trigger
from lamplight.core.care.triggers import (
    ABSENCE,
    FIRST_DRINK,
    REFILL,
    AfterEvent,
    AllOf,
    BeforeAbsence,
    EndOfService,
    HoursSinceFirstDrink,
    Prompted,
)
from lamplight.core.moment import Moment
from lamplight.core.site.absence import Absence
from lamplight.core.words import clock_words, day_words

# What was done less than two hours before the end of service was done for that day.
COUNTS_FOR_THE_DAY = timedelta(hours=2)
# Less than half a drink since: nothing was drawn.
LEAST_DRAWN = 0.5
LONGEST_SEARCH_DAYS = 400


def hours_due(trigger: HoursSinceFirstDrink, about: Evaluated) -> TriggerDue:
    """Hours since the first drink after the last time; where it ends on a closed day, at closing before that."""
    context, limit = about.context, float(trigger.limit)
    if about.done is None:
        return TriggerDue.unknown(trigger, NO_START, "hours")
    first, reported = _first_drink(about)
    first = first.astimezone(UTC) if first else None  # so that 72 hours are real ones across a change of the clocks
    if first is None or first > context.now:
        return _no_drink_yet(trigger, first, about).counting(0.0, limit, "hours")
    end = _before_closing(first, first + timedelta(hours=trigger.limit), context)
    used = (context.now - first).total_seconds() / 3600
    verb = "was due" if context.now > end else "due"
    counted = f"{'' if reported else 'about '}{used:.0f} of {trigger.limit} hours since the first drink"
    sentence = f"{counted}; {verb} {clock_words(context.calendar.local(end), context.today)}"
    day = Day(context.calendar.today(end), context.now >= end, not reported, end)
    return TriggerDue.on_day(trigger, day, about.window.timed(end, limit), sentence).counting(used, limit, "hours")


def _no_drink_yet(trigger: HoursSinceFirstDrink, first: datetime | None, about: Evaluated) -> TriggerDue:
    since = "since it was last done" if about.deed else "yet"
    sentence, calendar = f"no drink {since}", about.context.calendar
    if first is None:
        return TriggerDue.never(trigger, sentence)
    ends_on = calendar.today(first + timedelta(hours=trigger.limit))
    return TriggerDue.on_day(trigger, Day(ends_on, estimated=True), Status.CLEAR, sentence)


def _first_drink(about: Evaluated) -> tuple[datetime | None, bool]:
    """When the first drink after the last time was drawn, and whether a machine reported it.

    Where nobody ever read its counter, or knows how much is drunk, it may have been the first one of the day.
    """
    context, done = about.context, about.done
    reported = context.seen_since(FIRST_DRINK, done) if done else None
    if reported is not None:
        return reported, True
    cumulative = context.cumulative
    if done is None or (context.usage.known and context.usage.week_total <= 0):
        return None, False
    if cumulative.last is None or not context.usage.known:
        day = context.calendar.today(done.at)
        if context.calendar.is_open(day) and done.at < context.calendar.closing(day):
            return max(done.at, context.calendar.opening(day)), False
        return context.calendar.opening(context.calendar.open_day_from(day + timedelta(days=1))), False
    return cumulative.moment_at(cumulative.position(done.at) + 1.0, ahead=True), False


def _before_closing(first: datetime, end: datetime, context: EvaluationContext) -> datetime:
    """An end on a closed day moves to the closing of the open day before, but never before the first drink's own."""
    calendar = context.calendar
    day = calendar.today(end)
    if calendar.is_open(day):
        return end
    moved = calendar.closing(calendar.open_day_from(day, -1))
    return moved if moved > first else end


def service_due(trigger: EndOfService, about: Evaluated) -> TriggerDue:
    """The first end of service (or heavy midday) after the last time with something drawn before it."""
    context, calendar = about.context, about.context.calendar
    if about.since is None:
        return TriggerDue.unknown(trigger, NO_START)
    end = _next_service_end(trigger, about.since, context)
    if end is None:
        return TriggerDue.never(trigger, "nothing drawn since")
    when = clock_words(calendar.local(end), context.today)
    if trigger.each_use:
        sentence = f"after each use, at the latest {when}"
    else:
        sentence = f"at {'the end of service' if end == calendar.closing(calendar.today(end)) else 'midday'}, {when}"
    day = Day(calendar.today(end), context.now >= end, estimated=True, at=end)
    return TriggerDue.on_day(trigger, day, about.window.at_service_end(end), sentence)


def _next_service_end(trigger: EndOfService, done: datetime, context: EvaluationContext) -> datetime | None:
    meter, calendar = context.meters.get(trigger.counter), context.calendar
    if meter is None:
        return None
    day = calendar.today(done)
    for _ in range(LONGEST_SEARCH_DAYS):
        if calendar.is_open(day):
            for end in _service_ends(trigger, day, context):
                drawn = not meter.usage.known or meter.between(done, end) >= LEAST_DRAWN
                if end - done > COUNTS_FOR_THE_DAY and drawn:
                    return end
        day += timedelta(days=1)
    return None


def _service_ends(trigger: EndOfService, day: date, context: EvaluationContext) -> list[datetime]:
    """The end of service of a date, and the middle of a heavy one before it."""
    calendar, meter = context.calendar, context.meters[trigger.counter]
    ends = [calendar.closing(day)]
    expected = meter.usage.rates[day.weekday()] * meter.per_count
    if trigger.midday_from is not None and expected >= trigger.midday_from:
        span = calendar.span(day)
        ends.insert(0, calendar.at_minute(day, (span.opens_minute + span.closes_minute) // 2))
    return ends


def event_due(trigger: AfterEvent, about: Evaluated) -> TriggerDue:
    """After an absence, after a refill of the tank, or after another item was done."""
    if trigger.event == REFILL:
        return _refill_due(trigger, about)
    if trigger.event == ABSENCE:
        return _return_due(trigger, about)
    context = about.context
    happened = _last_done(trigger.event, context)
    what = trigger.event.replace("-", " ")
    if happened is None or (about.done is not None and about.done >= happened):
        return TriggerDue.never(trigger, f"after {what}")
    day = context.calendar.today(happened.at)
    return _since_then(trigger, day, about, f"after the last {what}, {day_words(day, context.today)}")


def _return_due(trigger: AfterEvent, about: Evaluated) -> TriggerDue:
    """From the opening of the first day back on; who did it on the last day away, or before that opening, did it."""
    context, calendar = about.context, about.context.calendar
    over = [gone for gone in context.absences if calendar.opening(_first_day_back(gone, context)) <= context.now]
    absence = max(over, key=lambda over: over.last, default=None)
    done = about.done_on
    if absence is None or (done is not None and done >= absence.last):
        return TriggerDue.never(trigger, "after the absence")
    back = _first_day_back(absence, context)
    return _since_then(trigger, back, about, f"after the absence, {day_words(back, context.today)}")


def _first_day_back(absence: Absence, context: EvaluationContext) -> date:
    return context.calendar.open_day_from(absence.last + timedelta(days=1))


def _last_done(key: str, context: EvaluationContext) -> Moment | None:
    other = context.done.get(key)
    at = context.moment_of(other) if other and other.deed else None
    return Moment(at, other.seq) if at and other else None


def _since_then(trigger: Trigger, day: date, about: Evaluated, sentence: str) -> TriggerDue:
    """Due since a date that has come."""
    return TriggerDue.on_day(trigger, Day(day, reached=True), about.window.dated(day), sentence)


def _refill_due(trigger: AfterEvent, about: Evaluated) -> TriggerDue:
    """After the tank was filled again: seen, or else when so many litres as it holds are used up."""
    context = about.context
    if about.done is None:
        return TriggerDue.unknown(trigger, NO_START, "L")
    seen = context.seen_since(REFILL, about.done)
    if seen is not None:
        wall = context.calendar.local(seen)
        return _since_then(trigger, wall.date(), about, f"the tank was filled {clock_words(wall, context.today)}")
    meter = context.meters.get("litres")
    if meter is None or not context.tank_l:
        return TriggerDue.unknown(trigger, "What the tank holds is not known.", "L")
    return against(trigger, Limit(context.tank_l, meter, " to the next refill"), about)


def leaving_due(trigger: BeforeAbsence, about: Evaluated) -> TriggerDue:
    """On the last open day before a long absence."""
    context = about.context
    ahead = [absence for absence in context.absences if absence.first > context.today]
    absence = min((a for a in ahead if a.days >= trigger.min_days), key=lambda a: a.first, default=None)
    if absence is None:
        return TriggerDue.never(trigger, f"before an absence of {trigger.min_days} days or more")
    day = context.calendar.open_day_from(absence.first - timedelta(days=1), -1)
    sentence = f"before the absence from {day_words(absence.first, context.today)} on"
    if about.done_on is not None and about.done_on >= day:
        return TriggerDue.never(trigger, sentence)
    status = about.window.dated(max(day, context.today))
    return TriggerDue.on_day(trigger, Day(day, context.today >= day), status, sentence)


def prompt_due(trigger: Prompted, about: Evaluated) -> TriggerDue:
    """The machine itself asks for it; that is always obeyed."""
    context = about.context
    lit = context.prompts.get(about.item.key)
    if lit is None or (about.deed is not None and about.deed >= lit):
        return TriggerDue.never(trigger, "when the machine asks for it")
    wall = context.calendar.local(lit.at)
    return _since_then(trigger, wall.date(), about, f"the machine asks for it since {clock_words(wall, context.today)}")


def all_of(trigger: AllOf, parts: tuple[TriggerDue, ...]) -> TriggerDue:
    """Several triggers that must all be reached: the last one decides."""
    missing = next((part for part in parts if not part.known), None)
    if missing is not None:
        return TriggerDue.unknown(trigger, missing.sentence)
    latest = min(parts, key=lambda part: (part.status, -(part.passage.likely or date.max).toordinal()))
    return latest.for_all(trigger, f"{' and '.join(part.sentence for part in parts)} (due when all of it is)")
