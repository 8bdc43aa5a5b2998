"""Making a kind of one's own, one touch at a time: each is checked whole, kept as a version, and undone in the log."""

from __future__ import annotations

import re
from collections.abc import Callable

import yaml
from ruamel.yaml.comments import CommentedMap

from lamplight.actions.shared import write_shared
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.core.words import required
from lamplight.library import catalogue
from lamplight.library.kind_edit import set_title, take_item
from lamplight.library.kind_text import opened, written
from lamplight.library.mistakes import FileMistakes
from lamplight.sight.actor import Actor
from lamplight.sight.building import suggested_items
from lamplight.sight.kinds import KINDS, kinds
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.store.database import database
from lamplight.store.definitions import own_text
from lamplight.store.models import KindVersion

BUILT = "kind built"
# What a machine has at the least; all else is put on.
NOTHING = """key: {key}
title: {title}
blurb: ""
look: {{width: 220, height: 300, crown: flat, tank: right, panel: lamps, milk: none, group: fixed, stand: feet}}
parts:
  outlet: {{label: Coffee outlet, circuit: brew}}
  tray: {{label: Drip tray, circuit: waste, removable: true}}
  panel: {{label: Lamp panel, circuit: body}}
  boiler: {{label: Heater, circuit: water}}
  pump: {{label: Pump, circuit: water}}
capacities: {{tank_ml: 0}}
items:
  drip-tray: {{like: drip-tray}}
  wipe-down: {{like: wipe-down}}
programmes: {{}}
"""


def begin_kind(title: str, like: str, actor: Actor) -> str:
    """A new kind of one's own, from nothing or as a copy; answers its key.

    Raises:
        InvalidInput: when the title is missing or there is no such kind to copy.
    """
    title = required(title, "What it is called", 80, "title")
    key = _free_key(title)
    if like:
        data = opened(KINDS.text_of(like))
        data["key"] = key
        set_title(data, title, str(data.get("blurb", "")))
        text = written(data).replace(KINDS.heading, "")
    else:
        text = NOTHING.format(key=key, title=yaml.safe_dump(title, width=200).strip().removesuffix("...").strip())
    _keep(key, text, f"Kind “{title}” begun", actor)
    return key


def change_kind(key: str, change: Callable[[CommentedMap], object], words: str, actor: Actor) -> Kind:
    """Change a kind of one's own in one place; everything else in its file stays as it is.

    Args:
        change: of its file's data, in place.
        words: what is changed, for the log.

    Raises:
        InvalidInput: when it is none of one's own, or would not fit together; nothing is changed then.
    """
    text = KINDS.own(key)
    if text is None:
        raise InvalidInput("Only kinds of your own can be changed. Copy this one first.")
    data = opened(text)
    change(data)
    return _keep(key, written(data), f"Kind “{data['title']}”: {words}", actor, before=text)


def _keep(key: str, text: str, summary: str, actor: Actor, before: str = "") -> Kind:
    try:
        kind = OWN_KINDS.read(text)
    except FileMistakes as wrong:
        said = dict.fromkeys(_sentence(mistake.path, mistake.sentence) for mistake in wrong.mistakes)
        raise InvalidInput(" ".join(said)) from wrong
    if text != before:
        with database.atomic():
            entry = write_shared(BUILT, summary[:200], actor, OWN_KINDS.concerns(key))
            KindVersion.create(entry=entry, key=key, text=text)
    return kind


def _sentence(place: str, sentence: str) -> str:
    said = f"{place}: {sentence}" if place and place not in sentence else sentence
    return f"{said[:1].upper()}{said[1:].rstrip('.')}."


def _free_key(title: str) -> str:
    stem = re.sub(r"[^a-z0-9]+", "-", title.lower()).strip("-")[:32]
    stem = stem if len(stem) > 1 and stem[0].isalpha() else f"kind-{stem}".strip("-")
    taken = {*kinds(), *catalogue.kinds()}
    return next(
        key
        for key in (stem, *(f"{stem}-{n}" for n in range(2, 1000)))
        if key not in taken and own_text(KindVersion, key) is None
    )


def take_suggested(kind: Kind, data: CommentedMap) -> None:
    """All of the suggested items."""
    for key, part in suggested_items(kind):
        take_item(data, key, part)
