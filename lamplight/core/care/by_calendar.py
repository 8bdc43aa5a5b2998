"""Triggers that go by the calendar: days, months, a rate's interval, fixed weekdays."""

from __future__ import annotations

from calendar import monthrange
from collections.abc import Collection
from datetime import date, timedelta

from lamplight.core.care.by_count import NO_START
from lamplight.core.care.context import Evaluated, EvaluationContext
from lamplight.core.care.item import Day, TriggerDue
from lamplight.core.care.triggers import ABSENCE, AfterEvent, ByRate, DaysSince, FixedWeekdays, MonthsSince
from lamplight.core.site.calendar import WEEKDAYS, SiteCalendar
from lamplight.core.usage.passage import EIGHT_IN_TEN
from lamplight.core.words import due_words

# Fixed weekdays come round at the latest within so many days, whatever is closed.
LONGEST_SEARCH_DAYS = 400


def _counted_on(done: date, days: int, skipped: Collection[date]) -> date:
    if not skipped:
        return done + timedelta(days=days)
    left, day = days, done
    while left:
        day += timedelta(days=1)
        left -= day not in skipped
    return day


def _on_an_open_day(done: date, day: date, calendar: SiteCalendar) -> date:
    moved = calendar.open_day_from(day, -1)
    return moved if moved > done else day


def _due_for(about: Evaluated, done: date, day: date) -> date:
    """The open date on which an item falls due: what is due on return anyway waits for that, where nobody is there."""
    context = about.context
    if any(isinstance(trigger, AfterEvent) and trigger.event == ABSENCE for trigger in about.item.triggers):
        back = context.calendar.open_day_from(day)
        if any(absence.first <= back and absence.last >= day for absence in context.absences):
            return back
    return _on_an_open_day(done, day, context.calendar)


def month_later(day: date, months: int) -> date:
    """The same day so many months on; the last day of the month where it has fewer."""
    year, month = divmod(day.year * 12 + day.month - 1 + months, 12)
    return date(year, month + 1, min(day.day, monthrange(year, month + 1)[1]))


def days_due(trigger: DaysSince, about: Evaluated) -> TriggerDue:
    """Calendar days since the last time."""
    return _after_days(trigger, trigger.limit, about)


def rate_due(trigger: ByRate, about: Evaluated) -> TriggerDue:
    """Days since the last time, against the interval for the present drinks a day; near the edge of two the shorter."""
    context = about.context
    if not context.usage.known:
        return TriggerDue.unknown(trigger, "Nobody knows the drinks a day yet: take two readings.")
    meter = context.meters["drinks"]
    mean, doubt = meter.mean_per_open_day(), EIGHT_IN_TEN * meter.mean_error()
    limit = min(trigger.days_at(mean), trigger.days_at(mean + doubt))
    return _after_days(trigger, limit, about, f" at {mean:.0f} drinks a day")


def _after_days(trigger: DaysSince | ByRate, limit: int, about: Evaluated, rests_on: str = "") -> TriggerDue:
    done, today = about.done_on, about.context.today
    if done is None:
        return TriggerDue.unknown(trigger, NO_START, "days")
    skipped = _skipped(trigger, about.context)
    used = (today - done).days - sum(done < day <= today for day in skipped)
    due = _due_for(about, done, _counted_on(done, limit, skipped))
    counted = f"{'' if about.dated else 'about '}{used} of {limit} days{rests_on}" if limit > 1 else "every day"
    return _dated(trigger, due, about, counted).counting(float(used), float(limit), "days")


def _skipped(trigger: DaysSince | ByRate | MonthsSince, context: EvaluationContext) -> frozenset[date]:
    """Dates that do not count for a trigger: those of absence, where it says so."""
    return frozenset() if trigger.while_away else context.away


def months_due(trigger: MonthsSince, about: Evaluated) -> TriggerDue:
    """Calendar months since the last time."""
    done, today = about.done_on, about.context.today
    if done is None:
        return TriggerDue.unknown(trigger, NO_START, "days")
    limit_days = (month_later(done, trigger.limit) - done).days
    end = _counted_on(done, limit_days, _skipped(trigger, about.context))
    due = _due_for(about, done, end)
    months = "month" if trigger.limit == 1 else "months"
    used = (today - done).days
    counted = f"{'' if about.dated else 'about '}{used} days of {trigger.limit} {months}"
    return _dated(trigger, due, about, counted).counting(float(used), float((end - done).days), "days")


def weekdays_due(trigger: FixedWeekdays, about: Evaluated) -> TriggerDue:
    """The first of the fixed weekdays after the last time."""
    done = about.done_on
    if done is None:
        return TriggerDue.unknown(trigger, NO_START)
    day = moved = done
    for _ in range(LONGEST_SEARCH_DAYS):
        day += timedelta(days=1)
        moved = about.context.calendar.open_day_from(day, -1)
        if day.weekday() in trigger.days and moved > done:
            break
    names = " and ".join(WEEKDAYS[number] for number in sorted(trigger.days))
    return _dated(trigger, moved, about, names)


def _dated(
    trigger: DaysSince | ByRate | MonthsSince | FixedWeekdays, due: date, about: Evaluated, counted: str
) -> TriggerDue:
    today = about.context.today
    day = Day(due, reached=today >= due, estimated=not about.dated)
    return TriggerDue.on_day(trigger, day, about.window.dated(due), f"{counted}; {due_words(due, today)}")
