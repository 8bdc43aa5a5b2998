"""A file beside the data file that may be thrown away at any time: where each machine stands today.

It spares working every book out anew after a start. What it holds is good for one file, one date and one edition of
Lamplight, and for each machine as long as nothing was written about it.
"""

from __future__ import annotations

import contextlib
import json
import sqlite3
from collections.abc import Mapping
from contextlib import closing
from pathlib import Path

from lamplight.store.files import OWNER_ONLY

FILE = "day-cache.sqlite3"
SECONDS_TO_WAIT = 2
Rows = Mapping[int, tuple[str, list[int]]]


def read_day(folder: Path, stamp: str) -> dict[int, tuple[str, list[int]]]:
    """What is remembered of each machine: at which edition, and what; nothing where the stamp is another.

    Args:
        stamp: for what it is good.
    """
    if not (folder / FILE).exists():
        return {}
    with contextlib.suppress(sqlite3.Error, ValueError), closing(_opened(folder)) as file:
        if _stamp(file) == stamp:
            rows = file.execute("SELECT machine, edition, said FROM standing").fetchall()
            return {machine: (edition, json.loads(said)) for machine, edition, said in rows}
    return {}


def keep_day(folder: Path, stamp: str, rows: Rows) -> None:
    """Remember more; what was remembered under another stamp goes. What cannot be written is not missed."""
    with contextlib.suppress(sqlite3.Error, OSError), closing(_opened(folder)) as file, file:
        file.execute("CREATE TABLE IF NOT EXISTS stamp (said TEXT)")
        file.execute("CREATE TABLE IF NOT EXISTS standing (machine INTEGER PRIMARY KEY, edition TEXT, said TEXT)")
        if _stamp(file) != stamp:
            file.execute("DELETE FROM standing")
            file.execute("DELETE FROM stamp")
            file.execute("INSERT INTO stamp VALUES (?)", (stamp,))
        file.executemany(
            "INSERT OR REPLACE INTO standing VALUES (?, ?, ?)",
            [(machine, edition, json.dumps(said)) for machine, (edition, said) in rows.items()],
        )
        (folder / FILE).chmod(OWNER_ONLY)


def _opened(folder: Path) -> sqlite3.Connection:
    return sqlite3.connect(folder / FILE, timeout=SECONDS_TO_WAIT)


def _stamp(file: sqlite3.Connection) -> str:
    row = file.execute("SELECT said FROM stamp").fetchone()
    return str(row[0]) if row else ""
