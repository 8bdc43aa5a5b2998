"""When does this machine's lamp light? Its own interval, learned from what was seen.

From each time an item was done, counts run until its lamp is seen, or until it is done again with
the lamp dark: then the interval is longer than that (a censored observation). Counts at lighting are
taken as normal about the machine's interval; interval and scatter are found on a grid, with the
kind's limit as a broad expectation. A lamp is seen some drinks after it lights: that lateness is taken
as exponential, so that a count at a sighting is an exponentially modified normal one (Grushka 1972,
quoted from memory), and summed out with the scatter. Priors are ours, no source; the censored
likelihood is the standard one (Tobin 1958, quoted from memory). A progress bar that was read on the way
tells how far a round had come, so that its count over that share is an interval as good as a lamp's, but
for the whole per cents that it shows.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

import numpy as np

from lamplight.core.care.context import LampAhead
from lamplight.core.care.item import CareItem
from lamplight.core.care.triggers import CountSince, LitresByHardness, ScaleBudget
from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.lamps.intervals import BAR_ERROR, LEAST_BAR, Seen
from lamplight.core.usage.em import Vector
from lamplight.core.usage.meters import Meter
from lamplight.core.usage.passage import EARLY, EIGHT_IN_TEN, LATE, LIKELY, Passage
from lamplight.core.water.at_machine import WaterAtMachine

# The machine's interval lies within a factor of about 2 of the kind's, 8 times in 10.
EXPECTED_SPREAD = 0.55
# Counts at lighting scatter by some per cent of the interval: it is seen a few drinks late.
SCATTERS = np.geomspace(0.008, 0.3, 12)
EXPECTED_SCATTER, SCATTER_SPREAD = 0.1, 1.2
# How late a lamp is seen, on average, as a share of the interval; and how likely each is beforehand.
LATENESS = np.array([0.0, 0.006, 0.012, 0.025, 0.05, 0.1])
LATENESS_BELIEF = np.array([0.36, 0.19, 0.17, 0.14, 0.09, 0.05])
# All sightings may be late though they agree, and nothing in them tells: so far the interval may lie below them, as a
# share, unless somebody saw the lamp dark shortly before.
LATE_DOUBT, SHORTLY_BEFORE = 0.08, 0.1
# A round that ended with the lamp dark may have ended because somebody saw it coming; then it tells less than its
# count says. So much of its likelihood is believed; ours, no source.
UNLIT_WEIGHT = 0.3
# How late is never known well: after any number of rounds the interval may be off by so much (standard deviation).
NEVER_KNOWN = 0.005
# How much a machine scatters is hardly known from a sighting or two: so far the interval may be off beyond what the
# likelihood says (standard deviation over the number of sightings, as a share); ours, no source.
LITTLE_SEEN, BAR_IS_WORTH = 0.12, 4
GRID = 121
# Older rounds teach nothing more: two years at a lamp a month, and boards and settings change.
LATEST_ROUNDS = 24
WIDEST = 6.0


@dataclass(frozen=True)
class LampInterval:
    """A machine's own interval.

    Attributes:
        count: the likely one.
        early, late: 8 chances in 10 lie between.
        seen: how often the lamp was seen to light.
        censored: how often the item was done before it did.
        error: mean miss of what was foretold before each sighting, as a share of it; None before the second.
        bars: how many rounds a progress bar told of.
        unlooked: share of the sightings, 0 to 1, before which nobody had looked lately.
    """

    count: float
    early: float
    late: float
    seen: int
    censored: int
    error: float | None
    bars: int = 0
    unlooked: float = 0.0


def learn_interval(rounds: Sequence[Seen], expected: float) -> LampInterval:
    """The interval from the latest rounds.

    Args:
        rounds: in order of time.
        expected: the kind's own limit, above 0.

    Raises:
        InvalidInput: for an expected interval or a count that is not above 0, or a bar that tells nothing.
        MissingReading: when the lamp was never seen to light, and no bar was read.
    """
    if expected <= 0 or any(round_seen.count <= 0 for round_seen in rounds):
        raise InvalidInput("Intervals and counts are above 0.")
    if any(round_seen.bar and (round_seen.lit or not LEAST_BAR <= round_seen.bar <= 1) for round_seen in rounds):
        raise InvalidInput("A bar stands between a tenth and the whole, and the lamp is dark then.")
    seen, bars = sum(round_seen.lit for round_seen in rounds), sum(round_seen.bar > 0 for round_seen in rounds)
    if not seen and not bars:
        raise MissingReading("The lamp was not seen to light yet.")
    lately = rounds[-LATEST_ROUNDS:]
    if not _intervals_seen(lately):
        lately = rounds
    early, middle, late = _quantiles(lately, expected)
    missed = _past_error(lately, expected)
    return LampInterval(middle, early, late, seen, len(rounds) - seen - bars, missed, bars, _seen_late_perhaps(lately))


def _quantiles(rounds: Sequence[Seen], expected: float) -> tuple[float, float, float]:
    """10, 50 and 90 % of the belief about the interval."""
    intervals = expected * np.exp(np.linspace(-WIDEST * EXPECTED_SPREAD, WIDEST * EXPECTED_SPREAD, GRID))
    # The scatter about the few counts that were seen is found on a finer grid around the likely interval.
    middle = intervals[int(np.argmax(_belief(_log_all(rounds, intervals), intervals, expected)))]
    counts = _intervals_seen(rounds)
    reach = max(0.35 * middle, 1.5 * (max(counts) - min(counts)))
    fine = np.linspace(max(middle - reach, 0.02 * middle), middle + reach, 2 * GRID)
    weight = _belief(_log_all(rounds, fine), fine, expected)
    early, likely, late = (_quantile(share, weight, fine) for share in (EARLY, LIKELY, LATE))
    doubt = EIGHT_IN_TEN * NEVER_KNOWN * likely
    unseen = LATE_DOUBT * likely * _seen_late_perhaps(rounds)
    doubt = float(np.hypot(doubt, EIGHT_IN_TEN * LITTLE_SEEN * likely / _weight_of_what_was_seen(rounds)))
    down, up = np.hypot(np.hypot(likely - early, doubt), unseen), np.hypot(late - likely, doubt)
    return likely - float(down), likely, likely + float(up)


def _weight_of_what_was_seen(rounds: Sequence[Seen]) -> float:
    """How many sightings what was seen is worth, 1 or more: twice as many where the lamp was seen dark before, and a
    bar is read where it stands, whatever scatters."""
    looked = sum(one.lit and one.dark_until > 0 for one in rounds)
    return float(max(1, sum(one.lit for one in rounds) + looked + BAR_IS_WORTH * sum(one.bar > 0 for one in rounds)))


def _seen_late_perhaps(rounds: Sequence[Seen]) -> float:
    """The share of what was seen, 0 to 1, before which nobody had looked lately: how late that was cannot be known."""
    told = [one for one in rounds if one.lit or one.bar]
    late = [one for one in told if one.lit and one.count - one.dark_until > SHORTLY_BEFORE * one.count]
    return len(late) / len(told) if told else 0.0


def _intervals_seen(rounds: Sequence[Seen]) -> list[float]:
    """What each round by itself says, censored ones left out."""
    return [round_seen.count / (round_seen.bar or 1.0) for round_seen in rounds if round_seen.lit or round_seen.bar]


def _quantile(share: float, weight: Vector, intervals: Vector) -> float:
    return float(np.interp(share, np.cumsum(weight) / weight.sum(), intervals))


def _belief(log: Vector, intervals: Vector, expected: float) -> Vector:
    """The belief in each interval, with scatter and lateness summed out; not scaled."""
    from scipy.special import logsumexp  # slow to load: only where a lamp is learned

    usual = -0.5 * (np.log(SCATTERS / EXPECTED_SCATTER) / SCATTER_SPREAD)[:, None] ** 2 + np.log(LATENESS_BELIEF)
    prior = -0.5 * (np.log(intervals / expected) / EXPECTED_SPREAD) ** 2 - np.log(intervals)
    summed = logsumexp(log + usual, axis=(1, 2)) + prior
    return np.asarray(np.exp(summed - summed.max()), dtype=np.float64)


def _log_all(rounds: Sequence[Seen], intervals: Vector) -> Vector:
    total: Vector = np.zeros((1, len(SCATTERS), len(LATENESS)))
    for round_seen in rounds:
        total = total + _log_round(round_seen, intervals)
    return total


def _log_round(seen: Seen, intervals: Vector) -> Vector:
    """Log of the chance of one round: intervals x scatters x latenesses (or 1 where these do not matter)."""
    from scipy.special import log_ndtr  # slow to load: only where a lamp is learned

    middle = intervals[:, None, None]
    scatter = SCATTERS[None, :, None] * middle
    if seen.bar:
        width = np.hypot(seen.bar * scatter, BAR_ERROR * middle)
        read: Vector = -0.5 * ((seen.count - seen.bar * middle) / width) ** 2 - np.log(width)
        return read
    z = (seen.count - middle) / scatter
    if not seen.lit:
        return np.asarray(UNLIT_WEIGHT * log_ndtr(-z), dtype=np.float64)
    if seen.dark_until > 0:
        return _log_difference(log_ndtr(z), log_ndtr((seen.dark_until - middle) / scatter))
    late = LATENESS[None, None, 1:] * middle
    on_time = -0.5 * z**2 - np.log(scatter) - 0.5 * np.log(2 * np.pi)
    delayed = -np.log(late) + 0.5 * (scatter / late) ** 2 - z * scatter / late + log_ndtr(z - scatter / late)
    return np.concatenate([on_time, delayed], axis=2)


def _log_difference(high: Vector, low: Vector) -> Vector:
    """log(exp(high) - exp(low)), where high is the larger."""
    difference: Vector = high + np.log(np.maximum(-np.expm1(np.minimum(low - high, -1e-12)), 1e-300))
    return difference


def _past_error(rounds: Sequence[Seen], expected: float) -> float | None:
    """How far what was known before each sighting missed it, on average, as a share."""
    counts = _intervals_seen(rounds)
    intervals = np.linspace(0.5 * min(counts), 1.5 * max(counts), 2 * GRID)
    log = _log_all((), intervals)
    misses, known = [], 0
    for round_seen in rounds:
        if round_seen.lit and known:
            foretold = _quantile(LIKELY, _belief(log, intervals, expected), intervals)
            misses.append(abs(foretold - round_seen.count) / round_seen.count)
        log = log + _log_round(round_seen, intervals)
        known += round_seen.lit or round_seen.bar > 0
    return float(np.mean(misses)) if misses else None


@dataclass(frozen=True)
class LampExpected:
    """When the lamp of an item is expected.

    Attributes:
        item: whose.
        interval: as learned.
        passage: early, likely and late date.
        unit: of the interval.
    """

    item: CareItem
    interval: LampInterval
    passage: Passage
    unit: str


def lamp_expected(interval: LampInterval, meter: Meter, since: datetime) -> LampAhead | None:
    """The dates on which a learned interval runs out, counted from the last time the item was done.

    Early takes the early interval, late the late one, so that both doubts are in the span; None
    where the counter was never read.
    """
    if meter.last is None:
        return None
    begin = max(meter.last, since)
    used = meter.between(since, meter.last)
    early, likely, late = (
        meter.forecast(count - used, begin) for count in (interval.early, interval.count, interval.late)
    )
    passage = Passage(early.early, likely.likely, late.late, likely.reached)
    return LampAhead(passage, interval.count, meter)


# What a lamp is expected at where neither hardness nor a table says it; corrected by its first sightings.
USUAL_DESCALE_L = 60.0


def counted_by_lamp(item: CareItem, meters: Mapping[str, Meter], water: WaterAtMachine) -> tuple[Meter, float] | None:
    """What the lamp of an item counts, and the kind's own limit in that unit; None where it goes by no count."""
    counts = [trigger for trigger in item.triggers if isinstance(trigger, CountSince)]
    if counts:
        meter = meters.get(counts[0].counter)
        return (meter, float(counts[0].limit)) if meter else None
    table = next((trigger for trigger in item.triggers if isinstance(trigger, LitresByHardness)), None)
    scaled = any(isinstance(trigger, ScaleBudget) for trigger in item.triggers)
    if "litres" not in meters or not (table or scaled):
        return None
    hardness = water.scaling_after
    if table is None or hardness is None:
        return meters["litres"], USUAL_DESCALE_L
    return meters["litres"], float(
        next(step.litres for step in table.steps if step.up_to_dh is None or hardness <= step.up_to_dh)
    )
