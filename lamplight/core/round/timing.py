"""When each stretch of work begins, once it is decided in which order the hands go.

An order names a job once for each of its stretches: the second time that a job is named is its second stretch. So
whatever way an order is shuffled, each job keeps its own sequence.
"""

from __future__ import annotations

from collections.abc import Sequence

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
        self.after = [[self.index[key] for key in job.after if key in self.index] for job in self.jobs]
        sources = [None, *machines]
        self.walk = [[problem.walks.to(there, here) for there in machines] for here in sources]
        self.holds: list[int | None] = [None] * len(machines)
        for n, job in enumerate(self.jobs):
            if job.begun:
                self.holds[self.machine[n]] = n

    def starts(self, order: Sequence[int]) -> list[int] | None:
        """When each stretch begins, as early as it goes in this order; None where the order breaks a rule.

        Args:
            order: indices of jobs, each as often as it has stretches.
        """
        done = [0] * len(self.jobs)
        begun = [0] * len(self.jobs)
        ready, latest = list(self.first), list(self.due)
        holder, free = list(self.holds), [0] * len(self.holds)
        left_in: list[int | None] = [None] * len(self.holds)
        coming, found = set(order), []
        now = at = 0
        for job in order:
            machine, n = self.machine[job], done[job]
            start = max(now + self.walk[at][machine], ready[job])
            if n == 0:
                if holder[machine] not in (None, job):
                    return None
                before = left_in[machine]
                if before is not None and self.jobs[before].leaves & self.jobs[job].brings:
                    return None
                for other in self.after[job]:
                    if other in coming and done[other] < len(self.hands[other]):
                        return None
                start = max(start, free[machine])
                if self.taken[job]:
                    start = not_before(self.jobs[job], start, self.problem)
                holder[machine], begun[job] = job, start
            if latest[job] >= 0 and start > latest[job]:
                return None
            found.append(start)
            now = start + self.hands[job][n]
            ready[job] = now + self.alone[job][n]
            most = self.most[job][n]
            latest[job] = -1 if most is None else now + most
            done[job] = n + 1
            if n + 1 == len(self.hands[job]):
                end = ready[job]
                if end > self.problem.until_s or any(s < end and begun[job] < e for s, e in self.taken[job]):
                    return None
                holder[machine], free[machine], left_in[machine] = None, end, job
            at = machine + 1
        return found

    def value(self, order: Sequence[int]) -> tuple[int, int] | None:
        """When all is over, and the walking, smaller is better; None where the order breaks a rule."""
        starts = self.starts(order)
        if starts is None:
            return None
        done = [0] * len(self.jobs)
        end = walked = at = 0
        for job, start in zip(order, starts, strict=True):
            n = done[job]
            end = max(end, start + self.hands[job][n] + self.alone[job][n])
            walked += self.walk[at][self.machine[job]]
            done[job], at = n + 1, self.machine[job] + 1
        return end, walked

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
