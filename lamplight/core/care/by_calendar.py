"""Triggers that go by the calendar: days, months, a rate's interval, fixed weekdays."""

from __future__ import annotations

from calendar import monthrange
from collections.abc import Collection
from datetime import date, timedelta

from lamplight.core.care.by_count import unknown
from lamplight.core.care.context import EvaluationContext
from lamplight.core.care.item import CareItem, LastDone, TriggerDue
from lamplight.core.care.status import GRACE_OPEN_DAYS, Status
from lamplight.core.care.triggers import ByRate, DaysSince, FixedWeekdays, MonthsSince, Trigger
from lamplight.core.site.calendar import WEEKDAYS, SiteCalendar
from lamplight.core.usage.passage import Passage

NOT_KNOWN = "The day it was last done is not known: say when it was."


def due_day(done: date, limit_days: int, calendar: SiteCalendar, skipped: Collection[date] = ()) -> date:
    """The date a limit in days runs out: on a closed day the open day before, never before the day after it was done.

    Args:
        done: the date it was last done.
        limit_days: 1 or more.
        calendar: opening days.
        skipped: dates that do not count.
    """
    return _on_an_open_day(done, _counted_on(done, limit_days, skipped), calendar)


def _counted_on(done: date, days: int, skipped: Collection[date]) -> date:
    day = done + timedelta(days=days)
    if not skipped:
        return day
    left, day = days, done
    while left:
        day += timedelta(days=1)
        left -= day not in skipped
    return day


def _on_an_open_day(done: date, day: date, calendar: SiteCalendar) -> date:
    moved = calendar.open_day_from(day, -1)
    return moved if moved > done else day


def month_later(day: date, months: int) -> date:
    """The same day so many months on; the last day of the month where it has fewer."""
    year, month = divmod(day.year * 12 + day.month - 1 + months, 12)
    return date(year, month + 1, min(day.day, monthrange(year, month + 1)[1]))


def days_due(trigger: DaysSince, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """Calendar days since the last time."""
    return _after_days(trigger, trigger.limit, item, last, context, "")


def rate_due(trigger: ByRate, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """Days since the last time, against the interval for the present drinks a day."""
    if not context.usage.known:
        return unknown(trigger, "Nobody knows the drinks a day yet: take two readings.")
    mean = context.meters["drinks"].mean_per_open_day()
    reached = [step for step in trigger.steps if mean >= step.at_least_per_day]
    step = max(reached or trigger.steps, key=lambda step: step.at_least_per_day)
    return _after_days(trigger, step.days, item, last, context, f" at {mean:.0f} drinks a day")


def _after_days(
    trigger: DaysSince | ByRate, limit: int, item: CareItem, last: LastDone, context: EvaluationContext, what: str
) -> TriggerDue:
    at = context.moment_of(last)
    if at is None:
        return unknown(trigger, NOT_KNOWN, "days")
    done = context.calendar.today(at)
    skipped = frozenset() if trigger.while_away else context.away
    used = (context.today - done).days - sum(done < day <= context.today for day in skipped)
    due = due_day(done, limit, context.calendar, skipped)
    about = "" if last.at else "about "
    said = f"{about}{used} of {limit} days{what}; {when_due(due, context)}"
    return _dated(trigger, float(used), float(limit), "days", due, item, last, context, said)


def months_due(trigger: MonthsSince, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """Calendar months since the last time."""
    at = context.moment_of(last)
    if at is None:
        return unknown(trigger, NOT_KNOWN, "days")
    done = context.calendar.today(at)
    end = month_later(done, trigger.limit)
    skipped = frozenset() if trigger.while_away else context.away
    end = _counted_on(done, (end - done).days, skipped)
    due = _on_an_open_day(done, end, context.calendar)
    months = "month" if trigger.limit == 1 else "months"
    about = "" if last.at else "about "
    said = f"{about}{(context.today - done).days} days of {trigger.limit} {months}; {when_due(due, context)}"
    used, limit = float((context.today - done).days), float((end - done).days)
    return _dated(trigger, used, limit, "days", due, item, last, context, said)


def weekdays_due(trigger: FixedWeekdays, item: CareItem, last: LastDone, context: EvaluationContext) -> TriggerDue:
    """The first of the fixed weekdays after the last time."""
    at = context.moment_of(last)
    if at is None:
        return unknown(trigger, NOT_KNOWN)
    done = context.calendar.today(at)
    day = done
    for _ in range(400):
        day += timedelta(days=1)
        moved = context.calendar.open_day_from(day, -1)
        if day.weekday() in trigger.days and moved > done:
            break
    names = " and ".join(WEEKDAYS[number] for number in sorted(trigger.days))
    said = f"{names}; {when_due(moved, context)}"
    return _dated(trigger, None, None, "", moved, item, last, context, said)


def when_due(due: date, context: EvaluationContext) -> str:
    """``due today``, ``due Mon 30 Nov`` or ``was due Fri 20 Nov``."""
    if context.today > due:
        return f"was due {due:%a %-d %b}"
    return "due today" if due == context.today else f"due {due:%a %-d %b}"


def _dated(
    trigger: Trigger,
    used: float | None,
    limit: float | None,
    unit: str,
    due: date,
    item: CareItem,
    last: LastDone,
    context: EvaluationContext,
    said: str,
) -> TriggerDue:
    passage = Passage(due, due, due, reached=context.today >= due)
    return TriggerDue(trigger, used, limit, unit, last.at is None, passage, status_by_date(due, item, context), said)


def status_by_date(due: date, item: CareItem, context: EvaluationContext) -> Status:
    """Due on its date, overdue after one more open day, soon within the item's window."""
    if context.today < due:
        return context.soon_or_clear(due, item)
    grace_ends = due
    for _ in range(GRACE_OPEN_DAYS):
        grace_ends = context.calendar.open_day_from(grace_ends + timedelta(days=1))
    return Status.OVERDUE if context.today > grace_ends else Status.DUE
