"""Things that are looked at now and then at the end of a job."""

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
        parts: one of these must be fitted, where any is named.
    """

    title: str
    how: str
    days: int
    parts: tuple[str, ...] = ()


INSPECTIONS: Mapping[str, Inspection] = {
    "hose": Inspection(
        "Milk hose", "Pull a brush that was clean before through it; it comes out clean.", 7, ("hose", "fridge")
    ),
    "orifice": Inspection("Air orifice", "Hold it against the light: round, open, no skin of milk.", 7),
    "galleries": Inspection(
        "Galleries of the frother", "Light through every one; the clean brush comes out clean.", 30
    ),
    "valve": Inspection("Milk valve", "Opened: no skin, no grain, the seat is smooth.", 30),
    "screen": Inspection("Brew screen", "Every hole is open and no brown film is left.", 30),
    "seals": Inspection("Seals", "No crack, no flat place, a thin film of grease.", 60),
    "filter-seat": Inspection("Filter seat", "It sits level and nothing drips or hisses.", 60, ("filter",)),
}


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
