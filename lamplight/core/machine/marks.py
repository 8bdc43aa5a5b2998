"""What a keeper decided about a dose on one machine: how far the mix is filled, how strong it is, how long it stays."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from lamplight.core.anatomy.duration import Duration
from lamplight.core.care.inspections import Found, LookedAt, findings
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Programme, Use
from lamplight.core.machine.trial import LOOKED_AT, Trial, TrialState, TrialWash, trial_state

# The volume that a job by hand is poured to, by the role of what goes in.
MIX_VOLUMES = {"milk-cleaner": "milk_mix", "acid-milk-cleaner": "acid_mix"}
# Before this call the mix has been drawn in and fresh water has not: here it may stand.
FRESH_WATER, STANDS = "milk-water", "waits"


@dataclass(frozen=True)
class DoseMark:
    """A mix as it is made on one machine.

    Args:
        role: which product goes in.
        ml: to which mark it is filled; None for the kind's own.
        share: of the label's strength, above 0 up to 1.
        stands_min: how long it stands in the circuit, 0 or more.

    Raises:
        InvalidInput: when out of range, or for a role of which nothing is mixed here.
    """

    role: str
    ml: int | None = None
    share: float = 1.0
    stands_min: int = 0

    def __post_init__(self) -> None:
        if self.role not in MIX_VOLUMES:
            raise InvalidInput("A mark is kept for milk cleaners alone.")
        if self.ml is not None and not 1 <= self.ml <= 20_000:
            raise InvalidInput("A mark lies between 1 and 20 000 ml.", "mark")
        if not 0 < self.share <= 1 or self.stands_min < 0:
            raise InvalidInput("A strength is a share up to 1; a time is 0 or more.")


@dataclass(frozen=True)
class DoseTrial:
    """An experiment on one machine.

    Attributes:
        id: its own.
        role, item: which product is taken weaker, and in which job.
        trial: as it was begun.
        stopped: whether the keeper ended it.
    """

    id: int
    role: str
    item: str
    trial: Trial
    stopped: bool = False


def trial_washes(trial: DoseTrial, looked_at: Sequence[LookedAt]) -> tuple[TrialWash, ...]:
    """The washes of an experiment at whose end something was looked at that it wants looked at."""
    by_entry: dict[int, dict[str, LookedAt]] = {}
    for one in looked_at:
        if one.item == trial.item and one.what in LOOKED_AT:
            by_entry.setdefault(one.entry_id, {})[one.what] = one
    return tuple(
        TrialWash(max(one.at for one in seen.values()), all(one.well for one in seen.values()))
        for seen in by_entry.values()
    )


def state_of_trial(trial: DoseTrial, looked_at: Sequence[LookedAt]) -> TrialState:
    """Where an experiment on a machine stands."""
    return trial_state(trial.trial, trial_washes(trial, looked_at), trial.stopped)


def running_trial(trials: Sequence[DoseTrial], role: str, looked_at: Sequence[LookedAt]) -> DoseTrial | None:
    """The newest experiment with a product, where it is not over."""
    own = [trial for trial in trials if trial.role == role]
    return own[-1] if own and not state_of_trial(own[-1], looked_at).over else None


def marks_in_force(
    marks: Sequence[DoseMark], trials: Sequence[DoseTrial], looked_at: Sequence[LookedAt]
) -> tuple[DoseMark, ...]:
    """The mark of each role as it holds: the last one, weaker and longer while an experiment runs.

    Args:
        marks: in the order in which they were set.
        trials: in the order in which they were begun.
    """
    held = {mark.role: mark for mark in marks}
    for role in MIX_VOLUMES:
        trial = running_trial(trials, role, looked_at)
        if trial is not None:
            mark = held.get(role, DoseMark(role))
            held[role] = replace(mark, share=trial.trial.share, stands_min=trial.trial.minutes)
    return tuple(mark for mark in held.values() if mark.ml is not None or mark.share < 1 or mark.stands_min)


def found_on(
    looked_at: Sequence[LookedAt], trials: Sequence[DoseTrial], items: Sequence[str], now: datetime
) -> dict[str, Found]:
    """What inspections found on a machine, by the item that it brings; an experiment's finding brings the next wash.

    Args:
        trials: experiments, in order.
        items: keys of the machine's items.
    """
    found = findings(looked_at, items, now)
    for trial in trials:
        at = state_of_trial(trial, [one for one in looked_at if one.at <= now]).found_at
        if at is not None and trial.item in items and (trial.item not in found or found[trial.item].at < at):
            found[trial.item] = Found(at, "the experiment with a weaker dose left residue")
    return found


def kind_as_marked(kind: Kind, marks: Iterable[DoseMark]) -> Kind:
    """The kind as this machine is one of it: its mixes filled to their marks; the kind itself where there are none."""
    for mark in marks:
        programmes = {key: _marked(programme, mark) for key, programme in kind.programmes.items()}
        volumes = {**kind.volumes, MIX_VOLUMES[mark.role]: mark.ml} if mark.ml is not None else kind.volumes
        kind = replace(kind, programmes=programmes, volumes=volumes)
    return kind


def _marked(programme: Programme, mark: DoseMark) -> Programme:
    """A programme with the mark; one in which this product does not go in as it was."""
    if not any(use.role == mark.role for use in programme.calls):
        return programme
    calls: list[Use] = []
    for use in programme.calls:
        if use.call == FRESH_WATER and mark.stands_min and not any(one.call == STANDS for one in calls):
            seconds = 60 * mark.stands_min
            how = "The mix stands in the circuit. Touch nothing, and nobody drinks."
            calls.append(Use(STANDS, how=how, minutes=Duration(seconds, seconds, seconds)))
        own = use.role == mark.role and use.ml is not None and mark.ml is not None
        calls.append(replace(use, ml=mark.ml) if own else use)
    return replace(programme, calls=tuple(calls))
