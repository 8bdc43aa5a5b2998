"""The shape of steps, of procedures and of the palette's calls."""

from __future__ import annotations

from functools import cache
from importlib.resources import files
from typing import Annotated, Literal

from pydantic import Field, model_validator

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.calls import Call
from lamplight.core.job.confirmations import CONFIRMATIONS
from lamplight.core.job.procedure import (
    Need,
    Packs,
    ShippedNeed,
    ShippedStep,
)
from lamplight.core.job.steps import Ask, AskFor, Only, Step, StepKind
from lamplight.library.base import Key, Minutes, Strict, Title, duration, same_named
from lamplight.library.bounded_yaml import load_yaml
from lamplight.library.call_schema import OUTLET, Volume
from lamplight.library.schema import PARTS

POSE = Literal[
    "", "out", "half", "in", "press", "brush", "pour", "drop", "steam", "wipe", "under", "dark",
    "tray-out", "tank-fill", "tank-out", "jug-under", "tablet-in", "group-half", "group-out",
]  # fmt: skip
TIPPED = Literal["all", "drawer"] | OUTLET

MOST_STEPS = 80  # by far more than any that ships


@cache
def things() -> dict[str, dict[str, str]]:
    """What is known of things to have at hand, by name; a name that is not there is a tool of its own."""
    return load_yaml((files("lamplight.library") / "things.yaml").read_text("utf-8"))


class NeedFile(Strict):
    """Something to have at hand."""

    amount: str = ""
    thing: str = ""
    role: str = Field(default="", description="the product that serves; its amount is worked out")
    mix: Volume | None = Field(default=None, description="ml of mix that the product is dosed for, or a named volume")
    when: list[str] = []

    @model_validator(mode="after")
    def _says_what(self) -> NeedFile:
        if bool(self.thing) == bool(self.role):
            raise ValueError("a need names either a thing or the role of a product")
        return self

    def core(self) -> ShippedNeed:
        """As a core object."""
        known = things().get(self.thing, {})
        packs, packed_as = Packs(known.get("packs", Packs.TOOL)), known.get("as", "")
        need = Need(self.amount, self.thing, self.role, packs=packs, packed_as=packed_as)
        return ShippedNeed(need, self.mix, tuple(self.when))


class AskFile(Strict):
    """A question."""

    key: Key
    sort: AskFor
    choices: list[str] = []
    unit: str = ""
    low: float = 0
    high: float = 1_000_000_000
    good_low: float | None = None
    good_high: float | None = None
    when_off: str = ""
    counter: Literal["", "drinks", "milk", "litres"] = ""

    @model_validator(mode="after")
    def _complete(self) -> AskFile:
        if (self.sort is AskFor.CHOICE) != (len(self.choices) > 1):
            raise ValueError("a choice needs two choices or more, and only a choice")
        return self

    def core(self) -> Ask:
        """As a core object."""
        return Ask(**same_named(self, Ask))


class DeliveryFile(Strict):
    """Water at one outlet."""

    ml: Volume
    bursts: int = Field(default=1, ge=1, le=100)


# The key of a step that holds its title says its kind.
TITLES = {
    "do": StepKind.DO,
    "check": StepKind.CHECK,
    "wait": StepKind.WAIT,
    "machine": StepKind.MACHINE,
    "pour": StepKind.POUR,
    "tip_out": StepKind.TIP_OUT,
    "question": StepKind.ASK,
    "photo": StepKind.PHOTO,
}
StepTitle = Field(default=None, min_length=3, max_length=120)


LABELS = {
    StepKind.CHECK: "Yes",
    StepKind.WAIT: "Go on",
    StepKind.MACHINE: "It is over",
    StepKind.POUR: "Poured",
    StepKind.TIP_OUT: "Tipped out",
    StepKind.ASK: "Write it down",
    StepKind.PHOTO: "Go on",
}


class StepFile(Strict):
    """One step; exactly one of ``do``, ``check``, ``wait``, ``machine``, ``pour``, ``tip_out``, ``question`` and
    ``photo`` holds its title."""

    do: str | None = StepTitle
    check: str | None = StepTitle
    wait: str | None = StepTitle
    machine: str | None = StepTitle
    pour: str | None = StepTitle
    tip_out: str | None = StepTitle
    question: str | None = StepTitle
    photo: str | None = StepTitle
    text: str = Field(min_length=3, max_length=600)
    circuit: Circuit | None = Field(default=None, description="the procedure's own where it is not said")
    part: PARTS | Annotated[list[PARTS], Field(min_length=1)] = Field(
        description="the part in hand; of several the first that is fitted"
    )
    pose: POSE = ""
    minutes: Minutes | str | None = Field(default=None, description="low, likely, high; or a name the kind knows")
    over_when: str = ""
    done_label: str = ""
    on_no: str = ""
    caution: str = ""
    mistake: str = ""
    why: str = ""
    when: list[str] = Field(
        default=[], description="traits that the kind must have; “not x” and “x or y” are understood"
    )
    only: dict[Key, str | list[str]] = Field(default={}, description="answers to earlier questions that it needs")
    ask: AskFile | None = None
    confirmation: str = ""
    no_goes_on: bool = False
    amount: Volume | None = Field(default=None, description="ml to pour, or a named volume")
    of: str = Field(default="", description="what is poured")
    delivers: dict[OUTLET, Volume | DeliveryFile] = Field(default={}, description="water that comes out, by outlet")
    tips: list[TIPPED] = []
    puts: dict[Key, Key] = Field(default={}, description="places into which a cleaner goes, and its role")
    rinses: list[Key] = Field(default=[], description="places rinsed with fresh water")
    strips: bool = Field(default=False, description="whether the part is taken apart")
    takes_out: PARTS | Literal[""] = ""
    puts_back: PARTS | Literal[""] = ""
    access: str = ""
    starts_over: bool = False
    settles: list[Key] = Field(default=[], description="care items that count as done where the kind has this step")
    opens: str = Field(default="", max_length=40, description="what it brings out of its working position")
    shuts: str = Field(default="", max_length=40, description="what it brings back into it")
    hands: float | None = Field(default=None, gt=0, le=120, description="the keeper’s own minutes, where not the usual")
    idle: bool = Field(default=False, description="whether nobody waits for it")
    soon: bool = Field(default=False, description="whether an end far before its time is doubted")
    gives: bool = Field(default=False, description="in a call: what comes out is said where it is used")
    needs: list[NeedFile] = Field(default=[], description="what is to be had at hand where the kind has this step")

    @property
    def kind(self) -> StepKind:
        """What it asks for."""
        return next(kind for name, kind in TITLES.items() if getattr(self, name) is not None)

    @model_validator(mode="after")
    def _complete(self) -> StepFile:
        titles = [name for name in TITLES if getattr(self, name) is not None]
        if len(titles) != 1:
            raise ValueError(f"a step has exactly one of: {', '.join(TITLES)}")
        kind = self.kind
        if kind.timed != (self.minutes is not None):
            raise ValueError("wait and machine steps need minutes, and only they")
        if kind is StepKind.CHECK and not (self.on_no or self.no_goes_on):
            raise ValueError("a check needs on_no, or no_goes_on")
        if kind is not StepKind.CHECK and (self.on_no or self.no_goes_on or self.confirmation):
            raise ValueError("only a check has on_no, no_goes_on or a confirmation")
        if (kind is StepKind.ASK) != (self.ask is not None):
            raise ValueError("a question needs ask, and only a question")
        if (kind is StepKind.POUR) != (self.amount is not None and bool(self.of)):
            raise ValueError("a pour needs amount and of, and only a pour")
        if self.confirmation and self.confirmation not in CONFIRMATIONS:
            raise ValueError(f"confirmation: “{self.confirmation}” is none of: {', '.join(CONFIRMATIONS)}")
        return self

    def core(self, circuit: Circuit) -> ShippedStep:
        """As a core object."""
        parts = (self.part,) if isinstance(self.part, str) else tuple(self.part)
        delivers = tuple(
            (outlet, given.ml, given.bursts) if isinstance(given, DeliveryFile) else (outlet, given, 1)
            for outlet, given in self.delivers.items()
        )
        only = tuple(
            Only(key, (answer,) if isinstance(answer, str) else tuple(answer)) for key, answer in self.only.items()
        )
        step = Step(
            **{
                **same_named(self, Step, "delivers"),
                "kind": self.kind,
                "title": next(title for name in TITLES if (title := getattr(self, name)) is not None),
                "circuit": self.circuit or circuit,
                "part": parts[0],
                "duration": duration(self.minutes) if isinstance(self.minutes, list) else None,
                "duration_name": self.minutes if isinstance(self.minutes, str) else "",
                "done_label": self.done_label or LABELS.get(self.kind, "Done"),
                "only": only,
                "ask": self.ask.core() if self.ask else None,
                "amount_of": self.of,
                "hands_s": None if self.hands is None else round(60 * self.hands),
                "asks_if_soon": self.soon,
                "tips": tuple(self.tips) or (("all",) if self.kind is StepKind.TIP_OUT else ()),
            }
        )
        needs = tuple(need.core() for need in self.needs)
        return ShippedStep(step, parts, self.amount, delivers, tuple(self.settles), self.gives, needs)


class CallFile(Strict):
    """One entry of the palette."""

    label: Title
    steps: list[StepFile] = Field(min_length=1)
    takes: list[str] = []
    wants: list[str] = []
    words: dict[Literal["how", "over", "place"], str] = {}
    opens: str = ""
    shuts: str = ""
    closer: Key | Literal[""] = ""
    before: list[Key] = []
    back: str = ""
    stands: bool = False
    works: bool = False
    starts: bool = False
    heard: bool = Field(default=True, description="whether a machine may ask for it")
    role: Key | Literal[""] = Field(default="", description="the product that goes in where none is named")
    seen_on: list[str] = Field(default=[], description="traits without which no machine asks for it")

    def core(self, key: str) -> Call:
        """As a core object."""
        return Call(
            **{
                **same_named(self, Call),
                "key": key,
                "steps": tuple(step.core(Circuit.BODY) for step in self.steps),
                "takes": frozenset(self.takes),
                "wants": frozenset(self.wants),
                "words": dict(self.words),
            }
        )


class PaletteFile(Strict):
    """The palette."""

    calls: dict[Key, CallFile]
