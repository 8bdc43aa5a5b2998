"""Where each item of a machine stands: whichever trigger comes first, and what takes whose place."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date

from lamplight.core import calendar_triggers, count_triggers, event_triggers
from lamplight.core.care import CareItem, Due, LastDone, Status, TriggerDue
from lamplight.core.errors import InvalidInput
from lamplight.core.outlook import Outlook
from lamplight.core.triggers import (
    NEED_NO_START,
    AfterEvent,
    AllOf,
    BeforeAbsence,
    ByRate,
    CountSince,
    DaysSince,
    EndOfService,
    FilterSpent,
    FixedWeekdays,
    HoursSinceFirstDrink,
    LitresByHardness,
    MonthsSince,
    Prompted,
    ScaleBudget,
    Trigger,
)

Rule = Callable[..., TriggerDue]
RULES: dict[type, Rule] = {
    CountSince: count_triggers.count_due,
    FilterSpent: count_triggers.filter_due,
    LitresByHardness: count_triggers.litres_by_hardness_due,
    ScaleBudget: count_triggers.scale_due,
    DaysSince: calendar_triggers.days_due,
    MonthsSince: calendar_triggers.months_due,
    ByRate: calendar_triggers.rate_due,
    FixedWeekdays: calendar_triggers.weekdays_due,
    HoursSinceFirstDrink: event_triggers.hours_due,
    EndOfService: event_triggers.service_due,
    AfterEvent: event_triggers.event_due,
    BeforeAbsence: event_triggers.leaving_due,
    Prompted: event_triggers.prompt_due,
}
NOBODY_KNOWS = "Nobody knows when it was last done. Do it now, or say when it was."


def judge_trigger(trigger: Trigger, item: CareItem, last: LastDone | None, outlook: Outlook) -> TriggerDue:
    """Where one trigger stands.

    Args:
        trigger: any kind of rule.
        item: whose rule it is.
        last: when the item was last done; None only for rules that need no start.
        outlook: drinks, litres, calendar and the present.

    Raises:
        InvalidInput: for a kind of trigger that has no rule.
    """
    if isinstance(trigger, AllOf):
        return event_triggers.all_of(trigger, tuple(judge_trigger(part, item, last, outlook) for part in trigger.parts))
    if type(trigger) not in RULES:
        raise InvalidInput(f"No rule for the trigger {type(trigger).__name__}.")
    if last is None and not isinstance(trigger, NEED_NO_START):
        return count_triggers.unknown(trigger, NOBODY_KNOWS)
    return RULES[type(trigger)](trigger, item, last, outlook)


def judge(item: CareItem, last: LastDone | None, outlook: Outlook) -> Due:
    """Where an item stands at ``outlook.now``.

    Args:
        item: its triggers and window.
        last: when it was last done; None where nobody knows.
        outlook: drinks, usage, calendar and the present.
    """
    states = tuple(judge_trigger(trigger, item, last, outlook) for trigger in item.triggers)
    known = [state for state in states if state.known]
    pressing = any(state.status >= Status.DUE for state in known)
    waiting = not known or (last is None and len(known) < len(states) and not pressing)
    if waiting:
        said = (NOBODY_KNOWS,) if last is None else tuple(state.sentence for state in states)
        return Due(item, Status.UNKNOWN, None, states if last else (), last, said)
    first = min(known, key=_comes_first)
    status = max(state.status for state in known)
    others = [state.sentence for state in sorted(states, key=lambda s: not s.known) if state is not first]
    stop = (item.when_overdue,) if item.when_overdue and status is Status.OVERDUE else ()
    return Due(item, status, first, states, last, (first.sentence, *stop, *others))


def _comes_first(state: TriggerDue) -> tuple[int, date]:
    return (-int(state.status), state.passage.likely or date.max)


def judge_all(items: Sequence[CareItem], last_done: Mapping[str, LastDone], outlook: Outlook) -> tuple[Due, ...]:
    """All items of a machine, the most urgent first; what another takes the place of today is marked."""
    dues = [judge(item, last_done.get(item.key), outlook) for item in items]
    return tuple(sorted((_covered(due, dues) for due in dues), key=lambda due: (bool(due.covered_by), due.urgency)))


def _covered(due: Due, dues: Sequence[Due]) -> Due:
    """An item that another replaces today, unless the machine itself asks for it."""
    asked = any(isinstance(s.trigger, Prompted) and s.status >= Status.DUE for s in due.triggers)
    other = next((o for o in dues if due.item.key in o.item.replaces and o.status >= Status.DUE), None)
    return due if asked or other is None else replace(due, covered_by=other.item.title)


@dataclass(frozen=True)
class Visit:
    """Items of one machine that are best done together.

    Attributes:
        opening: what they share.
        dues: two or more, the most urgent first; one at least is due.
        sentence: why.
    """

    opening: str
    dues: tuple[Due, ...]
    sentence: str


def visits(dues: Sequence[Due], outlook: Outlook, window_open_days: int = 3) -> tuple[Visit, ...]:
    """Items that share an opening or a programme and fall close together.

    Args:
        dues: of one machine.
        outlook: calendar and the present.
        window_open_days: how far ahead an item may lie to be taken along, 0 or more.
    """
    together: dict[str, list[Due]] = {}
    for due in sorted(dues, key=lambda due: due.urgency):
        near = due.likely is not None and (
            due.likely <= outlook.today
            or outlook.calendar.open_days_between(outlook.today, due.likely) <= window_open_days
        )
        if due.item.opening and not due.covered_by and near and due.status is not Status.UNKNOWN:
            together.setdefault(due.item.opening, []).append(due)
    found = []
    for opening, group in together.items():
        if len(group) > 1 and group[0].status >= Status.DUE:
            names = ", ".join(due.item.title for due in group[1:])
            said = f"{group[0].item.title} is {group[0].status.word}; take {names} along, they share the {opening}."
            found.append(Visit(opening, tuple(group), said))
    return tuple(found)
