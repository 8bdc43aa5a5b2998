"""A year on wires, hours of a week, bars of one scale: nothing covers another, nothing leaves its drawing."""

from __future__ import annotations

import unittest
from datetime import date, timedelta

from hypothesis import given
from hypothesis import strategies as st
from lxml import etree

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.site.slots import WeekSlot
from lamplight.drawing.ways_bar import WIDTH as BAR_WIDTH
from lamplight.drawing.ways_bar import ways_bar
from lamplight.drawing.week_hours import week_hours
from lamplight.drawing.year_wires import SIGN, WIDTH, Sign, Wire, levels, year_wires

MONTHS = [date(2026 + (11 + n) // 12, (11 + n) % 12 + 1, 1) for n in range(13)]
TRANSLATE = "translate("
days = st.integers(0, 364).map(lambda ahead: MONTHS[0] + timedelta(days=ahead))
slots = st.builds(
    lambda day, start, minutes, keeper: WeekSlot(day, start, min(start + minutes, 24 * 60), keeper),
    st.integers(0, 6), st.integers(0, 1380), st.integers(5, 300), st.sampled_from((None, 1, 2)),
)  # fmt: skip


def boxes(drawing, cls):
    """Left, top, right and bottom of each rectangle of a class."""
    found = []
    for one in etree.fromstring(str(drawing)).iter("rect"):
        if cls in one.get("class", "").split():
            x, y, w, h = (float(one.get(name)) for name in ("x", "y", "width", "height"))
            found.append((x, y, x + w, y + h))
    return found


class Wires(unittest.TestCase):
    """A year of care."""

    @given(st.lists(st.floats(0, 500), max_size=60))
    def test_no_sign_covers_another(self, places):
        """On one level they stand apart, and no level is left empty below another."""
        ordered = sorted(places)
        stands = levels(ordered)
        for level in range(max(stands, default=-1) + 1):
            own = [place for place, stand in zip(ordered, stands, strict=True) if stand == level]
            self.assertTrue(own)
            self.assertTrue(all(after - before >= SIGN for before, after in zip(own, own[1:], strict=False)))

    @given(st.lists(st.tuples(days, st.sampled_from([*Circuit, None])), max_size=40))
    def test_every_sign_is_said_in_order_of_its_day(self, marks):
        """Whoever hears it hears each one; all lie inside, further right the later they come."""
        signs = [Sign(day, circuit, f"Care {n} & <more>") for n, (day, circuit) in enumerate(sorted(marks, key=str))]
        signs.sort(key=lambda sign: sign.day)
        root = etree.fromstring(str(year_wires([Wire("Hall", "/machines/1", signs)], MONTHS, [])))
        drawn = [one for one in root.iter("g") if "wires-sign" in one.get("class", "")]
        self.assertEqual([one.get("aria-label") for one in drawn], [sign.title for sign in signs])
        places = [float(one[1].get("transform")[len(TRANSLATE) :].split()[0]) for one in drawn]
        self.assertEqual(places, sorted(places))
        self.assertTrue(all(0 <= place <= WIDTH for place in places))

    def test_months_and_absences(self):
        """Twelve months, and an absence that began before the first of them is shaded from there on."""
        root = etree.fromstring(
            str(year_wires([Wire("Hall", "", [])], MONTHS, [(date(2026, 11, 1), date(2026, 12, 5), "away")]))
        )
        self.assertEqual(sum("wires-month" in one.get("class", "") for one in root.iter("line")), 12)
        (shade,) = [one for one in root.iter("rect") if one.get("class") == "wires-off"]
        self.assertAlmostEqual(float(shade.get("width")), 4 * (WIDTH - 134) / 365, delta=0.2)


class Hours(unittest.TestCase):
    """The hours of a week."""

    @given(st.lists(slots, min_size=1, max_size=12, unique=True))
    def test_a_block_each_inside(self, said):
        """One for each time, within the drawing."""
        drawing = week_hours(said, {1: "Ada", 2: "Jonas"})
        _, _, width, height = map(float, etree.fromstring(str(drawing)).get("viewBox").split())
        blocks = boxes(drawing, "hours-block")
        self.assertEqual(len(blocks), len(said))
        for left, top, right, bottom in blocks:
            self.assertTrue(0 <= left < right <= width and 0 <= top < bottom <= height + 16)

    def test_two_at_once_stand_beside_each_other(self):
        """The same hour of two keepers."""
        blocks = boxes(week_hours([WeekSlot(0, 600, 660, 1), WeekSlot(0, 600, 660, 2)], {}), "hours-block")
        self.assertLessEqual(blocks[0][2], blocks[1][0])


class Bars(unittest.TestCase):
    """Means on one scale."""

    @given(st.lists(st.floats(0, 1e6), min_size=3, max_size=3), st.floats(0, 1e6))
    def test_longer_for_more(self, values, more):
        """As long as the share of the most, and never longer than the drawing."""
        low, mean, high = sorted(values)
        most = high + more
        ((left, _, right, _),) = boxes(ways_bar(low, mean, high, most, "by-plan"), "ways-bar")
        wanted = (BAR_WIDTH - 4) * mean / most if most else 0.0
        self.assertAlmostEqual(right - left, max(1.5, wanted), delta=0.11)


if __name__ == "__main__":
    unittest.main()
