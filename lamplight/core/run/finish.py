"""What a run brings about when it ends: what counts as done, what was used up, and how it is told."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from lamplight.core.care.inspections import INSPECTIONS
from lamplight.core.care.item import CareItem
from lamplight.core.job.confirmations import confirmations_in_words, settles
from lamplight.core.job.dose import Pour, pour_of, refusal_of_volume
from lamplight.core.job.needs import need_lines
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import StepKind
from lamplight.core.machine.kind import Kind
from lamplight.core.run.clock import seconds_taken
from lamplight.core.run.state import Outcome, RunContext, RunState
from lamplight.core.words import grouped, listed, plural


def settled_items(state: RunState, item_key: str, kind: Kind) -> tuple[CareItem, ...]:
    """The items that count as done with a finished run: its own first, then what its procedure settles besides.

    None at all where an answer of the keeper speaks against it. What the own item settles by itself goes with it.

    Args:
        item_key: for which it was begun; of a free procedure no item is called so.
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


def pours_of(procedure: Procedure, context: RunContext) -> dict[str, Pour]:
    """What is measured and poured where a step pours a mix, by role; without what cannot be mixed."""
    found = {}
    for step in procedure.steps:
        if step.kind is StepKind.POUR and step.amount_ml:
            for _place, role in step.puts:
                product = context.products.get(role)
                if product is not None and refusal_of_volume(product, step.amount_ml) is None:
                    found[role] = pour_of(product, step.amount_ml)
    return found


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
    seen = written.inspected.items()
    found = [INSPECTIONS[what].title.lower() for what, well in seen if not well and what in INSPECTIONS]
    if found:
        words += f"; found not clean: {listed(found)}"
    reason = state.notes[-1].text if state.outcome is Outcome.ABANDONED and state.notes else ""
    return f"{words}: {reason}" if reason else words


def run_minutes(state: RunState) -> int:
    """Whole minutes from beginning to end, without those in which nobody waited for it; 0 while it is open."""
    return round((seconds_taken(state) or 0) / 60)
