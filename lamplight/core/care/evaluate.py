"""Where each item of a machine stands: whichever trigger comes first, and what takes whose place."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import replace
from datetime import date
from typing import Any

from lamplight.core.care import by_calendar, by_count, by_event, by_scale
from lamplight.core.care.context import Evaluated, EvaluationContext
from lamplight.core.care.foretold import lamp_due
from lamplight.core.care.item import CareItem, Day, Due, LastDone, Start, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.trigger_base import Trigger
from lamplight.core.care.triggers import (
    AfterEvent,
    AllOf,
    BeforeAbsence,
    ByRate,
    CountSince,
    DaysSince,
    EndOfService,
    FilterSpent,
    FixedWeekdays,
    FoundDirty,
    HoursSinceFirstDrink,
    LitresByHardness,
    MonthsSince,
    Prompted,
    ScaleBudget,
)
from lamplight.core.errors import InvalidInput
from lamplight.core.words import listed

# Each function takes its own kind of trigger; this table is where a kind is registered.
Judge = Callable[[Any, Evaluated], TriggerDue]
JUDGES: dict[type[Trigger], Judge] = {
    CountSince: by_count.count_due,
    FilterSpent: by_count.filter_due,
    LitresByHardness: by_count.litres_by_hardness_due,
    ScaleBudget: by_scale.scale_due,
    DaysSince: by_calendar.days_due,
    MonthsSince: by_calendar.months_due,
    ByRate: by_calendar.rate_due,
    FixedWeekdays: by_calendar.weekdays_due,
    HoursSinceFirstDrink: by_event.hours_due,
    EndOfService: by_event.service_due,
    AfterEvent: by_event.event_due,
    BeforeAbsence: by_event.leaving_due,
    Prompted: by_event.prompt_due,
}
NO_PRODUCT = "Nothing for it is left in the cupboard"
SAID_TO_BE_DUE = "you said that it is due"
NOBODY_KNOWS = "Nobody knows when it was last done. Do it now, or say when it was."


def evaluate_trigger(trigger: Trigger, about: Evaluated) -> TriggerDue:
    """Where one trigger stands.

    Args:
        about: the item, when it was last done, and the context.

    Raises:
        InvalidInput: for a kind of trigger that has no rule.
    """
    if isinstance(trigger, AllOf):
        return by_event.all_of(trigger, tuple(evaluate_trigger(part, about) for part in trigger.parts))
    if type(trigger) not in JUDGES:
        raise InvalidInput(f"Nothing judges the trigger {type(trigger).__name__}.")
    if about.last is None and trigger.needs_start:
        return TriggerDue.unknown(trigger, NOBODY_KNOWS)
    if not trigger.by_day:
        return JUDGES[type(trigger)](trigger, about)
    judged, rule = about.context.by_day, (about.context.today, about.item.key, trigger)
    if rule not in judged:
        judged[rule] = JUDGES[type(trigger)](trigger, about)
    return judged[rule]  # type: ignore[no-any-return]


def evaluate_item(item: CareItem, last: LastDone | None, context: EvaluationContext) -> Due:
    """Where an item stands at ``context.now``.

    Args:
        last: when it was last done; None where nobody knows.
        context: drinks, usage, calendar and the present.
    """
    if not item.by_day or item.key in context.found:
        return _judged(item, last, context)
    judged, whole = context.by_day, (context.today, item.key, None)
    if whole not in judged:
        judged[whole] = _judged(item, last, context)
    return judged[whole]  # type: ignore[no-any-return]


def _judged(item: CareItem, last: LastDone | None, context: EvaluationContext) -> Due:
    about = Evaluated(item, last, context)
    states = (
        *_found(about),
        *(_owed(trigger, about) or evaluate_trigger(trigger, about) for trigger in item.triggers),
        *lamp_due(about),
    )
    known = [state for state in states if state.known]
    pressing = any(state.status >= Status.DUE for state in known)
    if not known or (last is None and len(known) < len(states) and not pressing):
        reasons = (NOBODY_KNOWS,) if last is None else tuple(state.sentence for state in states)
        return Due(item, Status.UNKNOWN, None, states if last else (), last, reasons)
    first = min(known, key=_comes_first)
    status = max(state.status for state in known)
    others = [state.sentence for state in sorted(states, key=lambda state: not state.known) if state is not first]
    stop = (item.when_overdue,) if item.when_overdue and status is Status.OVERDUE else ()
    return Due(item, status, first, states, last, tuple(dict.fromkeys((first.sentence, *stop, *others))))


def _found(about: Evaluated) -> tuple[TriggerDue, ...]:
    """What an inspection found and nobody has seen to since; at the end of a job it counts after it."""
    found = about.context.found.get(about.item.key)
    if found is None or (about.deed is not None and about.deed.at > found.at):
        return ()
    day = about.context.calendar.today(found.at)
    status = max(Status.DUE, about.window.dated(day))
    return (TriggerDue.on_day(FoundDirty(), Day(day, reached=True), status, found.sentence),)


def _owed(trigger: Trigger, about: Evaluated) -> TriggerDue | None:
    """What the keeper said to be due from the outset, since nobody did it; None for what asks by itself."""
    if about.last is None or about.last.start is not Start.OWED or not trigger.needs_start:
        return None
    day = about.done_on or about.context.today
    return TriggerDue.on_day(trigger, Day(day, reached=True), about.window.dated(day), SAID_TO_BE_DUE)


def _comes_first(state: TriggerDue) -> tuple[date, int]:
    """The earliest date, and of one date the most urgent: what is shown is when it first falls due."""
    return (state.passage.likely or date.max, -int(state.status))


def evaluate_all(
    items: Sequence[CareItem],
    last_done: Mapping[str, LastDone],
    context: EvaluationContext,
    lacking: Collection[str] = (),
) -> tuple[Due, ...]:
    """All items of a machine, the most urgent first; what another takes the place of today is marked.

    Args:
        last_done: by key; one that is left out is not known.
        context: drinks, usage, calendar and the present.
        lacking: keys of the items for which the cupboard has nothing.
    """
    dues = [evaluate_item(item, last_done.get(item.key), context) for item in items]
    dues = [_blocked(due, dues, lacking) for due in dues]
    return tuple(sorted((_covered(due, dues) for due in dues), key=lambda due: (bool(due.covered_by), due.urgency)))


def _blocked(due: Due, dues: Sequence[Due], lacking: Collection[str]) -> Due:
    """An item for which nothing is in the cupboard, where it is soon wanted."""
    if due.item.key not in lacking or due.status < Status.SOON:
        return due
    instead = [other.item for other in dues if due.item.key in other.item.replaces]
    if instead and all(item.key in lacking for item in instead):
        return replace(due, blocked=f"{NO_PRODUCT}, nor for {listed([item.title.lower() for item in instead])}")
    return replace(due, blocked=NO_PRODUCT)


def _covered(due: Due, dues: Sequence[Due]) -> Due:
    """An item whose place another takes on its day when that can be done, unless the machine itself asks for it.

    On its day only: behind one that is late itself nothing hides, or neither would be done.
    """
    if due.prompted:
        return due
    replacing = (
        other
        for other in dues
        if due.item.key in other.item.replaces and other.status is Status.DUE and not other.blocked
    )
    other = next(replacing, None)
    if other is None:
        return due
    late = due.status is Status.OVERDUE
    return replace(due, instead=other.item.key, covered_by="" if late else other.item.key)
