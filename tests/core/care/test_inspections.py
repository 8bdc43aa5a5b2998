"""Parts that are looked at now and then."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.care.inspections import INSPECTIONS, due_inspections

NOW = datetime(2026, 11, 24, 12, tzinfo=UTC)


class Inspecting(unittest.TestCase):
    """Now and then something is looked at."""

    def test_on_the_day(self):
        """Never looked at, or exactly so many days ago: due. A second earlier: not yet."""
        days = timedelta(days=INSPECTIONS["hose"].days)
        self.assertEqual(due_inspections(["hose"], {}, NOW), ("hose",))
        self.assertEqual(due_inspections(["hose"], {"hose": NOW - days}, NOW), ("hose",))
        self.assertEqual(due_inspections(["hose"], {"hose": NOW - days + timedelta(seconds=1)}, NOW), ())

    def test_only_what_is_wanted_and_known(self):
        """In the order wanted; a word that names none is passed over."""
        self.assertEqual(due_inspections(["screen", "whisker", "hose"], {}, NOW), ("screen", "hose"))


if __name__ == "__main__":
    unittest.main()
