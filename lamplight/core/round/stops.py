"""A plan as the keeper walks it: stops in order, the machines that are come back to, and what is put off."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from lamplight.core.round.problem import RoundJob, RoundPlan, Share, Turn
from lamplight.core.words import number_words


@dataclass(frozen=True)
class Stop:
    """The hands at one machine until they walk on.

    Attributes:
        machine: its number.
        placed: one or more stretches of work, in order.
        first_time: whether the round has not been there before.
    """

    machine: int
    placed: tuple[Turn, ...]
    first_time: bool

    @property
    def start_s(self) -> int:
        """When the hands begin, seconds from now."""
        return self.placed[0].start_s

    @property
    def end_s(self) -> int:
        """When they leave."""
        return self.placed[-1].end_s

    @property
    def hands_s(self) -> int:
        """The keeper's seconds."""
        return sum(placed.of.hands_s for placed in self.placed)

    @property
    def walk_s(self) -> int:
        """The way to it."""
        return self.placed[0].walk_s

    @cached_property
    def begun(self) -> tuple[RoundJob, ...]:
        """The jobs that begin here."""
        return tuple(placed.job for placed in self.placed if placed.work == 0)

    @property
    def ticks(self) -> tuple[Share, ...]:
        """What is only ticked."""
        return tuple(share for job in self.begun for share in job.shares if job.ticks)

    @property
    def led(self) -> tuple[RoundJob, ...]:
        """The jobs that a procedure leads through."""
        return tuple(job for job in self.begun if not job.ticks)

    @property
    def returns(self) -> tuple[Turn, ...]:
        """What is gone on with here."""
        return tuple(placed for placed in self.placed if placed.work > 0)


def stops_of(plan: RoundPlan) -> tuple[Stop, ...]:
    """The stops of a plan in order."""
    stops: list[Stop] = []
    seen: set[int] = set()
    for placed in plan.placed:
        here = stops[-1] if stops and stops[-1].machine == placed.job.machine else None
        # Who only stands and waits has not walked on, but comes back to another stretch.
        if here is not None:
            stops[-1] = Stop(here.machine, (*here.placed, placed), here.first_time)
            continue
        stops.append(Stop(placed.job.machine, (placed,), placed.job.machine not in seen))
        seen.add(placed.job.machine)
    return tuple(stops)


def machine_tracks(plan: RoundPlan) -> dict[int, list[tuple[int, int, Turn]]]:
    """For each machine, from when to when it works alone, and after which stretch."""
    tracks: dict[int, list[tuple[int, int, Turn]]] = {}
    for placed in plan.placed:
        own = tracks.setdefault(placed.job.machine, [])
        if placed.of.alone_s:
            own.append((placed.end_s, placed.alone_until_s, placed))
    return tracks


def sum_words(stops: Sequence[Stop], own_s: int) -> str:
    """The round in a few words: how many stops, and how much of the keeper's time."""
    machines = len({stop.machine for stop in stops})
    count = number_words(machines).capitalize()
    minutes = max(1, round(own_s / 60))
    return f"{count} stop{'s' if machines != 1 else ''}, {minutes} minute{'s' if minutes != 1 else ''} of yours."


def why_left_out(job: RoundJob, plan: RoundPlan, until_s: int) -> str:
    """Why a job does not fit into the time, in a sentence."""
    minutes = -(-job.span_s // 60)
    if job.span_s > until_s:
        return f"It takes {minutes} min; there are {until_s // 60}."
    if plan.placed:
        return f"No time is left for its {minutes} min."
    return "Its machine is needed then."
