"""A kind's items as the keeper has them: own limits, own ways of deciding, some switched off."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from lamplight.core.care.item import CareItem, ItemRole
from lamplight.core.care.levels import Level, at_level
from lamplight.core.care.trigger_base import Limited, Trigger
from lamplight.core.care.triggers import DESCALING_BASES, FilterSpent, MonthsSince

WHICHEVER_FIRST = "whichever first"


@dataclass(frozen=True)
class LimitChange:
    """The keeper's own limit for one trigger of one item, and why."""

    item: str
    trigger: str
    limit: float
    reason: str = ""


@dataclass(frozen=True)
class OwnChoices:
    """What the keeper decided about the items of a machine.

    Attributes:
        limits: own limits; of several for one trigger the last holds.
        switched_off: keys of items that the keeper does without.
        descaling_basis: by what descaling is decided, or whichever comes first.
        filter_out: whether no filter is fitted, so that none is changed.
        cartridge_months: how long the fitted cartridge may stay in at most, or None where none is known.
        level: how much care the machine gets.
    """

    limits: tuple[LimitChange, ...] = ()
    switched_off: frozenset[str] = frozenset()
    descaling_basis: str = WHICHEVER_FIRST
    filter_out: bool = False
    cartridge_months: int | None = None
    level: Level = Level.USUAL


def own_items(items: Sequence[CareItem], choices: OwnChoices) -> tuple[CareItem, ...]:
    """A kind's items as the keeper has them here."""
    own = {(change.item, change.trigger): change.limit for change in choices.limits}
    kept = tuple(item for item in at_level(items, choices.level) if item.key not in choices.switched_off)
    if choices.filter_out:
        kept = tuple(item for item in kept if not any(isinstance(trigger, FilterSpent) for trigger in item.triggers))
    kept = tuple(_by_its_cartridge(item, choices.cartridge_months) for item in kept)
    if not own and choices.descaling_basis not in DESCALING_BASES:
        return kept
    return tuple(replace(item, triggers=_own_triggers(item, own, choices.descaling_basis)) for item in kept)


def _by_its_cartridge(item: CareItem, months: int | None) -> CareItem:
    """A filter change goes by the months that the fitted cartridge may stay in, in place of the kind's."""
    if item.role is not ItemRole.FILTER or months is None:
        return item
    others = tuple(trigger for trigger in item.triggers if not isinstance(trigger, MonthsSince))
    place = next((n for n, trigger in enumerate(item.triggers) if isinstance(trigger, MonthsSince)), len(others))
    return replace(item, triggers=(*others[:place], MonthsSince(months), *others[place:]))


def _own_triggers(item: CareItem, own: Mapping[tuple[str, str], float], descaling_basis: str) -> tuple[Trigger, ...]:
    triggers = item.triggers
    if descaling_basis in DESCALING_BASES and any(trigger.descaling_basis for trigger in triggers):
        triggers = tuple(t for t in triggers if t.descaling_basis in ("", descaling_basis)) or triggers
    return tuple(
        trigger.limited_to(own[(item.key, trigger.key)])
        if isinstance(trigger, Limited) and (item.key, trigger.key) in own
        else trigger
        for trigger in triggers
    )
