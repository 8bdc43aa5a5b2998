"""Lamps of machines, and what keepers told of them."""

from __future__ import annotations

from peewee import BooleanField, CharField, Check, ForeignKeyField, IntegerField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Fact, Machine, OrderedFact, UtcField


class PanelSighting(OrderedFact):
    """What a panel showed from a moment on: lamps by key as ``steady amber``, and the display's words.

    Or that the machine asks for one item, or no longer does, whatever its panel shows.
    """

    machine = ForeignKeyField(Machine)
    at = UtcField()
    lamps = JSONField()
    message = CharField(max_length=120, default="")
    deferred = BooleanField(default=False)
    value = IntegerField(null=True, constraints=[Check("value >= 0")])
    asks_for = CharField(default="")
    no_longer = CharField(default="")


class CauseTried(Fact):
    """A cause was tried: that was it, or that was not it."""

    machine = ForeignKeyField(Machine)
    about = CharField(max_length=80)
    cause = CharField()
    was_it = BooleanField()
    at = UtcField()


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
