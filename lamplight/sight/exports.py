"""The book in open formats."""

from __future__ import annotations

from lamplight.formats.readings_csv import write
from lamplight.store.books import live_readings
from lamplight.store.sites import SiteRow, machines


def readings_as_csv(site: SiteRow) -> str:
    """All readings of the site's machines as a CSV file."""
    names = {row.id: row.name for row in machines(site.id, retired=True)}
    rows = [
        (names[r.machine_id], r.counter, r.at, r.value) for r in live_readings(counter=None) if r.machine_id in names
    ]
    return write(rows, site.calendar)
