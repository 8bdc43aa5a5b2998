"""How a computation declines: a sentence, and the field that it is about."""

from __future__ import annotations

import unittest

from lamplight.core.errors import InvalidInput, about


class Fields(unittest.TestCase):
    """Which field a refusal is about."""

    def test_named(self):
        """Where it is raised, or around it; the inner name stands."""
        self.assertEqual(InvalidInput("Too long.", "name").field, "name")
        with self.assertRaises(InvalidInput) as refused, about("place"):
            raise InvalidInput("Too long.")
        self.assertEqual((refused.exception.field, str(refused.exception)), ("place", "Too long."))
        with self.assertRaises(InvalidInput) as refused, about("place"):
            raise InvalidInput("Too long.", "name")
        self.assertEqual(refused.exception.field, "name")

    def test_other_errors_pass(self):
        """It is about input only."""
        with self.assertRaisesRegex(ZeroDivisionError, "division by zero"), about("place"):
            _ = 1 / 0


if __name__ == "__main__":
    unittest.main()
