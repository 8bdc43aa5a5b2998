"""What planning saves: the same four weeks lived by lamp only, by a fixed calendar and by the plan, at made-up sites.

Each site has three to eight machines of kinds that ship, with four weeks of readings, and last deeds at random. Prints
means over the sites and over sixty drawings of each, and how much the plan spares. Seconds are of this run alone.
"""

from __future__ import annotations

import random
import statistics
import tempfile
import time
from datetime import UTC, datetime, timedelta
from pathlib import Path

from lamplight.actions.machines import LastDoneAnswer, MachineFields, NewMachine, add_machine, declare_done
from lamplight.actions.readings import take_readings
from lamplight.actions.sites import save_site
from lamplight.core.plan.bound import least_weight
from lamplight.core.plan.lived import lived, saved
from lamplight.core.plan.many import plan_in_parts
from lamplight.core.plan.problem import plan_faults
from lamplight.core.plan.search import known_plan
from lamplight.core.site.calendar import OpeningHours
from lamplight.library import catalogue
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import plan_view
from lamplight.sight.readings import TypedReading
from lamplight.store.database import database
from lamplight.store.migrating import open_database
from lamplight.store.sites import machine, the_site
from tests import shipped_effort
from tests.core.plan.sites import firm

NOW = datetime(2026, 11, 24, 5, 30, tzinfo=UTC)
SITES = 12


def made_up(seed: int) -> None:
    """Fill the open file with a site."""
    chance = random.Random(seed)
    begin = NOW - timedelta(days=40)
    hours = OpeningHours(60 * chance.randint(6, 9), 60 * chance.randint(16, 19))
    site = save_site(f"Site {seed}", "Europe/Berlin", [hours] * 5 + [None] * 2, Actor(begin))
    kinds = sorted(catalogue.kinds())
    for n in range(chance.randint(3, 8)):
        kind, per_day = chance.choice(kinds), chance.randint(8, 60)
        actor = Actor(begin)
        row = machine(site.id, add_machine(site.id, MachineFields(f"M{n}", kind), NewMachine({"drinks": 5000}), actor))
        assert row is not None
        value = 5000
        for back in range(35, -1, -1):
            at = NOW - timedelta(days=back)
            if site.calendar.is_open(site.calendar.today(at)):
                take_readings([TypedReading(row.id, value, at, "as-typed")], site.calendar_of, Actor(at))
                value += max(0, round(chance.gauss(per_day, per_day**0.5)))
        for item in catalogue.kinds()[kind].items:
            at = NOW - timedelta(days=chance.randint(1, 20), hours=2)
            declare_done(row, item.key, LastDoneAnswer(at=at), None, Actor(NOW))


def firms() -> None:
    """Many machines of made-up care over keepers who do nothing else: planned in parts, its bound, and at once."""
    print("machines keepers   parts s  weight  no less than   bound s   at once s  weight")
    for machines, keepers, places in ((40, 2, 8), (200, 4, 25), (1000, 20, 120)):
        problem, where = firm(1, machines, keepers, places)
        began = time.perf_counter()
        plan = plan_in_parts(problem, where)
        planned = time.perf_counter()
        least = least_weight(problem)
        bound = time.perf_counter()
        at_once = known_plan(problem)
        done = time.perf_counter()
        assert not plan_faults(plan, problem)
        print(
            f"{machines:8} {keepers:7} {planned - began:9.1f} {plan.cost:7.0f} {least:13.0f} {bound - planned:9.1f} "
            f"{done - bound:11.1f} {at_once.cost:7.0f}"
        )


def main() -> None:
    """Print each site and the means."""
    shipped_effort()
    firms()
    shares, seconds = [], []
    sums: dict[str, list[tuple[float, ...]]] = {}
    print("site machines tasks  plan s   openings l/c/p        minutes l/c/p         surprises l/c/p   days past l/c/p")
    for seed in range(SITES):
        open_database(Path(tempfile.mkdtemp()))
        with database.connection_context():
            with database.atomic():
                made_up(seed)
            site = the_site()
            assert site is not None
            views = machine_views(site, NOW)
            began = time.perf_counter()
            seen = plan_view(site, views, NOW, well=True)
            seconds.append(time.perf_counter() - began)
            assert not plan_faults(seen.plan, seen.problem)
            ways = lived(seen.problem, seen.plan)
        database.close()
        shares.append(saved(ways))
        told = []
        for name in ("openings", "minutes", "surprises", "past_days"):
            means = [getattr(way, name).mean for way in ways]
            told.append("/".join(f"{mean:.0f}" for mean in means))
            sums.setdefault(name, []).append(tuple(means))
        print(
            f"{seed:4d} {len(views):8d} {len(seen.problem.tasks):5d} {seconds[-1]:7.1f}   "
            f"{told[0]:20} {told[1]:21} {told[2]:17} {told[3]}"
        )
    for name, rows in sums.items():
        lamp, calendar, plan = (statistics.fmean(column) for column in zip(*rows, strict=True))
        print(f"{name:10} by lamp {lamp:7.1f}  by calendar {calendar:7.1f}  by plan {plan:7.1f}")
    print(f"openings spared against the calendar: {100 * statistics.fmean(one for one, _ in shares):.0f} %")
    print(f"surprises spared against the lamp:    {100 * statistics.fmean(two for _, two in shares):.0f} %")


if __name__ == "__main__":
    main()
