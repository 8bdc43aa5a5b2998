"""The lamp and the book, where they do not agree."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.assess import assess
from lamplight.core.care.item import ItemRole
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.triggers import CountSince, Prompted
from lamplight.core.diagnosis.disagreements import BEGIN, DONE_BEFORE, LIMIT, RESTART, WATER, disagreements
from lamplight.core.diagnosis.evidence import Circumstances, evidence_of
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.sightings import Sighting
from lamplight.library.catalogue import kinds
from tests.core.care.makers import item, kind
from tests.core.makers import MONDAY, OFFICE, book


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


class Edges(unittest.TestCase):
    """From where on they disagree, and which reasons are given first."""

    def due(self, days=3, lit=True, looked=0.1, facts=None, role=ItemRole.NONE, limit=200):
        """The disagreement about a job of 200 drinks, done so many days ago; None where there is none."""
        seen = Sighting(MONDAY - timedelta(days=looked), PanelSignals())
        asks = Sighting(MONDAY - timedelta(minutes=5), asks_for="job")
        known = replace(
            book(56, 40, {"job": MONDAY - timedelta(days=days)}), sightings=(seen, asks) if lit else (seen,)
        )
        machine = kind(item(CountSince(limit), Prompted(), role=role))
        found = disagreements(assess(known, machine, OFFICE, MONDAY), facts or {}, {"job"})
        return found[0] if found else None

    def test_share(self):
        """Lit at three quarters of the limit is early; from there on it is near enough."""
        self.assertIsNotNone(self.due(days=5))  # 120 of 200
        self.assertIsNone(self.due(days=6))  # 160 of 200
        self.assertIsNone(self.due(days=5, limit=160))  # exactly three quarters

    def test_looked_within_three_days(self):
        """An older sighting says nothing of today."""
        self.assertIsNotNone(self.due(days=14, lit=False, looked=3))
        self.assertIsNone(self.due(days=14, lit=False, looked=3.01))

    def test_comes_back(self):
        """Within 12 drinks, or 6 in a hundred of a larger limit."""
        for limit, drinks, back in ((200, 12, True), (200, 13, False), (500, 30, True), (500, 31, False)):
            facts = {"drinks-since:job": (float(drinks), f"{drinks} drinks")}
            one = self.due(facts=facts, limit=limit)
            with self.subTest(limit=limit, drinks=drinks):
                self.assertEqual(one.comes_back, back)
                self.assertEqual("short programme" in one.reasons[0].text, back)
        self.assertFalse(self.due().comes_back)

    def test_restart(self):
        """Within 45 days it may be why; later it is not named."""
        for days, named in ((1, True), (45, True), (45.1, False)):
            for lit, ago in ((True, 3), (False, 14)):
                one = self.due(days=ago, lit=lit, facts={"restart-days": (days, f"{days} days")})
                with self.subTest(days=days, lit=lit):
                    self.assertEqual(RESTART in [reason.remedy for reason in one.reasons], named)
                    self.assertEqual(one.reasons[0].remedy == RESTART, named)

    def test_order(self):
        """A programme that was cut short before a restart; the machine's hardness only where it descales."""
        facts = {"cut-short:job": (1.0, "x"), "restart-days": (2.0, "2 days")}
        remedies = [reason.remedy for reason in self.due(facts=facts, role=ItemRole.DESCALE).reasons]
        self.assertEqual(remedies, [BEGIN, RESTART, WATER, BEGIN, LIMIT])
        self.assertNotIn(WATER, [reason.remedy for reason in self.due().reasons])
        dark = [reason.remedy for reason in self.due(days=14, lit=False, role=ItemRole.DESCALE).reasons]
        self.assertEqual(dark, [DONE_BEFORE, WATER, LIMIT])

    def test_its_own_interval(self):
        """Likelier than a job that was not really done from half of the limit on, less likely before."""
        late, early = ([r.remedy for r in self.due(days=days).reasons] for days in (5, 3))
        self.assertEqual((late, early), ([LIMIT, BEGIN], [BEGIN, LIMIT]))


if __name__ == "__main__":
    unittest.main()
