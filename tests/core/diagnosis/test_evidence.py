"""Facts of one machine that speak for a cause."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.assess import assess
from lamplight.core.care.context import EventSeen
from lamplight.core.care.last_done import DoneFact
from lamplight.core.diagnosis.evidence import Circumstances, ConfirmationAt, evidence_of
from lamplight.core.usage.counters import Restart
from lamplight.core.words import span_words
from lamplight.library.catalogue import kinds
from tests.core.makers import MONDAY, OFFICE, book


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


if __name__ == "__main__":
    unittest.main()
