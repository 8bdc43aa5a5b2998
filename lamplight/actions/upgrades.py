"""What an older data file leaves open that only the kinds can answer; done once, when the file is opened."""

from __future__ import annotations

from lamplight.actions.kinds import kinds
from lamplight.store.database import database
from lamplight.store.models import CareDone
from lamplight.store.sites import newest_machines


def write_down_what_was_settled() -> int:
    """Store with each older deed what it settles by its machine's kind today, which was reckoned anew each time before.

    Answers how many deeds there were. Whatever becomes of the kind from now on, they stay as they are.
    """
    unsettled = CareDone.select().where(CareDone.settled.is_null())
    if not unsettled.exists():
        return 0  # without a transaction: a file that can only be read is opened as well
    with database.atomic():
        open_deeds = list(unsettled)
        known = kinds()
        kind_of_machine = {row.machine_id: known.get(row.kind) for row in newest_machines()}
        for deed in open_deeds:
            kind = kind_of_machine.get(deed.machine_id)
            item = kind.item(deed.item) if kind else None
            settled = list(item.settles) if item else []
            CareDone.update(settled=settled).where(CareDone.id == deed.id).execute()
    return len(open_deeds)
