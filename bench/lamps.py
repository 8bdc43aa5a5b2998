"""How well a machine's own interval is learned from its lamp: 150 simulated machines of known intervals.

Prints a table: how often the known interval lies within the stated spread, how far the likely one misses it, and how
wide the spread is, by the number of sightings and by how the machine is looked after. How late a lamp is seen, and
whether a cleaning before it was a chance or saw it coming, cannot be known from the counts; the spread has to bear it.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from lamplight.core.lamps.intervals import Seen
from lamplight.core.lamps.own_interval import learn_interval

MACHINES = 150
EXPECTED = 200.0
INTERVAL_SPREAD = 0.35


@dataclass(frozen=True)
class Machine:
    """How a machine's lamp lights, and how it is looked after.

    Attributes:
        scatter: of the counts at lighting, as a share of the interval.
        cleaned: share of the rounds that end before the lamp.
        late: so many drinks late it is seen at most, evenly.
        from_share: a round that ends before the lamp ends from this share of the lamp's own count on: near 1, somebody
            saw it coming.
        looked: whether somebody saw the panel dark within a twentieth before it lit.
    """

    scatter: float = 0.03
    cleaned: float = 0.4
    late: float = 4.0
    from_share: float = 0.55
    looked: bool = False


MACHINES_TRIED = (
    ("a steady one, seen at once", Machine(cleaned=0.0, late=0.0)),
    ("seen up to 2 % late", Machine(late=4.0)),
    ("scattered, up to 4 % late", Machine(scatter=0.08, late=8.0)),
    ("up to 10 % late", Machine(late=20.0)),
    ("scattered, up to 20 % late", Machine(scatter=0.08, late=40.0)),
    ("up to 20 % late, the panel was looked at", Machine(late=40.0, looked=True)),
    ("cleaned when it comes near", Machine(late=8.0, from_share=0.9)),
    ("scattered, cleaned when it comes near", Machine(scatter=0.08, cleaned=0.6, late=8.0, from_share=0.9)),
    ("very scattered", Machine(scatter=0.2, cleaned=0.0, late=0.0)),
)


def rounds_of_machine(interval: float, sightings: int, machine: Machine, chance: np.random.Generator) -> list[Seen]:
    """Rounds until the lamp was seen so often; some end before it lights."""
    rounds: list[Seen] = []
    while sum(one.lit for one in rounds) < sightings:
        lights = interval * (1 + machine.scatter * chance.standard_normal())
        if chance.random() < machine.cleaned:
            rounds.append(Seen(float(lights * chance.uniform(machine.from_share, 0.99)), False))
        else:
            dark = float(lights * chance.uniform(0.95, 1.0)) if machine.looked else 0.0
            rounds.append(Seen(float(lights + chance.uniform(0, machine.late)), True, dark))
    return rounds


def measured(sightings: int, machine: Machine, seed: int = 1, machines: int = MACHINES) -> tuple[float, float, float]:
    """Share of machines whose interval lies within the spread, and the median miss and width as shares of it."""
    chance = np.random.default_rng(seed)
    inside, misses, widths = 0, [], []
    for _ in range(machines):
        interval = EXPECTED * float(np.exp(INTERVAL_SPREAD * chance.standard_normal()))
        learned = learn_interval(rounds_of_machine(interval, sightings, machine, chance), EXPECTED)
        inside += learned.early <= interval <= learned.late
        misses.append(abs(learned.count - interval) / interval)
        widths.append((learned.late - learned.early) / interval)
    return inside / machines, float(np.median(misses)), float(np.median(widths))


def main() -> None:
    """Print the table."""
    counts = (1, 2, 4, 8, 24)
    print("| machine | " + " | ".join(f"{count} seen" for count in counts) + " |")
    print("|---|" + "---|" * len(counts))
    for words, machine in MACHINES_TRIED:
        cells = [measured(sightings, machine) for sightings in counts]
        said = (f"{inside:.0%}, {miss:.1%}, {width:.0%}" for inside, miss, width in cells)
        print(f"| {words} | {' | '.join(said)} |", flush=True)


if __name__ == "__main__":
    main()
