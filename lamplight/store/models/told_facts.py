"""What keepers said of one machine that only its manual can know, and pages of that manual."""

from __future__ import annotations

from peewee import CharField, Check, ForeignKeyField, IntegerField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Fact, Machine, UtcField


class ProgrammeTold(Fact):
    """Something that was said about a machine's own programme; see `lamplight.core.machine.told`."""

    machine = ForeignKeyField(Machine)
    programme = CharField(max_length=60)
    telling = CharField(max_length=20)
    place = JSONField(null=True)
    calls = JSONField()


class WordsTold(Fact):
    """The words of one machine for something."""

    machine = ForeignKeyField(Machine)
    name = CharField(max_length=120)
    text = CharField(max_length=600)


class ManualPage(Fact):
    """A photo or a PDF of the manual, in the folder of photos beside the data file."""

    machine = ForeignKeyField(Machine)
    title = CharField(max_length=120)
    file = CharField(unique=True)
    bytes = IntegerField(constraints=[Check("bytes > 0")])
    width = IntegerField()
    height = IntegerField()
    at = UtcField()
