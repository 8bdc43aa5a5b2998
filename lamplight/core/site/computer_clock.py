"""Whether the computer's clock can be right, told from what was written before.

Its battery may be empty (then it begins in 1970 or with the year of its making), or somebody set another year.
"""

from __future__ import annotations

from datetime import datetime, timedelta

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
