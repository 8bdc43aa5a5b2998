"""Small kinds, items and dues for the tests of care."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, datetime, timedelta

from lamplight.core.anatomy.drink_mix import DrinkSort, Mix
from lamplight.core.anatomy.parts import Capacities, Circuit, Part
from lamplight.core.assess import assess
from lamplight.core.care.item import CareItem
from lamplight.core.machine.kind import Kind
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.water.tested import WaterTest
from tests.core.makers import MONDAY, OFFICE, book
from tests.core.test_assess import LOOK

NOON = MONDAY + timedelta(hours=6)


MIX = Mix((DrinkSort("Coffee", 100, 0.75), DrinkSort("Milk", 60, 0.25, milk=True)), 50, 50)


HARD = WaterAtMachine(WaterTest(date(2026, 1, 1), total_dh=18, carbonate_dh=14), Cartridge(1000, bypass=0.2))


def item(*triggers, key="job", **rest):
    """An item of the brew circuit."""
    return CareItem(key, key.title(), Circuit.BREW, "group", triggers, 5, **rest)


def kind(*items, **rest):
    """A kind with these items and a mix of drinks."""
    part = Part("group", "Group", Circuit.BREW)
    return Kind("k", "Kind", "", LOOK, (part,), items=items, **{"mix": MIX, "capacities": Capacities(), **rest})


def judged(known, *items, now=MONDAY, calendar=OFFICE, **rest):
    """Dues by key."""
    return {due.item.key: due for due in assess(known, kind(*items, **rest), calendar, now).dues}


def job(trigger, days_ago, now=MONDAY, calendar=OFFICE, per_day=40, **facts):
    """Where one item with one trigger stands, last done so many days (or at a moment) ago."""
    at = days_ago if isinstance(days_ago, datetime) else now - timedelta(days=days_ago)
    known = replace(book(28, per_day, {"job": at}, end=now), **facts)
    return judged(known, item(trigger), now=now, calendar=calendar)["job"]
