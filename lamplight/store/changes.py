"""How often anything was written in the data file: by that a copy in memory is known to be fresh.

The counts live in the file and are kept by its own triggers, so that they are right whoever writes: this process,
another one, or a hand with a tool of its own.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from secrets import randbelow

from peewee import SqliteDatabase

# The counts themselves, the migrations' own history, who is signed in, what was announced and mailed: no figure rests
# on those.
UNCOUNTED = (
    "change", "schema_migration", "sign_in", "known_device", "failed_try",
    "invite", "api_token", "passkey", "challenge", "two_steps", "announced_plan", "outgoing", "told_once",
)  # fmt: skip
# What is written for no machine in particular counts for all, unless no machine's book rests on it; and everything
# together. A line of the log alone says nothing of a machine: what hangs on it counts, and that it is undone.
UNBOOKED = (
    "product_version", "procedure_version", "stock_move", "keeper_secret", "slots_version", "walks_version", "round",
    "round_event", "plan_pin", "plan_wish", "feed_version", "keeper_absence", "mail_version", "wishes_version", "price",
    "push", "dose_measuring", "dose_vessel", "supply_terms", "money_wish", "keeper_role",
    "sticker", "guest_report",
)  # fmt: skip
EVERYONE, EVERYTHING = 0, -1
WIDEST_LEAP = 10**9
ROWS = {"INSERT": "NEW", "UPDATE": "NEW", "DELETE": "OLD"}


@dataclass(frozen=True)
class Edition:
    """The state of a data file: while two are equal, so is everything in it.

    Attributes:
        path: of the file.
        counts: changes by machine id, and under `EVERYONE` and `EVERYTHING`.
    """

    path: str
    counts: Mapping[int, int]

    @property
    def whole(self) -> tuple[str, int]:
        """What changes whenever anything in the file does."""
        return self.path, self.counts[EVERYTHING]

    def of_machine(self, machine_id: int) -> tuple[str, int, int]:
        """What changes whenever a machine's own book does."""
        return self.path, self.counts.get(EVERYONE, 0), self.counts.get(machine_id, 0)


def edition(db: SqliteDatabase) -> Edition | None:
    """The state of the open file; None inside a transaction, whose changes may still be taken back."""
    if db.in_transaction():
        return None
    return Edition(str(db.database), dict(db.execute_sql("SELECT id, number FROM change").fetchall()))


def changes_so_far(db: SqliteDatabase) -> int:
    """How often anything was changed in the open file, also as seen from inside a transaction."""
    row = db.execute_sql("SELECT number FROM change WHERE id = ?", (EVERYTHING,)).fetchone()
    return row[0] if row else 0


def count_changes(db: SqliteDatabase, only_look: bool = False) -> bool:
    """Put triggers on every table that has none; a migration that rebuilds a table drops them.

    Args:
        only_look: whether to leave the file as it is.

    Answers whether any was missing.
    """
    known = {name for (name,) in db.execute_sql("SELECT name FROM sqlite_schema WHERE type = 'trigger'").fetchall()}
    missing = [
        (name, action, row, table)
        for table in db.get_tables()
        if table not in UNCOUNTED
        for action, row in ROWS.items()
        if (name := f"count_{action.lower()}_{table}") not in known
    ]
    if only_look or not missing:
        return bool(missing)
    with db.atomic():
        for name, action, row, table in missing:
            columns = {column.name for column in db.get_columns(table)}
            machine = _machine(columns, row)
            whose = (
                machine
                if table in UNBOOKED or (table, action) == ("entry", "INSERT")
                else f"COALESCE({machine}, {EVERYONE})"
            )
            db.execute_sql(
                f'CREATE TRIGGER "{name}" AFTER {action} ON "{table}" BEGIN '
                f"UPDATE change SET number = number + 1 WHERE id = {EVERYTHING}; "
                f"INSERT INTO change (id, number) SELECT {whose}, 1 WHERE {whose} IS NOT NULL "
                "ON CONFLICT (id) DO UPDATE SET number = number + 1; END"
            )
    return True


def begin_anew(db: SqliteDatabase) -> None:
    """Let the counts leap, so that nothing remembered of another file that lay in the same place seems to fit."""
    leap = 1 + randbelow(WIDEST_LEAP)
    for counted in (EVERYONE, EVERYTHING):
        db.execute_sql(
            "INSERT INTO change (id, number) VALUES (?, ?) ON CONFLICT (id) DO UPDATE SET number = number + ?",
            (counted, leap, leap),
        )


def _machine(columns: set[str], row: str) -> str:
    """The machine that a line of a table is about, in SQL."""
    if "machine_id" in columns:
        return f"{row}.machine_id"
    for table in ("run", "entry"):
        if f"{table}_id" in columns:
            return f"(SELECT machine_id FROM {table} WHERE id = {row}.{table}_id)"
    return "NULL"
