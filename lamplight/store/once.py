"""Forms that were sent already, by the token that each carries."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.store.models import Entry, Run, RunEventRow


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
    event = RunEventRow.get_or_none(RunEventRow.once == token)
    if event is not None:
        return Sent(None, event.run_id, "")
    entry = Entry.get_or_none(Entry.once == token)
    if entry is None:
        return None
    run = Run.get_or_none(Run.entry == entry.id)
    return Sent(entry.machine_id, run.id if run else None, entry.kind)
