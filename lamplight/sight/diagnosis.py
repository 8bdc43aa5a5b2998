"""What a panel or a complaint may mean on one machine, the likeliest first."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from lamplight.core.diagnosis.disagreements import Disagreement, disagreements
from lamplight.core.lamps.causes import Ranked, ranked
from lamplight.core.lamps.intervals import filling_of
from lamplight.core.lamps.match import Meaning
from lamplight.library import catalogue
from lamplight.sight.causes import known_causes
from lamplight.sight.machine_view import MachineView
from lamplight.sight.procedures import FREE


@dataclass(frozen=True)
class Diagnosis:
    """Causes in the order that this machine's facts decide.

    Attributes:
        about: the pattern's title or the symptom's key.
        causes: the likeliest first.
        begins: for each cause's key, the item or free procedure that mends it here, where there is one.
        jobs: key and title of what is asked for and none of the causes begins.
        filling: what it wants to be filled with, or empty.
    """

    about: str
    causes: tuple[Ranked, ...]
    begins: Mapping[str, tuple[str, str]]
    jobs: tuple[tuple[str, str], ...] = ()
    filling: str = ""


def diagnose(view: MachineView, about: str, cause_keys: tuple[str, ...]) -> Diagnosis:
    """Causes of a pattern or a complaint on one machine, the likeliest first."""
    known = known_causes(view.kind)
    own = [known[key] for key in cause_keys if key in known]
    order = ranked(own, view.facts, view.tried, about, view.status.context.now)
    begins = {}
    for cause in order:
        due = view.status.due(cause.cause.begin)
        if due is not None and due.item.procedure:
            begins[cause.cause.key] = (due.item.key, due.item.title)
        elif cause.cause.begin in FREE:
            begins[cause.cause.key] = (cause.cause.begin, catalogue.procedures()[cause.cause.begin].plain.title)
    return Diagnosis(about, order, begins)


def diagnose_meaning(view: MachineView, meaning: Meaning) -> Diagnosis:
    """The causes of one thing that the panel means, and at least the job that it asks for."""
    keys = dict.fromkeys(key for match in meaning.matches for key in match.pattern.causes)
    found = diagnose(view, meaning.pattern.title, tuple(keys))
    begun = {key for key, _ in found.begins.values()}
    asked = (view.status.due(key) for key in sorted(meaning.asks_for - begun))
    jobs = tuple((due.item.key, due.item.title) for due in asked if due is not None)
    return replace(found, jobs=jobs, filling=filling_of(meaning.pattern, view.whole_kind.traits) or "")


def disagreements_of(view: MachineView) -> tuple[Disagreement, ...]:
    """Where lamp and book say different things."""
    spoken_for = {pattern.asks_for for pattern in view.whole_kind.panel.all_patterns if pattern.asks_for}
    return disagreements(view.status, view.facts, spoken_for)
