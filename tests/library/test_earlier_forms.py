"""Files written before programmes were: read, converted, and told so."""

from __future__ import annotations

import itertools
import unittest

import yaml

from lamplight.library.catalogue import kind_as_written_now, kinds, parse, procedure_as_written_now, procedures
from lamplight.library.schema import KindFile
from tests.library.test_laws import adapted, broken, jobs_of

PARTS = """
  hopper: {label: Bean hopper, circuit: body}
  funnel: {label: Powder funnel, circuit: brew}
  group: {label: Brew group, circuit: brew, removable: true}
  boiler: {label: Heater, circuit: water}
  pump: {label: Pump, circuit: water}
  outlet: {label: Coffee outlet, circuit: brew}
  drawer: {label: Grounds drawer, circuit: waste, removable: true}
  tray: {label: Drip tray, circuit: waste, removable: true}
  panel: {label: Lamp panel, circuit: body}
  tank: {label: Water tank, circuit: water, removable: true}
"""
MILK = {
    "none": "",
    "wand": "  wand: {label: Wand, circuit: milk}\n  dial: {label: Knob, circuit: body}\n",
    "jug": "  jug: {label: Milk jug, circuit: milk, removable: true}\n",
    "hose": "  hose: {label: Milk hose, circuit: milk, removable: true}\n",
    "fridge": "  fridge: {label: Milk fridge, circuit: milk}\n",
}
WORDS = """
words:
  start_descale: Hold both keys for five seconds.
  descale_asks: The tank lamp flashes.
  descale_over: The care lamp is out.
  start_programme: Hold the rinse key for five seconds.
  asks_for_tablet: The rinse lamp flashes fast.
  programme_over: The rinse lamp is out.
volumes: {descale_mix: 1000, descale_coffee: 500, descale_second: 450,
  rinse_water: 1500, rinse_coffee: 700, rinse_second: 700}
durations: {programme: [7, 10, 14], descale_pump: [12, 20, 30]}
"""


def earlier(milk="wand", traits=()):
    """A kind's file as it was written before."""
    second = [] if milk == "none" else ["two-outlets"]
    items = ["brew-tablet", "group-rinse", "descale", *([] if milk in ("none", "wand") else ["milk-wash"])]
    return f"""key: mine
title: Mine
blurb: As before.
look: {{width: 200, height: 260, crown: hopper, tank: right, panel: lamps, milk: {milk}, group: removable, stand: feet}}
parts:{PARTS}{MILK[milk]}capacities: {{tank_ml: 1700, tray_ml: 700, drawer_pucks: 14}}
traits: [{", ".join(["removable-group", *second, *traits])}]
{WORDS}
items: {{{", ".join(f"{item}: {{like: {item}}}" for item in items)}}}
"""


def read(text):
    """The kind of a file."""
    return parse(text, KindFile, "mine.yaml").core()


def procedure_for(kind, key):
    """The procedure that serves a kind."""
    shipped = procedures()[key]
    return adapted(kind, procedures()[shipped.serving_by_hand(kind.programmes) or key])


class Kinds(unittest.TestCase):
    """Read as what they meant."""

    def test_its_programmes(self):
        """Its own words, times and volumes, in the order that the one template had."""
        kind = read(earlier("wand", ("two-rinses", "valve-by-hand")))
        self.assertEqual(sorted(kind.programmes), ["descale", "tablet"])
        descale = procedure_for(kind, "descale")
        start = next(step for step in descale.steps if step.call == "press")
        self.assertEqual(start.text, "Hold both keys for five seconds.")
        works = [step for step in descale.steps if step.call == "works"]
        self.assertEqual([[(one.outlet, one.ml) for one in step.delivers] for step in works], [
            [("coffee", 500), ("wand", 450)], [("coffee", 700), ("wand", 700)], [("coffee", 700), ("wand", 700)],
        ])  # fmt: skip
        self.assertEqual((works[0].duration.likely_s, works[0].over_when), (20 * 60, "The tank lamp flashes."))
        self.assertTrue([step for step in descale.steps if step.opens == "valve"])

    def test_laws(self):
        """Over every way to make milk and every trait of the time: vessels, valves, cleaners, parts, amounts."""
        choices = ("two-rinses", "valve-by-hand", "milk-programme", "no-programme", "container-for-tray")
        for milk, count in itertools.product(MILK, range(len(choices) + 1)):
            for traits in itertools.combinations(choices, count):
                kind = read(earlier(milk, traits))
                for shipped in jobs_of(kind):
                    with self.subTest(milk=milk, traits=traits, procedure=shipped.plain.key):
                        self.assertEqual([one for one in broken(kind, shipped) if "“" not in one], [])

    def test_without_a_programme(self):
        """One that had none is cared for by hand."""
        kind = read(earlier("wand", ("no-programme",)))
        self.assertEqual(kind.programmes, {})
        self.assertEqual(procedure_for(kind, "descale").key, "descale-by-hand")

    def test_told_so(self):
        """What to write now is what it is read as; a file of today is told nothing."""
        text = earlier("jug", ("milk-programme",))
        now = kind_as_written_now(text)
        again = read(f"{text}\n{now}")
        self.assertEqual(again.programmes, read(text).programmes)
        self.assertEqual(sorted(yaml.safe_load(now)["programmes"]), ["descale", "milk-wash", "tablet"])
        self.assertEqual(kind_as_written_now(f"{text}\n{now}"), "")
        self.assertEqual(kind_as_written_now(earlier() + "programmes: {}\n"), "")

    def test_none_that_ships_is_earlier(self):
        """Each says what it runs, or that it runs nothing."""
        self.assertEqual([key for key, kind in kinds().items() if not kind.programmes], ["dial-steamer"])


class Procedures(unittest.TestCase):
    """Outlets of before."""

    TEXT = """key: own
title: Own
circuit: milk
outlets: [{outlet: second, words: "{second_outlet}"}]
steps:
  - do: Water through it
    text: In bursts.
    part: [wand, outlet]
    delivers: {second: 200}
"""

    def test_the_second_outlet(self):
        """The milk's, the frother's or the wand's; told so."""
        self.assertIn("second: milk, frother or wand", procedure_as_written_now(self.TEXT))
        self.assertEqual(procedure_as_written_now(self.TEXT.split("outlets")[0] + "steps: [tip-out]\n"), "")


if __name__ == "__main__":
    unittest.main()
