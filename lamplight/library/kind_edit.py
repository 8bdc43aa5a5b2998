"""Changes to the file of a kind, one thing at a time, as its keeper makes them on the drawing.

Each takes the data of the file and changes it in place; whether the whole then fits together is for the schema to say.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Any

from ruamel.yaml.comments import CommentedMap

from lamplight.core.errors import InvalidInput
from lamplight.library.bounded_yaml import load_yaml
from lamplight.library.kind_text import flowing, put, room, row
from lamplight.library.schema import standard_items

# Numbers of a trigger that may be set where a kind is made; the others are written in its file.
NUMBERS = ("drinks", "milk", "litres", "days", "months", "hours_after_first_drink", "scale_grams")
MOST_LAMPS = 12


def set_title(data: CommentedMap, title: str, blurb: str) -> None:
    """What it is called."""
    data["title"], data["blurb"] = title, blurb


def set_look(data: CommentedMap, look: Mapping[str, Any]) -> None:
    """How it is drawn, by name; what is not named stays."""
    before = room(data, "look")
    for name, value in look.items():
        before[name] = value


def place(data: CommentedMap, key: str) -> list[str]:
    """Put a part on; answers what gave way to it, in words.

    Raises:
        InvalidInput: for a part that nobody can draw, or one that is there.
    """
    part = placeable().get(key)
    parts = room(data, "parts")
    if part is None or key in parts:
        raise InvalidInput("That part cannot be put on here.")
    gone = [name for other in part.instead_of if other in parts for name in take_off(data, other)]
    fact = {"label": part.label, "circuit": part.circuit, **({"removable": True} if part.removable else {})}
    parts[key] = flowing(fact | ({"made_of": {name: [] for name in part.made_of}} if part.made_of else {}))
    set_look(data, dict(part.look))
    for trait in part.traits:
        set_trait(data, trait, True)
    return gone


def take_off(data: CommentedMap, key: str) -> list[str]:
    """Take a part off, with what hangs on it: items, outlets, meanings; answers what went, in words.

    Raises:
        InvalidInput: when it is not there.
    """
    parts = room(data, "parts")
    if key not in parts:
        raise InvalidInput("That part is not there any more.")
    went = [str(parts[key].get("label", key))]
    del parts[key]
    items = room(data, "items")
    for name in [name for name, item in items.items() if part_of(item) == key]:
        went.append(str(item_title(name, items[name])))
        drop_item(data, name)
    for name in [name for name, outlet in data.get("outlets", {}).items() if outlet.get("part") == key]:
        drop_outlet(data, name)
    for pattern in data.get("panel", {}).get("patterns", []):
        if pattern.get("part") == key:
            del pattern["part"]
    part = placeable().get(key)
    if part is not None:
        for trait in part.traits:
            set_trait(data, trait, False)
        if dict(part.look).get("milk") == data.get("look", {}).get("milk"):
            set_look(data, {"milk": "none"})
    return went


def set_part(data: CommentedMap, key: str, fact: Mapping[str, Any]) -> None:
    """What is so about a part: its label, whether it comes out, what it and what it is made of may stand.

    Raises:
        InvalidInput: when it is not there.
    """
    part = room(data, "parts").get(key)
    if part is None:
        raise InvalidInput("That part is not there any more.")
    for name, usual in (("label", None), ("removable", False), ("tolerates", []), ("note", ""), ("made_of", {})):
        if name in fact:
            put(part, name, fact[name], usual)
    if key == "group":
        comes_out = bool(fact.get("removable"))
        set_trait(data, "removable-group", comes_out)
        set_trait(data, "fixed-group", not comes_out)
        set_look(data, {"group": "removable" if comes_out else "fixed"})


def set_trait(data: CommentedMap, trait: str, has: bool) -> None:
    """Whether the kind has a trait."""
    traits = row(data, "traits")
    if has and trait not in traits:
        traits.append(trait)
    elif not has and trait in traits:
        traits.remove(trait)
    if not traits:
        del data["traits"]


def set_capacities(data: CommentedMap, capacities: Mapping[str, int]) -> None:
    """What it holds, by name; 0 is left out."""
    held = room(data, "capacities")
    for name, amount in capacities.items():
        put(held, name, amount, 0)
    if not held:
        held["tank_ml"] = 0
    held.fa.set_flow_style()


def set_outlet(data: CommentedMap, key: str, fact: Mapping[str, Any], usual: Mapping[str, Mapping[str, Any]]) -> None:
    """Where water leaves.

    Args:
        fact: its words, the part at which it is seen, whether a valve lets it through.
        usual: the outlets that followed from the parts so far, where the file names none.
    """
    outlets = room(data, "outlets")
    if not outlets:
        for name, known in usual.items():
            outlets[name] = flowing(dict(known))
    kept = {"words": fact["words"], "part": fact["part"], **({"valve": True} if fact.get("valve") else {})}
    outlets[key] = flowing(kept)


def drop_outlet(data: CommentedMap, key: str) -> None:
    """Water leaves there no more; where none is named, those that follow from the parts hold."""
    outlets = room(data, "outlets")
    outlets.pop(key, None)
    if not outlets:
        data.pop("outlets", None)


def set_lamp(data: CommentedMap, key: str, lamp: Mapping[str, Any]) -> str:
    """One lamp of the panel, new or changed; answers its key.

    Raises:
        InvalidInput: for more lamps than a panel is drawn with.
    """
    panel = room(data, "panel")
    lamps = room(panel, "lamps")
    if key not in lamps:
        if len(lamps) >= MOST_LAMPS:
            raise InvalidInput(f"A panel has {MOST_LAMPS} lamps at most.")
        key = _free_key(str(lamp["label"]), lamps)
    kept: dict[str, Any] = {"label": lamp["label"], "colours": list(lamp["colours"])}
    states = list(lamp.get("states", ()))
    kept |= {"states": states} if states and states != ["off", "steady", "flashing"] else {}
    kept |= {"sign": lamp["sign"]} if lamp.get("sign") else {}
    place = lamps[key].get("place") if key in lamps else None
    lamps[key] = flowing(kept | ({"place": list(place)} if place else {}))
    set_look(data, {"lamps": min(8, len(lamps))})
    return key


def drop_lamp(data: CommentedMap, key: str) -> None:
    """No such lamp, and nothing that it meant."""
    panel = room(data, "panel")
    room(panel, "lamps").pop(key, None)
    patterns = row(panel, "patterns")
    for n in reversed(range(len(patterns))):
        if key in patterns[n].get("lamps", {}):
            del patterns[n]


def add_meaning(data: CommentedMap, meaning: Mapping[str, Any]) -> None:
    """What a lamp or a message means; the same signal means one thing."""
    patterns = row(room(data, "panel"), "patterns")
    kept = {name: value for name, value in meaning.items() if value not in ("", [], {})}
    same = next((n for n, one in enumerate(patterns) if _signal(one) == _signal(kept)), None)
    if same is None:
        patterns.append(flowing(kept))
    else:
        patterns[same] = flowing({**dict(patterns[same]), **kept})


def _signal(pattern: Mapping[str, Any]) -> tuple[Any, ...]:
    lamps = {key: {True: "steady", False: "off"}.get(state, state) for key, state in pattern.get("lamps", {}).items()}
    return tuple(sorted(lamps.items())), pattern.get("message", "")


def drop_meaning(data: CommentedMap, index: int) -> None:
    """A meaning less.

    Raises:
        InvalidInput: when there is none of that number.
    """
    patterns = row(room(data, "panel"), "patterns")
    if not 0 <= index < len(patterns):
        raise InvalidInput("That meaning is not there any more. Load the page again.")
    del patterns[index]


def set_counters(data: CommentedMap, counters: Sequence[str]) -> None:
    """What it counts and shows."""
    put(data, "counters", list(counters), ["drinks"])


def part_of(item: Mapping[str, Any]) -> str:
    """The part of an item as the file has it."""
    return str(item.get("part") or standard_items().get(str(item.get("like", "")), {}).get("part", ""))


def item_title(key: str, item: Mapping[str, Any]) -> str:
    """The title of an item as the file has it."""
    return str(item.get("title") or standard_items().get(str(item.get("like", "")), {}).get("title", key))


def take_item(data: CommentedMap, key: str, part: str = "") -> None:
    """One of the standard items; `part` where it is another than usual."""
    room(data, "items")[key] = flowing({"like": key, **({"part": part} if part else {})})


def drop_item(data: CommentedMap, key: str) -> None:
    """An item less, wherever it is named."""
    items = room(data, "items")
    items.pop(key, None)
    for item in items.values():
        for name in ("settles", "replaces"):
            if key in item.get(name, []):
                item[name].remove(key)
        if "triggers" in item:
            put(item, "triggers", [one for one in item["triggers"] if one.get("after") != key])
    panel = data.get("panel", {})
    for told in (*panel.get("patterns", []), *panel.get("messages", [])):
        if told.get("asks_for") == key:
            del told["asks_for"]
    data.get("bars", {}).pop(key, None)


def set_numbers(data: CommentedMap, key: str, numbers: Mapping[int, float], minutes: int | None = None) -> None:
    """The limits of an item, by the number of the trigger, and the keeper's minutes for it.

    Raises:
        InvalidInput: when the kind has no such item.
    """
    item = room(data, "items").get(key)
    if item is None:
        raise InvalidInput("This kind has no such item any more.")
    standard = standard_items().get(str(item.get("like", "")), {})
    triggers = [dict(one) for one in item.get("triggers", standard.get("triggers", []))]
    for n, limit in numbers.items():
        name = next((name for name in NUMBERS if 0 <= n < len(triggers) and name in triggers[n]), None)
        if name:
            triggers[n][name] = int(limit) if float(limit).is_integer() else limit
    if triggers != [dict(one) for one in item.get("triggers", standard.get("triggers", []))]:
        item["triggers"] = flowing(triggers)
    if minutes is not None and minutes != item.get("minutes", standard.get("minutes")):
        item["minutes"] = minutes


def set_programme(data: CommentedMap, key: str, programme: Mapping[str, Any]) -> None:
    """What it runs by itself; each call in a line of its own."""
    programmes = room(data, "programmes")
    before = programmes.get(key, {})
    kept = CommentedMap({name: before[name] for name in ("title", "starts_over") if name in before})
    kept.update({name: programme[name] for name in ("title", "starts_over") if programme.get(name)})
    calls = row(kept, "calls")
    calls.extend(flowing(call) for call in programme["calls"])
    if not programmes:
        data["programmes"] = programmes = CommentedMap()
    programmes[key] = kept


def drop_programme(data: CommentedMap, key: str) -> None:
    """It runs that no more; one that runs nothing says so."""
    programmes = room(data, "programmes")
    programmes.pop(key, None)
    if not programmes:
        data["programmes"] = flowing({})


def set_words(data: CommentedMap, words: Mapping[str, str]) -> None:
    """What is called or done how on it; an empty text takes its own words away."""
    own = room(data, "words")
    for name, text in words.items():
        put(own, name, text)
    if not own:
        del data["words"]


def _free_key(label: str, taken: Iterable[str]) -> str:
    """A short name for something new."""
    stem = "".join(char if char.isascii() and char.isalnum() else "-" for char in label.lower()).strip("-")[:24]
    stem = stem if len(stem) > 1 and stem[0].isalpha() else f"lamp-{stem}".strip("-")
    known = set(taken)
    return next(key for key in (stem, *(f"{stem}-{n}" for n in range(2, 99))) if key not in known)


@dataclass(frozen=True)
class Placeable:
    """A part that may be put on.

    Attributes:
        key: of the drawing.
        label, circuit: its usual words, and where it belongs.
        removable: whether it usually comes out.
        made_of: what it is usually made of.
        look: what the drawing shows with it, by name.
        traits: what the kind then is.
        instead_of: parts whose place it takes.
    """

    key: str
    label: str
    circuit: str
    removable: bool = False
    made_of: tuple[str, ...] = ()
    look: tuple[tuple[str, str], ...] = ()
    traits: tuple[str, ...] = ()
    instead_of: tuple[str, ...] = ()


@cache
def placeable() -> dict[str, Placeable]:
    """All by key, in the order of the file."""
    data = load_yaml((files("lamplight.library") / "parts.yaml").read_text("utf-8"))
    return {
        key: Placeable(
            key, part["label"], part["circuit"], part.get("removable", False), tuple(part.get("made_of", ())),
            tuple(part.get("look", {}).items()), tuple(part.get("traits", ())), tuple(part.get("instead_of", ())),
        )
        for key, part in data.items()
    }  # fmt: skip
