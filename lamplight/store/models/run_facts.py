"""Guided runs and what they brought to light."""

from __future__ import annotations

from peewee import BooleanField, CharField, ForeignKeyField, IntegerField, TextField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Base, Fact, Keeper, Machine, UtcField


class Run(Fact):
    """An execution of a procedure, with the procedure and what was chosen as they were then."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    snapshot = JSONField()
    begun_at = UtcField()
    context = JSONField(null=True)


class ConfirmationGiven(Fact):
    """An answer to a question that only the keeper can answer."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    what = CharField()
    answer = BooleanField()
    at = UtcField()

    class Meta:
        table_name = "confirmation_given"


class Inspected(Fact):
    """Something was looked at, and was well or not."""

    machine = ForeignKeyField(Machine)
    what = CharField()
    well = BooleanField()
    at = UtcField()


class Photo(Fact):
    """A picture, in the folder of photos beside the data file."""

    machine = ForeignKeyField(Machine)
    run = ForeignKeyField(Run, null=True)
    step = IntegerField(null=True)
    title = CharField(max_length=120, default="")
    file = CharField(unique=True)
    width = IntegerField()
    height = IntegerField()
    at = UtcField()


class RunEventRow(Base):
    """Something that happened in a run."""

    run = ForeignKeyField(Run, backref="events")
    kind = CharField()
    at = UtcField()
    step = IntegerField()
    keeper = ForeignKeyField(Keeper, null=True)
    text = TextField(default="")
    once = CharField(max_length=64, null=True, unique=True)
    course = TextField(null=True)

    class Meta:
        table_name = "run_event"
