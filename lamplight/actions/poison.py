"""Taking back what has a date that cannot be: no page can be made of it, so it is done from the command line."""

from __future__ import annotations

from datetime import datetime

from lamplight.store.database import database
from lamplight.store.models import Entry
from lamplight.store.poison import poison

WHY = "Its date cannot be."


def void_poison(now: datetime) -> int:
    """Mark every such line as undone, dated when it was written; answers how many there were.

    Args:
        now: aware.
    """
    with database.atomic():
        lines = poison()
        for line in lines:
            marks = {Entry.at: Entry.recorded_at, Entry.undone_at: now, Entry.undone_why: WHY}
            Entry.update(marks).where(Entry.id == line.entry_id).execute()
    return len(lines)
