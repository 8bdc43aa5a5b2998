"""What can be done while a machine works by itself."""

from __future__ import annotations

from lamplight.core.care.item import CareItem

# What can be cared for on a machine that is at work: its outside, and the fridge beside it.
BESIDE_THE_WORKS = ("panel", "fridge")


def possible_while_waiting(item: CareItem, left_s: int, same_machine: bool) -> bool:
    """Whether a job can be done while a machine works by itself.

    Args:
        item: the job.
        left_s: seconds until the machine calls.
        same_machine: whether it is a job on the machine that works.
    """
    if item.minutes * 60 > left_s:
        return False
    return not same_machine or item.part in BESIDE_THE_WORKS
