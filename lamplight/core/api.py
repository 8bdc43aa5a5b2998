"""The public face of the core: what is meant to be used from outside, imported from where it lives.

Whoever computes with Lamplight imports from here, and stays right when a module moves to another room: docs/core.md
shows each function in an example. Inside Lamplight the rooms are imported themselves.
"""

from __future__ import annotations

from lamplight.core.anatomy.drink_mix import DrinkSort, Mix
from lamplight.core.anatomy.parts import Appearance, Capacities, Circuit, Part
from lamplight.core.assess import assess
from lamplight.core.care.item import CareItem
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.triggers import CountSince, DaysSince
from lamplight.core.dose.beaker import Measuring, drawn_of, same_strength
from lamplight.core.dose.in_hand import RoundVessel, height_of
from lamplight.core.dose.repeats import repeats
from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry, Product, added, refusal, rinsed
from lamplight.core.job.containers import Delivery, Flow, Vessel, least_vessel, least_without_stops, plan_containers
from lamplight.core.job.dose import dose_for, pour_of
from lamplight.core.lamps.intervals import Seen
from lamplight.core.lamps.own_interval import learn_interval
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.plan.problem import PlanProblem, Task, plan_cost, plan_faults
from lamplight.core.plan.search import best_plan
from lamplight.core.plan.terms import Term
from lamplight.core.round.fold import Chore
from lamplight.core.round.planning import plan_round
from lamplight.core.round.problem import Rank, Share, Walks, round_faults
from lamplight.core.round.works import Work
from lamplight.core.site.calendar import OpeningHours, SiteCalendar
from lamplight.core.site.slots import slots_from
from lamplight.core.stock.reorder import Pack, cheapest_packs, poisson_reorder_point, reorder_point
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.usage.forecast import forecast
from lamplight.core.usage.passage import Passage, first_passage, passage_chances
from lamplight.core.usage.plausibility import KnownRow, check_plausibility
from lamplight.core.usage.weekday_rates import fit_usage
from lamplight.core.water.acids import AcidPart, carbon_dioxide_l, grams_for
from lamplight.core.water.cartridge import Cartridge, blended, bypass_for, filter_litres
from lamplight.core.water.descaler import DescalerMix, verdict
from lamplight.core.water.hardness import convert_hardness, descale_litres, german_band, scale_grams, usgs_band
from lamplight.core.water.saturation import Analysis, saturation
from lamplight.core.water.tested import TestWay, WaterTest, hardness_read
from lamplight.core.year.days import year_ahead
from lamplight.core.year.lived import live_year
from lamplight.core.year.ways import Terms, four_ways
