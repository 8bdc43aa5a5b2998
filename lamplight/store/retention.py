"""Which daily copies are kept: each of the last days, one of each of the last weeks and months."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta

DAYS, WEEKS, MONTHS = 7, 4, 12


def kept_days(days: Iterable[date], today: date) -> set[date]:
    """The days whose copies are kept: those of the last 7 days, the newest of each of the last 4 weeks and 12 months.

    A week begins on Monday. Copies from the future, made under a wrong clock, are kept: they may be the newest facts.
    """
    newest_of: dict[tuple[str, int], date] = {}
    for day in sorted(days):
        age = (today - day).days
        weeks = (_monday(today) - _monday(day)).days // 7
        months = 12 * (today.year - day.year) + today.month - day.month
        if age < DAYS:
            newest_of["day", age] = day
        if weeks < WEEKS:
            newest_of["week", weeks] = day
        if months < MONTHS:
            newest_of["month", months] = day
    return set(newest_of.values())


def _monday(day: date) -> date:
    return day - timedelta(days=day.weekday())
