"""The dose bench: measuring what a machine draws, its new mark, pushes, and experiments."""

from __future__ import annotations

from collections.abc import Sequence

from lamplight.actions.entries import write_entry
from lamplight.core.dose.beaker import Measuring
from lamplight.core.dose.in_hand import RoundVessel, height_of
from lamplight.core.dose.repeats import MOST_REPEATS
from lamplight.core.errors import InvalidInput
from lamplight.core.job.dose import refusal_of_volume
from lamplight.core.machine.marks import DoseMark
from lamplight.core.machine.trial import Trial
from lamplight.core.words import optional
from lamplight.sight.actor import Actor
from lamplight.sight.cupboard import products
from lamplight.sight.dose import MixHere, mix_of
from lamplight.sight.machine_view import MachineView
from lamplight.store.database import database
from lamplight.store.models import (
    DoseMarkVersion,
    DoseMeasuring,
    DoseTrialFact,
    DoseVesselVersion,
    Push,
    TrialStop,
)

MOST_PUSH = 100_000.0


def note_measuring(view: MachineView, role: str, measuring: Measuring, actor: Actor) -> None:
    """Write down that so much was filled, and so much poured back after the job."""
    mix = _mix(view, role)
    with database.atomic():
        words = f"{mix.item.title}: {measuring.filled_ml:g} ml filled, {measuring.left_ml:g} ml left"
        entry = write_entry("dose", words, actor, view.row.id)
        DoseMeasuring.create(
            entry=entry, machine=view.row.id, role=role, filled_ml=measuring.filled_ml, left_ml=measuring.left_ml,
            at=actor.now,
        )  # fmt: skip


def _mix(view: MachineView, role: str) -> MixHere:
    mix = mix_of(view, role)
    if mix is None:
        raise InvalidInput("Nothing is mixed for that on this machine.")
    return mix


def set_mark(view: MachineView, role: str, ml: int | None, actor: Actor) -> None:
    """Fill a mix to another mark from now on; None is the kind's own line again.

    Raises:
        InvalidInput: when the product's label does not hold for so little, does not go by the volume, or the mark lies
            above the line.
    """
    mix = _mix(view, role)
    if ml is not None:
        if not mix.by_volume:
            raise InvalidInput(
                f"{mix.product.title} is taken whole, so a smaller mix would be stronger. Take a product by the litre.",
                "mark",
            )
        DoseMark(role, ml)
        if ml > mix.full_ml:
            raise InvalidInput(f"The mark lies at or below the line of {mix.full_ml} ml.", "mark")
        refused = refusal_of_volume(mix.product, ml)
        if refused:
            raise InvalidInput(refused, "mark")
        ml = None if ml == mix.full_ml else ml
    with database.atomic():
        words = f"{mix.item.title}: filled to {f'{ml} ml' if ml is not None else 'the line'} from now on"
        entry = write_entry("dose", words, actor, view.row.id)
        DoseMarkVersion.create(entry=entry, machine=view.row.id, role=role, ml=ml)


def note_vessel(view: MachineView, role: str, vessel: RoundVessel, actor: Actor) -> None:
    """Write down the vessel in which a mix is made.

    Raises:
        InvalidInput: when the mix does not go into it.
    """
    mix = _mix(view, role)
    height_of(vessel, min(mix.mark_ml, mix.full_ml))
    with database.atomic():
        entry = write_entry("dose", f"{mix.item.title}: its vessel measured", actor, view.row.id)
        DoseVesselVersion.create(entry=entry, machine=view.row.id, role=role, **vars(vessel))


def note_pushes(product_key: str, unit: str, values: Sequence[float], not_primed: bool, actor: Actor) -> None:
    """Write down what pushes of a dispenser gave, in their order.

    Args:
        product_key: of a product that is known.
        unit: the product's own, or ``g``.
        values: each 0 or more.
        not_primed: whether the first one does not count.

    Raises:
        InvalidInput: for an unknown product or unit, no value, or too many.
    """
    known = products().get(product_key)
    if known is None:
        raise InvalidInput("Choose a product.", "product")
    if unit not in (known.unit, "g"):
        raise InvalidInput(f"Count in {known.unit}, or weigh in g.", "unit")
    if not 1 <= len(values) <= MOST_REPEATS or not all(0 <= value <= MOST_PUSH for value in values):
        raise InvalidInput("Type one number for each push, such as 88, 101, 97.", "numbers")
    if not_primed and len(values) < 2:
        raise InvalidInput("Without the first one nothing would be left.", "numbers")
    with database.atomic():
        counted = ", ".join(f"{value:g}" for value in values)
        entry = write_entry("dose", f"{known.title}: pushes of {counted} {unit}", actor)
        for number, value in enumerate(values):
            Push.create(entry=entry, product=product_key, unit=unit, value=value, left_out=not_primed and number == 0)


def begin_trial(view: MachineView, role: str, trial: Trial, actor: Actor) -> None:
    """Begin an experiment with a weaker dose.

    Raises:
        InvalidInput: when one runs, the hypothesis is missing, or a dose cannot be weaker.
    """
    mix = _mix(view, role)
    if mix.trial is not None:
        raise InvalidInput("An experiment runs already. End it first.")
    hypothesis = optional(trial.hypothesis, "What you expect", 300)
    if not hypothesis:
        raise InvalidInput("Write down what you expect, before you begin.", "hypothesis")
    if not mix.by_volume:
        raise InvalidInput(f"{mix.product.title} is taken whole: it cannot be made weaker.", "share")
    with database.atomic():
        words = f"{mix.item.title}: experiment with {100 * trial.share:.0f} % of the dose over {trial.washes} washes"
        entry = write_entry("dose", words, actor, view.row.id)
        DoseTrialFact.create(
            entry=entry, machine=view.row.id, role=role, item=mix.item.key, share=trial.share, minutes=trial.minutes,
            washes=trial.washes, hypothesis=hypothesis,
        )  # fmt: skip


def stop_trial(view: MachineView, role: str, actor: Actor) -> None:
    """End the experiment that runs; the full dose holds again.

    Raises:
        InvalidInput: when none runs.
    """
    mix = _mix(view, role)
    if mix.trial is None:
        raise InvalidInput("No experiment runs here.")
    with database.atomic():
        entry = write_entry("dose", f"{mix.item.title}: experiment ended", actor, view.row.id)
        TrialStop.create(entry=entry, machine=view.row.id, trial=mix.trial.id)
