"""A procedure as it runs on one kind: what the kind cannot do left out, its words, times and volumes filled in."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass, replace

from lamplight.core.anatomy.duration import Duration
from lamplight.core.anatomy.outlets import outlet_meant
from lamplight.core.care.inspections import INSPECTIONS
from lamplight.core.errors import InvalidInput
from lamplight.core.job.adaptation import Adaptation
from lamplight.core.job.compose import compose
from lamplight.core.job.containers import Delivery
from lamplight.core.job.course import LISTEN, Placed, Resumed, Surroundings
from lamplight.core.job.procedure import Need, Packs, Procedure, ShippedNeed, ShippedProcedure, Stand
from lamplight.core.job.steps import Aside, Step, StepKind, applies
from lamplight.core.machine.programme import Meanwhile, Use
from lamplight.core.machine.told import MANUAL_WORDS
from lamplight.core.words import words_for_ml

# What any machine may ask for while it works: its manual names them, and a tray that is full stops it.
USUAL_ASKS = (Meanwhile("tray-empty"), Meanwhile("drawer-empty"))
NAMED = re.compile(r"\{(\w+)\}")


def _has_what_is_looked_at(key: str, fitted: Collection[str]) -> bool:
    """Whether a kind has the part that an inspection is of; one that names no part is of every kind."""
    inspection = INSPECTIONS.get(key)
    return inspection is None or not inspection.parts or any(part in fitted for part in inspection.parts)


def adapt_procedure(shipped: ShippedProcedure, adaptation: Adaptation, begun: Begun | None = None) -> Procedure:
    """The procedure as it runs on one kind: steps it cannot have left out, its words filled in.

    Args:
        shipped: as its file has it.
        begun: where somebody has begun it: answers the steps from there on alone.

    Raises:
        InvalidInput: when it is not for this kind, no step is left, the kind has not the programme that it runs, or a
            step names a word, time or volume that the kind does not give.
    """
    words = {**{name: words_for_ml(ml) for name, ml in adaptation.volumes.items()}, **adaptation.words}
    plain = shipped.plain
    if not applies(shipped.fits, adaptation.traits):
        raise InvalidInput(f"“{plain.title}” cannot be done on this kind of machine. Its manual says how, or who.")
    programme = adaptation.programmes.get(plain.programme)
    standing = begun.stands if begun else _standing_already(shipped, adaptation, words)
    resumed = begun.resumed if begun else None
    course = compose(shipped.course, programme, surroundings(adaptation), standing, resumed)
    if not course.steps and begun is None:
        raise InvalidInput(f"“{plain.title}” has no step for this kind of machine.")
    steps = tuple(_adapt_step(placed, adaptation, words) for placed in course.steps)
    given = {delivery.outlet for step in steps for delivery in step.delivers}
    unheard = any(use.call == LISTEN for use in course.own)
    untold = unheard or (programme is not None and not any(use.gives for use in programme.calls))
    stands = tuple(stand for stand in course.stands if untold or given.intersection(stand.under))
    needs = [(need, words) for need in shipped.needs]
    needs += [(need, _words_of(placed, adaptation, words)) for placed in course.steps for need in _needs_of(placed)]
    return replace(
        plain,
        steps=steps,
        needs=(*_needs(needs, adaptation), *(_put_up(stand) for stand in stands)),
        stands=stands,
        own=course.own,
        inspects=tuple(key for key in plain.inspects if _has_what_is_looked_at(key, adaptation.parts)),
        settles=tuple(dict.fromkeys((*plain.settles, *(key for one in course.steps for key in one.step.settles)))),
        cautions=tuple(_fill(text, words) for text in plain.cautions),
        afterwards=_fill(plain.afterwards, words),
        starts_over=_fill((programme.starts_over if programme else "") or plain.starts_over, words),
    )


@dataclass(frozen=True)
class Begun:
    """A procedure that somebody is at.

    Attributes:
        resumed: the steps that are done.
        stands: the containers that are up.
    """

    resumed: Resumed
    stands: tuple[Stand, ...] = ()


def surroundings(adaptation: Adaptation) -> Surroundings:
    """What a course is composed for on that kind."""
    return Surroundings(
        adaptation.traits, adaptation.outlets, adaptation.calls, adaptation.cares, adaptation.volumes
    )  # fmt: skip


def _standing_already(shipped: ShippedProcedure, adaptation: Adaptation, words: Mapping[str, str]) -> tuple[Stand, ...]:
    """The containers of a procedure that names its outlets at the top, as those of before the palette do."""
    found: dict[str, Stand] = {}
    for outlet, label, when in shipped.outlets:
        meant = outlet_meant(outlet, adaptation.outlets)
        if applies(when, adaptation.traits) and meant is not None:
            found.setdefault(meant.key, Stand(meant.key, _fill(label, words), (meant.key,)))
    return tuple(found.values())


def _put_up(stand: Stand) -> Need:
    return Need("1", f"container under {stand.words}", packs=Packs.PUT_UP)


def _needs_of(placed: Placed) -> tuple[ShippedNeed, ...]:
    """What a step needs: what its call says, and the product that it puts in, for the mix that it pours."""
    use, step = placed.use, placed.step
    if use is None or step.step.kind.timed:
        return step.needs
    if step.step.kind is StepKind.POUR and not step.step.puts and use.ml is not None:
        return (*step.needs, ShippedNeed(Need("{ml}", "fresh water", packs=Packs.AT_THE_SINK)))
    poured = [use.role] if use.role and any(role == use.role for _, role in step.step.puts) else []
    return (*step.needs, *(ShippedNeed(Need("", "", role), use.ml) for role in poured))


def _needs(shipped: Iterable[tuple[ShippedNeed, Mapping[str, str]]], adaptation: Adaptation) -> tuple[Need, ...]:
    """Needs in words, each thing once; of what is used up every amount, and that first."""
    found: dict[object, Need] = {}
    for n, (need, words) in enumerate(shipped):
        if not applies(need.when, adaptation.traits):
            continue
        filled = replace(
            need.need,
            amount=_fill(need.need.amount, words),
            thing=_fill(need.need.thing, words),
            mix_ml=volume_meant(need.mix, adaptation),
        )
        found.setdefault(n if filled.role else (filled.amount, filled.thing), filled)
    return tuple(sorted(found.values(), key=lambda need: not need.role))


def volume_meant(named: int | str | None, adaptation: Adaptation) -> int | None:
    """Millilitres: as they are, or what a name of the kind stands for; None where nothing is said.

    Raises:
        InvalidInput: when the kind does not know the name.
    """
    if named is None or isinstance(named, int):
        return named
    if named not in adaptation.volumes:
        raise InvalidInput(f"The kind does not say how much “{named}” is.")
    return adaptation.volumes[named]


def _fill(text: str, words: Mapping[str, str]) -> str:
    try:
        return text.format_map(words)
    except (KeyError, IndexError, ValueError) as problem:
        raise InvalidInput(f"The kind does not say what {problem} stands for in: {text}") from problem


def _words_of(placed: Placed, adaptation: Adaptation, words: Mapping[str, str]) -> dict[str, str]:
    """All names that a step may hold: the kind's, the call's, and what is said where it is used."""
    use = placed.use
    if use is None:
        return dict(words)
    call = adaptation.calls.get(use.call)
    said_here = {"how": use.how, "over": use.over, "place": use.place}
    own = {**(call.words if call else {}), **{name: said for name, said in said_here.items() if said}}
    amount = {"ml": words_for_ml(volume_meant(use.ml, adaptation) or 0)} if use.ml is not None else {}
    known = {**words, **placed.words, **amount, "says": use.says}
    return {**known, **{name: _fill(text, known) for name, text in own.items()}}


def _duration(placed: Placed, adaptation: Adaptation) -> Duration | None:
    """The time of a step: its own, the one its call is used with, or the one that a name of the kind stands for."""
    step, use = placed.step.step, placed.use
    name: Duration | str = step.duration_name
    if use is not None and name == "minutes" and use.minutes is not None:
        name = use.minutes
    if isinstance(name, Duration):
        return name
    if use is not None and name == "minutes":  # nobody knows how long, and nobody says so
        return None
    if not name:
        return step.duration
    if name not in adaptation.durations:
        raise InvalidInput(f"The kind does not say how long “{name}” takes.")
    return adaptation.durations[name]


def _amount(placed: Placed, adaptation: Adaptation) -> int | None:
    amount = placed.step.amount
    return volume_meant(placed.use.ml if placed.use is not None and amount == "ml" else amount, adaptation)


def _asides(use: Use | None, step: Step, adaptation: Adaptation, words: Mapping[str, str]) -> tuple[Aside, ...]:
    """What the machine may ask for while it works, each adapted."""
    if use is None or step.kind is not StepKind.MACHINE:
        return ()
    call = adaptation.calls.get(use.call)
    found = []
    for meanwhile in use.asks or (USUAL_ASKS if call is not None and call.works else ()):
        asked = Use(meanwhile.call, meanwhile.says)
        call = adaptation.calls.get(meanwhile.call)
        steps = call.steps_for(asked, adaptation.traits) if call else ()
        hands = next((one for one in steps if one.step.kind is not StepKind.CHECK), None)
        if hands is not None:
            adapted = _adapt_step(Placed(hands, asked), adaptation, words)
            found.append(Aside(meanwhile.call, replace(adapted, signal=_fill(meanwhile.says, words)), meanwhile.up_to))
    return tuple(found)


def _adapt_step(placed: Placed, adaptation: Adaptation, words: Mapping[str, str]) -> Step:
    shipped, step, use = placed.step, placed.step.step, placed.use
    known = _words_of(placed, adaptation, words)
    delivers = tuple(
        Delivery(outlet, volume_meant(ml, adaptation) or 0, bursts) for outlet, ml, bursts in shipped.delivers
    )
    return replace(
        step.said(lambda text: _fill(text, known)),
        duration=_duration(placed, adaptation),
        part=_part(placed, adaptation),
        amount_ml=_amount(placed, adaptation),
        delivers=delivers,
        access=adaptation.access.get(step.access, ""),
        named=_named(placed, adaptation),
        asks=_asides(use, step, adaptation, words),
    )


def _named(placed: Placed, adaptation: Adaptation) -> tuple[str, ...]:
    """Names of words in a step that only a manual can know, and of the ways in."""
    step, use = placed.step.step, placed.use
    call = adaptation.calls.get(use.call) if use else None
    said = {"how": use.how, "over": use.over, "place": use.place} if use else {}
    own = {**(call.words if call else {}), **{name: text for name, text in said.items() if text}}
    found: list[str] = []

    def read(text: str) -> str:
        found.extend(NAMED.findall(text))
        return text

    step.said(read)
    for name in list(found):
        found += NAMED.findall(own.get(name, ""))
    manual = (name for name in found if name in MANUAL_WORDS and name in adaptation.words)
    return tuple(dict.fromkeys((*manual, *adaptation.ways.get(step.access, ()))))


def _part(placed: Placed, adaptation: Adaptation) -> str:
    """The part in hand: where a container is put, that of its outlet; else the first of the step's that is fitted."""
    shipped = placed.step
    if shipped.parts[:1] == ("outlet",) and placed.use is not None and placed.use.under:
        meant = outlet_meant(placed.use.under[0], adaptation.outlets)
        if meant is not None:
            return meant.part
    return next((part for part in shipped.parts if part in adaptation.parts), shipped.parts[0])
