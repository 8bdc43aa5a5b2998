"""Kilnside Tileworks: what happened there in the last weeks, told in days before today.

Everything here is invented. Counts come from a fixed random seed, so that the same day always
tells the same story.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from lamplight.core.mail.wishes import Wishes

SITE = "Kilnside Tileworks"
ZONE = "Europe/Berlin"
OPENS, CLOSES = "06:30", "18:00"
KEEPERS = (("Ada Brook", "AB"), ("Jonas Reed", "JR"))
# What each of them is told by mail, into the catcher; names of hosts that are nobody's, RFC 2606.
MAIL = (
    ("ada@kilnside.example", Wishes(True, 6 * 60, True, 6)),
    ("jonas@kilnside.example", Wishes(False, 7 * 60, True, None)),
)


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
        ages: days before today on which an item was last done, where it was not as usual.
        missed: items that were forgotten at the last end of service.
        milk_share: milk drinks to a drink, where a counter of its own shows them.
        litres_per_drink: where a counter of its own shows litres.
        cartridge: capacity in °dH·L and days before today when it was fitted; None where none is.
        bar: drinks in which the bar of its brew-group tablet fills; 0 where it has none.
        shows: what its panel was seen to show: days before today, hour, lamps and words.
        lamp: state and colour of the lamp ``care`` before each tablet, where its keepers wrote it down.
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
    ages: Mapping[str, int] = field(default_factory=dict)
    missed: tuple[str, ...] = ()
    milk_share: float = 0.0
    litres_per_drink: float = 0.0
    cartridge: tuple[float, int] | None = None
    shows: tuple[tuple[int, int, Mapping[str, str], str], ...] = ()
    lamp: str = ""
    bar: int = 0


MACHINES = (
    MachineStory(
        "Glaze Lab", "office-tower", "first floor", "KT-004", 41_870, (38, 44, 47, 43, 29, 4, 1),
        tablets=(46, 30, 14, 7), rinses=(47, 40, 33, 26, 19, 12, 4),
        ages={"grease": 17, "milk-strip-down": 6, "group-strip-down": 120, "filter-change": 96, "descale": 140},
        missed=("milk-wash",), milk_share=0.49, litres_per_drink=0.076, cartridge=(12_000, 96),
        shows=((2, 15, {}, "Milk nearly empty"), (2, 16, {}, "")),
    ),
    MachineStory(
        "Reception", "jug-compact", "entrance", "KT-011", 8_120, (14, 16, 15, 15, 9, 0, 0),
        tablets=(41, 24, 3), rinses=(42, 35, 28, 21, 14, 6),
        ages={"milk-jug-wash": 1, "milk-wash": 3, "filter-change": 33, "descale": 58, "tank-wash": 12},
        milk_share=0.44, cartridge=(700, 33), bar=240,
    ),
    MachineStory(
        "Packing Hall", "removable-tabletop", "hall 2", "KT-031", 12_250, (36, 38, 41, 39, 33, 9, 0),
        tablets=(49, 36, 22, 9), rinses=(48, 41, 34, 27, 20, 11, 4),
        ages={"descale": 15, "grease": 12, "inside": 24, "wand-soak": 5, "grounds-drawer": 0, "group-strip-down": 280},
        lamp="flashing amber",
        shows=(
            (30, 9, {"attention": "flashing red"}, ""), (30, 10, {}, ""), (16, 12, {"drawer": "flashing red"}, ""),
            (16, 13, {}, ""), (4, 16, {"care": "steady red", "tank": "flashing red", "attention": "steady red"}, ""),
            (4, 17, {}, ""),
        ),
    ),
    MachineStory(
        "Drawing Office", "fixed-group-counter", "second floor", "KT-017", 20_310, (21, 24, 26, 25, 15, 0, 0),
        tablets=(38, 25, 5), unread=3,
        ages={"milk-strip-down": 4, "filter-change": 51, "descale": 36, "inside": 28}, cartridge=(1400, 51),
    ),
    MachineStory(
        "Night Kiln", "black-coffee-bench", "kiln gallery", "KT-022", 55_020, (31, 33, 32, 34, 30, 22, 19),
        tablets=(45, 34, 23, 12, 6),
        ages={"descale": 200, "filter-change": 190, "hoppers": 26, "drain-passage": 9}, cartridge=(20_000, 190),
        shows=(
            (44, 8, {"water": "flashing red"}, ""), (44, 9, {}, ""), (24, 7, {"water": "flashing red"}, ""),
            (24, 8, {}, ""), (15, 7, {"water": "flashing red"}, ""), (15, 9, {}, ""),
            (8, 14, {"drawer": "steady red"}, ""), (8, 15, {}, ""),
            (3, 9, {"water": "flashing red"}, ""), (3, 10, {}, ""),
            (1, 15, {"water": "flashing red"}, ""),
        ),
    ),
)  # fmt: skip
FIRST_DAY = 56
READ_DAYS = (56, 53, 49, 47, 44, 42, 40, 37, 35, 32, 30, 28, 26, 23, 21, 19, 16, 14, 13, 11, 9, 8, 6, 5, 4, 2, 1, 0)
CLOSED_AHEAD = (("Stocktaking", 9, 9),)
# When there is time for the machines: weekdays, from, to, and whose (place in KEEPERS, or None for anybody's).
HOURS = (((0, 1, 2, 3, 4), "05:40", "06:30", 1), ((0, 1, 2, 3, 4), "18:00", "19:15", None), ((2,), "10:00", "11:00", 0))
# Place in KEEPERS of who is away, days from today, and who stands in.
KEEPER_AWAY = (1, 7, 10, 0)
CUPBOARD = "first floor"
WAYS = {
    ("entrance", "first floor"): 1.0, ("first floor", "second floor"): 1.0, ("entrance", "second floor"): 1.75,
    ("entrance", "hall 2"): 2.0, ("first floor", "hall 2"): 2.5, ("hall 2", "second floor"): 3.25,
    ("hall 2", "kiln gallery"): 1.0, ("entrance", "kiln gallery"): 2.75, ("first floor", "kiln gallery"): 3.25,
    ("kiln gallery", "second floor"): 4.0,
}  # fmt: skip
AWAY_AHEAD = (("Kiln relining, everybody off", 24, 41),)
# Product, units counted, days before today. The concentrate will not do for the next descaling.
STOCK = (
    ("brew-tablets", 9, 12), ("milk-liquid", 640, 12), ("milk-acid-sachets", 1, 12), ("descaler-liquid", 70, 12),
    ("descaler-sachets", 2, 12), ("silicone-grease", 38, 40), ("filter-cartridges", 0, 12), ("wand-tablets", 11, 12),
)  # fmt: skip
# Product, units in a pack, money for it, days before today.
PRICES = (
    ("brew-tablets", 100, 24.00, 300), ("brew-tablets", 100, 27.50, 45), ("milk-liquid", 1000, 12.40, 210),
    ("milk-pellets", 1000, 19.90, 60), ("descaler-liquid", 750, 9.60, 210), ("descaler-sachets", 6, 14.40, 120),
    ("filter-cartridges", 1, 13.90, 51), ("milk-acid-sachets", 10, 11.50, 120),
)  # fmt: skip
# Machine, what was filled and what was poured back of it, ml, days before today.
MEASURED = (
    ("Glaze Lab", 1000, 322, 9), ("Glaze Lab", 1000, 305, 6), ("Glaze Lab", 1000, 318, 2), ("Reception", 250, 70, 4),
)  # fmt: skip
# In which money they pay, for an hour of theirs, a cubic metre of water, an hour in which a machine is out of use.
PAID = ("EUR", 28.0, 4.2, 6.0)
PUSHES = ("milk-liquid", "ml", (21.5, 24.9, 25.3, 24.6, 25.1))
# Product, units, and in how many days it should come.
ORDERED = (("filter-cartridges", 2, 6),)
# Product, units that were bought, days before today, and for how many days from today on they keep.
BOUGHT = (("milk-acid-sachets", 4, 11, 26), ("silicone-grease", 20, 30, 400))
# Product, units, and the cupboard into which they were carried; days before today.
CARRIED = (("wand-tablets", 5, "hall 2", 8),)
# Which machines have a sticker, and what was told by whoever scanned it: machine, what, words, minutes ago.
STICKERS = ("Reception", "Glaze Lab", "Packing Hall")
TOLD_BY_GUESTS = (("Reception", "filled", "", 48), ("Glaze Lab", "spits", "the left spout only", 31))
DEFERRED = ("Reception", "grease", 1)
# Machine, item, trigger, limit, and why.
OWN_LIMITS = (
    ("Drawing Office", "outlets", "days", 5, "Glaze dust in the room"),
    ("Packing Hall", "group-rinse", "days", 5, "Dark roast, and three shifts"),
)
# Days before today, total and carbonate hardness, and what a report said besides: pH, °C, dissolved solids.
WATER = (
    (410, 17.0, 13.5, ()), (236, 16.2, 12.8, ()), (141, 17.4, 13.6, ()), (38, 18.0, 14.0, (7.5, 12.0, 430.0)),
)  # fmt: skip
# What was said of machines: machine, programme, days before today; all of it confirmed, or one call otherwise.
CONFIRMED = (("Reception", "descale", 20), ("Night Kiln", "tablet", 12))
CORRECTED = ("Packing Hall", "descale", "press", "Hold the rinse and the steam button for seven seconds, not five.", 15)
WORDS = (("Drawing Office", "short_rinse", "Choose Quick rinse, then the tick.", 9),)
MANUAL_PAGE = ("Packing Hall", "Care programmes, pages 14 and 15", 15)
