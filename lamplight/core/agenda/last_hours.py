"""The end of service where nobody is there any more: who draws the last milk drink rinses, or the gap is said."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.by_event import COUNTS_FOR_THE_DAY
from lamplight.core.care.item import CareItem
from lamplight.core.care.triggers import EndOfService
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.site.slots import Slot

LAST_DRINK = "Nobody comes at closing today: whoever draws the last milk drink, please rinse its milk side."


def nobody_at_closing(calendar: SiteCalendar, day: date, slots: Sequence[Slot]) -> bool:
    """Whether nobody has a time late enough on an open day for what the end of service wants.

    Args:
        slots: those that are not over yet.
    """
    if not calendar.is_open(day):
        return False
    counts = calendar.closing(day) - COUNTS_FOR_THE_DAY
    return not any(slot.end > counts and slot.start.date() == day for slot in slots)


def wants_a_rinse(items: Sequence[CareItem]) -> bool:
    """Whether milk stands in a machine over night where nobody closes it."""
    return any(
        item.circuit is Circuit.MILK and any(isinstance(trigger, EndOfService) for trigger in item.triggers)
        for item in items
    )
