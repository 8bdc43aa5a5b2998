"""Runs replayed from their stamps: clocks, pauses, stale answers, outcomes."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.circuits import Circuit
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.procedure import Duration, Need, Procedure, Step, StepKind, fit_procedure
from lamplight.core.run import EventKind, Outcome, RunEvent, apply, begin, likely_end, replay, timer

START = datetime(2026, 11, 24, 7, tzinfo=UTC)


def step(title, kind=StepKind.DO, **rest):
    """A step of the brew circuit."""
    return Step(kind, title, f"{title} now.", Circuit.BREW, "group", **rest)


PROCEDURE = Procedure(
    "p", "Tablet", Circuit.BREW,
    (
        step("Fill"),
        step("Ask?", StepKind.CHECK, on_no="Wait for it."),
        step("Tablet in", cleaner="in"),
        step("Soak", StepKind.MACHINE, duration=Duration(300, 600, 900)),
        step("Rinse", cleaner="out"),
    ),
)  # fmt: skip


def event(kind, minute, index, text=""):
    """Something that happened so many minutes after the start."""
    return RunEvent(kind, START + timedelta(minutes=minute), index, "AB", text)


def advanced(count, minutes=1):
    """So many steps done, a minute apart."""
    return [event(EventKind.ADVANCE, minutes * (n + 1), n) for n in range(count)]


class Replay(unittest.TestCase):
    """Where a run stands after its events."""

    def test_whole_run(self):
        """Step by step to the finish; the cleaner is inside from the third to the last."""
        inside = [replay(PROCEDURE, START, advanced(n)).cleaner_inside for n in range(6)]
        self.assertEqual(inside, [False, False, False, True, True, False])
        done = replay(PROCEDURE, START, [*advanced(5), event(EventKind.FINISH, 20, 5)])
        self.assertEqual((done.outcome, done.ended_at), (Outcome.FINISHED, START + timedelta(minutes=20)))
        self.assertIsNone(done.step)

    def test_stale_answers(self):
        """A second screen, a double click, an ended run."""
        state = replay(PROCEDURE, START, advanced(2))
        with self.assertRaisesRegex(StaleStep, "answered already"):
            apply(state, event(EventKind.ADVANCE, 3, 1))
        done = replay(PROCEDURE, START, [*advanced(5), event(EventKind.FINISH, 20, 5)])
        with self.assertRaisesRegex(StaleStep, "ended already"):
            apply(done, event(EventKind.FINISH, 21, 5))
        with self.assertRaisesRegex(StaleStep, "All steps are done"):
            apply(replay(PROCEDURE, START, advanced(5)), event(EventKind.ADVANCE, 9, 5))

    def test_no_keeps_the_step(self):
        """A check answered no stays, until it is answered yes; elsewhere nothing was asked."""
        state = replay(PROCEDURE, START, [*advanced(1), event(EventKind.NO, 2, 1)])
        self.assertTrue(state.answered_no)
        self.assertEqual(state.index, 1)
        self.assertFalse(apply(state, event(EventKind.ADVANCE, 3, 1)).answered_no)
        with self.assertRaisesRegex(InvalidInput, "Nothing was asked"):
            apply(begin(PROCEDURE, START), event(EventKind.NO, 1, 0))

    def test_back(self):
        """One step back takes the cleaner's mark back too; the clock of the step goes on."""
        state = apply(replay(PROCEDURE, START, advanced(3)), event(EventKind.BACK, 4, 3))
        self.assertEqual((state.index, state.cleaner_inside), (2, False))
        self.assertEqual(state.step_started_at, START + timedelta(minutes=2))
        with self.assertRaisesRegex(InvalidInput, "first step"):
            apply(begin(PROCEDURE, START), event(EventKind.BACK, 1, 0))

    def test_giving_up_needs_a_reason(self):
        """And an early finish is refused."""
        state = replay(PROCEDURE, START, advanced(3))
        with self.assertRaisesRegex(InvalidInput, "why the run is given up"):
            apply(state, event(EventKind.ABANDON, 5, 3, "  "))
        given_up = apply(state, event(EventKind.ABANDON, 5, 3, "called away"))
        self.assertEqual((given_up.outcome, given_up.cleaner_inside), (Outcome.ABANDONED, True))
        with self.assertRaisesRegex(InvalidInput, "steps left"):
            apply(state, event(EventKind.FINISH, 5, 3))
        with self.assertRaisesRegex(InvalidInput, "note is empty"):
            apply(state, event(EventKind.NOTE, 5, 3, " "))


class Clocks(unittest.TestCase):
    """Timers follow from stamps alone."""

    def test_timer(self):
        """Entered at minute 3, ten minutes likely."""
        state = replay(PROCEDURE, START, advanced(3))
        for minute, elapsed, left, overdue in ((3, 0, 600, False), (8, 300, 300, False), (20, 1020, 0, True)):
            clock = timer(state, START + timedelta(minutes=minute))
            with self.subTest(minute=minute):
                self.assertEqual((clock.elapsed_s, clock.left_s, clock.long_overdue), (elapsed, left, overdue))
        self.assertIsNone(timer(begin(PROCEDURE, START), START))

    def test_the_clock_runs_while_paused(self):
        """The machine goes on, whoever pauses."""
        paused = replay(PROCEDURE, START, [*advanced(3), event(EventKind.PAUSE, 4, 3)])
        self.assertEqual(paused.paused_at, START + timedelta(minutes=4))
        self.assertEqual(timer(paused, START + timedelta(minutes=8)).elapsed_s, 300)
        self.assertIsNone(apply(paused, event(EventKind.RESUME, 9, 3)).paused_at)

    def test_likely_end(self):
        """Five minutes of the machine and one more step of the keeper's are left."""
        state = replay(PROCEDURE, START, advanced(3))
        now = START + timedelta(minutes=8)
        self.assertEqual(likely_end(state, keeper_seconds=240, now=now), now + timedelta(seconds=300 + 60))
        done = replay(PROCEDURE, START, [*advanced(5), event(EventKind.FINISH, 20, 5)])
        self.assertIsNone(likely_end(done, 240, now))


class Fitting(unittest.TestCase):
    """A procedure made to fit a kind."""

    def test_words_times_and_conditions(self):
        """Steps that do not apply fall away, names are filled in."""
        shipped = Procedure(
            "p", "P", Circuit.BREW,
            (step("Fill the {vessel}", when=("not plumbed",)), step("Tap", when=("plumbed",)),
             step("Wait", StepKind.MACHINE, duration_name="programme")),
            needs=(Need("1", "{vessel}"),),
        )  # fmt: skip
        times = {"programme": Duration(60, 120, 180)}
        tank = fit_procedure(shipped, frozenset(), {"vessel": "tank"}, times)
        self.assertEqual([s.title for s in tank.steps], ["Fill the tank", "Wait"])
        self.assertEqual((tank.machine_seconds, tank.needs[0].thing), (120, "tank"))
        piped = fit_procedure(shipped, {"plumbed"}, {"vessel": "jug"}, times)
        self.assertEqual([s.title for s in piped.steps], ["Tap", "Wait"])

    def test_refusals(self):
        """A word or a time that the kind does not give; no step left; a duration out of order."""
        asks = Procedure("p", "P", Circuit.BREW, (step("Use {thing}"),))
        with self.assertRaisesRegex(InvalidInput, "'thing' stands for"):
            fit_procedure(asks, (), {}, {})
        timed = Procedure("p", "P", Circuit.BREW, (step("W", StepKind.WAIT, duration_name="soak"),))
        with self.assertRaisesRegex(InvalidInput, "how long “soak” takes"):
            fit_procedure(timed, (), {}, {})
        never = Procedure("p", "P", Circuit.BREW, (step("W", when=("wings",)),))
        with self.assertRaisesRegex(InvalidInput, "no step for this kind"):
            fit_procedure(never, (), {}, {})
        for wrong in ((0, 1, 2), (5, 4, 6), (5, 6, 5)):
            with self.assertRaisesRegex(InvalidInput, "0 < low"):
                Duration(*wrong)


if __name__ == "__main__":
    unittest.main()
