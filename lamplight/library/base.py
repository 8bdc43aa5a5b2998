"""What the shapes of all files have in common."""

from __future__ import annotations

from dataclasses import fields
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from lamplight.core.anatomy.duration import Duration
from lamplight.core.job.chemistry import Chemistry, Product, Role

Key = Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{1,40}$")]
Title = Annotated[str, Field(min_length=2, max_length=80)]
Minutes = Annotated[list[float], Field(min_length=3, max_length=3)]


class Strict(BaseModel):
    """Unknown keys are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True)


def frozen(value: Any) -> Any:
    """A checked value as a core object holds it: lists as tuples, mappings as tuples of pairs."""
    if isinstance(value, list):
        return tuple(frozen(part) for part in value)
    return tuple((key, frozen(part)) for key, part in value.items()) if isinstance(value, dict) else value


def same_named(checked: BaseModel, core: type, *but: str) -> dict[str, Any]:
    """The values that a checked file and a core object call the same, as the core object holds them.

    Args:
        checked: as the file has it.
        core: the dataclass that it becomes.
        but: names that mean another thing there, which the caller gives by hand.
    """
    wanted = {field.name for field in fields(core)} - set(but)
    return {name: frozen(getattr(checked, name)) for name in type(checked).model_fields if name in wanted}


def duration(minutes: list[float]) -> Duration:
    """Low, likely and high minutes as a duration."""
    low, likely, high = (round(60 * value) for value in minutes)
    return Duration(low, likely, high)


class ProductFile(Strict):
    """Something that is used up."""

    title: Title
    role: Key
    form: Literal["tablet", "powder", "sachet", "pellets", "liquid", "tube", "cartridge", "piece"]
    chemistry: Chemistry
    unit: str = Field(min_length=1, max_length=20)
    dose: float = Field(gt=0, le=100_000)
    per_l: float | None = Field(default=None, gt=0, le=100_000)
    whole: bool = True
    least_ml: float | None = Field(default=None, gt=0, le=100_000, description="of mix, by the label")
    most_ml: float | None = Field(default=None, gt=0, le=100_000, description="of mix, by the label")
    also: list[Key] = Field(default=[], description="other roles that it serves by its label")
    acids: dict[Key, Annotated[float, Field(gt=0, le=10_000)]] = Field(
        default={}, description="grams of each acid in a unit, by its short name"
    )

    def core(self, key: str) -> Product:
        """As a core object."""
        return Product(key=key, **(same_named(self, Product) | {"acids": tuple(self.acids.items())}))


class RoleFile(Strict):
    """What a procedure asks for."""

    title: Title
    accepts: list[Chemistry]
    default: Key
    care: Key | Literal[""] = Field(default="", description="the item that a programme settles in which it goes in")

    def core(self, key: str) -> Role:
        """As a core object."""
        return Role(key, self.title, frozenset(self.accepts), self.default, self.care)


class CatalogueFile(Strict):
    """Roles and the products that ship."""

    roles: dict[Key, RoleFile]
    products: dict[Key, ProductFile]


class DefaultsFile(Strict):
    """What stands in for words, times and volumes that a kind does not give."""

    words: dict[str, str]
    durations: dict[str, Minutes]
    volumes: dict[str, int]
    cautions: dict[str, str]
