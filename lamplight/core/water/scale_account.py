"""The scale ledger of a machine: what the water brought in, what can have deposited, what each descaling took off.

All of it is reckoned from litres, hardness and the acid that was used; nobody weighed it. What was there before the
first descaling that is known is not in it.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.errors import InvalidInput
from lamplight.core.timeline import Timeline
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.scale import DEPOSITED_SHARE, scale_grams
from lamplight.core.water.through import Litres, water_through


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
