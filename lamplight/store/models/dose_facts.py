"""Facts of the dose bench."""

from __future__ import annotations

from peewee import BooleanField, CharField, Check, FloatField, ForeignKeyField, IntegerField

from lamplight.store.models.base import Fact, Machine, UtcField


class DoseMeasuring(Fact):
    """Filled to a line, and poured back after a job."""

    machine = ForeignKeyField(Machine)
    role = CharField(max_length=60)
    filled_ml = FloatField(constraints=[Check("filled_ml > 0")])
    left_ml = FloatField(constraints=[Check("left_ml BETWEEN 0 AND filled_ml")])
    at = UtcField()

    class Meta:
        table_name = "dose_measuring"


class DoseMarkVersion(Fact):
    """To which mark a mix is filled on a machine; null is the kind's own."""

    machine = ForeignKeyField(Machine)
    role = CharField(max_length=60)
    ml = IntegerField(null=True, constraints=[Check("ml > 0")])

    class Meta:
        table_name = "dose_mark"


class DoseVesselVersion(Fact):
    """The vessel in which a mix is made, measured inside."""

    machine = ForeignKeyField(Machine)
    role = CharField(max_length=60)
    bottom_mm = FloatField(constraints=[Check("bottom_mm > 0")])
    top_mm = FloatField(constraints=[Check("top_mm > 0")])
    height_mm = FloatField(constraints=[Check("height_mm > 0")])

    class Meta:
        table_name = "dose_vessel"


class DoseTrialFact(Fact):
    """An experiment with a weaker dose was begun."""

    machine = ForeignKeyField(Machine)
    role = CharField(max_length=60)
    item = CharField(max_length=60)
    share = FloatField(constraints=[Check("share > 0 AND share < 1")])
    minutes = IntegerField(constraints=[Check("minutes >= 0")])
    washes = IntegerField(constraints=[Check("washes > 0")])
    hypothesis = CharField(max_length=300)

    class Meta:
        table_name = "dose_trial"


class TrialStop(Fact):
    """An experiment was ended by its keeper."""

    machine = ForeignKeyField(Machine)
    trial = ForeignKeyField(DoseTrialFact)

    class Meta:
        table_name = "trial_stop"


class Push(Fact):
    """What one push of a dispenser gave."""

    product = CharField()
    unit = CharField(max_length=20)
    value = FloatField(constraints=[Check("value >= 0")])
    left_out = BooleanField(default=False)
