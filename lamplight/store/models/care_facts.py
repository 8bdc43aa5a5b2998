"""What was read, done, seen and moved."""

from __future__ import annotations

from peewee import (
    SQL,
    BooleanField,
    CharField,
    Check,
    FloatField,
    ForeignKeyField,
    IntegerField,
    TextField,
)
from playhouse.sqlite_ext import JSONField

from lamplight.core.care.item import Start
from lamplight.store.models.base import DayField, Fact, Machine, OrderedFact, Site, UtcField


class CounterReading(OrderedFact):
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


class CareDone(OrderedFact):
    """An item was done: at a moment, or when the counter showed a value; and with it, the keys of what that settled.

    Where ``start`` is another than ``done``, nobody did it then: it is only counted from there on. ``judged_by`` is the
    kind by which a tick was judged; null where a run did it, which settles what its own course settles.
    """

    machine = ForeignKeyField(Machine)
    item = CharField()
    at = UtcField(null=True)
    value = IntegerField(null=True)
    settled = JSONField(default=list)
    start = CharField(max_length=20, default=Start.DONE.value)
    judged_by = CharField(max_length=60, null=True)

    class Meta:
        constraints = [SQL("CHECK (at IS NOT NULL OR value IS NOT NULL)")]


class Cleaning(OrderedFact):
    """Drinks that only cleaned."""

    machine = ForeignKeyField(Machine)
    counter = CharField(default="drinks")
    at = UtcField()
    drinks = IntegerField(constraints=[Check("drinks > 0")])


class Absence(Fact):
    """Nobody is there, both dates included: the whole site, or one machine."""

    site = ForeignKeyField(Site)
    machine = ForeignKeyField(Machine, null=True)
    first = DayField()
    last = DayField()
    label = CharField(max_length=80, default="")

    class Meta:
        constraints = [Check('"last" >= "first"')]


class PartNote(Fact):
    """A part is missing or broken; an empty state says that it is well again."""

    machine = ForeignKeyField(Machine)
    part = CharField()
    state = CharField(default="")
    note = TextField(default="")


class WaterTestFact(Fact):
    """A test of one of the site's waters: in °dH, and as it was read."""

    site = ForeignKeyField(Site)
    source = CharField(max_length=60)
    day = DayField()
    total_dh = FloatField(null=True)
    carbonate_dh = FloatField(null=True)
    way = CharField(max_length=10, default="number")
    unit = CharField(max_length=20, default="dH")
    read_total = FloatField(null=True, constraints=[Check("read_total >= 0")])
    read_carbonate = FloatField(null=True, constraints=[Check("read_carbonate >= 0")])
    ph = FloatField(null=True, constraints=[Check("ph BETWEEN 0 AND 14")])
    celsius = FloatField(null=True)
    tds_mg = FloatField(null=True, constraints=[Check("tds_mg > 0")])
    calcium_mg = FloatField(null=True, constraints=[Check("calcium_mg > 0")])

    class Meta:
        table_name = "water_test"


class CartridgeInstallation(Fact):
    """A cartridge was fitted, or none is where its capacity is null.

    One ``as_before`` is like the one before it; its own figures are those of the kind, where there is none before. One
    ``brought`` came with another job, such as coming back, and only where there was one. ``judged_by`` is the kind
    whose figures they are.
    """

    machine = ForeignKeyField(Machine)
    at = UtcField()
    capacity_dh_l = FloatField(null=True, constraints=[Check("capacity_dh_l > 0")])
    bypass = FloatField(default=0.0)
    residual_dh = FloatField(default=0.0)
    resin = CharField(default="decarbonising")
    months = IntegerField(default=2)
    as_before = BooleanField(default=False)
    brought = BooleanField(default=False)
    judged_by = CharField(max_length=60, null=True)
    place = CharField(max_length=8, default="tank")

    class Meta:
        table_name = "cartridge_fit"


class BarReading(Fact):
    """A progress bar towards a cleaning, in per cent."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    at = UtcField()
    percent = IntegerField(constraints=[Check("percent BETWEEN 0 AND 100")])


class DeviceEvent(OrderedFact):
    """Something happened at a machine by itself: ``first-drink`` or ``refill``."""

    machine = ForeignKeyField(Machine)
    what = CharField()
    at = UtcField()


class StockMoveFact(Fact):
    """So many units of a product were counted, bought, used or moved, in a cupboard; the main one has no name."""

    product = CharField()
    move = CharField()
    amount = FloatField(constraints=[Check("amount >= 0")])
    at = UtcField()
    cupboard = CharField(max_length=40, default="")
    into_cupboard = CharField(max_length=40, default="")
    keeps_until = DayField(null=True)

    class Meta:
        table_name = "stock_move"


class PriceFact(Fact):
    """A pack of a product cost so much, in hundredths of the site's money."""

    product = CharField()
    units = FloatField(constraints=[Check("units > 0")])
    cents = IntegerField(constraints=[Check("cents >= 0")])
    day = DayField()

    class Meta:
        table_name = "price"


class SupplyTerms(Fact):
    """How many days an order of a product takes, and for how many it keeps once opened."""

    product = CharField()
    lead_days = IntegerField(constraints=[Check("lead_days >= 0")])
    opened_days = IntegerField(null=True, constraints=[Check("opened_days > 0")])

    class Meta:
        table_name = "supply_terms"


class MoneyWish(Fact):
    """In which money a site pays: for an hour of its keepers, a cubic metre of water, an idle machine's hour."""

    site = ForeignKeyField(Site)
    currency = CharField(max_length=8)
    hour_price = FloatField(constraints=[Check("hour_price >= 0")])
    water_price = FloatField(constraints=[Check("water_price >= 0")])
    idle_price = FloatField(default=0.0, constraints=[Check("idle_price >= 0")])

    class Meta:
        table_name = "money_wish"


class Deferral(Fact):
    """An item is left for later, until a moment."""

    machine = ForeignKeyField(Machine)
    item = CharField()
    at = UtcField()
    until = UtcField()
