"""How long something takes."""

from __future__ import annotations

import unittest

from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput


class Limits(unittest.TestCase):
    """At least, likely, at most."""

    def test_order(self):
        """Equal ones are right; none is 0; none is out of order."""
        self.assertEqual(Duration(1, 1, 1).likely_s, 1)
        for wrong in ((0, 1, 2), (-1, 1, 2), (3, 2, 4), (1, 4, 3)):
            with self.assertRaisesRegex(InvalidInput, "low <= likely <= high"):
                Duration(*wrong)


if __name__ == "__main__":
    unittest.main()
