"""What moved between two plans, and what it would cost to move a visit: in words."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import zip_longest

from lamplight.core.plan.problem import Plan, Planned, PlanProblem
from lamplight.core.plan.terms import Term
from lamplight.core.words import day_words, plural


@dataclass(frozen=True)
class Moved:
    """A care item that was announced for one day and is planned for another.

    Attributes:
        machine, item, title: which.
        was, now: the dates; None where it was not announced, or is no longer planned.
        why: the reason, in words, or empty.
    """

    machine: int
    item: str
    title: str
    was: date | None
    now: date | None
    why: str = ""

    def words(self, name: str, today: date) -> str:
        """``Filter change at Hall from Wed 2 Dec to Thu 3 Dec``."""
        what = f"{self.title} at {name}"
        if self.was is None:
            return f"{what} is new, {day_words(self.now or today, today)}"
        if self.now is None:
            return f"{what} is no longer wanted on {day_words(self.was, today)}"
        why = f": {self.why}" if self.why else ""
        return f"{what} from {day_words(self.was, today)} to {day_words(self.now, today)}{why}"


def moves(
    before: Iterable[tuple[int, str, date]], plan: Plan, problem: PlanProblem, titles: Mapping[tuple[int, str], str]
) -> tuple[Moved, ...]:
    """What is other than was announced, of what lies ahead; turns of an item are compared in order.

    Args:
        before: machine, item and date of what was announced.
        titles: of the items, by machine and key.
    """
    was: dict[tuple[int, str], list[date]] = {}
    for machine, item, day in sorted(before, key=lambda one: one[2]):
        if problem.today <= day < problem.end:
            was.setdefault((machine, item), []).append(day)
    now: dict[tuple[int, str], list[date]] = {}
    terms: dict[tuple[int, str, date], Planned] = {}
    times = {problem.day(slot) for slot in range(len(problem.slots))}
    for one in plan.planned:
        now.setdefault(one.key, []).append(problem.day(one.slot))
        terms[*one.key, problem.day(one.slot)] = one
    found = []
    for key in sorted(was.keys() | now.keys()):
        old, new = was.get(key, []), now.get(key, [])
        gone, come = [day for day in old if day not in new], [day for day in new if day not in old]
        for was_day, now_day in zip_longest(gone, come):
            placed = terms.get((*key, now_day)) if now_day is not None else None
            why = _why(placed, was_day, problem, times) if placed is not None and was_day is not None else ""
            found.append(Moved(*key, titles.get(key, key[1]), was_day, now_day, why))
    return tuple(found)


def _why(placed: Planned, was: date, problem: PlanProblem, times: Collection[date]) -> str:
    """Why a turn does not lie where it was announced."""
    term, today = placed.term, problem.today
    if placed.pinned(problem):
        return "you chose that day"
    if term.waits:
        return f"it waits for {term.waits}"
    if was not in times:
        return "nobody has time for the machines on that day any more"
    if was < term.earliest:
        return f"it is worth it from {day_words(term.earliest, today)} on"
    if was > term.best_before:
        return f"its limit may come from {day_words(term.best_before, today)} on"
    return "that spares ways or openings"


# From which chance on something may come first, and from which it likely does. Ours, no source.
MAY_BE, LIKELY = 0.1, 0.5


@dataclass(frozen=True)
class Price:
    """What it would mean to do something on another date.

    Attributes:
        day: which.
        chance: that its lamp comes first, 0 to 1.
        past_limit: whether a limit of hygiene would be passed.
        wasted_days: days of its time that would be thrown away.
    """

    day: date
    chance: float
    past_limit: bool
    wasted_days: int

    def words(self, planned: date) -> str:
        """``two days later: its lamp may come first``; where it is surer, that it will likely."""
        away = (self.day - planned).days
        when = "as planned" if not away else f"{plural(abs(away), 'day')} {'later' if away > 0 else 'earlier'}"
        if self.past_limit:
            return f"{when}: past its limit of hygiene"
        if self.chance >= LIKELY:
            return f"{when}: its lamp or limit likely comes first"
        if self.chance >= MAY_BE:
            return f"{when}: its lamp or limit may come first"
        return f"{when}: sooner than needed" if self.wasted_days > 0 else f"{when}: in time"


def price(term: Term, day: date) -> Price:
    """What it would mean to do something on a date."""
    past = term.latest is not None and day > term.latest
    return Price(day, term.passage.chance_by(day - timedelta(days=1)), past, max(0, (term.best_before - day).days))


def visit_price(placed: Sequence[Planned], day: date) -> Price:
    """The worst of all that is done in one visit; see `price`."""
    prices = [price(one.term, day) for one in placed]
    return Price(
        day,
        max((one.chance for one in prices), default=0.0),
        any(one.past_limit for one in prices),
        sum(one.wasted_days for one in prices),
    )
