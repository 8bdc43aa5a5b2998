"""The one place that reads the clock."""

from __future__ import annotations

import os
from datetime import UTC, datetime

from flask import current_app, g


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
    """The moment that counts: the present, or that at which was touched what is sent only now."""
    touched: datetime | None = g.get("touched")
    return touched or present()


def present() -> datetime:
    """The present, as the running application tells it."""
    moment: datetime = current_app.extensions["lamplight_clock"].now()
    return moment
