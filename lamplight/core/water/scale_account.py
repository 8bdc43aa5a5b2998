"""The scale ledger of a machine: what the water brought in, what can have deposited, what each descaling took off.

All of it is reckoned from litres, hardness and the acid that was used; nobody weighed it. What was there before the
first descaling that is known is not in it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.errors import InvalidInput
from lamplight.core.timeline import Timeline
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.hardness import DEPOSITED_SHARE, MG_CACO3_PER_DH, scale_grams
from lamplight.core.water.through import Front, Litres, WaterThrough, taken_per_litre, water_through


@dataclass(frozen=True)
class DescaleDone:
    """A descaling that was done.

    Attributes:
        at: when.
        dissolves_g: grams of CaCO3 that its dose dissolves; None where nobody knows what was in it.
    """

    at: datetime
    dissolves_g: float | None = None


@dataclass(frozen=True)
class LedgerLine:
    """From one descaling to the next, or to now.

    Attributes:
        begin, end: aware.
        litres: that went through.
        brought_g: that could come out of them at most.
        deposited_g: that is reckoned to have stayed in the machine.
        before_g: that was left from before.
        dissolves_g: what the dose at its end dissolves; None where nobody knows, or it has not ended.
        taken_g: that the descaling at its end took off; None where it has not ended.
        known: whether the hardness was known all the time.
    """

    begin: datetime
    end: datetime
    litres: float
    brought_g: float
    deposited_g: float
    before_g: float
    dissolves_g: float | None
    taken_g: float | None
    known: bool = True

    @property
    def there_g(self) -> float:
        """What was there at its end, before the descaling took any off."""
        return self.before_g + self.deposited_g

    @property
    def left_g(self) -> float:
        """What is left at its end."""
        return self.there_g - (self.taken_g or 0.0)


def scale_ledger(
    waters: Timeline[WaterAtMachine, datetime],
    litres: Litres,
    descales: Iterable[DescaleDone],
    now: datetime,
    deposited: float = DEPOSITED_SHARE,
) -> tuple[LedgerLine, ...]:
    """The lines of a ledger, oldest first; the last one is open. Nothing before the first descaling.

    A descaling takes off what its dose dissolves, at most all; where nobody knows what was in it, all.

    Args:
        waters: what came in, and through which cartridge, when.
        litres: that went through between two moments.
        descales: that were done up to now.
        now: aware.
        deposited: the share of what could come out that stays, above 0 up to 1.

    Raises:
        InvalidInput: for a share out of range.
    """
    if not 0 < deposited <= 1:
        raise InvalidInput("The share that deposits lies above 0 and up to 1.")
    done: Sequence[DescaleDone] = sorted((one for one in descales if one.at <= now), key=lambda one: one.at)
    lines: list[LedgerLine] = []
    left = 0.0
    for number, first in enumerate(done):
        closed = done[number + 1] if number + 1 < len(done) else None
        end = closed.at if closed else now
        parts = water_through(waters, litres, first.at, end)
        brought = sum(scale_grams(part.litres, part.scale_dh() or 0.0) for part in parts)
        there = left + deposited * brought
        taken = None
        if closed is not None:
            taken = there if closed.dissolves_g is None else min(there, closed.dissolves_g)
        line = LedgerLine(
            first.at, end, sum(part.litres for part in parts), brought, deposited * brought, left,
            closed.dissolves_g if closed else None, taken, all(part.scale_dh() is not None for part in parts),
        )  # fmt: skip
        lines.append(line)
        left = line.left_g
    return tuple(lines)


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
