"""Where a course is cut when the machine's programme changes under somebody's hands. Worked out by hand."""

from __future__ import annotations

import unittest

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.procedure import Need, Procedure, Stand
from lamplight.core.job.retold import Cut, cut_at, with_rest
from lamplight.core.job.steps import Step, StepKind
from lamplight.core.machine.programme import Use

A, B, C, X = (Use("press", how=name) for name in "abcx")
# Two steps of ours, then a (one step), b (two), c (one), then one of ours.
OWN = (-1, -1, 0, 1, 1, 2, -1)


def steps(own=OWN, call="press", **rest):
    """A course of steps, each of a call of the machine's own or of none."""
    return tuple(
        Step(StepKind.DO, f"Step {n}", "", Circuit.BODY, "panel", own=at, call=call if at >= 0 else "", **rest)
        for n, at in enumerate(own)
    )


class Cuts(unittest.TestCase):
    """For whoever is at a step."""

    def test_each_place(self):
        """Index, the calls after, and where it is cut."""
        before = (A, B, C)
        for index, after, cut in (
            (0, before, Cut(2, 0)),  # ours before it: all of that stays
            (1, (X, A, B, C), Cut(2, 0)),
            (2, before, Cut(2, 0)),
            (2, (X, A, B, C), Cut(2, 0)),  # something comes before what was about to be done
            (2, (B, C), Cut(2, 0)),  # what was about to be done is not
            (3, (A, X, B, C), Cut(3, 1)),
            (3, (A, X, C), Cut(3, 1)),
            (4, before, Cut(5, 2)),  # in the middle of b: it is done to its end
            (4, (A, B, X, C), Cut(5, 2)),
            (4, (A, X, C), Cut(3, 1, 1)),  # its words are others: one step of it is done
            (4, (A, C), Cut(4, 1)),  # it is not done any further
            (5, (A, B, X, C), Cut(5, 2)),
            (5, (A, B), Cut(5, 2)),
            (6, (A, B, C, X), None),  # behind already
            (7, (A, B, C, X), None),
        ):
            with self.subTest(index=index, after=[use.how for use in after]):
                self.assertEqual(cut_at(steps(), index, before, after), cut)

    def test_another_call_takes_no_step_over(self):
        """In the middle of a call that becomes another one, the other is begun from its first step."""
        other = Use("tip-out")
        self.assertEqual(cut_at(steps(), 4, (A, B, C), (A, other, C)), Cut(4, 1))

    def test_the_first_call(self):
        """It is one of the machine's like the others: alone, and in its middle."""
        self.assertEqual(cut_at(steps((-1, 0, -1)), 1, (A,), (X, A)), Cut(1, 0))
        self.assertEqual(cut_at(steps((-1, 0, -1)), 0, (A,), (X,)), Cut(1, 0))
        self.assertEqual(cut_at(steps((-1, 0, 0, 1)), 2, (A, B), (A, X, B)), Cut(3, 1))
        self.assertEqual(cut_at(steps((-1, 0, 0, 1)), 2, (A, B), (X, B)), Cut(1, 0, 1))

    def test_between_two_calls(self):
        """A step of ours between two of the machine's: what is behind is counted."""
        own = (0, -1, 1, -1)
        self.assertEqual(cut_at(steps(own), 1, (A, B), (A, X, B)), Cut(2, 1))
        self.assertEqual(cut_at(steps(own), 1, (A, B), (A, B)), Cut(2, 1))


class Joined(unittest.TestCase):
    """What is done, and what comes then."""

    def of(self, own, *needs, stands=(), puts=()):
        """A procedure."""
        return Procedure(
            "job", "Job", Circuit.BODY, steps(own, puts=puts), needs=needs, stands=stands, own=(A, B), settles=("x",)
        )  # fmt: skip

    def test_steps_that_are_begun(self):
        """Of the call that changed, those that are done are not done again; what it presupposes is."""
        rest = Procedure(
            "job", "Job", Circuit.BODY,
            (
                Step(StepKind.DO, "Guard", "", Circuit.BODY, "panel", own=1, call="container"),
                *(Step(StepKind.DO, f"New {n}", "", Circuit.BODY, "panel", own=1, call="press") for n in range(3)),
            ),
            own=(A, X), settles=("y",),
        )  # fmt: skip
        joined = with_rest(self.of((0, 1, 1, 1)), Cut(1, 1, 2), rest)
        self.assertEqual([step.title for step in joined.steps], ["Step 0", "Step 1", "Step 2", "Guard", "New 2"])
        self.assertEqual((joined.own, joined.settles), ((A, X), ("x", "y")))

    def test_needs(self):
        """What went in stays; what goes in only now is as much as it is now; a container is put up once."""
        old, new = Need("", "", "descaler", 1000), Need("", "", "descaler", 700)
        jug, same = Stand("coffee", "the outlet", ("coffee",)), Stand("coffee", "it", ("coffee",))
        rest = self.of((0, 1), new, stands=(same, Stand("wand", "the wand", ("wand",))))
        ahead = with_rest(self.of((0, 1), old, Need("1", "cloth"), stands=(jug,)), Cut(0, 0), rest)
        self.assertEqual(ahead.needs, (Need("1", "cloth"), new))
        self.assertEqual([stand.words for stand in ahead.stands], ["the outlet", "the wand"])
        poured = self.of((0, 1), old, puts=(("tank", "descaler"),))
        self.assertEqual(with_rest(poured, Cut(1, 1), rest).needs, (old, new))


if __name__ == "__main__":
    unittest.main()
