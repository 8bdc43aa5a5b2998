"""The year ahead at a coarser grain: what comes round rarely, and what runs out of the cupboard."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from functools import partial

from lamplight.core.care.item import CareItem
from lamplight.core.care.rhythm import DAYS_A_YEAR
from lamplight.core.plan.terms import term_after, term_now
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.stock.usage import StockUse, runs_out_on
from lamplight.sight.cache import kept
from lamplight.sight.cupboard import products, stock_awaited, stock_held
from lamplight.sight.machine_view import MachineView
from lamplight.sight.rhythms import times_here
from lamplight.store.sites import SiteRow

# What lasts so long stands in the year; of no more machines than a page holds.
RARE_DAYS, MOST_TURNS_A_YEAR, MOST_IN_A_YEAR = 26, 16, 60
YEAR = timedelta(days=365)


@dataclass(frozen=True)
class YearMark:
    """Something that comes round rarely, on the day on which it would best be done."""

    machine: int
    item: CareItem
    day: date


def year_ahead(site: SiteRow, views: Sequence[MachineView], now: datetime) -> tuple[YearMark, ...]:
    """A year at a coarser grain: what lasts four weeks and more, each turn on its best day, by date."""
    today = site.calendar.today(now)
    end = today + timedelta(days=365)
    marks: list[YearMark] = []
    for view in views[:MOST_IN_A_YEAR]:
        year = partial(_year_of, view, site.calendar, today, end)
        marks += kept(("year", view.row.id), (view.status.work, today), year)
    return tuple(sorted(marks, key=lambda mark: (mark.day, mark.machine, mark.item.key)))


def _year_of(view: MachineView, calendar: SiteCalendar, today: date, end: date) -> list[YearMark]:
    marks: list[YearMark] = []
    work = view.status.work
    for due in view.status.dues if work is not None else ():
        term = term_now(due, today)
        if term is None or due.covered_by or (not term.due and term.days < RARE_DAYS):
            continue
        turns: list[YearMark] = []
        while term is not None and term.best_before < end and len(turns) < MOST_TURNS_A_YEAR:
            day = max(today, calendar.open_day_from(term.best_before, -1))
            turns.append(YearMark(view.row.id, due.item, day))
            assert work is not None
            term = term_after(work, due.item, calendar.closing(day))
            if term is not None and term.days < RARE_DAYS:
                turns = []
                break
        marks += turns
    return marks


@dataclass(frozen=True)
class RunsOut:
    """A product, and the date by which the cupboard is empty of it, or on which an order of it should come."""

    title: str
    day: date
    arrives: bool = False


def arrivals(site: SiteRow) -> list[RunsOut]:
    """When what was ordered should come."""
    known = products()
    return [
        RunsOut(known[key].title, site.calendar.today(order.at), True)
        for key, orders in sorted(stock_awaited(site.id).items())
        for order in orders
        if key in known
    ]


def runs_out(site: SiteRow, views: Sequence[MachineView], marks: Sequence[YearMark], now: datetime) -> list[RunsOut]:
    """When products run out that somebody counted, within the year; the soonest first.

    Args:
        marks: what comes round rarely, as `year_ahead` has it.
        now: aware.
    """
    today = site.calendar.today(now)
    own = {view.row.id: view for view in views[:MOST_IN_A_YEAR]}
    uses: dict[str, list[StockUse]] = {}
    rates: dict[str, float] = {}
    rare = {(mark.machine, mark.item.key) for mark in marks}
    for mark in marks:
        due = own[mark.machine].status.due(mark.item.key)
        for need in own[mark.machine].needs(due) if due is not None else ():
            if need.product:
                uses.setdefault(need.product, []).append(StockUse(mark.day, need.units))
    for view in own.values():
        times = times_here(view, today)
        for due in view.status.dues:
            often = times.get(due.item.key, 0.0)
            if not often or (view.row.id, due.item.key) in rare:
                continue
            for need in view.needs(due):
                if need.product:
                    rates[need.product] = rates.get(need.product, 0.0) + need.units * often / DAYS_A_YEAR
    known, coming = products(), stock_awaited(site.id)
    found = []
    for key, held in stock_held(site.id).items():
        if key not in known or held.amount is None:
            continue
        arrivals = [StockUse(site.calendar.today(order.at), -order.amount) for order in coming.get(key, ())]
        day = runs_out_on(held.amount, rates.get(key, 0.0), [*uses.get(key, []), *arrivals], today, today + YEAR)
        if day is not None:
            found.append(RunsOut(known[key].title, day))
    return sorted(found, key=lambda one: (one.day, one.title))
