"""What care costs as CSV: each job of each machine, how often, for how much, and how long it takes."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable

from lamplight.core.stock.costs import JobCost
from lamplight.formats.readings_csv import neutral

COLUMNS = (
    "machine",
    "job",
    "times a year",
    "bought a time",
    "minutes a time",
    "litres a time",
    "minutes out of use a time",
)


def write_costs(rows: Iterable[tuple[str, str, JobCost]]) -> str:
    """The table.

    Args:
        rows: name of the machine, words of the job, and what it costs; an empty cell where a price is missing.
    """
    written = io.StringIO()
    writer = csv.writer(written)
    writer.writerow(COLUMNS)
    for name, title, job in rows:
        bought = "" if job.bought is None else f"{job.bought:.4f}"
        amounts = (f"{job.times:.1f}", bought, f"{job.minutes:g}", f"{job.water_l:g}", f"{job.idle_minutes:g}")
        writer.writerow([neutral(name), neutral(title), *amounts])
    return written.getvalue()
