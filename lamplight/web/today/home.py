"""Today where there is one machine: one sentence, one button, and the days until it is in hand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from lamplight.core.care.beginning import chance_past, not_known
from lamplight.core.care.item import Due
from lamplight.core.care.looks import Look, looks_offered
from lamplight.core.site.slots import Slot, WeekSlot, minutes_at_the_end
from lamplight.core.words import day_words, listed, plural
from lamplight.sight.agenda import Agenda
from lamplight.sight.machine_view import MachineView
from lamplight.sight.rhythms import rhythms_here
from lamplight.sight.rounds import RoundView
from lamplight.web.rounds.model import moment_words

EVENING_HOUR = 17
MOST_NAMED, DAYS_SHOWN, MOST_DAYS = 3, 12, 5


@dataclass(frozen=True)
class HomeDay:
    """What is done on a day: in words, the keeper's own minutes, and why then; empty where it is known to be due."""

    day: date
    words: str
    minutes: int
    why: str


@dataclass(frozen=True)
class HomeModel:
    """The page.

    Attributes:
        sentence: what is done next, when, and how long it takes.
        why: in one or two sentences.
        days: one after another, until all is in hand.
        begins: whether much of it is not known yet.
        looks: what can be looked at in place of dates.
        read: what a reading of its counter would tell; empty where it would move nothing.
        minutes_a_day: how many minutes a day were said; 0 where nothing was, None where hours were.
    """

    sentence: str
    why: str
    days: tuple[HomeDay, ...]
    begins: bool
    looks: tuple[Look, ...]
    read: str
    minutes_a_day: int | None = None


def home_model(
    view: MachineView, agenda: Agenda, seen: RoundView, moment: datetime, said: Sequence[WeekSlot] = ()
) -> HomeModel:
    """Build the page of the only machine.

    Args:
        seen: its next round.
        moment: now.
        said: the hours that somebody said.
    """
    today = view.status.context.today
    slots = agenda.planned(view)
    days = _days_of(slots, agenda, seen, today)
    unknown = [due for due in view.status.dues if not_known(due)]
    known_by = max((days[due.item.key] for due in unknown if due.item.key in days), default=None)
    return HomeModel(
        _sentence(view, seen, agenda, slots),
        _why(view, unknown, known_by, today),
        _days(view, {key: day for key, day in days.items() if day < today + timedelta(days=DAYS_SHOWN)}, seen),
        bool(unknown),
        looks_offered(view.status.dues),
        reading_words(view, moment),
        minutes_at_the_end(said, view.status.context.calendar.hours) if said else 0,
    )


def _sentence(view: MachineView, seen: RoundView, agenda: Agenda, slots: dict[str, Slot]) -> str:
    items = [view.whole_kind.item(share.item) for job in seen.plan.done for share in job.shares]
    names = list(dict.fromkeys(item.in_a_row for item in items if item is not None))
    if names:
        minutes = max(1, round(seen.plan.hands_s / 60))
        return f"{_when(seen)}: {_named(names)}, {plural(minutes, 'minute')}."
    comes = agenda.comes_next(view)
    if comes is None:
        return "Nothing to do. Enjoy one."
    then = [due.item.in_a_row for due in view.status.dues if (own := slots.get(due.item.key)) and own.start == comes]
    return f"Nothing until {_then(seen, comes)}: {_named(then) if then else 'the daily care'}."


def _when(seen: RoundView) -> str:
    if not seen.ahead:
        return "Now"
    calendar = seen.calendar
    local, today = calendar.local(seen.now), calendar.today(seen.looked_at)
    if local.date() == today:
        return "Tonight" if local.hour >= EVENING_HOUR else f"At {local:%H:%M}"
    return f"Tomorrow, {local:%H:%M}" if local.date() == today + timedelta(days=1) else moment_words(seen, seen.now)


def _then(seen: RoundView, comes: datetime) -> str:
    """``tomorrow, 17:30``, or as any moment is said."""
    calendar = seen.calendar
    tomorrow = calendar.today(seen.looked_at) + timedelta(days=1)
    return (
        f"tomorrow, {calendar.local(comes):%H:%M}" if calendar.today(comes) == tomorrow else moment_words(seen, comes)
    )


def _named(names: Sequence[str]) -> str:
    more = len(names) - MOST_NAMED
    return listed([*names[:MOST_NAMED], f"{more} more"] if more > 1 else list(names))


def _why(view: MachineView, unknown: Sequence[Due], known_by: date | None, today: date) -> str:
    if not unknown:
        pressing = [due for due in view.status.dues if due.to_do]
        return f"{pressing[0].item.title}: {pressing[0].reasons[0].rstrip('.')}." if pressing else ""
    by = f"; by {day_words(known_by, today)} it is in hand" if known_by else ""
    if len(unknown) * 2 < len([due for due in view.status.dues if not due.covered_by]):
        return f"Of {plural(len(unknown), 'thing')} nobody knows when they were done last{by}."
    return f"Nobody knows when this machine was last cared for. What goes bad first comes first{by}."


def _days_of(slots: dict[str, Slot], agenda: Agenda, seen: RoundView, today: date) -> dict[str, date]:
    """The day of each item: what the next round has no time for comes in the one after it."""
    done = {share.item for job in seen.plan.done for share in job.shares}
    after = next((slot for slot in agenda.slots if slot.start >= seen.until), None)
    found = dict.fromkeys(done, max(today, seen.calendar.today(seen.now)))
    for key, slot in slots.items():
        if key not in done:
            crowded = slot.start <= seen.now and after is not None
            found[key] = max(today, (after if crowded and after else slot).start.date())
    return found


def _days(view: MachineView, days: dict[str, date], seen: RoundView) -> tuple[HomeDay, ...]:
    by_day: dict[date, list[Due]] = {}
    for due in view.status.dues:
        if due.item.key in days:
            by_day.setdefault(days[due.item.key], []).append(due)
    found: list[HomeDay] = []
    for day, dues in sorted(by_day.items())[:MOST_DAYS]:
        why = _why_then(view, dues)
        told = any(why and " in 10 " in one.why for one in found)  # the first such day says it for all
        found.append(
            HomeDay(day, _named([due.item.in_a_row for due in dues]), _minutes(view, dues, seen), "" if told else why)
        )
    return tuple(found)


def _minutes(view: MachineView, dues: Sequence[Due], seen: RoundView) -> int:
    """The keeper's own for a day: of what the next round does, as that has it."""
    done = {share.item for job in seen.plan.done for share in job.shares}
    rest = sum(view.own_seconds(due) for due in dues if due.item.key not in done)
    in_round = seen.plan.hands_s if any(due.item.key in done for due in dues) else 0
    return max(1, round((rest + in_round) / 60))


def _why_then(view: MachineView, dues: Sequence[Due]) -> str:
    unknown = [due for due in dues if not_known(due)]
    if not unknown:
        return ""
    if any(due.item.hygiene for due in unknown):
        return "goes bad first"
    known = rhythms_here(view, view.status.context.today)
    chances = [chance_past(known[due.item.key].interval_days) for due in unknown if due.item.key in known]
    late = round(10 * max(chances, default=0.0))
    return f"{late} in 10 are late" if late else ""


def reading_words(view: MachineView, moment: datetime) -> str:
    """What a reading of its counter would tell: the widest date of what comes next; empty where it moves none."""
    if view.status.context.cumulative.last is not None and moment - view.status.context.cumulative.last < FRESH:
        return ""
    today = view.status.context.today
    spans = [
        (state.passage.late - state.passage.early, due, state.passage)
        for due in view.status.dues
        for state in (due.first,)
        if state is not None and state.counted and not due.to_do and not due.covered_by
        and state.passage.early and state.passage.late and state.passage.early <= today + timedelta(days=DAYS_SHOWN)
    ]  # fmt: skip
    if not spans:
        return ""
    width, due, passage = max(spans, key=lambda span: (span[0], span[1].item.key))
    if width < WORTH_READING or passage.early is None or passage.late is None:
        return ""
    early, late = day_words(max(passage.early, today), today), day_words(passage.late, today)
    return f"Read its counter: {due.item.in_a_row} is due between {early} and {late}."


# A counter is asked for where it was not read for a day, and where it moves a date by more than so much.
FRESH, WORTH_READING = timedelta(days=1), timedelta(days=2)
