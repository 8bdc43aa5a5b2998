"""What a round is planned from, what a plan is, and what no plan may do."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from enum import IntEnum
from functools import cached_property

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.round.works import Work, hands_s, span_s

# From one machine to the next in the same place, and where nobody said how far it is. Ours, no source.
BESIDE_S, UNKNOWN_WALK_S = 15, 90


class Rank(IntEnum):
    """How much it matters that a job is done in this round; the first matters most, whatever the others cost.

    What the weeks have planned for this very time comes before daily work of which nobody falls ill: the plan leaves
    it that room, and what loses it once would lose it every day.
    """

    HEALTH = 0
    PLANNED = 1
    LIMIT = 2
    DUE = 3
    ALONG = 4


# What leaving one item out weighs against seconds: a rank outweighs all of those below it, and due ones any time; what
# is only taken along is worth half an hour at most.
WEIGHT: Mapping[Rank, int] = {
    Rank.HEALTH: 800_000_000_000,
    Rank.PLANNED: 4_000_000_000,
    Rank.LIMIT: 20_000_000,
    Rank.DUE: 100_000,
    Rank.ALONG: 2_000,
}


@dataclass(frozen=True)
class Share:
    """One care item that a job of the round does.

    Attributes:
        item: its key.
        title: in words.
        circuit: whose shape it has.
        why: its reason, in a sentence.
        rank: how much it matters.
        ticked: whether it is ticked rather than led through.
    """

    item: str
    title: str
    circuit: Circuit
    why: str = ""
    rank: Rank = Rank.DUE
    ticked: bool = False


@dataclass(frozen=True, eq=False)
class RoundJob:
    """Something to do at one machine in one go. Its identity is its own.

    Attributes:
        key: unique in the round.
        machine: its number.
        works: the stretches of work, one or more.
        shares: the care items that it does, the first leads.
        ready_s: from when it may begin; later than the beginning where a clock runs already.
        latest_s: by when the hands should be at it where cleaner waits inside; None where it may wait.
        begun: whether a run is open on it: it is not left out, and its machine is taken from the beginning.
        leaves: places of the machine in which cleaner still is when it is over.
        brings: places into which it puts cleaner.
        saved_s: seconds of the keeper spared since its parts share one opening.
        opening: what that is.
        after: keys of the jobs at the same machine that come before it, where both are done.
        ticks: whether it is only ticked.
        chores: keys of the chores that are done themselves, not only settled with others, in order.
    """

    key: str
    machine: int
    works: tuple[Work, ...]
    shares: tuple[Share, ...] = ()
    ready_s: int = 0
    latest_s: int | None = None
    begun: bool = False
    leaves: frozenset[str] = frozenset()
    brings: frozenset[str] = frozenset()
    saved_s: int = 0
    opening: str = ""
    after: frozenset[str] = frozenset()
    ticks: bool = False
    chores: tuple[str, ...] = ()

    @property
    def rank(self) -> Rank:
        """Of what matters most in it."""
        return min((share.rank for share in self.shares), default=Rank.DUE)

    @property
    def loss(self) -> int:
        """What leaving it out weighs against seconds: each item that it does by how much it matters."""
        return sum(WEIGHT[share.rank] for share in self.shares) or WEIGHT[Rank.DUE]

    @property
    def hands_s(self) -> int:
        """The keeper's seconds."""
        return hands_s(self.works)

    @property
    def span_s(self) -> int:
        """Seconds for which its machine is taken, at least."""
        return span_s(self.works)


@dataclass(frozen=True)
class Span:
    """Seconds from the beginning of the round in which something must not be, and why."""

    start_s: int
    end_s: int
    words: str = ""

    def meets(self, start_s: int, end_s: int) -> bool:
        """Whether another span overlaps it."""
        return start_s < self.end_s and self.start_s < end_s


@dataclass(frozen=True)
class Walks:
    """How far it is.

    Attributes:
        place_of: where each machine stands.
        known: seconds between two places, each pair once in either order.
        home: where the keeper sets out.
    """

    place_of: Mapping[int, str]
    known: Mapping[tuple[str, str], int] = field(default_factory=dict)
    home: str = ""

    def between(self, one: str, other: str) -> int:
        """Seconds from place to place."""
        if one == other:
            return 0
        return self.known.get((one, other), self.known.get((other, one), UNKNOWN_WALK_S))

    def to(self, machine: int, source: int | None) -> int:
        """Seconds to a machine from another, or from where the keeper sets out."""
        if machine == source:
            return 0
        here = self.home if source is None else self.place_of.get(source, "")
        there = self.place_of.get(machine, "")
        if source is not None and here == there:
            return BESIDE_S
        return self.between(here, there)


@dataclass(frozen=True)
class RoundProblem:
    """One keeper's time and what is to be done in it.

    Attributes:
        jobs: in order of urgency; keys unique.
        walks: how far it is.
        until_s: seconds from now by which the hands are free and every machine stands ready again, above 0.
        taken: for each machine, when it must not be worked on, such as a rush.
    """

    jobs: tuple[RoundJob, ...]
    walks: Walks
    until_s: int
    taken: Mapping[int, tuple[Span, ...]] = field(default_factory=dict)


@dataclass(frozen=True)
class Turn:
    """A stretch of work in the plan.

    Attributes:
        job, work: which.
        start_s: when the hands begin, seconds from now.
        walk_s: seconds of walking before it.
    """

    job: RoundJob
    work: int
    start_s: int
    walk_s: int = 0

    @property
    def of(self) -> Work:
        """The stretch."""
        return self.job.works[self.work]

    @property
    def end_s(self) -> int:
        """When the hands are free."""
        return self.start_s + self.of.hands_s

    @property
    def alone_until_s(self) -> int:
        """When what the machine does alone after it is over at the earliest."""
        return self.end_s + self.of.alone_s


@dataclass(frozen=True)
class RoundPlan:
    """A round.

    Attributes:
        placed: in order of time.
        left_out: jobs that are not done in it.
    """

    placed: tuple[Turn, ...]
    left_out: tuple[RoundJob, ...] = ()

    @cached_property
    def done(self) -> tuple[RoundJob, ...]:
        """The jobs that are done, in the order in which they begin."""
        return tuple(dict.fromkeys(placed.job for placed in self.placed))

    @property
    def finish_s(self) -> int:
        """When hands and machines are free again."""
        return max((placed.alone_until_s for placed in self.placed), default=0)

    @property
    def hands_s(self) -> int:
        """The keeper's seconds at machines."""
        return sum(placed.of.hands_s for placed in self.placed)

    @property
    def walk_s(self) -> int:
        """The keeper's seconds on the way."""
        return sum(placed.walk_s for placed in self.placed)

    def free_again_s(self, machine: int) -> int | None:
        """When a machine is free of its last job; None where nothing is done at it."""
        return max((placed.alone_until_s for placed in self.placed if placed.job.machine == machine), default=None)

    def weight(self) -> tuple[int, int, int]:
        """Smaller is better: what is left out, then when it ends, then walking."""
        return (sum(job.loss for job in self.left_out), self.finish_s, self.walk_s)


def round_faults(plan: RoundPlan, problem: RoundProblem) -> list[str]:
    """What a plan does that it must not, in words; empty for a lawful one. Written apart from every solver."""
    found = [f"{job.key} was begun and is left out" for job in plan.left_out if job.begun]
    found += _hands_faults(plan, problem)
    spans: dict[int, list[tuple[int, int, RoundJob]]] = {}
    for job in plan.done:
        own = [placed for placed in plan.placed if placed.job is job]
        if [placed.work for placed in own] != list(range(len(job.works))):
            found.append(f"{job.key} is not done from its beginning to its end")
            continue
        found += _wait_faults(own)
        if own[0].start_s < job.ready_s:
            found.append(f"{job.key} begins before its clock is over")
        start, end = 0 if job.begun else own[0].start_s, own[-1].alone_until_s
        if end > problem.until_s:
            found.append(f"{job.key} is not over in time")
        found += [
            f"{job.key} falls into {span.words}"
            for span in problem.taken.get(job.machine, ())
            if span.meets(start, end) and not job.begun
        ]
        spans.setdefault(job.machine, []).append((start, end, job))
    for own_spans in spans.values():
        found += _machine_faults(sorted(own_spans, key=lambda span: span[:2]))
    return found


def _hands_faults(plan: RoundPlan, problem: RoundProblem) -> list[str]:
    found, free_at, at = [], 0, None
    for placed in sorted(plan.placed, key=lambda placed: placed.start_s):
        walk = problem.walks.to(placed.job.machine, at)
        if placed.start_s < free_at + walk:
            found.append(f"hands cannot be at {placed.job.key} {placed.work} by then")
        free_at, at = placed.end_s, placed.job.machine
    return found


def _wait_faults(own: Sequence[Turn]) -> list[str]:
    found = []
    for one, following in zip(own, own[1:], strict=False):
        waited = following.start_s - one.end_s
        if waited < one.of.alone_s:
            found.append(f"{one.job.key} {following.work} comes too soon")
        if one.of.most_s is not None and waited > one.of.most_s:
            found.append(f"{one.job.key} {following.work} comes too late")
    return found


def _machine_faults(spans: Sequence[tuple[int, int, RoundJob]]) -> list[str]:
    found = []
    for (_, end, one), (start, _, other) in zip(spans, spans[1:], strict=False):
        if start < end:
            found.append(f"{one.key} and {other.key} at once on one machine")
        if one.leaves & other.brings:
            found.append(f"{other.key} puts a second cleaner on top of that of {one.key}")
    order = [job.key for _, _, job in spans]
    for n, (_, _, job) in enumerate(spans):
        found += [f"{job.key} comes before {key}" for key in job.after if key in order[n + 1 :]]
    return found
