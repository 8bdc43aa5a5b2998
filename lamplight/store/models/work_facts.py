"""Runs, rounds and the announced plan."""

from __future__ import annotations

from peewee import BooleanField, CharField, Check, FloatField, ForeignKeyField, IntegerField, TextField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import Base, DayField, Fact, Keeper, Machine, Site, UtcField


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
