"""The shape of panels, patterns, causes and symptoms in the files."""

from __future__ import annotations

from functools import cache
from importlib.resources import files
from typing import Any, Literal

from pydantic import ConfigDict, Field, field_validator, model_validator

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.lamps.causes import Cause, Evidence, Symptom
from lamplight.core.lamps.panel import SIGNS, Condition, Lamp, LampState, Message, Panel, Pattern, PromptForce, Sort
from lamplight.library.base import Key, Strict, Title
from lamplight.library.bounded_yaml import load_yaml

COLOURS = ("white", "green", "blue", "amber", "red")
Colour = Literal["white", "green", "blue", "amber", "red"]


@cache
def _shared() -> dict[str, dict[str, Any]]:
    """The shared causes and symptoms, as data."""
    return load_yaml((files("lamplight.library") / "faults.yaml").read_text("utf-8"))


def shared_causes() -> dict[str, Any]:
    """The shared causes, as data, by key."""
    return _shared()["causes"]


class LampFile(Strict):
    """One lamp; lamps stand from left to right in the order of the file where no place is given."""

    label: Title
    colours: list[Colour] = Field(default=["white"], min_length=1)
    states: list[LampState] = Field(default=list(LampState), min_length=2)
    sign: str = Field(default="", description="its pictogram")
    place: list[float] | None = Field(default=None, min_length=2, max_length=2, description="column and row, from 0")

    @field_validator("states", mode="before")
    @classmethod
    def _off_is_no_switch(cls, data: Any) -> Any:
        return ["off" if state is False else state for state in data] if isinstance(data, list) else data

    @field_validator("sign")
    @classmethod
    def _drawn(cls, sign: str) -> str:
        if sign and sign not in SIGNS:
            raise ValueError(f"“{sign}” is none of: {', '.join(SIGNS)}")
        return sign

    def core(self, key: str) -> Lamp:
        """As a core object."""
        place = (self.place[0], self.place[1]) if self.place else None
        return Lamp(key, self.label, tuple(self.colours), tuple(self.states), self.sign, place)


class MessageFile(Strict):
    """Something that a display says."""

    says: str = Field(min_length=1, max_length=80)
    asks_for: str = Field(default="", description="the item that it asks for")
    force: PromptForce = PromptForce.INFORMATION


class PatternFile(Strict):
    """A combination that means something."""

    means: Title
    sort: Sort
    lamps: dict[Key, str] = Field(default={}, description="off, steady or flashing, and a colour where it matters")
    message: str = Field(default="", max_length=80)
    exact: bool = Field(default=False, description="every other lamp must be off")
    asks_for: str = ""
    force: PromptForce = PromptForce.INFORMATION
    causes: list[Key] = []
    part: str = ""

    @field_validator("lamps", mode="before")
    @classmethod
    def _off_is_no_switch(cls, data: Any) -> Any:
        if not isinstance(data, dict):
            return data
        words = {False: "off", True: "steady"}
        return {key: words[given] if isinstance(given, bool) else given for key, given in data.items()}

    @model_validator(mode="after")
    def _says_something(self) -> PatternFile:
        if not self.lamps and not self.message:
            raise ValueError("a pattern names lamps, or a message, or both")
        for key, given in self.lamps.items():
            state, _, colour = given.partition(" ")
            if state not in set(LampState) or (colour and colour not in COLOURS):
                raise ValueError(f"lamps.{key}: “{given}” is no state such as off, steady, flashing or flashing amber")
        return self

    def core(self) -> Pattern:
        """As a core object."""
        conditions = []
        for key, given in self.lamps.items():
            state, _, colour = given.partition(" ")
            conditions.append(Condition(key, LampState(state), colour))
        return Pattern(
            self.means, self.sort, tuple(conditions), self.message, self.exact, self.asks_for, self.force,
            tuple(self.causes), self.part,
        )  # fmt: skip


class PanelFile(Strict):
    """How the machine speaks."""

    lamps: dict[Key, LampFile] = {}
    messages: list[MessageFile] = []
    patterns: list[PatternFile] = []

    @model_validator(mode="after")
    def _lamps_are_there(self) -> PanelFile:
        for n, pattern in enumerate(self.patterns):
            for key, given in pattern.lamps.items():
                lamp = self.lamps.get(key)
                if lamp is None:
                    raise ValueError(f"patterns.{n}.lamps: this panel has no lamp “{key}”")
                state, _, colour = given.partition(" ")
                if LampState(state) not in lamp.states or (colour and colour not in lamp.colours):
                    raise ValueError(f"patterns.{n}.lamps.{key}: this lamp is never {given}")
        return self

    def core(self) -> Panel:
        """As a core object."""
        return Panel(
            tuple(lamp.core(key) for key, lamp in self.lamps.items()),
            tuple(Message(message.says, message.asks_for, message.force) for message in self.messages),
            tuple(pattern.core() for pattern in self.patterns),
        )


class EvidenceFile(Strict):
    """A fact that speaks for a cause, or against it."""

    fact: str = Field(min_length=3, max_length=60)
    weight: float = Field(ge=-20, le=20)
    above: float | None = None
    below: float | None = None
    says: str = Field(default="", max_length=160)

    def core(self) -> Evidence:
        """As a core object."""
        return Evidence(**self.model_dump())


class CauseFile(Strict):
    """Something that may be wrong."""

    title: Title
    circuit: Circuit
    check: str = Field(min_length=3, max_length=400)
    remedy: str = Field(min_length=3, max_length=500)
    begin: str = Field(default="", description="the item, or the free procedure, whose job mends it")
    stop: str = Field(default="", max_length=300, description="when to stop and call a trained person")
    cured: str = Field(default="", max_length=200, description="how to know that it is mended")
    weight: float = Field(default=1, ge=0, le=20, description="how likely it is beforehand")
    evidence: list[EvidenceFile] = []
    grind: Literal["", "coarser", "finer"] = ""
    when: list[str] = []

    def core(self, key: str) -> Cause:
        """As a core object."""
        rest = self.model_dump(exclude={"evidence", "when"})
        return Cause(key=key, evidence=tuple(rule.core() for rule in self.evidence), when=tuple(self.when), **rest)


class SymptomFile(Strict):
    """Something that people see, hear, taste or feel, without a lamp."""

    title: Title
    sense: Literal["see", "hear", "taste", "feel"]
    circuit: Circuit
    causes: list[Key] = Field(min_length=1)
    when: list[str] = []

    def core(self, key: str) -> Symptom:
        """As a core object."""
        return Symptom(key, self.title, self.sense, self.circuit, tuple(self.causes), tuple(self.when))


class FaultsFile(Strict):
    """Causes and symptoms."""

    model_config = ConfigDict(extra="forbid", frozen=True)

    causes: dict[Key, CauseFile]
    symptoms: dict[Key, SymptomFile] = {}

    @model_validator(mode="after")
    def _causes_are_there(self) -> FaultsFile:
        for key, symptom in self.symptoms.items():
            for cause in symptom.causes:
                if cause not in self.causes:
                    raise ValueError(f"symptoms.{key}.causes: there is no cause “{cause}”")
        return self
