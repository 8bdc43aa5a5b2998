"""What is drunk at a kind of machine, and what it rinses by itself."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class DrinkSort:
    """One sort of drink.

    Attributes:
        name: its words.
        water_ml: water that it takes, 0 or more.
        share: of all drinks, 0 to 1.
        milk: whether milk is frothed for it.
        puck: whether it leaves a puck or a capsule in the drawer.
    """

    name: str
    water_ml: float
    share: float
    milk: bool = False
    puck: bool = True


@dataclass(frozen=True)
class Mix:
    """What is drunk, and what the machine rinses; stands in for counters that it does not have.

    Attributes:
        sorts: with their shares.
        switch_on_ml, switch_off_ml: water of the automatic rinses.
    """

    sorts: tuple[DrinkSort, ...] = ()
    switch_on_ml: float = 0.0
    switch_off_ml: float = 0.0

    @property
    def milk_share(self) -> float:
        """Share of milk drinks, 0 to 1."""
        return sum(sort.share for sort in self.sorts if sort.milk)

    @property
    def puck_share(self) -> float:
        """Share of drinks that leave a puck or a capsule, 0 to 1."""
        return max(0.0, 1 - sum(sort.share for sort in self.sorts if not sort.puck))

    @property
    def litres_per_drink(self) -> float:
        """Water for an average drink, in litres."""
        return sum(sort.share * sort.water_ml for sort in self.sorts) / 1000

    @property
    def rinse_litres_per_day(self) -> float:
        """Water of one switching on and off, in litres."""
        return (self.switch_on_ml + self.switch_off_ml) / 1000
