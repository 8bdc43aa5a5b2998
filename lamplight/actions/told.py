"""What a keeper says of one machine that only its manual can know: confirmed, corrected, lifted to a kind of its own.

Each is a line of the log, and undone there.
"""

from __future__ import annotations

from collections.abc import Sequence

import yaml

from lamplight.actions.entries import write_entry
from lamplight.actions.retold import retell
from lamplight.actions.shared import write_shared
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.machine.kind import Kind
from lamplight.core.machine.programme import Use
from lamplight.core.machine.told import (
    ACCESS,
    Telling,
    own_words,
    place_of,
)
from lamplight.core.words import plural, required
from lamplight.library import catalogue
from lamplight.library.bounded_yaml import load_yaml
from lamplight.library.use_file import programme_as_file
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import KINDS, kind_of, kind_unmarked
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.sight.told import edition_of, programme_title, programmes_known, word_title, words_known
from lamplight.store.database import database
from lamplight.store.models import KindVersion, MachineVersion, ProgrammeTold, WordsTold
from lamplight.store.runs import RunRow, open_runs
from lamplight.store.sites import SiteRow, machines
from lamplight.store.told import place_as_data, use_as_data

LONGEST_WORDS = 600
MOST_CALLS = 80


def tell(
    site: SiteRow, view: MachineView, programme: str, telling: Telling, index: int, edition: str, actor: Actor,
    use: Use | None = None,
) -> RunRow | None:  # fmt: skip
    """Say something of one call of a machine's programme; an open run of it goes on accordingly.

    Args:
        telling: confirmed, changed, added before it, or left out.
        index: of the call, from 0; their number for one that is added at the end.
        edition: of the programme that the keeper saw.
        use: the call instead, or the one that is added.

    Raises:
        StaleStep: when the programme was changed since.
        InvalidInput: when there is no such call, or nothing would be left.
    """
    known = programmes_known(view).get(programme, ())
    if edition_of(known) != edition:
        raise StaleStep("This programme was changed meanwhile. Look at it again.")
    if not 0 <= index < len(known) + (telling is Telling.ADDED):
        raise InvalidInput("That call is not there any more. Load the page again.")
    if telling is Telling.LEFT_OUT and len(known) == 1:
        raise InvalidInput("Something must be left of the programme. Change this call instead.")
    if telling is Telling.ADDED and len(known) >= MOST_CALLS:
        raise InvalidInput(f"A programme has {MOST_CALLS} calls at most.")
    if use is not None and telling is Telling.CHANGED and use == known[index].use:
        telling = Telling.CONFIRMED
    place = place_of([call.use for call in known], index) if index < len(known) else None
    calls = [use] if use is not None and telling in (Telling.CHANGED, Telling.ADDED) else []
    said = (calls or [known[index].use])[0].call
    summary = f"{programme_title(programme)}: {_label(said)} {telling.value}"
    with database.atomic():
        entry = write_entry("told", summary, actor, view.row.id)
        ProgrammeTold.create(
            entry=entry, machine=view.row.id, programme=programme, telling=telling.value,
            place=place_as_data(place), calls=[use_as_data(one) for one in calls],
        )  # fmt: skip
        return follow(site, view.row.id, programme, actor, summary)


def follow(site: SiteRow, machine_id: int, programme: str, actor: Actor, words: str) -> RunRow | None:
    """Let the run that is open on a machine go by its programme as it is known now; None where none runs it."""
    run = next((one for one in open_runs() if one.machine_id == machine_id), None)
    if run is None or run.state.procedure.programme != programme or run.state.context.listens:
        return None
    view = machine_view(site, machine_id, actor.now)
    if view is None or programme not in view.kind.programmes:
        return None
    return retell(run, view.kind, view.kind.programmes[programme].calls, site, actor, words)


def go_by_what_counts(entry_id: int, site: SiteRow, actor: Actor) -> None:
    """Let an open run go by the programme as it is known now, after a line about it was undone or put back."""
    rows = list(ProgrammeTold.select().where(ProgrammeTold.entry == entry_id))
    for machine_id, programme in {(row.machine_id, row.programme) for row in rows}:
        with database.atomic():
            follow(site, machine_id, programme, actor, f"{programme_title(programme)}: undone or put back")


def tell_whole(view: MachineView, programme: str, calls: Sequence[Use], actor: Actor, note: str = "") -> None:
    """Keep a whole programme as this machine's own.

    Raises:
        InvalidInput: when it has no call, or too many.
    """
    if not 1 <= len(calls) <= MOST_CALLS:
        raise InvalidInput(f"A programme has between 1 and {MOST_CALLS} calls.")
    with database.atomic():
        summary = f"{programme_title(programme)}: {plural(len(calls), 'call')}, as this machine does it"
        entry = write_entry("told", summary, actor, view.row.id, note=note)
        ProgrammeTold.create(
            entry=entry, machine=view.row.id, programme=programme, telling=Telling.WHOLE.value, place=None,
            calls=[use_as_data(use) for use in calls],
        )  # fmt: skip


def confirm_all(view: MachineView, programme: str, edition: str, actor: Actor) -> None:
    """Confirm every call of a programme at once.

    Raises:
        StaleStep, InvalidInput: as `tell` does.
    """
    known = programmes_known(view).get(programme, ())
    if edition_of(known) != edition:
        raise StaleStep("This programme was changed meanwhile. Look at it again.")
    tell_whole(view, programme, [call.use for call in known], actor)


def say_words(site: SiteRow, view: MachineView, name: str, text: str, actor: Actor) -> None:
    """Say how something is called or done on this machine; the same words confirm it.

    Raises:
        InvalidInput: when the machine has no words of that name, or they are missing or too long.
    """
    known = next(iter(words_known(view, [name])), None)
    if known is None:
        raise InvalidInput("There are no such words on this machine. Load the page again.")
    text = required(text, "What it is on this machine", LONGEST_WORDS, "text")
    if "{" in text or "}" in text:
        raise InvalidInput("Leave out the curly brackets.", "text")
    verb = "confirmed" if text == known.text else "changed"
    with database.atomic():
        entry = write_entry("told", f"{word_title(name)} {verb}", actor, view.row.id)
        WordsTold.create(entry=entry, machine=view.row.id, name=name, text=text)


def lift(site: SiteRow, view: MachineView, actor: Actor) -> Kind:
    """Make what was said of this machine a kind of the keeper's own, or the keeper's own kind, which it is then of.

    A machine of a shipped kind becomes one of a copy of it; other machines of the keeper's own kind go by it too.

    Raises:
        InvalidInput: when nothing was said of this machine.
    """
    book = view.status.book
    if not book.told and not book.words:
        raise InvalidInput("Nothing is other on this machine than on its kind yet.")
    key = view.row.kind
    own = KINDS.own(key)
    data = load_yaml(own or KINDS.copied(key))
    if own is None:
        data["title"] = f"{data['title'][:66]}, as ours is"
    as_told = kind_unmarked(kind_of(key), book)
    data["programmes"] = {name: programme_as_file(one) for name, one in as_told.programmes.items()}
    words = own_words(book.words)
    here = {name: one.text for name, one in words.items() if not name.startswith(ACCESS)}
    if here:
        data["words"] = {**data.get("words", {}), **here}
    for fact in data.get("access", []):
        said = words.get(ACCESS + str(fact.get("what", "")))
        fact["how"] = said.text if said else fact["how"]
    text = yaml.safe_dump(data, sort_keys=False, allow_unicode=True, width=120)
    lifted = OWN_KINDS.read(text)
    concerned = OWN_KINDS.concerns(lifted.key)
    with database.atomic():
        said_so = f"Kind “{lifted.title}”: as {view.row.name} is"
        entry = write_shared("kind", said_so, actor, concerned, view.row.id)
        KindVersion.create(entry=entry, key=lifted.key, text=text)
        if own is None:
            row = view.row
            MachineVersion.create(
                entry=entry, machine=row.id, name=row.name, kind=lifted.key, place=row.place, serial=row.serial,
                guess_per_day=row.guess_per_day, retired=row.retired,
            )  # fmt: skip
    return lifted


def sharing(site: SiteRow, view: MachineView) -> list[str]:
    """Names of the other machines that would go by what is lifted: those of the same kind, where it is one's own."""
    if KINDS.own(view.row.kind) is None:
        return []
    return [row.name for row in machines(site.id) if row.kind == view.row.kind and row.id != view.row.id]


def _label(call: str) -> str:
    known = catalogue.palette().get(call)
    return f"“{known.label}”" if known else call
