"""What was left for later, and until when."""

from __future__ import annotations

from datetime import datetime

from lamplight.store.models import Deferral, Entry


def deferred_until(now: datetime) -> dict[int, dict[str, datetime]]:
    """Items that are put off and whose time has not come, by machine and item."""
    rows = Deferral.select().join(Entry).where(Entry.undone_at.is_null()).order_by(Entry.at, Deferral.id)
    deferrals: dict[int, dict[str, datetime]] = {}
    for row in rows:
        deferrals.setdefault(row.machine_id, {})[row.item] = row.until
    return {
        machine_id: {item: until for item, until in items.items() if until > now}
        for machine_id, items in deferrals.items()
    }
