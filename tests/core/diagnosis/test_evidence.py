"""Facts of one machine that speak for a cause."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.anatomy.duration import Duration
from lamplight.core.assess import assess
from lamplight.core.care.context import EventSeen
from lamplight.core.care.item import Start
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.triggers import DaysSince
from lamplight.core.diagnosis.evidence import Circumstances, ConfirmationAt, evidence_of
from lamplight.core.job.steps import StepKind
from lamplight.core.run.state import Outcome
from lamplight.core.site.absence import Absence
from lamplight.core.usage.counters import Restart
from lamplight.core.words import span_words
from lamplight.library.catalogue import kinds
from tests.core.care.makers import HARD, item, kind
from tests.core.makers import MONDAY, OFFICE, book, with_counter
from tests.core.run.test_state import PROCEDURE, after, step


class Facts(unittest.TestCase):
    """What a machine's book says."""

    def test_of_a_book(self):
        """Shares, times since, pucks, restarts, grind, missing parts, confirmations: worked by hand."""
        kind = kinds()["removable-tabletop"]
        done = {
            "filter-change": timedelta(minutes=40),
            "grounds-drawer": timedelta(days=4),
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
        self.assertAlmostEqual(found["pucks-share"][0], 2 * 40 / 14, delta=1)  # Thursday and Friday
        self.assertLess(found["grind-drinks"][0], 41)
        with_restart = assess(with_counter(known, "drinks", counters), kind, OFFICE, MONDAY)
        self.assertAlmostEqual(evidence_of(with_restart, kind, Circumstances())["restart-days"][0], 3.0)
        told_yes = Circumstances([ConfirmationAt("machine-on", True, MONDAY)])
        self.assertNotIn("drawer-unseen", evidence_of(seen, kind, told_yes))

    def test_what_never_happened_is_none(self):
        """Counted from a day, new, said to be due: no time since, no pucks, and a share only once it is used up."""
        kind = kinds()["removable-tabletop"]
        for start in Start:
            facts = tuple(
                DoneFact(key, MONDAY - timedelta(days=ago), start=start)
                for key, ago in (("grounds-drawer", 4), ("brew-tablet", 2), ("group-rinse", 9))
            )
            found = evidence_of(assess(replace(book(28, 40), done=facts), kind, OFFICE, MONDAY), kind, Circumstances())
            about = {
                name for name in found if name.endswith(("grounds-drawer", "brew-tablet", "group-rinse", "pucks-share"))
            }
            with self.subTest(start=start):
                if start is Start.DONE:
                    self.assertIn("pucks-share", about)
                    self.assertIn("share:brew-tablet", about)
                elif start is Start.OWED:
                    self.assertEqual(about, set())
                else:
                    self.assertEqual(about, {"share:grounds-drawer", "share:group-rinse"})

    def test_spans(self):
        """In the words people use."""
        rows = [(1, "1 minute"), (40, "40 minutes"), (119, "119 minutes"), (300, "5 hours"), (2879, "48 hours"),
                (2880, "2 days"), (1440 * 75, "2 months")]  # fmt: skip
        for minutes, words in rows:
            with self.subTest(minutes=minutes):
                self.assertEqual(span_words(minutes), words)


class CutShort(unittest.TestCase):
    """A programme that was over sooner than it can be: its longest takes 5 to 15 minutes."""

    def told(self, seconds, finished=True):
        """Whether a run whose long programme took so many seconds was cut short."""
        programmes = (
            step("Warm up", StepKind.MACHINE, duration=Duration(10, 20, 30)),
            step("Soak", StepKind.MACHINE, duration=Duration(300, 600, 900)),
        )
        procedure = replace(PROCEDURE, steps=programmes)
        spent = {0: 1.0} | ({} if seconds is None else {1: float(seconds)})
        outcome = Outcome.FINISHED if finished else Outcome.ABANDONED
        run = replace(after(procedure=procedure), outcome=outcome, spent_s=spent)
        machine = kind(item(DaysSince(9)))
        seen = assess(book(28, 40), machine, OFFICE, MONDAY)
        return "cut-short:job" in evidence_of(seen, machine, Circumstances(runs={"job": run}))

    def test_half_of_the_least(self):
        """Below two and a half minutes; exactly that is not; what was not timed or not finished is not either."""
        self.assertTrue(self.told(149))
        self.assertFalse(self.told(150))
        self.assertFalse(self.told(None))
        self.assertFalse(self.told(149, finished=False))


class When(unittest.TestCase):
    """What lies ahead has not happened yet."""

    def facts(self, **facts):
        """Of a plain machine with some facts in its book."""
        machine = kind(item(DaysSince(9)))
        return evidence_of(assess(replace(book(28, 40), **facts), machine, OFFICE, MONDAY), machine, Circumstances())

    def test_absence_and_grind(self):
        """Back since Sunday is a day; an absence that lasts, or a notch to come, is no fact."""
        sunday = MONDAY.date() - timedelta(days=1)
        self.assertEqual(self.facts(absences=(Absence(sunday, sunday),))["away-days"], (1.0, "1 day"))
        self.assertNotIn("away-days", self.facts(absences=(Absence(sunday, MONDAY.date()),)))
        for minutes, known in ((-1, True), (0, True), (1, False)):
            event = EventSeen("grind-finer", MONDAY + timedelta(minutes=minutes))
            self.assertEqual("grind-drinks" in self.facts(events=(event,)), known)
        self.assertNotIn("grind-drinks", self.facts(events=(EventSeen("refill", MONDAY),)))

    def test_put_off_and_water(self):
        """Named with the item; the hardness behind the filter."""
        self.assertEqual(self.facts(water=HARD)["carbonate-dh"], (HARD.scaling_after, f"{HARD.scaling_after:.0f} °dH"))
        self.assertNotIn("carbonate-dh", self.facts())


if __name__ == "__main__":
    unittest.main()
