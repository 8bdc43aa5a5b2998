"""When to order, and the cheapest mix of packs.

Reorder points with safety stock for a service level a cycle, as any textbook of operations management prints them; from
memory.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from math import ceil, exp, inf, sqrt
from statistics import NormalDist

import numpy as np

from lamplight.core.errors import InvalidInput

MOST_POISSON = 100_000
# Amounts that differ by less, as a share of the need, are one: what is typed has fewer digits.
EXACT = 1e-9


def _share(service: float) -> float:
    if not 0 < service < 1:
        raise InvalidInput("A service level lies between 0 and 1.")
    return service


def _amounts(*amounts: float) -> None:
    if not all(0 <= amount < inf for amount in amounts):
        raise InvalidInput("Uses, days and costs are 0 or more.")


def reorder_point(
    a_day: float, lead_days: float, service: float, sigma_day: float = 0.0, sigma_lead: float = 0.0
) -> float:
    """Units at which to order: what is used in the lead time, and safety for what varies.

    Args:
        a_day: units used a day, 0 or more.
        lead_days: until an order comes, 0 or more.
        service: chance that it lasts, above 0 and below 1.
        sigma_day: standard deviation of a day's use.
        sigma_lead: of the lead time, in days.

    Raises:
        InvalidInput: when out of range.
    """
    _amounts(a_day, lead_days, sigma_day, sigma_lead)
    spread = sqrt(lead_days * sigma_day**2 + a_day**2 * sigma_lead**2)
    return a_day * lead_days + service_z(service) * spread


def poisson_reorder_point(a_day: float, lead_days: float, service: float) -> int:
    """The same for a few whole units a week: the fewest that last with that chance when uses come at random.

    Raises:
        InvalidInput: when out of range, or for far too many.
    """
    _amounts(a_day, lead_days)
    _share(service)
    mean = a_day * lead_days
    if mean > 700:
        raise InvalidInput("So many uses are no few any more: reckon with their spread.")
    chance = below = exp(-mean)
    units = 0
    while below < service and units < MOST_POISSON:
        units += 1
        chance *= mean / units
        below += chance
    return units


@dataclass(frozen=True)
class Pack:
    """A size in which something is sold.

    Args:
        units: in it, above 0.
        price: money for it, 0 or more.

    Raises:
        InvalidInput: when out of range.
    """

    units: float
    price: float

    def __post_init__(self) -> None:
        if not (0 < self.units < inf and 0 <= self.price < inf):
            raise InvalidInput("A pack holds more than nothing and costs 0 or more.")


@dataclass(frozen=True)
class Bought:
    """Packs that cover a need: how many of each, what they hold and cost."""

    counts: tuple[tuple[Pack, int], ...]
    units: float
    price: float


def cheapest_packs(need: float, packs: Sequence[Pack]) -> Bought:
    """The cheapest packs that hold so much; of equal price those that hold least.

    Args:
        need: units, 0 or more.
        packs: the sizes that are sold, one at least.

    Raises:
        InvalidInput: for no packs or a negative need.
    """
    _amounts(need)
    if not packs:
        raise InvalidInput("No pack of it is known: write down a price.")
    if need == 0:
        return Bought((), 0.0, 0.0)
    counts = [ceil(need / packs[0].units - EXACT)] if len(packs) == 1 else _fewest(need, packs)
    while sum(pack.units * count for pack, count in zip(packs, counts, strict=True)) < need * (1 - EXACT):
        counts[packs.index(min(packs, key=lambda pack: pack.price))] += 1  # by a hair, as the solver rounds
    chosen = tuple((pack, count) for pack, count in zip(packs, counts, strict=True) if count)
    return Bought(
        chosen, sum(pack.units * count for pack, count in chosen), sum(p.price * count for p, count in chosen)
    )


def _fewest(need: float, packs: Sequence[Pack]) -> list[int]:
    """How many of each pack: by integer programming for the least price, and once more for the least that holds."""
    from scipy.optimize import Bounds, LinearConstraint, milp  # slow to load

    units, prices = [pack.units / need for pack in packs], [pack.price for pack in packs]
    each = Bounds(0, [ceil(1 / share) for share in units])
    enough = LinearConstraint([units], 1 - EXACT)
    whole = np.ones(len(packs), dtype=np.int64)
    cheap = milp(prices, constraints=enough, bounds=each, integrality=whole, options={"mip_rel_gap": 0.0})
    assert cheap.x is not None  # a pack holds something, so some number of them is enough
    price = sum(cost * round(count) for cost, count in zip(prices, cheap.x, strict=True))
    as_cheap = LinearConstraint([prices], -inf, price * (1 + EXACT) + EXACT)
    both = [enough, as_cheap]
    least = milp(units, constraints=both, bounds=each, integrality=whole, options={"mip_rel_gap": 0.0})
    return [round(count) for count in (cheap.x if least.x is None else least.x)]


@cache
def service_z(service: float) -> float:
    """How many standard deviations a service level wants.

    Raises:
        InvalidInput: when out of range.
    """
    return NormalDist().inv_cdf(_share(service))
