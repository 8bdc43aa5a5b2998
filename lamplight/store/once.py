"""Forms that were sent already, by the token that each carries."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.store.database import database

# Asked before every form, so without the detour over models.
SENT = """SELECT NULL, run_id, '' FROM run_event WHERE once = ? UNION ALL
    SELECT e.machine_id, r.id, e.kind FROM entry AS e LEFT JOIN run AS r ON r.entry_id = e.id WHERE e.once = ?"""


@dataclass(frozen=True)
class Sent:
    """What came of a form.

    Attributes:
        machine_id: the machine that it was about, or None.
        run_id: the run that it began or went on with, or None.
        kind: of the entry that it wrote; empty for a step of a run.
    """

    machine_id: int | None
    run_id: int | None
    kind: str


def sent_with(token: str) -> Sent | None:
    """What came of the form with that token; None where it was not sent yet, or not taken."""
    row = database.execute_sql(SENT, (token, token)).fetchone()
    return None if row is None else Sent(*row)
