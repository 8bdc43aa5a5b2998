"""What a machine is filled with: who filled it when, and whether the machine was told.

A machine believes what it was told: a refill that is not confirmed on its screen counts as empty. Filling and
confirming is a deed with a time.
"""

from __future__ import annotations

from collections.abc import Iterable
from enum import StrEnum

from lamplight.core.care.context import EventSeen
from lamplight.core.care.triggers import REFILL
from lamplight.core.lamps.panel import Pattern, Sort
from lamplight.core.moment import Moment


class Filling(StrEnum):
    """What is filled in."""

    WATER = "water"
    MILK = "milk"
    BEANS = "beans"
    POWDER = "powder"
    CAPSULES = "capsules"


# What goes into which part of a drawing; a hopper holds beans unless the machine takes capsules.
GOES_INTO = {
    "tank": Filling.WATER, "fridge": Filling.MILK, "jug": Filling.MILK, "reservoir": Filling.MILK,
    "hopper": Filling.BEANS, "canister": Filling.POWDER, "capsules": Filling.CAPSULES,
}  # fmt: skip


def filling_of(pattern: Pattern, traits: Iterable[str] = ()) -> Filling | None:
    """What a pattern wants to be filled in; None where it is about something else.

    Args:
        pattern: of a panel.
        traits: of the kind.
    """
    if pattern.sort is not Sort.REFILL:
        return None
    filling = GOES_INTO.get(pattern.part)
    return Filling.CAPSULES if filling is Filling.BEANS and "capsule" in traits else filling


def filled_event(filling: Filling) -> str:
    """The name of the event that something was filled in, and the machine knows."""
    return REFILL if filling is Filling.WATER else f"{REFILL}-{filling.value}"


def unconfirmed_event(filling: Filling) -> str:
    """The name of the event that something was filled in, and the machine was not told."""
    return f"unconfirmed-{filling.value}"


def last_filled(events: Iterable[EventSeen], filling: Filling) -> tuple[Moment, bool] | None:
    """When something was filled in last, and whether the machine was told; None where nobody wrote it down."""
    names = {filled_event(filling): True, unconfirmed_event(filling): False}
    return max(((event.moment, names[event.what]) for event in events if event.what in names), default=None)
