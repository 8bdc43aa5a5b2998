"""Stickers on machines, and what those who scan them told."""

from __future__ import annotations

from peewee import BooleanField, CharField, ForeignKeyField, IntegerField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Base, Entry, Fact, Keeper, Machine, UtcField


class StickerVersion(Fact):
    """What the sticker of a machine carries; null where it has none any more."""

    machine = ForeignKeyField(Machine)
    token = CharField(max_length=64, null=True)
    photos = BooleanField(default=False)

    class Meta:
        table_name = "sticker"


class GuestReport(Base):
    """What a passer-by told. It settles nothing before a keeper accepts it; the entry is what came of it."""

    machine = ForeignKeyField(Machine, backref="+")
    told = CharField(max_length=10)
    at = UtcField()
    shows = JSONField(null=True)
    words = CharField(max_length=200, default="")
    photo = CharField(max_length=80, default="")
    times = IntegerField(default=1)
    decided_at = UtcField(null=True)
    decided_by = ForeignKeyField(Keeper, null=True, backref="+")
    entry = ForeignKeyField(Entry, null=True, backref="+")

    class Meta:
        table_name = "guest_report"
