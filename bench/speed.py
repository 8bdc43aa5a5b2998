"""How quick the dues are: one machine in the core, and Today over HTTP for 40 to 1000 machines.

Prints tables; every ratio is measured in the same run.
"""

from __future__ import annotations

import argparse
import gc
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from functools import partial
from pathlib import Path

import numpy as np

from lamplight.actions.entries import write_entry
from lamplight.actions.machines import LastDoneAnswer, MachineFields, NewMachine, add_machine
from lamplight.actions.sites import save_site
from lamplight.core.assess import assess
from lamplight.core.care.last_done import DoneFact
from lamplight.core.machine.book import MachineBook
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.water.tested import WaterTest
from lamplight.library.catalogue import kinds
from lamplight.sight import cache
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import find_out
from lamplight.store.database import database
from lamplight.store.day_cache import FILE
from lamplight.store.models import CareDone, CounterReading
from lamplight.store.sites import the_site
from lamplight.web import create_app
from lamplight.web.clock import FixedClock

NOW = datetime(2026, 11, 24, 8, 0, tzinfo=UTC)
WEEK = (OFFICE_HOURS,) * 5 + (None,) * 2
READINGS = 730
LOOKS = ("first ever, ms", "first since the start, ms", "first of a minute, ms", "after a change, ms", "again, ms")


def timed(work: Callable[[], object], rounds: int) -> tuple[float, float, float]:
    """Least, median and most milliseconds of several rounds, after one that is not counted."""
    work()
    took = []
    for _ in range(rounds):
        began = time.perf_counter()
        work()
        took.append(1000 * (time.perf_counter() - began))
    return min(took), float(np.median(took)), max(took)


def one_machine(days: int) -> Callable[[], object]:
    """All dues of one machine with daily readings and 25 items."""
    calendar = SiteCalendar("Europe/Berlin", WEEK)
    holidays = frozenset({NOW.date() + timedelta(days=30)})
    chance = np.random.default_rng(1)
    count, readings = 1000, []
    for back in range(days, -1, -1):
        at = calendar.opening((NOW - timedelta(days=back)).date()) + timedelta(minutes=int(chance.integers(0, 50)))
        readings.append(Reading(at, count))
        count += int(chance.poisson((40, 45, 50, 44, 30, 3, 1)[at.weekday()]))
    kind = kinds()["office-tower"]
    more = tuple(replace(item, key=f"more-{n}") for n, item in enumerate(kind.items[: 25 - len(kind.items)]))
    kind = replace(kind, items=(*kind.items, *more))
    assert len(kind.items) == 25
    done = tuple(DoneFact(item.key, NOW - timedelta(days=3 + n)) for n, item in enumerate(kind.items))
    water = WaterAtMachine(WaterTest(NOW.date(), 18, 14), Cartridge(12_000, 0.1))
    book = MachineBook({"drinks": CounterBook(tuple(readings))}, done=done, water=water)
    # A fresh calendar each time, as each request has: nothing worked out before is at hand.
    return lambda: assess(book, kind, SiteCalendar("Europe/Berlin", WEEK, holidays), NOW)


def site_with(machines: int, folder: Path) -> tuple[Callable[[str], bytes], FixedClock]:
    """An application with so many machines; answers a function that gets a page, and its clock."""
    clock = FixedClock(NOW)
    app = create_app(folder, clock)
    database.connect(reuse_if_open=True)
    site = save_site("Bench", "Europe/Berlin", WEEK, Actor(NOW - timedelta(days=800)))
    keys = list(kinds())
    with database.atomic():
        for n in range(machines):
            kind = kinds()[keys[n % len(keys)]]
            done = {item.key: LastDoneAnswer(at=NOW - timedelta(days=2 + n % 9)) for item in kind.items}
            fields = MachineFields(f"Machine {n}", kind.key)
            actor = Actor(NOW - timedelta(days=READINGS))
            machine = add_machine(site.id, fields, NewMachine({"drinks": 1000}), actor)
            entry = write_entry("import", "readings", actor, machine)
            for item, answer in done.items():
                CareDone.create(entry=entry, machine=machine, item=item, at=answer.at)
            rows = [
                {"entry": entry, "machine": machine, "at": NOW - timedelta(days=READINGS - n), "value": 1000 + 30 * n}
                for n in range(1, READINGS)
            ]
            for page in batched([{**row, "source": "csv"} for row in rows], 200):
                CounterReading.insert_many(page).execute()
    database.close()
    gc.freeze()  # as the command that serves it does
    client = app.test_client()
    return lambda path: client.get(path).data, clock


def batched(rows: list[dict], size: int) -> list[list[dict]]:
    """Pages of so many rows."""
    return [rows[start : start + size] for start in range(0, len(rows), size)]


def pass_a_minute(clock: FixedClock) -> None:
    """The next look is the first of its minute."""
    clock.moment += timedelta(minutes=1)


def one_reading() -> None:
    """Somebody writes down a reading of the first machine."""
    database.connect(reuse_if_open=True)
    row = CounterReading.select().order_by(CounterReading.at.desc()).get()
    entry = write_entry("reading", "one more", Actor(NOW), row.machine_id)
    at, value = row.at + timedelta(seconds=1), row.value + 1
    CounterReading.create(entry=entry, machine=row.machine, at=at, value=value, source="typed")
    database.close()


def nothing_kept(folder: str) -> None:
    """As on a new day, or after an upgrade: neither in memory nor beside the data file."""
    cache.forget()
    (Path(folder) / FILE).unlink(missing_ok=True)


def looked_at(clock: FixedClock) -> None:
    """What goes on by itself while Lamplight is served: every machine was looked at once today."""
    database.connect(reuse_if_open=True)
    site = the_site()
    assert site is not None
    find_out(site, clock.now())
    database.close()


def no_change() -> None:
    """The page again."""


def timed_after(before: Callable[[], object], work: Callable[[], object], rounds: int) -> float:
    """Median milliseconds of the work alone, after something that is not counted."""
    took = []
    for _ in range(rounds + 1):
        before()
        began = time.perf_counter()
        work()
        took.append(1000 * (time.perf_counter() - began))
    return float(np.median(took[1:]))


def bare_page(size: int) -> Callable[[], object]:
    """A Flask page of so many bytes that computes nothing, as a measure of the machine."""
    from flask import Flask, render_template_string

    app = Flask("bare")
    text = "<p>{{ words }}</p>" + "x" * size

    @app.get("/")
    def page() -> str:
        return render_template_string(text, words="bare")

    client = app.test_client()
    return lambda: client.get("/").data


def main() -> None:
    """Print the tables."""
    arguments = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    arguments.add_argument("--machines", type=int, nargs="+", default=[1, 10, 40, 200, 1000])
    wanted = arguments.parse_args()
    print("| one machine, 25 items | least ms | median ms | most ms |\n|---|---|---|---|")
    for days in (30, 365, 730):
        least, middle, most = timed(one_machine(days), 20)
        print(f"| {days} daily readings | {least:.1f} | {middle:.1f} | {most:.1f} |")
    print(f"\nToday, each machine with {READINGS} daily readings and all items of its kind.")
    columns = ("machines", *LOOKS, "KiB", "bare page, ms", "ratios to it")
    print(f"| {' | '.join(columns)} |")
    print(f"|{'---|' * len(columns)}")
    for count in wanted.machines:
        with tempfile.TemporaryDirectory() as folder:
            get, clock = site_with(count, Path(folder))
            size = len(get("/"))
            rounds = 10 if count <= 40 else 3
            views = [timed_after(partial(nothing_kept, folder), partial(get, "/"), 1)]
            looked_at(clock)
            before = (cache.forget, partial(pass_a_minute, clock), one_reading, no_change)
            views += [timed_after(each, partial(get, "/"), rounds) for each in before]
            _, bare, _ = timed(bare_page(size), rounds)
            cells = (count, *(f"{view:.0f}" for view in views), f"{size / 1024:.0f}", f"{bare:.1f}")
            ratios = ", ".join(f"{view / bare:.1f}" for view in views)
            print(f"| {' | '.join(map(str, cells))} | {ratios} |", flush=True)
            database.close()


if __name__ == "__main__":
    main()
