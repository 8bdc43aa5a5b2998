"""The shape of the YAML files; pydantic checks them and hands over frozen core objects."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from lamplight.core.care import CareItem, DaysSince, DrinksSince
from lamplight.core.circuits import Circuit
from lamplight.core.kind import Capacities, Kind, Look, Part
from lamplight.core.procedure import Duration, Need, Procedure, Step, StepKind

Key = Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{1,40}$")]
Title = Annotated[str, Field(min_length=2, max_length=80)]
Minutes = Annotated[list[float], Field(min_length=3, max_length=3)]
PARTS = Literal[
    "hopper", "grinder", "funnel", "group", "boiler", "pump", "tank", "filter", "outlet",
    "drawer", "tray", "float", "panel", "wand", "jug", "hose", "fridge", "door", "mains",
]  # fmt: skip


class Strict(BaseModel):
    """Unknown keys are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True)


class NeedFile(Strict):
    """Something to have at hand."""

    amount: str
    thing: str

    def core(self) -> Need:
        """As a core object."""
        return Need(self.amount, self.thing)


class TriggerFile(Strict):
    """One trigger: exactly one of its keys."""

    drinks: int | None = Field(default=None, ge=1, le=100_000, description="due after so many drinks")
    days: int | None = Field(default=None, ge=1, le=3650, description="due after so many days")

    @model_validator(mode="after")
    def _exactly_one(self) -> TriggerFile:
        if (self.drinks is None) == (self.days is None):
            raise ValueError("a trigger needs exactly one of drinks, days")
        return self

    def core(self) -> DrinksSince | DaysSince:
        """As a core object."""
        return DrinksSince(self.drinks) if self.drinks is not None else DaysSince(self.days or 1)


class ItemFile(Strict):
    """A care item of a kind."""

    title: Title
    circuit: Circuit
    part: PARTS
    triggers: list[TriggerFile] = Field(min_length=1)
    minutes: int = Field(ge=1, le=240, description="the keeper's own minutes")
    procedure: Key
    why: str = ""
    soon_open_days: int = Field(default=3, ge=0, le=30)

    def core(self, key: str) -> CareItem:
        """As a core object."""
        return CareItem(
            key, self.title, self.circuit, self.part, tuple(t.core() for t in self.triggers),
            self.minutes, self.procedure, self.why, self.soon_open_days,
        )  # fmt: skip


class PartFile(Strict):
    """A fitted part."""

    label: Title
    circuit: Circuit
    removable: bool = False
    tolerates: list[Literal["dishwasher", "soap", "glass cleaner", "metal"]] = []
    note: str = ""

    def core(self, key: str) -> Part:
        """As a core object."""
        return Part(key, self.label, self.circuit, self.removable, tuple(self.tolerates), self.note)


class CapacitiesFile(Strict):
    """What the kind holds."""

    tank_ml: int = Field(default=0, ge=0, le=20_000)
    tray_ml: int = Field(default=0, ge=0, le=10_000)
    drawer_pucks: int = Field(default=0, ge=0, le=500)


class LookFile(Strict):
    """How the kind is drawn."""

    width: int = Field(ge=120, le=320)
    height: int = Field(ge=180, le=460)
    corner: int = Field(default=14, ge=0, le=60)
    crown: Literal["hopper", "twin hopper", "dome", "funnel", "capsule drum"]
    tank: Literal["left", "right", "back", "plumbed"]
    panel: Literal["lamps", "text", "colour"]
    milk: Literal["none", "wand", "jug", "hose", "fridge"]
    group: Literal["removable", "fixed", "capsule"]
    stand: Literal["feet", "skirt", "cabinet", "rails"]
    lamps: int = Field(default=4, ge=0, le=8)


class KindFile(Strict):
    """A kind of machine, one file."""

    key: Key
    title: Title
    blurb: str = Field(max_length=300)
    look: LookFile
    parts: dict[PARTS, PartFile]
    capacities: CapacitiesFile
    counters: list[Key] = ["drinks"]
    items: dict[Key, ItemFile]
    traits: list[Key] = []
    words: dict[str, str] = {}
    durations: dict[str, Minutes] = {}
    notes: list[str] = []

    @model_validator(mode="after")
    def _items_touch_fitted_parts(self) -> KindFile:
        for key, item in self.items.items():
            if item.part not in self.parts:
                raise ValueError(f"items.{key}.part: this kind has no part “{item.part}”")
        return self

    def core(self) -> Kind:
        """As a core object."""
        return Kind(
            self.key, self.title, self.blurb, Look(**self.look.model_dump()),
            tuple(part.core(key) for key, part in self.parts.items()),
            Capacities(**self.capacities.model_dump()),
            tuple(item.core(key) for key, item in self.items.items()),
            tuple(self.counters), frozenset(self.traits), dict(self.words),
            {name: _duration(minutes) for name, minutes in self.durations.items()},
            tuple(self.notes),
        )  # fmt: skip


class StepFile(Strict):
    """One step of a procedure."""

    kind: StepKind
    title: str = Field(min_length=3, max_length=120)
    text: str = Field(min_length=3, max_length=600)
    circuit: Circuit
    part: PARTS
    pose: str = ""
    minutes: Minutes | str | None = Field(default=None, description="low, likely, high; or a name the kind knows")
    over_when: str = ""
    done_label: str = "Done"
    on_no: str = ""
    caution: str = ""
    mistake: str = ""
    why: str = ""
    cleaner: Literal["", "in", "out"] = ""
    when: list[str] = []

    @model_validator(mode="after")
    def _complete(self) -> StepFile:
        if self.kind.timed != (self.minutes is not None):
            raise ValueError("wait and machine steps need minutes, and only they")
        if (self.kind is StepKind.CHECK) != bool(self.on_no):
            raise ValueError("a check needs on_no, and only a check")
        return self

    def core(self) -> Step:
        """As a core object."""
        named = self.minutes if isinstance(self.minutes, str) else ""
        duration = _duration(self.minutes) if isinstance(self.minutes, list) else None
        rest = self.model_dump(exclude={"minutes", "when"})
        return Step(**rest, duration=duration, duration_name=named, when=tuple(self.when))


class ProcedureFile(Strict):
    """A procedure, one file."""

    key: Key
    title: Title
    circuit: Circuit
    needs: list[NeedFile] = []
    cautions: list[str] = []
    cleaning_drinks: int = Field(default=0, ge=0, le=20)
    afterwards: str = ""
    steps: list[StepFile] = Field(min_length=1)

    def core(self) -> Procedure:
        """As a core object."""
        return Procedure(
            self.key, self.title, self.circuit, tuple(step.core() for step in self.steps),
            tuple(need.core() for need in self.needs), tuple(self.cautions),
            self.cleaning_drinks, self.afterwards,
        )  # fmt: skip


def _duration(minutes: list[float]) -> Duration:
    low, likely, high = (round(60 * value) for value in minutes)
    return Duration(low, likely, high)
