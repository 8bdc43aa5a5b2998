"""What is told by mail: the round of the morning, the week ahead, and what is told at once."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from math import ceil

from lamplight.core.agenda.placing import minutes_left
from lamplight.core.care.first import not_known, not_known_words
from lamplight.core.diagnosis.panel_reading import lit_since
from lamplight.core.mail.alarms import Alarm, hygiene_alarms, lamp_alarm
from lamplight.core.mail.note import Note, NoteLine, NoteSection
from lamplight.core.mail.wishes import USUAL_MINUTE, NoteKind
from lamplight.core.plan.moves import moves
from lamplight.core.round.stops import sum_words
from lamplight.core.site.slots import LEAST_MINUTES, Slot
from lamplight.core.stock.usage import StockLine
from lamplight.core.words import clock_words, day_words, listed, plural, units_in_words
from lamplight.sight.agenda import Agenda
from lamplight.sight.causes import known_causes
from lamplight.sight.cupboard import products, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import PlanView, agenda_of, plan_view
from lamplight.sight.round_times import asked_in
from lamplight.sight.rounds import RoundView, round_asked
from lamplight.store.plans import announcements
from lamplight.store.sites import SiteRow, closures

MOST_LINES, MOST_MACHINES = 12, 48
WEEK_DAYS, DAYS_LOOKED_AHEAD = 7, 5
# What is ordered has come by then, and the next note in between tells of more. Ours, no source.
ORDER_DAYS = 21
# What is closed or away is told so far ahead.
AHEAD_DAYS = 21


@dataclass(frozen=True)
class Reader:
    """Whom a note is for.

    Attributes:
        keeper_id: who; None where nobody has a name.
        address: of the application, for links; without a slash at its end.
        since: when the last such note was written, or None.
    """

    keeper_id: int | None
    address: str
    since: datetime | None = None


def morning_note(site: SiteRow, now: datetime, reader: Reader) -> Note | None:
    """The round of the day, what to take, what changed; None on a day with nothing to do.

    Args:
        now: what is over is left out; the round is planned as things will stand when its time begins.
    """
    views, agenda = machine_views(site, now), agenda_of(site, now)
    slots = _slots_today(site, agenda, now, reader.keeper_id)
    for n, slot in enumerate(slots):
        seen = round_asked(site, views, asked_in(site, agenda, slot, now, reader.keeper_id), now)
        if seen.stops:
            asked = (asked_in(site, agenda, one, now, reader.keeper_id) for one in slots[n + 1 :])
            later = [line for one in asked for line in _later(site, round_asked(site, views, one, now))]
            return _morning(site, now, reader, seen, later[:MOST_LINES])
    return None


def next_morning(site: SiteRow, now: datetime, reader: Reader, minute: int) -> Note | None:
    """The next note of the morning: now where its hour has come today and something is left to do, else a later day's.

    Args:
        site, now, reader: as `morning_note` has them.
        minute: after midnight, at which it comes.
    """
    today = site.calendar.today(now)
    for ahead in range(DAYS_LOOKED_AHEAD):
        at = max(now, site.calendar.at_minute(today + timedelta(days=ahead), minute))
        note = morning_note(site, at, reader)
        if note is not None:
            return note
    return None


def trial_note(site: SiteRow, now: datetime, reader: Reader) -> Note:
    """A note that shows that mail arrives: the next of the morning, or a sentence where there is nothing to do."""
    note = next_morning(site, now, reader, USUAL_MINUTE)
    why = "You asked for this one to try whether mail arrives."
    if note is None:
        link = f"{reader.address}/"
        words = quiet_words(site, now)
        return Note(NoteKind.TRIAL, "Mail arrives", words, (), link, "Open Lamplight", why)
    return replace(note, kind=NoteKind.TRIAL, subject=f"To try: {note.subject}", why=why)


def quiet_words(site: SiteRow, now: datetime) -> str:
    """What is said where no note of the morning is due: that nothing is to be done, or how much nobody knows."""
    unknown = not_known(due for view in machine_views(site, now)[:MOST_MACHINES] for due in view.status.dues)
    if unknown:
        return f"{not_known_words(unknown).capitalize()}. Say on Today when they were done last."
    return "Nothing to do in the next days."


def _slots_today(site: SiteRow, agenda: Agenda, now: datetime, keeper_id: int | None) -> list[Slot]:
    """A keeper's times of today, as far as there is enough left of them."""
    today = site.calendar.today(now)
    return [
        slot
        for slot in agenda.slots
        if site.calendar.today(slot.start) == today
        and minutes_left(slot, now) >= LEAST_MINUTES
        and (keeper_id is None or slot.keeper in (None, keeper_id))
    ]


def _morning(site: SiteRow, now: datetime, reader: Reader, seen: RoundView, later: Sequence[NoteLine]) -> Note:
    own_s = seen.plan.hands_s + seen.plan.walk_s
    today = site.calendar.today(now)
    starts = _clock(site, seen.now)
    headline = f"{sum_words(seen.stops, own_s)} From {starts}, done by {_clock(site, seen.at(seen.plan.finish_s))}."
    taken = [
        NoteLine(
            f"{carried.line.amount} {carried.line.thing}".strip(),
            "not enough in the cupboard" if carried.there is False else "",
        )
        for carried in seen.bag
    ]
    sections = (
        NoteSection("The round", _stops(site, seen)),
        NoteSection("Take with you", tuple(taken)),
        NoteSection("Later today", tuple(later)),
        NoteSection("Not in this time", _left_out(seen)),
        NoteSection("What changed since the last note", _changed(site, seen, now, reader)),
    )
    subject = f"{day_words(today, today)}: {plural(len(_machines(seen)), 'machine')} from {starts}"
    return Note(
        NoteKind.MORNING, subject, headline, sections, f"{reader.address}/", "Open the round",
        f"This note comes on days with something to do at {site.name}.",
    )  # fmt: skip


def _machines(seen: RoundView) -> list[int]:
    return list(dict.fromkeys(stop.machine for stop in seen.stops))


def _stops(site: SiteRow, seen: RoundView) -> tuple[NoteLine, ...]:
    lines = []
    for machine in _machines(seen):
        view = seen.views[machine]
        own = [stop for stop in seen.stops if stop.machine == machine]
        titles = [share.title for stop in own for job in stop.begun for share in job.shares]
        backs = [seen.at(stop.start_s) for stop in own if not stop.first_time]
        minutes = max(1, round(sum(stop.hands_s for stop in own) / 60))
        back = f"; back at {listed([_clock(site, at) for at in backs])}" if backs else ""
        place = f", {view.row.place}" if view.row.place else ""
        detail = f"{listed(list(dict.fromkeys(titles))) or 'go on with its run'}, {minutes} min{back}"
        lines.append(NoteLine(f"{view.row.name}{place}", detail, _clock(site, seen.at(own[0].start_s))))
    return tuple(lines)


def _clock(site: SiteRow, moment: datetime) -> str:
    return f"{moment.astimezone(site.calendar.tz):%H:%M}"


def _later(site: SiteRow, seen: RoundView) -> list[NoteLine]:
    """A later round of the day, in a line a machine."""
    at = _clock(site, seen.now)
    titles: dict[int, list[str]] = {}
    for stop in seen.stops:
        titles.setdefault(stop.machine, []).extend(share.title for job in stop.begun for share in job.shares)
    return [NoteLine(seen.views[machine].row.name, listed(own), at) for machine, own in titles.items() if own]


def _left_out(seen: RoundView) -> tuple[NoteLine, ...]:
    lines = [NoteLine(f"{one.share.title} at {seen.views[one.machine].row.name}", one.why) for one in seen.not_done]
    return tuple(lines[:MOST_LINES])


def _changed(site: SiteRow, seen: RoundView, now: datetime, reader: Reader) -> tuple[NoteLine, ...]:
    """What moved in the plan, and which machines stand, since the last note."""
    since = reader.since or now - timedelta(days=1)
    lines = [
        NoteLine(f"{view.row.name}: {alarm.words}", f"since {clock_words(site.calendar.local(alarm.since), today)}")
        for view in seen.views.values()
        for today in (site.calendar.today(now),)
        for alarm in alarms_of(view)
        if alarm.since is not None and alarm.since > since
    ]
    said = [one for one in announcements(site.id) if one.made_at <= since]
    if said:
        plan = plan_view(site, machine_views(site, now), now)
        told = said[-1].at(plan.views)
        titles = {task.key: task.title for task in plan.problem.tasks}
        before = [(machine, item, site.calendar.today(start)) for machine, item, start in told.visits]
        lines += [
            NoteLine(move.words(plan.views[move.machine].row.name, plan.today))
            for move in moves(before, plan.plan, plan.problem, titles)
            if move.was is not None
        ]
    return tuple(lines[:MOST_LINES])


def alarms_of(view: MachineView) -> tuple[Alarm, ...]:
    """What is told at once of a machine."""
    causes = known_causes(view.kind)
    lamps = tuple(
        lamp_alarm(
            view.row.id,
            meaning,
            lit_since(meaning, view.whole_kind.panel, view.status, causes, view.whole_kind.traits),
        )
        for meaning in view.panel.meanings
        if meaning.pattern.halts
    )
    return lamps + hygiene_alarms(view.row.id, view.status.dues)


def at_once_note(
    site: SiteRow, alarms: Sequence[Alarm], views: Mapping[int, MachineView], now: datetime, reader: Reader
) -> Note:
    """What happened just now.

    Args:
        alarms: one or more.
        now: aware.
    """
    today = site.calendar.today(now)
    lines = []
    for alarm in alarms:
        row = views[alarm.machine].row
        since = f"since {clock_words(site.calendar.local(alarm.since), today)}" if alarm.since else ""
        place = f" ({row.place})" if row.place else ""
        lines.append(
            NoteLine(f"{row.name}{place}: {alarm.words}", " · ".join(part for part in (alarm.advice, since) if part))
        )
    names = list(dict.fromkeys(views[alarm.machine].row.name for alarm in alarms))
    first = alarms[0]
    headline = f"{names[0]}: {first.words}."
    if len(names) > 1:
        headline = f"{listed(names) if len(names) <= 3 else plural(len(names), 'machine')} want a keeper."
    elif len(alarms) > 1:
        headline = f"{names[0]} wants a keeper."
    where = f"/machines/{first.machine}" if len(names) == 1 else "/"
    return Note(
        NoteKind.AT_ONCE, headline.rstrip("."), headline, (NoteSection("Now", tuple(lines[:MOST_LINES])),),
        f"{reader.address}{where}", "Look at it",
        "Such a note comes once, when a lamp stops a machine or a limit of hygiene is passed.",
    )  # fmt: skip


def week_note(site: SiteRow, now: datetime, reader: Reader) -> Note:
    """The visits of the next seven days, what to order, and who is away."""
    views = machine_views(site, now)
    plan = plan_view(site, views, now)
    visits = _visits(site, plan, reader.keeper_id)
    orders = _orders(plan, site.id)
    unknown = not_known_words(sum(not_known(view.status.dues) for view in views[:MOST_MACHINES]))
    headline = f"{plural(len(visits), 'visit') if visits else 'No visit'} in the next seven days."
    if unknown:
        headline += f" {unknown.capitalize()}."
    if orders:
        headline += f" {plural(len(orders), 'thing')} to order."
    sections = (
        NoteSection("Visits", visits[: MOST_LINES * 2]),
        NoteSection("Order", orders),
        NoteSection("Closed and away", _away(site, plan.today)),
        NoteSection(
            "What gives way",
            tuple(NoteLine(plan.named(words)) for words in (*plan.put_off, *plan.plan.broken)[:MOST_LINES]),
        ),
    )
    return Note(
        NoteKind.WEEK, f"The week from {day_words(plan.today, plan.today)}: {plural(len(visits), 'visit')}", headline,
        sections, f"{reader.address}/plan", "Open the plan", "This look ahead comes once a week.",
    )  # fmt: skip


def _visits(site: SiteRow, plan: PlanView, keeper_id: int | None) -> tuple[NoteLine, ...]:
    end = plan.today + timedelta(days=WEEK_DAYS)
    lines = []
    for (number, machine), placed in plan.plan.visits().items():
        slot = plan.problem.slots[number]
        day = site.calendar.today(slot.start)
        if day >= end or (keeper_id is not None and slot.keeper not in (None, keeper_id)):
            continue
        titles = listed([one.task.title for one in placed])
        lines.append(
            NoteLine(plan.views[machine].row.name, titles, clock_words(site.calendar.local(slot.start), plan.today))
        )
    return tuple(lines)


def _orders(plan: PlanView, site_id: int) -> tuple[NoteLine, ...]:
    """What the plan takes until what is ordered now has come, and is not there."""
    held, known = stock_held(site_id), products()
    wanted = plan.wanted(ORDER_DAYS)
    lines = [StockLine(known[key], held.get(key), units) for key, units in sorted(wanted.items()) if key in known]
    return tuple(
        NoteLine(
            line.product.title,
            f"{units_in_words(line.amount or 0, line.product.unit)} there, about "
            f"{units_in_words(ceil(line.needed), line.product.unit)} wanted in {plural(ORDER_DAYS, 'day')}",
        )
        for line in lines
        if line.short
    )


def _away(site: SiteRow, today: date) -> tuple[NoteLine, ...]:
    end = today + timedelta(days=AHEAD_DAYS)
    lines = [
        NoteLine(row.label or "closed", "", f"{day_words(row.first, today)} to {day_words(row.last, today)}")
        for row in closures(site.id)
        if row.last >= today and row.first < end
    ]
    return tuple(lines[:MOST_LINES])
