"""The book in open formats."""

from __future__ import annotations

from collections.abc import Iterator

from lamplight.formats.book_zip import write_log
from lamplight.formats.readings_csv import write
from lamplight.store.books import live_readings
from lamplight.store.logbook import EntryRow, entries
from lamplight.store.sites import SiteRow, machines

PAGE = 500


def readings_as_csv(site: SiteRow) -> str:
    """All readings of the site's machines as a CSV file."""
    names = {row.id: row.name for row in machines(site.id, retired=True)}
    rows = [
        (names[r.machine_id], r.counter, r.at, r.value) for r in live_readings(counter=None) if r.machine_id in names
    ]
    return write(rows, site.calendar)


def log_as_csv(site: SiteRow) -> str:
    """The log of a site, all of it, newest first."""
    names = {row.id: row.name for row in machines(site.id, retired=True)}
    lines = (
        (
            row.at, row.recorded_at, names.get(row.machine_id or 0, ""), row.summary, row.who, row.note,
            row.undone_at, row.undone_by, row.undone_why,
        )
        for row in _every_entry(site.id)
    )  # fmt: skip
    return write_log(lines)


def _every_entry(site_id: int) -> Iterator[EntryRow]:
    """Page by page: one statement takes no more numbers of lines than the data file allows."""
    page = entries(site_id=site_id, limit=PAGE)
    while page:
        yield from page
        page = entries(site_id=site_id, limit=PAGE, before_id=page[-1].id)
