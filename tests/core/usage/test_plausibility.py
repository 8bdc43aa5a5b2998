"""What is recognised about a mistyped or strange counter, and whether it can be confirmed."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from scipy import stats

from lamplight.core.usage.counters import HIGHEST_COUNT, CounterBook, Reading
from lamplight.core.usage.plausibility import (
    DoubtKind,
    KnownRow,
    Severity,
    check_plausibility,
    doubtful_among,
    tail_chances,
)
from lamplight.core.usage.weekday_rates import usage_of
from tests.core.makers import MONDAY, OFFICE, book, daily_readings

TUESDAY = MONDAY + timedelta(days=1)


class Recognised(unittest.TestCase):
    """One row each: what is typed on Tuesday morning after 4 weeks of 40 a day."""

    def setUp(self):
        """The last count, on Monday before opening."""
        self.book = book(28, 40, end=MONDAY).drinks
        self.last = self.book.readings[-1].value
        self.usage = usage_of(self.book, OFFICE, TUESDAY)

    def doubts(self, value, at=TUESDAY):
        """What is said about a count."""
        return check_plausibility(value, at, KnownRow(self.book.readings, self.usage, OFFICE), TUESDAY)

    def test_table(self):
        """Kind, force and suggestion of each."""
        self.assertEqual(self.last, 1800)
        rows = [
            (1840, None, None, None),
            (1800, DoubtKind.TOO_FEW, Severity.CONFIRM, None),
            (2840, DoubtKind.TOO_MANY, Severity.CONFIRM, None),
            (8140, DoubtKind.DIGIT_SWAP, Severity.CONFIRM, 1840),
            (1480, DoubtKind.DIGIT_SWAP, Severity.CONFIRM, 1840),
            (25, DoubtKind.RESTARTED, Severity.CONFIRM, None),
            (1500, DoubtKind.BACKWARDS, Severity.CONFIRM, None),
            (-1, DoubtKind.OUT_OF_RANGE, Severity.REFUSE, None),
            (HIGHEST_COUNT + 1, DoubtKind.OUT_OF_RANGE, Severity.REFUSE, None),
        ]
        for value, kind, force, suggestion in rows:
            with self.subTest(value=value):
                found = self.doubts(value)
                if kind is None:
                    self.assertEqual(found, ())
                    continue
                self.assertEqual((found[0].kind, found[0].severity, found[0].suggestion), (kind, force, suggestion))
                self.assertTrue(found[0].sentence.endswith("."))

    def test_says_what_is_counted(self):
        """Litres are not called drinks."""
        found = check_plausibility(2840, TUESDAY, KnownRow(self.book.readings, self.usage, OFFICE, "litres"), TUESDAY)
        self.assertIn("1\u202f040 litres since", found[0].sentence)

    def test_future(self):
        """Tomorrow is refused, a few minutes of a clock that runs fast are not."""
        self.assertEqual(self.doubts(1840, TUESDAY + timedelta(days=1))[0].kind, DoubtKind.FUTURE)
        self.assertEqual(self.doubts(1840, TUESDAY + timedelta(minutes=4)), ())

    def test_same_moment(self):
        """Another value for a moment in the book is refused, the same is nothing new."""
        at = self.book.readings[-1].at
        self.assertEqual(self.doubts(1801, at)[0].kind, DoubtKind.TWICE)

    def test_older_than_a_later_reading(self):
        """More than was read later cannot be."""
        found = self.doubts(1790, MONDAY - timedelta(days=6, hours=-5))
        self.assertEqual((found[0].kind, found[0].severity), (DoubtKind.BACKWARDS, Severity.REFUSE))
        self.assertIn("read later", found[0].sentence)
        friday = MONDAY - timedelta(hours=58)
        for value, meant in ((8100, 1800), (8110, None)):  # 1810 would be more than was read on Saturday
            with self.subTest(value=value):
                self.assertEqual(self.doubts(value, friday)[0].suggestion, meant)

    def test_first_reading_raises_no_doubt(self):
        """Nothing to compare it with."""
        self.assertEqual(check_plausibility(55_000, TUESDAY, KnownRow((), self.usage, OFFICE), TUESDAY), ())

    def test_unknown_usage_raises_no_implausibility(self):
        """After one reading only, any higher count is taken."""
        alone = daily_readings(0, 40)
        usage = usage_of(book(0).drinks, OFFICE, TUESDAY)
        self.assertEqual(check_plausibility(9000, TUESDAY, KnownRow(alone, usage, OFFICE), TUESDAY), ())


class Tails(unittest.TestCase):
    """The chance that a jump is honest."""

    def test_against_scipy(self):
        """With no doubt about the rates and no over-dispersion it is Poisson."""
        from tests.core.usage.test_passage import known_usage

        usage = known_usage((40.0,) * 7)
        start = datetime(2026, 11, 23, 6, tzinfo=UTC)
        for drinks in (20, 40, 75):
            high, low = tail_chances(drinks, start, start + timedelta(days=1), usage, OFFICE, level_doubt=0)
            with self.subTest(drinks=drinks):
                self.assertAlmostEqual(high, stats.poisson.sf(drinks - 1, 40), places=9)
                self.assertAlmostEqual(low, stats.poisson.cdf(drinks, 40), places=9)


if __name__ == "__main__":
    unittest.main()


WEEKS = daily_readings(7 * 60, 40)[::7]


def doubtful(fresh, known=()):
    """The places in a list of readings that are doubted."""
    facts = CounterBook(tuple(known))
    pairs = doubtful_among(fresh, facts, OFFICE, MONDAY)
    return [fresh.index(reading) for reading, _ in pairs]


LEAPT = [*WEEKS[:-1], replace(WEEKS[-1], value=WEEKS[-1].value + 5000)]
LAST = len(WEEKS) - 1


class Doubtful(unittest.TestCase):
    """Two hundred a week."""

    def test_none_in_a_plain_row(self):
        """Whether the book is empty or has the same readings already."""
        self.assertEqual(doubtful(list(WEEKS)), [])
        self.assertEqual(doubtful(list(WEEKS), WEEKS), [])

    def test_a_leap_at_the_end(self):
        """Judged by usage without it, which it would spoil; also where the book has all before it."""
        self.assertEqual(doubtful(LEAPT), [LAST])
        self.assertEqual(doubtful(LEAPT, WEEKS[:-1]), [LAST])

    def test_a_leap_from_which_it_goes_on(self):
        """Everything after it agrees: the counter says so, and nothing is doubted."""
        gone_on = [replace(reading, value=reading.value + 5000 * (n >= LAST - 1)) for n, reading in enumerate(WEEKS)]
        self.assertEqual(doubtful(gone_on), [])

    def test_known_ones_are_not_asked_about(self):
        """What is in the book already was asked about then."""
        self.assertEqual(doubtful(LEAPT, LEAPT), [])

    def test_alone(self):
        """The first reading of a counter raises no doubt."""
        self.assertEqual(doubtful([Reading(MONDAY - timedelta(days=1), 5)]), [])


if __name__ == "__main__":
    unittest.main()
