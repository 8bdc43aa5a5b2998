"""What is known of a machine's own programmes and words, and from whom."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache, lru_cache

from lamplight.core.job.course import LISTEN
from lamplight.core.job.procedure import Need
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Programme, Use
from lamplight.core.machine.told import (
    ACCESS,
    MANUAL_WORDS,
    KnownCall,
    Origin,
    Source,
    known_programmes,
    own_words,
    place_of,
    word_source,
)
from lamplight.core.run.state import RunState
from lamplight.library import catalogue
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.procedures import known_procedure


@cache
def _shipped_programmes() -> frozenset[tuple[str, tuple[Use, ...]]]:
    return frozenset((key, one.calls) for kind in catalogue.kinds().values() for key, one in kind.programmes.items())


@cache
def _shipped_words() -> frozenset[tuple[str, str]]:
    own = {pair for kind in catalogue.kinds().values() for pair in kind.words.items()}
    ways = {(ACCESS + fact.what, fact.how) for kind in catalogue.kinds().values() for fact in kind.access}
    return frozenset(own | ways | set(catalogue.defaults().words.items()))


def _origins(kind: Kind) -> dict[str, Origin]:
    """Where each programme of a kind comes from: one that ships is typical, even where the kind is the keeper's own."""
    shipped = _shipped_programmes()
    return {key: Origin.TYPICAL if (key, one.calls) in shipped else Origin.KIND for key, one in kind.programmes.items()}


def programmes_known(view: MachineView) -> dict[str, tuple[KnownCall, ...]]:
    """The programmes of a machine by key, each call with where it comes from."""
    kind = kind_of(view.row.kind)
    return known_programmes(kind, _origins(kind), view.status.book.told)


@dataclass(frozen=True)
class KnownWords:
    """Words of a machine that only its manual can know.

    Attributes:
        name: of the words.
        text: as they are here.
        source: where they come from.
    """

    name: str
    text: str
    source: Source


def words_known(view: MachineView, names: Sequence[str]) -> list[KnownWords]:
    """The words of those names on a machine, each with where they come from."""
    kind, own = view.whole_kind, own_words(view.status.book.words)
    texts = {**catalogue.defaults().words, **kind.words, **{ACCESS + fact.what: fact.how for fact in kind.access}}
    usual = kind_of(view.row.kind)
    before = {**catalogue.defaults().words, **usual.words, **{ACCESS + fact.what: fact.how for fact in usual.access}}
    found = []
    for name in names:
        if name in texts and (name in MANUAL_WORDS or name.startswith(ACCESS)):
            origin = Origin.TYPICAL if (name, before.get(name, "")) in _shipped_words() else Origin.KIND
            found.append(KnownWords(name, texts[name], word_source(name, origin, own)))
    return found


@dataclass(frozen=True)
class Surety:
    """How sure a programme is on one machine.

    Attributes:
        calls: how many it has; `confirmed` on this machine.
        origin: of the least certain.
    """

    calls: int
    confirmed: int
    origin: Origin


def surety_of(known: Sequence[KnownCall]) -> Surety | None:
    """How sure a programme is; None where there is none."""
    if not known:
        return None
    origins = {call.source.origin for call in known}
    least = next((origin for origin in (Origin.TYPICAL, Origin.KIND) if origin in origins), Origin.MACHINE)
    return Surety(len(known), sum(call.source.origin is Origin.MACHINE for call in known), least)


def call_in(view: MachineView, state: RunState) -> int:
    """Which call of the machine's programme, as it is known now, the current step of a run is of; -1 for none."""
    step = state.step
    if step is None or step.own < 0 or step.own >= len(state.procedure.own):
        return -1
    known = programmes_known(view).get(state.procedure.programme, ())
    place = place_of([_unmarked(use, known) for use in state.procedure.own], step.own)
    alike = [n for n, call in enumerate(known) if call.use == place.use]
    return alike[place.nth] if place.nth < len(alike) else -1


def _unmarked(use: Use, known: Sequence[KnownCall]) -> Use:
    """A call of a run as the programme has it, where only the mark of its mix is another."""
    return next((call.use for call in known if replace(call.use, ml=use.ml) == use), use)


def edition_of(calls: Sequence[KnownCall]) -> str:
    """A short name of a programme as it stands; what is said of another is refused."""
    return hashlib.sha256(repr([call.use for call in calls]).encode()).hexdigest()[:12]


TITLES: Mapping[str, str] = {
    "tablet": "Brew-group tablet",
    "milk-wash": "Milk wash",
    "acid-wash": "Acid milk wash",
    "descale": "Descale",
    "combined": "Clean and descale",
    "full-clean": "Full clean",
    "storage-emptying": "Emptying",
}


def programme_title(key: str) -> str:
    """The words for a programme."""
    return TITLES.get(key, key.replace("-", " ").capitalize())


def word_title(name: str) -> str:
    """The words for what words are of."""
    return name.removeprefix(ACCESS) if name.startswith(ACCESS) else name.replace("_", " ").capitalize()


@cache
def programmes_shipped() -> tuple[Programme, ...]:
    """Every programme that ships, of every kind."""
    return tuple(one for kind in catalogue.kinds().values() for one in kind.programmes.values())


def roles_expected(programme: str) -> tuple[str, ...]:
    """The products that programmes of that sort take, by role."""
    known = catalogue.roles()
    found = (use.role for one in programmes_shipped() if one.key == programme for use in one.calls)
    return tuple(dict.fromkeys(role for role in found if role in known))


def needs_expected(programme: str) -> tuple[Need, ...]:
    """What to have at hand for a programme that nobody knows yet: its products, as the machine asks for them."""
    return tuple(Need("", "", role) for role in roles_expected(programme))


@lru_cache(maxsize=100)
def unheard(kind: Kind, programme: str) -> Kind:
    """The kind with a programme of which nothing is known yet."""
    return replace(kind, programmes={**kind.programmes, programme: Programme(programme, (Use(LISTEN),))})


def can_listen(procedure_key: str) -> str:
    """The programme of the machine's own that a procedure runs, which can be listened to; empty for none."""
    return known_procedure(procedure_key).plain.programme
