"""Long lists a page at a time: what matters first stands on the first, the rest is asked for."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from lamplight.web import forms

T = TypeVar("T")
# So many lines stand on one page; forty machines still stand on one.
PAGE = 48


@dataclass(frozen=True)
class Paged(Generic[T]):
    """A part of a list.

    Attributes:
        items: of this page.
        first: place of the first of them, from 0.
        total: how many there are in all.
    """

    items: Sequence[T]
    first: int
    total: int

    @property
    def previous(self) -> int | None:
        """Where the page before begins, or None."""
        return max(0, self.first - PAGE) if self.first else None

    @property
    def following(self) -> int | None:
        """Where the next page begins, or None."""
        after = self.first + PAGE
        return after if after < self.total else None

    @property
    def last(self) -> int:
        """Place of the last of its items, from 1."""
        return self.first + len(self.items)


def paged(items: Sequence[T], typed: str) -> Paged[T]:
    """The page that an address asks for; the first where it asks for none that there is.

    Args:
        items: all of them, in order.
        typed: the place of its first item, as the address has it.
    """
    wanted = forms.row_number(typed) or 0
    first = wanted // PAGE * PAGE if wanted < len(items) else 0
    return Paged(items[first : first + PAGE], first, len(items))
