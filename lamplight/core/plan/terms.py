"""When an item is best done: not before it is worth it, best before its lamp may come, never past a limit of hygiene.

Everything rests on the same rules by which items fall due: what would be, if it were done at some moment, is what the
rules say when they are asked at that moment.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta

from lamplight.core.assess import DayBasis, due_after
from lamplight.core.care.beginning import begin_within, not_known
from lamplight.core.care.item import CareItem, Due, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import BeforeAbsence, LampForetold, Prompted
from lamplight.core.usage.passage import Passage

# From which share of a limit on it is worth it, and which risk is taken that the lamp comes first. Defaults of ours.
WORTH_SHARE, ACCEPTED_RISK = 0.7, 0.1


@dataclass(frozen=True)
class Term:
    """When an item is best done the next time.

    Attributes:
        earliest: from when on it is worth it.
        best_before: by when, at the risk that is accepted.
        latest: past which it must not be; None where nobody falls ill of it.
        passage: when its limit is reached: early, likely, late.
        since: the date from which it counts; None where nobody knows.
        why: the deciding rule, in a sentence.
        due: whether it is due already.
        waits: what it waits for, in words, or empty.
        lamp: whether it is its lamp that decides, as the machine's own past foretells it.
    """

    earliest: date
    best_before: date
    latest: date | None
    passage: Passage
    since: date | None = None
    why: str = ""
    due: bool = False
    waits: str = ""
    lamp: bool = False

    @property
    def days(self) -> int:
        """How long it lasts, in days, 1 or more."""
        likely = self.passage.likely or self.best_before
        return max(1, (likely - self.since).days) if self.since else max(1, (likely - self.earliest).days)


def term_now(due: Due, today: date, risk: float = ACCEPTED_RISK, worth: float = WORTH_SHARE) -> Term | None:
    """The term of an item as it stands; None where it is never due, or nobody knows.

    Args:
        risk: which chance is accepted that its lamp comes first, above 0 and below 1.
        worth: from which share of its limit on it is worth it, 0 to 1.
    """
    since = due.last.at.date() if due.last is not None and due.last.at is not None else None
    return _term(due, since, today, risk, worth)


def term_after(
    work: DayBasis, item: CareItem, done_at: datetime, risk: float = ACCEPTED_RISK, worth: float = WORTH_SHARE
) -> Term | None:
    """The term of an item if it were done at a moment ahead; arguments as above."""
    day = work.calendar.today(done_at)
    return _term(due_after(work, item, done_at), day, day, risk, worth)


def term_to_begin(due: Due, after: Term | None, today: date, since: date | None = None) -> Term | None:
    """The term of an item of which nobody knows when it was done last; None where its rules name no day.

    Args:
        after: its term if it were done today.
        since: from when on it is begun with, today by default: what is put off day by day is never done.
    """
    if not not_known(due) or after is None:
        return None
    by = max(today, (since or today) + timedelta(days=begin_within(due.item, after.days)))
    why = due.reasons[0] if due.reasons else ""
    earliest = today if due.item.hygiene else today + (by - today) // 2
    return Term(earliest, by, by if due.item.hygiene else None, Passage(by, by, by), None, why)


def _term(due: Due, since: date | None, today: date, risk: float, worth: float) -> Term | None:
    states = [state for state in due.triggers if state.known and not isinstance(state.trigger, Prompted)]
    dated = [state for state in states if state.passage.likely is not None]
    latest = _latest(due, dated, today)
    lamp = due.first is not None and isinstance(due.first.trigger, LampForetold)
    if due.status >= Status.DUE:
        passage = due.first.passage if due.first else Passage(today, today, today, True)
        why = due.reasons[0] if due.reasons else ""
        return Term(today, today, latest, passage, since, why, due=True, lamp=lamp)
    if not dated or due.status is Status.UNKNOWN:
        return None
    first = min(dated, key=lambda state: state.passage.likely or date.max)
    likely = first.passage.likely
    assert likely is not None
    best = min(day for state in dated if (day := state.passage.quantile(risk)) is not None)
    if isinstance(first.trigger, BeforeAbsence):
        earliest = likely
    elif since is None:
        earliest = today
    else:
        earliest = max(since + timedelta(days=1), _worth_from(first, since, today, worth))
    earliest, best = max(earliest, today), max(best, today)
    return Term(min(earliest, best), best, latest, first.passage, since, first.sentence, lamp=lamp)


def _latest(due: Due, dated: Sequence[TriggerDue], today: date) -> date | None:
    """Past which date an item must not be done: of hygiene by its rules alone, since nobody falls ill of a lamp."""
    if not due.item.hygiene:
        return None
    rules = [state for state in dated if not isinstance(state.trigger, LampForetold)]
    if due.status >= Status.DUE and (not rules or any(state.status >= Status.DUE for state in rules)):
        return today
    return min((state.passage.likely for state in rules if state.passage.likely is not None), default=None)


def _worth_from(first: TriggerDue, since: date, today: date, worth: float) -> date:
    """The date on which a share of the limit is used up: counted on from what is used today, where anything is counted,
    else by the days."""
    likely = first.passage.likely
    assert likely is not None
    if first.counted is None or first.counted[1] <= first.counted[0]:
        return since + timedelta(days=round(worth * (likely - since).days))
    used, limit = first.counted
    if used >= worth * limit:
        return today
    return today + timedelta(days=round((worth * limit - used) / (limit - used) * (likely - today).days))


def waiting(term: Term, arrives: date, waits: str) -> Term:
    """A term of what cannot be done before something arrives; a limit of hygiene stays where it is.

    Args:
        arrives: when what it takes is there.
        waits: what it waits for, in words.
    """
    if arrives <= term.earliest:
        return term
    return replace(term, earliest=arrives, best_before=max(arrives, term.best_before), waits=waits)


def has_routine(term: Term | None) -> bool:
    """Whether an item comes round so fast that it belongs to every day, and not into a plan of days."""
    return term is not None and term.since is not None and term.days <= ROUTINE_DAYS


ROUTINE_DAYS = 2
