"""What is said of a thing that was planned again and again and not done. Our own rule, no source."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime, timedelta

from lamplight.core.agenda.put_off import times_missed, what_gives
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.plan.problem import Task
from lamplight.core.plan.terms import Term
from lamplight.core.usage.passage import NEVER

NOW = datetime(2026, 12, 1, 12, tzinfo=UTC)
WASH, TABLET = (1, "wash"), (1, "tablet")


def ago(days):
    """A moment so many days ago."""
    return NOW - timedelta(days=days)


class PutOff(unittest.TestCase):
    """Times that went by."""

    def test_times_missed(self):
        """Each time once, since the last deed; what lies ahead and what nobody asks about does not count."""
        plans = [
            [(WASH, ago(5)), (WASH, ago(-2)), (TABLET, ago(5))],
            [(WASH, ago(5)), (TABLET, ago(3))],
            [(WASH, ago(1)), (TABLET, ago(-1))],
        ]
        self.assertEqual(times_missed(plans, {WASH: None, TABLET: ago(4)}, NOW), {WASH: 2, TABLET: 1})
        self.assertEqual(times_missed(plans, {WASH: ago(0.5)}, NOW), {})
        self.assertEqual(times_missed([], {WASH: None}, NOW), {})

    def test_what_gives(self):
        """Nothing at first; then hours, or the day."""
        day = date(2026, 12, 1)
        task = Task(1, "wash", "Milk wash", Circuit.MILK, 20, "", False, Term(day, day, None, NEVER), span=50)
        self.assertEqual(what_gives(task, 1, 5, 20), "")
        for room, longest, words in ((90, 40, "from beginning to end"), (10, 60, "Longer hours"), (30, 60, "Hold it")):
            told = what_gives(task, 2, room, longest)
            self.assertIn(words, told)
            self.assertTrue(told.startswith("Milk wash [1] was planned 2 times and not done"))


if __name__ == "__main__":
    unittest.main()
