"""Over too soon, asked in the middle, tipped out on the way."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.confirmations import RAN_WHOLE
from lamplight.core.job.containers import Delivery, Vessel
from lamplight.core.job.procedure import Stand
from lamplight.core.job.steps import Aside, StepKind
from lamplight.core.run.clock import learned_asides, learned_steps, seconds_taken, timer
from lamplight.core.run.rules import WHOLE, apply, far_too_soon
from lamplight.core.run.state import EventKind, RunEvent
from lamplight.core.run.stops import free_seconds, stops_ahead
from tests.core.run.test_state import PROCEDURE, START, advanced, after, event, step
from tests.pace import said_to

TRAY = Aside("tray-empty", step("Empty the tray", StepKind.TIP_OUT), 4)
WORKS = step(
    "Works", StepKind.MACHINE, duration=Duration(300, 600, 900), asks_if_soon=True, asks=(TRAY,),
    delivers=(Delivery("coffee", 600, 6),),
)  # fmt: skip
GUARDED = replace(
    PROCEDURE,
    steps=(*PROCEDURE.steps[:3], WORKS, PROCEDURE.steps[4]),
    stands=(Stand("coffee", "the outlet", ("coffee",)),),
)
SOON = (*advanced(3), event(EventKind.ADVANCE, 4, 3))  # the machine ended after one minute of five


def guarded(*events):
    """Where a run of it stands."""
    return after(*events, procedure=GUARDED)


class TooSoon(unittest.TestCase):
    """It takes 5 to 15 minutes; this took one."""

    def test_asked_at_once(self):
        """The step is not left, and nothing is settled, whatever is said beside the question."""
        doubted = guarded(*SOON)
        self.assertEqual((doubted.index, doubted.doubt), (3, 1))
        again = guarded(*SOON, event(EventKind.ADVANCE, 4, 3))
        self.assertEqual((again.index, again.doubt), (3, 1))

    def test_it_was_the_short_one(self):
        """Back to the start of the programme; the tablet stays inside, and is not put in twice."""
        short = guarded(*SOON, event(EventKind.NO, 5, 3))
        self.assertEqual((short.index, short.doubt), (0, 0))
        self.assertTrue(short.cleaner_inside)
        self.assertIn("short rinse", short.notes[-1].text)
        on = guarded(*SOON, event(EventKind.NO, 5, 3), *(event(EventKind.ADVANCE, 6 + n, n) for n in range(3)))
        self.assertEqual((on.index, len(on.inside)), (3, 1))
        self.assertEqual(on.elapsed_s(START + timedelta(minutes=10)), 120)

    def test_it_was_whole(self):
        """A second touch, and it is kept as a fact; of the machine's own times it teaches nothing."""
        said = event(EventKind.ADVANCE, 5, 3, WHOLE)
        once = guarded(*SOON, said)
        self.assertEqual((once.index, once.doubt), (3, 2))
        kept = guarded(*SOON, said, said)
        self.assertEqual((kept.index, kept.ended_soon, kept.confirmations[RAN_WHOLE]), (4, {3: 60}, True))
        done = guarded(
            *SOON, said, said, event(EventKind.ADVANCE, 6, 4), event(EventKind.FINISH, 7, 5)
        )  # fmt: skip
        self.assertEqual(learned_steps([done] * 3), {})

    def test_a_late_answer_is_none_the_longer(self):
        """It ended after a minute; that somebody thought about it for an hour changes nothing."""
        late = event(EventKind.ADVANCE, 64, 3, WHOLE)
        self.assertEqual(guarded(*SOON, late).doubt, 2)
        kept = guarded(*SOON, late, event(EventKind.ADVANCE, 65, 3, WHOLE))
        self.assertEqual((kept.index, kept.ended_soon, kept.spent_s[3]), (4, {3: 60}, 60))
        self.assertEqual(guarded(*SOON, event(EventKind.ADVANCE, 64, 3)).index, 3)

    def test_it_still_works(self):
        """Pressed too early: the clock goes on from when it began, and the end is asked for anew."""
        on = guarded(*SOON, event(EventKind.RESUME, 5, 3))
        self.assertEqual((on.index, on.doubt, on.elapsed_s(START + timedelta(minutes=9))), (3, 0, 360))
        over = guarded(*SOON, event(EventKind.RESUME, 5, 3), event(EventKind.ADVANCE, 13, 3))
        self.assertEqual((over.index, over.ended_soon, over.spent_s[3]), (4, {}, 600))

    def test_from_half_of_its_least_time_on_nobody_asks(self):
        """At 2:29 it does, at 2:30 it does not."""
        state = guarded(*advanced(3))
        self.assertTrue(far_too_soon(state, state.step_started_at + timedelta(seconds=149)))
        self.assertFalse(far_too_soon(state, state.step_started_at + timedelta(seconds=150)))

    def test_runs_of_before_are_not_doubted(self):
        """Their snapshot does not say so."""
        self.assertEqual(after(*SOON).index, 4)

    def test_a_wait_goes_on(self):
        """No leads to no start over: the clock goes on."""
        wait = replace(WORKS, kind=StepKind.WAIT, asks=())
        procedure = replace(GUARDED, steps=(*GUARDED.steps[:3], wait, GUARDED.steps[4]))
        state = after(*SOON, event(EventKind.NO, 5, 3), procedure=procedure)
        self.assertEqual((state.index, state.doubt, state.step_started_at), (3, 0, START + timedelta(minutes=3)))


class Asked(unittest.TestCase):
    """The machine asks for the tray in the middle of its work."""

    def test_the_clock_stands_still(self):
        """Two minutes of emptying are none of its ten; how often is counted."""
        asked = guarded(*advanced(3), event(EventKind.ASKED, 5, 3, "tray-empty"))
        self.assertEqual(asked.aside, TRAY)
        self.assertEqual(timer(asked, START + timedelta(minutes=7)).elapsed_s, 120)
        on = guarded(
            *advanced(3), event(EventKind.ASKED, 5, 3, "tray-empty"), event(EventKind.ANSWERED, 7, 3, "")
        )  # fmt: skip
        clock = timer(on, START + timedelta(minutes=8))
        self.assertEqual((clock.elapsed_s, clock.ends_about), (180, START + timedelta(minutes=15)))
        self.assertEqual((on.asked, on.aside), ({"tray-empty": 1}, None))
        twice = apply(on, event(EventKind.ASKED, 8, 3, "tray-empty"))
        twice = apply(twice, event(EventKind.ANSWERED, 9, 3, ""))
        clock = timer(twice, START + timedelta(minutes=10))
        self.assertEqual((clock.elapsed_s, clock.ends_about), (240, START + timedelta(minutes=16)))

    def test_refusals(self):
        """Something else first, something that it does not ask for, nothing to answer."""
        asked = (*advanced(3), event(EventKind.ASKED, 5, 3, "tray-empty"))
        for kind, text, said in (
            (EventKind.ADVANCE, "", "Do first what the machine asks for"),
            (EventKind.ASKED, "tray-empty", "Do first what it asks for now"),
        ):
            with self.subTest(kind=kind), self.assertRaisesRegex(InvalidInput, said):
                guarded(*asked, event(kind, 6, 3, text))
        with self.assertRaisesRegex(InvalidInput, "does not ask for that"):
            guarded(*advanced(3), event(EventKind.ASKED, 5, 3, "moon"))
        with self.assertRaisesRegex(InvalidInput, "asks for nothing now"):
            guarded(*advanced(3), event(EventKind.ANSWERED, 5, 3))

    def test_begun_over_while_it_asks(self):
        """A stage that begins again asks anew: nothing is left to be answered."""
        over = guarded(
            *advanced(3), event(EventKind.ASKED, 5, 3, "tray-empty"), event(EventKind.INTERRUPT, 6, 3, "power"),
            event(EventKind.START_OVER, 7, 3),
        )  # fmt: skip
        self.assertEqual((over.index, over.asked_for, over.asked["tray-empty"]), (0, "", 1))
        doubted = guarded(*SOON, event(EventKind.ASKED, 5, 3, "tray-empty"))
        self.assertEqual((doubted.doubt, doubted.asked_for), (0, "tray-empty"))

    def test_how_often_is_learned(self):
        """Of three runs that were asked none, once and three times: once as a rule, three at most."""
        runs = []
        for times in (0, 1, 3):
            asked = [
                event(kind, 4 + n, 3, "tray-empty")
                for n in range(times)
                for kind in (EventKind.ASKED, EventKind.ANSWERED)
            ]
            end = [event(EventKind.ADVANCE, 20, 3), event(EventKind.ADVANCE, 21, 4), event(EventKind.FINISH, 22, 5)]
            runs.append(guarded(*advanced(3), *asked, *end))
        own = learned_asides(runs)["tray-empty"]
        self.assertEqual((own.median, own.most, own.runs), (1, 3, 3))
        self.assertEqual(learned_asides(runs[:2]), {})


class NeverStuck(unittest.TestCase):
    """Whatever comes after whatever, on however many screens."""

    PRESSED = (
        (EventKind.ADVANCE, ""), (EventKind.ADVANCE, WHOLE), (EventKind.NO, ""), (EventKind.BACK, ""),
        (EventKind.ASKED, "tray-empty"), (EventKind.ANSWERED, ""), (EventKind.TIPPED, "coffee"),
        (EventKind.INTERRUPT, "power"), (EventKind.RESUME, ""), (EventKind.START_OVER, ""), (EventKind.PAUSE, ""),
    )  # fmt: skip

    @given(st.lists(st.tuples(st.sampled_from(PRESSED), st.integers(0, 700)), max_size=30), st.integers(0, 3))
    @settings(max_examples=300)
    def test_a_way_leads_on(self, done, steps):
        """What is asked for can always be answered, clocks never run backwards, and the end can be reached."""
        state, at = guarded(*advanced(steps)), START + timedelta(minutes=steps)
        for (kind, text), seconds in done:
            at += timedelta(seconds=seconds)
            try:
                state = apply(state, RunEvent(kind, at, state.index, text=text))
            except (InvalidInput, StaleStep):
                continue
            self.assertEqual(bool(state.asked_for), state.aside is not None)
            self.assertFalse(state.asked_for and state.doubt)
            self.assertGreaterEqual(state.elapsed_s(at), 0)
        for _ in range(60):
            if state.step is None:
                break
            at += timedelta(minutes=11)
            kind = EventKind.RESUME if state.broken else EventKind.ANSWERED if state.asked_for else EventKind.ADVANCE
            state = apply(state, RunEvent(kind, at, state.index, text=said_to(state)))
        self.assertIsNone(state.step)


class Tipped(unittest.TestCase):
    """A container that runs full on the way: 600 ml in six bursts into 300 ml, of which 270 are filled."""

    def plan(self, state):
        """What becomes of the water."""
        return state.procedure.containers([Vessel("coffee", 300, ("coffee",))])

    def test_stops_are_ticked_in_order(self):
        """After 200 and after 400 ml: a third and two thirds of ten minutes; the first ticked, the second is next."""
        state = guarded(*advanced(3))
        clock = timer(state, START + timedelta(minutes=4))
        stops = stops_ahead(state, self.plan(state), clock)
        self.assertEqual(
            [(one.after_ml, one.in_s, one.ticked) for one in stops], [(200, 140, False), (400, 340, False)]
        )
        self.assertEqual(free_seconds(clock, stops), 140)
        state = guarded(*advanced(3), event(EventKind.TIPPED, 6, 3, "coffee"))
        clock = timer(state, START + timedelta(minutes=7))
        stops = stops_ahead(state, self.plan(state), clock)
        self.assertEqual([one.ticked for one in stops], [True, False])
        self.assertEqual(free_seconds(clock, stops), 160)
        self.assertEqual(free_seconds(None, stops), 0)

    def test_refused(self):
        """Nothing of that name stands there."""
        with self.assertRaisesRegex(InvalidInput, "No such container"):
            guarded(*advanced(3), event(EventKind.TIPPED, 6, 3, "bucket"))


class NobodyWaits(unittest.TestCase):
    """A group that dries overnight."""

    def test_it_is_not_the_run(self):
        """Ten hours of drying are none of its minutes."""
        dries = step("Dries", StepKind.WAIT, duration=Duration(28_800, 36_000, 50_400), idle=True)
        procedure = replace(PROCEDURE, steps=(PROCEDURE.steps[0], dries, PROCEDURE.steps[1]))
        minutes = (1, 601, 602)
        events = [event(EventKind.ADVANCE, minute, n) for n, minute in enumerate(minutes)]
        done = after(*events, event(EventKind.FINISH, 603, 3), procedure=procedure)
        self.assertEqual(seconds_taken(done), 180)


if __name__ == "__main__":
    unittest.main()
