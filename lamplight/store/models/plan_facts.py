"""What keepers chose in the plan of the weeks ahead, and what was announced of it."""

from __future__ import annotations

from peewee import BooleanField, CharField, Check, FloatField, ForeignKeyField, IntegerField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Base, Fact, Keeper, Machine, Site, UtcField


class PlanPin(Fact):
    """A keeper chose when an item is done, or lets the plan choose again."""

    machine = ForeignKeyField(Machine)
    item = CharField(max_length=60)
    start = UtcField()
    held = BooleanField()


class PlanWish(Fact):
    """Which risk a plan takes that a lamp comes first, and from which share of its time on care is worth it."""

    site = ForeignKeyField(Site)
    risk = FloatField(constraints=[Check("risk > 0 AND risk < 1")])
    worth = FloatField(constraints=[Check("worth BETWEEN 0 AND 1")])


class AnnouncedPlan(Base):
    """A plan as it was announced: machine, item and beginning of the slot of each turn, and what moved with it.

    No fact: it can be made anew at any time, but then what was announced would not be held.
    """

    site = ForeignKeyField(Site)
    made_at = UtcField()
    rests_on = CharField()
    visits = JSONField()
    moved = JSONField()
    weight = FloatField(default=0.0)
    least = FloatField(default=0.0)
    asked = CharField(max_length=64, default="")


class FeedVersion(Fact):
    """An address that answers without signing in: a calendar or a screen, as a hash; an empty one takes it away."""

    site = ForeignKeyField(Site)
    keeper = ForeignKeyField(Keeper, null=True)
    kind = CharField(max_length=20)
    hashed = CharField(max_length=64)
    alarm_minutes = IntegerField(constraints=[Check("alarm_minutes >= 0")])
