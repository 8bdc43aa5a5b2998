"""When anything was written last, by whatever clock it was written then."""

from __future__ import annotations

from datetime import datetime

from lamplight.store.database import database

# Asked before every form, so without the detour over models.
NEWEST = """SELECT recorded_at, (SELECT at FROM run_event ORDER BY id DESC LIMIT 1)
    FROM entry ORDER BY id DESC LIMIT 1"""


def last_written() -> datetime | None:
    """The time of the newest line of the log, or of a run that is newer than it; None in an empty book."""
    row = database.execute_sql(NEWEST).fetchone()
    if row is None:
        return None
    return max(datetime.fromisoformat(text) for text in row if text)
