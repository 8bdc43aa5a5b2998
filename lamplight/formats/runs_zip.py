"""Runs as one ZIP: ``runs.json`` and a folder of photos. An open form for other tools; UTC, ISO 8601."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from lamplight.core.job.needs import need_lines
from lamplight.core.run.state import RunState
from lamplight.formats.book_zip import runs_json, write_archive


def run_record(machine: str, item: str, who: str, state: RunState, photos: Sequence[str]) -> dict[str, Any]:
    """One run as plain data.

    Args:
        machine: its name.
        item: key of the care item or the free procedure.
        who: initials, or empty.
        state: where it ended.
        photos: names of its photos.
    """
    return {
        "machine": machine,
        "item": item,
        "procedure": state.procedure.title,
        "who": who,
        "begun": state.begun_at.isoformat(),
        "ended": state.ended_at.isoformat() if state.ended_at else None,
        "outcome": state.outcome.value,
        "steps": [
            {"title": state.procedure.steps[n].title, "seconds": seconds}
            for n, seconds in sorted(state.spent_s.items())
        ],
        "water_ml": sum(delivery.ml for n in state.spent_s for delivery in state.procedure.steps[n].delivers),
        "answers": dict(state.answers),
        "truths": dict(state.confirmations),
        "took": [
            {"product": line.thing, "amount": line.amount}
            for line in need_lines(state.procedure, state.context.products)
            if line.product
        ],
        "notes": [{"at": note.at.isoformat(), "text": note.text, "who": note.who} for note in state.notes],
        "photos": [f"photos/{name}" for name in photos],
    }


def write_runs(records: Sequence[Mapping[str, Any]], photos: Mapping[str, bytes]) -> bytes:
    """The archive.

    Args:
        records: as `run_record` makes them.
        photos: bytes of each photo by name.
    """
    return write_archive({"runs.json": runs_json(records), **{f"photos/{name}": data for name, data in photos.items()}})
