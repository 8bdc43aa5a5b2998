"""The tables that all others hang on: the log, and what it speaks of."""

from __future__ import annotations

from datetime import UTC, date, datetime

from peewee import SQL, CharField, DateField, Field, ForeignKeyField, IntegerField, Model, TextField

from lamplight.core.moment import check_year
from lamplight.store.database import database


class UtcField(Field):
    """An aware datetime, stored as UTC text to the second.

    Writing one whose year cannot be raises InvalidInput: a book that held it could not be reckoned with any more.
    """

    field_type = "TEXT"

    def db_value(self, value: datetime | None) -> str | None:
        """To ``2026-11-24T06:05:00Z``."""
        if value is None:
            return None
        if value.tzinfo is None:
            raise ValueError("A stored time needs a time zone.")
        check_year(value)
        return value.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ")

    def python_value(self, value: str | None) -> datetime | None:
        """Back to an aware datetime."""
        return None if value is None else datetime.fromisoformat(value)


class DayField(DateField):
    """A date; as `UtcField` for years that cannot be."""

    def db_value(self, value: date | str | None) -> object:
        """As its base class has it, of a date that can be."""
        if isinstance(value, date):
            check_year(value)
        return super().db_value(value)


class Base(Model):
    """All tables live in the one data file."""

    class Meta:
        database = database
        legacy_table_names = False


class Site(Base):
    """A place with machines. What is known about it is in its versions."""


class Keeper(Base):
    """A person who keeps machines. What is known is in the versions; triggers keep the initials, which are unique."""

    claimed = CharField(null=True, unique=True)


class Machine(Base):
    """A machine. What is known about it is in its versions; triggers keep its name, which no other at its site has."""

    site = ForeignKeyField(Site, backref="machines")
    claimed = CharField(null=True)

    class Meta:
        indexes = ((("site", "claimed"), True),)


class Entry(Base):
    """One line of the log: something that somebody did or wrote down."""

    kind = CharField(index=True)
    machine = ForeignKeyField(Machine, null=True, backref="entries")
    at = UtcField(index=True)
    recorded_at = UtcField()
    keeper = ForeignKeyField(Keeper, null=True)
    summary = TextField()
    note = TextField(default="")
    undone_at = UtcField(null=True)
    undone_by = ForeignKeyField(Keeper, null=True, backref="undone")
    undone_why = TextField(default="")
    replaces = ForeignKeyField("self", null=True, backref="replaced_by")
    once = CharField(max_length=64, null=True, unique=True)
    site = ForeignKeyField(Site, null=True, backref="+")


class Fact(Base):
    """Anything that hangs on an entry and counts while the entry was not undone."""

    entry = ForeignKeyField(Entry, backref="+")


class Change(Base):
    """How often anything was written: by machine, for no machine in particular (0), and in all (-1).

    Triggers count it, whoever writes; see `store.changes`.
    """

    number = IntegerField()


# The number of the change that is being written: a place in the order of everything that was.
NEXT_PLACE = "(SELECT number FROM change WHERE id = -1)"


def _next() -> SQL:
    """The same, for a model."""
    return SQL(NEXT_PLACE)


class OrderedFact(Fact):
    """A fact whose place within its second matters; what was written later has the higher number."""

    seq = IntegerField(default=_next)
