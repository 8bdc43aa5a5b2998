"""How urgent something is: every rule by which an item is soon, due or overdue, and the grace between."""

from __future__ import annotations

from enum import IntEnum

# Settled defaults, no published source; a kind may set its own.
GRACE_SHARE = 0.10
GRACE_OPEN_DAYS = 1
SOON_OPEN_DAYS = 3


class Status(IntEnum):
    """How urgent an item is; higher is more urgent."""

    CLEAR = 0
    UNKNOWN = 1
    SOON = 2
    DUE = 3
    OVERDUE = 4

    @property
    def word(self) -> str:
        """The status in one lower-case word."""
        return self.name.lower()
