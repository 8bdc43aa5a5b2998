"""Absences: nobody is there; drinks and litres stand still, mould and filters do not."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import SiteCalendar

LONGEST_ABSENCE_DAYS = 366
# A closure that keeps the doors shut for so many days in a row, the days off around it included, is an absence; a long
# weekend is none. Common practice, no source.
CLOSURE_DAYS = 5


@dataclass(frozen=True)
class Absence:
    """Nobody is there, both dates included; drinks and litres stand still, mould and filters do not.

    Raises:
        InvalidInput: when it ends before it begins, or lasts longer than a year.
    """

    first: date
    last: date

    def __post_init__(self) -> None:
        if self.last < self.first:
            raise InvalidInput("An absence ends on the day it begins, or later. Swap the dates.", "first")
        if self.days > LONGEST_ABSENCE_DAYS:
            raise InvalidInput("An absence lasts a year at most.", "last")

    @property
    def days(self) -> int:
        """How many dates."""
        return (self.last - self.first).days + 1

    def dates(self) -> Iterable[date]:
        """Each of them."""
        return (self.first + timedelta(days=n) for n in range(self.days))


def away(absences: Iterable[Absence], calendar: SiteCalendar) -> tuple[Absence, ...]:
    """The spans in which nobody is there: the keepers' absences, and closures of more than a long weekend.

    What overlaps, or leaves no open day between, is one; none lasts more than a year.

    Args:
        absences: of the keeper, in any order.
        calendar: of the site, without them.
    """
    spans = sorted((*absences, *_long_closures(calendar)), key=lambda span: (span.first, span.last))
    merged: list[Absence] = []
    for span in spans:
        before = merged[-1] if merged else None
        if before and _no_open_day(before.last, span.first, calendar) and _fits(before.first, span.last):
            merged[-1] = Absence(before.first, max(before.last, span.last))
        else:
            merged.append(span)
    return tuple(merged)


def _long_closures(calendar: SiteCalendar) -> list[Absence]:
    """Closures with the days off around them, where they are long."""
    spans: list[Absence] = []
    for day in sorted(calendar.closures):
        if spans and day <= spans[-1].last:
            continue
        first = last = day
        while not calendar.is_open(first - timedelta(days=1)) and _fits(first, day + timedelta(days=1)):
            first -= timedelta(days=1)
        while not calendar.is_open(last + timedelta(days=1)) and _fits(first, last + timedelta(days=1)):
            last += timedelta(days=1)
        spans.append(Absence(first, last))
    return [span for span in spans if span.days >= CLOSURE_DAYS]


def _fits(first: date, last: date) -> bool:
    return (last - first).days < LONGEST_ABSENCE_DAYS


def _no_open_day(end: date, begin: date, calendar: SiteCalendar) -> bool:
    """Whether no open day lies between the end of one span and the beginning of another."""
    between = (end + timedelta(days=n) for n in range(1, (begin - end).days))
    return not any(calendar.is_open(day) for day in between)
