"""Timers, ends, calls, and the times that a machine's own runs teach."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.anatomy.duration import Duration
from lamplight.core.care.triggers import DaysSince
from lamplight.core.job.steps import StepKind
from lamplight.core.run.clock import (
    KEEPER_S,
    calls_at,
    keeper_seconds,
    learned,
    learned_steps,
    likely_end,
    possible_while_waiting,
    timer,
    total_seconds,
    with_learned,
)
from lamplight.core.run.rules import begin
from lamplight.core.run.state import EventKind
from tests.core.care.makers import item
from tests.core.run.test_state import CONTEXT, PROCEDURE, START, advanced, after, apply, event


class Clocks(unittest.TestCase):
    """Timers follow from stamps alone."""

    def test_timer(self):
        """Entered at minute 3, ten minutes likely."""
        state = after(*advanced(3))
        for minute, elapsed, left, overdue in ((3, 0, 600, False), (8, 300, 300, False), (20, 1020, 0, True)):
            clock = timer(state, START + timedelta(minutes=minute))
            with self.subTest(minute=minute):
                self.assertEqual((clock.elapsed_s, clock.left_s, clock.long_overdue), (elapsed, left, overdue))
        self.assertIsNone(timer(begin(PROCEDURE, START, CONTEXT), START))

    def test_the_clock_runs_while_paused(self):
        """The machine goes on, whoever pauses."""
        paused = after(*advanced(3), event(EventKind.PAUSE, 4, 3))
        self.assertEqual(paused.paused_at, START + timedelta(minutes=4))
        self.assertEqual(timer(paused, START + timedelta(minutes=8)).elapsed_s, 300)
        self.assertIsNone(apply(paused, event(EventKind.RESUME, 9, 3)).paused_at)

    def test_likely_end_and_calls(self):
        """Five minutes of the machine and one more step of the keeper's are left."""
        state = after(*advanced(3))
        now = START + timedelta(minutes=8)
        self.assertEqual(likely_end(state, now), now + timedelta(seconds=300 + KEEPER_S[StepKind.DO]))
        self.assertEqual(calls_at(state, now), START + timedelta(minutes=13))
        self.assertEqual(calls_at(state, START + timedelta(minutes=30)), START + timedelta(minutes=30))
        self.assertEqual(calls_at(after(*advanced(1)), now), now)
        done = after(*advanced(5), event(EventKind.FINISH, 20, 5))
        self.assertIsNone(likely_end(done, now))
        self.assertIsNone(calls_at(done, now))

    def test_whole_procedure(self):
        """Three untimed steps, a check, and ten minutes of the machine."""
        own = 3 * KEEPER_S[StepKind.DO] + KEEPER_S[StepKind.CHECK] + KEEPER_S[StepKind.MACHINE]
        self.assertEqual((keeper_seconds(PROCEDURE), total_seconds(PROCEDURE)), (own, own + 600))
        own_time = replace(PROCEDURE, steps=tuple(replace(one, hands_s=7) for one in PROCEDURE.steps))
        self.assertEqual(keeper_seconds(own_time), 7 * len(PROCEDURE.steps))


class Learning(unittest.TestCase):
    """From three runs on."""

    def run_of(self, minutes):
        """A finished run whose machine step took so many minutes."""
        events = [*advanced(3), event(EventKind.ADVANCE, 3 + minutes, 3), event(EventKind.ADVANCE, 4 + minutes, 4)]
        return after(*events, event(EventKind.FINISH, 5 + minutes, 5))

    def test_median_and_range(self):
        """Of 9, 14 and 12 minutes the median is 12 (middle of three); two runs teach nothing."""
        self.assertIsNone(learned([540, 840]))
        own = learned([540, 840, 720])
        self.assertEqual((own.median_s, own.least_s, own.most_s, own.runs), (720, 540, 840, 3))
        runs = [self.run_of(minutes) for minutes in (9, 14, 12)]
        self.assertEqual(learned_steps(runs), {("Soak", 0): Duration(540, 720, 840)})
        self.assertEqual(learned_steps(runs[:2]), {})
        self.assertEqual(learned_steps([after(*advanced(4))] * 3), {})  # none of them was finished

    def test_taken_over(self):
        """The machine's own time takes the place of the expected one, elsewhere nothing changes."""
        own = with_learned(PROCEDURE, {("Soak", 0): Duration(1, 2, 3), ("Fill", 0): Duration(1, 2, 3)})
        self.assertEqual(
            ([step.duration.likely_s for step in own.steps if step.duration and not step.idle], own.steps[0].duration),
            ([2], None),
        )


if __name__ == "__main__":
    unittest.main()


FIVE_MINUTES = item(DaysSince(1))


class Possible(unittest.TestCase):
    """By time, and by place."""

    def test_time(self):
        """It has to be over when the machine calls."""
        self.assertTrue(possible_while_waiting(FIVE_MINUTES, 300, same_machine=False))
        self.assertFalse(possible_while_waiting(FIVE_MINUTES, 299, same_machine=False))

    def test_place(self):
        """On the machine that works only its outside and the fridge."""
        for part, possible in (("panel", True), ("fridge", True), ("group", False), ("tray", False)):
            self.assertEqual(possible_while_waiting(replace(FIVE_MINUTES, part=part), 900, same_machine=True), possible)


if __name__ == "__main__":
    unittest.main()
