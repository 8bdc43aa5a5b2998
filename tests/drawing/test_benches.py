"""The geometry of the benches: one straight line reads every scale; courses keep inside their drawing."""

from __future__ import annotations

import re
import unittest
import xml.etree.ElementTree as ET

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.water.breakthrough import FilterPlace
from lamplight.core.water.hardness import convert_hardness
from lamplight.drawing.beaker import DrawnBeaker, beaker, dots
from lamplight.drawing.scale_year import BASE, scale_course
from lamplight.drawing.slide_rule import LEFT, RIGHT, SCALES, WIDTH, Levels, Mark, slide_rule, span_for, step_for
from lamplight.drawing.water_line import DrawnWater, water_line


class SlideRule(unittest.TestCase):
    """All units aligned."""

    @given(st.floats(0, 200))
    def test_readings(self, dh):
        """Each reading is the hardness in its unit, and the cursor stands where that number is printed."""
        drawn = ET.fromstring(str(slide_rule(dh)))
        cursor = next(node for node in drawn.iter("g") if node.get("role") == "slider")
        texts = [node for node in cursor.iter("text") if node.get("data-factor")]
        for (unit, _words, digits), text in zip(SCALES, texts, strict=True):
            self.assertAlmostEqual(float(text.text), convert_hardness(dh, "dH", unit), delta=0.6 * 10.0**-digits)
        at = float(re.search(r"translate\(([\d.]+)", cursor.get("transform")).group(1))
        self.assertAlmostEqual(at, LEFT + (WIDTH - LEFT - RIGHT) * dh / span_for(dh), delta=0.06)

    def test_numbers_stand_under_their_hardness(self):
        """On every scale a printed number lies at the x of the hardness that it names."""
        drawn = ET.fromstring(str(slide_rule(14.0)))
        room = WIDTH - LEFT - RIGHT
        for scale in [node for node in drawn.iter("g") if node.get("data-unit")]:
            numbers = [node for node in scale.iter("text") if node.get("class") == "rule-number"]
            self.assertGreater(len(numbers), 2)
            for number in numbers:
                dh = convert_hardness(float(number.text), scale.get("data-unit"), "dH")
                self.assertAlmostEqual(float(number.get("x")), LEFT + room * dh / 28, delta=0.1)

    @given(st.floats(0.5, 5000))
    def test_steps(self, units):
        """Three to ten numbers on a scale, each of 1, 2 or 5 times a power of ten."""
        step = step_for(units)
        self.assertTrue(3 <= units / step <= 10, units / step)
        self.assertIn(f"{step:e}"[0], "125")

    def test_levels_and_marks(self):
        """Steps meet, the last one reaches the end, and what does not fit keeps its name for whoever hears it."""
        rows = [Levels("Hall, Lab", [("1", 7.0), ("2", 14.0), ("3", None)])]
        drawn = slide_rule(14.0, rows, [Mark(13.5, "carbonate")])
        boxes = [node for node in ET.fromstring(str(drawn)).iter("rect") if "rule-level" in (node.get("class") or "")]
        ends = [(float(box.get("x")), float(box.get("x")) + float(box.get("width"))) for box in boxes]
        self.assertEqual(len(ends), 3)
        for (_, end), (begin, _) in zip(ends, ends[1:], strict=False):
            self.assertAlmostEqual(end, begin, delta=0.15)
        self.assertAlmostEqual(ends[-1][1], WIDTH - RIGHT, delta=0.15)
        self.assertIn("carbonate", drawn)
        self.assertIn("<title>Hall, Lab</title>", drawn)
        self.assertNotIn("slider", slide_rule(None))


class Lines(unittest.TestCase):
    """From tap to cup, and through the year."""

    def test_where_it_is_filtered(self):
        """Line before jug before tank; harder is thicker; nothing fitted is one pipe; unknown is said."""
        starts = []
        for place in (FilterPlace.LINE, FilterPlace.JUG, FilterPlace.TANK):
            drawn = ET.fromstring(str(water_line(DrawnWater(14, 2, place, 0.5, 0.1, "x", "t"))))
            pipes = [node for node in drawn.iter("line") if "water-pipe" in (node.get("class") or "")]
            self.assertEqual(len(pipes), 2)
            self.assertGreater(float(pipes[0].get("stroke-width")), float(pipes[1].get("stroke-width")))
            starts.append(float(pipes[0].get("x2")))
        self.assertEqual(starts, sorted(starts))
        self.assertEqual(str(water_line(DrawnWater(14, 14, None, None, 0, "", "t"))).count("water-pipe"), 1)
        self.assertIn("not known", water_line(DrawnWater(None, None, None, None, 0, "", "t")))
        self.assertIn(">?<", water_line(DrawnWater(14, 3, FilterPlace.TANK, None, 0, "", "t")))

    @given(st.lists(st.floats(0, 40), min_size=1, max_size=400), st.floats(1, 30))
    def test_course(self, grams, top):
        """Every day stands between the base and the top."""
        drawn = str(scale_course(grams, top, "way-none", "t", [(0, "Jan")]))
        heights = [float(y) for y in re.findall(r"[ML][\d.]+ ([\d.]+)", drawn.split("year-course")[1])]
        self.assertEqual(len(heights), len(grams))
        self.assertTrue(all(7.9 <= y <= BASE + 0.1 for y in heights))


class Beakers(unittest.TestCase):
    """Levels at their height."""

    @given(st.floats(50, 3000), st.floats(0.05, 1), st.floats(0.05, 1))
    def test_levels(self, full, mark, drawn):
        """More is higher; the mark stands where its millilitres do; the dose at the mark keeps the strength."""
        shown = DrawnBeaker(full, mark * full, drawn * full, 0.3, "pellets", "pellet", 1.0)
        picture = ET.fromstring(str(beaker(shown)))
        grip = next(node for node in picture.iter("g") if node.get("role") == "slider")
        at = float(re.search(r"translate\(0 ([\d.]+)", grip.get("transform")).group(1))
        base, top, most = (float(picture.get(f"data-{name}")) for name in ("base", "top", "most"))
        self.assertAlmostEqual(at, base - (base - top) * mark * full / most, delta=0.2)
        units = float(grip.get("aria-valuetext").split(", ")[1].split()[0])
        self.assertAlmostEqual(units, max(1, 0.3 * mark * full), delta=0.51)

    def test_taken_whole(self):
        """One sachet is one, two are two; a mark that cannot be moved is no slider."""
        for per_ml, words in ((0.001, "1 sachet"), (0.002, "2 sachets")):
            for movable in (True, False):
                shown = DrawnBeaker(1000, 1000, None, per_ml, "sachets", "sachet", 1.0, movable=movable)
                picture = ET.fromstring(str(beaker(shown)))
                self.assertIn(words, [node.text for node in picture.iter("text")])
                self.assertEqual(any(node.get("role") == "slider" for node in picture.iter()), movable)

    @given(st.lists(st.floats(1, 200), min_size=1, max_size=20))
    def test_dots(self, values):
        """One dot a value, in the order of their size, inside the picture."""
        drawn = ET.fromstring(str(dots(values, [False] * len(values), None, None, "g")))
        places = [float(node.get("cx")) for node in drawn.iter("circle")]
        self.assertEqual(len(places), len(values))
        self.assertTrue(all(8 <= x <= 552 for x in places))
        for one, other in zip(range(len(values)), range(1, len(values)), strict=False):
            if values[one] - values[other] > 1:
                self.assertGreater(places[one], places[other])


if __name__ == "__main__":
    unittest.main()
