"""After how many more litres a grain of scale too much has come, behind a cartridge that weakens."""

from __future__ import annotations

from collections.abc import Callable

from lamplight.core.errors import InvalidInput
from lamplight.core.water.hardness import MG_CACO3_PER_DH
from lamplight.core.water.through import Front, WaterThrough, taken_per_litre

# So near to the litres that are sought, as a share of the most that they can be.
NEAR = 1e-9


def litres_until(now: WaterThrough, grams: float, front: Front = Front.LIKELY) -> float | None:
    """Litres in which so much scale can come out at most; None where none ever does.

    A cartridge that is not spent is taken to be changed when it is, by one like it; one that is spent already goes on
    weakening.

    Args:
        now: what comes through, and how much was offered to its cartridge.
        grams: of CaCO3, 0 or more.
        front: how sharp the cartridge's front is taken to be.

    Raises:
        InvalidInput: for a negative amount.
    """
    if not 0 <= grams < float("inf"):
        raise InvalidInput("An amount of scale is 0 g or more.")
    if grams == 0:
        return 0.0
    wanted = grams * 1000 / MG_CACO3_PER_DH
    per_litre = taken_per_litre(now.water)
    steady = now.scale_dh(front)
    if not steady:
        return None
    if now.water.cartridge is None or per_litre <= 0 or now.load[1] > now.load[0]:  # nobody knows how far it is
        return wanted / steady
    sharpness, begin = front.of(now.water.cartridge), now.load[1]

    def hardness(first: float, last: float) -> float:
        return now.water.scaling_between(first, last, sharpness) or 0.0

    if begin >= 1.0:
        return _where(lambda litres: litres * hardness(begin, begin + litres * per_litre), wanted, wanted / steady)
    left = (1.0 - begin) / per_litre
    comes = left * hardness(begin, 1.0)
    if comes >= wanted:
        return _where(lambda litres: litres * hardness(begin, begin + litres * per_litre), wanted, left)
    life = 1.0 / per_litre
    whole = life * hardness(0.0, 1.0)
    lives, rest = divmod(wanted - comes, whole)
    return left + lives * life + _where(lambda litres: litres * hardness(0.0, litres * per_litre), rest, life)


def _where(rising: Callable[[float], float], wanted: float, most: float) -> float:
    """Where a rising function comes to a value, between 0 and ``most``: as near as `NEAR`."""
    from scipy.optimize import brentq  # slow to load

    if rising(most) <= wanted:
        return most
    return float(brentq(lambda litres: rising(litres) - wanted if litres else -wanted, 0.0, most, xtol=NEAR * most))
