"""What is measured and poured at a step of a run, in words."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.job.dose import dose_for, error_words, pour_of, refusal_of_volume
from lamplight.core.run.state import RunState
from lamplight.core.words import units_in_words


@dataclass(frozen=True)
class PourLine:
    """One product at the step where it goes in.

    Attributes:
        amount: what is measured, in the largest type.
        thing: of what.
        then: the water that is added, and the total; empty where it goes in as it is.
        error: how much stronger or weaker than its label the mix gets, in words; empty where it is as the label wants.
    """

    amount: str
    thing: str
    then: str = ""
    error: str = ""


def pours_at(state: RunState) -> tuple[PourLine, ...]:
    """The products that go in at the current step; none where they went in before."""
    step = state.step
    if step is None or step.kind.timed:
        return ()
    lines = []
    drawn = {cleaner.title for cleaner in state.inside if cleaner.run_begun}
    for role in dict.fromkeys(role for _, role in step.puts):
        product = state.context.products.get(role)
        if product is None or product.title in drawn:
            continue
        name = f"{product.title[:1].lower()}{product.title[1:]}"
        if step.amount_ml is None or refusal_of_volume(product, step.amount_ml) is not None:
            lines.append(PourLine(units_in_words(dose_for(product, None), product.unit), name))
            continue
        pour = pour_of(product, step.amount_ml)
        lines.append(PourLine(pour.amount, name, pour.water, error_words(pour.error)))
    return tuple(lines)
