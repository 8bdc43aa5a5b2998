"""How triggers are written in a file: one of several keys, and what goes with it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import TYPE_CHECKING, Any, ClassVar, Literal, Self, get_args

from pydantic import Field, create_model, model_validator

from lamplight.core.care import triggers as rules
from lamplight.core.care.evaluate import JUDGES
from lamplight.core.care.trigger_base import Limited, Trigger, Written
from lamplight.core.errors import InvalidInput
from lamplight.library.base import Key, Strict

WEEKDAY = Literal["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"]
NUMBERS = {name: number for number, name in enumerate(get_args(WEEKDAY))}


EACH_USE = ("steaming", "milk-drink")  # nobody logs them: after each, and for the book by the end of service
EVENTS = ("absence", rules.REFILL, *EACH_USE)


class RateFile(Strict):
    """From so many drinks on an open day on: every so many days."""

    from_per_day: float = Field(ge=0, le=5000)
    days: int = Field(ge=1, le=3650)


class HardnessLitresFile(Strict):
    """For water up to a hardness (left out: any harder): every so many litres."""

    up_to_dh: float | None = Field(default=None, ge=0, le=200)
    litres: float = Field(gt=0, le=100_000)


class TriggerBase(Strict):
    """One trigger: exactly one of its main keys."""

    if TYPE_CHECKING:
        all_of: list[TriggerBase] | None

    limits: ClassVar[Mapping[str, type[Limited]]] = {}  # by key, filled in from the kinds that are known

    by_rate: list[RateFile] | None = Field(default=None, min_length=1, description="days by drinks a day")
    weekdays: list[WEEKDAY] | None = Field(default=None, min_length=1)
    end_of_service: Literal["drinks", "milk"] | None = Field(default=None, description="each day on which it was used")
    after: Key | None = Field(
        default=None, description="absence, refill, steaming, milk-drink, or the key of another item"
    )
    before_absence: int | None = Field(default=None, ge=1, le=365, description="of at least so many days")
    prompt: Literal[True] | None = Field(default=None, description="when the machine asks for it")
    filter_spent: Literal[True] | None = Field(default=None, description="when the cartridge is spent")
    litres_by_hardness: list[HardnessLitresFile] | None = Field(default=None, min_length=1)
    scale_grams: float | None = Field(default=None, gt=0, le=1000, description="grams of scale formed")

    while_away: bool = Field(default=True, description="with days, months, by_rate: whether absence counts")
    midday_from: float | None = Field(default=None, gt=0, description="with end_of_service: at midday too from here on")
    each_use: bool = Field(default=False, description="with end_of_service: meant after each use, then at the latest")
    deposited: float = Field(default=0.4, gt=0, le=1, description="with scale_grams: share that deposits")
    descaling_basis: Literal["", "lamp", "litres", "scale", "calendar"] = ""

    @model_validator(mode="after")
    def _exactly_one(self) -> Self:
        keys = self.main_keys()
        if len([name for name in keys if getattr(self, name) is not None]) != 1:
            raise ValueError(f"a trigger needs exactly one of {', '.join(keys)}")
        try:
            self.core()
        except InvalidInput as problem:
            raise ValueError(str(problem)) from problem
        return self

    @classmethod
    def main_keys(cls) -> list[str]:
        """The keys of which one says which kind of trigger it is."""
        return [*cls.limits, *OTHERS]

    def core(self) -> Trigger:
        """As a core object."""
        name = next(name for name in self.main_keys() if getattr(self, name) is not None)
        if name in self.limits:
            return self.limits[name].of_file(name, getattr(self, name), self.while_away, self.descaling_basis)
        return getattr(self, f"_{name}")(getattr(self, name))

    def _by_rate(self, steps: list[RateFile]) -> Trigger:
        return rules.ByRate(
            tuple(rules.RateStep(step.from_per_day, step.days) for step in steps), self.while_away, self.descaling_basis
        )

    def _weekdays(self, days: list[str]) -> Trigger:
        return rules.FixedWeekdays(tuple(NUMBERS[day] for day in days), self.descaling_basis)

    def _end_of_service(self, counter: str) -> Trigger:
        return rules.EndOfService(counter, self.midday_from, self.each_use, self.descaling_basis)

    def _after(self, event: str) -> Trigger:
        if event in EACH_USE:
            return rules.EndOfService("milk", self.midday_from, True, self.descaling_basis)
        return rules.AfterEvent(event, self.descaling_basis)

    def _before_absence(self, days: int) -> Trigger:
        return rules.BeforeAbsence(days, self.descaling_basis)

    def _prompt(self, _yes: bool) -> Trigger:
        return rules.Prompted(self.descaling_basis or "lamp")

    def _filter_spent(self, _yes: bool) -> Trigger:
        return rules.FilterSpent(self.descaling_basis)

    def _litres_by_hardness(self, steps: list[HardnessLitresFile]) -> Trigger:
        return rules.LitresByHardness(
            tuple(rules.HardnessStep(step.up_to_dh, step.litres) for step in steps), self.descaling_basis or "litres"
        )

    def _scale_grams(self, grams: float) -> Trigger:
        return rules.ScaleBudget(grams, self.deposited, self.descaling_basis or "scale")

    def _all_of(self, parts: list[TriggerBase]) -> Trigger:
        return rules.AllOf(tuple(part.core() for part in parts), self.descaling_basis)


OTHERS = (
    "by_rate", "weekdays", "end_of_service", "after", "before_absence", "prompt", "filter_spent", "litres_by_hardness",
    "scale_grams", "all_of",
)  # fmt: skip


def trigger_file(kinds: Iterable[type[Trigger]]) -> type[TriggerBase]:
    """How triggers are written where these kinds are known: a key for each word of those with a plain limit."""
    limits = {word: kind for kind in kinds if issubclass(kind, Limited) for word in kind.written}
    fields: dict[str, Any] = {word: _field(kind.written[word]) for word, kind in limits.items()}
    parts = Field(default=None, min_length=2, description="due only when every part is")
    fields["all_of"] = ("list[TriggerFile] | None", parts)
    made = create_model("TriggerFile", __base__=TriggerBase, __doc__=TriggerBase.__doc__, **fields)
    made.limits = limits
    return made


def _field(written: Written) -> tuple[Any, Any]:
    number = int if written.whole else float
    return number | None, Field(default=None, ge=written.lowest, le=written.highest, description=written.about)


if TYPE_CHECKING:
    TriggerFile = TriggerBase
else:
    TriggerFile = trigger_file(JUDGES)
