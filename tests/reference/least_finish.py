"""How short a round can be at least, by going through all orders that could still be shorter than a known one.

A branch and bound over the sequence of stretches. An order is followed with every start as early as it goes; waits that
last too long and cleaner on cleaner are let pass, so that what is found bounds the lawful rounds from below. Of
two beginnings that have done the same and stand at the same machine, one that is later in nothing makes the other
needless.
"""

from __future__ import annotations

from collections.abc import Sequence

from lamplight.core.round.problem import RoundProblem
from lamplight.core.round.timing import Timetable, not_before

# So many beginnings are looked at; then what is known is all that is said. About half a second of one core.
MOST_LOOKED_AT = 12_000


def least_finish(problem: RoundProblem, known_s: int, most: int = MOST_LOOKED_AT) -> tuple[int, list[int] | None]:
    """Seconds before which no round that does every job ends, and an order that ends then, where one was found.

    Args:
        problem: every job of it is done.
        known_s: when a known round ends; what could only end as late is not looked at.
        most: how many beginnings are looked at, at most.

    Answers ``known_s`` where nothing shorter is possible, 0 where the search was not finished.
    """
    search = _Search(Timetable(problem), known_s, most)
    search.go()
    if search.looked > most:
        return 0, None
    return search.best, search.order


def _rests(walk: Sequence[Sequence[int]], near: Sequence[int]) -> list[list[int]]:
    """What a way costs at least beside the arrivals on it, each of which costs its machine's `near`, however often."""
    count = len(near)
    rest = [[row[here] - near[here] if at != here + 1 else 0 for here in range(count)] for at, row in enumerate(walk)]
    for by in range(count):
        for at in range(count + 1):
            for here in range(count):
                rest[at][here] = min(rest[at][here], rest[at][by] + rest[by + 1][here])
    return rest


class _Search:
    """What is tried, and the best so far."""

    def __init__(self, table: Timetable, known_s: int, most: int) -> None:
        self.table, self.best, self.most = table, known_s, most
        self.order: list[int] | None = None
        self.looked = 0
        self.count = [len(own) for own in table.hands]
        # Of each job from each stretch on: the hands' seconds, and its span at least.
        self.hands = [[sum(own[k:]) for k in range(len(own) + 1)] for own in table.hands]
        self.span = [
            [sum(hands[k:]) + sum(alone[k:]) for k in range(len(hands) + 1)]
            for hands, alone in zip(table.hands, table.alone, strict=True)
        ]
        self.rushes = [False] * len(table.holds)
        for job, machine in enumerate(table.machine):
            self.rushes[machine] |= bool(table.taken[job])
        self.at_machine: list[list[int]] = [[] for _ in table.holds]
        for job, machine in enumerate(table.machine):
            self.at_machine[machine].append(job)
        # The shortest way to each machine from any other, and what each job's waits cost at least from a stretch on:
        # the hands stay and wait, or go and come back.
        self.near = [
            min((table.walk[other + 1][here] for other in range(len(table.holds)) if other != here), default=0)
            for here in range(len(table.holds))
        ]
        self.waits = [
            [sum(min(wait, self.near[table.machine[job]]) for wait in own[k:-1]) for k in range(len(own) + 1)]
            for job, own in enumerate(table.alone)
        ]
        self.rest = _rests(table.walk, self.near)
        self.ways: dict[tuple[int, int], int] = {}
        self.seen: dict[tuple[tuple[int, ...], int], list[tuple[int, ...]]] = {}

    def go(self) -> None:
        """Go through all of them."""
        jobs = len(self.count)
        self._step([0] * jobs, 0, 0, list(self.table.first), list(self.table.holds), [0] * len(self.at_machine), [])

    def _way(self, at: int, left: int) -> int:
        """The shortest way from a machine (0: from home) to all machines of a set, beside what each arrival costs."""
        if not left:
            return 0
        known = self.ways.get((at, left))
        if known is None:
            rest = self.rest[at]
            known = min(
                rest[here] + self._way(here + 1, left & ~(1 << here))
                for here in range(len(self.at_machine))
                if left >> here & 1
            )
            self.ways[at, left] = known
        return known

    def _least(self, done: Sequence[int], at: int, now: int, ready: Sequence[int], holder: Sequence[int | None],
               free: Sequence[int]) -> int:  # fmt: skip
        """What every end of this beginning is late by at least."""
        hands = left = least = back = 0
        walk = self.table.walk[at]
        for machine, own in enumerate(self.at_machine):
            rest = 0
            for job in own:
                if done[job] < self.count[job]:
                    rest += self.span[job][done[job]]
                    hands += self.hands[job][done[job]]
                    back += self.waits[job][done[job]]
            if not rest:
                least = max(least, free[machine])
                continue
            open_ = holder[machine]
            if at != machine + 1:
                left |= 1 << machine
                back += self.near[machine]
            elif open_ is not None:
                back += max(0, min(ready[open_] - now, self.near[machine]))
            soonest = now + walk[machine] if at else walk[machine]
            soonest = max(soonest, ready[open_] if open_ is not None else free[machine])
            if open_ is None and self.rushes[machine]:
                soonest = self._after_rush(own, done, soonest)
            least = max(least, soonest + rest)
        return max(least, now + hands + back + self._way(at, left))

    def _after_rush(self, own: Sequence[int], done: Sequence[int], soonest: int) -> int:
        """When the first of a machine's jobs that wait can begin, from a moment on."""
        waiting = [self.table.jobs[job] for job in own if done[job] == 0]
        return min((not_before(job, soonest, self.table.problem) for job in waiting), default=soonest)

    def _step(self, done: list[int], at: int, now: int, ready: list[int], holder: list[int | None], free: list[int],
              order: list[int]) -> None:  # fmt: skip
        table = self.table
        choices = []
        for job, count in enumerate(self.count):
            k = done[job]
            if k == count:
                continue
            machine = table.machine[job]
            if k == 0 and (holder[machine] not in (None, job) or self._waits_for_others(job, done)):
                continue
            start = max(now + table.walk[at][machine], ready[job], free[machine] if k == 0 else 0)
            if k == 0 and table.taken[job]:
                start = not_before(table.jobs[job], start, table.problem)
            choices.append((start + table.hands[job][k], job, machine, k))
        if not choices:
            end = max(free)
            if end < self.best:
                self.best, self.order = end, list(order)
            return
        following = []
        for then, job, machine, k in choices:
            done[job] += 1
            was_ready, was_holder, was_free = ready[job], holder[machine], free[machine]
            ready[job] = then + table.alone[job][k]
            if k + 1 == self.count[job]:
                holder[machine], free[machine] = None, ready[job]
            else:
                holder[machine] = job
            least = self._least(done, machine + 1, then, ready, holder, free)
            if least < self.best and self._is_new(done, machine + 1, then, ready, holder, free):
                following.append((least, then, job, machine, k))
            done[job], ready[job], holder[machine], free[machine] = k, was_ready, was_holder, was_free
        for least, then, job, machine, k in sorted(following):
            if least >= self.best or self.looked > self.most:
                return
            self.looked += 1
            was_ready, was_holder, was_free = ready[job], holder[machine], free[machine]
            done[job], ready[job] = k + 1, then + table.alone[job][k]
            if k + 1 == self.count[job]:
                holder[machine], free[machine] = None, ready[job]
            else:
                holder[machine] = job
            order.append(job)
            self._step(done, machine + 1, then, ready, holder, free, order)
            order.pop()
            done[job], ready[job], holder[machine], free[machine] = k, was_ready, was_holder, was_free

    def _waits_for_others(self, job: int, done: Sequence[int]) -> bool:
        """Whether another job has to come before it."""
        return any(done[other] < self.count[other] for other in self.table.after[job])

    def _is_new(self, done: Sequence[int], at: int, now: int, ready: Sequence[int], holder: Sequence[int | None],
                free: Sequence[int]) -> bool:  # fmt: skip
        """Whether no beginning that did the same and stands at the same machine is later in nothing."""
        key = (tuple(done), at)
        times = (now, *(max(ready[job], now) if job is not None else max(free[m], now) for m, job in enumerate(holder)))
        known = self.seen.setdefault(key, [])
        for other in known:
            if all(one <= two for one, two in zip(other, times, strict=True)):
                return False
        known[:] = [other for other in known if not all(two <= one for one, two in zip(other, times, strict=True))]
        known.append(times)
        return True
