"""The lamp and the book, where they do not agree."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.assess import assess
from lamplight.core.care.last_done import DoneFact
from lamplight.core.diagnosis.disagreements import disagreements
from lamplight.core.diagnosis.evidence import Circumstances, evidence_of
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.sightings import Sighting
from lamplight.library.catalogue import kinds
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


if __name__ == "__main__":
    unittest.main()
