"""What each form of the builder changes in the file of a kind, and its words for the log."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from flask import request
from ruamel.yaml.comments import CommentedMap

from lamplight.actions.building import take_suggested
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.told import MANUAL_WORDS
from lamplight.library import kind_edit as edit
from lamplight.library.kind_edit import placeable
from lamplight.library.use_file import use_written
from lamplight.sight.building import like_another, suggested_items
from lamplight.sight.kinds import kinds
from lamplight.sight.told import programme_title
from lamplight.web import forms
from lamplight.web.kinds.build_model import meaning_typed, usual_outlets_as_file
from lamplight.web.told.rows import uses_typed

Change = Callable[[CommentedMap], object]
LOOK_NUMBERS = {"width": (110, 330), "height": (150, 460)}


def change_of(do: str, kind: Kind, said: list[str]) -> tuple[Change, str]:
    """What a form changes, and its words; `said` takes what goes with it.

    Raises:
        InvalidInput: for a form that says nothing of the kind.
    """
    form = request.form
    make = _CHANGES.get(do)
    if make is None:
        raise InvalidInput("Choose one of the buttons.")
    return make(form, kind, said)


def _number(name: str, what: str) -> int:
    return forms.optional_count(request.form.get(name, ""), what) or 0


def _named(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    title, blurb = " ".join(form.get("title", "").split()), " ".join(form.get("blurb", "").split())
    return lambda data: edit.set_title(data, title or kind.title, blurb), "named"


def _look(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    look: dict[str, Any] = {name: form[name] for name in ("crown", "tank", "panel", "stand") if form.get(name)}
    for name, (low, high) in LOOK_NUMBERS.items():
        if form.get(name):
            look[name] = min(max(_number(name, "The size"), low), high)
    return lambda data: edit.set_look(data, look), "its shape"


def _place(form, _kind: Kind, said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key = form.get("part", "")
    known = placeable().get(key)
    return lambda data: said.extend(["", *gone] if (gone := edit.place(data, key)) else ()), (
        f"{known.label if known else key} put on"
    )


def _take_off(form, kind: Kind, said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key = form.get("part", "")
    part = kind.part(key)
    return lambda data: said.extend(edit.take_off(data, key)), f"{part.label if part else key} taken off"


def _part(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key = form.get("part", "")
    known = kind.part(key)
    made_of = {name: form.getlist(f"sub-{n}") for n, name in enumerate(form.getlist("sub")) if name.strip()}
    new = " ".join(form.get("new-sub", "").lower().split())
    fact = {
        "label": " ".join(form.get("label", "").split()) or (known.label if known else ""),
        "removable": form.get("removable") == "1",
        "tolerates": form.getlist("tolerates"),
        "note": " ".join(form.get("note", "").split()),
        "made_of": {**{k: v for k, v in made_of.items() if f"out-{k}" not in form}, **({new: []} if new else {})},
    }
    return lambda data: edit.set_part(data, key, fact), f"{fact['label']}: what it is like"


def _holds(_form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    names = ("tank_ml", "tray_ml", "drawer_pucks", "milk_ml", "drain_ml")
    held = {name: _number(name, "What it holds") for name in names}
    return lambda data: edit.set_capacities(data, held), "what it holds"


def _outlet(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    fact = {
        "words": " ".join(form.get("words", "").split()),
        "part": form.get("seen-at", ""),
        "valve": form.get("valve") == "1",
    }
    if not fact["words"]:
        raise InvalidInput("Say what the outlet is called, such as: the steam wand.")
    usual = usual_outlets_as_file(kind)
    return lambda data: edit.set_outlet(data, form.get("outlet", ""), fact, usual), f"outlet {fact['words']}"


def _drop_outlet(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    usual = usual_outlets_as_file(kind)

    def change(data: CommentedMap) -> None:
        for key, fact in usual.items():
            if key not in data.get("outlets", {}):
                edit.set_outlet(data, key, fact, usual)
        edit.drop_outlet(data, form.get("outlet", ""))

    return change, "an outlet less"


def _traits(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    wanted = {name: name in form.getlist("trait") for name in form.getlist("trait-shown")}

    def change(data: CommentedMap) -> None:
        for name, has in wanted.items():
            edit.set_trait(data, name, has)
        edit.set_counters(data, ["drinks", *(name for name in ("milk", "litres") if name in form.getlist("counter"))])

    return change, "what it is like"


def _lamp(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    lamp = {
        "label": " ".join(form.get("label", "").split()),
        "colours": form.getlist("colour") or ["white"],
        "states": form.getlist("state"),
        "sign": form.get("sign", ""),
    }
    if not lamp["label"]:
        raise InvalidInput("Say what the lamp is called, or what stands beside it.")
    return lambda data: edit.set_lamp(data, form.get("lamp", ""), lamp), f"lamp {lamp['label']}"


def _drop_lamp(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    return lambda data: edit.drop_lamp(data, form.get("lamp", "")), "a lamp less"


def _meaning(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    meaning = meaning_typed(form, kind)
    return lambda data: edit.add_meaning(data, meaning), f"a lamp means: {meaning['means']}"


def _drop_meaning(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    index = forms.row_number(form.get("meaning", ""))
    return lambda data: edit.drop_meaning(data, -1 if index is None else index), "a meaning less"


def _suggested(_form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    return lambda data: take_suggested(kind, data), "the cares that go with its parts"


def _item(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key = form.get("item", "")
    known = kind.item(key)
    numbers = {}
    for name, text in form.items():
        if name.startswith("limit-") and (value := forms.optional_rate(text, "The limit")):
            n = forms.row_number(name.removeprefix("limit-"))
            numbers[-1 if n is None else n] = value
    minutes = forms.optional_count(form.get("minutes", ""), "The minutes")
    return lambda data: edit.set_numbers(data, key, numbers, minutes), f"{known.title if known else key}: how often"


def _take_item(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key = form.get("item", "")
    part = dict(suggested_items(kind)).get(key)
    if part is None:
        raise InvalidInput("That care does not go with its parts. Put the part on first.")
    return lambda data: edit.take_item(data, key, part), f"care {key} taken up"


def _drop_item(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key = form.get("item", "")
    known = kind.item(key)
    return lambda data: edit.drop_item(data, key), f"{known.title if known else key} not done on it"


def _programme(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key, calls = form.get("programme", ""), [use_written(use) for use in uses_typed(form)]
    if not calls:
        raise InvalidInput("A programme has one call at the least.")
    return lambda data: edit.set_programme(data, key, {"calls": calls}), f"programme {programme_title(key)}"


def _take_programme(form, kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key, _, like = form.get("like", "").partition(":")
    source = kinds().get(like)
    if source is None or key not in source.programmes:
        raise InvalidInput("Choose one of the programmes.")
    calls = [use_written(use) for use in like_another(source.programmes[key].calls, kind)]
    return lambda data: edit.set_programme(data, key, {"calls": calls}), f"programme {programme_title(key)} begun"


def _drop_programme(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    key = form.get("programme", "")
    return lambda data: edit.drop_programme(data, key), f"programme {programme_title(key)} left out"


def _words(form, _kind: Kind, _said: list[str]) -> tuple[Change, str]:  # noqa: ANN001
    words = {
        name.removeprefix("word-"): " ".join(text.split())
        for name, text in form.items()
        if name.startswith("word-") and name.removeprefix("word-") in MANUAL_WORDS
    }
    return lambda data: edit.set_words(data, words), "its words"


_CHANGES = {
    "named": _named, "look": _look, "place": _place, "take-off": _take_off, "part": _part, "holds": _holds,
    "outlet": _outlet, "drop-outlet": _drop_outlet, "traits": _traits, "lamp": _lamp, "drop-lamp": _drop_lamp,
    "meaning": _meaning, "drop-meaning": _drop_meaning, "suggested": _suggested, "item": _item,
    "take-item": _take_item, "drop-item": _drop_item, "programme": _programme, "take-programme": _take_programme,
    "drop-programme": _drop_programme, "words": _words,
}  # fmt: skip
