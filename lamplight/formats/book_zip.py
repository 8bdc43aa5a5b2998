"""The whole book of a site as one ZIP of open files: CSV for tables, JSON for runs, their photos beside them."""

from __future__ import annotations

import csv
import io
import json
import zipfile
from collections.abc import Iterable, Mapping, Sequence
from datetime import datetime
from typing import Any

from lamplight.core.job.needs import need_lines
from lamplight.core.run.state import RunState
from lamplight.formats.readings_csv import neutral


def run_record(machine: str, item: str, who: str, state: RunState, photos: Sequence[str]) -> dict[str, Any]:
    """One run as plain data.

    Args:
        item: key of the care item or the free procedure.
        who: initials, or empty.
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


VERSION = 1
# A photo carries its own time in the list; inside the archive all bear the same, so that it is the same bytes again.
STAMP = (1980, 1, 1, 0, 0, 0)
LOG_COLUMNS = ("at", "written down", "machine", "what", "who", "note", "undone at", "undone by", "why undone")


def write_archive(files: Mapping[str, str | bytes]) -> bytes:
    """An archive of files by name, always the same bytes for the same content."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in sorted(files.items()):
            # What is a picture is small already.
            packing = zipfile.ZIP_STORED if name.startswith("photos/") else zipfile.ZIP_DEFLATED
            archive.writestr(zipfile.ZipInfo(name, STAMP), content, packing)
    return out.getvalue()


def runs_json(records: Sequence[Mapping[str, Any]]) -> str:
    """Runs as `lamplight.formats.book_zip.run_record` makes them."""
    return json.dumps({"version": VERSION, "runs": list(records)}, ensure_ascii=False, indent=1)


def write_log(lines: Iterable[Sequence[str | datetime | None]]) -> str:
    """Lines of the log as CSV, each with as many cells as there are columns; moments in UTC, ISO 8601."""
    written = io.StringIO()
    writer = csv.writer(written)
    writer.writerow(LOG_COLUMNS)
    for line in lines:
        writer.writerow([one.isoformat() if isinstance(one, datetime) else neutral(one or "") for one in line])
    return written.getvalue()
