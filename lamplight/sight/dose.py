"""The mixes of a machine: what is filled, what it draws, what a weaker one saved."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.care.item import CareItem, Start
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Product
from lamplight.core.job.dose import dose_for
from lamplight.core.job.procedure import Procedure
from lamplight.core.machine.marks import MIX_VOLUMES, DoseTrial, running_trial
from lamplight.sight.cupboard import roles
from lamplight.sight.kinds import equipped_kind, kind_of, kind_unmarked
from lamplight.sight.machine_view import MachineView
from lamplight.sight.procedures import procedure_for, usual_products
from lamplight.store.stock import uses_by_machine


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
    item = view.whole_kind.item(known.care) if known and known.care else None
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


def saved_so_far(view: MachineView, mix: MixHere) -> float:
    """Units that the job of a mix took less than its full dose until now; what other jobs took is theirs."""
    done = {
        fact.at for fact in view.status.book.done if fact.item == mix.item.key and fact.start is Start.DONE and fact.at
    }
    used = uses_by_machine([view.row.id]).get(view.row.id, ())
    return sum(max(0.0, mix.full_units - units) for at, key, units in used if key == mix.product.key and at in done)
