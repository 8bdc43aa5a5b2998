"""Beginning with a machine of which nobody knows when anything was done: what goes bad first comes first.

Practitioners begin with drawer and milk at once, rinse and tablet the next day, inside and outlets within the week, and
descale last, since what was descaled last month is not descaled again on a mere suspicion. Common practice, no source.
"""

from __future__ import annotations

from math import log

from lamplight.core.care.item import CareItem, Due, ItemRole
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import DaysSince, EndOfService, HoursSinceFirstDrink

# An item that lasts so many days is begun with within so many; what people can fall ill of at once.
WITHIN = ((4, 0), (10, 1), (45, 4), (120, 7))
AT_LAST, DESCALED_WITHIN = 10, 9
# How long ago it may have been where nobody knows: from a day to a year, each doubling as likely. Ours, no source.
LONGEST_AGO_DAYS = 365.0
DAILY_DAYS = 2


def begin_within(item: CareItem, lasts_days: int) -> int:
    """Within how many days an item is begun with, 0 or more.

    Args:
        lasts_days: how long it lasts once it is done, 1 or more.
    """
    if item.role is ItemRole.DESCALE:
        return DESCALED_WITHIN
    if item.hygiene:
        return 0 if lasts_days <= WITHIN[1][0] else 1
    return next((within for days, within in WITHIN if lasts_days <= days), AT_LAST)


def chance_past(lasts_days: float) -> float:
    """The chance that an item is past its limit, 0 to 1, when all that is known is that nobody knows.

    Args:
        lasts_days: how long it lasts once it is done, above 0.
    """
    return min(1.0, max(0.0, 1.0 - log(max(1.0, lasts_days)) / log(LONGEST_AGO_DAYS)))


def not_known(due: Due) -> bool:
    """Whether nobody knows where an item stands, and nothing takes its place."""
    return due.status is Status.UNKNOWN and not due.covered_by and not due.instead


def waits_for_nobody(due: Due) -> bool:
    """Whether it is begun with at the first chance, plan or no plan: what makes ill, and what belongs to every day."""
    daily = any(
        isinstance(trigger, (EndOfService, HoursSinceFirstDrink))
        or (isinstance(trigger, DaysSince) and trigger.limit <= DAILY_DAYS)
        for trigger in due.item.triggers
    )
    return not_known(due) and (due.item.hygiene or daily)
