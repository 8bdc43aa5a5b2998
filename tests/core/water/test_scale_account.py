"""The scale ledger and what a test reads, worked by hand; laws over any history."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.timeline import Timeline
from lamplight.core.water.hardness import convert_hardness
from lamplight.core.water.scale_account import DescaleDone, scale_ledger
from lamplight.core.water.tested import ABOVE_LAST_DH, TestWay, hardness_read
from lamplight.core.water.through import water_through
from tests.core.makers import MONDAY
from tests.core.water.test_through import DAY, HARD, fifty_a_day, histories

descales = st.lists(
    st.builds(
        lambda ago, can: DescaleDone(MONDAY - ago * DAY, can),
        st.floats(0.5, 40), st.one_of(st.none(), st.floats(0, 500)),
    ),
    max_size=5,
)  # fmt: skip


class Ledger(unittest.TestCase):
    """Brought in, deposited, taken off, left."""

    @given(histories, descales, st.floats(0.05, 1))
    def test_laws(self, history, done, share):
        """Nothing is lost, nothing comes from nowhere: what was brought is taken off or left; never below nothing."""
        lines = scale_ledger(history, fifty_a_day, done, MONDAY, share)
        self.assertEqual(len(lines), len(done))
        if not lines:
            return
        deposited, taken = sum(line.deposited_g for line in lines), sum(line.taken_g or 0.0 for line in lines)
        self.assertAlmostEqual(deposited - taken, lines[-1].left_g, places=4)
        for line in lines:
            self.assertGreaterEqual(line.left_g, -1e-9)
            self.assertAlmostEqual(line.deposited_g, share * line.brought_g)
        for earlier, later in zip(lines, lines[1:], strict=False):
            self.assertEqual((earlier.end, earlier.left_g), (later.begin, later.before_g))
        litres = sum(part.litres for part in water_through(history, fifty_a_day, lines[0].begin, MONDAY))
        self.assertAlmostEqual(sum(line.litres for line in lines), litres, places=4)
        self.assertIsNone(lines[-1].taken_g)

    def test_by_hand(self):
        """Ten days of 50 L at 14 °dH are 124.936 g at most, two fifths stay; a dose for 30 g leaves 19.97."""
        done = [DescaleDone(MONDAY - 20 * DAY), DescaleDone(MONDAY - 10 * DAY, 30.0)]
        first, last = scale_ledger(Timeline(HARD), fifty_a_day, done, MONDAY)
        self.assertAlmostEqual(first.brought_g, 500 * 14 * 0.017848, delta=0.03)
        self.assertAlmostEqual(first.there_g, 0.4 * 124.936, delta=0.02)
        self.assertEqual((first.taken_g, first.dissolves_g), (30.0, 30.0))
        self.assertAlmostEqual(last.before_g, 19.97, delta=0.02)
        self.assertAlmostEqual(last.left_g, 19.97 + 49.97, delta=0.04)
        unknown = scale_ledger(Timeline(HARD), fifty_a_day, [done[0], replace(done[1], dissolves_g=None)], MONDAY)
        self.assertEqual(unknown[1].before_g, 0.0)
        ahead = DescaleDone(MONDAY + timedelta(hours=1))
        self.assertEqual(scale_ledger(Timeline(HARD), fifty_a_day, [ahead], MONDAY), ())
        for share in (0, 1.1, float("nan")):
            with self.assertRaisesRegex(InvalidInput, "share that deposits"):
                scale_ledger(Timeline(HARD), fifty_a_day, done, MONDAY, share)


class Read(unittest.TestCase):
    """Numbers, strips, drops."""

    def test_strip(self):
        """Below 4, above 4, 7, 14 and 21 °dH (common practice, no source): the middle, and between what it lies."""
        rows = ((0, 2, 0, 4), (1, 5.5, 4, 7), (2, 10.5, 7, 14), (3, 17.5, 14, 21), (4, ABOVE_LAST_DH, 21, None))
        for fields, dh, low, high in rows:
            got = hardness_read(TestWay.STRIP, fields)
            self.assertEqual((got.dh, got.low_dh, got.high_dh), (dh, low, high))
        self.assertIn("1 field of 4", hardness_read(TestWay.STRIP, 1).words)
        for wrong in (-1, 5, 1.5, float("nan")):
            with self.assertRaisesRegex(InvalidInput, "0 to 4"):
                hardness_read(TestWay.STRIP, wrong)

    def test_drops(self):
        """Each a unit: fourteen of 1 °dH; twenty of 1 °fH are 11.2 °dH; the last drop turned it."""
        got = hardness_read(TestWay.DROPS, 14)
        self.assertEqual((got.dh, got.low_dh, got.high_dh, got.words), (14, 13, 14, "14 drops"))
        self.assertAlmostEqual(hardness_read(TestWay.DROPS, 20, "fH").dh, 11.2057, places=3)
        self.assertEqual(hardness_read(TestWay.DROPS, 0).low_dh, 0)
        for wrong in (1.5, -1, 101):
            with self.assertRaisesRegex(InvalidInput, "counted whole"):
                hardness_read(TestWay.DROPS, wrong)

    @given(st.floats(0, 500), st.sampled_from(["mg/L CaCO3", "fH", "gpg", "mmol/L"]))
    def test_number(self, value, unit):
        """A report's number in any unit is itself."""
        got = hardness_read(TestWay.NUMBER, value, unit)
        self.assertAlmostEqual(convert_hardness(got.dh, "dH", unit), value, places=6)
        self.assertEqual(got.low_dh, got.high_dh)


if __name__ == "__main__":
    unittest.main()
