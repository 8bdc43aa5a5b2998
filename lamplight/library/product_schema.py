"""The shape of products, roles, and of what stands in where a kind says nothing."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from lamplight.core.job.chemistry import Chemistry, Product, Role
from lamplight.library.base import Key, Minutes, Strict, Title, same_named


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
