"""Lines whose date cannot be, which came in before dates were bounded or by a hand with a tool of its own."""

from __future__ import annotations

from dataclasses import dataclass

from peewee import fn

from lamplight.core.moment import FIRST_YEAR, LAST_YEAR
from lamplight.store.models import TABLES, Base, Entry, RoundEventRow, Run, RunEventRow
from lamplight.store.models.base import DayField, UtcField


@dataclass(frozen=True)
class PoisonRow:
    """A line of the log that itself, or a fact of which, has a date that cannot be."""

    entry_id: int
    summary: str
    said: str


def poison() -> list[PoisonRow]:
    """Every such line that still harms, by its number.

    One that was taken back harms as long as its own date is shown in the log.
    """
    found: dict[int, str] = {}
    for model in TABLES:
        for name, field in model._meta.fields.items():
            if not isinstance(field, UtcField | DayField) or (owner := _entry_of(model)) is None:
                continue
            year = fn.SUBSTR(field, 1, 4).cast("INTEGER")
            wrong = field.is_null(False) & ((year < FIRST_YEAR) | (year > LAST_YEAR))
            rows = model.select(owner, fn.SUBSTR(field, 1, 10)).where(wrong)
            for entry_id, text in rows.tuples():
                found.setdefault(entry_id, f"{name.replace('_', ' ')} {text}")
    harmful = Entry.undone_at.is_null() | _own_date_wrong()
    lines = Entry.select(Entry.id, Entry.summary).where(Entry.id.in_(list(found)), harmful).order_by(Entry.id)
    return [PoisonRow(row.id, row.summary, found[row.id]) for row in lines]


def _own_date_wrong():  # noqa: ANN202 - an expression of peewee
    year = fn.SUBSTR(Entry.at, 1, 4).cast("INTEGER")
    return (year < FIRST_YEAR) | (year > LAST_YEAR)


def _entry_of(model: type[Base]):  # noqa: ANN202
    """Which column or subquery tells the line of the log that a row hangs on; None for rows that hang on none."""
    if model is Entry:
        return Entry.id
    if model is RunEventRow:
        return Run.select(Run.entry).where(Run.id == RunEventRow.run)
    if model is RoundEventRow:
        return None  # a round is over within the day, whatever its events say
    return getattr(model, "entry", None)
