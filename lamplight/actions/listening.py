"""Following a machine whose programme nobody knows, and writing down what it asks for and does."""

from __future__ import annotations

from lamplight.actions.retold import retell
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.course import LISTEN
from lamplight.core.keepers.rights import Right
from lamplight.core.machine.programme import Use
from lamplight.core.run.hearing import heard_calls, listens, may_take_back, waits_for_a_call
from lamplight.core.run.rules import apply
from lamplight.core.run.state import EventKind, RunEvent
from lamplight.library import catalogue
from lamplight.sight.actor import Actor
from lamplight.sight.listening import use_offered
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view
from lamplight.sight.runs import current_run
from lamplight.store.database import database
from lamplight.store.models import RunEventRow
from lamplight.store.once import taken_once
from lamplight.store.runs import RunRow, run_row
from lamplight.store.sites import SiteRow

OFFERED_FIRST = 6


def _open(run_id: int, step: int, site: SiteRow, actor: Actor) -> tuple[RunRow, MachineView]:
    run = current_run(run_id)
    if not run.state.running or run.state.index != step:
        raise StaleStep("This step was answered already, perhaps on another screen.")
    view = machine_view(site, run.machine_id, actor.now)
    if view is None:
        raise InvalidInput("There is no such machine.")
    return run, view


def hear(run_id: int, step: int, call: str, site: SiteRow, actor: Actor, says: str = "", how: str = "") -> RunRow:
    """The machine asks for something, or does something: it is written down, and the run shows how it is done.

    Raises:
        StaleStep: when the step is not the current one.
        InvalidInput: when it is not being listened to now, or there is no such call.
    """
    with database.atomic():
        run, view = _open(run_id, step, site, actor)
        if not waits_for_a_call(run.state):
            raise InvalidInput("Do first what this step says, then touch what comes next.")
        use = use_offered(view.kind, run.state.procedure.programme, call, says, how)
        if run.state.step is not None and run.state.step.call != LISTEN:
            run = _advance(run, actor)
        calls = (*heard_calls(run.state), use, Use(LISTEN))
        return retell(run, view.kind, calls, site, actor, _label(call))


def hear_the_end(run_id: int, step: int, site: SiteRow, actor: Actor) -> RunRow:
    """The machine's programme is over: what we do after it comes.

    Raises:
        StaleStep, InvalidInput: as `hear` does.
    """
    with database.atomic():
        run, view = _open(run_id, step, site, actor)
        if not waits_for_a_call(run.state):
            raise InvalidInput("Do first what this step says.")
        if run.state.step is not None and run.state.step.call != LISTEN:
            run = _advance(run, actor)
        calls = heard_calls(run.state)
        if not calls:
            raise InvalidInput("Nothing was heard yet. Touch what the machine asks for, or give the run up.")
        return retell(run, view.kind, calls, site, actor, "The programme is over")


def hear_on(run_id: int, step: int, site: SiteRow, actor: Actor) -> RunRow:
    """The programme was not over after all: it is listened to again.

    Raises:
        StaleStep, InvalidInput: as `hear` does.
    """
    with database.atomic():
        run, view = _open(run_id, step, site, actor)
        if not run.state.context.listens or listens(run.state):
            raise InvalidInput("It is being listened to already.")
        return retell(run, view.kind, (*heard_calls(run.state), Use(LISTEN)), site, actor, "It goes on after all")


def take_back(run_id: int, step: int, site: SiteRow, actor: Actor) -> RunRow:
    """What was heard last was another thing: it is as if nobody had touched it.

    Raises:
        StaleStep: when the step is not the current one.
        InvalidInput: when something of it is done already.
    """
    with database.atomic():
        run, view = _open(run_id, step, site, actor)
        if not may_take_back(run.state):
            raise InvalidInput("That is under way already. Go on, and leave it out at the end.")
        return retell(run, view.kind, (*heard_calls(run.state)[:-1], Use(LISTEN)), site, actor, "Not that")


def water_came(run_id: int, step: int, outlet: str, site: SiteRow, actor: Actor) -> RunRow:
    """Water was seen at an outlet while the machine works.

    Raises:
        StaleStep: when the step is not the current one.
        InvalidInput: when the machine has no such outlet, or does not work now.
    """
    with database.atomic():
        run, view = _open(run_id, step, site, actor)
        if not any(one.key == outlet for one in view.kind.outlets):
            raise InvalidInput("This machine has no such outlet.")
        event = RunEvent(EventKind.CAME, actor.now, step, text=outlet)
        apply(run.state, event)
        return _written(run, event, actor)


def _advance(run: RunRow, actor: Actor) -> RunRow:
    event = RunEvent(EventKind.ADVANCE, actor.now, run.state.index)
    apply(run.state, event)
    return _written(run, event, actor)


def _written(run: RunRow, event: RunEvent, actor: Actor) -> RunRow:
    actor.needs(Right.DO)
    token = actor.token()
    with taken_once(token):
        RunEventRow.create(
            run=run.id, kind=event.kind.value, at=event.at, step=event.step, keeper=actor.keeper_id, text=event.text,
            once=token,
        )  # fmt: skip
    after = run_row(run.id)
    assert after is not None
    return after


def _label(call: str) -> str:
    return catalogue.palette()[call].label
