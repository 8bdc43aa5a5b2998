"""A job that goes on otherwise in its middle: the laws of any job hold of what is done and what is still to come."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace

from lamplight.core.job.adaptation import adaptation_of
from lamplight.core.job.course import LISTEN
from lamplight.core.job.retold import Cut, calls_now, cut_at, retold
from lamplight.core.job.traits import forms_of
from lamplight.core.machine.programme import DESCALE, Programme, Use
from lamplight.library.catalogue import defaults, kinds, procedures, products, usual_products
from tests.draw import drawn
from tests.library import laws
from tests.library.test_any_order import CALLS, any_programme, works
from tests.library.test_laws import adapted

CHANGES = 400


def around(kind):
    """What a procedure on a kind is adapted to."""
    return adaptation_of(kind, defaults(), forms_of(usual_products(kind, products())))


def gone_on(kind, procedure, index, calls):
    """The procedure as it goes on from a step by other calls; None where its programme is behind already."""
    adaptation = around(kind)
    cut = cut_at(procedure.steps, index, procedure.own, calls_now(procedure, adaptation, calls))
    return None if cut is None else retold(procedure, cut, procedures()[procedure.key], adaptation, calls)


def own_jobs():
    """Every shipped kind with every procedure that runs a programme of its own."""
    for kind in kinds().values():
        for key, shipped in procedures().items():
            if shipped.plain.programme in kind.programmes and not shipped.plain.programme.startswith("storage"):
                yield kind, adapted(kind, procedures()[key])


class Unchanged(unittest.TestCase):
    """Nothing was said: nothing changes."""

    def test_the_same_calls_give_the_same_course(self):
        """Of every kind and job, from each of its steps; so nothing that was opened, put in or put up is forgotten."""
        seen = 0
        for kind, procedure in own_jobs():
            calls = kind.programmes[procedure.programme].calls
            for index in range(len(procedure.steps)):
                after = gone_on(kind, procedure, index, calls)
                if after is not None:
                    seen += 1
                    with self.subTest(kind=kind.key, job=procedure.key, step=index):
                        self.assertEqual([s.title for s in after.steps], [s.title for s in procedure.steps])
                        self.assertEqual(after.steps, procedure.steps)
                        self.assertEqual(after.stands, procedure.stands)
        self.assertGreater(seen, 150)


def changed(chance, calls, at, outlets):
    """The calls with one more before a place, one fewer, or another there."""
    way = chance.choice(("add", "out", "other"))
    new = works(chance, outlets) if chance.random() < 0.3 else Use(chance.choice(CALLS))
    if way == "add":
        return [*calls[:at], new, *calls[at:]]
    if way == "out" and len(calls) > 1:
        return [*calls[:at], *calls[at + 1 :]]
    return [*calls[:at], replace(calls[at], says="It shows another thing."), *calls[at + 1 :]]


class Changed(unittest.TestCase):
    """Something is other at the step at which the keeper stands."""

    def test_laws(self):
        """Over kinds with a tank, programmes and changes drawn at random; the seed is the number of the change."""
        with_tank = [kind for kind in kinds().values() if kind.part("tank")]
        seeds = drawn(range(CHANGES), CHANGES // 2)
        tried = 0
        for seed in seeds:
            chance = random.Random(seed)
            kind = chance.choice(with_tank)
            outlets = [outlet.key for outlet in kind.outlets]
            kind = replace(kind, programmes={**kind.programmes, DESCALE: any_programme(chance, outlets)})
            procedure = adapted(kind, procedures()["descale"])
            index = chance.choice([n for n, step in enumerate(procedure.steps) if step.own >= 0])
            calls = changed(chance, list(procedure.own), procedure.steps[index].own, outlets)
            after = gone_on(kind, procedure, index, calls)
            if after is None:
                continue
            tried += 1
            said = [
                *laws.nothing_flows_onto_the_counter(kind, after, {}),
                *laws.valves(kind, after, {}),
                *laws.fresh_water_last(kind, after, {}),
                *(one for one in laws.all_back(kind, after, {}) if "never out" not in one),
            ]
            with self.subTest(seed=seed, kind=kind.key, step=index, calls=[use.call for use in calls]):
                self.assertEqual(after.steps[:index], procedure.steps[:index])
                self.assertEqual(said, [])
        self.assertGreater(tried, len(seeds) * 0.9)


class Listened(unittest.TestCase):
    """A programme that nobody knows, followed call by call."""

    def test_laws(self):
        """Of every kind with a tank, orders drawn at random; it ends as one that was known from the start must."""
        with_tank = [kind for kind in kinds().values() if kind.part("tank")]
        for seed in drawn(range(120), 60):
            chance = random.Random(1000 + seed)
            kind = chance.choice(with_tank)
            calls = any_programme(chance, [outlet.key for outlet in kind.outlets]).calls
            open_end = Programme(DESCALE, (Use(LISTEN),))
            kind = replace(kind, programmes={**kind.programmes, DESCALE: open_end})
            procedure = adapted(kind, procedures()["descale"])
            heard = []
            for use in (*calls, None):
                index = next(n for n, step in enumerate(procedure.steps) if step.call == LISTEN)
                heard += [use] if use else []
                told = (*heard, Use(LISTEN)) if use else tuple(heard)
                procedure = gone_on_open(kind, procedure, index, told)
            said = [
                *laws.nothing_flows_onto_the_counter(kind, procedure, {}),
                *laws.valves(kind, procedure, {}),
                *laws.fresh_water_last(kind, procedure, {}),
                *(one for one in laws.all_back(kind, procedure, {}) if "never out" not in one),
            ]
            with self.subTest(seed=seed, kind=kind.key, calls=[use.call for use in calls]):
                self.assertEqual(said, [])
                self.assertEqual([use.call for use in procedure.own], [use.call for use in heard])


def gone_on_open(kind, procedure, index, calls):
    """The procedure after one more call was heard at its open end."""
    return retold(procedure, Cut(index, procedure.steps[index].own), procedures()["descale"], around(kind), calls)


if __name__ == "__main__":
    unittest.main()
