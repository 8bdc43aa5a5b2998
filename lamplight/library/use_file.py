"""A call of a programme as a kind's file has it, and back."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.programme import Gives, Meanwhile, Programme, Use
from lamplight.library.call_schema import UseFile, palette_data


def _minutes(duration: Duration) -> list[float]:
    return [round(seconds / 60, 4) for seconds in (duration.low_s, duration.likely_s, duration.high_s)]


def _gives(given: Gives) -> int | str | dict[str, Any]:
    return given.ml if given.bursts == 1 else {"ml": given.ml, "bursts": given.bursts}


def _aside(one: Meanwhile) -> dict[str, Any]:
    often = {"up_to": one.up_to} if one.up_to != 1 else {}
    return {"call": one.call, **often, **({"says": one.says} if one.says else {})}


def use_as_file(use: Use) -> dict[str, Any]:
    """The call as a mapping of the file; what is as usual is left out."""
    usual_role = str(palette_data().get(use.call, {}).get("role", ""))
    data: dict[str, Any] = {"call": use.call}
    for name in ("says", "how", "title", "ml", "over", "place", "access"):
        value = getattr(use, name)
        if value not in ("", None):
            data[name] = value
    if use.role and use.role != usual_role:
        data["role"] = use.role
    if use.gives:
        data["gives"] = {given.outlet: _gives(given) for given in use.gives}
    if use.minutes is not None:
        data["minutes"] = _minutes(use.minutes) if isinstance(use.minutes, Duration) else use.minutes
    if use.asks:
        data["asks"] = [_aside(one) for one in use.asks]
    for name in ("under", "when"):
        if getattr(use, name):
            data[name] = list(getattr(use, name))
    if use.one:
        data["one"] = True
    if use.tubes != 1:
        data["tubes"] = use.tubes
    return data


def use_written(use: Use) -> str | dict[str, Any]:
    """The same, by its name alone where nothing is particular about it."""
    data = use_as_file(use)
    return use.call if len(data) == 1 else data


def programme_as_file(programme: Programme) -> dict[str, Any]:
    """A programme as a mapping of the file."""
    data: dict[str, Any] = {"title": programme.title} if programme.title else {}
    data |= {"starts_over": programme.starts_over} if programme.starts_over else {}
    return {**data, "calls": [use_written(use) for use in programme.calls]}


def use_from_file(data: Mapping[str, Any]) -> Use:
    """A checked call from a mapping of the file.

    Raises:
        InvalidInput: in a sentence, for what its call does not take, lacks, or what is out of range.
    """
    try:
        return UseFile.model_validate(dict(data)).core()
    except ValidationError as problem:
        first = problem.errors(include_url=False, include_input=False)[0]
        place = " ".join(str(part) for part in first["loc"] if not isinstance(part, int))
        sentence = first["msg"].removeprefix("Value error, ")
        raise InvalidInput(f"{place}: {sentence}." if place else f"{sentence[:1].upper()}{sentence[1:]}.") from problem
