"""How quick the dues are: one machine in the core, and Today over HTTP for 40 to 1000 machines.

Prints tables; every ratio is measured in the same run.
"""

from __future__ import annotations

import argparse
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from pathlib import Path

import numpy as np

from lamplight.actions import outlook
from lamplight.actions.entries import Hand, write_entry
from lamplight.actions.machines import LastDoneAnswer, MachineFields, NewMachine, add_machine
from lamplight.actions.sites import save_site
from lamplight.core.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.counters import CounterBook, Reading
from lamplight.core.machine_book import DoneFact, MachineBook, assess
from lamplight.core.water import Cartridge, WaterAtMachine, WaterTest
from lamplight.library.shelf import kinds
from lamplight.store.database import database
from lamplight.store.models import CareDone, CounterReading
from lamplight.web import create_app
from lamplight.web.clock import FixedClock

NOW = datetime(2026, 11, 24, 8, 0, tzinfo=UTC)
WEEK = (OFFICE_HOURS,) * 5 + (None,) * 2


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


def site_with(machines: int, folder: Path) -> Callable[[str], bytes]:
    """An application with so many machines, each with 30 readings; answers a function that gets a page."""
    app = create_app(folder, FixedClock(NOW))
    database.connect(reuse_if_open=True)
    site = save_site("Bench", "Europe/Berlin", WEEK, Hand(NOW - timedelta(days=60)))
    keys = list(kinds())
    with database.atomic():
        for n in range(machines):
            kind = kinds()[keys[n % len(keys)]]
            done = {item.key: LastDoneAnswer(at=NOW - timedelta(days=2 + n % 9)) for item in kind.items}
            fields = MachineFields(f"Machine {n}", kind.key)
            hand = Hand(NOW - timedelta(days=40))
            machine = add_machine(site.id, fields, NewMachine({"drinks": 1000}), hand)
            entry = write_entry("import", "readings", hand, machine)
            for item, answer in done.items():
                CareDone.create(entry=entry, machine=machine, item=item, at=answer.at)
            rows = [
                {"entry": entry, "machine": machine, "at": NOW - timedelta(days=39 - n), "value": 1000 + 30 * n}
                for n in range(1, 40)
            ]
            CounterReading.insert_many([{**row, "source": "csv"} for row in rows]).execute()
    database.close()
    client = app.test_client()
    return lambda path: client.get(path).data


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
    print("\nThe first look of a minute works everything out, the first after a change one machine, others none.")
    columns = ("machines", "first, ms", "after a change, ms", "again, ms", "KiB", "bare page, ms", "ratios to it")
    print(f"| {' | '.join(columns)} |")
    print("|---|---|---|---|---|---|---|")
    for count in wanted.machines:
        with tempfile.TemporaryDirectory() as folder:
            get = site_with(count, Path(folder))
            size = len(get("/"))
            rounds = 10 if count <= 40 else 3
            _, first, _ = timed(lambda get=get: (outlook._LAST.clear(), outlook._ASSESSED.clear(), get("/")), rounds)
            _, changed, _ = timed(
                lambda get=get: (outlook._LAST.clear(), outlook._ASSESSED.popitem(), get("/")), rounds
            )
            _, again, _ = timed(lambda get=get: get("/"), rounds)
            _, bare, _ = timed(bare_page(size), rounds)
            ratios = f"{first / bare:.1f}, {changed / bare:.1f}, {again / bare:.1f}"
            cells = (count, f"{first:.0f}", f"{changed:.0f}", f"{again:.0f}", f"{size / 1024:.0f}", f"{bare:.1f}")
            print(f"| {' | '.join(map(str, cells))} | {ratios} |")
            database.close()


if __name__ == "__main__":
    main()
