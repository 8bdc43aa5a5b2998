"""Which containers stand under which outlet, and which one is offered where nobody said."""

from __future__ import annotations

from collections.abc import Mapping

from lamplight.core.anatomy.outlets import DRAIN
from lamplight.core.job.containers import TRAY, Vessel, least_vessel, least_without_stops
from lamplight.core.job.procedure import Procedure, Stand
from lamplight.core.machine.kind import Kind

# What stands in a cupboard: the smallest that needs no stop is offered. Common practice, no source.
USUAL_VESSELS_ML = (500, 1000, 1500, 2000, 3000, 5000)
LARGEST_OFFERED_ML = 2000
DRAINED_TRAY_ML = 100_000


def offered_ml(procedure: Procedure, stand: Stand) -> int:
    """The smallest usual container that needs no stop and is as large as asked, as far as anybody has one so large."""
    least = max(least_vessel(least_without_stops(procedure.flows, stand.under, stand.key)), stand.least_ml)
    return next((ml for ml in USUAL_VESSELS_ML if ml >= least), LARGEST_OFFERED_ML)


def vessels_of(kind: Kind, procedure: Procedure, sizes: Mapping[str, int]) -> list[Vessel]:
    """The containers that are put up, the tray, and a drain; a drain that leads away never fills, one with a canister
    does, and its tray with it.

    Args:
        kind: of the machine.
        procedure: adapted.
        sizes: millilitres by container.
    """
    put_up = [
        Vessel(stand.key, sizes[stand.key], stand.under, f"container under {stand.words}")
        for stand in procedure.stands
        if sizes.get(stand.key)
    ]
    canister = kind.capacities.drain_ml
    drains = "drain" in kind.traits
    tray = (canister or DRAINED_TRAY_ML) if drains else kind.capacities.tray_ml
    words = "canister under the drain" if drains and canister else "tray"
    below = (TRAY, DRAIN) if canister else (TRAY,)
    caught = {outlet for vessel in put_up for outlet in vessel.under}
    under_tray = tuple(outlet for outlet in below if outlet not in caught)
    return [
        *put_up,
        *([Vessel(TRAY, tray, under_tray, words)] if tray else []),
        *([] if DRAIN in (*under_tray, *caught) else [Vessel(DRAIN, DRAINED_TRAY_ML, (DRAIN,), "drain")]),
    ]


def drained(ml: int) -> bool:
    """Whether a vessel never fills, since it has a drain."""
    return ml >= DRAINED_TRAY_ML // 2
