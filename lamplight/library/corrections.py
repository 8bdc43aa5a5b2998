"""A call of a programme with what somebody typed about it."""

from __future__ import annotations

from collections.abc import Mapping

from lamplight.core.anatomy.duration import seen_once
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.programme import Use
from lamplight.library import catalogue
from lamplight.library.use_file import use_as_file, use_from_file

LONGEST_MINUTES, MOST_ML, MOST_BURSTS = 600, 50_000, 100


def corrected(use: Use, said: Mapping[str, str]) -> Use:
    """A call with what is other about it; an empty text takes it away, where the call can be without.

    Args:
        said: ``says``, ``how``, ``place``, ``over`` as texts; ``ml`` and ``minutes`` as numbers; ``ml-`` and
            ``bursts-`` with an outlet for the water that comes out. What is the same as its ``-was`` stays.

    Raises:
        InvalidInput: for what its call does not take or cannot be so, in a sentence.
    """
    call = catalogue.palette().get(use.call)
    wants = call.wants if call else frozenset()
    changed = {
        name: text
        for name, text in said.items()
        if not name.endswith("-was") and said.get(f"{name}-was") != text and (text.strip() or name not in wants)
    }
    data = use_as_file(use)
    for name in ("says", "how", "place", "over"):
        if name in changed:
            _put(data, name, " ".join(changed[name].split()))
    if "ml" in changed:
        _put(data, "ml", _whole(changed["ml"], "The amount", MOST_ML))
    if "minutes" in changed:
        likely = _number(changed["minutes"], "The time", LONGEST_MINUTES)
        spread = seen_once(max(1, round(60 * likely))) if likely else None
        _put(data, "minutes", spread and [spread.low_s / 60, spread.likely_s / 60, spread.high_s / 60])
    water = _water(use, changed, said)
    if water is not None:
        _put(data, "gives", water)
    return use_from_file(data)


def _put(data: dict[str, object], name: str, value: object) -> None:
    if value in ("", None, {}):
        data.pop(name, None)
    else:
        data[name] = value


def _water(use: Use, changed: Mapping[str, str], said: Mapping[str, str]) -> dict[str, object] | None:
    """What comes out, by outlet; None where nothing was said of it."""
    outlets = {name.partition("-")[2] for name in changed if name.startswith(("ml-", "bursts-"))}
    if not outlets:
        return None
    known: dict[str, object] = {one.outlet: {"ml": one.ml, "bursts": one.bursts} for one in use.gives}
    before = {one.outlet: one for one in use.gives}
    for outlet in outlets:
        ml: object = before[outlet].ml if outlet in before else None
        if f"ml-{outlet}" in changed:
            ml = _whole(changed[f"ml-{outlet}"], "The water", MOST_ML)
        bursts = _whole(said.get(f"bursts-{outlet}", ""), "The bursts", MOST_BURSTS)
        if ml is None:
            known.pop(outlet, None)
        else:
            known[outlet] = {"ml": ml, "bursts": bursts or (before[outlet].bursts if outlet in before else 1)}
    return known


def _number(text: str, what: str, most: float) -> float | None:
    text = text.strip().replace(",", ".")
    if not text:
        return None
    try:
        value = float(text)
    except ValueError:
        value = float("nan")
    if not 0 < value <= most:
        raise InvalidInput(f"{what} is a number above 0, {most:g} at most.")
    return value


def _whole(text: str, what: str, most: int) -> int | None:
    text = text.strip().replace("\u202f", "").replace(" ", "")
    if not text:
        return None
    if not (text.isascii() and text.isdigit() and len(text) < 7 and int(text) <= most):
        raise InvalidInput(f"{what} is a whole number between 0 and {most:,}.".replace(",", " "))
    return int(text)
