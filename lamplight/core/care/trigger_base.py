"""What every kind of trigger has: its traits, its words, its plain limit where it has one.

Whoever subclasses `Trigger` has to say its traits and its words, or Python does not take the class.
"""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any, ClassVar, Self

from lamplight.core.errors import InvalidInput
from lamplight.core.water.through import WaterThrough
from lamplight.core.words import decimal


class Trigger:
    """One rule by which an item falls due. (No ``ABC``: asking for the kind of a trigger has to be quick.)

    Attributes:
        key: unique inside an item.
        descaling_basis: where it belongs to one way of deciding on descaling (by the machine's lamp, by litres, by
            scale, by the calendar), else empty.
        counts_on: whether it changes a date when the item was last done.
        needs_start: whether nothing can be judged while nobody knows when that was.
        comes_round: whether it comes round by itself; not what happens now and then, on no rhythm that anybody knows.
        by_day: whether where it stands is the same from the first minute of a date to its last.
    """

    key: ClassVar[Any]
    descaling_basis: str
    counts_on: ClassVar[bool]
    needs_start: ClassVar[bool]
    comes_round: ClassVar[bool]
    by_day: ClassVar[bool]

    def __init_subclass__(
        cls, *, counts_on: bool, needs_start: bool = True, comes_round: bool = True, by_day: bool = False
    ) -> None:
        super().__init_subclass__()
        cls.counts_on, cls.needs_start, cls.comes_round, cls.by_day = counts_on, needs_start, comes_round, by_day
        _refuse_silent(cls, Trigger)

    @abstractmethod
    def in_words(self) -> str:
        """In a few words, such as ``every 200 drinks`` or ``at the end of service``."""

    def worn_by(self, through: WaterThrough) -> float | None:
        """The share of its limit that a litre of some water uses up; None where the hardness is not known.

        What water does not wear is 0.
        """
        return 0.0


def _refuse_silent(kind: type, base: type) -> None:
    """Nothing, where a kind says all that its base leaves open.

    Raises:
        TypeError: with what it does not say.
    """
    open_yet = [name for name, said in vars(base).items() if getattr(said, "__isabstractmethod__", False)]
    silent = [name for name in open_yet if getattr(getattr(kind, name), "__isabstractmethod__", False)]
    if silent:
        raise TypeError(f"{kind.__name__} has to say {', '.join(f'its {name}' for name in silent)}.")


@dataclass(frozen=True)
class Written:
    """How a plain limit is written in a file, and between which bounds it lies."""

    lowest: int
    highest: int
    about: str
    whole: bool = True


class Limited(Trigger, counts_on=True):
    """A trigger with one plain limit, which a keeper may set otherwise on a machine.

    Attributes:
        limit: how much, in its unit.
        written: the words by which it is called in a file.
    """

    limit: float
    written: ClassVar[Mapping[str, Written]]

    def __init_subclass__(cls, *, comes_round: bool = True, by_day: bool = False) -> None:
        super().__init_subclass__(counts_on=True, comes_round=comes_round, by_day=by_day)
        _refuse_silent(cls, Limited)

    @property
    @abstractmethod
    def unit(self) -> str:
        """What is counted, in the plural."""

    @classmethod
    @abstractmethod
    def of_file(cls, word: str, limit: Any, while_away: bool, descaling_basis: str) -> Limited:
        """As a file has it.

        Raises:
            InvalidInput: outside its bounds.
        """

    def __post_init__(self) -> None:
        word = next(iter(self.written.values()))
        if not word.lowest <= self.limit <= word.highest:
            most = f"{word.highest:,}".replace(",", " ") if word.highest >= 10_000 else str(word.highest)
            raise InvalidInput(f"A limit in {self.unit} lies between {word.lowest} and {most}.")

    def limited_to(self, limit: float) -> Self:
        """With another limit.

        Raises:
            InvalidInput: outside its bounds.
        """
        return replace(self, limit=limit)  # type: ignore[type-var]  # those that are made are dataclasses

    def in_words(self) -> str:
        """Every so many of its unit."""
        return f"every {self.unit.removesuffix('s')}" if self.limit == 1 else f"every {decimal(self.limit)} {self.unit}"
