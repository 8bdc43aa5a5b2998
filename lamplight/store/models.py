"""The facts, as tables. Nothing derived is stored.

Every change hangs on an `Entry` of the log. Undoing marks the entry; all facts that hang on it
stop counting, and nothing is deleted. Settings are facts as well: a new version each time, the
last one that was not undone holds.
"""

from __future__ import annotations

from datetime import UTC, datetime

from peewee import (
    SQL,
    BooleanField,
    CharField,
    Check,
    DateField,
    Field,
    FloatField,
    ForeignKeyField,
    IntegerField,
    Model,
    TextField,
)
from playhouse.sqlite_ext import JSONField

from lamplight.store.database import database


class UtcField(Field):
    """An aware datetime, stored as UTC text to the second."""

    field_type = "TEXT"

    def db_value(self, value: datetime | None) -> str | None:
        """To ``2026-11-24T06:05:00Z``."""
        if value is None:
            return None
        if value.tzinfo is None:
            raise ValueError("A stored time needs a time zone.")
        return value.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ")

    def python_value(self, value: str | None) -> datetime | None:
        """Back to an aware datetime."""
        return None if value is None else datetime.fromisoformat(value)


class Base(Model):
    """All tables live in the one data file."""

    class Meta:
        database = database
        legacy_table_names = False


class Site(Base):
    """A place with machines. What is known about it is in its versions."""


class Keeper(Base):
    """A person who keeps machines. What is known is in the versions."""


class Machine(Base):
    """A machine. What is known about it is in its versions."""

    site = ForeignKeyField(Site, backref="machines")


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
    replaces = ForeignKeyField("self", null=True, backref="replaced_by")


class Fact(Base):
    """Anything that hangs on an entry and counts while the entry was not undone."""

    entry = ForeignKeyField(Entry, backref="+")


class SiteVersion(Fact):
    """What a site is called and when it is open."""

    site = ForeignKeyField(Site)
    name = CharField(max_length=80)
    zone = CharField(max_length=64)
    hours = JSONField()


class Closure(Fact):
    """Closed dates, both ends included."""

    site = ForeignKeyField(Site)
    first = DateField()
    last = DateField()
    label = CharField(max_length=80, default="")

    class Meta:
        constraints = [Check('"last" >= "first"')]


class KeeperVersion(Fact):
    """What a keeper is called, and whether they are still around."""

    keeper = ForeignKeyField(Keeper)
    name = CharField(max_length=80)
    initials = CharField(max_length=6)
    active = BooleanField(default=True)


class MachineVersion(Fact):
    """What a machine is called, what it is, where it stands."""

    machine = ForeignKeyField(Machine)
    name = CharField(max_length=60)
    kind = CharField(max_length=60)
    place = CharField(max_length=80, default="")
    serial = CharField(max_length=40, default="")
    guess_per_day = FloatField(null=True, constraints=[Check("guess_per_day >= 0")])
    retired = BooleanField(default=False)


class LimitVersion(Fact):
    """The keeper's own limit for a trigger; null takes the kind's again."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    trigger = CharField()
    limit = IntegerField(null=True, column_name="own_limit", constraints=[Check("own_limit > 0")])
    reason = TextField(default="")


class CounterReading(Fact):
    """A count seen at a moment."""

    machine = ForeignKeyField(Machine)
    counter = CharField(default="drinks")
    at = UtcField()
    value = IntegerField(constraints=[Check("value >= 0")])
    source = CharField()

    class Meta:
        indexes = ((("machine", "counter", "at"), False),)


class ReadingRemoval(Fact):
    """A reading was taken out of the book, alone or for a corrected one."""

    reading = ForeignKeyField(CounterReading, backref="removals")


class CounterRestart(Fact):
    """The counter went from one count to another without drinks."""

    machine = ForeignKeyField(Machine)
    counter = CharField(default="drinks")
    at = UtcField()
    before = IntegerField(null=True)
    after = IntegerField(constraints=[Check("after >= 0")])


class CareDone(Fact):
    """An item was done: at a moment, or when the counter showed a value."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    at = UtcField(null=True)
    value = IntegerField(null=True)

    class Meta:
        constraints = [SQL("CHECK (at IS NOT NULL OR value IS NOT NULL)")]


class Cleaning(Fact):
    """Drinks that only cleaned."""

    machine = ForeignKeyField(Machine)
    counter = CharField(default="drinks")
    at = UtcField()
    drinks = IntegerField(constraints=[Check("drinks > 0")])


class Absence(Fact):
    """Nobody is there, both dates included: the whole site, or one machine."""

    site = ForeignKeyField(Site)
    machine = ForeignKeyField(Machine, null=True)
    first = DateField()
    last = DateField()
    label = CharField(max_length=80, default="")

    class Meta:
        constraints = [Check('"last" >= "first"')]


class ItemSwitch(Fact):
    """The keeper does without an item on a machine, or takes it up again."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    off = BooleanField()
    reason = TextField(default="")


class PartNote(Fact):
    """A part is missing or broken; an empty state says that it is well again."""

    machine = ForeignKeyField(Machine)
    part = CharField()
    state = CharField(default="")
    note = TextField(default="")


class SetupVersion(Fact):
    """Which water a machine gets, by what its descaling is decided, and how far ahead jobs are taken along."""

    machine = ForeignKeyField(Machine)
    source = CharField(max_length=60)
    school = CharField(max_length=20)
    window_days = IntegerField(constraints=[Check("window_days >= 0")])


class WaterTestFact(Fact):
    """A test of one of the site's waters, in °dH."""

    site = ForeignKeyField(Site)
    source = CharField(max_length=60)
    day = DateField()
    total_dh = FloatField(null=True)
    carbonate_dh = FloatField(null=True)

    class Meta:
        table_name = "water_test"


class CartridgeFit(Fact):
    """A cartridge was fitted, or taken out where its capacity is null."""

    machine = ForeignKeyField(Machine)
    at = UtcField()
    capacity_dh_l = FloatField(null=True, constraints=[Check("capacity_dh_l > 0")])
    bypass = FloatField(default=0.0)
    residual_dh = FloatField(default=0.0)
    resin = CharField(default="decarbonising")
    months = IntegerField(default=2)


class Prompt(Fact):
    """The machine asked for an item."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    at = UtcField()


class PromptGone(Fact):
    """The machine stopped asking."""

    prompt = ForeignKeyField(Prompt)
    at = UtcField()


class BarReading(Fact):
    """A progress bar towards a cleaning, in per cent."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    at = UtcField()
    percent = IntegerField(constraints=[Check("percent BETWEEN 0 AND 100")])


class DeviceEvent(Fact):
    """Something happened at a machine by itself: ``first-drink`` or ``refill``."""

    machine = ForeignKeyField(Machine)
    what = CharField()
    at = UtcField()


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


class StockMoveFact(Fact):
    """So many units of a product were counted, bought or used."""

    product = CharField()
    move = CharField()
    amount = FloatField(constraints=[Check("amount >= 0")])
    at = UtcField()

    class Meta:
        table_name = "stock_move"


class PutOff(Fact):
    """An item is left for later, until a moment."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    at = UtcField()
    until = UtcField()


class Run(Fact):
    """An execution of a procedure, with the procedure and what was chosen as they were then."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    snapshot = JSONField()
    begun_at = UtcField()
    context = JSONField(null=True)


class TruthTold(Fact):
    """An answer to a question that only the keeper can answer."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    what = CharField()
    answer = BooleanField()
    at = UtcField()


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


class PanelSighting(Fact):
    """What a panel showed from a moment on: lamps by key as ``steady amber``, and the display's words."""

    machine = ForeignKeyField(Machine)
    at = UtcField()
    lamps = JSONField()
    message = CharField(max_length=120, default="")
    put_off = BooleanField(default=False)
    value = IntegerField(null=True, constraints=[Check("value >= 0")])


class CauseTried(Fact):
    """A cause was tried: that was it, or that was not it."""

    machine = ForeignKeyField(Machine)
    about = CharField(max_length=80)
    cause = CharField()
    was_it = BooleanField()
    at = UtcField()


class KeeperSecret(Fact):
    """A keeper's passphrase, as a hash; an empty one takes the sign-in away."""

    keeper = ForeignKeyField(Keeper)
    hashed = TextField()


class RunEventRow(Base):
    """Something that happened in a run."""

    run = ForeignKeyField(Run, backref="events")
    kind = CharField()
    at = UtcField()
    step = IntegerField()
    keeper = ForeignKeyField(Keeper, null=True)
    text = TextField(default="")

    class Meta:
        table_name = "run_event"


TABLES = (
    Site, Keeper, Machine, Entry, SiteVersion, Closure, KeeperVersion, MachineVersion, LimitVersion,
    CounterReading, ReadingRemoval, CounterRestart, CareDone, Cleaning, Absence, ItemSwitch, PartNote,
    SetupVersion, WaterTestFact, CartridgeFit, Prompt, PromptGone, BarReading, DeviceEvent, KindVersion,
    ProcedureVersion, ProductVersion, StockMoveFact, PutOff, Run, RunEventRow, TruthTold, Inspected, Photo,
    PanelSighting, CauseTried, KeeperSecret,
)  # fmt: skip
FACTS = (
    SiteVersion, Closure, KeeperVersion, MachineVersion, LimitVersion, CounterReading, ReadingRemoval,
    CounterRestart, CareDone, Cleaning, Absence, ItemSwitch, PartNote, SetupVersion, WaterTestFact,
    CartridgeFit, Prompt, PromptGone, BarReading, DeviceEvent, KindVersion, ProcedureVersion, ProductVersion,
    StockMoveFact, PutOff, Run, TruthTold, Inspected, Photo, PanelSighting, CauseTried,
    KeeperSecret,
)  # fmt: skip
