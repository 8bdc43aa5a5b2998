"""What the water bench reckons for a machine: the way from tap to cup, the scale ledger, and the descaler."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from lamplight.core.care.item import Due, ItemRole, Start
from lamplight.core.care.triggers import ScaleBudget
from lamplight.core.job.chemistry import Product
from lamplight.core.water.acids import AcidPart, dissolves_g
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.descaler import Descaler, DescalerMix
from lamplight.core.water.hardness import DEPOSITED_SHARE, SCALE_BUDGET_G
from lamplight.core.water.scale_account import DescaleDone, LedgerLine, scale_ledger
from lamplight.core.water.through import WaterThrough, taken_per_litre
from lamplight.sight.machine_view import MachineView

DESCALER = "descaler"
# What was taken out of stock so near to a descaling was its dose.
SAME_JOB = timedelta(hours=6)
Uses = Sequence[tuple[datetime, str, float]]


@dataclass(frozen=True)
class WaterStory:
    """The water of one machine.

    Attributes:
        view: the machine.
        water: what comes in, and through which cartridge.
        now: how far that cartridge is used.
        filter_l, descale_l: litres since either; None where nobody knows.
        left_l: litres until the cartridge is spent; None where there is none, or nobody knows.
        filter_due, descale_due: where either stands.
        ledger: from one descaling to the next.
        budget_g: of scale that may build up before it is descaled.
    """

    view: MachineView
    water: WaterAtMachine
    now: WaterThrough
    filter_l: float | None
    descale_l: float | None
    left_l: float | None
    filter_due: Due | None
    descale_due: Due | None
    ledger: tuple[LedgerLine, ...]
    budget_g: float

    @property
    def there_g(self) -> float | None:
        """Scale that is reckoned to be there; None where nobody knows when it was descaled."""
        return self.ledger[-1].left_g if self.ledger else None

    @property
    def arrives_dh(self) -> float | None:
        """The hardness that arrives now and can become scale."""
        return self.now.scale_dh()


def water_story(view: MachineView, uses: Uses, known: Mapping[str, Product]) -> WaterStory:
    """What the water of one machine does.

    Args:
        uses: of descalers on it: when, which, how many units.
        known: products by key.
    """
    context = view.status.context
    meter = context.meters.get("litres")
    fit, change = context.water.fitted_at, view.status.due_of(ItemRole.FILTER)
    descale = view.status.due_of(ItemRole.DESCALE)
    read = meter is not None and meter.last is not None
    done = context.moment_of(descale.last) if descale and descale.last else None

    def since(moment: datetime | None) -> float | None:
        return meter.between(moment, context.now) if meter is not None and read and moment is not None else None

    ledger: tuple[LedgerLine, ...] = ()
    budget = scale_budget(view)
    if meter is not None and read and context.water.test is not None:
        ledger = scale_ledger(
            context.waters, meter.between, _descales(view, uses, known), context.now, budget.deposited
        )
    per_litre = taken_per_litre(context.water)
    left = max(0.0, 1.0 - context.water_now.load[1]) / per_litre if per_litre > 0 and fit is not None else None
    return WaterStory(
        view, context.water, context.water_now, since(fit), since(done), left, change,
        descale, ledger, budget.grams,
    )  # fmt: skip


def scale_budget(view: MachineView) -> ScaleBudget:
    """How much scale may build up in a machine: by its own rule, else the usual."""
    item = view.whole_kind.item_of(ItemRole.DESCALE)
    rules = [trigger for trigger in item.triggers if isinstance(trigger, ScaleBudget)] if item else []
    return rules[0] if rules else ScaleBudget(SCALE_BUDGET_G, DEPOSITED_SHARE)


def _descales(view: MachineView, uses: Uses, known: Mapping[str, Product]) -> list[DescaleDone]:
    item = view.whole_kind.item_of(ItemRole.DESCALE)
    if item is None:
        return []
    done = {
        fact.at
        for fact in view.status.book.done
        if fact.at is not None and fact.start is Start.DONE and item.key in (fact.item, *fact.settled)
    }
    return [DescaleDone(at, _dissolved(at, uses, known)) for at in sorted(done)]


def _dissolved(at: datetime, uses: Uses, known: Mapping[str, Product]) -> float | None:
    """What the dose of a descaling dissolved, by what was taken out of stock for it; None where nobody knows."""
    parts = [
        part
        for moment, key, units in uses
        if abs(moment - at) <= SAME_JOB and key in known
        for part in acids_in(known[key], units)
    ]
    return dissolves_g(parts) if parts else None


def acids_in(product: Product, units: float) -> tuple[AcidPart, ...]:
    """The acids in so many units of a product; empty where its label does not say."""
    return tuple(AcidPart(acid, grams * units) for acid, grams in product.acids)


@dataclass(frozen=True)
class Dose:
    """What goes in for a descaling of a machine.

    Attributes:
        product: which serves.
        units: of it.
        volume_ml: of the mix.
        mix: its acids in that water; None where the label does not say which.
    """

    product: Product
    units: float
    volume_ml: float
    mix: DescalerMix | None


def descaling_dose(view: MachineView) -> Dose | None:
    """What a descaling takes here; None where none is led through, or nothing serves as descaler."""
    due, product = view.status.due_of(ItemRole.DESCALE), view.serving.get(DESCALER)
    procedure = view.procedure(due) if due else None
    if due is None or procedure is None or product is None:
        return None
    units = sum(line.units for line in view.needs(due) if line.product == product.key)
    volume = sum(step.amount_ml or 0.0 for step in procedure.steps for _place, role in step.puts if role == DESCALER)
    if not units or not volume:
        return None
    parts = acids_in(product, units)
    return Dose(product, units, float(volume), DescalerMix(parts, float(volume)) if parts else None)


def descalers(known: Mapping[str, Product], prices: Mapping[str, float], volume_ml: float) -> list[Descaler]:
    """The products that serve as descaler and name their acids, with the dose for a mix."""
    return [
        Descaler(
            product.key,
            acids_in(product, 1.0),
            product.dose if product.per_l is None else product.per_l * volume_ml / 1000,
            prices.get(product.key),
        )  # fmt: skip
        for product in known.values()
        if product.serves(DESCALER) and product.acids
    ]
