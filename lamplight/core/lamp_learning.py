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

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

import numpy as np

from lamplight.core.care import CareItem
from lamplight.core.errors import InvalidInput, MissingReading
from lamplight.core.forecast import Passage
from lamplight.core.gauges import Gauge

# The machine's interval lies within a factor of about 2 of the kind's, 8 times in 10.
EXPECTED_SPREAD = 0.55
# Counts at lighting scatter by some per cent of the interval: it is seen a few drinks late.
SCATTERS = np.geomspace(0.008, 0.3, 12)
EXPECTED_SCATTER, SCATTER_SPREAD = 0.08, 1.2
# How late a lamp is seen, on average, as a share of the interval; and how likely each is beforehand.
LATENESS = np.array([0.0, 0.006, 0.012, 0.025, 0.05])
LATENESS_BELIEF = np.array([0.4, 0.2, 0.18, 0.15, 0.07])
# How late is never known well: after any number of rounds the interval may be off by so much (standard deviation).
NEVER_KNOWN, EIGHT_IN_TEN = 0.005, 1.2816
# A bar shows whole per cents, half a one off at most; below a tenth it tells too little.
BAR_ERROR, LEAST_BAR = 0.005, 0.1
GRID = 121
# Older rounds teach nothing more: two years at a lamp a month, and boards and settings change.
LATEST_ROUNDS = 24
WIDEST = 6.0
LOW, MIDDLE, HIGH = 0.1, 0.5, 0.9


@dataclass(frozen=True)
class Seen:
    """A round from one time an item was done to the next event.

    Attributes:
        count: drinks, milk drinks or litres by then, above 0.
        lit: whether the lamp was seen to light; False where the item was done with the lamp dark.
        dark_until: the count at which it was last seen dark, 0 where nobody looked.
        bar: how far its progress bar stood at that count, 0.1 to 1; 0 where none was read. Not where it was lit.
    """

    count: float
    lit: bool
    dark_until: float = 0.0
    bar: float = 0.0


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
    """

    count: float
    early: float
    late: float
    seen: int
    censored: int
    error: float | None
    bars: int = 0


def learn_interval(rounds: Sequence[Seen], expected: float) -> LampInterval:
    """The interval from the latest rounds.

    Args:
        rounds: in order of time.
        expected: the kind's own limit, above 0.

    Raises:
        InvalidInput: for an expected interval or a count that is not above 0, or a bar that tells nothing.
        MissingReading: when the lamp was never seen to light, and no bar was read.
    """
    if expected <= 0 or any(one.count <= 0 for one in rounds):
        raise InvalidInput("Intervals and counts are above 0.")
    if any(one.bar and (one.lit or not LEAST_BAR <= one.bar <= 1) for one in rounds):
        raise InvalidInput("A bar stands between a tenth and the whole, and the lamp is dark then.")
    seen, bars = sum(one.lit for one in rounds), sum(one.bar > 0 for one in rounds)
    if not seen and not bars:
        raise MissingReading("The lamp was not seen to light yet.")
    lately = rounds[-LATEST_ROUNDS:]
    if not _intervals_seen(lately):
        lately = rounds
    early, middle, late = _quantiles(lately, expected)
    return LampInterval(middle, early, late, seen, len(rounds) - seen - bars, _past_error(lately, expected), bars)


def _quantiles(rounds: Sequence[Seen], expected: float) -> tuple[float, float, float]:
    """10, 50 and 90 % of the belief about the interval."""
    intervals = expected * np.exp(np.linspace(-WIDEST * EXPECTED_SPREAD, WIDEST * EXPECTED_SPREAD, GRID))
    # The scatter about the few counts that were seen is found on a finer grid around the likely interval.
    middle = intervals[int(np.argmax(_belief(_log_all(rounds, intervals), intervals, expected)))]
    counts = _intervals_seen(rounds)
    reach = max(0.35 * middle, 1.5 * (max(counts) - min(counts)))
    fine = np.linspace(max(middle - reach, 0.02 * middle), middle + reach, 2 * GRID)
    weight = _belief(_log_all(rounds, fine), fine, expected)
    early, likely, late = (_quantile(share, weight, fine) for share in (LOW, MIDDLE, HIGH))
    doubt = EIGHT_IN_TEN * NEVER_KNOWN * likely
    return likely - float(np.hypot(likely - early, doubt)), likely, likely + float(np.hypot(late - likely, doubt))


def _intervals_seen(rounds: Sequence[Seen]) -> list[float]:
    """What each round by itself says, censored ones left out."""
    return [one.count / (one.bar or 1.0) for one in rounds if one.lit or one.bar]


def _quantile(share: float, weight: np.ndarray, intervals: np.ndarray) -> float:
    return float(np.interp(share, np.cumsum(weight) / weight.sum(), intervals))


def _belief(log: np.ndarray, intervals: np.ndarray, expected: float) -> np.ndarray:
    """The belief in each interval, with scatter and lateness summed out; not scaled."""
    from scipy.special import logsumexp  # slow to load: only where a lamp is learned

    usual = -0.5 * (np.log(SCATTERS / EXPECTED_SCATTER) / SCATTER_SPREAD)[:, None] ** 2 + np.log(LATENESS_BELIEF)
    prior = -0.5 * (np.log(intervals / expected) / EXPECTED_SPREAD) ** 2 - np.log(intervals)
    summed = logsumexp(log + usual, axis=(1, 2)) + prior
    return np.exp(summed - summed.max())


def _log_all(rounds: Sequence[Seen], intervals: np.ndarray) -> np.ndarray:
    return sum((_log_round(one, intervals) for one in rounds), np.zeros((1, len(SCATTERS), len(LATENESS))))


def _log_round(one: Seen, intervals: np.ndarray) -> np.ndarray:
    """Log of the chance of one round: intervals x scatters x latenesses (or 1 where these do not matter)."""
    from scipy.special import log_ndtr  # slow to load: only where a lamp is learned

    middle = intervals[:, None, None]
    scatter = SCATTERS[None, :, None] * middle
    if one.bar:
        width = np.hypot(one.bar * scatter, BAR_ERROR * middle)
        return -0.5 * ((one.count - one.bar * middle) / width) ** 2 - np.log(width)
    z = (one.count - middle) / scatter
    if not one.lit:
        return log_ndtr(-z)
    if one.dark_until > 0:
        return _log_difference(log_ndtr(z), log_ndtr((one.dark_until - middle) / scatter))
    late = LATENESS[None, None, 1:] * middle
    on_time = -0.5 * z**2 - np.log(scatter) - 0.5 * np.log(2 * np.pi)
    delayed = -np.log(late) + 0.5 * (scatter / late) ** 2 - z * scatter / late + log_ndtr(z - scatter / late)
    return np.concatenate([on_time, delayed], axis=2)


def _log_difference(high: np.ndarray, low: np.ndarray) -> np.ndarray:
    """log(exp(high) - exp(low)), where high is the larger."""
    return high + np.log(np.maximum(-np.expm1(np.minimum(low - high, -1e-12)), 1e-300))


def _past_error(rounds: Sequence[Seen], expected: float) -> float | None:
    """How far what was known before each sighting missed it, on average, as a share."""
    counts = _intervals_seen(rounds)
    intervals = np.linspace(0.5 * min(counts), 1.5 * max(counts), 2 * GRID)
    log = _log_all((), intervals)
    misses, known = [], 0
    for one in rounds:
        if one.lit and known:
            foretold = _quantile(MIDDLE, _belief(log, intervals, expected), intervals)
            misses.append(abs(foretold - one.count) / one.count)
        log = log + _log_round(one, intervals)
        known += one.lit or one.bar > 0
    return float(np.mean(misses)) if misses else None


def rounds_of(
    done: Sequence[datetime],
    lit: Sequence[datetime],
    dark: Sequence[datetime],
    gauge: Gauge,
    bars: Sequence[tuple[datetime, float]] = (),
) -> tuple[Seen, ...]:
    """The rounds of one item on one machine, in order of time.

    Args:
        done: when the item was done.
        lit: when its lamp was seen to be lit anew.
        dark: when the panel was seen with that lamp dark.
        gauge: what the lamp counts.
        bars: when its progress bar was read, and how far it stood, 0 to 1.

    Of a round whose lamp was not seen, the last bar that tells enough stands for it. A lamp that lights
    again after less than a unit (it came back) opens no round.
    """
    moments = sorted(set(done))
    found = []
    for begin, end in zip(moments, [*moments[1:], None], strict=True):
        within = [at for at in lit if at > begin and (end is None or at <= end)]
        first = min(within, default=None)
        read = _last_bar(bars, begin, end)
        if first is None and read is not None and gauge.between(begin, read[0]) >= 1:
            found.append(Seen(gauge.between(begin, read[0]), False, bar=min(1.0, read[1])))
            continue
        until = first or end
        if until is None:
            continue
        count = gauge.between(begin, until)
        if count < 1:
            continue
        seen_dark = [gauge.between(begin, at) for at in dark if begin < at < until]
        found.append(Seen(count, first is not None, max(seen_dark, default=0.0) if first is not None else 0.0))
    return tuple(found)


def _last_bar(
    bars: Sequence[tuple[datetime, float]], begin: datetime, end: datetime | None
) -> tuple[datetime, float] | None:
    """The last bar of a round that tells enough; where a bar fell, somebody did the item without a word."""
    last = None
    for at, bar in sorted(one for one in bars if begin < one[0] and (end is None or one[0] <= end)):
        if last is not None and bar < last[1]:
            break
        last = (at, bar)
    return last if last is not None and last[1] >= LEAST_BAR else None


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


def lamp_expected(item: CareItem, interval: LampInterval, gauge: Gauge, since: datetime) -> LampExpected | None:
    """The dates on which a learned interval runs out, counted from the last time the item was done.

    Early takes the early interval, late the late one, so that both doubts are in the span; None
    where the counter was never read.
    """
    if gauge.last is None:
        return None
    begin = max(gauge.last, since)
    used = gauge.between(since, gauge.last)
    early, likely, late = (
        gauge.forecast(count - used, begin) for count in (interval.early, interval.count, interval.late)
    )
    return LampExpected(item, interval, Passage(early.early, likely.likely, late.late, likely.reached), gauge.unit)
