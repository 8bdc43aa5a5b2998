"""Kilnside Tileworks: what happened there in the last weeks, told in days before today.

Everything here is invented. Counts come from a fixed random seed, so that the same day always
tells the same story.
"""

from __future__ import annotations

from dataclasses import dataclass

SITE = "Kilnside Tileworks"
ZONE = "Europe/Berlin"
OPENS, CLOSES = "06:30", "18:00"
KEEPERS = (("Ada Brook", "AB"), ("Jonas Reed", "JR"))


@dataclass(frozen=True)
class MachineStory:
    """One machine of the demo.

    Attributes:
        name, kind, place, serial: as they are written down.
        start: its counter when the story begins.
        per_day: drinks on a Monday to Sunday, on average.
        tablets: days before today on which the tablet was done.
        rinses: days before today on which the group was rinsed.
        unread: days before today from which on nobody read the counter.
    """

    name: str
    kind: str
    place: str
    serial: str
    start: int
    per_day: tuple[float, ...]
    tablets: tuple[int, ...]
    rinses: tuple[int, ...] = ()
    unread: int = 0


MACHINES = (
    MachineStory(
        "Glaze Lab", "office-tower", "first floor", "KT-004", 41_870, (38, 44, 47, 43, 29, 4, 1),
        tablets=(46, 30, 14, 7), rinses=(47, 40, 33, 26, 19, 12, 4),
    ),
    MachineStory(
        "Reception", "jug-compact", "entrance", "KT-011", 8_120, (14, 16, 15, 15, 9, 0, 0),
        tablets=(41, 24, 3), rinses=(42, 35, 28, 21, 14, 6),
    ),
    MachineStory(
        "Packing Hall", "removable-tabletop", "hall 2", "KT-031", 12_250, (36, 38, 41, 39, 33, 9, 0),
        tablets=(49, 36, 22, 9), rinses=(48, 41, 34, 27, 20, 11),
    ),
    MachineStory(
        "Drawing Office", "fixed-group-counter", "second floor", "KT-017", 20_310, (21, 24, 26, 25, 15, 0, 0),
        tablets=(38, 25, 5), unread=3,
    ),
    MachineStory(
        "Night Kiln", "black-coffee-bench", "kiln gallery", "KT-022", 55_020, (31, 33, 32, 34, 30, 22, 19),
        tablets=(45, 34, 23, 12, 6),
    ),
)  # fmt: skip
FIRST_DAY = 56
READ_DAYS = (56, 53, 49, 47, 44, 42, 40, 37, 35, 32, 30, 28, 26, 23, 21, 19, 16, 14, 13, 11, 9, 8, 6, 5, 4, 2, 1, 0)
CLOSED_AHEAD = (("Kiln relining, everybody off", 16, 18),)
