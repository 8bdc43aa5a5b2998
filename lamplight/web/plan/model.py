"""The plan as the page shows it: weeks on a line, the visit that is looked at, and what moved."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from math import ceil

from flask import url_for
from markupsafe import Markup

from lamplight.core.care.first import not_known, not_known_words
from lamplight.core.plan.moves import Price, visit_price
from lamplight.core.plan.problem import Planned, visit_minutes
from lamplight.core.site.slots import Slot
from lamplight.core.words import day_words, listed, plural, span_words
from lamplight.drawing.weeks import DayHung, Tag, week_line
from lamplight.sight.plan import PlanView
from lamplight.sight.shelves import Shelf
from lamplight.sight.weeks import WEEKS, daily_rounds

# By machine and item, by the number of the time from now, which shelf has too little.
Empty = Mapping[tuple[int, str], Mapping[int, Shelf]]
MOST_MOVED = 6
# So many visits hang from a day; the others are told in the list.
MOST_TAGS = 8
# How far from its day the price of a visit is told.
DAYS_AROUND = 10


@dataclass(frozen=True)
class VisitLine:
    """What is done at one machine in one slot.

    Attributes:
        machine_id, name: which.
        slot: when.
        placed: what is done.
        minutes: the keeper's.
        pinned: whether a keeper chose the day.
        lacks: what the cupboard has too little of by then, in sentences.
    """

    machine_id: int
    name: str
    slot: Slot
    placed: tuple[Planned, ...]
    minutes: int
    pinned: bool
    lacks: tuple[str, ...] = ()

    @property
    def titles(self) -> str:
        """What is done, in words."""
        return listed([one.task.title for one in self.placed])


@dataclass(frozen=True)
class Choice:
    """Another time for the visit that is looked at, and what it would mean."""

    slot: Slot
    price: Price
    words: str


@dataclass(frozen=True)
class PlanModel:
    """The page.

    Attributes:
        view: what it is made of.
        headline, said: in a few words, and what else is worth knowing.
        weeks: the drawings.
        visits: the same as a table.
        chosen: the visit that is looked at, or None.
        reasons: why each thing is done when it is, of that visit.
        choices: other times for it.
        moved: what moved, in sentences.
        broken: limits that give way, in sentences.
        day: one day by itself; None where nothing is planned.
    """

    view: PlanView
    headline: str
    said: str
    weeks: tuple[Markup, ...]
    visits: tuple[VisitLine, ...]
    chosen: VisitLine | None
    reasons: tuple[tuple[str, str], ...]
    choices: tuple[Choice, ...]
    moved: tuple[str, ...]
    broken: tuple[str, ...]
    day: OneDay | None = None


@dataclass(frozen=True)
class Looked:
    """What is looked at of a plan.

    Attributes:
        machine, start: the visit, or None.
        day: only what is done on a date, in the list; None for all.
        keeper: only what lies in somebody's hours, or in anybody's; None for all.
    """

    machine: int | None = None
    start: datetime | None = None
    day: date | None = None
    keeper: int | None = None


def plan_model(view: PlanView, closed: dict[date, str], looked: Looked, empty: Empty | None = None) -> PlanModel:
    """The page.

    Args:
        closed: why nothing is done on a date.
        empty: which times of which job find too little in the cupboard.
    """
    lacks = _lacks(view, empty or {})
    visits = tuple(
        _visit(slot, number, placed, view, lacks.get((slot, number), ()))
        for (slot, number), placed in view.plan.visits().items()
        if looked.keeper is None or view.problem.slots[slot].keeper in (None, looked.keeper)
    )
    start = looked.start
    chosen = next((one for one in visits if one.machine_id == looked.machine and one.slot.start == start), None)
    choices = _choices(chosen, view) if chosen else ()
    minutes = view.plan.minutes(view.problem)
    moved = tuple(move.words(view.views[move.machine].row.name, view.today) for move in view.moved)
    model = PlanModel(
        view,
        _headline(visits, view),
        _said(minutes, view),
        tuple(_weeks(view, visits, closed, chosen, choices)),
        tuple(one for one in visits if looked.day in (None, one.slot.start.date())),
        chosen,
        tuple((one.task.title, _reason(one, view)) for one in chosen.placed) if chosen else (),
        choices,
        moved or (view.known.moved if view.known and view.fresh else ()),
        tuple(view.named(sentence) for sentence in (*view.put_off, *view.plan.broken)),
    )
    return replace(model, day=one_day(model, visits, looked.day))


def _said(minutes: float, view: PlanView) -> str:
    daily = sum(one.minutes for one in daily_rounds(view.daily).values())
    beside = f", and {span_words(daily)} of daily work" if daily else ""
    return f"{span_words(minutes)} of yours in {plural(WEEKS, 'week')}{beside}, ways counted."


@dataclass(frozen=True)
class OneDay:
    """A day of the plan by itself, as a phone shows it: its visits, its daily work, and the days beside it."""

    day: date
    visits: tuple[VisitLine, ...]
    daily: tuple[tuple[Slot, str], ...]
    before: date | None
    after: date | None

    @property
    def by_time(self) -> list[tuple[datetime, list[str], list[VisitLine]]]:
        """Each time of the day, with its daily work and its visits."""
        starts = sorted({slot.start for slot, _ in self.daily} | {visit.slot.start for visit in self.visits})
        return [
            (
                start,
                [words for slot, words in self.daily if slot.start == start],
                [visit for visit in self.visits if visit.slot.start == start],
            )
            for start in starts
        ]


def one_day(model: PlanModel, every: Sequence[VisitLine], wished: date | None) -> OneDay | None:
    """The day that is wished for, else the first on which something is done; None where nothing is.

    Args:
        every: the visits of all days.
    """
    daily = daily_lines(model.view, 7 * WEEKS)
    days = sorted({visit.slot.start.date() for visit in every} | {slot.start.date() for slot, _ in daily})
    if not days:
        return None
    day = wished if wished in days else days[0]
    place = days.index(day)
    return OneDay(
        day,
        tuple(visit for visit in every if visit.slot.start.date() == day),
        tuple((slot, words) for slot, words in daily if slot.start.date() == day),
        days[place - 1] if place else None,
        days[place + 1] if place + 1 < len(days) else None,
    )


def daily_lines(view: PlanView, days: int = 7) -> list[tuple[Slot, str]]:
    """The daily work of the next days, slot by slot, in words."""
    found = []
    for number, daily in daily_rounds(view.daily).items():
        slot = view.problem.slots[number]
        if slot.start.date() < view.today + timedelta(days=days):
            found.append((slot, f"{ceil(daily.minutes)} min at {plural(len(daily.machines), 'machine')}"))
    return found


def _headline(visits: Sequence[VisitLine], view: PlanView) -> str:
    if not visits:
        unknown = not_known_words(sum(not_known(own.status.dues) for own in view.views.values()))
        return (
            f"No visit planned in the next four weeks: {unknown}."
            if unknown
            else "Nothing to plan in the next four weeks."
        )
    return f"{plural(view.plan.openings, 'opening')} in the next four weeks."


def _lacks(view: PlanView, empty: Empty) -> dict[tuple[int, int], tuple[str, ...]]:
    """What each visit would find too little of, by slot and machine: the first visit of a job is its next time."""
    number: dict[tuple[int, str], int] = {}
    found: dict[tuple[int, int], tuple[str, ...]] = {}
    for (slot, machine), placed in sorted(view.plan.visits().items(), key=lambda visit: visit[0]):
        for one in placed:
            shelf = empty.get(one.task.key, {}).get(number.get(one.task.key, 0))
            number[one.task.key] = number.get(one.task.key, 0) + 1
            if shelf is not None:
                found[slot, machine] = (*found.get((slot, machine), ()), _lack(one, shelf, view.today))
    return found


def _lack(one: Planned, shelf: Shelf, today: date) -> str:
    order_by = shelf.cover.order_by if shelf.cover else None
    when = "now" if order_by is None or order_by <= today else f"by {day_words(order_by, today)}"
    name = shelf.product.title
    return f"Not enough {name[:1].lower()}{name[1:]} by then for {one.task.title.lower()}: order {when}."


def _visit(slot: int, machine: int, placed: Sequence[Planned], view: PlanView, lacks: tuple[str, ...]) -> VisitLine:
    minutes = visit_minutes([one.task for one in placed], view.problem.costs)
    return VisitLine(
        machine,
        view.views[machine].row.name,
        view.problem.slots[slot],
        tuple(placed),
        round(minutes),
        any(one.pinned(view.problem) for one in placed),
        lacks,
    )


def _reason(one: Planned, view: PlanView) -> str:
    """Why it is done on that day."""
    term, day = one.term, view.problem.day(one.slot)
    if one.pinned(view.problem):
        return "You chose this day."
    if term.waits:
        return f"It waits for {term.waits}."
    if term.due:
        return f"It is due: {term.why}."
    what = "lamp" if term.lamp else "limit"
    risk = f"from {day_words(term.best_before + timedelta(days=1), view.today)} on its {what} may come first"
    if term.latest is not None:
        risk = f"not later than {day_words(term.latest, view.today)}"
    return f"Worth it from {day_words(term.earliest, view.today)}, {risk}." + (
        f" {(term.best_before - day).days} days early, to share the visit." if (term.best_before - day).days > 2 else ""
    )


def _choices(chosen: VisitLine, view: PlanView) -> tuple[Choice, ...]:
    """Other times of day and dates around it, with what each would mean."""
    planned = chosen.slot.start.date()
    found = []
    for slot in view.problem.slots:
        day = slot.start.date()
        if slot.start != chosen.slot.start and abs((day - planned).days) <= DAYS_AROUND:
            told = visit_price(chosen.placed, day)
            found.append(Choice(slot, told, told.words(planned)))
    later = [choice for choice in found if choice.slot.start > chosen.slot.start]
    # The nearest later one stands first; the others follow in order.
    return tuple(later[:1] + [choice for choice in found if choice not in later[:1]])


def _weeks(
    view: PlanView,
    visits: Sequence[VisitLine],
    closed: dict[date, str],
    chosen: VisitLine | None,
    choices: Sequence[Choice],
) -> list[Markup]:
    monday = view.today - timedelta(days=view.today.weekday())
    first = [view.problem.slots[0].start.date()] if view.problem.slots else []
    weeks: list[Markup] = []
    count = WEEKS + (1 if view.today.weekday() else 0)
    while len(weeks) < count:
        days = [_day(monday + timedelta(days=n), view, visits, closed, chosen, choices) for n in range(7)]
        if monday + timedelta(days=6) >= (first[0] if first else view.today) or any(day.tags for day in days):
            weeks.append(week_line(days, f"{monday:%-d %b}", f"Week of {monday:%-d %B}"))
        else:
            count -= 1
        monday += timedelta(days=7)
    return weeks


def _day(
    day: date,
    view: PlanView,
    visits: Sequence[VisitLine],
    closed: dict[date, str],
    chosen: VisitLine | None,
    choices: Sequence[Choice],
) -> DayHung:
    own = [visit for visit in visits if visit.slot.start.date() == day]
    # The visit that is looked at hangs among those that are shown.
    shown = sorted(own, key=lambda visit: (visit is not chosen, visit.slot.start))[:MOST_TAGS]
    tags = [_tag(visit, chosen) for visit in sorted(shown, key=own.index)]
    if len(own) > len(shown):
        more = f"{len(own) - len(shown)} more"
        href = url_for("plan.page", day=day.isoformat(), _anchor="table-title")
        tags.append(Tag(more, (), "", href, f"{more} on {day:%a %-d %b}, in the list"))
    slots = [slot for slot in view.problem.slots if slot.start.date() == day]
    beyond = day >= view.problem.end
    worth = chosen is not None and any(one.term.earliest <= day <= one.term.best_before for one in chosen.placed)
    here = [choice for choice in choices if choice.slot.start.date() == day]
    same = [choice for choice in here if chosen and choice.slot.start.time() == chosen.slot.start.time()]
    target = next(iter(same or here), None)
    return DayHung(
        day,
        sum(slot.minutes for slot in slots),
        tags,
        closed.get(day, ""),
        day < view.today or beyond,
        worth,
        (target.slot.start.isoformat(), target.words) if target else None,
    )


def _tag(visit: VisitLine, chosen: VisitLine | None) -> Tag:
    circuits = list(dict.fromkeys(one.task.circuit for one in visit.placed))
    href = url_for("plan.page", machine=visit.machine_id, at=visit.slot.start.isoformat())
    label = f"{visit.name}, {visit.slot.start:%a %-d %b %H:%M}: {visit.titles}, {visit.minutes} min"
    label = " ".join([f"{label}.", *visit.lacks]) if visit.lacks else label
    return Tag(
        visit.name, circuits, f"{visit.slot.start:%H:%M}", href, label, visit.pinned, visit is chosen, bool(visit.lacks)
    )
