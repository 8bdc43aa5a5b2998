"""What the shapes of all files have in common."""

from __future__ import annotations

from typing import Annotated, Any

import yaml
from pydantic import BaseModel, ConfigDict, Field

from lamplight.core.anatomy.duration import Duration

Key = Annotated[str, Field(pattern=r"^[a-z][a-z0-9-]{1,40}$")]
Title = Annotated[str, Field(min_length=2, max_length=80)]
Minutes = Annotated[list[float], Field(min_length=3, max_length=3)]


class Strict(BaseModel):
    """Unknown keys are refused."""

    model_config = ConfigDict(extra="forbid", frozen=True)


def duration(minutes: list[float]) -> Duration:
    """Low, likely and high minutes as a duration."""
    low, likely, high = (round(60 * value) for value in minutes)
    return Duration(low, likely, high)


def load_yaml(text: str) -> Any:
    """The data in a YAML text, by the quick loader where it is there.

    Raises:
        yaml.YAMLError: when it cannot be read.
        ValueError: for a date that there is not.
    """
    return yaml.load(text, Loader=getattr(yaml, "CSafeLoader", yaml.SafeLoader))
