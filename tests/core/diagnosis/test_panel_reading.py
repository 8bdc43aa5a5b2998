"""What a panel says now, and whether a job has put it out since."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.assess import assess
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.triggers import DaysSince
from lamplight.core.diagnosis.panel_reading import DARK, panel_reading
from lamplight.core.lamps.causes import Cause
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import Condition, Lamp, Panel, Pattern, Sort
from lamplight.core.lamps.sightings import Sighting
from tests.core.care.makers import item, kind
from tests.core.lamps.makers import PANEL, STEADY, shows
from tests.core.makers import MONDAY, OFFICE, book

MACHINE = kind(item(DaysSince(30), key="tablet"), item(DaysSince(30), key="other"), panel=PANEL)
HOUR_AGO = MONDAY - timedelta(hours=1)


def reading(sighting, *done):
    """What the panel says after a sighting and some jobs."""
    known = replace(book(28, 40), sightings=(sighting,) if sighting else (), done=done)
    return panel_reading(PANEL, assess(known, MACHINE, OFFICE, MONDAY))


class Now(unittest.TestCase):
    """The last sighting against the book."""

    def test_nobody_looked(self):
        """Nothing is lit as far as anybody knows."""
        found = reading(None)
        self.assertEqual((found.seen, found.match, found.signals), (None, None, DARK))
        self.assertIsNone(reading(Sighting(HOUR_AGO, PanelSignals())).seen)

    def test_a_pattern(self):
        """The most specific one takes the place of its parts."""
        found = reading(Sighting(HOUR_AGO, shows(a="flashing", b="steady red")))
        self.assertEqual([meaning.title for meaning in found.meanings], ["a and red b"])

    def test_a_job_puts_out_what_it_was_asked_for(self):
        """And nothing else: the rest is still lit, and what no rule knows is told."""
        lit = Sighting(HOUR_AGO, shows(a="flashing", b="flashing amber", c="steady"))
        found = reading(lit, DoneFact("tablet", MONDAY - timedelta(minutes=5)))
        self.assertEqual([meaning.title for meaning in found.meanings], ["a flashes", "c shines"])
        self.assertEqual(set(found.signals.lamps), {"a", "c"})
        self.assertEqual([(gone.meaning.title, gone.words) for gone in found.settled], [("b asks", "tablet")])
        self.assertTrue(found.unknown.dark)

    def test_a_full_drawer_goes_out_with_its_job(self):
        """A pattern that names no item, but whose cause begins a job; a fault does not go out so."""
        cause = Cause("full", "Full", Circuit.WASTE, "Look", "Empty it", begin="tablet")
        lamp = Panel((Lamp("d", "D", ("red",)),), (), (Pattern("Full", Sort.EMPTY, (Condition("d", STEADY),)),))
        for sort, out in ((Sort.EMPTY, True), (Sort.FAULT, False)):
            panel = replace(lamp, patterns=(replace(lamp.patterns[0], sort=sort, causes=("full",)),))
            known = replace(
                book(28, 40), sightings=(Sighting(HOUR_AGO, shows(d="steady red")),),
                done=(DoneFact("tablet", MONDAY - timedelta(minutes=5)),),
            )  # fmt: skip
            status = assess(known, replace(MACHINE, panel=panel), OFFICE, MONDAY)
            self.assertEqual(panel_reading(panel, status, {"full": cause}).seen is None, out)

    def test_a_pattern_that_no_rule_knows(self):
        """It is still what was seen."""
        found = reading(Sighting(HOUR_AGO, shows(c="steady", a="steady")))
        self.assertIsNotNone(found.seen)

    def test_put_out_by_a_job(self):
        """Done after the sighting, or written later within its second; not by another job, nor by one before."""
        lit = Sighting(HOUR_AGO, shows(b="flashing amber"), seq=5)
        for key, minutes, seq, out in (
            ("tablet", 1, 0, True), ("tablet", 0, 6, True), ("tablet", 0, 5, True), ("tablet", 0, 4, False),
            ("tablet", -1, 9, False),
            ("other", 1, 0, False),
        ):  # fmt: skip
            found = reading(lit, DoneFact(key, HOUR_AGO + timedelta(minutes=minutes), seq=seq))
            with self.subTest(key=key, minutes=minutes, seq=seq):
                self.assertEqual(any(gone.due for gone in found.settled), out)
                self.assertEqual(found.seen is None, out)
        self.assertEqual(reading(lit, DoneFact("tablet", MONDAY)).settled[0].due.item.key, "tablet")


if __name__ == "__main__":
    unittest.main()
