"""What Lamplight does by itself: plans anew once facts have changed, and tells keepers by mail."""

from __future__ import annotations

import logging
from collections.abc import Callable, Sequence
from dataclasses import astuple
from datetime import datetime, timedelta
from functools import partial

from lamplight.actions.mail_settings import FROM_ITSELF, NONE, SERVER
from lamplight.actions.outbox import TRIAL_GOOD_FOR, Delivered, HandOver, deliver, tidy, write_mail
from lamplight.actions.planning import announce
from lamplight.actions.troubles import going_on
from lamplight.core.mail.alarms import Alarm
from lamplight.core.mail.outbox import AT_ONCE_GOOD_FOR
from lamplight.core.mail.wishes import DueNote, NoteKind, is_away, notes_due
from lamplight.core.moment import BACK
from lamplight.core.words import write_in
from lamplight.sight.cache import kept
from lamplight.sight.guests import guest_alarms
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import find_out, machine_views
from lamplight.sight.notes import Reader, alarms_of, at_once_note, morning_note, trial_note, week_note
from lamplight.sight.plan import plan_stands
from lamplight.store.changes import edition
from lamplight.store.database import database, why_not_writable
from lamplight.store.logbook import last_written
from lamplight.store.mail import MailSettings, WishesRow, keys_told, last_note, mail_settings, seen_by, wishes_rows
from lamplight.store.plans import announced
from lamplight.store.rights import keeper_names
from lamplight.store.rounds import keepers_away
from lamplight.store.sites import SiteRow, sites

LOG = logging.getLogger("lamplight")
# A keeper who is typing is let finish, and a busy day does not keep the computer planning.
QUIET, BETWEEN_PLANS = timedelta(minutes=3), timedelta(minutes=10)
# Where nothing was written, limits of hygiene are looked after this often.
LOOK_EVERY_MIN = 5
SECONDS_TO_LOOK = 4.0
USUAL_ADDRESS = "http://127.0.0.1:8000"

# Answers how messages of a site are handed over under these settings.
Post = Callable[[MailSettings, int], HandOver]


def notify(post: Post, now: datetime, started_at: str = USUAL_ADDRESS) -> Delivered:
    """Write every note whose hour has come and every alarm that is new, and send what waits.

    Args:
        post: answers how messages are handed over.
        now: aware. Under a clock that runs behind what was written nothing is told.
        started_at: the application's address where keepers said no other, for links.
    """
    last = last_written()
    if last and now < last - BACK:
        return Delivered()
    done = []
    for site in sites():
        work = partial(_notify, site, post, now, started_at)
        done.append(going_on(site, f"The mail of {site.name}", now, started_at, work, Delivered()))
    if any(one.sent for one in done):
        tidy(now)
    return Delivered(*(sum(counts) for counts in zip(*map(astuple, done), strict=True)))


def _notify(site: SiteRow, post: Post, now: datetime, started_at: str) -> Delivered:
    settings = mail_settings(site.id)
    if settings is None or settings.way == NONE:
        return Delivered()
    write_in(site.language)
    wishes, address = wishes_rows(site.id), settings.address or started_at
    alarms: list[Alarm] | None = None
    if any(row.wishes.at_once for row in wishes):
        look = partial(_alarms, site, now)
        alarms = going_on(site, "The look at what is told at once", now, address, look, None)
    names = keeper_names(site.id)
    for row in wishes:  # what cannot be told to one is told to the others all the same
        whose = names.get(row.keeper_id or 0, "whoever keeps the machines")
        going_on(site, f"The note to {whose}", now, address, partial(_write_due, site, row, address, now), None)
        if row.wishes.at_once and alarms:
            write = partial(_write_alarms, site, row, alarms, address, now)
            going_on(site, f"The note at once to {whose}", now, address, write, None)
    current = None if alarms is None else [alarm.key for alarm in alarms]
    sender = settings.sender if settings.way == SERVER else FROM_ITSELF
    return deliver(site, sender, address, current, post(settings, site.id), now)


def _alarms(site: SiteRow, now: datetime) -> list[Alarm]:
    """What is told at once, looked for anew when something was written and every few minutes."""
    state = edition(database)
    span = now.replace(minute=now.minute - now.minute % LOOK_EVERY_MIN, second=0, microsecond=0)

    def own(view: MachineView) -> tuple[Alarm, ...]:
        rests_on = state and (state.of_machine(view.row.id), site, span)
        return kept(("alarms", view.row.id), rests_on, lambda: alarms_of(view))

    def look() -> list[Alarm]:
        views = machine_views(site, now)
        told = guest_alarms([view.row for view in views])
        return [*told, *(alarm for view in views if view.may_alarm for alarm in own(view))]

    return kept(("alarms of", site.id), state and (state.whole, site, span), look)


def _write_due(site: SiteRow, row: WishesRow, address: str, now: datetime) -> None:
    """The notes by the clock."""
    away = keepers_away(site.id)
    due = notes_due(row.wishes, row.keeper_id, now, site.calendar, away)
    told = keys_told(site.id, row.keeper_id) if due else set()
    for one in due:
        if one.key in told or _asked_lately(site, row, one, now):
            continue
        reader = Reader(row.keeper_id, address, last_note(site.id, row.keeper_id, one.kind))
        note = week_note(site, now, reader) if one.kind is NoteKind.WEEK else morning_note(site, now, reader)
        if note is not None:
            write_mail(site, row, note, [one.key], one.until, address, now)


def _asked_lately(site: SiteRow, row: WishesRow, due: DueNote, now: datetime) -> bool:
    """Whether it was found already that there is nothing to do today; asked again when something was written."""
    state = edition(database)
    before: set[object] = kept(("nothing to do", site.id, row.keeper_id, due.key), state and (state.whole, site), set)
    found = "nothing" in before and now.minute % LOOK_EVERY_MIN != 0
    before.add("nothing")
    return found


def _write_alarms(site: SiteRow, row: WishesRow, alarms: Sequence[Alarm], address: str, now: datetime) -> None:
    """What is new to a keeper, in one mail; not what they wrote down themselves."""
    if is_away(row.keeper_id, site.calendar.today(now), keepers_away(site.id)):
        return
    told = keys_told(site.id, row.keeper_id)
    fresh = [alarm for alarm in alarms if alarm.key not in told and not _own(alarm, row.keeper_id)]
    if not fresh:
        return
    views = {view.row.id: view for view in machine_views(site, now)}
    note = at_once_note(site, fresh, views, now, Reader(row.keeper_id, address))
    write_mail(site, row, note, [alarm.key for alarm in fresh], now + AT_ONCE_GOOD_FOR, address, now)


def _own(alarm: Alarm, keeper_id: int | None) -> bool:
    return keeper_id is not None and alarm.since is not None and seen_by(alarm.machine, alarm.since) == keeper_id


def write_trial(site: SiteRow, row: WishesRow, address: str, now: datetime) -> None:
    """Write a mail that shows that everything works: the note of the morning, where there is one."""
    note = trial_note(site, now, Reader(row.keeper_id, address))
    write_mail(site, row, note, [f"trial {now.isoformat()}"], now + TRIAL_GOOD_FOR, address, now)


def look_around(now: datetime) -> int:
    """Look at machines that no page has reached yet, a while; answers how many are left."""
    known = sites()
    return sum(
        going_on(
            site, f"The look at the machines of {site.name}", now, USUAL_ADDRESS,
            partial(find_out, site, now, SECONDS_TO_LOOK / len(known)), 0,
        )
        for site in known
    )  # fmt: skip


def plan_anew(now: datetime) -> bool:
    """Announce the plan anew where facts changed and nobody is typing; answers whether it was."""
    last = last_written()
    if last is not None and abs(now - last) < QUIET:
        return False
    made = False
    for site in sites():
        work = partial(_plan_anew, site, now)
        made |= going_on(site, f"The plan of {site.name}", now, USUAL_ADDRESS, work, False)
    return made


def _plan_anew(site: SiteRow, now: datetime) -> bool:
    known = announced(site.id)
    if known is not None and abs(now - known.made_at) < BETWEEN_PLANS:
        return False
    if plan_stands(site, now):
        return False
    views: list[MachineView] = machine_views(site, now)
    if not views:
        return False
    announce(site, views, now)
    return True


def by_itself(post: Post, now: Callable[[], datetime], started_at: str = USUAL_ADDRESS) -> None:
    """One turn of everything; what goes wrong is told in the server's log, and tried again the next time."""
    with database.connection_context():
        if why_not_writable() is not None:
            return  # what cannot be written down would be done again and again
        for work in (look_around, partial(notify, post, started_at=started_at), plan_anew):
            try:
                work(now())
            except Exception:  # beside any one site; the next turn tries again
                LOG.exception("Not done by itself this time")
