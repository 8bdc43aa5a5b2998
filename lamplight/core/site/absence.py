"""Absences: nobody is there; drinks and litres stand still, mould and filters do not."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.core.errors import InvalidInput

LONGEST_ABSENCE_DAYS = 366


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
