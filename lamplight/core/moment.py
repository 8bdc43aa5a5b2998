"""A moment, and the order within it: what was written later happened later, though the clock shows the same second."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime


@dataclass(frozen=True, order=True)
class Moment:
    """A place in the order of everything that happened at a machine.

    Attributes:
        at: when, aware.
        seq: place within the second, 0 or more; of facts at one time the one with the higher number was written later.
    """

    at: datetime
    seq: int = 0
