"""The kinds of rule by which a care item falls due. Plain data; what they mean is judged elsewhere.

Each has a ``key``, unique inside an item, and a ``descaling_basis`` where it belongs to one way of deciding
(by the machine's lamp, by litres, by scale, by the calendar).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from lamplight.core.errors import InvalidInput

DESCALING_BASES = ("lamp", "litres", "scale", "calendar")
FIRST_DRINK, REFILL = "first-drink", "refill"  # what happens at a machine by itself
ABSENCE = "absence"
PUCKS = "pucks"  # every drink leaves one in the drawer, which is cautious
COUNTERS = {"drinks": "drinks", "milk": "milk drinks", "litres": "L"}  # what a machine may show
COUNTED = {**COUNTERS, PUCKS: "pucks"}


@dataclass(frozen=True)
class CountSince:
    """Due after so much of a counter, above 0 up to 100 000: drinks, milk drinks, litres, or pucks in the drawer.

    ``by_bar`` says that the machine's own progress bar told the limit.
    """

    limit: float
    counter: str = "drinks"
    descaling_basis: str = ""
    by_bar: bool = False

    def __post_init__(self) -> None:
        if self.counter not in COUNTED:
            raise InvalidInput(f"“{self.counter}” is not a counter. Known are: {', '.join(COUNTERS)}.")
        if not 1 <= self.limit <= 100_000:
            raise InvalidInput(f"A limit in {COUNTED[self.counter]} lies between 1 and 100 000.")

    @property
    def key(self) -> str:
        """The counter's name."""
        return self.counter


@dataclass(frozen=True)
class DaysSince:
    """Due after so many calendar days, 1 to 3650; on a closed day, on the open day before.

    Without ``while_away`` days of absence do not count.
    """

    limit: int
    while_away: bool = True
    descaling_basis: str = ""
    key: ClassVar[str] = "days"

    def __post_init__(self) -> None:
        if not 1 <= self.limit <= 3650:
            raise InvalidInput("A limit in days lies between 1 and 3650.")


@dataclass(frozen=True)
class MonthsSince:
    """Due after so many calendar months, 1 to 120; the 31st becomes the last day of a shorter month."""

    limit: int
    while_away: bool = True
    descaling_basis: str = ""
    key: ClassVar[str] = "months"

    def __post_init__(self) -> None:
        if not 1 <= self.limit <= 120:
            raise InvalidInput("A limit in months lies between 1 and 120.")


@dataclass(frozen=True)
class HoursSinceFirstDrink:
    """Due so many hours, 1 to 720, after the first drink that followed the last time."""

    limit: int = 72
    descaling_basis: str = ""
    key: ClassVar[str] = "hours"

    def __post_init__(self) -> None:
        if not 1 <= self.limit <= 720:
            raise InvalidInput("A limit in hours lies between 1 and 720.")


@dataclass(frozen=True)
class RateStep:
    """From so many drinks on an open day on: every so many days."""

    at_least_per_day: float
    days: int


@dataclass(frozen=True)
class ByRate:
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


@dataclass(frozen=True)
class FixedWeekdays:
    """Due on fixed weekdays, 0 Monday to 6 Sunday; on a closed day, on the open day before."""

    days: tuple[int, ...]
    descaling_basis: str = ""
    key: ClassVar[str] = "weekdays"

    def __post_init__(self) -> None:
        if not self.days or not all(0 <= day <= 6 for day in self.days):
            raise InvalidInput("Fixed weekdays are Monday to Sunday, one at least.")


@dataclass(frozen=True)
class EndOfService:
    """Due at the end of each day on which the counter moved; at midday too from so many drinks a day on."""

    counter: str = "drinks"
    midday_from: float | None = None
    each_use: bool = False
    descaling_basis: str = ""
    key: ClassVar[str] = "service"


@dataclass(frozen=True)
class AfterEvent:
    """Due after something happened: ``absence``, ``refill``, or the key of another item that was done."""

    event: str
    descaling_basis: str = ""
    key: ClassVar[str] = "after"


@dataclass(frozen=True)
class BeforeAbsence:
    """Due before an absence of at least so many days, 1 to 365."""

    min_days: int = 14
    descaling_basis: str = ""
    key: ClassVar[str] = "leaving"


@dataclass(frozen=True)
class Prompted:
    """Due when the machine asks for it by lamp or words."""

    descaling_basis: str = "lamp"
    key: ClassVar[str] = "prompt"


@dataclass(frozen=True)
class FoundDirty:
    """Due when an inspection found something; it stands in no file, every item has it."""

    descaling_basis: str = ""
    key: ClassVar[str] = "inspection"


@dataclass(frozen=True)
class FilterSpent:
    """Due when the fitted cartridge has taken up all it can, by the water's hardness."""

    descaling_basis: str = ""
    key: ClassVar[str] = "filter"


@dataclass(frozen=True)
class HardnessStep:
    """For water up to a hardness in °dH (None: any harder): every so many litres."""

    up_to_dh: float | None
    litres: float


@dataclass(frozen=True)
class LitresByHardness:
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


@dataclass(frozen=True)
class ScaleBudget:
    """Due when so many grams of scale, above 0, have formed after the filter."""

    grams: float = 10.0
    deposited: float = 0.4
    descaling_basis: str = "scale"
    key: ClassVar[str] = "scale"


@dataclass(frozen=True)
class AllOf:
    """Due only when every part is."""

    parts: tuple[Trigger, ...]
    descaling_basis: str = ""
    key: ClassVar[str] = "all"


Trigger = (
    CountSince
    | DaysSince
    | MonthsSince
    | HoursSinceFirstDrink
    | ByRate
    | FixedWeekdays
    | EndOfService
    | AfterEvent
    | BeforeAbsence
    | Prompted
    | FoundDirty
    | FilterSpent
    | LitresByHardness
    | ScaleBudget
    | AllOf
)
# These can be judged though nobody knows when the item was last done.
NEED_NO_START = (AfterEvent, BeforeAbsence, Prompted)
LIMITED = (CountSince, DaysSince, MonthsSince, HoursSinceFirstDrink)
