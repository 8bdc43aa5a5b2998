"""What keepers said about one machine that only its manual can know: how it comes to be, and where it comes from.

A kind's file says what is usual; what somebody saw on this very machine comes before it. What was said is
kept line by line and gone through in its order, so that taking one back brings back what was before it.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from difflib import SequenceMatcher
from enum import StrEnum

from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Programme, Use


class Origin(StrEnum):
    """Where something that only a manual can know comes from."""

    TYPICAL = "typical"
    KIND = "this kind"
    MACHINE = "this machine"


class Telling(StrEnum):
    """What somebody said about a programme."""

    CONFIRMED = "confirmed"
    CHANGED = "changed"
    ADDED = "added"
    LEFT_OUT = "left out"
    WHOLE = "whole"


@dataclass(frozen=True)
class CallPlace:
    """Which call of a programme is meant: the nth of those that are alike.

    Attributes:
        use: the call as it was.
        nth: 0 for the first that is alike.
    """

    use: Use
    nth: int = 0


@dataclass(frozen=True)
class Told:
    """Something that was said about a machine's own programme.

    Attributes:
        programme: its key.
        telling: what was said.
        place: the call that is meant; for one that is added the call before which it comes, None for the end.
        calls: what stands there instead, what is added, or the whole programme.
        who: initials, or empty.
        at: when; aware.
        entry_id: the line of the log.
    """

    programme: str
    telling: Telling
    place: CallPlace | None = None
    calls: tuple[Use, ...] = ()
    who: str = ""
    at: datetime | None = None
    entry_id: int = 0


@dataclass(frozen=True)
class WordTold:
    """The words of this machine for something that its kind calls otherwise, or the same.

    Attributes:
        name: of the words, such as ``release``; or ``access:`` and what it leads to.
        text: as it is here.
        who, at, entry_id: as in `Told`.
    """

    name: str
    text: str
    who: str = ""
    at: datetime | None = None
    entry_id: int = 0


@dataclass(frozen=True)
class Source:
    """Where something comes from.

    Attributes:
        origin: the level.
        who, at, entry_id: who said it of this machine, when, and on which line; empty otherwise.
    """

    origin: Origin
    who: str = ""
    at: datetime | None = None
    entry_id: int = 0


@dataclass(frozen=True)
class KnownCall:
    """A call of a machine's programme, and where it comes from."""

    use: Use
    source: Source


# Words that only the manual of a machine can know; the others are our own way of speaking.
MANUAL_WORDS = frozenset(
    (
        "release", "refit", "home", "start_programme", "asks_for_tablet", "tablet_place", "tablet_how",
        "programme_over", "start_descale", "descale_asks", "descale_over", "start_combined", "start_milk_wash",
        "milk_wash_over", "start_acid_wash", "start_milk_rinse", "empty_circuit", "prime", "lock_screen", "powder_mode",
        "long_drink", "short_rinse", "outlet_menu", "canister", "seat",
    )
)  # fmt: skip
ACCESS = "access:"


def place_of(calls: Sequence[Use], index: int) -> CallPlace:
    """The place of the call with that index, 0 or more and below their number."""
    use = calls[index]
    return CallPlace(use, sum(1 for other in calls[:index] if other == use))


def _index(known: Sequence[KnownCall], place: CallPlace | None) -> int | None:
    """Where a place is now; the end for none, None where the call is not there any more."""
    if place is None:
        return len(known)
    alike = [n for n, call in enumerate(known) if call.use == place.use]
    return alike[place.nth] if place.nth < len(alike) else None


def known_calls(usual: Sequence[Use], origin: Origin, told: Iterable[Told]) -> tuple[KnownCall, ...]:
    """The calls of a programme as they are on one machine, each with its source.

    What was said of a call that is not there any more, since the kind's file says otherwise now, rests.

    Args:
        usual: the calls of the kind; none where it has no such programme.
        told: what was said of this programme, in its order.
    """
    known = [KnownCall(use, Source(origin)) for use in usual]
    for one in told:
        source = Source(Origin.MACHINE, one.who, one.at, one.entry_id)
        said = [KnownCall(use, source) for use in one.calls]
        if one.telling is Telling.WHOLE:
            known = said
            continue
        at = _index(known, one.place)
        if at is None:
            continue
        if one.telling is Telling.ADDED:
            known[at:at] = said
        elif at < len(known):
            if one.telling is Telling.CONFIRMED:
                said = [replace(known[at], source=source)]
            known[at : at + 1] = said
    return tuple(known)


def known_programmes(
    kind: Kind, origins: Mapping[str, Origin], told: Iterable[Told]
) -> dict[str, tuple[KnownCall, ...]]:
    """The programmes of one machine by key, each call with its source; one of which nothing is left falls away.

    Args:
        kind: of the machine, as its file has it.
        origins: where each of the kind's own comes from; typical where it is not said.
        told: what was said of this machine, in its order.
    """
    by_programme: dict[str, list[Told]] = {key: [] for key in kind.programmes}
    for one in told:
        by_programme.setdefault(one.programme, []).append(one)
    usual = {key: programme.calls for key, programme in kind.programmes.items()}
    known = {
        key: known_calls(usual.get(key, ()), origins.get(key, Origin.TYPICAL), ones)
        for key, ones in by_programme.items()
    }
    return {key: calls for key, calls in known.items() if calls}


def own_words(words: Iterable[WordTold]) -> dict[str, WordTold]:
    """The last that was said of each name."""
    return {one.name: one for one in words}


def kind_as_told(kind: Kind, told: Iterable[Told], words: Iterable[WordTold]) -> Kind:
    """The kind as this machine is one of it; the kind itself where nothing was said.

    Args:
        kind: of the machine, as its file has it.
        told, words: what was said of this machine, in its order.
    """
    told, own = tuple(told), own_words(words)
    if not told and not own:
        return kind
    known = known_programmes(kind, {}, told)
    programmes = {
        key: replace(kind.programmes.get(key) or Programme(key, ()), calls=tuple(call.use for call in calls))
        for key, calls in known.items()
    }
    access = tuple(
        replace(fact, how=own[ACCESS + fact.what].text) if ACCESS + fact.what in own else fact for fact in kind.access
    )
    here = {name: one.text for name, one in own.items() if not name.startswith(ACCESS)}
    return replace(kind, programmes=programmes, words={**kind.words, **here}, access=access)


def word_source(name: str, origin: Origin, words: Mapping[str, WordTold]) -> Source:
    """Where the words of that name come from on this machine.

    Args:
        name: as in `WordTold`.
        origin: where the kind's own come from.
        words: the last that was said of each name here.
    """
    said = words.get(name)
    return Source(Origin.MACHINE, said.who, said.at, said.entry_id) if said else Source(origin)


def place_in_new(old: Sequence[Use], done: int, new: Sequence[Use]) -> int:
    """How many calls of a changed programme are behind one who has done so many of the programme before.

    Args:
        done: of them, 0 to their number.
    """
    if done >= len(old):
        return len(new) if old else 0
    names = {use: n for n, use in enumerate(dict.fromkeys((*old, *new)))}
    matcher = SequenceMatcher(None, [names[use] for use in old], [names[use] for use in new], autojunk=False)
    for tag, old_from, old_to, new_from, new_to in matcher.get_opcodes():
        if tag == "insert" and old_from == done:
            return new_from
        if old_from <= done < old_to:
            return min(new_from + done - old_from, new_to) if tag != "delete" else new_from
    return len(new)
