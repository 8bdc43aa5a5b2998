"""What keeps only so long once it is opened: how much of a pack would be thrown away, and which packs do not."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, timedelta

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.lasting import UseAhead, used_by
from lamplight.core.stock.reorder import Pack


def left_to_spoil(pack_units: float, uses: Sequence[UseAhead], today: date, opened_days: int | None) -> float:
    """Units of a pack opened today that are likely left when it does not keep any longer.

    Args:
        pack_units: in the pack, above 0.
        uses: that are to come.
        today: the day of opening.
        opened_days: so long it keeps, 1 or more; None where it keeps for good.

    Raises:
        InvalidInput: when out of range.
    """
    if not 0 < pack_units < float("inf"):
        raise InvalidInput("A pack holds more than nothing.")
    if opened_days is None:
        return 0.0
    if opened_days < 1:
        raise InvalidInput("What is opened keeps a day or more.")
    used, _ = used_by(uses, today + timedelta(days=opened_days - 1))
    return max(0.0, pack_units - used)


def keeping_packs(
    packs: Sequence[Pack], uses: Sequence[UseAhead], today: date, opened_days: int | None
) -> tuple[Pack, ...]:
    """The sizes that are used up before they spoil; where none is, the smallest alone."""
    if not packs:
        return ()
    kept = tuple(pack for pack in packs if left_to_spoil(pack.units, uses, today, opened_days) <= 1e-6 * pack.units)
    return kept or (min(packs, key=lambda pack: pack.units),)
