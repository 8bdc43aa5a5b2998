"""Things that are looked at now and then at the end of a job, and which care goes deeper where something was found."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta


@dataclass(frozen=True)
class Inspection:
    """Something that is looked at now and then at the end of a job.

    Attributes:
        title: what is looked at.
        how: how, in a sentence.
        days: after so many days it is asked again; common practice, no source.
        words: what is looked at, within a sentence.
        deeper: which care goes deeper where something was found: the first of these that a machine has.
        parts: one of these must be fitted, where any is named.
    """

    title: str
    how: str
    days: int
    words: str
    deeper: tuple[str, ...]
    parts: tuple[str, ...] = ()


MILK = ("milk-strip-down", "milk-jug-wash", "milk-wash")
INSPECTIONS: Mapping[str, Inspection] = {
    "hose": Inspection(
        "Milk hose", "Pull a brush that was clean before through it; it comes out clean.", 7, "the milk hose", MILK,
        ("hose", "fridge"),
    ),
    "orifice": Inspection(
        "Air orifice", "Hold it against the light: round, open, no skin of milk.", 7, "the air orifice", MILK
    ),
    "galleries": Inspection(
        "Galleries of the frother", "Light through every one; the clean brush comes out clean.", 30,
        "the galleries of the frother", MILK,
    ),
    "valve": Inspection("Milk valve", "Opened: no skin, no grain, the seat is smooth.", 30, "the valve", MILK),
    "screen": Inspection(
        "Brew screen", "Every hole is open and no brown film is left.", 30, "the brew screen",
        ("group-strip-down", "brew-tablet"),
    ),
    "seals": Inspection(
        "Seals", "No crack, no flat place, a thin film of grease.", 60, "the seals", ("group-strip-down", "grease")
    ),
    "filter-seat": Inspection(
        "Filter seat", "It sits level and nothing drips or hisses.", 60, "the seat of the filter", ("filter-change",),
        ("filter",),
    ),
}  # fmt: skip


def due_inspections(wanted: Collection[str], last: Mapping[str, datetime], now: datetime) -> tuple[str, ...]:
    """Which of the wanted inspections are due now.

    Args:
        wanted: keys of `INSPECTIONS`.
        last: when each was last looked at, where known.
        now: the present.
    """
    return tuple(
        key
        for key in wanted
        if key in INSPECTIONS and (key not in last or now - last[key] >= timedelta(days=INSPECTIONS[key].days))
    )
