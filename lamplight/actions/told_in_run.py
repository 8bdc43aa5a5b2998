"""What is said of the machine's programme in the middle of a run of it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from lamplight.actions.runs import answer_step
from lamplight.actions.told import say_words, tell
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.machine.told import Telling
from lamplight.core.run.rules import far_too_soon
from lamplight.core.run.state import EventKind
from lamplight.library.corrections import corrected
from lamplight.sight.actor import Actor
from lamplight.sight.listening import use_offered
from lamplight.sight.machine_view import MachineView
from lamplight.sight.runs import current_run
from lamplight.sight.told import call_in, programmes_known, words_known
from lamplight.store.database import database
from lamplight.store.runs import RunRow
from lamplight.store.sites import SiteRow


def _index(run: RunRow, view: MachineView, step: int) -> int:
    current_run(run.id)
    if not run.state.running or run.state.index != step:
        raise StaleStep("This step was answered already, perhaps on another screen.")
    index = call_in(view, run.state)
    if index < 0:
        raise InvalidInput("This step is not of the machine’s own programme.")
    return index


def confirm_step(
    site: SiteRow, run: RunRow, view: MachineView, step: int, edition: str, words: Sequence[str], actor: Actor
) -> None:
    """The machine does it like this, and these words hold on it, too.

    Raises:
        StaleStep, InvalidInput: as `lamplight.actions.told.tell` does.
    """
    with database.atomic():
        for known in words_known(view, words):
            say_words(site, view, known.name, known.text, actor)
        if call_in(view, run.state) >= 0:
            tell(site, view, run.state.procedure.programme, Telling.CONFIRMED, _index(run, view, step), edition, actor)


def correct_step(
    site: SiteRow, run: RunRow, view: MachineView, step: int, edition: str, said: Mapping[str, str], actor: Actor
) -> None:
    """The machine does it otherwise: its words, its amount, its minutes.

    Args:
        site, run, view, step: the step that is corrected.
        edition: of the programme that the keeper saw.
        said: what is other, by the names of `lamplight.library.corrections.corrected`.

    Raises:
        StaleStep, InvalidInput: as `lamplight.actions.told.tell` does; `corrected` for what cannot be so.
    """
    index = _index(run, view, step)
    use = programmes_known(view)[run.state.procedure.programme][index].use
    tell(site, view, run.state.procedure.programme, Telling.CHANGED, index, edition, actor, corrected(use, said))


def leave_out_step(site: SiteRow, run: RunRow, view: MachineView, step: int, edition: str, actor: Actor) -> None:
    """The machine does not ask for this.

    Raises:
        StaleStep, InvalidInput: as `lamplight.actions.told.tell` does.
    """
    programme = run.state.procedure.programme
    tell(site, view, programme, Telling.LEFT_OUT, _index(run, view, step), edition, actor)


def asks_otherwise(
    site: SiteRow, run: RunRow, view: MachineView, step: int, edition: str, call: str, says: str, actor: Actor
) -> None:
    """The machine asks for something else now: it comes now, before this step; after it, where the machine works.

    Raises:
        StaleStep, InvalidInput: as `lamplight.actions.told.tell` does.
    """
    index, state = _index(run, view, step), run.state
    current = state.step
    assert current is not None
    use = use_offered(view.kind, state.procedure.programme, call, says)
    begun = state.index > 0 and state.procedure.steps[state.index - 1].own == current.own
    after = current.kind.timed or begun
    with database.atomic():
        tell(site, view, state.procedure.programme, Telling.ADDED, index + after, edition, actor, use)
        if current.kind.timed and not far_too_soon(state, actor.now):
            answer_step(run.id, EventKind.ADVANCE, step, actor)
