"""A lamp that the machine's own past foretells is a rule of its item like any other."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.assess import assess
from lamplight.core.care.evaluate import evaluate_item
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import CountSince, LampForetold
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState
from lamplight.core.lamps.progress_bars import BarSeen
from lamplight.core.lamps.sightings import Sighting
from lamplight.library.catalogue import kinds
from tests.core.makers import MONDAY, OFFICE, book

KIND = kinds()["removable-tabletop"]
LAMP = PanelSignals({"care": LampSignal(LampState.FLASHING, "amber")})


def known(last_done_ago: float, *seen_more: Sighting):
    """Lit after 160 drinks three times, four open days each; done last so many days ago."""
    done = [MONDAY - timedelta(days=back) for back in (35, 28, 21, 14)]
    seen = [Sighting(at + timedelta(days=4), LAMP) for at in done[:3]] + list(seen_more)
    dark = [Sighting(at + timedelta(hours=1), PanelSignals()) for at in done]
    deeds = (*done, MONDAY - timedelta(days=last_done_ago))
    return replace(
        book(56, 40, None), done=tuple(DoneFact("brew-tablet", at=at) for at in deeds),
        sightings=tuple(sorted((*seen, *dark), key=lambda one: one.at))
    )  # fmt: skip


def lamp_of(due):
    """What the lamp says of an item, or None."""
    return next((state for state in due.triggers if isinstance(state.trigger, LampForetold)), None)


class Foretold(unittest.TestCase):
    """Two hundred is the kind's own limit; this machine asks after some 160, as it was seen three times."""

    def due(self, *given):
        """The tablet's standing."""
        return assess(known(*given), KIND, OFFICE, MONDAY).due("brew-tablet")

    def test_from_clear_to_due(self):
        """Clear at first, then due before the limit is reached; never late by it."""
        seen = [self.due(days).status for days in (0.1, 3, 6.9)]
        self.assertEqual(seen, sorted(seen))
        self.assertEqual((seen[0], seen[-1]), (Status.CLEAR, Status.DUE))
        due = self.due(5)  # 120 or 160 of 160, with the weekend between
        self.assertIs(due.first, lamp_of(due))
        self.assertLess(due.first.used, 200)
        for days in (7, 14, 30):
            self.assertLessEqual(lamp_of(self.due(days)).status, Status.DUE)

    def test_due_from_the_early_date_on(self):
        """For every day since: due by the lamp if and only if the date that is early for it has come."""
        for days in range(20):
            state = lamp_of(self.due(days + 0.1))
            with self.subTest(days=days):
                self.assertEqual(state.status is Status.DUE, state.passage.early <= MONDAY.date())

    def test_says_what_it_rests_on(self):
        """The count and the lamp, in a sentence."""
        self.assertRegex(self.due(5).reasons[0], r"^\d+ of about 1[4-7]\d drinks until its lamp, as it came before; ")

    def test_lit_already(self):
        """Then it is asked for, and nothing is foretold."""
        due = self.due(6.5, Sighting(MONDAY - timedelta(hours=1), LAMP))
        self.assertTrue(due.prompted)
        self.assertIsNone(lamp_of(due))

    def test_nothing_seen(self):
        """A machine whose lamp nobody saw foretells nothing."""
        due = assess(replace(known(5), sightings=()), KIND, OFFICE, MONDAY).due("brew-tablet")
        self.assertIsNone(lamp_of(due))

    def test_bars_alone(self):
        """A bar that was read is a limit of its own already; the lamp it tells of is drawn and makes nothing due."""
        bars = tuple(BarSeen("brew-tablet", MONDAY - timedelta(days=back), told) for back, told in ((4, 30), (2, 70)))
        status = assess(replace(known(5), sightings=(), bars=bars), KIND, OFFICE, MONDAY)
        self.assertEqual([one.item.key for one in status.lamps_expected], ["brew-tablet"])
        self.assertIsNone(lamp_of(status.due("brew-tablet")))

    def test_who_does_not_go_by_the_lamp(self):
        """What is decided without the machine's asking, as where descaling goes by litres, foretells nothing."""
        status = assess(known(5), KIND, OFFICE, MONDAY)
        due, context = status.due("brew-tablet"), replace(status.context, by_day={})
        self.assertIsNotNone(lamp_of(evaluate_item(due.item, due.last, context)))
        deaf = replace(due.item, triggers=(CountSince(200),))
        self.assertIsNone(lamp_of(evaluate_item(deaf, due.last, context)))


if __name__ == "__main__":
    unittest.main()
