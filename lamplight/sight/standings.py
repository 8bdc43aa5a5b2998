"""Where machines stand by the end of the day: enough to know which are looked at first, for a thousand of them.

Within a day, and while nothing is written, a machine only grows more urgent. What it will be at closing, and what at
midnight, is therefore a bound for every minute before: who is far down by it need not be worked out now.
"""

from __future__ import annotations

import hashlib
import time
from collections.abc import Callable, Iterable
from dataclasses import astuple, dataclass
from datetime import date
from functools import cache
from pathlib import Path

from lamplight import __version__
from lamplight.core.care.status import Status
from lamplight.sight.cache import kept
from lamplight.store.changes import Edition
from lamplight.store.database import data_folder
from lamplight.store.day_cache import keep_day, read_day

# So many machines are worked out anew in one look where their standings are not at hand; the others follow.
SECONDS_A_LOOK = 1.2


@dataclass(frozen=True)
class Standing:
    """How urgent a machine is at most, until closing and until midnight.

    Attributes:
        worst, hygiene: of its most urgent item until closing: its status, and whether somebody could fall ill.
        worst_late, hygiene_late: the same until midnight.
        lit: 0 where its panel is dark, 1 where it shows something, 2 where that stops drinks.
    """

    worst: Status
    hygiene: bool
    worst_late: Status
    hygiene_late: bool
    lit: int

    def until(self, late: bool) -> tuple[Status, bool]:
        """The bound that holds now."""
        return (self.worst_late, self.hygiene_late) if late else (self.worst, self.hygiene)


def standings(
    ids: Iterable[int],
    state: Edition,
    day: date,
    work: Callable[[list[int]], dict[int, Standing]],
    seconds: float | None = SECONDS_A_LOOK,
) -> dict[int, Standing]:
    """The standing of each machine, as far as it is known; those that are missing here follow at another look.

    Args:
        ids: of the machines, those first that matter most.
        work: works out the standings of some machines, by number.
        seconds: how long it may be worked on now; None for as long as it takes.
    """
    stamp = f"{_edition_of_the_rules()} {state.path} {day.isoformat()}"
    known: dict[int, tuple[str, Standing]] = kept(("standings", state.path), stamp, lambda: _read(stamp))
    editions = {machine: _edition(state, machine) for machine in ids}
    stale = [machine for machine, own in editions.items() if machine not in known or known[machine][0] != own]
    began, done = time.monotonic(), 0
    fresh: dict[int, tuple[str, Standing]] = {}
    while done < len(stale) and (seconds is None or time.monotonic() - began < seconds):
        page = stale[done : done + PAGE]
        fresh |= {machine: (editions[machine], found) for machine, found in work(page).items()}
        done += len(page)
    if fresh:
        known.update(fresh)
        rows = {machine: (own, list(map(int, astuple(found)))) for machine, (own, found) in fresh.items()}
        keep_day(data_folder(), stamp, rows)
    return {machine: known[machine][1] for machine, own in editions.items() if known.get(machine, ("",))[0] == own}


PAGE = 20


def _edition(state: Edition, machine: int) -> str:
    _, everyone, own = state.of_machine(machine)
    return f"{everyone}.{own}"


def _read(stamp: str) -> dict[int, tuple[str, Standing]]:
    found = {}
    for machine, (own, said) in read_day(data_folder(), stamp).items():
        worst, hygiene, worst_late, hygiene_late, lit = (int(str(part)) for part in said)
        standing = Standing(Status(worst), bool(hygiene), Status(worst_late), bool(hygiene_late), lit)
        found[machine] = (own, standing)
    return found


@cache
def _edition_of_the_rules() -> str:
    """Changes when the rules do: what they said before is not believed any more."""
    here = Path(__file__).resolve().parents[1]
    rooms = (here / room for room in ("core", "library", "sight"))
    files = sorted(path for room in rooms for path in room.rglob("*.*") if path.suffix in (".py", ".yaml"))
    sizes = "".join(f"{path.name} {path.stat().st_size} {path.stat().st_mtime_ns}" for path in files)
    return f"{__version__} {hashlib.sha256(sizes.encode()).hexdigest()[:16]}"
