"""What was heard of a machine's programme: times by stamps, water by marks. Invented figures, worked out by hand."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from lamplight.core.anatomy.duration import Duration, seen_once
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.errors import InvalidInput
from lamplight.core.job.procedure import Procedure, Stand
from lamplight.core.job.steps import Aside, Step, StepKind
from lamplight.core.machine.following import as_heard, likely_next
from lamplight.core.machine.programme import Gives, Programme, Use
from lamplight.core.run.hearing import heard_calls, listens, unusual, waits_for_a_call
from lamplight.core.run.rules import marks_of, replay
from lamplight.core.run.state import EventKind, RunContext, RunEvent

AT = datetime(2026, 11, 2, 7, 0, tzinfo=UTC)


def step(kind, title, own=-1, **rest):
    """A step of a call."""
    return Step(kind, title, "", Circuit.WATER, "tank", own=own, **rest)


WORKS, TIP, LAST = Use("works", over="It asks."), Use("tip-out"), Use("listen")
COURSE = Procedure(
    "descale", "Descale", Circuit.WATER,
    (
        step(StepKind.MACHINE, "It works", 0), step(StepKind.TIP_OUT, "Tip out", 1, tips=("all",)),
        step(StepKind.MACHINE, "It works", 2), step(StepKind.DO, "What next?", 3, call="listen"),
        step(StepKind.TIP_OUT, "Tip out", tips=("all",)),
    ),
    stands=(Stand("coffee", "the outlet", ("coffee",)), Stand("wand+milk", "both", ("wand", "milk"))),
    programme="descale", own=(WORKS, TIP, WORKS, Use("listen")),
)  # fmt: skip


def after(*events, course=COURSE, listening=True):
    """Where a run stands after events: kind, second, step and text."""
    stamped = [RunEvent(kind, AT + timedelta(seconds=at), n, text=text) for kind, at, n, text in events]
    return replay(course, AT, stamped, RunContext(listens=listening))


class Heard(unittest.TestCase):
    """Times and water."""

    def test_times_and_marks(self):
        """600 s; two bursts of coffee are the 500 ml of their bowl, wand and milk share 300 ml as 1 to 2."""
        state = after(
            (EventKind.CAME, 10, 0, "coffee"), (EventKind.CAME, 20, 0, "wand"), (EventKind.CAME, 30, 0, "milk"),
            (EventKind.CAME, 40, 0, "coffee"), (EventKind.CAME, 50, 0, "milk"), (EventKind.ADVANCE, 600, 0, ""),
            (EventKind.ADVANCE, 700, 1, "coffee=500 wand+milk=300"), (EventKind.CAME, 710, 2, "coffee"),
            (EventKind.ADVANCE, 900, 2, ""), (EventKind.ADVANCE, 910, 3, ""),
            (EventKind.ADVANCE, 950, 4, "coffee=80"),
        )  # fmt: skip
        first, tip, second = heard_calls(state)
        self.assertEqual(first.minutes, seen_once(600))
        self.assertEqual(first.gives, (Gives("coffee", 500, 2), Gives("wand", 100, 1), Gives("milk", 200, 2)))
        self.assertEqual((tip, second.minutes), (TIP, seen_once(200)))
        self.assertEqual(second.gives, (Gives("coffee", 80, 1),))

    def test_water_that_nobody_saw(self):
        """A bowl that was full all the same was filled by the last work before; an empty one says nothing."""
        state = after((EventKind.ADVANCE, 600, 0, ""), (EventKind.ADVANCE, 700, 1, "coffee=400 wand+milk=0"))
        self.assertEqual(heard_calls(state)[0].gives, (Gives("coffee", 400, 1),))

    def test_all_is_somewhere(self):
        """However a bowl is shared among odd bursts, nothing of it is lost."""
        came = [(EventKind.CAME, n, 0, "coffee") for n in range(3)]
        for ml in (1, 7, 100, 1001):
            state = after(*came, (EventKind.ADVANCE, 600, 0, ""), (EventKind.ADVANCE, 700, 1, f"coffee={ml}"))
            self.assertEqual(sum(given.ml for given in heard_calls(state)[0].gives), ml)

    def test_how_it_was_done(self):
        """Which keys were pressed belongs to the call; where nobody listens, such words are nothing."""
        course = replace(
            COURSE, steps=(step(StepKind.DO, "Start", 0), *COURSE.steps[2:]), own=(Use("press"), WORKS, LAST)
        )
        told = (EventKind.ADVANCE, 9, 0, "Both  keys.")
        self.assertEqual(heard_calls(after(told, course=course))[0].how, "Both keys.")
        self.assertEqual(heard_calls(after(told, course=course, listening=False))[0].how, "")

    def test_marks(self):
        """Whole millilitres of known size, or a sentence."""
        self.assertEqual(marks_of("coffee=0 tray=50000"), [("coffee", 0), ("tray", 50_000)])
        for text in ("coffee=50001", "coffee=-1", "coffee=1.5", "=5", "coffee", "coffee=²"):
            with self.subTest(text=text), self.assertRaisesRegex(InvalidInput, "between 0 and 50 000"):
                marks_of(text)

    def test_when_it_waits(self):
        """At its open end and while the machine works; never where nobody listens, nor in a step of the hands."""
        self.assertTrue(waits_for_a_call(after()))
        self.assertFalse(waits_for_a_call(after((EventKind.ADVANCE, 600, 0, ""))))
        self.assertFalse(waits_for_a_call(after(listening=False)))
        done = replace(COURSE, own=COURSE.own[:3], steps=COURSE.steps[:3])
        self.assertFalse(listens(after(course=done)))

    def test_one_sight_of_a_time(self):
        """It is the likely one; 0 s is none."""
        self.assertEqual(seen_once(100), Duration(75, 100, 135))
        self.assertEqual(seen_once(1).likely_s, 1)
        with self.assertRaisesRegex(InvalidInput, "0 < low"):
            seen_once(0)


class Following(unittest.TestCase):
    """What usually comes next."""

    PROGRAMMES = (
        Programme("descale", (Use("press"), Use("works"), Use("tip-out"), Use("works"))),
        Programme("descale", (Use("press"), Use("works"), Use("tip-out"), Use("tank-water", ml=900))),
        Programme("tablet", (Use("tablet", place="here"), Use("works"), Use("confirm"))),
    )

    def test_order(self):
        """What began others begins; what followed in programmes of its sort comes before what followed in others."""
        possible = ("confirm", "press", "tablet", "tank-water", "tip-out", "works")
        self.assertEqual(likely_next([], "descale", self.PROGRAMMES, possible)[:2], ("press", "tablet"))
        self.assertEqual(likely_next(["works"], "descale", self.PROGRAMMES, possible)[:2], ("tip-out", "confirm"))
        self.assertEqual(likely_next(["works"], "tablet", self.PROGRAMMES, possible)[0], "confirm")
        self.assertEqual(set(likely_next(["never"], "descale", self.PROGRAMMES, possible)), set(possible))
        self.assertEqual(likely_next(["press"], "descale", self.PROGRAMMES, ("confirm",)), ("confirm",))

    def test_as_heard(self):
        """As much as its like, never more than the vessel holds; no words, water or times that nobody saw."""
        own = (Programme("descale", (Use("tank-water", ml=700, says="FILL"),)),)
        self.assertEqual(as_heard("tank-water", "descale", own, self.PROGRAMMES), Use("tank-water", ml=700))
        self.assertEqual(as_heard("tank-water", "descale", (), self.PROGRAMMES, 500).ml, 500)
        self.assertEqual(as_heard("tablet", "descale", (), self.PROGRAMMES).place, "here")
        self.assertEqual(as_heard("never", "descale", own, self.PROGRAMMES), Use("never"))


class Unusual(unittest.TestCase):
    """A course that was other than the machine's usual."""

    TRAY = Aside("tray-empty", step(StepKind.TIP_OUT, "Empty the tray"))
    COURSE = Procedure(
        "descale", "Descale", Circuit.WATER,
        (step(StepKind.MACHINE, "It works", asks=(TRAY,), duration=Duration(60, 600, 900)),),
    )  # fmt: skip

    def run_of(self, asked, seconds=600):
        """A finished run that was asked so often, and took so long."""
        events = []
        for n in range(asked):
            events += [(EventKind.ASKED, n + 1, 0, "tray-empty"), (EventKind.ANSWERED, n + 1, 0, "")]
        events += [(EventKind.ADVANCE, seconds, 0, ""), (EventKind.FINISH, seconds, 1, "")]
        return after(*events, course=self.COURSE, listening=False)

    def test_asked_more(self):
        """Twice more than usual is said; as often as it ever did is not, nor anything of two runs."""
        usual = [self.run_of(1), self.run_of(1), self.run_of(2)]
        self.assertEqual(
            unusual(self.run_of(3), usual), ("It asked 2 times more than usual: empty the tray.",)
        )  # fmt: skip
        self.assertEqual(unusual(self.run_of(2), usual), ())
        self.assertEqual(unusual(self.run_of(9), usual[:2]), ())

    def test_took_longer(self):
        """More than twice its usual, and minutes beyond the longest."""
        usual = [self.run_of(0, seconds) for seconds in (580, 600, 620)]
        self.assertEqual(unusual(self.run_of(0, 1500), usual), ("“It works” took 25 min, twice its usual 10 or more.",))
        self.assertEqual(unusual(self.run_of(0, 1100), usual), ())
        usual = [self.run_of(0, seconds) for seconds in (580, 600, 1190)]
        self.assertEqual(unusual(self.run_of(0, 1300), usual), ())  # hardly longer than it ever took
        self.assertIn("22 min", unusual(self.run_of(0, 1320), usual)[0])


if __name__ == "__main__":
    unittest.main()
