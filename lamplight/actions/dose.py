"""The dose bench: measuring what a machine draws, its new mark, pushes, and experiments."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import timedelta

from lamplight.actions.entries import Actor, optional, write_entry
from lamplight.actions.kinds import equipped_kind, kind_of, kind_unmarked
from lamplight.actions.machine_view import MachineView
from lamplight.actions.procedures import procedure_for, usual_products
from lamplight.actions.stock import products, roles
from lamplight.core.care.item import CareItem, Start
from lamplight.core.care.triggers import DaysSince, EndOfService
from lamplight.core.dose.beaker import Measuring
from lamplight.core.dose.repeats import MOST_REPEATS
from lamplight.core.dose.vessel import RoundVessel, height_of
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.job.dose import dose_for, refusal_of_volume
from lamplight.core.job.procedure import Procedure
from lamplight.core.machine.marks import MIX_VOLUMES, DoseMark, DoseTrial, running_trial
from lamplight.core.machine.trial import Trial
from lamplight.store.database import database
from lamplight.store.models import (
    DoseMarkVersion,
    DoseMeasuring,
    DoseTrialFact,
    DoseVesselVersion,
    Push,
    TrialStop,
)
from lamplight.store.stock import uses_by_machine

RHYTHM_DAYS, ENOUGH_TIMES = 60, 3
MOST_PUSH = 100_000.0


@dataclass(frozen=True)
class MixHere:
    """A mix of one machine.

    Attributes:
        role: which product goes in.
        item: the care that it is for.
        product: the product that serves, at its full strength.
        full_ml: to which line it is filled by its kind, ml.
        full_units: of the product for that.
        mark_ml: to which mark it is filled here; the full line where none was set.
        trial: the experiment that runs, or None.
    """

    role: str
    item: CareItem
    product: Product
    full_ml: int
    full_units: float
    mark_ml: int
    trial: DoseTrial | None

    @property
    def marked(self) -> bool:
        """Whether it has a mark of its own."""
        return self.mark_ml != self.full_ml

    @property
    def by_volume(self) -> bool:
        """Whether its label goes by the volume, so that less mix takes less of it."""
        return self.product.per_l is not None


def mixes_of(view: MachineView) -> list[MixHere]:
    """The mixes of a machine whose dose can be measured."""
    found = []
    for role in MIX_VOLUMES:
        mix = mix_of(view, role)
        if mix is not None:
            found.append(mix)
    return found


def mix_of(view: MachineView, role: str) -> MixHere | None:
    """One mix of a machine; None where it has none."""
    known = roles().get(role) if role in MIX_VOLUMES else None
    item = view.kind.item(known.care) if known and known.care else None
    if item is None or not item.procedure or item.key not in {due.item.key for due in view.status.dues}:
        return None
    book = view.status.book
    kind = equipped_kind(kind_unmarked(kind_of(view.row.kind), book), book.water)
    serving = usual_products(kind)
    product = serving.get(role)
    try:
        procedure = procedure_for(kind, item.procedure, serving)
    except InvalidInput:
        return None
    full = _poured(procedure, role)
    if product is None or full is None:
        return None
    own = next((mark.ml for mark in book.marks_held if mark.role == role and mark.ml is not None), None)
    trial = running_trial(book.trials, role, book.looked_at)
    return MixHere(role, item, product, full, dose_for(product, full), own or full, trial)


def _poured(procedure: Procedure, role: str) -> int | None:
    volumes = [
        step.amount_ml for step in procedure.steps if step.amount_ml and any(one == role for _place, one in step.puts)
    ]
    return volumes[0] if volumes else None


def washes_a_year(view: MachineView, item: CareItem) -> float | None:
    """How often a job is done in a year: by what was done lately, else as often as its rules ask; None where neither
    says.
    """
    context = view.status.context
    begin = context.now - timedelta(days=RHYTHM_DAYS)
    done = {
        fact.at
        for fact in view.status.book.done
        if fact.at is not None and fact.start is Start.DONE and fact.item == item.key and begin < fact.at <= context.now
    }
    if len(done) > ENOUGH_TIMES:
        return (len(done) - 1) / ((max(done) - min(done)) / timedelta(days=365))
    open_days = sum(context.calendar.weekday_open(day) > 0 for day in range(7)) * 365 / 7
    asked = [open_days for trigger in item.triggers if isinstance(trigger, EndOfService)]
    asked += [365 / trigger.limit for trigger in item.triggers if isinstance(trigger, DaysSince)]
    return min(max(asked), open_days) if asked else None


def saved_so_far(view: MachineView, mix: MixHere) -> float:
    """Units that the job of a mix took less than its full dose until now; what other jobs took is theirs."""
    done = {
        fact.at for fact in view.status.book.done if fact.item == mix.item.key and fact.start is Start.DONE and fact.at
    }
    used = uses_by_machine([view.row.id]).get(view.row.id, ())
    return sum(max(0.0, mix.full_units - units) for at, key, units in used if key == mix.product.key and at in done)


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
