"""What an absence may be."""

from __future__ import annotations

import unittest
from datetime import date

from lamplight.core.errors import InvalidInput
from lamplight.core.site.absence import Absence


class Limits(unittest.TestCase):
    """A day at the least, a year at the most."""

    def test_both_ends(self):
        """Both ends."""
        self.assertEqual(Absence(date(2026, 1, 1), date(2026, 1, 1)).days, 1)
        with self.assertRaisesRegex(InvalidInput, "Swap the dates"):
            Absence(date(2026, 1, 2), date(2026, 1, 1))
        with self.assertRaisesRegex(InvalidInput, "a year at most"):
            Absence(date(2026, 1, 1), date(2027, 1, 2))

    def test_dates(self):
        """Both ends are among them."""
        days = list(Absence(date(2026, 12, 30), date(2027, 1, 2)).dates())
        self.assertEqual((len(days), days[0], days[-1]), (4, date(2026, 12, 30), date(2027, 1, 2)))


if __name__ == "__main__":
    unittest.main()
