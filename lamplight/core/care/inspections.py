"""Things that are looked at at the end of a job, what was found, and which care that brings."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta


@dataclass(frozen=True)
class LookedAt:
    """Something was looked at, and was well or not.

    Attributes:
        what: key of the inspection.
        well: whether it was.
        at: when; aware.
        item: of the job at whose end it was looked at, or empty.
        entry_id: the line of the log.
    """

    what: str
    well: bool
    at: datetime
    item: str = ""
    entry_id: int = 0


@dataclass(frozen=True)
class Found:
    """What brings an item: when something was found, and what, in a sentence."""

    at: datetime
    sentence: str


def findings(looked: Iterable[LookedAt], items: Collection[str], now: datetime) -> dict[str, Found]:
    """What was found and not seen to be well since, by the item that it brings.

    Args:
        looked: at what, in any order; of one thing the last counts.
        items: keys of the machine's items.
    """
    last: dict[str, LookedAt] = {}
    for one in sorted((one for one in looked if one.at <= now), key=lambda one: (one.at, one.entry_id)):
        last[one.what] = one
    found: dict[str, Found] = {}
    for one in last.values():
        about = INSPECTIONS.get(one.what)
        item = next((key for key in about.deeper if key in items), None) if about else None
        if about is None or one.well or item is None or (item in found and found[item].at >= one.at):
            continue
        found[item] = Found(one.at, f"{about.words} was not clean when it was looked at")
    return found


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
    """
    return tuple(
        key
        for key in wanted
        if key in INSPECTIONS and (key not in last or now - last[key] >= timedelta(days=INSPECTIONS[key].days))
    )
