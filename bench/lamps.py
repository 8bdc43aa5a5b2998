"""How well a machine's own interval is learned from its lamp: 400 simulated machines of known intervals.

Prints a table: how often the known interval lies within the stated spread (aim 75 to 88 %), and how
far the likely one misses it, by the number of sightings, the scatter of the machine, and the share
of rounds in which somebody cleaned before the lamp (censored).
"""

from __future__ import annotations

import numpy as np

from lamplight.core.lamps.own_interval import learn_interval
from lamplight.core.lamps.rounds import Seen

MACHINES = 400
EXPECTED = 200.0
INTERVAL_SPREAD = 0.35
# The lamp is seen so many drinks late at most, evenly.
SEEN_LATE = (0.0, 4.0, 8.0)


def rounds_of_machine(
    interval: float, sightings: int, scatter: float, early: float, late: float, chance: np.random.Generator
) -> list[Seen]:
    """Rounds until the lamp was seen so often; some end before it lights."""
    rounds: list[Seen] = []
    while sum(one.lit for one in rounds) < sightings:
        lights = interval * (1 + scatter * chance.standard_normal())
        if chance.random() < early:
            rounds.append(Seen(float(lights * chance.uniform(0.55, 0.98)), False))
        else:
            rounds.append(Seen(float(lights + chance.uniform(0, late)), True))
    return rounds


def measured(sightings: int, scatter: float, early: float, late: float, seed: int = 1) -> tuple[float, float]:
    """Share of machines whose interval lies within the spread, and the median miss as a share of it."""
    chance = np.random.default_rng(seed)
    inside, misses = 0, []
    for _ in range(MACHINES):
        interval = EXPECTED * float(np.exp(INTERVAL_SPREAD * chance.standard_normal()))
        learned = learn_interval(rounds_of_machine(interval, sightings, scatter, early, late, chance), EXPECTED)
        inside += learned.early <= interval <= learned.late
        misses.append(abs(learned.count - interval) / interval)
    return inside / MACHINES, float(np.median(misses))


def main() -> None:
    """Print the table."""
    print("| sightings | scatter | cleaned before the lamp | seen late | inside 80 % | median miss |")
    print("|---|---|---|---|---|---|")
    for sightings in (1, 2, 4, 8, 24):
        for scatter in (0.03, 0.08):
            for early, late in ((0.0, SEEN_LATE[0]), (0.4, SEEN_LATE[1]), (0.4, SEEN_LATE[2])):
                inside, miss = measured(sightings, scatter, early, late)
                cells = (f"{sightings}", f"{scatter:.0%}", f"{early:.0%}", f"{late:g}", f"{inside:.0%}", f"{miss:.1%}")
                print(f"| {' | '.join(cells)} |", flush=True)


if __name__ == "__main__":
    main()
