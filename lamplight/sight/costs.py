"""What care costs at a site: by job, machine and drink, by its own prices and rhythm."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime

from lamplight.core.care.item import Due
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import EndOfService
from lamplight.core.job.chemistry import Product
from lamplight.core.job.dose import dose_for
from lamplight.core.run.clock import total_seconds
from lamplight.core.stock.costs import DAYS_A_YEAR, JobCost, YearCost, price_spread, unit_price, year_cost
from lamplight.formats.costs_csv import write_costs
from lamplight.sight.cupboard import products
from lamplight.sight.dose import mixes_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.rhythms import times_here
from lamplight.sight.shelves import MOST_MACHINES
from lamplight.store.sites import SiteRow
from lamplight.store.stock import Money, money, price_rows


def unit_prices(site_id: int, today: date) -> dict[str, float]:
    """Money for a unit of each product whose price at a site is known, by key."""
    known = [row.price for row in price_rows(site_id)]
    prices = {key: unit_price(known, key, today) for key in {price.product for price in known}}
    return {key: price for key, price in prices.items() if price is not None}


def spread_of_prices(site_id: int, today: date) -> dict[str, float]:
    """By which share the price of each product went up and down, by key."""
    known = [row.price for row in price_rows(site_id)]
    return {key: price_spread(known, key, today) for key in {price.product for price in known}}


@dataclass(frozen=True)
class MachineCost:
    """What the care of one machine costs.

    Attributes:
        view: the machine.
        jobs: each with its words.
        year: all of them.
        drinks: in a year; 0 where nobody knows.
    """

    view: MachineView
    jobs: tuple[tuple[str, JobCost], ...]
    year: YearCost
    drinks: float

    @property
    def a_drink(self) -> float | None:
        """Money for a drink; None where nobody knows how many there are."""
        return self.year.a_drink(self.drinks)


def machine_costs(site: SiteRow, views: Sequence[MachineView], now: datetime) -> list[MachineCost]:
    """What care costs at each machine, the dearest first."""
    today, paid = site.calendar.today(now), money(site.id)
    prices = unit_prices(site.id, today)
    costs = [_machine(view, prices, paid, site, now) for view in views[:MOST_MACHINES]]
    return sorted(costs, key=lambda cost: (-cost.year.total, cost.view.row.name))


def _machine(view: MachineView, prices: Mapping[str, float], paid: Money, site: SiteRow, now: datetime) -> MachineCost:
    times = times_here(view, site.calendar.today(now))
    jobs = []
    for due in view.status.dues:
        often = times.get(due.item.key, 0.0)
        if often <= 0:
            continue
        needs = [need for need in view.needs(due) if need.product]
        known = all(need.product in prices for need in needs)
        bought = sum(need.units * prices[need.product] for need in needs) if known else None
        litres, idle = due.item.water_ml / 1000, out_of_use_minutes(view, due)
        job = JobCost(view.row.id, due.item.key, often, bought, view.own_minutes(due), litres, idle)
        jobs.append((due.item.title, job))
    usage = view.status.usage
    drinks = usage.week_total / 7 * DAYS_A_YEAR if usage.known else 0.0
    counted = {job.item for _, job in jobs}
    unknown = [due.item.key for due in view.status.dues if due.status is Status.UNKNOWN and due.item.key not in counted]
    year = year_cost([job for _, job in jobs], paid.hour_price, paid.water_price, paid.idle_price, unknown)
    return MachineCost(view, tuple(sorted(jobs, key=lambda pair: -_a_year(pair[1], paid))), year, drinks)


def _a_year(job: JobCost, paid: Money) -> float:
    return year_cost([job], paid.hour_price, paid.water_price, paid.idle_price).total


def out_of_use_minutes(view: MachineView, due: Due) -> float:
    """Minutes in which nobody can have a drink while a job is done: none where it is done after closing.

    By the procedure with its usual answers; by the item's minutes where none leads through it.
    """
    if any(isinstance(trigger, EndOfService) for trigger in due.item.triggers):
        return 0.0
    procedure = view.procedure(due)
    return total_seconds(procedure) / 60 if procedure is not None else float(due.item.minutes)


@dataclass(frozen=True)
class FormCost:
    """One product for a job that several could do.

    Attributes:
        product: which.
        units: for one use, as the mix here wants it.
        a_use: money for one use; None where its price is missing.
        serves: whether it is the one that is taken.
    """

    product: Product
    units: float
    a_use: float | None
    serves: bool


def forms_compared(view: MachineView, today_prices: Mapping[str, float]) -> list[tuple[str, list[FormCost]]]:
    """For each mix of a machine the products that serve the same, at the same cleaning and at its mark.

    A product by the litre is reckoned for the mix as it is filled here; one that is taken whole by its dose.
    """
    compared = []
    for mix in mixes_of(view):
        rows = []
        for product in products().values():
            if not product.serves(mix.role):
                continue
            units = dose_for(product, mix.mark_ml)
            price = today_prices.get(product.key)
            a_use = None if price is None else units * price
            rows.append(FormCost(product, units, a_use, product.key == mix.product.key))
        known = sorted(rows, key=lambda row: (row.a_use is None, row.a_use or 0.0, row.product.title))
        compared.append((f"{mix.item.title}, {mix.mark_ml} ml", known))
    return compared


def costs_as_csv(costs: Sequence[MachineCost]) -> str:
    """What care costs, each job of each machine."""
    return write_costs((cost.view.row.name, title, job) for cost in costs for title, job in cost.jobs)
