"""The kinds of rule by which a care item falls due: their data, their traits, their words; where one stands is judged
by its function in the table of `lamplight.core.care.evaluate`.

A new kind is a class of its own here or in a module beside its function, and a line in that table.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar

from lamplight.core.care.trigger_base import Limited, Trigger, Written
from lamplight.core.errors import InvalidInput
from lamplight.core.site.calendar import WEEKDAYS
from lamplight.core.water.hardness import scale_grams
from lamplight.core.water.through import WaterThrough, taken_per_litre
from lamplight.core.words import decimal

DESCALING_BASES = ("lamp", "litres", "scale", "calendar")
FIRST_DRINK, REFILL = "first-drink", "refill"  # what happens at a machine by itself
ABSENCE = "absence"
PUCKS = "pucks"  # every drink leaves one in the drawer, which is cautious
COUNTERS = {"drinks": "drinks", "milk": "milk drinks", "litres": "L"}  # what a machine may show
COUNTED = {**COUNTERS, PUCKS: "pucks"}


@dataclass(frozen=True)
class CountSince(Limited):
    """Due after so much of a counter, 1 to 100 000: drinks, milk drinks, litres, or pucks in the drawer.

    ``by_bar`` says that the machine's own progress bar told the limit.
    """

    limit: float
    counter: str = "drinks"
    descaling_basis: str = ""
    by_bar: bool = False
    written: ClassVar[Mapping[str, Written]] = {
        "drinks": Written(1, 100_000, "drinks since", whole=False),
        "milk": Written(1, 100_000, "milk drinks since", whole=False),
        "litres": Written(1, 100_000, "litres since", whole=False),
    }

    def __post_init__(self) -> None:
        if self.counter not in COUNTED:
            raise InvalidInput(f"“{self.counter}” is not a counter. Known are: {', '.join(COUNTERS)}.")
        super().__post_init__()

    @property
    def key(self) -> str:
        """The counter's name."""
        return self.counter

    @property
    def unit(self) -> str:
        """What its counter counts."""
        return COUNTED[self.counter]

    @classmethod
    def of_file(cls, word: str, limit: Any, while_away: bool, descaling_basis: str) -> CountSince:
        """By the counter of that name."""
        return cls(limit, word, descaling_basis)

    def in_words(self) -> str:
        """Every so many, one too."""
        return f"every {decimal(self.limit)} {self.unit}"

    def worn_by(self, through: WaterThrough) -> float | None:
        """A litre of so many, whatever the water."""
        return 1.0 / self.limit if self.counter == "litres" else 0.0


@dataclass(frozen=True)
class DaysSince(Limited, by_day=True):
    """Due after so many calendar days, 1 to 3650; on a closed day, on the open day before.

    Without ``while_away`` days of absence do not count.
    """

    limit: int
    while_away: bool = True
    descaling_basis: str = ""
    key: ClassVar[str] = "days"
    unit: ClassVar[str] = "days"
    written: ClassVar[Mapping[str, Written]] = {"days": Written(1, 3650, "days since")}

    @classmethod
    def of_file(cls, word: str, limit: Any, while_away: bool, descaling_basis: str) -> DaysSince:
        """With or without the days of absence."""
        return cls(limit, while_away, descaling_basis)


@dataclass(frozen=True)
class MonthsSince(Limited, by_day=True):
    """Due after so many calendar months, 1 to 120; the 31st becomes the last day of a shorter month."""

    limit: int
    while_away: bool = True
    descaling_basis: str = ""
    key: ClassVar[str] = "months"
    unit: ClassVar[str] = "months"
    written: ClassVar[Mapping[str, Written]] = {"months": Written(1, 120, "calendar months since")}

    @classmethod
    def of_file(cls, word: str, limit: Any, while_away: bool, descaling_basis: str) -> MonthsSince:
        """With or without the days of absence."""
        return cls(limit, while_away, descaling_basis)


@dataclass(frozen=True)
class HoursSinceFirstDrink(Limited):
    """Due so many hours, 1 to 720, after the first drink that followed the last time."""

    limit: int = 72
    descaling_basis: str = ""
    key: ClassVar[str] = "hours"
    unit: ClassVar[str] = "hours from the first drink"
    written: ClassVar[Mapping[str, Written]] = {
        "hours_after_first_drink": Written(1, 720, "hours since the first drink")
    }

    @classmethod
    def of_file(cls, word: str, limit: Any, while_away: bool, descaling_basis: str) -> HoursSinceFirstDrink:
        """Whoever is away or not."""
        return cls(limit, descaling_basis)

    def in_words(self) -> str:
        """With what it is counted from."""
        return f"{self.limit} hours after the first drink"


@dataclass(frozen=True)
class RateStep:
    """From so many drinks on an open day on: every so many days."""

    at_least_per_day: float
    days: int


@dataclass(frozen=True)
class ByRate(Trigger, counts_on=True, by_day=True):
    """An interval in days that depends on the drinks a day; the step with the highest rate reached holds."""

    steps: tuple[RateStep, ...]
    while_away: bool = True
    descaling_basis: str = ""
    key: ClassVar[str] = "rate"

    def __post_init__(self) -> None:
        if not self.steps or min(step.at_least_per_day for step in self.steps) > 0:
            raise InvalidInput("A table by drinks a day needs a step from 0 on.")

    def days_at(self, per_day: float) -> int:
        """The interval for so many drinks on an open day, 0 or more."""
        reached = [step for step in self.steps if per_day >= step.at_least_per_day]
        return max(reached or self.steps, key=lambda step: step.at_least_per_day).days

    def in_words(self) -> str:
        """Step by step."""
        return ", ".join(
            f"from {decimal(step.at_least_per_day)} drinks a day every {step.days} days" for step in self.steps
        )


@dataclass(frozen=True)
class FixedWeekdays(Trigger, counts_on=False, by_day=True):
    """Due on fixed weekdays, 0 Monday to 6 Sunday; on a closed day, on the open day before."""

    days: tuple[int, ...]
    descaling_basis: str = ""
    key: ClassVar[str] = "weekdays"

    def __post_init__(self) -> None:
        if not self.days or not all(0 <= day <= 6 for day in self.days):
            raise InvalidInput("Fixed weekdays are Monday to Sunday, one at least.")

    def in_words(self) -> str:
        """By their names."""
        return "on " + " and ".join(WEEKDAYS[day] for day in sorted(self.days))


@dataclass(frozen=True)
class EndOfService(Trigger, counts_on=False):
    """Due at the end of each day on which the counter moved; at midday too from so many drinks a day on."""

    counter: str = "drinks"
    midday_from: float | None = None
    each_use: bool = False
    descaling_basis: str = ""
    key: ClassVar[str] = "service"

    def in_words(self) -> str:
        """At the end, and what comes before."""
        heavy = f", at midday too from {decimal(self.midday_from)} a day on" if self.midday_from else ""
        return ("after each use, at latest " if self.each_use else "") + f"at the end of service{heavy}"


@dataclass(frozen=True)
class AfterEvent(Trigger, counts_on=False, needs_start=False, comes_round=False):
    """Due after something happened: ``absence``, ``refill``, or the key of another item that was done."""

    event: str
    descaling_basis: str = ""
    key: ClassVar[str] = "after"

    def in_words(self) -> str:
        """After what."""
        return "when the tank was filled" if self.event == REFILL else f"after {self.event.replace('-', ' ')}"


@dataclass(frozen=True)
class BeforeAbsence(Trigger, counts_on=False, needs_start=False, comes_round=False, by_day=True):
    """Due before an absence of at least so many days, 1 to 365."""

    min_days: int = 14
    descaling_basis: str = ""
    key: ClassVar[str] = "leaving"

    def in_words(self) -> str:
        """Before which."""
        return f"before an absence of {self.min_days} days or more"


@dataclass(frozen=True)
class Prompted(Trigger, counts_on=False, needs_start=False, comes_round=False):
    """Due when the machine asks for it by lamp or words."""

    descaling_basis: str = "lamp"
    key: ClassVar[str] = "prompt"

    def in_words(self) -> str:
        """Who asks."""
        return "when the machine asks for it"


@dataclass(frozen=True)
class FoundDirty(Trigger, counts_on=False, comes_round=False):
    """Due when an inspection found something; it stands in no file, every item has it."""

    descaling_basis: str = ""
    key: ClassVar[str] = "inspection"

    def in_words(self) -> str:
        """Who found it."""
        return "when an inspection found something"


@dataclass(frozen=True)
class LampForetold(Trigger, counts_on=True):
    """Due when its lamp is about to light, as the machine's own past foretells it; it stands in no file."""

    descaling_basis: str = ""
    key: ClassVar[str] = "lamp"

    def in_words(self) -> str:
        """Of which past."""
        return "before its lamp, as it came before"


@dataclass(frozen=True)
class FilterSpent(Trigger, counts_on=True):
    """Due when the fitted cartridge has taken up all it can, by the water's hardness."""

    descaling_basis: str = ""
    key: ClassVar[str] = "filter"

    def in_words(self) -> str:
        """What is spent."""
        return "when the cartridge is spent"

    def worn_by(self, through: WaterThrough) -> float | None:
        """What the cartridge takes up from a litre."""
        return None if through.water.before_filter is None else taken_per_litre(through.water)


@dataclass(frozen=True)
class HardnessStep:
    """For water up to a hardness in °dH (None: any harder): every so many litres."""

    up_to_dh: float | None
    litres: float


@dataclass(frozen=True)
class LitresByHardness(Trigger, counts_on=True):
    """Due after litres from a table, at the hardness after the filter."""

    steps: tuple[HardnessStep, ...]
    descaling_basis: str = "litres"
    key: ClassVar[str] = "hardness"

    def __post_init__(self) -> None:
        if not self.steps or self.steps[-1].up_to_dh is not None:
            raise InvalidInput("A table of litres by hardness ends with a step for any harder water.")

    def litres_at(self, hardness_dh: float) -> float:
        """The litres for a hardness in °dH."""
        return next(step.litres for step in self.steps if step.up_to_dh is None or hardness_dh <= step.up_to_dh)

    def in_words(self) -> str:
        """The whole table."""
        rows = (
            f"{decimal(step.litres)} L" + (f" up to {decimal(step.up_to_dh)} °dH" if step.up_to_dh else "")
            for step in self.steps
        )
        return "by hardness after the filter: " + ", ".join(rows)

    def worn_by(self, through: WaterThrough) -> float | None:
        """A litre of so many at that hardness."""
        return None if through.scaling_dh is None else 1.0 / self.litres_at(through.scaling_dh)


@dataclass(frozen=True)
class ScaleBudget(Trigger, counts_on=True):
    """Due when so many grams of scale, above 0, have formed after the filter."""

    grams: float = 10.0
    deposited: float = 0.4
    descaling_basis: str = "scale"
    key: ClassVar[str] = "scale"

    def in_words(self) -> str:
        """How much."""
        return f"when {decimal(self.grams)} g of scale have formed"

    def worn_by(self, through: WaterThrough) -> float | None:
        """The scale that a litre leaves."""
        hardness = through.scale_dh()
        return None if hardness is None else scale_grams(1.0, hardness) * self.deposited / self.grams


@dataclass(frozen=True)
class AllOf(Trigger, counts_on=True):
    """Due only when every part is."""

    parts: tuple[Trigger, ...]
    descaling_basis: str = ""
    key: ClassVar[str] = "all"

    def in_words(self) -> str:
        """Each part."""
        return " and ".join(part.in_words() for part in self.parts)
