"""What a job takes: doses, and several jobs added up."""

from __future__ import annotations

import unittest

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.chemistry import Chemistry, Product
from lamplight.core.job.needs import added_up, need_lines
from lamplight.core.job.procedure import Need, Procedure


class Needs(unittest.TestCase):
    """Amounts for this machine, by the chosen product."""

    LIQUID = Product("l", "Concentrate", "descaler", "liquid", Chemistry.DESCALER, "ml", 100, 100, False)
    TABLETS = Product("t", "Tablets", "descaler", "tablet", Chemistry.DESCALER, "tablet", 1, 4)

    def lines(self, product, mix):
        """The needs of a job that mixes so much."""
        procedure = Procedure("p", "P", Circuit.WATER, (), (Need("", "", "descaler", mix), Need("1", "jug")))
        return need_lines(procedure, {"descaler": product} if product else {})

    def test_doses(self):
        """100 ml of concentrate and 1 L; half a litre with two tablets; never none at all; 4.4 tablets are 4."""
        rows = [
            (self.LIQUID, 1000, "100 ml"), (self.LIQUID, 3000, "300 ml"), (self.TABLETS, 500, "2 tablets"),
            (self.TABLETS, 1100, "4 tablets"), (self.TABLETS, 100, "1 tablet"), (self.TABLETS, None, "1 tablet"),
        ]  # fmt: skip
        for product, mix, words in rows:
            with self.subTest(product=product.title, mix=mix):
                self.assertEqual(self.lines(product, mix)[0].amount, words)
        self.assertEqual(self.lines(None, 500)[0].thing, "descaler")

    def test_added_up(self):
        """What is used up is added together, a jug is taken once."""
        lines = [*self.lines(self.TABLETS, 500), *self.lines(self.TABLETS, 1000)]
        self.assertEqual(
            [(line.amount, line.thing) for line in added_up(lines, {"t": self.TABLETS})],
            [("6 tablets", "Tablets"), ("1", "jug")],
        )


if __name__ == "__main__":
    unittest.main()
