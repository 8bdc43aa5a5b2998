"""What a run brings about when it ends: what counts as done, what was used up, and how it is told."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from lamplight.core.care.item import CareItem
from lamplight.core.job.confirmations import confirmations_in_words, settles
from lamplight.core.job.needs import need_lines
from lamplight.core.machine.kind import Kind
from lamplight.core.run.state import Outcome, RunState
from lamplight.core.words import grouped, plural


def settled_items(state: RunState, item_key: str, kind: Kind) -> tuple[CareItem, ...]:
    """The items that count as done with a finished run: its own first, then what its procedure settles besides.

    None at all where an answer of the keeper speaks against it. What the own item settles by itself goes with it.

    Args:
        state: of the run.
        item_key: for which it was begun; of a free procedure no item is called so.
        kind: of the machine.
    """
    if not settles(state.confirmations):
        return ()
    item = kind.item(item_key)
    besides = set(state.procedure.settles) - {item_key, *(item.settles if item else ())}
    return tuple(settled for settled in (item, *map(kind.item, sorted(besides))) if settled is not None)


def doses(state: RunState) -> dict[str, float]:
    """Units of each product that a run uses by its procedure, by key."""
    lines = need_lines(state.procedure, state.context.products)
    return {line.product: line.units for line in lines if line.product}


@dataclass(frozen=True)
class WrittenAtEnd:
    """What was written down at the end of a run.

    Attributes:
        value: the counter, or None.
        cleaning: drinks that only cleaned, 0 or more.
        confirmations: answers by key.
        inspected: what was looked at, and whether it was well.
    """

    value: int | None = None
    cleaning: int = 0
    confirmations: Mapping[str, bool] = field(default_factory=dict)
    inspected: Mapping[str, bool] = field(default_factory=dict)


def outcome_words(state: RunState, written: WrittenAtEnd) -> str:
    """How a run stands or went: ``open, step 3``; ``finished after 24 min at counter 12 480``."""
    if state.running:
        return f"open, step {min(state.index + 1, len(state.procedure.steps))}"
    words = f"{state.outcome.value} after {run_minutes(state)} min"
    if written.value is not None:
        words += f" at counter {grouped(written.value)}"
    if written.cleaning:
        words += f", {plural(written.cleaning, 'drink')} only to clean"
    if written.confirmations:
        words += "; " + ", ".join(confirmations_in_words(written.confirmations))
    reason = state.notes[-1].text if state.outcome is Outcome.ABANDONED and state.notes else ""
    return f"{words}: {reason}" if reason else words


def run_minutes(state: RunState) -> int:
    """Whole minutes from beginning to end; 0 while it is open."""
    return round(((state.ended_at or state.begun_at) - state.begun_at).total_seconds() / 60)
