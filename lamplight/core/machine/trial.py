"""Weaker and longer, as an experiment: stopped by one finding, and honest about what none says.

Of n washes without a finding, the share of washes that would leave something is with 95 % confidence below
``1 - 0.05^(1/n)``: the exact binomial bound of Clopper and Pearson (Biometrika 26, 1934, 404), quoted from memory.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.errors import InvalidInput

# What is looked at after every wash of an experiment.
LOOKED_AT = ("hose", "orifice", "galleries", "valve")
LEAST_SHARE, MOST_WASHES, MOST_MINUTES = 0.25, 60, 120
CONFIDENCE = 0.95


@dataclass(frozen=True)
class Trial:
    """An experiment as it was begun.

    Args:
        share: of the full dose that is taken, 0.25 up to below 1.
        minutes: that the mix stands in the circuit, 0 to 120.
        washes: after which it is over, 1 to 60.
        begun: when.
        hypothesis: what the keeper expects.

    Raises:
        InvalidInput: when out of range.
    """

    share: float
    minutes: int
    washes: int
    begun: datetime
    hypothesis: str = ""

    def __post_init__(self) -> None:
        if not LEAST_SHARE <= self.share < 1:
            raise InvalidInput("Take from a quarter to less than the full dose.", "share")
        if not 0 <= self.minutes <= MOST_MINUTES:
            raise InvalidInput(f"It stands 0 to {MOST_MINUTES} minutes.", "minutes")
        if not 1 <= self.washes <= MOST_WASHES:
            raise InvalidInput(f"An experiment has 1 to {MOST_WASHES} washes.", "washes")

    @property
    def rule(self) -> str:
        """When it stops, as it is stated before it begins."""
        times = "wash" if self.washes == 1 else "washes"
        return (
            f"It is over after {self.washes} {times}, or at once when one inspection finds something. "
            f"{self.washes} without a finding would say: with 95 % confidence fewer than "
            f"{100 * upper_bound(0, self.washes):.0f} % of washes would leave any."
        )


@dataclass(frozen=True)
class TrialWash:
    """A wash of an experiment: when it was over, and whether everything was clean."""

    at: datetime
    clean: bool


@dataclass(frozen=True)
class TrialState:
    """Where an experiment stands.

    Attributes:
        washes: that were inspected.
        found_at: when something was found, or None.
        over: whether it is.
        bound: with 95 % confidence fewer than this share of washes would leave residue; None before the first.
    """

    washes: int
    found_at: datetime | None
    over: bool
    bound: float | None

    @property
    def words(self) -> str:
        """What it says so far."""
        if self.found_at is not None:
            return "Something was found: it is over, the full dose holds again, and the next wash is brought forward."
        if self.bound is None:
            return "No wash yet."
        bound = f"with 95 % confidence fewer than {100 * self.bound:.0f} % of washes leave any"
        said = f"0 of {self.washes} with residue: {bound}."
        return f"{said} It is over; the full dose holds again until you decide otherwise." if self.over else said


def upper_bound(found: int, washes: int, confidence: float = CONFIDENCE) -> float:
    """Below which share of washes would leave residue, with a confidence, when so many of so many did.

    Args:
        found: 0 up to ``washes``.
        washes: 1 or more.
        confidence: one-sided, above 0, below 1.

    Raises:
        InvalidInput: when out of range.
    """
    if washes < 1 or not 0 <= found <= washes or not 0 < confidence < 1:
        raise InvalidInput("Some washes are needed, and no more findings than washes.")
    if found == washes:
        return 1.0
    from scipy.special import betaincinv  # slow to load

    return float(betaincinv(found + 1, washes - found, confidence))


def trial_state(trial: Trial, washes: Sequence[TrialWash], stopped: bool = False) -> TrialState:
    """Where an experiment stands.

    Args:
        stopped: whether the keeper ended it.
    """
    since = sorted((wash for wash in washes if wash.at >= trial.begun), key=lambda wash: wash.at)
    found = next((wash for wash in since if not wash.clean), None)
    counted = since[: since.index(found) + 1] if found else since[: trial.washes]
    bound = upper_bound(1 if found else 0, len(counted)) if counted else None
    over = stopped or found is not None or len(counted) >= trial.washes
    return TrialState(len(counted), found.at if found else None, over, bound)
