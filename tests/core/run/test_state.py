"""Runs replayed from their stamps: answers, breaks, cleaners inside, stale screens, outcomes."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from lamplight.core.anatomy.duration import Duration
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.chemistry import Chemistry, Inside, Product
from lamplight.core.job.containers import Delivery
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Ask, AskFor, Only, Step, StepKind
from lamplight.core.run.rules import apply, begin, replay
from lamplight.core.run.state import Break, EventKind, Outcome, RunContext, RunEvent

START = datetime(2026, 11, 24, 7, tzinfo=UTC)
TABLET = Product("tab", "Tablets", "brew-cleaner", "tablet", Chemistry.ALKALINE, "tablet", 1)
ACID = Product("acid", "Acid tablets", "brew-cleaner", "tablet", Chemistry.ACID, "tablet", 1)
CONTEXT = RunContext({"brew-cleaner": TABLET}, {"brew-cleaner": frozenset({Chemistry.ALKALINE})})


def step(title, kind=StepKind.DO, **rest):
    """A step of the brew circuit."""
    return Step(kind, title, f"{title} now.", Circuit.BREW, "group", **rest)


PROCEDURE = Procedure(
    "p", "Tablet", Circuit.BREW,
    (
        step("Fill", starts_over=True),
        step("Ask?", StepKind.CHECK, on_no="Wait for it."),
        step("Tablet in", puts=(("brew", "brew-cleaner"),)),
        step("Soak", StepKind.MACHINE, duration=Duration(300, 600, 900)),
        step("Rinse", rinses=("brew",)),
    ),
    starts_over="From the start.",
)  # fmt: skip


def event(kind, minute, index, text=""):
    """Something that happened so many minutes after the start."""
    return RunEvent(kind, START + timedelta(minutes=minute), index, "AB", text)


def advanced(count, minutes=1):
    """So many steps done, a minute apart."""
    return [event(EventKind.ADVANCE, minutes * (n + 1), n) for n in range(count)]


def after(*events, procedure=PROCEDURE, context=CONTEXT):
    """Where a run stands after these events."""
    return replay(procedure, START, events, context)


class Replay(unittest.TestCase):
    """Where a run stands after its events."""

    def test_whole_run(self):
        """Step by step to the finish; the cleaner is inside from the third to the last."""
        inside = [after(*advanced(n)).cleaner_inside for n in range(6)]
        self.assertEqual(inside, [False, False, False, True, True, False])
        done = after(*advanced(5), event(EventKind.FINISH, 20, 5))
        self.assertEqual((done.outcome, done.ended_at), (Outcome.FINISHED, START + timedelta(minutes=20)))
        self.assertIsNone(done.step)
        self.assertEqual(done.spent_s, dict.fromkeys(range(5), 60))

    def test_stale_answers(self):
        """A second screen, a double click, an ended run."""
        state = after(*advanced(2))
        with self.assertRaisesRegex(StaleStep, "answered already"):
            apply(state, event(EventKind.ADVANCE, 3, 1))
        done = after(*advanced(5), event(EventKind.FINISH, 20, 5))
        with self.assertRaisesRegex(StaleStep, "ended already"):
            apply(done, event(EventKind.FINISH, 21, 5))
        with self.assertRaisesRegex(StaleStep, "All steps are done"):
            apply(after(*advanced(5)), event(EventKind.ADVANCE, 9, 5))

    def test_no_keeps_the_step(self):
        """A check answered no stays, until it is answered yes; elsewhere nothing was asked."""
        state = after(*advanced(1), event(EventKind.NO, 2, 1))
        self.assertTrue(state.answered_no)
        self.assertEqual(state.index, 1)
        self.assertFalse(apply(state, event(EventKind.ADVANCE, 3, 1)).answered_no)
        with self.assertRaisesRegex(InvalidInput, "Nothing was asked"):
            apply(begin(PROCEDURE, START), event(EventKind.NO, 1, 0))

    def test_giving_up_needs_a_reason(self):
        """And an early finish is refused."""
        state = after(*advanced(3))
        with self.assertRaisesRegex(InvalidInput, "why the run is given up"):
            apply(state, event(EventKind.ABANDON, 5, 3, "  "))
        given_up = apply(state, event(EventKind.ABANDON, 5, 3, "called away"))
        self.assertEqual((given_up.outcome, given_up.cleaner_inside), (Outcome.ABANDONED, True))
        with self.assertRaisesRegex(InvalidInput, "steps left"):
            apply(state, event(EventKind.FINISH, 5, 3))
        with self.assertRaisesRegex(InvalidInput, "note is empty"):
            apply(state, event(EventKind.NOTE, 5, 3, " "))


class CleanersInside(unittest.TestCase):
    """What was put in stays in until it is rinsed out."""

    def test_stepping_back_takes_nothing_out(self):
        """The tablet is in the machine, whatever the screen shows; a second one does not follow."""
        state = apply(after(*advanced(3)), event(EventKind.BACK, 4, 3))
        self.assertEqual((state.index, state.cleaner_inside, state.put_already), (2, True, True))
        self.assertEqual(state.step_started_at, START + timedelta(minutes=2))
        again = apply(state, event(EventKind.ADVANCE, 5, 2))
        self.assertEqual(len(again.inside), 1)
        with self.assertRaisesRegex(InvalidInput, "first step"):
            apply(begin(PROCEDURE, START), event(EventKind.BACK, 1, 0))

    def test_said_too_early(self):
        """Gone back, and it is not in yet after all."""
        state = apply(after(*advanced(3)), event(EventKind.BACK, 4, 3))
        out = apply(state, event(EventKind.NO, 5, 2))
        self.assertEqual((out.inside, out.index, out.put_already), ((), 2, False))

    def test_left_by_an_earlier_run(self):
        """A second cleaner on top of what an abandoned run left is refused, with the reason."""
        left = RunContext(CONTEXT.products, CONTEXT.accepts, (Inside("brew", Chemistry.ALKALINE, "Tablets"),))
        with self.assertRaisesRegex(InvalidInput, "inside the brew circuit already. Never a second one"):
            after(*advanced(3), context=left)

    def test_given_up_while_it_pumps(self):
        """A step that lets the mix out has drawn some of it; one that only pours it has not, for all that is known."""
        liquid = Product("d", "Concentrate", "descaler", "liquid", Chemistry.DESCALER, "ml", 100, 100, False)
        context = RunContext({"descaler": liquid}, {"descaler": frozenset({Chemistry.DESCALER})})
        pour = step("Mix", puts=(("tank", "descaler"),))
        pump = step("Half of it through", puts=(("water", "descaler"),), delivers=(Delivery("coffee", 200),))
        procedure = Procedure("d", "D", Circuit.WATER, (pour, pump))
        for count, inside in ((0, []), (1, ["tank", "water"])):
            state = after(
                *advanced(count), event(EventKind.ABANDON, 9, count, "leak"), procedure=procedure, context=context
            )
            self.assertEqual([cleaner.place for cleaner in state.inside], inside)

    def test_wrong_chemistry(self):
        """The label decides, not the form."""
        wrong = RunContext({"brew-cleaner": ACID}, CONTEXT.accepts)
        with self.assertRaisesRegex(InvalidInput, "Acid tablets is acid; this takes something alkaline"):
            after(*advanced(3), context=wrong)

    def test_descaler_through_a_fitted_filter(self):
        """Refused while the filter is in; allowed once a step took it out."""
        liquid = Product("d", "Concentrate", "descaler", "liquid", Chemistry.DESCALER, "ml", 100, 100, False)
        fitted = RunContext({"descaler": liquid}, {"descaler": frozenset({Chemistry.DESCALER})}, filter_installed=True)
        mix = step("Mix", puts=(("water", "descaler"),))
        forgotten = Procedure("d", "D", Circuit.WATER, (step("Empty"), mix))
        with self.assertRaisesRegex(InvalidInput, "filter is still in the tank"):
            after(*advanced(2), procedure=forgotten, context=fitted)
        right = Procedure("d", "D", Circuit.WATER, (step("Filter out", takes_out="filter"), mix))
        self.assertTrue(after(*advanced(2), procedure=right, context=fitted).cleaner_inside)


class Broken(unittest.TestCase):
    """Power cut, fault, called away, danger."""

    def test_said_and_gone_on(self):
        """Nothing moves while it is broken off; it says what is inside."""
        state = after(*advanced(4), event(EventKind.INTERRUPT, 6, 4, "power"))
        self.assertEqual((state.broken, state.cleaner_inside), (Break.POWER, True))
        for kind in (EventKind.ADVANCE, EventKind.BACK, EventKind.NO, EventKind.FINISH):
            with self.subTest(kind=kind), self.assertRaisesRegex(InvalidInput, "broken off"):
                apply(state, event(kind, 7, 4))
        self.assertIsNone(apply(state, event(EventKind.RESUME, 8, 4)).broken)
        with self.assertRaisesRegex(InvalidInput, "what came in between"):
            apply(state, event(EventKind.INTERRUPT, 8, 4, "elephants"))

    def test_who_may_start_over(self):
        """After a power cut or a fault, where the machine begins a stage again; not after a call, nor after danger."""
        for what, may in (("power", True), ("fault", True), ("away", False), ("danger", False)):
            broken = event(EventKind.INTERRUPT, 6, 4, what)
            with self.subTest(what=what):
                self.assertEqual(after(*advanced(4), broken).may_start_over, may)
                goes_on = replace(PROCEDURE, starts_over="")
                self.assertFalse(after(*advanced(4), broken, procedure=goes_on).may_start_over)
        self.assertFalse(after(*advanced(4)).may_start_over)

    def test_start_over(self):
        """Back to the step from which the machine begins again, without a second tablet."""
        state = after(*advanced(4), event(EventKind.INTERRUPT, 6, 4, "fault"), event(EventKind.START_OVER, 9, 4))
        self.assertEqual((state.index, state.cleaner_inside, state.broken), (0, True, None))
        state = apply(apply(state, event(EventKind.ADVANCE, 10, 0)), event(EventKind.ADVANCE, 11, 1))
        self.assertTrue(state.put_already)
        goes_on = replace(PROCEDURE, starts_over="")
        with self.assertRaisesRegex(InvalidInput, "goes on where it stood"):
            after(event(EventKind.START_OVER, 1, 0), procedure=goes_on)


class Questions(unittest.TestCase):
    """Answers are kept and choose the way."""

    ASKED = Procedure(
        "q", "Q", Circuit.BREW,
        (
            step("How?", StepKind.ASK, ask=Ask("drying", AskFor.CHOICE, ("air", "cloth"))),
            step("Wait", StepKind.WAIT, duration=Duration(60, 60, 60), only=(Only("drying", ("air",)),)),
            step("Wipe", only=(Only("drying", ("cloth",)),)),
            step("On?", StepKind.CHECK, confirmation="machine-on", no_goes_on=True),
            step("Dry?", StepKind.CHECK, confirmation="group-dry", on_no="Wipe again."),
        ),
    )  # fmt: skip

    def test_the_answer_chooses_the_way(self):
        """And stepping back goes the same way."""
        wiped = after(event(EventKind.ADVANCE, 1, 0, "cloth"), procedure=self.ASKED)
        self.assertEqual((wiped.step.title, wiped.visited, wiped.ahead), ("Wipe", (0, 2), (3, 4)))
        self.assertEqual(apply(wiped, event(EventKind.BACK, 2, 2)).index, 0)
        aired = after(event(EventKind.ADVANCE, 1, 0, "air"), procedure=self.ASKED)
        self.assertEqual(aired.step.title, "Wait")
        with self.assertRaisesRegex(InvalidInput, "Choose one: air, cloth"):
            after(event(EventKind.ADVANCE, 1, 0, "towel"), procedure=self.ASKED)

    def test_truths(self):
        """A no that is a fact goes on; a no that must be mended stays."""
        start = [event(EventKind.ADVANCE, 1, 0, "cloth"), event(EventKind.ADVANCE, 2, 2)]
        state = after(*start, event(EventKind.NO, 3, 3), event(EventKind.NO, 4, 4), procedure=self.ASKED)
        self.assertEqual((state.index, state.confirmations), (4, {"machine-on": False, "group-dry": False}))
        state = apply(state, event(EventKind.ADVANCE, 5, 4))
        self.assertEqual((state.step, state.confirmations["group-dry"]), (None, True))

    def test_numbers(self):
        """A temperature with a comma; outside what is possible it is refused, outside what is well it is said."""
        warm = Ask("t", AskFor.TEMPERATURE, unit="°C", low=-20, high=60, good_low=0, good_high=5, when_off="Cool it.")
        self.assertEqual(warm.checked(" 3,5 "), "3.5")
        self.assertEqual([warm.off(t) for t in ("-1", "0", "5", "5.1")], [True, False, False, True])
        for wrong in ("", "cold", "61", "nan", "-20.1"):
            with self.subTest(wrong=wrong), self.assertRaisesRegex(InvalidInput, "between -20 and 60 °C"):
                warm.checked(wrong)
        counter = Ask("c", AskFor.COUNTER)
        self.assertEqual(counter.checked("12 480"), "12480")
        with self.assertRaisesRegex(InvalidInput, "whole number"):
            counter.checked("1.5")


if __name__ == "__main__":
    unittest.main()
