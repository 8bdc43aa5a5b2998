"""How much care a machine gets: as little as is safe, the usual, or strict.

Three schools are met in practice (common practice, no source). None goes below hygiene: what people can fall ill of is
done at every level at least as often as usual.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum

from lamplight.core.care.item import CareItem


class Level(StrEnum):
    """A level of care."""

    LEAST = "least"
    USUAL = "usual"
    STRICT = "strict"

    @property
    def words(self) -> str:
        """What it is called."""
        return {Level.LEAST: "as little as is safe", Level.USUAL: "usual", Level.STRICT: "strict"}[self]


class Serves(StrEnum):
    """What an item is for."""

    HYGIENE = "hygiene"
    WEAR = "wear"
    TASTE = "taste"


def at_level(items: Sequence[CareItem], level: Level) -> tuple[CareItem, ...]:
    """A kind's items as a level has them; what it does without is left out."""
    found = (_item_at(item, level) for item in items)
    return tuple(item for item in found if item.triggers)


def _item_at(item: CareItem, level: Level) -> CareItem:
    triggers = {Level.LEAST: item.least, Level.STRICT: item.strict}.get(level)
    if triggers is None or (item.hygiene and level is Level.LEAST):
        return item
    return replace(item, triggers=triggers)
