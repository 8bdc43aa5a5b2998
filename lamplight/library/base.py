"""What the shapes of all files have in common."""

from __future__ import annotations

from dataclasses import fields
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

from lamplight.core.anatomy.duration import Duration

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
