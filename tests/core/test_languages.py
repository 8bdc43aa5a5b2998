"""Numbers and dates as a site's language writes them (Unicode CLDR, by Babel), and as the book did before."""

from __future__ import annotations

import unittest
from datetime import date

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.languages import BRITISH, LANGUAGES
from lamplight.core.words import amount, clock_words, day_words, decimal, degrees, due_words, grouped, write_in

TODAY = date(2026, 11, 24)


class Languages(unittest.TestCase):
    """Each leaves the language as it was."""

    def setUp(self):
        """British until a test says otherwise, and after it."""
        write_in(BRITISH)
        self.addCleanup(write_in, BRITISH)

    def test_british(self):
        """As always: a point, thin spaces, the day before the month."""
        self.assertEqual((decimal(4.5), grouped(12480), amount(2.04, "L")), ("4.5", "12\u202f480", "2.0"))
        self.assertEqual(day_words(date(2026, 11, 30), TODAY), "Mon 30 Nov")

    def test_german(self):
        """DIN 5008: a comma in decimals; the CLDR: a point between thousands, the day with a point."""
        write_in("de")
        self.assertEqual((decimal(4.5), decimal(5), grouped(12480), amount(2.04, "L")), ("4,5", "5", "12.480", "2,0"))
        self.assertEqual(degrees(14.25), "14,2 °dH")
        self.assertEqual(due_words(date(2026, 11, 30), TODAY), "due Mo., 30. Nov.")
        self.assertEqual(day_words(date(2027, 3, 1), TODAY), "Mo., 1. März 2027")

    def test_american(self):
        """The month before the day."""
        write_in("en_US")
        self.assertEqual((decimal(4.5), grouped(12480)), ("4.5", "12,480"))
        self.assertEqual(day_words(date(2027, 3, 1), TODAY), "Mon, Mar 1, 2027")

    @given(st.sampled_from(sorted(LANGUAGES)), st.integers(0, 10**8), st.dates(date(2020, 1, 1), date(2035, 1, 1)))
    def test_law(self, language, number, day):
        """Every language says the same number and the same day of the month; the clock keeps its digits."""
        from datetime import datetime

        write_in(language)
        self.assertEqual("".join(sign for sign in grouped(number) if sign.isdecimal()), str(number))
        self.assertEqual(decimal(number / 8).replace(",", "."), f"{number / 8:g}")
        self.assertIn(str(day.day), day_words(day, TODAY))
        self.assertEqual(str(day.year) in day_words(day, TODAY), day.year != TODAY.year)
        self.assertTrue(clock_words(datetime(day.year, day.month, day.day, 7, 5), TODAY).endswith("07:05"))


if __name__ == "__main__":
    unittest.main()
