"""Kinds of machines: those that ship, and the keeper's own."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from functools import lru_cache

from lamplight.core.anatomy.parts import FILTER_PART
from lamplight.core.assess import assess
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.marks import DoseMark, kind_as_marked
from lamplight.core.machine.told import Told, WordTold, kind_as_told
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.library import catalogue
from lamplight.library.schema import KindFile
from lamplight.sight.text_library import TextLibrary
from lamplight.store.books import books
from lamplight.store.models import KindVersion
from lamplight.store.sites import MachineRow, SiteRow, kinds_over_time, machine_versions, machines


@lru_cache(maxsize=64)
def _read(text: str) -> Kind:
    return catalogue.parse(text, KindFile, "kind").core()


KINDS = TextLibrary(
    noun="kind",
    noun_in_full="kind of machine",
    shipped=catalogue.kinds,
    shipped_text=catalogue.kind_text,
    read=_read,
    title=lambda kind: kind.title,
    key=lambda kind: kind.key,
    versions=KindVersion,
    heading="# A kind of our own making; limits are common practice, no source.\n",
)
kinds, kind_of = KINDS.every, KINDS.of


def kind_then(row: MachineRow, at: datetime) -> Kind:
    """The kind that a machine was of at a moment, by what is known now.

    Raises:
        InvalidInput: when nobody ever knew it.
    """
    versions = machine_versions([row.id]).get(row.id)
    return kind_of(kinds_over_time(versions).at(at) if versions else row.kind)


@lru_cache(maxsize=200)
def _without_filter(kind: Kind) -> Kind:
    return kind.without(FILTER_PART)


@lru_cache(maxsize=400)
def _as_told(kind: Kind, told: tuple[Told, ...], words: tuple[WordTold, ...], marks: tuple[DoseMark, ...] = ()) -> Kind:
    return kind_as_marked(kind_as_told(kind, told, words), marks)


def kind_here(kind: Kind, book: MachineBook) -> Kind:
    """The kind as one machine is of it: with what its keepers said of this very machine, and the marks of its mixes."""
    return _as_told(kind, book.told, book.words, book.marks_held)


def kind_unmarked(kind: Kind, book: MachineBook) -> Kind:
    """The same with every mix filled as its kind says."""
    return _as_told(kind, book.told, book.words)


def equipped_kind(kind: Kind, water: WaterAtMachine) -> Kind:
    """The kind of a machine as its keeper runs it: without the filter where none is fitted."""
    return _without_filter(kind) if water.filter_out else kind


@dataclass(frozen=True)
class Moved:
    """One item of one machine whose status or date would be another.

    Attributes:
        before, after: likely dates; None for no date, also where the item is not there.
    """

    machine: str
    item: str
    before: date | None
    after: date | None
    status_before: str
    status_after: str


def moved_dates(site: SiteRow, old: Kind, new: Kind, now: datetime) -> list[Moved]:
    """Everything that moves on the machines of a kind, by machine and item."""
    concerned = [row for row in machines(site.id) if row.kind == old.key]
    known = books([row.id for row in concerned])
    moves = []
    for row in concerned:
        book = known.get(row.id, MachineBook())
        before = {due.item.key: due for due in assess(book, old, site.calendar_of(row.id), now).dues}
        after = {due.item.key: due for due in assess(book, new, site.calendar_of(row.id), now).dues}
        for key in sorted({*before, *after}):
            was, becomes = before.get(key), after.get(key)
            given = was or becomes
            assert given is not None
            moved = Moved(
                row.name, given.item.title, was.likely if was else None, becomes.likely if becomes else None,
                was.status.word if was else "not there", becomes.status.word if becomes else "not there",
            )  # fmt: skip
            if (moved.before, moved.status_before) != (moved.after, moved.status_after):
                moves.append(moved)
    return moves
