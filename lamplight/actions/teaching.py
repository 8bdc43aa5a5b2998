"""Teaching a kind what its panel means: signals that no rule knows, or a meaning that is another on this machine."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import yaml

from lamplight.actions.shared import write_shared
from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.match import PanelSignals, checked_signals
from lamplight.core.lamps.panel import PromptForce, Sort
from lamplight.core.machine.kind import Kind
from lamplight.core.words import optional, required
from lamplight.library.bounded_yaml import load_yaml
from lamplight.sight.actor import Actor
from lamplight.sight.causes import known_causes
from lamplight.sight.kinds import KINDS, kind_of
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.store.database import database
from lamplight.store.models import KindVersion, MachineVersion
from lamplight.store.sightings import lamps_as_data
from lamplight.store.sites import MachineRow

MOST_CAUSES = 12
# What becomes of a kind's data when a meaning is written into it.
Change = Callable[[dict[str, Any], dict[str, Any]], None]


@dataclass(frozen=True)
class PatternWords:
    """What the manual says signals of the panel mean.

    Attributes:
        title: what it means, in a few words.
        sort: what kind of meaning that is.
        asks_for: key of the item that it asks for, or empty.
        force: how much it presses.
        causes: keys of known causes that it may have.
        own_cause, own_check, own_remedy: another cause in the keeper's words, how to look, and what to do; or empty.
    """

    title: str
    sort: str
    asks_for: str = ""
    force: str = PromptForce.INFORMATION.value
    causes: tuple[str, ...] = ()
    own_cause: str = ""
    own_check: str = ""
    own_remedy: str = ""


def teach_pattern(row: MachineRow, signals: PanelSignals, words: PatternWords, actor: Actor) -> Kind:
    """Make signals that no rule knows into a rule of the keeper's own kind; answers that kind.

    A machine of a shipped kind becomes one of a copy of it.

    Raises:
        InvalidInput: when the panel is dark, or the words name a sort, force, item or cause that there is not.
    """
    shown = checked_signals(kind_of(row.kind).panel, signals)
    if shown.dark:
        raise InvalidInput("The panel is dark; there is nothing to explain.")
    pattern: dict[str, Any] = {"lamps": lamps_as_data(shown.lamps)} if shown.lamps else {}
    pattern |= {"message": shown.message} if shown.message else {}

    def add(data: dict[str, Any], meaning: dict[str, Any]) -> None:
        data.setdefault("panel", {}).setdefault("patterns", []).append(pattern | meaning)

    return _taught(row, words, actor, add, "learned")


def correct_pattern(row: MachineRow, title: str, words: PatternWords, actor: Actor) -> Kind:
    """Let what a kind's rule means be another thing on this machine; answers the kind, which is the keeper's own.

    Args:
        title: what the rule means so far.

    Raises:
        InvalidInput: when the kind has no such rule any more, or as `teach_pattern` does.
    """
    panel = kind_of(row.kind).panel
    rule = next((pattern for pattern in panel.all_patterns if pattern.title == title), None)
    if rule is None:
        raise InvalidInput("That meaning is not there any more. Load the page again.")

    def change(data: dict[str, Any], meaning: dict[str, Any]) -> None:
        patterns = data.setdefault("panel", {}).setdefault("patterns", [])
        if rule in panel.patterns:
            place = panel.patterns.index(rule)
            kept = (key for key in ("lamps", "message", "exact", "part") if key in patterns[place])
            patterns[place] = {key: patterns[place][key] for key in kept} | meaning
        else:  # what only a message says gets a rule of its own
            patterns.append({"message": rule.message} | meaning)

    return _taught(row, words, actor, change, "corrected")


def _taught(row: MachineRow, words: PatternWords, actor: Actor, change: Change, verb: str) -> Kind:
    """Write the keeper's own kind with a rule that was learned or corrected."""
    kind = kind_of(row.kind)
    own = KINDS.own(kind.key) is not None
    data = load_yaml(KINDS.own(kind.key) or KINDS.copied(kind.key))
    if not own:
        data["title"] = f"{data['title'][:66]}, as ours is"
    change(data, _meaning(row, kind, data, words))
    text = yaml.safe_dump(data, sort_keys=False, allow_unicode=True, width=120)
    taught = OWN_KINDS.read(text)
    concerned = OWN_KINDS.concerns(taught.key)
    with database.atomic():
        title = required(words.title, "What it means", 80)
        entry = write_shared("kind", f"Kind “{taught.title}” {verb}: {title}", actor, concerned, row.id)
        KindVersion.create(entry=entry, key=taught.key, text=text)
        if not own:
            MachineVersion.create(
                entry=entry, machine=row.id, name=row.name, kind=taught.key, place=row.place, serial=row.serial,
                guess_per_day=row.guess_per_day, retired=row.retired,
            )  # fmt: skip
    return taught


def _meaning(row: MachineRow, kind: Kind, data: dict[str, Any], words: PatternWords) -> dict[str, Any]:
    """The words as a kind's file has them; a cause of the keeper's own is added to the kind.

    Raises:
        InvalidInput: for a sort, force, item or cause that there is not, or a cause of one's own without a look or a
            remedy.
    """
    title = required(words.title, "What it means", 80, "title")
    if words.sort not in set(Sort) or words.force not in set(PromptForce):
        raise InvalidInput("Say what sort of meaning it is, and how much it presses.", "sort")
    if words.asks_for and kind.item(words.asks_for) is None:
        raise InvalidInput(f"{row.name} has no such care item.", "asks_for")
    known = known_causes(kind)
    if len(words.causes) > MOST_CAUSES or any(key not in known for key in words.causes):
        raise InvalidInput(f"Choose of the causes in the list, {MOST_CAUSES} at most.", "causes")
    causes = list(words.causes)
    if words.own_cause.strip():
        causes.insert(0, _own_cause(kind, data, words))
    meaning: dict[str, Any] = {"means": title, "sort": words.sort, "force": words.force}
    meaning |= {"asks_for": words.asks_for} if words.asks_for else {}
    return meaning | ({"causes": causes} if causes else {})


def _own_cause(kind: Kind, data: dict[str, Any], words: PatternWords) -> str:
    title = required(words.own_cause, "The cause", 80, "own_cause")
    stem = re.sub(r"[^a-z0-9]+", "-", title.lower()).strip("-")[:30] or "cause"
    stem = stem if stem[0].isalpha() else f"c-{stem}"
    taken = set(known_causes(kind)) | set(data.get("causes", {}))
    key = next(key for key in (stem, *(f"{stem}-{n}" for n in range(2, 1000))) if key not in taken)
    job = kind.item(words.asks_for)
    data.setdefault("causes", {})[key] = {
        "title": title,
        "circuit": job.circuit.value if job else "body",
        "check": required(words.own_check, "How to look", 400, "own_check"),
        "remedy": required(words.own_remedy, "What to do", 500, "own_remedy"),
        "begin": optional(words.asks_for, "The job", 60),
        "weight": 3,
    }
    return key
