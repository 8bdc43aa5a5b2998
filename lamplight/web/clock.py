"""The one place that reads the clock."""

from __future__ import annotations

import os
from datetime import UTC, datetime

from flask import current_app


class Clock:
    """The machine's own clock, to the second."""

    def now(self) -> datetime:
        """The present, aware."""
        return datetime.now(UTC).replace(microsecond=0)


class FixedClock(Clock):
    """A clock that stands still, for demos, pictures and tests; it can be moved by hand."""

    def __init__(self, moment: datetime) -> None:
        self.moment = moment

    def now(self) -> datetime:
        """The moment it was set to."""
        return self.moment


def clock_from_environment() -> Clock:
    """A fixed clock where LAMPLIGHT_NOW holds an ISO time with zone, else the real one."""
    fixed = os.environ.get("LAMPLIGHT_NOW")
    if not fixed:
        return Clock()
    moment = datetime.fromisoformat(fixed)
    return FixedClock(moment if moment.tzinfo else moment.replace(tzinfo=UTC))


def now() -> datetime:
    """The present, as the running application tells it."""
    return current_app.extensions["lamplight_clock"].now()
