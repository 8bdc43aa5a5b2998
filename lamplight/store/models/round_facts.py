"""When keepers have time for the machines, how far it is, and the rounds they walk."""

from __future__ import annotations

from peewee import CharField, Check, ForeignKeyField, TextField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Base, DayField, Fact, Keeper, Site, UtcField


class SlotsVersion(Fact):
    """The hours of the week for the machines: weekday, first and last minute, keeper or null."""

    site = ForeignKeyField(Site)
    slots = JSONField()


class WalksVersion(Fact):
    """Where a keeper sets out and the cupboard stands; and seconds between two places: place, place, seconds."""

    site = ForeignKeyField(Site)
    home = CharField(max_length=80)
    seconds = JSONField()


class Round(Fact):
    """A keeper set out."""

    site = ForeignKeyField(Site)
    keeper = ForeignKeyField(Keeper, null=True)
    begun_at = UtcField()
    until = UtcField()


class RoundEventRow(Base):
    """Something that happened on a round: what was packed or skipped, where the keeper is, that it ended."""

    round = ForeignKeyField(Round, backref="events")
    kind = CharField(max_length=20)
    at = UtcField()
    keeper = ForeignKeyField(Keeper, null=True)
    text = TextField(default="")

    class Meta:
        table_name = "round_event"


class KeeperAbsence(Fact):
    """A keeper is away, both dates included; somebody may stand in."""

    site = ForeignKeyField(Site)
    keeper = ForeignKeyField(Keeper)
    stand_in = ForeignKeyField(Keeper, null=True, backref="stood_in")
    first = DayField()
    last = DayField()
    label = CharField(max_length=80, default="")

    class Meta:
        constraints = [Check('"last" >= "first"')]
