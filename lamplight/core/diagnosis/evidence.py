"""Facts about one machine that speak for or against a cause: numbers with their words, by name.

| name | value |
|---|---|
| ``share:ITEM`` | how much of the item's limit is used up, 1 at the limit |
| ``minutes-since:ITEM``, ``days-since:ITEM`` | since it was last done |
| ``drinks-since:ITEM`` | drinks since it was last done |
| ``put-off:ITEM`` | 1 while it is put off |
| ``pucks-share`` | pucks in the drawer by the book, 1 when full |
| ``drawer-unseen`` | 1 when the machine was off while the drawer was last emptied |
| ``refill-unconfirmed`` | 1 when the last refill of the tank was not confirmed on the machine |
| ``unconfirmed:FILLING`` | 1 when the last refill of milk, beans, powder or capsules was not |
| ``minutes-since-refill:FILLING`` | since it was last filled |
| ``refitted-wet`` | 1 when the group last went in wet |
| ``restart-days`` | days since the counter restarted |
| ``away-days`` | days since the last absence ended |
| ``grind-drinks`` | drinks since the grind was last changed |
| ``missing:PART`` | 1 when the part is noted as missing or broken |
| ``cut-short:ITEM`` | 1 when the last run's programme was over sooner than it can be |
| ``carbonate-dh`` | carbonate hardness after the filter |
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta

from lamplight.core.assess import MachineStatus
from lamplight.core.care.item import Due, ItemRole
from lamplight.core.diagnosis.faults import GRIND_EVENTS
from lamplight.core.job.confirmations import GROUP_DRY, MACHINE_ON, REFILL_CONFIRMED
from lamplight.core.lamps.intervals import Filling, last_filled
from lamplight.core.machine.kind import Kind
from lamplight.core.run.state import Outcome, RunState
from lamplight.core.words import plural, span_words

Facts = dict[str, tuple[float, str]]


@dataclass(frozen=True)
class ConfirmationAt:
    """An answer to a question of confirmation."""

    what: str
    answer: bool
    at: datetime


@dataclass(frozen=True)
class Circumstances:
    """What was written down besides the book.

    Attributes:
        confirmations: answers, any order.
        runs: ended runs by item, the latest of each.
        deferrals: until when items are put off.
    """

    confirmations: Sequence[ConfirmationAt] = ()
    runs: Mapping[str, RunState] = field(default_factory=dict)
    deferrals: Mapping[str, datetime] = field(default_factory=dict)


def evidence_of(seen: MachineStatus, kind: Kind, around: Circumstances) -> Facts:
    """Every fact that is known about a machine now, by name; see the table above."""
    now = seen.context.now
    facts: Facts = {}
    for due in seen.dues:
        facts |= _item_facts(due, seen, now)
        if due.item.key in around.deferrals:
            facts[f"put-off:{due.item.key}"] = (1.0, "it is put off")
    facts |= _confirmation_facts(around.confirmations) | _drawer_facts(seen, kind) | _counter_facts(seen, now)
    facts |= _refill_facts(seen, now)
    facts |= {f"missing:{part}": (1.0, note) for part, note in seen.book.missing.items()}
    for item, run in around.runs.items():
        if _cut_short(run):
            facts[f"cut-short:{item}"] = (1.0, "the programme was over very soon")
    hardness = seen.context.water_now.scaling_dh
    if hardness is not None:
        facts["carbonate-dh"] = (hardness, f"{hardness:.0f} °dH")
    return facts


def _item_facts(due: Due, seen: MachineStatus, now: datetime) -> Facts:
    key, facts = due.item.key, {}
    used = [
        (state.used / state.limit, state.sentence) for state in due.triggers if state.used is not None and state.limit
    ]
    done = due.last is not None and due.last.deed
    if used and (done or max(used)[0] >= 1):  # counted from somewhere without a deed it is that much at least
        share, sentence = max(used)
        facts[f"share:{key}"] = (share, sentence)
    at = seen.context.moment_of(due.last) if due.last and done else None
    if at is not None and at <= now:
        minutes = (now - at).total_seconds() / 60
        facts[f"minutes-since:{key}"] = (minutes, span_words(minutes))
        facts[f"days-since:{key}"] = (minutes / 1440, span_words(minutes))
        drinks = seen.cumulative.between(at, now).drinks
        facts[f"drinks-since:{key}"] = (drinks, f"{drinks:.0f} drinks")
    return facts


def _confirmation_facts(confirmations: Sequence[ConfirmationAt]) -> Facts:
    """The last answer to each question, where it was no."""
    names = {MACHINE_ON: "drawer-unseen", REFILL_CONFIRMED: "refill-unconfirmed", GROUP_DRY: "refitted-wet"}
    facts: Facts = {}
    for what, name in names.items():
        last = max(
            (confirmation for confirmation in confirmations if confirmation.what == what),
            key=lambda confirmation: confirmation.at,
            default=None,
        )
        if last is not None and not last.answer:
            facts[name] = (1.0, "you said so")
    return facts


def _refill_facts(seen: MachineStatus, now: datetime) -> Facts:
    """When what was filled in last, and whether the machine was told."""
    facts: Facts = {}
    for filling in Filling:
        last = last_filled((event for event in seen.book.events if event.at <= now), filling)
        if last is None:
            continue
        minutes = (now - last[0].at).total_seconds() / 60
        facts[f"minutes-since-refill:{filling.value}"] = (minutes, span_words(minutes))
        if not last[1]:
            name = "refill-unconfirmed" if filling is Filling.WATER else f"unconfirmed:{filling.value}"
            facts[name] = (1.0, "you said so")
    return facts


def _drawer_facts(seen: MachineStatus, kind: Kind) -> Facts:
    pucks = kind.capacities.drawer_pucks
    due = seen.due_of(ItemRole.DRAWER)
    at = seen.context.moment_of(due.last) if due and due.last and due.last.deed else None
    if not pucks or at is None:
        return {}
    counted = seen.cumulative.between(at, seen.context.now).drinks
    return {"pucks-share": (counted / pucks, f"about {counted:.0f} of {pucks} pucks")}


def _counter_facts(seen: MachineStatus, now: datetime) -> Facts:
    facts: Facts = {}
    restarts = [
        restart.at for facts_of in seen.book.counters.values() for restart in facts_of.restarts if restart.at <= now
    ]
    if restarts:
        days = (now - max(restarts)) / timedelta(days=1)
        facts["restart-days"] = (days, span_words(days * 1440))
    back = [absence.last for absence in seen.context.absences if absence.last < seen.context.today]
    if back:
        away = (seen.context.today - max(back)).days
        facts["away-days"] = (float(away), plural(away, "day"))
    grinds = [event.at for event in seen.book.events if event.what in GRIND_EVENTS.values() and event.at <= now]
    if grinds:
        drinks = seen.cumulative.between(max(grinds), now).drinks
        facts["grind-drinks"] = (drinks, f"{drinks:.0f} drinks")
    return facts


def _cut_short(run: RunState) -> bool:
    """Whether a finished run's longest programme took less than half of the least it takes."""
    steps = [(step.duration, run.spent_s.get(n)) for n, step in enumerate(run.procedure.steps) if step.duration]
    if run.outcome is not Outcome.FINISHED or not steps:
        return False
    duration, spent = max(steps, key=lambda pair: pair[0].likely_s)
    return spent is not None and spent < duration.low_s / 2
