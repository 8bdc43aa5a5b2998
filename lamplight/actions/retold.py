"""An open run that goes on otherwise, since its machine's own programme is another than was thought."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from lamplight.core.job.adaptation import adaptation_of
from lamplight.core.job.course import LISTEN
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.retold import Cut, calls_now, cut_at, retold
from lamplight.core.job.site_unit import in_site_unit
from lamplight.core.job.traits import forms_of
from lamplight.core.keepers.rights import Right
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Use
from lamplight.core.run.cleaners import offered_ml
from lamplight.core.run.clock import learned_steps, with_learned
from lamplight.core.run.hearing import with_water
from lamplight.core.run.rules import apply
from lamplight.core.run.state import EventKind, RunEvent
from lamplight.library import catalogue
from lamplight.sight.actor import Actor
from lamplight.sight.procedures import known_procedure
from lamplight.store.models import RunEventRow
from lamplight.store.once import taken_once
from lamplight.store.runs import RunRow, course_as_text, finished_runs, run_row
from lamplight.store.sites import SiteRow


def retell(run: RunRow, kind: Kind, own: Sequence[Use], site: SiteRow, actor: Actor, words: str) -> RunRow:
    """Let a run go on by other calls of its machine; what is done stays. Answers where it then stands.

    Args:
        kind: of the machine, as it is equipped.
        own: the machine's calls, all of them.
    """
    state = run.state
    before = with_water(state.procedure, own) if state.context.listens else state.procedure
    course = _course(run, kind, before, own, site)
    if course is None:
        return run
    known = {stand.key for stand in before.stands}
    vessels = {stand.key: offered_ml(course, stand) for stand in course.stands if stand.key not in known}
    event = RunEvent(EventKind.TOLD, actor.now, state.index, text=words, course=course, vessels=vessels)
    apply(state, event)
    actor.needs(Right.CARE)
    token = actor.token()
    with taken_once(token):
        RunEventRow.create(
            run=run.id, kind=event.kind.value, at=actor.now, step=event.step, keeper=actor.keeper_id, text=words,
            course=course_as_text(event), once=token,
        )  # fmt: skip
    told = run_row(run.id)
    assert told is not None
    return told


def _course(run: RunRow, kind: Kind, before: Procedure, own: Sequence[Use], site: SiteRow) -> Procedure | None:
    """The whole course with its rest composed anew; None where the programme is behind already."""
    adaptation = adaptation_of(kind, catalogue.defaults(), forms_of(run.state.context.products))
    cut = _cut(run, before, calls_now(before, adaptation, own))
    if cut is None:
        return None
    course = retold(before, cut, known_procedure(before.key), adaptation, own)
    learned = learned_steps(finished_runs(run.machine_id, run.item)) if not run.state.context.listens else {}
    fresh = in_site_unit(with_learned(course, learned), site.degrees)
    kept = cut.kept + cut.begun
    return replace(course, steps=(*course.steps[:kept], *fresh.steps[kept:]))


def _cut(run: RunRow, before: Procedure, now: Sequence[Use]) -> Cut | None:
    """Where the rest begins. What is listened to goes on where it stood open; after its end, it stands open again."""
    index, step = run.state.index, run.state.step
    if not run.state.context.listens:
        return cut_at(before.steps, index, before.own, now)
    return Cut(index, step.own if step is not None and step.call == LISTEN else len(now) - 1)
