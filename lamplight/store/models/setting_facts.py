"""How things are set: sites, keepers, machines, limits, texts. Each change is a new version."""

from __future__ import annotations

from peewee import BooleanField, CharField, Check, FloatField, ForeignKeyField, IntegerField, TextField
from playhouse.sqlite_ext import JSONField

from lamplight.store.models.base import DayField, Fact, Keeper, Machine, Site, UtcField


class SiteVersion(Fact):
    """What a site is called and when it is open."""

    site = ForeignKeyField(Site)
    name = CharField(max_length=80)
    zone = CharField(max_length=64)
    hours = JSONField()
    degrees = CharField(max_length=2, default="°C")
    language = CharField(max_length=8, default="en_GB")


class Closure(Fact):
    """Closed dates, both ends included."""

    site = ForeignKeyField(Site)
    first = DayField()
    last = DayField()
    label = CharField(max_length=80, default="")

    class Meta:
        constraints = [Check('"last" >= "first"')]


class KeeperVersion(Fact):
    """What a keeper is called, and whether they are still around."""

    keeper = ForeignKeyField(Keeper)
    name = CharField(max_length=80)
    initials = CharField(max_length=6)
    active = BooleanField(default=True)


class KeeperRole(Fact):
    """What a keeper is at a site: owner, keeper, helper or looker; or that they serve it no more."""

    keeper = ForeignKeyField(Keeper)
    site = ForeignKeyField(Site)
    role = CharField(max_length=10)
    serves = BooleanField(default=True)

    class Meta:
        table_name = "keeper_role"


class MachineVersion(Fact):
    """What a machine is called, what it is, where it stands."""

    machine = ForeignKeyField(Machine)
    name = CharField(max_length=60)
    kind = CharField(max_length=60)
    place = CharField(max_length=80, default="")
    serial = CharField(max_length=40, default="")
    guess_per_day = FloatField(null=True, constraints=[Check("guess_per_day >= 0")])
    retired = BooleanField(default=False)


class MachineMove(Fact):
    """A machine stands at another site from a day on, in that site's zone, which began at a moment."""

    machine = ForeignKeyField(Machine)
    origin = ForeignKeyField(Site)
    site = ForeignKeyField(Site)
    day = DayField()
    at = UtcField()

    class Meta:
        table_name = "machine_move"
        constraints = [Check("origin_id <> site_id")]


class LimitVersion(Fact):
    """The keeper's own limit for a trigger; null takes the kind's again."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    trigger = CharField()
    limit = IntegerField(null=True, column_name="own_limit", constraints=[Check("own_limit > 0")])
    reason = TextField(default="")


class ItemSwitch(Fact):
    """The keeper does without an item on a machine, or takes it up again."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    off = BooleanField()
    reason = TextField(default="")


class SetupVersion(Fact):
    """A machine's water, what decides descaling, how far ahead jobs are taken along, and how much care it gets."""

    machine = ForeignKeyField(Machine)
    source = CharField(max_length=60)
    descaling_basis = CharField(max_length=20)
    window_days = IntegerField(constraints=[Check("window_days >= 0")])
    level = CharField(max_length=10, default="usual")


class TextVersion(Fact):
    """A file of the keeper's own, as it stands; deleted ones keep their text."""

    key = CharField()
    text = TextField()
    deleted = BooleanField(default=False)


class KindVersion(TextVersion):
    """A kind."""


class ProcedureVersion(TextVersion):
    """A procedure."""


class ProductVersion(Fact):
    """A product of the keeper's own, or a shipped one as their label says."""

    key = CharField()
    title = CharField(max_length=80)
    role = CharField()
    form = CharField()
    chemistry = CharField()
    unit = CharField(max_length=20)
    dose = FloatField(constraints=[Check("dose > 0")])
    per_l = FloatField(null=True, constraints=[Check("per_l > 0")])
    whole = BooleanField(default=True)
    deleted = BooleanField(default=False)
    least_ml = FloatField(null=True, constraints=[Check("least_ml > 0")])
    most_ml = FloatField(null=True, constraints=[Check("most_ml > 0")])
    also = CharField(max_length=200, default="")
    acids = CharField(max_length=200, default="")


class KeeperSecret(Fact):
    """A keeper's passphrase, as a hash; an empty one takes the sign-in away."""

    keeper = ForeignKeyField(Keeper)
    hashed = TextField()
