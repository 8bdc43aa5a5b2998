"""Moments: their bound, and whether the computer's clock can be right, told from what was written before."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime, timedelta

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


BACK = timedelta(days=1)  # more is no change of zone, and no correction by a time server
AHEAD = timedelta(days=100)  # nobody writes for so long: a summer's closing is shorter


def clock_doubt(now: datetime, last: datetime | None) -> str:
    """Why the clock may be wrong, as the first half of a sentence; empty where nothing speaks against it.

    Args:
        now: by the computer's clock, aware.
        last: when something was written last, aware; None in an empty book.
    """
    if last is None or -BACK <= now - last <= AHEAD:
        return ""
    apart = "before" if now < last else "after"
    return (
        f"The computer says that it is {now:%a %-d %b %Y, %H:%M} UTC; that is long {apart} the newest entry of "
        f"{last:%a %-d %b %Y}"
    )
