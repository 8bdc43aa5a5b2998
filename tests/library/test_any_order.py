"""Any order of a machine's calls: programmes drawn at random keep what must never be broken."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace

from lamplight.core.anatomy.duration import Duration
from lamplight.core.machine.programme import DESCALE, Gives, Programme, Use
from lamplight.library.catalogue import kinds, procedures
from tests.library import laws
from tests.library.test_laws import adapted

CALLS = (
    "tray-empty", "drawer-empty", "waste-empty", "filter-out", "filter-in", "tank-emptied", "valve-open", "valve-shut",
    "tip-out", "confirm", "door-open", "door-shut", "group-out", "group-rinsed", "group-in", "tray-out", "tray-in",
    "hose-in-container", "milk-vessel-water", "milk-vessel-emptied", "lever-clean", "lever-back", "key-in",
    "switches-off",
)  # fmt: skip
ORDERS = 300


def works(chance, outlets):
    """The machine works, and lets water out of some of its outlets."""
    some = chance.sample(outlets, chance.randint(1, len(outlets)))
    gives = tuple(Gives(outlet, chance.choice([100, 300, 500]), chance.choice([1, 3, 6])) for outlet in some)
    return Use("works", minutes=Duration(300, 600, 900), over="It is silent.", gives=gives)


def any_programme(chance, outlets):
    """A mix, perhaps a tablet and a container, in any order; then the machine works, with anything in between."""
    calls = [Use("press", how="The key."), Use("tank-mix", ml=1000, role="descaler")]
    calls += [Use(chance.choice(CALLS)) for _ in range(chance.randint(0, 5))]
    if chance.random() < 0.4:
        calls.append(Use("tablet", place="its place", role="brew-cleaner"))
    if chance.random() < 0.5:
        under = tuple(chance.sample(outlets, chance.randint(1, len(outlets))))
        calls.append(Use("container", under=under, one=chance.random() < 0.5))
    chance.shuffle(calls)
    calls.append(works(chance, outlets))
    for _ in range(chance.randint(0, 3)):
        calls += [Use(chance.choice(CALLS)) for _ in range(chance.randint(0, 3))]
        calls += [Use("tank-water", ml=1000)] if chance.random() < 0.5 else []
        calls.append(works(chance, outlets))
    return Programme(DESCALE, tuple(calls))


class AnyOrder(unittest.TestCase):
    """No cleaner stays, nothing flows onto the counter, the valve is open where water must pass, all is back."""

    def test_laws(self):
        """Over every kind with a tank; the seed is the number of the order."""
        with_tank = [kind for kind in kinds().values() if kind.part("tank")]
        for seed in range(ORDERS):
            chance = random.Random(seed)
            kind = chance.choice(with_tank)
            programme = any_programme(chance, [outlet.key for outlet in kind.outlets])
            kind = replace(kind, programmes={**kind.programmes, DESCALE: programme})
            procedure = adapted(kind, procedures()["descale"])
            said = [
                *laws.nothing_flows_onto_the_counter(kind, procedure, {}),
                *laws.vessels_suffice(kind, procedure, {}),
                *laws.valves(kind, procedure, {}),
                *laws.fresh_water_last(kind, procedure, {}),
                *(one for one in laws.all_back(kind, procedure, {}) if "never out" not in one),
            ]
            with self.subTest(seed=seed, kind=kind.key, calls=[use.call for use in programme.calls]):
                self.assertEqual(said, [])


if __name__ == "__main__":
    unittest.main()
