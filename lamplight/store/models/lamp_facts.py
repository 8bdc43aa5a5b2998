"""What panels showed, and which cause it was."""

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
