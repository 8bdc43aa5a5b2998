"""When anything was written last, by whatever clock it was written then."""

from __future__ import annotations

from datetime import datetime

from lamplight.store.models import Entry, RunEventRow, UtcField


def last_written() -> datetime | None:
    """The time of the newest line of the log, or of a run that is newer than it; None in an empty book."""
    newest = RunEventRow.select(RunEventRow.at).order_by(RunEventRow.id.desc()).limit(1)
    row = Entry.select(Entry.recorded_at, newest.alias("run_at")).order_by(Entry.id.desc()).first()
    if row is None:
        return None
    in_run = UtcField().python_value(row.run_at)
    return row.recorded_at if in_run is None else max(row.recorded_at, in_run)
