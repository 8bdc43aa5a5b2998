"""Weeks ahead made up at random, and small ones by trying every choice."""

from __future__ import annotations

import random
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from itertools import product

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.plan.problem import Costs, Planned, PlanProblem, Task, plan_cost
from lamplight.core.plan.terms import Term
from lamplight.core.site.slots import Slot
from lamplight.core.usage.passage import Passage

TODAY = date(2026, 11, 23)


def day(number):
    """A date so many days from the beginning."""
    return TODAY + timedelta(days=number)


def slot(number, minutes=60):
    """A time for the machines on a date."""
    start = datetime(TODAY.year, TODAY.month, TODAY.day, 6, tzinfo=UTC) + timedelta(days=number)
    return Slot(start, start + timedelta(minutes=minutes))


def term(earliest, best, latest=None, since=None, due=False):
    """Between some days."""
    passage = Passage(day(best), day(best + 2), day(best + 4))
    return Term(day(earliest), day(best), None if latest is None else day(latest), passage,
                None if since is None else day(since), "", due)  # fmt: skip


def repeating(slots, lasts, share=0.7, hygiene=False):
    """The term after a slot, for what lasts so many days."""

    def after(number):
        done = (slots[number].start.date() - TODAY).days
        best = done + lasts
        return term(done + max(1, round(share * lasts)), best, best if hygiene else None, done)

    return after


def task(machine, item, now, after=lambda _slot: None, minutes=10, opening="", uses=False):
    """A care item."""
    return Task(machine, item, item.title(), Circuit.BREW, minutes, opening, uses, now, after)


def any_site(seed, most_tasks=8):
    """Some machines with some items, in four weeks with times of differing length, some days without."""
    chance = random.Random(seed)
    slots = tuple(
        slot(n, chance.choice((20, 45, 60, 90)))
        for n in range(28)
        if n % 7 < 5 and chance.random() < 0.8
    )  # fmt: skip
    tasks = []
    for n in range(chance.randint(1, most_tasks)):
        lasts = chance.choice((4, 7, 7, 10, 14, 30, 60))
        earliest = chance.randint(-5, min(lasts, 20))
        hygiene = chance.random() < 0.3
        best = max(0, earliest) + chance.randint(0, 6)
        now = term(max(0, earliest), best, best if hygiene else None, since=earliest - 5, due=earliest < 0)
        after = repeating(slots, lasts, hygiene=hygiene) if lasts < 40 else (lambda _slot: None)
        tasks.append(
            task(chance.randint(1, 3), f"item {n}", now, after, chance.randint(2, 20),
                 chance.choice(("", "brew door", "programmes")), chance.random() < 0.5)
        )  # fmt: skip
    held = random.Random(f"held {seed}")  # some take long by themselves, and daily work holds a machine now and then
    tasks = [replace(one, span=held.choice((0, 0, 0, 25, 50))) for one in tasks]
    spared = random.Random(f"spared {seed}")  # and some take the place of daily work in some of the times
    tasks = [
        replace(one, spares={n: float(min(one.minutes, 8)) for n in range(len(slots)) if spared.random() < 0.3})
        if spared.random() < 0.25 else one
        for one in tasks
    ]  # fmt: skip
    busy = {
        (n, machine): held.choice((5.0, 15.0))
        for n in range(len(slots))
        for machine in (1, 2, 3)
        if held.random() < 0.2
    }
    return PlanProblem(TODAY, day(28), slots, tuple(tasks), busy=busy)


def firm(seed, machines, keepers, places):
    """Many machines in some places, and keepers who do nothing else on each working day."""
    chance = random.Random(seed)
    slots = sorted(
        (replace(slot(n, 480), keeper=keeper) for n in range(28) if n % 7 < 5 for keeper in range(1, keepers + 1)),
        key=lambda one: (one.start, one.keeper),
    )
    tasks = []
    for machine in range(1, machines + 1):
        for n, lasts in enumerate((14, 7, 14, 30, 30, 60, 90)):
            since = -chance.randint(0, lasts)
            best = max(0, since + lasts)
            now = term(max(0, since + round(0.7 * lasts)), best, best if n == 1 else None, since)
            after = repeating(slots, lasts, hygiene=n == 1) if lasts < 40 else (lambda _slot: None)
            minutes, opening = chance.randint(2, 12), chance.choice(("", "brew door", "programmes"))
            tasks.append(task(machine, f"item {n}", now, after, minutes, opening, chance.random() < 0.5))
    where = {machine: f"place {chance.randint(1, places)}" for machine in range(1, machines + 1)}
    return PlanProblem(TODAY, day(28), tuple(slots), tuple(tasks)), where


def single(tasks, minutes, costs):
    """Tasks that come once: name, machine, minutes, first and last day, cost a day early; one time a day."""
    slots = tuple(slot(n, minutes[n]) for n in range(len(minutes)))
    return PlanProblem(TODAY, day(len(minutes)), slots, tuple(tasks), costs)


def tight(seed):
    """A few days with one short time each, a few things that come once, half of them with a limit of hygiene."""
    chance = random.Random(seed)
    days = chance.randint(2, 4)
    slots = tuple(slot(n, chance.choice((30, 40))) for n in range(days))
    tasks = []
    for n in range(chance.randint(2, 5)):
        first = chance.randint(0, days - 1)
        last = chance.randint(first, days - 1)
        latest = last if chance.random() < 0.5 else None
        minutes = chance.choice((8, 14, 20))
        tasks.append(task(chance.randint(1, 3), f"item {n}", term(first, last, latest, since=-5), minutes=minutes))
    return PlanProblem(TODAY, day(days + 3), slots, tuple(tasks))


def days_past(planned, problem):
    """Days past limits of hygiene, of things that come once; what is not done at all is so until the end."""
    done = {one.key: problem.day(one.slot) for one in planned}
    limited = [one for one in problem.tasks if one.now.latest is not None]
    return sum(max(0, (done.get(one.key, problem.end) - one.now.latest).days) for one in limited)


def least_days_past(problem):
    """The fewest of any choice that keeps within the minutes of each time."""
    from lamplight.core.plan.problem import slot_minutes

    options = [
        [None, *(n for n in range(len(problem.slots)) if problem.day(n) >= one.now.earliest)] for one in problem.tasks
    ]
    found = []
    for choice in product(*options):
        pairs = zip(problem.tasks, choice, strict=True)
        planned = [Planned(one, 0, number, one.now) for one, number in pairs if number is not None]
        if all(held <= problem.room(number) + 1e-6 for number, held in slot_minutes(planned, problem).items()):
            found.append(days_past(planned, problem))
    return min(found)


def every_choice(problem):
    """The least weight of any choice of one slot for each task that comes once, within terms and rooms."""
    from lamplight.core.plan.problem import slot_minutes

    options = []
    for one in problem.tasks:
        last = one.now.latest or one.now.best_before
        options.append([n for n in range(len(problem.slots)) if one.now.earliest <= problem.day(n) <= last])
    best = None
    for chosen in product(*options):
        planned = [Planned(one, 0, n, one.now) for one, n in zip(problem.tasks, chosen, strict=True)]
        if any(held > problem.room(n) for n, held in slot_minutes(planned, problem).items()):
            continue
        cost = plan_cost(planned, problem)
        best = cost if best is None else min(best, cost)
    return best


FREE = Costs(day=0, visit=0, stands=0, opening=0, late=0, product=0, move=0, crowded=0)
