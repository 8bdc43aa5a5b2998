"""Triggers that follow what happens: the first drink, the end of service, absences, other jobs, prompts."""

from __future__ import annotations

from datetime import date, datetime, timedelta

from lamplight.core.care.by_calendar import NOT_KNOWN, status_by_date
from lamplight.core.care.by_count import against, unknown
from lamplight.core.care.context import EvaluationContext
from lamplight.core.care.item import CareItem, LastDone, TriggerDue
from lamplight.core.care.status import GRACE_SHARE, Status
from lamplight.core.care.triggers import (
    FIRST_DRINK,
    REFILL,
    AfterEvent,
    BeforeAbsence,
    EndOfService,
    HoursSinceFirstDrink,
    Prompted,
    Trigger,
)
from lamplight.core.usage.passage import NEVER, Passage

SERVICE_LEAD = timedelta(hours=1)
COUNTS_FOR_THE_DAY = timedelta(hours=2)


def hours_due(trigger: HoursSinceFirstDrink, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """Hours since the first drink after the last time; where it ends on a closed day, at closing before that."""
    at = context.moment_of(last)
    if at is None:
        return unknown(trigger, NOT_KNOWN, "hours")
    first, reported = _first_drink(at, context)
    if first is None or first > context.now:
        said = "no drink since it was last done"
        passage = NEVER if first is None else _on(context.calendar.today(first + timedelta(hours=trigger.limit)))
        return TriggerDue(trigger, 0.0, float(trigger.limit), "hours", True, passage, Status.CLEAR, said)
    end = _before_closing(first, first + timedelta(hours=trigger.limit), context)
    used = (context.now - first).total_seconds() / 3600
    about = "" if reported else "about "
    said = f"{about}{used:.0f} of {trigger.limit} hours since the first drink; {_clock_words(end, context)}"
    if context.now >= end + timedelta(hours=max(1.0, GRACE_SHARE * trigger.limit)):
        status = Status.OVERDUE
    elif context.now >= end:
        status = Status.DUE
    else:
        status = context.soon_or_clear(context.calendar.today(end), item)
    passage = _on(context.calendar.today(end), context.now >= end)
    return TriggerDue(trigger, used, float(trigger.limit), "hours", not reported, passage, status, said, end)


def _first_drink(done: datetime, context: EvaluationContext) -> tuple[datetime | None, bool]:
    """When the first drink after a moment was drawn, and whether a machine reported it."""
    reported = context.seen_since(FIRST_DRINK, done)
    if reported is not None:
        return reported, True
    cumulative = context.cumulative
    if cumulative.last is None or not context.usage.known:
        return None, False
    return cumulative.moment_at(cumulative.position(done) + 1.0, ahead=True), False


def _before_closing(first: datetime, end: datetime, context: EvaluationContext) -> datetime:
    """An end on a closed day moves to the closing of the open day before, but never before the first drink's own."""
    calendar = context.calendar
    day = calendar.today(end)
    if calendar.is_open(day):
        return end
    moved = calendar.closing(calendar.open_day_from(day, -1))
    return moved if moved > first else end


def _clock_words(end: datetime, context: EvaluationContext) -> str:
    verb = "was due" if context.now > end else "due"
    return f"{verb} {context.calendar.local(end):%a %-d %b %H:%M}"


def _on(day: date, reached: bool = False) -> Passage:
    return Passage(day, day, day, reached)


def service_due(trigger: EndOfService, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """The first end of service (or heavy midday) after the last time with something drawn before it."""
    at = context.moment_of(last)
    if at is None:
        return unknown(trigger, NOT_KNOWN)
    moment = _next_service_end(trigger, at, context)
    if moment is None:
        return TriggerDue(trigger, None, None, "", True, NEVER, Status.CLEAR, "nothing drawn since")
    calendar = context.calendar
    day = calendar.today(moment)
    next_open = calendar.opening(calendar.open_day_from(day + timedelta(days=1)))
    if context.now >= next_open:
        status = Status.OVERDUE
    elif context.now >= moment - SERVICE_LEAD:
        status = Status.DUE
    else:
        status = Status.SOON if day == context.today else Status.CLEAR
    clock = f"{calendar.local(moment):%a %-d %b %H:%M}"
    if trigger.each_use:
        said = f"after each use, at the latest {clock}"
    else:
        said = f"at the end of service, {clock}" if moment == calendar.closing(day) else f"at midday, {clock}"
    return TriggerDue(trigger, None, None, "", True, _on(day, context.now >= moment), status, said, moment)


def _next_service_end(trigger: EndOfService, done: datetime, context: EvaluationContext) -> datetime | None:
    meter, calendar = context.meters.get(trigger.counter), context.calendar
    if meter is None:
        return None
    day = calendar.today(done)
    for _ in range(400):
        if calendar.is_open(day):
            for moment in _service_ends(trigger, day, context):
                drawn = not meter.usage.known or meter.between(done, moment) >= 0.5
                if moment - done > COUNTS_FOR_THE_DAY and drawn:
                    return moment
        day += timedelta(days=1)
    return None


def _service_ends(trigger: EndOfService, day: date, context: EvaluationContext) -> list[datetime]:
    calendar, meter = context.calendar, context.meters[trigger.counter]
    ends = [calendar.closing(day)]
    expected = meter.usage.rates[day.weekday()] * meter.per_count
    if trigger.midday_from is not None and expected >= trigger.midday_from:
        span = calendar.span(day)
        ends.insert(0, calendar.at_minute(day, (span.opens_minute + span.closes_minute) // 2))
    return ends


def event_due(trigger: AfterEvent, item: CareItem, last: LastDone | None, context: EvaluationContext) -> TriggerDue:
    """After an absence, after a refill of the tank, or after another item was done."""
    if trigger.event == REFILL:
        return _refill_due(trigger, item, last, context)
    since = context.moment_of(last) if last else None
    if trigger.event == "absence":
        returns = [
            context.calendar.opening(context.calendar.open_day_from(absence.last + timedelta(days=1)))
            for absence in context.absences
        ]
        happened = max((moment for moment in returns if moment <= context.now), default=None)
        what = "the absence"
    else:
        other = context.done.get(trigger.event)
        happened = context.moment_of(other) if other else None
        what = f"the last {trigger.event.replace('-', ' ')}"
    if happened is None or (since is not None and since >= happened):
        return TriggerDue(
            trigger, None, None, "", False, NEVER, Status.CLEAR, f"after {what.removeprefix('the last ')}"
        )
    day = context.calendar.today(happened)
    said = f"after {what}, {day:%a %-d %b}"
    return TriggerDue(trigger, None, None, "", False, _on(day, True), status_by_date(day, item, context), said)


def _refill_due(trigger: AfterEvent, item: CareItem, last: LastDone | None, context: EvaluationContext) -> TriggerDue:
    """After the tank was filled again: seen, or else when so many litres as it holds are used up."""
    since = context.moment_of(last) if last else None
    meter = context.meters.get("litres")
    if last is None or since is None:
        return unknown(trigger, NOT_KNOWN, "L")
    seen = context.seen_since(REFILL, since)
    if seen is not None:
        day = context.calendar.today(seen)
        said = f"the tank was filled {context.calendar.local(seen):%a %-d %b %H:%M}"
        return TriggerDue(trigger, None, None, "", False, _on(day, True), status_by_date(day, item, context), said)
    if meter is None or not context.tank_l:
        return unknown(trigger, "What the tank holds is not known.", "L")
    return against(trigger, context.tank_l, meter, item, last, context, " to the next refill")


def leaving_due(
    trigger: BeforeAbsence, item: CareItem, last: LastDone | None, context: EvaluationContext
) -> TriggerDue:
    """On the last open day before a long absence."""
    ahead = [a for a in context.absences if a.first > context.today and a.days >= trigger.min_days]
    absence = min(ahead, key=lambda absence: absence.first, default=None)
    if absence is None:
        said = f"before an absence of {trigger.min_days} days or more"
        return TriggerDue(trigger, None, None, "", False, NEVER, Status.CLEAR, said)
    day = context.calendar.open_day_from(absence.first - timedelta(days=1), -1)
    since = context.moment_of(last) if last else None
    settled = since is not None and context.calendar.today(since) >= day
    said = f"before the absence from {absence.first:%a %-d %b} on"
    status = Status.CLEAR if settled else status_by_date(max(day, context.today), item, context)
    passage = NEVER if settled else _on(day, context.today >= day)
    return TriggerDue(trigger, None, None, "", False, passage, status, said)


def prompt_due(trigger: Prompted, item: CareItem, last: LastDone | None, context: EvaluationContext) -> TriggerDue:
    """The machine itself asks for it; that is always obeyed."""
    lit = context.prompts.get(item.key)
    since = context.moment_of(last) if last else None
    if lit is None or (since is not None and since >= lit):
        return TriggerDue(trigger, None, None, "", False, NEVER, Status.CLEAR, "when the machine asks for it")
    day = context.calendar.today(lit)
    said = f"the machine asks for it since {context.calendar.local(lit):%a %-d %b %H:%M}"
    return TriggerDue(trigger, None, None, "", False, _on(day, True), status_by_date(day, item, context), said)


def all_of(trigger: Trigger, parts: tuple[TriggerDue, ...]) -> TriggerDue:
    """Several triggers that must all be reached: the last one decides."""
    missing = next((part for part in parts if not part.known), None)
    if missing is not None:
        return unknown(trigger, missing.sentence)
    latest = min(parts, key=lambda part: (part.status, -(part.passage.likely or date.max).toordinal()))
    said = " and ".join(part.sentence for part in parts)
    return TriggerDue(
        trigger, latest.used, latest.limit, latest.unit, latest.estimated, latest.passage, latest.status, said
    )
