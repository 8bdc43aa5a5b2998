"""Whether the computer's clock can be right."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.site.computer_clock import AHEAD, BACK, clock_doubt

NOW = datetime(2026, 11, 24, 12, 0, tzinfo=UTC)


class Doubt(unittest.TestCase):
    """Against the newest entry."""

    def test_edges(self):
        """A day back and a hundred ahead are nothing; a second more is."""
        second = timedelta(seconds=1)
        for last in (None, NOW, NOW + BACK, NOW - AHEAD):
            self.assertEqual(clock_doubt(NOW, last), "")
        self.assertIn("long before the newest entry of Wed 25 Nov 2026", clock_doubt(NOW, NOW + BACK + second))
        self.assertIn("long after the newest entry", clock_doubt(NOW, NOW - AHEAD - second))

    def test_an_empty_battery(self):
        """Both dates with their years."""
        said = clock_doubt(datetime(1970, 1, 1, 0, 3, tzinfo=UTC), NOW)
        self.assertEqual(said, "The computer says that it is Thu 1 Jan 1970, 00:03 UTC; that is long before the newest "
                         "entry of Tue 24 Nov 2026")  # fmt: skip
