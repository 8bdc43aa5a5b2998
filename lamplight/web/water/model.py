"""What the water bench shows: the slide rule, the way from tap to cup of each machine, and the tests of each water."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from markupsafe import Markup

from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.water.advice import WANTED_ALKALINITY_DH, soft_water_advice
from lamplight.core.water.at_machine import level_to_set
from lamplight.core.water.hardness import MG_CACO3_PER_DH, convert_hardness, german_band, usgs_band
from lamplight.core.water.saturation import Saturation, saturation, tendency
from lamplight.core.water.tested import WaterTest
from lamplight.core.words import tenths
from lamplight.drawing.slide_rule import Levels, Mark, slide_rule
from lamplight.drawing.water_line import DrawnWater, water_line
from lamplight.sight.machine_view import MachineView
from lamplight.sight.water_story import WaterStory
from lamplight.store.waters import WaterTestRow

SHORT = {"mg/L CaCO3": "mg/L", "dH": "°dH", "fH": "°fH", "eH": "°e", "gpg": "gpg", "mmol/L": "mmol/L", "meq/L": "meq/L"}
# From then on a test is called old: water works change their wells with the season (common practice, no source).
OLD_AFTER_DAYS = 180
WHERE = {"tank": "in the tank", "jug": "in a jug", "line": "in the line"}
MOST_LEVEL_ROWS = 3


@dataclass(frozen=True)
class Source:
    """One water with its tests.

    Attributes:
        name: of the water.
        rows: its tests, newest first.
        age_days: of the newest.
        drift: how far it moved, in words; empty where there is one test.
        bands: what the newest is called.
        index: its saturation index in sentences; empty where its pH is not known.
        course: total hardness of each test with the share of the highest, oldest first.
    """

    name: str
    rows: Sequence[WaterTestRow]
    age_days: int
    drift: str
    bands: str
    index: tuple[str, ...]
    course: Sequence[tuple[date, float, float]]

    @property
    def newest(self) -> WaterTest:
        """The test that holds."""
        return self.rows[0].test

    @property
    def old(self) -> bool:
        """Whether it should be tested again."""
        return self.age_days > OLD_AFTER_DAYS


def sources_of(rows: Sequence[WaterTestRow], today: date) -> list[Source]:
    """Waters by name, each with its tests."""
    by_name: dict[str, list[WaterTestRow]] = {}
    for row in rows:
        by_name.setdefault(row.source, []).append(row)
    return [_source(name, own, today) for name, own in sorted(by_name.items())]


def _source(name: str, rows: Sequence[WaterTestRow], today: date) -> Source:
    newest = rows[0].test
    highest = max(row.test.total for row in rows) or 1.0
    course = [(row.test.day, row.test.total, row.test.total / highest) for row in reversed(rows)]
    bands = f"{usgs_band(newest.total)} by the US survey’s bands, {german_band(newest.total)} by the German law’s"
    return Source(name, rows, (today - newest.day).days, _drift(rows), bands, index_words(newest), course)


def _drift(rows: Sequence[WaterTestRow]) -> str:
    if len(rows) < 2:
        return ""
    totals = [row.test.total for row in rows]
    moved = totals[0] - totals[1]
    how = "the same as" if abs(moved) < 0.05 else f"{tenths(abs(moved))} {'more' if moved > 0 else 'less'} than"
    low, high = tenths(min(totals)), tenths(max(totals))
    return f"{len(rows)} tests between {low} and {high} °dH; the newest is {how} the one before"


def saturation_of(test: WaterTest) -> Saturation | None:
    """The index of a test's water; None where its pH, calcium or alkalinity is not known."""
    if test.analysis is None or test.carbonate_dh is None:
        return None
    try:
        return saturation(test.total * MG_CACO3_PER_DH, test.carbonate_dh * MG_CACO3_PER_DH, test.analysis)
    except InvalidInput:
        return None


def index_words(test: WaterTest) -> tuple[str, ...]:
    """The index in sentences, with what limits it; empty where it cannot be told."""
    found = saturation_of(test)
    if found is None:
        return ()
    words = [
        f"Saturation index {found.cold:+.2f} at {found.cold_c:.0f} °C: the water {tendency(found.cold)}.",
        f"Heated to {found.hot_c:.0f} °C in a closed boiler its pH falls to {tenths(found.hot_ph)} and the index is "
        f"{found.hot:+.2f}: it {tendency(found.hot)}.",
        "It ranks waters and tells no amount. Brewing is a little hotter than the formula’s constants reach; where "
        "carbon dioxide boils off, more deposits.",
    ]
    return (*words, f"Taken: {found.assumed}.") if found.assumed else tuple(words)


@dataclass(frozen=True)
class MachineLine:
    """One machine on the bench.

    Attributes:
        story: what its water does.
        drawing: the way from tap to cup.
        level: which is to be set in it, or empty.
        scale: share of its budget that is there, 0 or more; None where nobody knows.
        wanted: what is said of its descaling.
        advice: what to mind about its water; empty where nothing.
    """

    story: WaterStory
    drawing: Markup
    level: str
    scale: float | None
    wanted: str
    advice: str

    @property
    def harm(self) -> bool:
        """Whether the water itself is so soft that it harms."""
        test = self.story.water.test
        return bool(self.advice) and test is not None and test.scaling < WANTED_ALKALINITY_DH


def machine_line(story: WaterStory) -> MachineLine:
    """One machine, drawn and in words."""
    scale = None if story.there_g is None else story.there_g / story.budget_g
    due = story.descale_due
    return MachineLine(
        story, drawn_water(story), level_of(story.view), scale, due.reasons[0] if due and due.reasons else "",
        soft_water_advice(story.water),
    )  # fmt: skip


def drawn_water(story: WaterStory) -> Markup:
    """The way from tap to cup."""
    cartridge, test = story.water.cartridge, story.water.test
    comes = test.scaling if test else None
    used = story.now.load[1] if cartridge and story.water.fitted_at else None
    name = story.view.row.name
    if cartridge is None:
        known = "no filter" if story.water.filter_out else "which filter is not known"
        return water_line(DrawnWater(comes, comes, None, None, 0.0, "", f"{name}: {known}"))
    parts = [f"bypass {100 * cartridge.bypass:.0f} %"] if cartridge.bypass else []
    if story.left_l is not None:
        parts.append("spent" if story.left_l <= 0 else f"{story.left_l:,.0f} L left")
    arrives = story.arrives_dh
    title = f"{name}: cartridge {WHERE[cartridge.place]}, {'' if arrives is None else f'{tenths(arrives)} °dH arrive'}"
    return water_line(
        DrawnWater(comes, arrives, cartridge.place, used, cartridge.bypass, ", ".join(parts), title.rstrip(", "))
    )


def level_of(view: MachineView) -> str:
    """The level to set in a machine for what comes out of its filter; empty where nobody knows."""
    total = view.status.context.water.total_after
    if total is None:
        return ""
    try:
        return level_to_set(total, view.whole_kind.levels).level
    except MissingReading:
        return ""


def rule_levels(views: Sequence[MachineView]) -> list[Levels]:
    """The levels that the keeper's own kinds want set, a row for each set of levels."""
    by_steps: dict[tuple[tuple[str, float | None], ...], list[str]] = {}
    for view in views:
        if view.whole_kind.levels:
            by_steps.setdefault(tuple((one.level, one.up_to_dh) for one in view.whole_kind.levels), []).append(
                view.row.name
            )
    rows = [Levels(", ".join(names), steps) for steps, names in by_steps.items()]
    return rows[:MOST_LEVEL_ROWS]


def rule_of(at_dh: float | None, newest: WaterTest | None, views: Sequence[MachineView]) -> Markup:
    """The slide rule with its cursor, and the newest test marked on it."""
    marks = []
    if newest is not None:
        marks = [Mark(newest.total, "total")]
        if newest.carbonate_dh is not None and abs(newest.carbonate_dh - newest.total) > 0.4:
            marks.insert(0, Mark(newest.carbonate_dh, "carbonate"))
    return slide_rule(at_dh, rule_levels(views), marks)


def headline(source: Source | None, lines: Sequence[MachineLine]) -> str:
    """The sentence on the wall."""
    if source is None:
        return "No water was tested yet. A strip from the box of the filter is enough."
    cups = [line.story.arrives_dh for line in lines if line.story.arrives_dh is not None]
    words = f"{source.newest.total:.0f} °dH at the tap"
    if cups:
        low, high = f"{tenths(min(cups))}", f"{tenths(max(cups))}"
        words += f", {low} in the cups" if low == high else f", {low} to {high} in the cups"
    spent = [line.story.view.row.name for line in lines if line.story.now.spent]
    if spent:
        return f"{words}. The filter at {spent[0]} is spent."
    return f"{words}."


def in_unit(dh: float, unit: str) -> str:
    """A hardness as a field shows it."""
    value = convert_hardness(dh, "dH", unit)
    return f"{value:.{0 if unit == 'mg/L CaCO3' else 2 if unit == 'mmol/L' else 1}f}"
