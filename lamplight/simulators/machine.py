"""A machine that plays a programme: what its display would show, and what comes out, at any moment.

It has no state of its own: when it was started and when its keeper did what it asked for say everything.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime

from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.programme import Gives, Programme, Use

SLOWEST, QUICKEST = 1.0, 240.0
# A burst lasts for this share of its part of the time; the rest is silent.
RUNNING_SHARE = 0.4
WORKS_BY_ITSELF = ("works", "waits")
TIPS = ("tip-out", "waste-empty", "tray-empty")


@dataclass(frozen=True)
class Playing:
    """A programme that is played.

    Attributes:
        programme: the one.
        volumes, times: what its names stand for: ml, and durations.
        started_at: when; aware.
        done_at: when its keeper did each thing that it asked for, in order.
        speed: how many times as fast as in truth, 1 to 240.
    """

    programme: Programme
    started_at: datetime
    done_at: tuple[datetime, ...] = ()
    speed: float = 1.0
    volumes: Mapping[str, int] = field(default_factory=dict)
    times: Mapping[str, Duration] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if not SLOWEST <= self.speed <= QUICKEST:
            raise InvalidInput(f"The speed lies between {SLOWEST:g} and {QUICKEST:g}.")


@dataclass(frozen=True)
class Screen:
    """What is seen of it.

    Attributes:
        call: the call that it is at; None when it is over.
        nth: how many calls are behind it.
        works: whether it works by itself now.
        left_s: seconds to the end of that work, as the machine counts them.
        runs: outlets at which water comes at this moment.
        bursts: bursts that began in this work so far, by outlet.
        holds_ml: what stands in the containers below, by outlet, since they were tipped out last.
    """

    call: Use | None
    nth: int
    works: bool
    left_s: int = 0
    runs: tuple[str, ...] = ()
    bursts: Mapping[str, int] = field(default_factory=dict)
    holds_ml: Mapping[str, int] = field(default_factory=dict)

    @property
    def asks(self) -> bool:
        """Whether it waits for its keeper."""
        return self.call is not None and not self.works


def seconds_of(playing: Playing, use: Use) -> float:
    """How long a work lasts as it is played, in seconds; 1 at least."""
    minutes = playing.times.get(use.minutes) if isinstance(use.minutes, str) else use.minutes
    return max(1.0, (minutes.likely_s if minutes else 60) / playing.speed)


def screen(playing: Playing, now: datetime) -> Screen:
    """What is seen at a moment, not before it was started.

    Raises:
        InvalidInput: when that is before the start.
    """
    gone = (now - playing.started_at).total_seconds()
    if gone < 0:
        raise InvalidInput("It was not started yet.")
    clock, acts = 0.0, [(at - playing.started_at).total_seconds() for at in playing.done_at]
    holds: dict[str, int] = {}
    for nth, use in enumerate(playing.programme.calls):
        if use.call in WORKS_BY_ITSELF:
            lasts = seconds_of(playing, use)
            if gone < clock + lasts:
                return _at_work(playing, use, nth, gone - clock, lasts, holds)
            clock += lasts
            for given in use.gives:
                holds[given.outlet] = holds.get(given.outlet, 0) + _ml(playing, given)
        else:
            act = next((at for at in acts if at >= clock), None)
            if act is None or act > gone:
                return Screen(use, nth, False, holds_ml=holds)
            acts.remove(act)
            clock = act
            holds = {} if use.call in TIPS else holds
    return Screen(None, len(playing.programme.calls), False, holds_ml=holds)


def _ml(playing: Playing, given: Gives) -> int:
    return given.ml if isinstance(given.ml, int) else playing.volumes.get(given.ml, 0)


def _at_work(playing: Playing, use: Use, nth: int, gone: float, lasts: float, holds: Mapping[str, int]) -> Screen:
    """A work in its course: its bursts are spread evenly over its time, one outlet after the other."""
    runs: list[str] = []
    began: dict[str, int] = {}
    now = dict(holds)
    order = _bursts(use.gives)
    part = lasts / len(order) if order else lasts
    for n, given in enumerate(order):
        since = gone - n * part
        if since < 0:
            break
        began[given.outlet] = began.get(given.outlet, 0) + 1
        share = min(1.0, since / (RUNNING_SHARE * part))
        now[given.outlet] = now.get(given.outlet, 0) + round(share * _ml(playing, given) / given.bursts)
        if share < 1.0:
            runs.append(given.outlet)
    return Screen(use, nth, True, round(lasts - gone), tuple(runs), began, now)


def _bursts(gives: Sequence[Gives]) -> list[Gives]:
    """The bursts of a work in turn: each outlet once, then again, while it has any left."""
    most = max((given.bursts for given in gives), default=0)
    return [given for n in range(most) for given in gives if n < given.bursts]
