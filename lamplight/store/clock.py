"""When anything was written last, by whatever clock it was written then."""

from __future__ import annotations

from datetime import datetime

from lamplight.store.models import Entry, RunEventRow


def last_written() -> datetime | None:
    """The time of the newest line of the log, or of a run that is newer than it; None in an empty book."""
    entry = Entry.select(Entry.recorded_at).order_by(Entry.id.desc()).first()
    event = RunEventRow.select(RunEventRow.at).order_by(RunEventRow.id.desc()).first()
    if entry is None:
        return None
    return max(entry.recorded_at, event.at) if event is not None else entry.recorded_at
