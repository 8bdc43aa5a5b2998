"""The same weeks lived three ways: by lamp only, by a fixed calendar, and by the plan.

What really happens is drawn from the site's own forecasts: for each turn, the day on which its limit is reached,
between early and late. Who goes by lamps comes when one lights, and takes along what is past its limit by then. Who
goes by a calendar does each item on its own day, every so many weeks or days. Who goes by the plan keeps its days. In
all three a lamp that lights first is seen to at the next time for the machines. What such keepers do is a model of
ours, no source.
"""

from __future__ import annotations

import random
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from statistics import fmean, quantiles

from lamplight.core.plan.problem import Plan, PlanProblem, Task
from lamplight.core.plan.terms import Term
from lamplight.core.usage.passage import Passage

SEED, DRAWS = 11, 60
# A calendar has whole weeks, and for what is shorter, days.
WEEK = 7


@dataclass(frozen=True)
class Lived:
    """What a way of keeping machines came to, in one drawing of the weeks.

    Attributes:
        openings: how often a machine was opened and out of use.
        minutes: the keeper's, with ways and openings.
        products: how often something was used up.
        surprises: lamps that lit before anybody came.
        past_days: days past limits of hygiene, of all items together.
    """

    openings: float
    minutes: float
    products: float
    surprises: float
    past_days: float


@dataclass(frozen=True)
class Spread:
    """Mean, and what nine of ten drawings exceed and stay below."""

    mean: float
    low: float
    high: float


@dataclass(frozen=True)
class Way:
    """A way of keeping machines.

    Attributes:
        key, title: ``lamp``, ``calendar`` or ``plan``, and its words.
        openings, minutes, products, surprises, past_days: as `Lived` has them, over all drawings.
    """

    key: str
    title: str
    openings: Spread
    minutes: Spread
    products: Spread
    surprises: Spread
    past_days: Spread


@dataclass
class _Weeks:
    """One drawing: what was done in which slot, and what went wrong."""

    problem: PlanProblem
    done: list[tuple[int, Task]] = field(default_factory=list)
    surprises: int = 0
    past_days: int = 0

    def total(self) -> Lived:
        """All of it, counted as a plan is."""
        costs = self.problem.costs
        visits = {(slot, task.machine) for slot, task in self.done}
        doors = {(slot, task.machine, task.opening) for slot, task in self.done if task.opening}
        minutes = sum(task.minutes for _, task in self.done) + costs.visit * len(visits) + costs.opening * len(doors)
        uses = sum(task.uses for _, task in self.done)
        return Lived(len(visits), minutes, uses, self.surprises, self.past_days)


# When an item is meant to be done next: given the task, its term, and the slot of the turn before.
Habit = Callable[[Task, Term, int | None], int | None]


def lived(problem: PlanProblem, plan: Plan, draws: int = DRAWS) -> tuple[Way, Way, Way]:
    """The weeks lived by lamp, by calendar and by a plan, each with the same drawings.

    Args:
        draws: how many drawings, 2 or more.
    """
    habits: tuple[tuple[str, str, Habit | None], ...] = (
        ("lamp", "by lamp only", None),
        ("calendar", "by a fixed calendar", _by_calendar(problem)),
        ("plan", "by this plan", _by_plan(problem, plan)),
    )
    found = []
    for key, title, habit in habits:
        chance = random.Random(SEED)
        weeks = [_live(problem, habit, chance.randrange(2**32)) for _ in range(draws)]
        spreads = {
            name: _spread([getattr(one, name) for one in weeks])
            for name in ("openings", "minutes", "products", "surprises", "past_days")
        }
        found.append(Way(key, title, **spreads))
    return found[0], found[1], found[2]


def _spread(values: Sequence[float]) -> Spread:
    tenths = quantiles(values, n=10, method="inclusive")
    return Spread(fmean(values), tenths[0], tenths[-1])


def _live(problem: PlanProblem, habit: Habit | None, seed: int) -> Lived:
    """One drawing: machine by machine, since visits to one take along only what is due at it."""
    weeks = _Weeks(problem)
    for machine in dict.fromkeys(task.machine for task in problem.tasks):
        own = [task for task in problem.tasks if task.machine == machine]
        if habit is None:
            _live_by_lamp(weeks, own, seed)
        else:
            for task in own:
                _live_by_habit(weeks, task, habit, seed)
    return weeks.total()


def _reached(task: Task, turn: int, term: Term, seed: int) -> date:
    """The day on which the limit of a turn is really reached in a drawing: the same for every way of keeping."""
    chance = random.Random(f"{seed} {task.machine} {task.item} {turn}")
    return _drawn(term.passage, chance.gauss(0.0, 1.0), term.best_before)


def _drawn(passage: Passage, deviation: float, other: date) -> date:
    spread = passage.spread
    return other if spread is None else spread.at(deviation)


def _slot_from(problem: PlanProblem, day: date, after: int | None) -> int | None:
    """The first slot on or after a date that lies after another."""
    first = 0 if after is None else after + 1
    return next((n for n in range(first, len(problem.slots)) if problem.day(n) >= day), None)


def _live_by_habit(weeks: _Weeks, task: Task, habit: Habit, seed: int) -> None:
    """One item on its days; where its limit comes first, at the next time for the machines after that."""
    problem, before = weeks.problem, None
    for turn in range(len(problem.slots)):
        term = problem.term(task, before)
        if term is None:
            return
        reached, meant = _reached(task, turn, term, seed), habit(task, term, before)
        slot = meant
        late = meant is None or problem.day(meant) > reached
        if task.lamp and late and reached < problem.end and not term.due:
            weeks.surprises += 1
            slot = _slot_from(problem, reached, before)
        if slot is None:
            weeks.past_days += _left_days(term, problem)
            return
        _do(weeks, task, slot, term)
        before = slot


def _do(weeks: _Weeks, task: Task, slot: int, term: Term) -> None:
    weeks.done.append((slot, task))
    if term.latest is not None:
        weeks.past_days += max(0, (weeks.problem.day(slot) - max(term.latest, weeks.problem.today)).days)


def _live_by_lamp(weeks: _Weeks, own: Sequence[Task], seed: int) -> None:
    """A machine whose keeper comes when a lamp lights: what asks for itself is done then, the rest along with it."""
    problem = weeks.problem
    before: dict[str, int | None] = {task.item: None for task in own}
    turns = dict.fromkeys(before, 0)
    for slot in range(len(problem.slots)):
        day = problem.day(slot)
        terms = {task.item: problem.term(task, before[task.item]) for task in own}
        over = [
            (task, term)
            for task in own
            if (term := terms[task.item]) is not None
            and (term.due or _reached(task, turns[task.item], term, seed) <= day)
        ]
        lit = [(task, term) for task, term in over if task.lamp]
        # Nobody opens a machine for what no lamp shows, until a lamp brings them there.
        for task, term in over if lit else ():
            weeks.surprises += task.lamp and not term.due
            _do(weeks, task, slot, term)
            before[task.item], turns[task.item] = slot, turns[task.item] + 1
    for task in own:
        left = problem.term(task, before[task.item])
        weeks.past_days += _left_days(left, problem) if left is not None else 0


def _left_days(term: Term, problem: PlanProblem) -> int:
    """Days past a limit of hygiene until the last time for the machines, since nothing is done any more."""
    last = problem.day(len(problem.slots) - 1) if problem.slots else problem.today
    return max(0, (last - max(term.latest, problem.today)).days) if term.latest is not None else 0


def _by_calendar(problem: PlanProblem) -> Habit:
    """Each item on its own day: every so many weeks, and below a week every so many days, within its best time."""

    def meant(task: Task, term: Term, before: int | None) -> int | None:
        since = problem.today if before is None else problem.day(before)
        lasts = (term.best_before - since).days if before is not None else 0
        every = max(1, lasts // WEEK * WEEK if lasts >= WEEK else lasts)
        day = term.best_before if before is None else since + timedelta(days=every)
        if day >= problem.end:
            return None
        # The last time for the machines that is not past the day, else the first one after it.
        first = 0 if before is None else before + 1
        fits = [n for n in range(first, len(problem.slots)) if problem.day(n) <= day]
        return fits[-1] if fits else _slot_from(problem, day, before)

    return meant


def _by_plan(problem: PlanProblem, plan: Plan) -> Habit:
    """The plan's own days; what came before its time is not done again before it is worth it."""
    days: dict[tuple[int, str], list[int]] = {}
    for one in plan.planned:
        days.setdefault(one.key, []).append(one.slot)

    def meant(task: Task, term: Term, before: int | None) -> int | None:
        first = 0 if before is None else before + 1
        own = [slot for slot in days.get(task.key, ()) if slot >= first and problem.day(slot) >= term.earliest]
        return own[0] if own else None

    return meant


def saved(ways: Sequence[Way]) -> tuple[float, float]:
    """Share of openings that the plan spares against the calendar, and of surprises against the lamp; 0 for none."""
    by = {way.key: way for way in ways}
    openings, surprises = by["calendar"].openings.mean, by["lamp"].surprises.mean
    return (
        1 - by["plan"].openings.mean / openings if openings else 0.0,
        1 - by["plan"].surprises.mean / surprises if surprises else 0.0,
    )
