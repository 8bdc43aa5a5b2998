"""What else would do at a machine: another setting of the bypass, and another descaler for the same scale."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from lamplight.core.job.chemistry import Product
from lamplight.core.water.cartridge import blended, filter_litres
from lamplight.core.water.descaler import Option, Verdict, compared, verdict, vinegar_ml
from lamplight.sight.cupboard import products
from lamplight.sight.water_story import WaterStory, descalers, descaling_dose

BYPASSES = (0.0, 0.1, 0.2, 0.3, 0.4, 0.5)


@dataclass(frozen=True)
class BypassRow:
    """What another setting of the bypass would do.

    Attributes:
        share: that goes past.
        fresh_dh: that arrives behind a fresh cartridge.
        litres: until it is spent; None where it never is.
        per_litre: money for a litre, or None.
        now: whether it is set so.
    """

    share: float
    fresh_dh: float
    litres: float | None
    per_litre: float | None
    now: bool


@dataclass(frozen=True)
class Judged:
    """The descaler that serves, judged by the scale that is there.

    Attributes:
        product, units, volume_ml: what goes in.
        verdict: what it does; None where its label names no acid.
        per_cent, mol_per_l: how strong it is; 0 where nobody knows.
        options: descalers for the same scale, with their products.
        vinegar_ml: of 5 % vinegar for the same.
        scale_g: by which all of it is judged.
        there: whether so much is there by the ledger, and not only allowed to be.
    """

    product: Product | None
    units: float
    volume_ml: float
    verdict: Verdict | None
    per_cent: float
    mol_per_l: float
    options: list[tuple[Product, Option]]
    vinegar_ml: float
    scale_g: float
    there: bool


def bypass_rows(story: WaterStory, prices: Mapping[str, float]) -> list[BypassRow]:
    """Settings of the bypass of the cartridge that is fitted."""
    cartridge, hardness = story.water.cartridge, story.water.before_filter
    if cartridge is None or hardness is None:
        return []
    product = story.view.serving.get("cartridge")
    price = prices.get(product.key) if product else None
    rows = []
    for share in sorted({*BYPASSES, cartridge.bypass}):
        litres = filter_litres(replace(cartridge, bypass=share), hardness)
        rows.append(
            BypassRow(
                share,
                blended(hardness, share, cartridge.residual_dh),
                litres,
                price / litres if price is not None and litres else None,
                share == cartridge.bypass,
            )  # fmt: skip
        )
    return rows


def judged(story: WaterStory, prices: Mapping[str, float]) -> Judged:
    """Whether the descaling that serves here is enough for the scale that is there, and what else would do."""
    known, dose = products(), descaling_dose(story.view)
    there = story.there_g or 0.0
    scale = max(there, story.budget_g)
    volume = dose.volume_ml if dose else 1000.0
    options = [(known[option.key], option) for option in compared(descalers(known, prices, volume), scale)]
    mix = dose.mix if dose else None
    return Judged(
        dose.product if dose else None, dose.units if dose else 0.0, volume, verdict(mix, scale) if mix else None,
        mix.per_cent if mix else 0.0, mix.mol_per_l if mix else 0.0, options, vinegar_ml(scale), scale,
        there >= story.budget_g,
    )  # fmt: skip
