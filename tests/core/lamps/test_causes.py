"""Causes in the order that facts decide; evidence; faults by week; lamp against book."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta

from lamplight.core.anatomy.circuits import Circuit
from lamplight.core.assess import assess
from lamplight.core.care.context import EventSeen
from lamplight.core.care.last_done import DoneFact
from lamplight.core.diagnosis.disagreements import disagreements
from lamplight.core.diagnosis.evidence import Circumstances, ConfirmationAt, evidence_of
from lamplight.core.diagnosis.faults import fault_weeks
from lamplight.core.lamps.causes import Cause, Evidence, Tried, ranked
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState
from lamplight.core.lamps.sightings import Sighting
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import Restart
from lamplight.core.words import span_words
from lamplight.library.catalogue import causes, kinds, symptoms
from tests.core.makers import MONDAY, OFFICE, book

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
        self.assertEqual((first.cause.key, first.said), ("filter", ("it was fitted 40 minutes ago",)))
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
        said = ranked(ALL, {}, [tried("scale", True, 40), tried("scale", True, 9)], "no flow", NOW)[0].said
        self.assertIn("2 times before on this machine", said[0])


class Facts(unittest.TestCase):
    """What a machine's book says."""

    def test_of_a_book(self):
        """Shares, times since, pucks, restarts, grind, missing parts, confirmations: worked by hand."""
        kind = kinds()["removable-tabletop"]
        done = {
            "filter-change": timedelta(minutes=40),
            "grounds-drawer": timedelta(days=1),
            "brew-tablet": timedelta(days=5),
        }
        known = book(28, 40, None)
        facts = tuple(DoneFact(key, at=MONDAY - ago) for key, ago in done.items())
        counters = replace(known.drinks, restarts=(Restart(MONDAY - timedelta(days=3), None, 0),))
        known = replace(
            known, done=facts, missing={"float": "broken"},
            events=(EventSeen("grind-coarser", MONDAY - timedelta(days=1)),),
        )  # fmt: skip
        seen = assess(known, kind, OFFICE, MONDAY)
        confirmations = [
            ConfirmationAt("machine-on", True, MONDAY - timedelta(days=9)),
            ConfirmationAt("machine-on", False, MONDAY),
        ]
        found = evidence_of(seen, kind, Circumstances(confirmations, {}, {"grease": MONDAY + timedelta(days=1)}))
        self.assertEqual(found["minutes-since:filter-change"], (40.0, "40 minutes"))
        self.assertEqual(found["missing:float"][0], 1.0)
        self.assertEqual(found["drawer-unseen"][0], 1.0)
        self.assertNotIn("refill-unconfirmed", found)
        self.assertIn("put-off:grease", found)
        self.assertAlmostEqual(found["pucks-share"][0], found["drinks-since:grounds-drawer"][0] / 14)
        self.assertLess(found["grind-drinks"][0], 41)
        with_restart = assess(known.with_counter("drinks", counters), kind, OFFICE, MONDAY)
        self.assertAlmostEqual(evidence_of(with_restart, kind, Circumstances())["restart-days"][0], 3.0)
        told_yes = Circumstances([ConfirmationAt("machine-on", True, MONDAY)])
        self.assertNotIn("drawer-unseen", evidence_of(seen, kind, told_yes))

    def test_spans(self):
        """In the words people use."""
        rows = [(1, "1 minute"), (40, "40 minutes"), (119, "119 minutes"), (300, "5 hours"), (2879, "48 hours"),
                (2880, "2 days"), (1440 * 75, "2 months")]  # fmt: skip
        for minutes, words in rows:
            with self.subTest(minutes=minutes):
                self.assertEqual(span_words(minutes), words)


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


class Weeks(unittest.TestCase):
    """Faults as small multiples."""

    def test_by_week_and_circuit(self):
        """Faults and missing parts count, cares do not; the week begins on Monday; a failing machine is seen."""
        kind = kinds()["removable-tabletop"]
        no_flow = PanelSignals({"attention": LampSignal(LampState.FLASHING, "red")})
        tablet = PanelSignals({"care": LampSignal(LampState.FLASHING, "amber")})
        today = date(2026, 11, 24)
        rows = [Sighting(NOW - timedelta(days=back), no_flow) for back in (0, 1, 2, 8, 75, 200)]
        rows.append(Sighting(NOW, tablet))
        weeks = fault_weeks(kind, causes(), rows, [(Circuit.MILK, today)], SiteCalendar(), today)
        self.assertEqual(weeks.weeks[-1], date(2026, 11, 23))
        self.assertEqual(weeks.counts[Circuit.WATER][-2:], (2, 2))
        self.assertEqual(weeks.counts[Circuit.MILK][-1], 1)
        self.assertEqual((weeks.total, weeks.rising), (6, True))
        self.assertFalse(fault_weeks(kind, causes(), rows[3:5], [], SiteCalendar(), today).rising)


class LampAndBook(unittest.TestCase):
    """They disagree, and why."""

    def seen(self, drinks_ago_days, lit, **rest):
        """A tabletop whose tablet was done so many days ago; its lamp lit or seen dark this morning."""
        kind = kinds()["removable-tabletop"]
        known = book(56, 40, None)
        done = (DoneFact("brew-tablet", at=MONDAY - timedelta(days=drinks_ago_days)),)
        at = MONDAY - timedelta(minutes=5)
        seen = Sighting(at, asks_for="brew-tablet") if lit else Sighting(at, PanelSignals())
        known = replace(known, done=done, sightings=(seen,), **rest)
        return assess(known, kind, OFFICE, MONDAY), kind

    def told(self, days, lit, circumstances=None):
        """The disagreements about the tablet."""
        seen, kind = self.seen(days, lit)
        facts = evidence_of(seen, kind, circumstances or Circumstances())
        return [one for one in disagreements(seen, facts, {"brew-tablet"}) if one.due.item.key == "brew-tablet"]

    def test_agree(self):
        """Lit when due; dark when clear."""
        self.assertEqual(self.told(9, lit=True), [])
        self.assertEqual(self.told(2, lit=False), [])

    def test_lit_though_clear(self):
        """Half of the limit used up: its own interval may be shorter; minutes after a run it came back."""
        one = self.told(3, lit=True)[0]
        self.assertTrue(one.lit and not one.comes_back)
        self.assertIn("limit", [reason.remedy for reason in one.reasons])
        seen, kind = self.seen(0.02, lit=True)
        facts = evidence_of(seen, kind, Circumstances())
        back = disagreements(seen, facts, {"brew-tablet"})[0]
        self.assertTrue(back.comes_back)
        self.assertIn("short programme was run instead of the long one", back.reasons[0].text)

    def test_dark_though_overdue(self):
        """Most likely it was done and not written down; nobody looked, nothing is said."""
        one = self.told(14, lit=False)[0]
        self.assertFalse(one.lit)
        self.assertEqual(one.reasons[0].remedy, "done before")
        seen, kind = self.seen(14, lit=False)
        blind = replace(seen, book=replace(seen.book, sightings=()))
        self.assertEqual(disagreements(blind, evidence_of(seen, kind, Circumstances()), {"brew-tablet"}), ())
