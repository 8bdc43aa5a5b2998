"""The five circuits of a machine."""

from __future__ import annotations

from enum import StrEnum


class Circuit(StrEnum):
    """What a part or a care item belongs to."""

    BREW = "brew"
    MILK = "milk"
    WATER = "water"
    WASTE = "waste"
    BODY = "body"
