"""How quick the benches for water, doses and supplies are, for 5 to 1000 machines: first, after a change, and again.

Prints a table; each ratio is to Today looked at again in the same run.
"""

from __future__ import annotations

import argparse
import tempfile
from functools import partial
from pathlib import Path

from speed import looked_at, no_change, one_reading, site_with, timed_after

from lamplight.sight import cache
from lamplight.store.database import database

PAGES = (
    "/water", "/water/1", "/water/1/year", "/supplies", "/supplies/product/brew-tablets", "/supplies/list",
    "/supplies/costs", "/supplies/dose",
)  # fmt: skip


def main() -> None:
    """Print the table."""
    arguments = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    arguments.add_argument("--machines", type=int, nargs="+", default=[5, 60, 1000])
    columns = ("machines", "page", "first since the start, ms", "after a reading, ms", "again, ms", "ratio to Today")
    print(f"| {' | '.join(columns)} |\n|{'---|' * len(columns)}")
    for count in arguments.parse_args().machines:
        with tempfile.TemporaryDirectory() as folder:
            get, clock = site_with(count, Path(folder))
            get("/")
            looked_at(clock)
            today = timed_after(no_change, partial(get, "/"), 3)
            for page in PAGES:
                looks = [timed_after(each, partial(get, page), 2) for each in (cache.forget, one_reading, no_change)]
                cells = (count, page, *(f"{look:.0f}" for look in looks), f"{looks[-1] / today:.1f}")
                print(f"| {' | '.join(map(str, cells))} |", flush=True)
            database.close()


if __name__ == "__main__":
    main()
