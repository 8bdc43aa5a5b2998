"""Queries whose SQL is put together once: putting it together takes longer than running it.

A query is built with placeholders where its numbers belong; afterwards only the numbers change. Rows that every page
asks for are remembered for as long as nobody writes anything.
"""

from __future__ import annotations

import threading
from collections.abc import Callable, Collection, Hashable
from typing import Any

from peewee import ModelSelect

from lamplight.store.database import database

# Numbers that no row has. Of longer lists the SQL is put together each time.
FIRST_PLACE, LONGEST_LIST = 1 << 52, 40
Build = Callable[..., ModelSelect]
_MADE: dict[Hashable, tuple[ModelSelect, str, list[Any]]] = {}


def fetched(name: Hashable, build: Build, *numbers: int, bare: bool = False) -> list[Any]:
    """The rows of a query with so many numbers in it.

    Args:
        name: of the query; the same for the same `build` alone.
        build: makes the query of its numbers; called once for each count of them.
        numbers: ids, in the order in which `build` takes them.
        bare: as tuples of what the file holds: a tenth of the time where there are hundreds.
    """
    if len(numbers) > LONGEST_LIST:
        return database.execute(build(*numbers)).fetchall() if bare else list(build(*numbers))
    key = (name, len(numbers))
    made = _MADE.get(key)
    if made is None:
        query = build(*(FIRST_PLACE + n for n in range(len(numbers))))
        sql, parameters = query.sql()
        made = _MADE[key] = (query, sql, parameters)
    query, sql, parameters = made
    given = [numbers[one - FIRST_PLACE] if _is_place(one) else one for one in parameters]
    cursor = database.execute_sql(sql, given)
    if bare:
        return cursor.fetchall()  # type: ignore[no-any-return]
    rows = query._get_cursor_wrapper(cursor)
    rows.fill_cache()
    return rows.row_cache  # type: ignore[no-any-return]


class _Remembered(threading.local):
    """Rows that a thread fetched by its connection, and how the file stood then."""

    def __init__(self) -> None:
        self.connection: object = None
        self.state: tuple[int, int] | None = None
        self.rows: dict[Hashable, list[Any]] = {}


_REMEMBERED = _Remembered()


def fetched_once(name: Hashable, build: Build) -> list[Any]:
    """The rows of a query without numbers, as they were fetched last if nothing was written since, here or elsewhere.

    Inside a transaction they are fetched each time: what it writes may still be taken back.
    """
    if database.in_transaction():
        return fetched(name, build)
    connection = database.connection()
    # Others' changes and our own: https://www.sqlite.org/pragma.html#pragma_data_version
    state = connection.execute("PRAGMA data_version").fetchone()[0], connection.total_changes
    known = _REMEMBERED
    if known.connection is not connection or known.state != state:
        known.connection, known.state, known.rows = connection, state, {}
    if name not in known.rows:
        known.rows[name] = fetched(name, build)
    return list(known.rows[name])


def forget_fetched() -> None:
    """Drop what this thread remembers, as at the start of the program."""
    _REMEMBERED.rows = {}


def fetched_of(name: Hashable, build: Build, machine_ids: Collection[int] | None, bare: bool = False) -> list[Any]:
    """The rows of some machines, or of all where none are given; `build` takes a list of ids, or None."""
    if machine_ids is None:
        return fetched((name, None), lambda: build(None), bare=bare)
    return fetched(name, lambda *ids: build(list(ids)), *machine_ids, bare=bare)


def _is_place(value: object) -> bool:
    return isinstance(value, int) and FIRST_PLACE <= value <= FIRST_PLACE + LONGEST_LIST
