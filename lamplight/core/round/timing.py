"""When each stretch of work begins, once it is decided in which order the hands go.

An order names a job once for each of its stretches: the second time that a job is named is its second stretch. So
whatever way an order is shuffled, each job keeps its own sequence.
"""

from __future__ import annotations

from collections.abc import Sequence
from math import inf

from lamplight.core.round.problem import RoundJob, RoundProblem, Turn


def not_before(job: RoundJob, start_s: int, problem: RoundProblem) -> int:
    """The first moment from ``start_s`` on at which a job may begin that its machine's rushes leave room for."""
    if job.begun:
        return start_s
    for span in sorted(problem.taken.get(job.machine, ()), key=lambda span: span.start_s):
        if span.meets(start_s, start_s + job.span_s):
            start_s = span.end_s
    return start_s


class Timetable:
    """The jobs of a problem as plain numbers, so that thousands of orders can be tried."""

    def __init__(self, problem: RoundProblem) -> None:
        """Read a problem once."""
        self.problem, self.jobs = problem, problem.jobs
        self.index = {job.key: n for n, job in enumerate(self.jobs)}
        machines = {machine: n for n, machine in enumerate(dict.fromkeys(job.machine for job in self.jobs))}
        self.machine = [machines[job.machine] for job in self.jobs]
        self.hands = [[work.hands_s for work in job.works] for job in self.jobs]
        self.alone = [[work.alone_s for work in job.works] for job in self.jobs]
        self.most = [[work.most_s for work in job.works] for job in self.jobs]
        self.first = [job.ready_s for job in self.jobs]
        self.due = [-1 if job.latest_s is None else job.latest_s for job in self.jobs]
        self.taken = [
            () if job.begun else tuple((span.start_s, span.end_s) for span in problem.taken.get(job.machine, ()))
            for job in self.jobs
        ]
        # Where a pass over an order may look back: at each limited wait, and each span that is taken.
        self.looks_back = sum(most is not None for own in self.most for most in own) + sum(map(len, self.taken))
        self.after = [
            [self.index[key] for key in job.after if key in self.index] + self._spoilt_by(job) for job in self.jobs
        ]
        sources = [None, *machines]
        self.walk = [[problem.walks.to(there, here) for there in machines] for here in sources]
        self.holds: list[int | None] = [None] * len(machines)
        for n, job in enumerate(self.jobs):
            if job.begun:
                self.holds[self.machine[n]] = n

    def _spoilt_by(self, job: RoundJob) -> list[int]:
        """What must come before a job at its machine, since its cleaner stays inside and theirs must not meet it."""
        return [
            n
            for n, other in enumerate(self.jobs)
            if other is not job and other.machine == job.machine and not job.begun
            if job.leaves & other.brings and not other.leaves & job.brings
        ]

    def starts(self, order: Sequence[int]) -> list[int] | None:
        """When each stretch begins, as early as it goes in this order; None where the order breaks a rule.

        Who may not keep a machine waiting begins later rather than come back too late: each pass over the order puts
        off what the pass before found to be too early. What is found is the least solution of the order's differences
        (Bellman 1958), so an order that has any lawful times has these.

        Args:
            order: indices of jobs, each as often as it has stretches.
        """
        found, over_s = self._earliest(order)
        return found if over_s == 0 else None

    def _earliest(self, order: Sequence[int], by_s: float = inf) -> tuple[list[int] | None, int]:
        """The times of an order whatever the end of the round, and by how many seconds jobs are over too late."""
        if self._may_follow(order):
            floor = [0] * len(order)
            for _ in range(self.looks_back + 1):
                found, over_s, put_off = self._pass(order, floor, by_s)
                if not put_off or found is None:
                    return found, over_s
        return None, 0

    def _may_follow(self, order: Sequence[int]) -> bool:
        """Whether machines, chemistry and what comes after what let an order be, whenever its stretches begin."""
        done = [0] * len(self.jobs)
        holder = list(self.holds)
        left_in: list[int | None] = [None] * len(holder)
        coming = set(order)
        for job in order:
            machine = self.machine[job]
            if done[job] == 0:
                if holder[machine] not in (None, job):
                    return False
                before = left_in[machine]
                if before is not None and self.jobs[before].leaves & self.jobs[job].brings:
                    return False
                if any(other in coming and done[other] < len(self.hands[other]) for other in self.after[job]):
                    return False
                holder[machine] = job
            done[job] += 1
            if done[job] == len(self.hands[job]):
                holder[machine], left_in[machine] = None, job
        return True

    def _pass(self, order: Sequence[int], floor: list[int], by_s: float) -> tuple[list[int] | None, int, bool]:
        """Once through an order; answers the times, None where none can be, what is over late, and what was put off."""
        done, ready, free = [0] * len(self.jobs), list(self.first), [0] * len(self.holds)
        begun_at, last_at = [0] * len(self.jobs), [0] * len(self.jobs)
        found: list[int] = []
        put_off = False
        now = at = over_s = 0
        for place, job in enumerate(order):
            machine, n = self.machine[job], done[job]
            start = now + self.walk[at][machine]
            if start < ready[job]:
                start = ready[job]
            if start < floor[place]:
                start = floor[place]
            if n == 0:
                if start < free[machine]:
                    start = free[machine]
                if self.taken[job]:
                    start = not_before(self.jobs[job], start, self.problem)
                begun_at[job] = place
                if 0 <= self.due[job] < start:
                    return None, 0, False
            else:
                most, before = self.most[job][n - 1], last_at[job]
                if most is not None:
                    soonest = start - most - self.hands[job][n - 1]
                    if found[before] < soonest:
                        floor[before], put_off = max(floor[before], soonest), True
            found.append(start)
            last_at[job] = place
            now = start + self.hands[job][n]
            ready[job] = now + self.alone[job][n]
            if ready[job] > by_s:
                return None, 0, False
            done[job] = n + 1
            if n + 1 == len(self.hands[job]):
                end = free[machine] = ready[job]
                if end > self.problem.until_s:
                    over_s += end - self.problem.until_s
                first = begun_at[job]
                for shut, opens in self.taken[job]:
                    if shut < end and found[first] < opens:
                        floor[first], put_off = max(floor[first], opens), True
            at = machine + 1
        return found, over_s, put_off

    def value(self, order: Sequence[int], by_s: float = inf) -> tuple[int, int, int] | None:
        """What is over late, when all is over, and the walking, smaller is better; None where it breaks a rule.

        Args:
            order: as `starts` has it.
            by_s: what is over later than that is not of interest, and None as well.
        """
        starts, over_s = self._earliest(order, by_s)
        if starts is None:
            return None
        done = [0] * len(self.jobs)
        end = walked = at = 0
        for job, start in zip(order, starts, strict=True):
            n = done[job]
            end = max(end, start + self.hands[job][n] + self.alone[job][n])
            walked += self.walk[at][self.machine[job]]
            done[job], at = n + 1, self.machine[job] + 1
        return over_s, end, walked

    def placed(self, order: Sequence[int], starts: Sequence[int]) -> tuple[Turn, ...]:
        """The stretches with their times."""
        done = [0] * len(self.jobs)
        found, at = [], 0
        for job, start in zip(order, starts, strict=True):
            found.append(Turn(self.jobs[job], done[job], start, self.walk[at][self.machine[job]]))
            done[job], at = done[job] + 1, self.machine[job] + 1
        return tuple(found)


def placed_late(table: Timetable, order: Sequence[int]) -> tuple[Turn, ...]:
    """Each stretch as soon as may be, whatever rule it breaks: for runs that are open and can no longer be on time."""
    starts, now, at, ready, done = [], 0, 0, list(table.first), [0] * len(table.jobs)
    for job in order:
        start = max(now + table.walk[at][table.machine[job]], ready[job])
        starts.append(start)
        now = start + table.hands[job][done[job]]
        ready[job], at = now + table.alone[job][done[job]], table.machine[job] + 1
        done[job] += 1
    return table.placed(order, starts)
