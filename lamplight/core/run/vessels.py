"""Which containers stand under which outlet, and which one is offered where nobody said."""

from __future__ import annotations

from collections.abc import Mapping

from lamplight.core.job.containers import TRAY, Vessel, least_without_stops
from lamplight.core.job.procedure import Procedure
from lamplight.core.machine.kind import Kind

# What stands in a cupboard: the smallest that needs no stop is offered. Common practice, no source.
USUAL_VESSELS_ML = (500, 1000, 1500, 2000, 3000, 5000)
LARGEST_OFFERED_ML = 2000
DRAINED_TRAY_ML = 100_000


def offered_ml(procedure: Procedure, outlet: str) -> int:
    """The smallest usual container under an outlet that needs no stop, as far as anybody has one so large."""
    least = least_without_stops(procedure.flows, [outlet])
    return next((ml for ml in USUAL_VESSELS_ML if ml >= least), LARGEST_OFFERED_ML)


def vessels_of(kind: Kind, procedure: Procedure, sizes: Mapping[str, int]) -> list[Vessel]:
    """The container under each outlet, and the tray; a tray with a drain never fills.

    Args:
        kind: of the machine.
        procedure: adapted.
        sizes: millilitres by outlet.
    """
    under = [Vessel(outlet, sizes[outlet], (outlet,)) for outlet, _ in procedure.outlets if sizes.get(outlet)]
    tray = DRAINED_TRAY_ML if "drain" in kind.traits else kind.capacities.tray_ml
    return [*under, Vessel(TRAY, tray, (TRAY,))] if tray else under


def drained(ml: int) -> bool:
    """Whether a vessel never fills, since it has a drain."""
    return ml >= DRAINED_TRAY_ML // 2
