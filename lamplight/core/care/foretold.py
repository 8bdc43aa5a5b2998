"""A lamp that the machine's own past foretells counts as one more rule of its item: due before it may light."""

from __future__ import annotations

from lamplight.core.care.context import Evaluated, LampAhead
from lamplight.core.care.item import TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import LampForetold
from lamplight.core.words import amount, open_days_ahead, whole


def lamp_due(about: Evaluated) -> tuple[TriggerDue, ...]:
    """Where an item stands by its lamp: due from the date on that is early for it, never late, since then it is lit.

    Nothing where it is lit, where its past taught nothing, or where nobody knows when the item was done.
    """
    context, done = about.context, about.deed
    if done is None or not about.item.asks:
        return ()
    rule = (context.today, about.item.key, LampForetold())
    if rule not in context.by_day:
        context.by_day[rule] = context.foretells(about.item.key, done.at)
    ahead: LampAhead | None = context.by_day[rule]
    if ahead is None or ahead.passage.likely is None:
        return ()
    passage, calendar, today, unit = ahead.passage, context.calendar, context.today, ahead.meter.unit
    reached = (passage.early or ahead.passage.likely) <= today
    used = max(0.0, ahead.meter.between(done.at, context.now))
    when = open_days_ahead(calendar.open_days_between(today, ahead.passage.likely))
    status = Status.DUE if reached else about.window.ahead(passage.likely)
    counts = f"{amount(used, unit)} of about {amount(ahead.count, unit)} {unit}"
    counted = whole(used, unit), whole(ahead.count, unit)
    sentence = f"{counts} until its lamp, as it came before; {when}"
    return (TriggerDue(LampForetold(), *counted, unit, True, passage, status, sentence),)
