"""What was seen from a moment on, and what asks for a care item."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.lamps.sightings import Sighting, asked_for, panel_at
from lamplight.core.moment import Moment
from tests.core.lamps.makers import PANEL, shows

NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)


def at(minutes, signals):
    """A sighting so many minutes from now."""
    return Sighting(NOW + timedelta(minutes=minutes), signals)


class Sightings(unittest.TestCase):
    """A panel over time."""

    def test_now(self):
        """The latest that is not dark and not ahead."""
        lit, dark = at(-30, shows(a="flashing red")), at(-10, shows())
        self.assertEqual(panel_at([lit], NOW).signals, lit.signals)
        self.assertIsNone(panel_at([dark, lit], NOW))
        self.assertEqual(panel_at([lit, dark], NOW - timedelta(minutes=20)).at, lit.at)
        self.assertIsNone(panel_at([at(5, shows(a="flashing red"))], NOW))

    def test_asked_for(self):
        """One stretch from the first sighting to the one that no longer asks; two items at once."""
        rows = [
            at(-90, shows(b="flashing amber")),
            at(-80, shows(b="flashing amber", c="steady white")),
            at(-60, shows()),
            at(-50, shows("Wash me", b="flashing red")),
        ]
        asked = [(one.item, one.at, one.gone_at) for one in asked_for(PANEL, reversed(rows))]
        expected = [
            ("tablet", rows[0].at, rows[2].at),
            ("scale", rows[3].at, None),
            ("wash", rows[3].at, None),
        ]
        self.assertEqual(asked, expected)

    def test_two_lightings_with_a_job_between(self):
        """Though nobody wrote “dark”; said again without a job, it is the same one."""
        lit = [at(-90, shows(b="flashing amber")), at(-30, shows(b="flashing amber"))]
        done = [("tablet", Moment(NOW - timedelta(minutes=60)))]
        self.assertEqual([one.at for one in asked_for(PANEL, lit, done)], [lit[0].at, lit[1].at])
        self.assertEqual(len(asked_for(PANEL, lit)), 1)
        said = [Sighting(NOW - timedelta(minutes=back), asks_for="tablet") for back in (90, 30)]
        self.assertEqual([one.at for one in asked_for(PANEL, said)], [said[0].at])
        self.assertEqual(len(asked_for(PANEL, said, done)), 2)


if __name__ == "__main__":
    unittest.main()
