"""What of a long list is tried: a share that the seed draws, in `make test-long` all of it."""

from __future__ import annotations

import os
from collections.abc import Iterable
from random import Random
from typing import TypeVar

Thing = TypeVar("Thing")
LONG = bool(os.environ.get("LAMPLIGHT_LONG"))
SEED = int(os.environ.get("LAMPLIGHT_SEED", "1"))


def drawn(things: Iterable[Thing], count: int, seed: int = 0) -> list[Thing]:
    """So many of some things, in their order; the same ones for the same `LAMPLIGHT_SEED`.

    Args:
        things: all of them.
        count: how many are tried.
        seed: what tells two draws of one run apart.
    """
    every = list(things)
    if LONG or count >= len(every):
        return every
    chosen = sorted(Random(f"{SEED} {seed}").sample(range(len(every)), count))
    return [every[n] for n in chosen]
