"""Where lamp and book disagree, why that is likely, and what mends it."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import timedelta

from lamplight.core.assess import MachineStatus
from lamplight.core.care.item import Due, ItemRole
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import Prompted
from lamplight.core.diagnosis.evidence import Facts
from lamplight.core.lamps.sightings import panels_seen

CLEAR_SHARE = 0.75
COMES_BACK_DRINKS, COMES_BACK_SHARE = 12.0, 0.06
LOOKED_WITHIN = timedelta(days=3)
RESTARTED_WITHIN_DAYS = 45.0
# What a reason's remedy is; the page turns it into a link or a form.
BEGIN, DONE_BEFORE, RESTART, WATER, LIMIT = "begin", "done before", "restart", "water", "limit"


@dataclass(frozen=True)
class Reason:
    """Why they may disagree.

    Attributes:
        text: in a sentence.
        remedy: which correction mends it: one of the constants of this module, or empty.
        weight: how likely; higher is likelier.
    """

    text: str
    remedy: str
    weight: float


@dataclass(frozen=True)
class Disagreement:
    """An item whose lamp and book say different things.

    Attributes:
        due: the item.
        lit: True where the lamp is lit though the book says clear; False where it is dark though the
            book says overdue.
        sentence: what each says.
        reasons: likely ones first.
        comes_back: whether the lamp came back within a few drinks of a finished job.
    """

    due: Due
    lit: bool
    sentence: str
    reasons: tuple[Reason, ...]
    comes_back: bool = False


def disagreements(seen: MachineStatus, facts: Facts, lamp_items: Collection[str]) -> tuple[Disagreement, ...]:
    """Every disagreement of a machine now.

    Args:
        facts: as `lamplight.core.diagnosis.evidence` knows them.
        lamp_items: items for which its panel has a lamp or a message.
    """
    disagreeing = []
    for due in seen.dues:
        lit = due.prompted
        share = _book_share(due)
        done = due.last is not None and due.last.deed
        if lit and done and share is not None and share < CLEAR_SHARE and _book_clear(due):
            disagreeing.append(_lit_though_clear(due, share, facts))
        elif not lit and due.item.key in lamp_items and due.status is Status.OVERDUE and _looked_lately(seen):
            disagreeing.append(_dark_though_overdue(due, facts))
    return tuple(disagreeing)


def _book_share(due: Due) -> float | None:
    """How much of the book's own limits is used up; None where it counts nothing."""
    shares = [state.used / state.limit for state in due.triggers if state.used is not None and state.limit]
    return max(shares, default=None)


def _book_clear(due: Due) -> bool:
    return all(state.status < Status.DUE for state in due.triggers if not isinstance(state.trigger, Prompted))


def _looked_lately(seen: MachineStatus) -> bool:
    """Whether somebody wrote down what the panel shows, lately."""
    now = seen.context.now
    return any(now - LOOKED_WITHIN <= panel.at <= now for panel in panels_seen(seen.book.sightings))


def _lit_though_clear(due: Due, share: float, facts: Facts) -> Disagreement:
    key = due.item.key
    drinks = facts.get(f"drinks-since:{key}")
    limit = next((state.limit for state in due.triggers if state.limit and state.unit == "drinks"), None) or 200.0
    back = drinks is not None and drinks[0] <= max(COMES_BACK_DRINKS, COMES_BACK_SHARE * limit)
    reasons = []
    if back and drinks is not None:
        why = f"The short programme was run instead of the long one: the last time was only {drinks[1]} ago."
        reasons.append(Reason(why, BEGIN, 5.0))
    if f"cut-short:{key}" in facts:
        reasons.append(Reason("The last programme was over sooner than it can be.", BEGIN, 4.0))
    reasons += _restarted(facts)
    if due.item.role is ItemRole.DESCALE:
        why = "The hardness set in the machine is higher than the water's, so it counts too fast."
        reasons.append(Reason(why, WATER, 2.0))
    why = "The machine's own interval is shorter than the book's limit. Set the limit to what you see."
    reasons.append(Reason(why, LIMIT, 1.5 if share > 0.5 else 0.8))
    reasons.append(Reason("The last time was written down, and not really done.", BEGIN, 1.0))
    sentence = f"{due.item.title}: the lamp is lit, and by the book {share:.0%} of the limit is used up."
    return Disagreement(due, True, sentence, _likely_first(reasons), back)


def _dark_though_overdue(due: Due, facts: Facts) -> Disagreement:
    reasons = [Reason("It was done, and nobody wrote it down.", DONE_BEFORE, 3.0), *_restarted(facts)]
    if due.item.role is ItemRole.DESCALE:
        why = "The hardness set in the machine is lower than the water's, so it counts too slowly."
        reasons.append(Reason(why, WATER, 2.5))
    why = "The machine's own interval is longer than the book's limit. Its manual says which holds."
    reasons.append(Reason(why, LIMIT, 1.0))
    sentence = f"{due.item.title}: overdue by the book, and the lamp is dark."
    return Disagreement(due, False, sentence, _likely_first(reasons))


def _restarted(facts: Facts) -> list[Reason]:
    restart = facts.get("restart-days")
    if restart is None or restart[0] > RESTARTED_WITHIN_DAYS:
        return []
    return [Reason(f"The counter restarted {restart[1]} ago, and the machine's own count with it.", RESTART, 3.5)]


def _likely_first(reasons: list[Reason]) -> tuple[Reason, ...]:
    return tuple(sorted(reasons, key=lambda reason: -reason.weight))
