"""What was so when: every reckoning of the past takes each stretch as it was then."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Generic, TypeVar

T = TypeVar("T")
When = TypeVar("When", date, datetime)


@dataclass(frozen=True)
class Timeline(Generic[T, When]):
    """Something that changed in the course of time.

    Attributes:
        now: how it is since the last change.
        earlier: until when (a moment, or the first date of another) it was how, oldest first, each later than before.
    """

    now: T
    earlier: tuple[tuple[When, T], ...] = field(default=())

    def at(self, moment: When) -> T:
        """How it was at a moment; at a change, how it is from then on."""
        return next((was for until, was in self.earlier if moment < until), self.now)

    def stretches(self, begin: When, end: When) -> Iterator[tuple[When, When, T]]:
        """From when to when between two moments it was how, in order; nothing where ``end`` is not later."""
        for until, was in self.earlier:
            if begin < until and begin < end:
                yield begin, min(until, end), was
                begin = until
        if begin < end:
            yield begin, end, self.now

    @classmethod
    def of_changes(cls, first: T, changes: list[tuple[When, T]]) -> Timeline[T, When]:
        """From how it was at first and what it became when, in order of time; of changes at one moment the last holds.

        Args:
            changes: when, oldest first, and what it was from then on.
        """
        earlier: list[tuple[When, T]] = []
        was = first
        for at, became in changes:
            if became != was:
                if earlier and earlier[-1][0] == at:
                    was = became
                    continue
                earlier.append((at, was))
                was = became
        return cls(was, tuple(earlier))
