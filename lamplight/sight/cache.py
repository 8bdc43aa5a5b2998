"""What was read and worked out lately, kept in memory for as long as what it rests on stays as it is.

Nothing here is a fact: all of it can be dropped at any time and comes back slower.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable
from datetime import datetime
from threading import RLock
from typing import Any, TypeVar

from lamplight.store.prepared import forget_fetched

Answer = TypeVar("Answer")
_KEPT: dict[Hashable, tuple[object, Any]] = {}
_WORKING: dict[Hashable, RLock] = {}
MOST_KEPT = 20_000
# So long one thread waits for what another works out; then it does the work itself, so that two never wait for ever.
PATIENCE_S = 20


def forget() -> None:
    """Drop everything, as at the start of the program."""
    _KEPT.clear()
    _WORKING.clear()
    forget_fetched()


def minute(now: datetime) -> datetime:
    """The minute in which an answer stays good."""
    return now.replace(second=0, microsecond=0)


def kept(name: Hashable, rests_on: object, work: Callable[[], Answer]) -> Answer:
    """The last answer of that name, worked out anew when what it rests on is another; by one thread for all who ask.

    Args:
        rests_on: compared with what the last answer rested on; None where nothing may be kept.
    """
    if rests_on is None:
        return work()
    last = _KEPT.get(name)
    if last is None or last[0] != rests_on:
        turn = _WORKING.setdefault(name, RLock())
        alone = turn.acquire(timeout=PATIENCE_S)
        try:
            last = _KEPT.get(name)
            if last is None or last[0] != rests_on:
                if len(_KEPT) > MOST_KEPT:
                    forget()
                last = _KEPT[name] = (rests_on, work())
        finally:
            if alone:
                turn.release()
    return last[1]  # type: ignore[no-any-return]
