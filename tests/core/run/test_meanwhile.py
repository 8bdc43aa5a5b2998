"""What can be done while a machine works by itself."""

from __future__ import annotations

import unittest
from dataclasses import replace

from lamplight.core.care.triggers import DaysSince
from lamplight.core.run.meanwhile import possible_while_waiting
from tests.core.care.makers import item

FIVE_MINUTES = item(DaysSince(1))


class Possible(unittest.TestCase):
    """By time, and by place."""

    def test_time(self):
        """It has to be over when the machine calls."""
        self.assertTrue(possible_while_waiting(FIVE_MINUTES, 300, same_machine=False))
        self.assertFalse(possible_while_waiting(FIVE_MINUTES, 299, same_machine=False))

    def test_place(self):
        """On the machine that works only its outside and the fridge."""
        for part, possible in (("panel", True), ("fridge", True), ("group", False), ("tray", False)):
            self.assertEqual(possible_while_waiting(replace(FIVE_MINUTES, part=part), 900, same_machine=True), possible)


if __name__ == "__main__":
    unittest.main()
