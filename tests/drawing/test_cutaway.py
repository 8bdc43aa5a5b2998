"""The geometry of the drawings: parts inside their machine, labels apart, scales monotone."""

from __future__ import annotations

import re
import unittest
import xml.etree.ElementTree as ET
from datetime import date
from itertools import combinations, permutations

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.weekday_rates import fit_usage
from lamplight.drawing.bulbs import string_of_bulbs
from lamplight.drawing.cutaway import Label, Scene, cutaway, silhouette
from lamplight.drawing.dial import clock_words
from lamplight.drawing.frame import frame
from lamplight.drawing.gestures import POSES
from lamplight.drawing.label_rows import Stem, arrange
from lamplight.drawing.ruler import Mark, place, scale
from lamplight.library.catalogue import kinds
from tests.core.makers import MONDAY, OFFICE

OUTSIDE = {"tank", "filter", "mains", "wand", "jug", "hose", "fridge", "hopper", "canister", "reservoir"}
INSIDE_EACH_OTHER = {frozenset(("tray", "float")), frozenset(("tank", "filter"))}


class Frames(unittest.TestCase):
    """Boxes of every shipped kind."""

    def test_inner_parts_lie_inside_the_body(self):
        """Nothing of the works sticks out, and every part has a size."""
        for kind in kinds().values():
            boxes = frame(kind.appearance, [part.key for part in kind.parts])
            for key, box in boxes.boxes.items():
                with self.subTest(kind=kind.key, part=key):
                    self.assertGreater(min(box.w, box.h), 3)
                    if key not in OUTSIDE:
                        self.assertTrue(boxes.body.holds(box), box)
                    self.assertLessEqual(box.bottom, 0.001)

    def test_parts_do_not_cover_each_other(self):
        """But for those that belong into another, and the door over the works."""
        for kind in kinds().values():
            boxes = frame(kind.appearance, [part.key for part in kind.parts]).boxes
            for (a, one), (b, two) in combinations(boxes.items(), 2):
                behind = kind.appearance.tank == "back" and {"tank", "filter"} & {a, b}
                if behind or "door" in (a, b) or frozenset((a, b)) in INSIDE_EACH_OTHER:
                    continue
                with self.subTest(kind=kind.key, pair=(a, b)):
                    self.assertFalse(one.meets(two), (one, two))


class Drawings(unittest.TestCase):
    """The SVG itself."""

    def test_well_formed_without_inline_styles(self):
        """Every kind in every pose; no style attribute, which the content policy forbids."""
        for kind in kinds().values():
            for pose in ("", *POSES):
                for touched in ("", "group", "tank", "tray"):
                    drawing = str(cutaway(kind, Scene(touched=touched, pose=pose)))
                    ET.fromstring(drawing)
                    self.assertNotRegex(drawing, r'\sstyle="|nan|inf\b')

    def test_parts_are_addressable_and_named(self):
        """Each fitted part carries its key and its words; the touched one its mark."""
        for kind in kinds().values():
            drawing = str(cutaway(kind, Scene(touched="group")))
            for part in kind.parts:
                if part.key != "door":
                    self.assertIn(f'data-part="{part.key}"', drawing)
            if kind.part("group"):
                self.assertRegex(drawing, r'class="part part-group is-touched"')
                self.assertIn(f"{kind.part('group').label} in hand", drawing)

    def test_silhouettes_differ(self):
        """No two kinds have the same outline or proportions."""
        seen = [re.sub(r"<title>.*?</title>", "", str(silhouette(kind))) for kind in kinds().values()]
        self.assertEqual(len(set(seen)), len(seen))

    def test_words_are_escaped(self):
        """A machine's words cannot become markup."""
        kind = next(iter(kinds().values()))
        drawing = str(cutaway(kind, Scene(labels=(Label("group", "<b>", '"&'),))))
        self.assertIn("&lt;b&gt;", drawing)
        ET.fromstring(drawing)

    def test_bulbs_and_clock(self):
        """Three done of five: three lit, one ringed, one dark."""
        drawing = str(string_of_bulbs(5, 3))
        self.assertEqual([drawing.count(f'"{cls}"') for cls in ("bulb-lit", "bulb-now", "bulb-off")], [3, 1, 1])
        self.assertEqual((clock_words(0), clock_words(1132)), ("00:00", "18:52"))


def along(days=28):
    """A ruler over an office's weeks: 40 on open days, little at weekends."""
    usage = fit_usage([], OFFICE, MONDAY, guess_per_day=40)
    return scale(usage, OFFICE, MONDAY.date(), days, 1200.0)


class Ruler(unittest.TestCase):
    """Dates unevenly spaced, labels apart."""

    def test_divided_by_drinks(self):
        """A Saturday is a twentieth of a Friday wide; the whole width is used."""
        ruler = along()
        friday, saturday = (ruler.positions[n + 1] - ruler.positions[n] for n in (4, 5))
        self.assertAlmostEqual(saturday / friday, 0.05)
        self.assertAlmostEqual(ruler.positions[-1], 1200)
        self.assertAlmostEqual(ruler.at_drinks(40), ruler.positions[1])
        self.assertEqual(ruler.at(date(2020, 1, 1)), 0)
        self.assertEqual(ruler.at(date(2030, 1, 1)), 1200)

    def test_without_usage_it_is_even(self):
        """A machine never read still has dates."""
        ruler = scale(fit_usage([], OFFICE, MONDAY), SiteCalendar(), MONDAY.date(), 10, 1000.0)
        self.assertEqual(ruler.positions[1], 100)

    @given(
        st.lists(
            st.tuples(st.integers(0, 40), st.text("abcdefgh ", min_size=3, max_size=40), st.booleans()),
            min_size=1, max_size=14,
        )
    )  # fmt: skip
    @settings(max_examples=60)
    def test_labels_never_overlap(self, given_marks):
        """Whatever the marks: in one row labels lie apart."""
        ruler = along()
        marks = []
        for back, words, now in given_marks:
            day = date.fromordinal(MONDAY.date().toordinal() + min(back, 27))
            marks.append(Mark(words, "Thu 3 Dec", Circuit.BREW, True, day, day, day, now=now))
        placed = place(marks, ruler, 1200.0)
        for one, two in combinations(placed, 2):
            if one.row == two.row:
                self.assertTrue(one.right <= two.left or two.right <= one.left)

    def test_stems_keep_clear_of_labels(self):
        """Near the right end labels run left; the stems then climb in the other order."""
        for positions in ([0, 100, 200], [900, 1000, 1100], [0, 5, 600, 900, 1190], [300, 310, 320]):
            stems = [Stem(float(x), 260.0) for x in positions]
            places = arrange(stems, 1200.0)
            for (stem, own), (_, other) in permutations(list(zip(stems, places, strict=True)), 2):
                with self.subTest(positions=positions, stem=stem.x, label=other):
                    self.assertFalse(other.row < own.row and other.left < stem.x < other.right)


if __name__ == "__main__":
    unittest.main()
