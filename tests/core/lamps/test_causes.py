"""Causes in the order that facts decide; evidence; faults by week; lamp against book."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.lamps.causes import Cause, Evidence, Tried, ranked
from lamplight.library.catalogue import causes, kinds, symptoms

NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)
FILTER = Cause(
    "filter", "Filter badly seated", Circuit.WATER, "Look.", "Press it home.", weight=1,
    evidence=(Evidence("minutes-since:filter-change", 4, below=1440, says="it was fitted {value} ago"),),
)  # fmt: skip
GRIND = Cause("grind", "Too fine", Circuit.BREW, "Look.", "Coarser.", weight=1.5)
SCALE = Cause(
    "scale",
    "Scaled up",
    Circuit.WATER,
    "Look.",
    "Descale.",
    weight=1,
    evidence=(Evidence("share:descale", 2, above=0.9),),
)
ALL = (FILTER, GRIND, SCALE)


def order(facts, tried=()):
    """Keys, the likeliest first."""
    return [one.cause.key for one in ranked(ALL, facts, tried, "no flow", NOW)]


def tried(cause, was_it, days, about="no flow"):
    """A cause that was tried so many days ago."""
    return Tried(about, cause, was_it, NOW - timedelta(days=days))


class Order(unittest.TestCase):
    """Weights, facts, memory."""

    def test_facts_change_the_order(self):
        """Beforehand the grind; a filter fitted 40 minutes ago comes first, and says so; scale when it is due."""
        self.assertEqual(order({}), ["grind", "filter", "scale"])
        fresh = {"minutes-since:filter-change": (40.0, "40 minutes")}
        first = ranked(ALL, fresh, (), "no flow", NOW)[0]
        self.assertEqual((first.cause.key, first.grounds), ("filter", ("it was fitted 40 minutes ago",)))
        self.assertEqual(order({"minutes-since:filter-change": (1440.0, "a day")}), ["grind", "filter", "scale"])
        self.assertEqual(order({"share:descale": (0.95, "x")}), ["scale", "grind", "filter"])
        self.assertEqual(order({"share:descale": (0.9, "x")}), ["grind", "filter", "scale"])

    def test_it_learns(self):
        """What it was before comes first; what it was not just now comes last; other complaints do not count."""
        self.assertEqual(order({}, [tried("scale", True, 40)])[0], "scale")
        self.assertEqual(order({}, [tried("scale", True, 40, "another")])[0], "grind")
        self.assertEqual(order({}, [tried("grind", False, 0.01)]), ["filter", "scale", "grind"])
        self.assertEqual(order({}, [tried("grind", False, 3)]), ["filter", "scale", "grind"])
        again = [tried("grind", False, 0.02), tried("grind", True, 0.01)]
        self.assertEqual(order({}, again)[0], "grind")
        said = ranked(ALL, {}, [tried("scale", True, 40), tried("scale", True, 9)], "no flow", NOW)[0].grounds
        self.assertIn("2 times before on this machine", said[0])


class Shipped(unittest.TestCase):
    """Causes and complaints that ship, on every kind."""

    def test_complaints_of_the_trade(self):
        """Each complaint that people bring has causes, and each cause a check and a remedy (common practice)."""
        wanted = {
            "milk-spits", "no-froth", "froth-too-wet", "coffee-drips", "coffee-stops", "coffee-thin", "coffee-bitter",
            "sour-after-descaling", "coffee-lukewarm", "group-will-not-go", "tray-full-when-empty",
            "water-leaves-slowly", "lamp-comes-back", "water-under-it", "grinder-loud", "funnel-stuck", "wand-blocked",
            "first-pucks", "programme-does-not-end",
        }  # fmt: skip
        self.assertLessEqual(wanted, set(symptoms()))
        self.assertEqual(symptoms()["milk-spits"].causes[:3], ("milk-lid-washer", "milk-outlet-unit", "milk-connector"))
        for cause in causes().values():
            with self.subTest(cause=cause.key):
                self.assertTrue(cause.check and cause.remedy)
        self.assertIn("only while the grinder runs", causes()["grind-too-fine"].remedy)

    def test_every_panel(self):
        """Each kind has patterns; each asks for what the kind has and lets be asked for; causes are known."""
        for kind in kinds().values():
            self.assertGreater(len(kind.panel.patterns), 3, kind.key)
            for pattern in kind.panel.patterns:
                with self.subTest(kind=kind.key, pattern=pattern.title):
                    self.assertTrue(set(pattern.causes) <= set(causes()))
                    if pattern.asks_for:
                        self.assertIn("prompt", [trigger.key for trigger in kind.item(pattern.asks_for).triggers])


class Memory(unittest.TestCase):
    """What was tried here counts, up to a bound."""

    def score(self, *tries):
        """Of the grind, beforehand 1 or more, with what was tried."""
        return (
            next(one.score for one in ranked(ALL, {}, tries, "no flow", NOW) if one.cause.key == "grind") - GRIND.weight
        )

    def test_each_time_counts(self):
        """One and a half for a yes, one for a no; four and a half at the most either way."""
        old = 40
        for yes, no, wanted in ((1, 0, 1.5), (2, 0, 3), (3, 0, 4.5), (9, 0, 4.5), (0, 1, -1), (0, 9, -4.5), (2, 1, 2)):
            tries = [tried("grind", True, old)] * yes + [tried("grind", False, old)] * no
            with self.subTest(yes=yes, no=no):
                self.assertEqual(self.score(*tries), wanted)

    def test_just_now_is_a_day(self):
        """A no of yesterday puts it last; one of the day before only counts as one."""
        self.assertEqual(self.score(tried("grind", False, 1)), -1)
        self.assertLess(self.score(tried("grind", False, 0.99)), -50)
        said = [one.grounds for one in ranked(ALL, {}, [tried("grind", False, 0.5)], "no flow", NOW)][-1]
        self.assertEqual(said, ("it was not this just now",))

    def test_the_last_answer_of_the_day(self):
        """A no after a yes puts it last, a yes after a no does not, whatever the order of the rows."""
        yes_then_no = [tried("grind", True, 0.5), tried("grind", False, 0.1)]
        for tries in (yes_then_no, yes_then_no[::-1]):
            self.assertLess(self.score(*tries), -50)
        no_then_yes = [tried("grind", False, 0.5), tried("grind", True, 0.1)]
        for tries in (no_then_yes, no_then_yes[::-1]):
            self.assertEqual(self.score(*tries), 0.5)

    def test_bounds_of_a_rule(self):
        """Above and below are not reached by the bound itself; without a bound anything holds."""
        between = Evidence("f", 1, above=1, below=2)
        self.assertEqual([between.holds(value) for value in (1, 1.01, 1.99, 2)], [False, True, True, False])
        self.assertTrue(Evidence("f", 1).holds(0))


if __name__ == "__main__":
    unittest.main()
