"""The cupboard: counted, bought, used; confirmations and inspections."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.errors import InvalidInput
from lamplight.core.stock.stock import Move, StockMove, enough, holdings

NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)


def moves(*rows):
    """Moves an hour apart."""
    return [StockMove("tab", move, amount, NOW + timedelta(hours=n)) for n, (move, amount) in enumerate(rows)]


class Cupboard(unittest.TestCase):
    """What there is."""

    def test_moves(self):
        """Bought and used from a count on; what was never counted nor bought is not known."""
        rows = [
            ([(Move.COUNTED, 10), (Move.USED, 2), (Move.BOUGHT, 20)], 28, 0),
            ([(Move.BOUGHT, 5), (Move.USED, 6)], 0, 1),
            ([(Move.BOUGHT, 5), (Move.USED, 6), (Move.USED, 3)], 0, 4),
            ([(Move.USED, 6)], None, 0),
            ([(Move.BOUGHT, 5), (Move.USED, 9), (Move.COUNTED, 3)], 3, 0),
        ]
        for given, left, short in rows:
            with self.subTest(given=given):
                held = holdings(moves(*given))["tab"]
                self.assertEqual((held.amount, held.short), (left, short))
                self.assertEqual(holdings(reversed(moves(*given)))["tab"], held)
        with self.assertRaisesRegex(InvalidInput, "An amount is"):
            StockMove("tab", Move.USED, -1, NOW)

    def test_enough(self):
        """Yes, no, or nobody knows."""
        held = holdings(moves((Move.COUNTED, 2)))["tab"]
        self.assertEqual([enough(held, 2), enough(held, 2.5), enough(None, 1)], [True, False, None])


if __name__ == "__main__":
    unittest.main()
