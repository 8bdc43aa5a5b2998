"""The calls of a programme as rows of a form: shown, typed, moved, added and left out, without anything saved."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass, replace

from werkzeug.datastructures import MultiDict

from lamplight.actions.told import MOST_CALLS
from lamplight.core.anatomy.duration import Duration
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Use
from lamplight.core.machine.told import KnownCall, Source
from lamplight.core.words import listed, words_for_ml
from lamplight.library import catalogue
from lamplight.library.corrections import corrected
from lamplight.library.use_file import use_as_file, use_from_file
from lamplight.sight.listening import use_offered

TEXTS = {"says": "What it shows then", "how": "How it is done", "place": "Where it goes", "over": "It is over when"}
# What every call may say; the others only where the palette lets a call take them.
ALWAYS = ("says", "how")


@dataclass(frozen=True)
class CallRow:
    """One call in the form.

    Attributes:
        n: its number in the form.
        use: the call.
        label: its words in the palette.
        line: what is particular about it, in one line.
        texts: name, label and value of what is typed.
        ml: the amount, or None where it takes none; `minutes` likewise.
        water: outlet, its words, ml and bursts; empty where it lets none out.
        under: outlet, its words, and whether a container goes there.
        roles: products that may go in; `role` the one that does.
        data: the whole call, for what the form does not show.
        source: where it comes from, or None.
    """

    n: int
    use: Use
    label: str
    line: str
    texts: tuple[tuple[str, str, str], ...]
    ml: str | None
    minutes: str | None
    water: tuple[tuple[str, str, str, str], ...]
    under: tuple[tuple[str, str, bool], ...]
    roles: tuple[tuple[str, str], ...]
    role: str
    data: str
    source: Source | None = None


def rows_of(kind: Kind, calls: Sequence[Use], known: Sequence[KnownCall] = ()) -> tuple[CallRow, ...]:
    """The calls as rows."""
    sources: list[Source | None] = [call.source for call in known] or [None] * len(calls)
    return tuple(_row(n, kind, use, source) for n, (use, source) in enumerate(zip(calls, sources, strict=True)))


def _row(n: int, kind: Kind, use: Use, source: Source | None) -> CallRow:
    call = catalogue.palette()[use.call]
    given = {one.outlet: one for one in use.gives}
    outlets = {outlet.key: outlet.words for outlet in kind.outlets}
    outlets |= {key: f"the {key}" for key in given if key not in outlets}
    water = tuple(
        (key, words, str(given[key].ml) if key in given else "", str(given[key].bursts) if key in given else "")
        for key, words in outlets.items()
    )
    minutes = use.minutes
    return CallRow(
        n=n,
        use=use,
        label=use.title or call.label,
        line=line_of(kind, use),
        texts=tuple((key, label, getattr(use, key)) for key, label in TEXTS.items() if key in {*ALWAYS, *call.takes}),
        ml=("" if use.ml is None else str(use.ml)) if "ml" in call.takes else None,
        minutes=(f"{minutes.likely_s / 60:g}" if isinstance(minutes, Duration) else "")
        if "minutes" in call.takes
        else None,
        water=water if "gives" in call.takes else (),
        under=tuple((key, words, key in use.under) for key, words in outlets.items()) if "under" in call.takes else (),
        roles=tuple((role.key, role.title) for role in catalogue.roles().values()) if "role" in call.takes else (),
        role=use.role,
        data=json.dumps(use_as_file(use), ensure_ascii=False),
        source=source,
    )


def line_of(kind: Kind, use: Use) -> str:
    """What is particular about a call, in one line."""
    words = {outlet.key: outlet.words for outlet in kind.outlets}
    parts = [f"“{use.says}”"] if use.says else []
    ml = use.ml if isinstance(use.ml, int) else {**catalogue.defaults().volumes, **kind.volumes}.get(use.ml or "")
    parts += [words_for_ml(ml)] if ml else []
    parts += [use.place] if use.place else []
    if isinstance(use.minutes, Duration):
        parts.append(span_of(use.minutes))
    for one in use.gives:
        much = words_for_ml(one.ml) if isinstance(one.ml, int) and one.ml else "water"
        parts.append(f"{much} at {words.get(one.outlet, one.outlet)}")
    parts += [f"under {listed([words.get(key, key) for key in use.under])}"] if use.under else []
    parts += [use.how] if use.how and len(parts) < 2 else []
    return " · ".join(parts)


def span_of(minutes: Duration) -> str:
    """About how long, in words."""
    if minutes.likely_s < 120:
        return f"about {minutes.likely_s} s"
    return f"about {round(minutes.likely_s / 60)} min"


def uses_typed(form: MultiDict[str, str]) -> list[Use]:
    """The calls as the form has them, in its order.

    Raises:
        InvalidInput: naming the call by its number, where something cannot be so.
    """
    found = []
    for place, n in enumerate(form.getlist("row")[: MOST_CALLS + 1], 1):
        try:
            found.append(_typed(form, n))
        except InvalidInput as problem:
            raise InvalidInput(f"Call {place}: {problem}") from problem
    return found


def _typed(form: MultiDict[str, str], n: str) -> Use:
    try:
        data = json.loads(form.get(f"{n}.data", ""))
    except ValueError as problem:
        raise InvalidInput("it came in damaged. Load the page again.") from problem
    if not isinstance(data, dict):
        raise InvalidInput("it came in damaged. Load the page again.")
    use = use_from_file(data)
    said = {name.partition(".")[2]: form[name] for name in form if name.startswith(f"{n}.")}
    told = use_as_file(corrected(use, said))
    if f"{n}.shows-under" in form:
        told["under"] = form.getlist(f"{n}.under")
        if not told["under"]:
            raise InvalidInput("say under which outlet it stands.")
    if said.get("role"):
        told["role"] = said["role"]
    return use_from_file(told)


def arranged(calls: Sequence[Use], how: str, kind: Kind, programme: str) -> list[Use]:
    """The calls after one was moved, left out or added; nothing is saved by it.

    Args:
        how: ``up:2``, ``down:2``, ``out:2`` or ``add:tip-out:2``; numbers from 0, added before that one.
        kind: of the machine; programme: key of its programme.

    Raises:
        InvalidInput: for what is none of these.
    """
    do, *rest = how.split(":")
    after = list(calls)
    try:
        at = int(rest[-1])
    except (ValueError, IndexError):
        raise InvalidInput("Choose one of the buttons.") from None
    if do == "add" and len(rest) == 2 and 0 <= at <= len(after):
        after.insert(at, use_offered(kind, programme, rest[0]))
    elif do == "out" and 0 <= at < len(after):
        del after[at]
    elif do in ("up", "down") and 0 <= at < len(after):
        to = min(max(at + (1 if do == "down" else -1), 0), len(after) - 1)
        after.insert(to, after.pop(at))
    else:
        raise InvalidInput("Choose one of the buttons.")
    return after


def kept_rows(kind: Kind, form: MultiDict[str, str]) -> tuple[CallRow, ...]:
    """The rows of a form that was refused, with what was typed."""
    found: list[CallRow] = []
    for n in form.getlist("row")[:MOST_CALLS]:
        try:
            row = _row(len(found), kind, use_from_file(json.loads(form.get(f"{n}.data", ""))), None)
        except (ValueError, InvalidInput):
            continue
        texts = tuple((key, label, form.get(f"{n}.{key}", value)) for key, label, value in row.texts)
        water = tuple(
            (key, words, form.get(f"{n}.ml-{key}", ml), form.get(f"{n}.bursts-{key}", bursts))
            for key, words, ml, bursts in row.water
        )
        typed = {name: form.get(f"{n}.{name}", getattr(row, name)) for name in ("ml", "minutes")}
        found.append(replace(row, texts=texts, water=water, **typed))
    return tuple(found)
