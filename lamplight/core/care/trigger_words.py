"""Triggers in words, where they are not a plain number."""

from __future__ import annotations

from lamplight.core.care.item import CareItem
from lamplight.core.care.triggers import (
    COUNTED,
    AfterEvent,
    AllOf,
    BeforeAbsence,
    ByRate,
    CountSince,
    EndOfService,
    FilterSpent,
    FixedWeekdays,
    FoundDirty,
    HoursSinceFirstDrink,
    LitresByHardness,
    MonthsSince,
    Prompted,
    ScaleBudget,
    Trigger,
)
from lamplight.core.site.calendar import WEEKDAYS
from lamplight.core.words import decimal


def trigger_in_words(trigger: Trigger) -> str:
    """One trigger in a few words, such as ``every 200 drinks`` or ``at the end of service``."""
    match trigger:
        case CountSince(limit, counter):
            return f"every {decimal(limit)} {COUNTED[counter]}"
        case HoursSinceFirstDrink(limit):
            return f"{limit} hours after the first drink"
        case MonthsSince(limit):
            return "every month" if limit == 1 else f"every {limit} months"
        case ByRate(steps):
            return ", ".join(
                f"from {decimal(step.at_least_per_day)} drinks a day every {step.days} days" for step in steps
            )
        case FixedWeekdays(days):
            return "on " + " and ".join(WEEKDAYS[day] for day in sorted(days))
        case EndOfService(_, midday, each_use):
            heavy = f", at midday too from {decimal(midday)} a day on" if midday else ""
            return ("after each use, at latest " if each_use else "") + f"at the end of service{heavy}"
        case AfterEvent("refill"):
            return "when the tank was filled"
        case AfterEvent(event):
            return f"after {event.replace('-', ' ')}"
        case BeforeAbsence(days):
            return f"before an absence of {days} days or more"
        case Prompted():
            return "when the machine asks for it"
        case FoundDirty():
            return "when an inspection found something"
        case FilterSpent():
            return "when the cartridge is spent"
        case LitresByHardness(steps):
            rows = (
                f"{decimal(step.litres)} L" + (f" up to {decimal(step.up_to_dh)} °dH" if step.up_to_dh else "")
                for step in steps
            )
            return "by hardness after the filter: " + ", ".join(rows)
        case ScaleBudget(grams):
            return f"when {decimal(grams)} g of scale have formed"
        case AllOf(parts):
            return " and ".join(trigger_in_words(part) for part in parts)
    return "every day" if trigger.limit == 1 else f"every {trigger.limit} days"


def trigger_words(item: CareItem) -> list[str]:
    """The triggers of an item that are not a plain limit to be typed, in words."""
    return [trigger_in_words(trigger) for trigger in item.triggers if not hasattr(trigger, "limit")]
