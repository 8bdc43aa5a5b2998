"""Which moments there can be, and the order within one: what was written later happened later, in the same second too.

Whatever comes in from outside, by a form, a file, another program, a phone or a message, passes `read_moment` or
`check_year`; the store refuses the rest once more.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from lamplight.core.errors import InvalidInput

FIRST_YEAR, LAST_YEAR = 1990, 2100


@dataclass(frozen=True, order=True)
class Moment:
    """A place in the order of everything that happened at a machine.

    Attributes:
        at: when, aware.
        seq: place within the second, 0 or more; of facts at one time the one with the higher number was written later.
    """

    at: datetime
    seq: int = 0


def check_year(day: date) -> None:
    """Refuse a date that no coffee machine has seen or will see: outside 1990 to 2100, a slip of the finger.

    Raises:
        InvalidInput: then.
    """
    if not FIRST_YEAR <= day.year <= LAST_YEAR:
        raise InvalidInput(f"The year {day.year} is not between {FIRST_YEAR} and {LAST_YEAR}. Look at the date again.")


def read_moment(text: str) -> datetime | None:
    """A moment with its offset from ISO 8601 text, to the second; None for what is none, or no year that can be."""
    try:
        at = datetime.fromisoformat(text)
        check_year(at)
        return at.replace(microsecond=0) if at.utcoffset() is not None else None
    except (ValueError, OverflowError):
        return None
