"""Chores folded into jobs: what one programme settles, what shares an opening, and what is only ticked.

Three jobs on one machine on one day need one opening. What a procedure does besides its own item is not done again;
what needs the same door or menu is done in one go, and the opening counted once; wipes and rinses that nobody needs to
be led through are one stretch of work for each machine.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from lamplight.core.round.problem import RoundJob, Share
from lamplight.core.round.works import UNIT_S, Work, in_units

# What opening and shutting the same thing once more takes: ours, no source. At most half of a job's first stretch.
OPENING_S = 60


@dataclass(frozen=True, eq=False)
class Chore:
    """One care item that is to be done at one machine.

    Attributes:
        machine: its number.
        share: the item, as it will stand in the round.
        works: its stretches of work; of what is only ticked, one.
        place: where it stands in the order of the machine's items.
        opening: what has to be opened for it, or empty.
        settles: keys of the items that are done with it.
        ready_s, latest_s, begun, leaves, brings: as a job of the round has them.
    """

    machine: int
    share: Share
    works: tuple[Work, ...]
    place: int = 0
    opening: str = ""
    settles: frozenset[str] = frozenset()
    ready_s: int = 0
    latest_s: int | None = None
    begun: bool = False
    leaves: frozenset[str] = frozenset()
    brings: frozenset[str] = frozenset()

    @property
    def key(self) -> str:
        """Machine and item in one word."""
        return f"{self.machine}:{self.share.item}"

    @property
    def ticked(self) -> bool:
        """Whether it is only ticked."""
        return self.share.ticked and not self.begun


def folded(chores: Sequence[Chore], apart: Iterable[str] = ()) -> tuple[RoundJob, ...]:
    """The jobs of a round, most urgent first.

    Args:
        chores: what is to be done, keys unique.
        apart: keys of chores that are done neither in one opening nor along with others.
    """
    alone = frozenset(apart)
    jobs: list[RoundJob] = []
    for machine in dict.fromkeys(chore.machine for chore in chores):
        here = [chore for chore in chores if chore.machine == machine]
        led, shares = _settling(here, alone)
        groups: dict[str, list[Chore]] = {}
        for chore in sorted(led, key=lambda chore: (not chore.begun, chore.place)):
            name = chore.opening if chore.opening and chore.key not in alone and not chore.begun else f"= {chore.key}"
            groups.setdefault(f"ticks {chore.ready_s}" if chore.ticked else name, []).append(chore)
        jobs += [_job(name, group, shares) for name, group in groups.items()]
    return tuple(sorted(jobs, key=lambda job: (not job.begun, job.rank)))


def _settling(
    here: Sequence[Chore], alone: frozenset[str] = frozenset()
) -> tuple[list[Chore], dict[str, tuple[Share, ...]]]:
    """The chores of a machine that have to be done themselves, and all that each does; some ``alone``."""
    led = list(here)
    shares: dict[str, tuple[Share, ...]] = {chore.key: (chore.share,) for chore in here}
    # Those that settle most come first, so that of two that settle each other one stays.
    for chore in sorted(here, key=lambda chore: (not chore.begun, -len(chore.settles), chore.share.rank)):
        if chore not in led or chore.ticked:
            continue
        for other in [
            o for o in led if o is not chore and o.share.item in chore.settles and not o.begun and o.key not in alone
        ]:
            # What matters more is not left to what may be left out.
            if other.share.rank >= chore.share.rank or other.ticked or other.settles <= chore.settles:
                led.remove(other)
                shares[chore.key] += shares.pop(other.key)
    return led, shares


def _job(name: str, group: Sequence[Chore], shares: dict[str, tuple[Share, ...]]) -> RoundJob:
    """Chores in one go."""
    ticks = name.startswith("ticks ")
    if ticks:
        hands = sum(work.hands_s for chore in group for work in chore.works)
        works: tuple[Work, ...] = (Work(_ticks_words(group), hands),)
        saved = 0
    else:
        works, saved = _in_one_opening(group)
    first = group[0]
    return RoundJob(
        key=f"{first.machine}:{name}" if ticks else "+".join([first.key, *(c.share.item for c in group[1:])]),
        machine=first.machine,
        works=works,
        shares=tuple(share for chore in group for share in shares[chore.key]),
        ready_s=max(chore.ready_s for chore in group),
        latest_s=first.latest_s,
        begun=first.begun,
        leaves=frozenset().union(*(chore.leaves for chore in group)),
        brings=frozenset().union(*(chore.brings for chore in group)),
        saved_s=saved,
        opening=first.opening if saved else "",
        ticks=ticks,
        chores=tuple(chore.key for chore in group),
    )


def _ticks_words(group: Sequence[Chore]) -> str:
    first = group[0].share.title
    return first if len(group) == 1 else f"{first} and {len(group) - 1} more"


def _in_one_opening(group: Sequence[Chore]) -> tuple[tuple[Work, ...], int]:
    """The stretches of all, one chore after another; what follows without a wait is one stretch."""
    works, saved = list(group[0].works), 0
    for chore in group[1:]:
        first, *rest = chore.works
        spared = min(OPENING_S, first.hands_s // 2 // UNIT_S * UNIT_S)
        saved += spared
        hands = in_units(first.hands_s - spared)
        before = works[-1]
        if before.alone_s:
            works.append(replace(first, hands_s=hands))
        else:
            works[-1] = replace(
                before, hands_s=before.hands_s + hands, alone_s=first.alone_s, most_s=first.most_s,
                alone_words=first.alone_words,
            )  # fmt: skip
        works += rest
    return tuple(works), saved
