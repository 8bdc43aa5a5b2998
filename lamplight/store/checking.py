"""Whether the data file is sound."""

from __future__ import annotations

from lamplight.core.usage.counters import backwards_pairs
from lamplight.store.books import books
from lamplight.store.database import database, photo_folder
from lamplight.store.models import Entry, ManualPage, Photo
from lamplight.store.poison import poison
from lamplight.store.sites import newest_machines


def problems_in() -> list[str]:
    """Sentences about what is wrong in the open file; empty when it is sound."""
    problems = [
        f"SQLite says: {row[0]}." for row in database.execute_sql("PRAGMA integrity_check").fetchall() if row[0] != "ok"
    ]
    for table, row_id, parent, _ in database.execute_sql("PRAGMA foreign_key_check").fetchall():
        problems.append(f"Line {row_id} of {table} points to a {parent} that is not there.")
    poisoned = [
        f"Line {line.entry_id} of the log, “{line.summary}”, says {line.said}: no such date can be. "
        "Take it back with: lamplight check --void"
        for line in poison()
    ]
    if poisoned:  # nothing else can be reckoned until that is gone
        return [*problems, *poisoned]
    for model, what in ((Photo, "photo"), (ManualPage, "page of a manual")):
        for kept in model.select().join(Entry, on=model.entry).where(Entry.undone_at.is_null()):
            if not (photo_folder() / kept.file).is_file():
                problems.append(f"The {what} {kept.file} of {kept.at:%Y-%m-%d} is missing from the folder of photos.")
    names = {version.machine_id: version.name for version in newest_machines()}
    counters = (
        (machine_id, name, facts) for machine_id, book in books().items() for name, facts in book.counters.items()
    )
    for machine_id, name, facts in counters:
        for low, high in backwards_pairs(facts.readings, facts.restarts):
            which = "counter" if name == "drinks" else f"counter of {name}"
            problems.append(
                f"{names[machine_id]}: the {which} runs from {low.value} ({low.at:%Y-%m-%d}) back to "
                f"{high.value} ({high.at:%Y-%m-%d}) without a restart. Correct one of them."
            )
    return problems
