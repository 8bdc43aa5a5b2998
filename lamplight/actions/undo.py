"""Undoing an entry of the log, and putting it back."""

from __future__ import annotations

import contextlib
from collections.abc import Iterator

from peewee import IntegrityError, fn

from lamplight.actions.shared import TOLD, tell_others
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import Right, refuse_undoing
from lamplight.core.usage.counters import backwards_pairs
from lamplight.core.words import grouped, optional
from lamplight.sight.actor import ENTRY_NEEDS, Actor
from lamplight.sight.definitions import concerned_by_entry, refuse_missing
from lamplight.sight.shared import needs_at_all
from lamplight.store.books import book
from lamplight.store.database import database
from lamplight.store.logbook import EntryRow, corrected_since, entry, facts_of, later_versions
from lamplight.store.models import Entry, SiteVersion
from lamplight.store.runs import run_of_entry

WORDS = {
    "counter_reading": ("reading", "readings"),
    "counter_restart": ("counter restart", "counter restarts"),
    "care_done": ("“last done”", "“last done” entries"),
    "cleaning": ("count of cleaning drinks", "counts of cleaning drinks"),
    "limit_version": ("own limit", "own limits"),
    "closure": ("closure", "closures"),
    "absence": ("absence", "absences"),
    "item_switch": ("switched item", "switched items"),
    "part_note": ("note about a part", "notes about parts"),
    "setup_version": ("set-up", "set-ups"),
    "water_test": ("water test", "water tests"),
    "cartridge_fit": ("filter", "filters"),
    "prompt": ("prompt", "prompts"),
    "bar_reading": ("progress bar", "progress bars"),
    "grinder_note": ("note about the grinder", "notes about the grinder"),
    "device_event": ("first drink or refill", "first drinks or refills"),
    "kind_version": ("version of a kind", "versions of a kind"),
    "procedure_version": ("version of a procedure", "versions of a procedure"),
    "product_version": ("product", "products"),
    "stock_move": ("move in the cupboard", "moves in the cupboard"),
    "price": ("price", "prices"),
    "supply_terms": ("time of delivery", "times of delivery"),
    "machine_move": ("move to another site", "moves to another site"),
    "keeper_role": ("role of a keeper", "roles of keepers"),
    "two_steps": ("way of signing in", "ways of signing in"),
    "sticker": ("sticker", "stickers"),
    "money_wish": ("way of counting money", "ways of counting money"),
    "dose_measuring": ("measuring", "measurings"),
    "dose_mark": ("mark of a mix", "marks of mixes"),
    "dose_vessel": ("vessel", "vessels"),
    "dose_trial": ("experiment", "experiments"),
    "trial_stop": ("end of an experiment", "ends of experiments"),
    "push": ("push", "pushes"),
    "put_off": ("putting off", "puttings off"),
    "truth_told": ("answer of yours", "answers of yours"),
    "inspected": ("inspection", "inspections"),
    "photo": ("photo", "photos"),
    "panel_sighting": ("sighting of a panel", "sightings of a panel"),
    "cause_tried": ("cause that was tried", "causes that were tried"),
    "programme_told": ("word about its programme", "words about its programmes"),
    "words_told": ("wording of its own", "wordings of its own"),
    "slots_version": ("set of hours for the machines", "sets of hours for the machines"),
    "walks_version": ("set of ways", "sets of ways"),
    "round": ("round", "rounds"),
    "feed_version": ("address of a calendar feed", "addresses of calendar feeds"),
    "keeper_absence": ("absence of a keeper", "absences of keepers"),
    "mail_version": ("way of sending mail", "ways of sending mail"),
    "wishes_version": ("wish about mail", "wishes about mail"),
    "plan_wish": ("wish about the plan", "wishes about the plan"),
    "plan_pin": ("day that was chosen", "days that were chosen"),
    "manual_page": ("page of the manual", "pages of the manual"),
}


def consequences(row: EntryRow) -> list[str]:
    """What else goes when an entry is undone, in sentences."""
    sentences = []
    facts = facts_of(row.id)
    counted = {name: facts[name] for name in WORDS if name in facts}
    if counted:
        parts = [f"{count} {WORDS[name][count > 1]}" for name, count in counted.items()]
        sentences.append(f"With it go {', '.join(parts)}; every figure that rests on them is worked out anew.")
    run = run_of_entry(row.id)
    if run and run.state.running:
        sentences.append("The run is still open; undoing takes it away altogether.")
    if row.kind == "machine" and row.machine_id and row.summary.endswith("added"):
        sentences.append("The machine goes from every page.")
    elif row.kind == "machine" and row.machine_id and later_versions(row.machine_id, row.id):
        sentences.append("It was changed again later; the later change stays.")
    if row.kind in ("correction", "removal"):
        sentences.append("The reading it replaced counts again.")
    return sentences


# Who may sign in is changed under People, where a passphrase is asked for, and nowhere else.
OF_PEOPLE = ("passphrase", "keeper", "access")


@contextlib.contextmanager
def _no_twins() -> Iterator[None]:
    try:
        yield
    except IntegrityError as problem:
        raise InvalidInput("Then two machines would have one name. Rename the other one first.") from problem


def _refuse_people(row: EntryRow) -> None:
    if row.kind == TOLD:
        raise InvalidInput("That only tells what was written at another site. It is undone there.")
    if row.kind in OF_PEOPLE:
        raise InvalidInput("Keepers and their passphrases are changed under People, not through the log.")


def _existing(entry_id: int) -> EntryRow:
    row = entry(entry_id)
    if row is None:
        raise InvalidInput("There is no such entry in the log.")
    return row


def undo(entry_id: int, actor: Actor, reason: str = "") -> EntryRow:
    """Mark an entry as undone; nothing is deleted.

    Args:
        entry_id: of the line of the log.
        reason: why, where it is another's.

    Raises:
        NotAllowed: as `refuse_undoing` has it.
        InvalidInput: when there is no such entry, it is about a keeper, it is undone already, it is the site's first
            entry, it defines something on which other lines rest, or the readings would run backwards without it.
    """
    with database.atomic():
        row = _existing(entry_id)
        _refuse_people(row)
        why, concerned = _may_undo(row, actor, reason), concerned_by_entry(entry_id)
        needs_at_all(actor, concerned)
        if row.undone_at is not None:
            raise InvalidInput("That entry was undone already.")
        if entry_id in _first_of_sites():
            raise InvalidInput("Where the machines stand cannot be undone. Change it there instead.")
        _refuse_corrected(row)
        with _no_twins():
            _mark(entry_id, actor, why)
        refuse_missing(entry_id)
        _refuse_disorder(row)
        tell_others(f"Undone: {row.summary}", actor, concerned)
    return _existing(entry_id)


def _first_of_sites() -> set[int]:
    first = SiteVersion.select(fn.MIN(SiteVersion.id)).group_by(SiteVersion.site)
    return {row.entry_id for row in SiteVersion.select().where(SiteVersion.id.in_(first))}


def _may_undo(row: EntryRow, actor: Actor, reason: str) -> str:
    """Answers the reason; where nobody signs in, everybody may undo everything."""
    why = optional(reason, "The reason", 300, "reason")
    if actor.site_id is not None and row.site_id != actor.site_id:
        raise NotAllowed("That was written at another site. Go there first, in the corner of the wall.")
    if actor.role is not None:
        actor.needs(ENTRY_NEEDS.get(row.kind, Right.OWN))
        refuse_undoing(actor.role, row.keeper_id == actor.keeper_id, row.recorded_at, actor.now, why)
    return why


def put_back(entry_id: int, actor: Actor) -> EntryRow:
    """Let an undone entry count again.

    Raises:
        NotAllowed: as for undoing it.
        InvalidInput: when it was not undone, it is about a keeper, what it speaks of is gone, or the readings would
            run backwards with it.
    """
    with database.atomic():
        row = _existing(entry_id)
        _refuse_people(row)
        _may_undo(row, actor, "put back")
        concerned = concerned_by_entry(entry_id)
        needs_at_all(actor, concerned)
        if row.undone_at is None:
            raise InvalidInput("That entry was not undone.")
        _refuse_corrected(row)
        with _no_twins():
            Entry.update(undone_at=None, undone_by=None, undone_why="").where(Entry.id == entry_id).execute()
        refuse_missing(entry_id)
        _refuse_disorder(row)
        tell_others(f"Counts again: {row.summary}", actor, concerned)
    return _existing(entry_id)


def _mark(entry_id: int, actor: Actor, why: str) -> None:
    marks = {"undone_at": actor.now, "undone_by": actor.keeper_id, "undone_why": why}
    Entry.update(**marks).where(Entry.id == entry_id).execute()


def _refuse_corrected(row: EntryRow) -> None:
    """A correction of a correction is taken back from its end, or two versions would count at once."""
    if row.kind in ("correction", "removal") and corrected_since(row.id):
        raise InvalidInput("That reading was corrected or removed again since. Undo the later change first.")


def _refuse_disorder(row: EntryRow) -> None:
    """Raising inside the transaction takes the mark back."""
    if row.machine_id is None:
        return
    for known in book(row.machine_id).counters.values():
        wrong = backwards_pairs(known.readings, known.restarts)
        if not wrong:
            continue
        low, high = wrong[0]
        raise InvalidInput(
            f"Then the counter would run from {grouped(low.value)} to {grouped(high.value)}. "
            "Undo or correct the readings after it first."
        )
