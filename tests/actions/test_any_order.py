"""Late words do not rewrite: a book whose facts were written in any order is the book in which they were written in
order.

Each fact has a moment of its own; what takes a moment is written with it, what is true from when it is written is
written by somebody whose clock shows that moment. ``LAMPLIGHT_BOOKS=500`` asks about so many books.
"""

from __future__ import annotations

import os
from collections import Counter
from dataclasses import replace
from datetime import date, timedelta
from random import Random

from lamplight.actions.care import mark_done, note_part, read_bar, switch_item
from lamplight.actions.machines import MachineFields, NewMachine, add_machine, change_machine, set_limit
from lamplight.actions.readings import take_readings
from lamplight.actions.relocating import MoveFields, move_machine
from lamplight.actions.sites import save_site
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge, set_up
from lamplight.core.care.item import ItemRole
from lamplight.core.care.trigger_base import Limited
from lamplight.core.errors import InvalidInput
from lamplight.core.water.cartridge import Cartridge
from lamplight.sight.actor import Actor
from lamplight.sight.cache import forget
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_views import machine_view
from lamplight.sight.readings import TypedReading
from lamplight.store.sites import machine, site_of
from lamplight.store.waters import Setup, setups
from lamplight.store.whereabouts import site_of_machine, stays
from tests.base import NOW, WEEK, DataTest

BOOKS = int(os.environ.get("LAMPLIGHT_BOOKS", "14"))
FIRST_SEED = int(os.environ.get("LAMPLIGHT_SEED", "0"))
DAYS = 60
KINDS = ("removable-tabletop", "jug-compact", "fixed-group-counter", "office-tower", "black-coffee-bench")


class AnyOrder(DataTest):
    """Machines at two sites, and what is said of each."""

    def setUp(self):
        super().setUp()
        self.other = save_site("Harbour Hall", "Europe/Lisbon", WEEK, Actor(NOW - timedelta(days=90)), another=True)
        for site, names in ((self.site, ("mains", "jug")), (self.other, ("mains", "well"))):
            for number, name in enumerate(names):
                typed = TypedTest(name, date(2026, 8, 1 + number), None, 6.0 + 5 * number + site.id)
                add_water_test(site.id, typed, NOW.date(), Actor(NOW - timedelta(days=90), site_id=site.id))

    def facts(self, chance):
        """What happened: a moment and a deed each, on days of their own; kinds of facts and their words by chance."""
        found, self.kind = [], "removable-tabletop"
        for day in sorted(chance.sample(range(2, DAYS), chance.randint(4, 11))):
            at = (NOW - timedelta(days=DAYS - day)).replace(hour=9, minute=chance.randint(0, 59))
            found.append((at, self.fact(chance)))
        return found

    def fact(self, chance):
        """One thing that can be said, as a function of the machine, its moment and who says it when."""
        pick = chance.random()
        kind, number, then = chance.choice(KINDS), chance.randint(1, 9), kind_of(self.kind)

        item = then.items[number * 7 % len(then.items)]
        limited = next(one for one in then.items if any(isinstance(rule, Limited) for rule in one.triggers))
        rule = next(rule for rule in limited.triggers if isinstance(rule, Limited))
        part = then.parts[number % len(then.parts)]
        change, bars = then.item_of(ItemRole.FILTER), sorted(then.bars)

        def became(row, at, _now):
            fields = MachineFields(row.name, kind, "corner")
            change_machine(site_of_machine(row.id), row, fields, False, self.at(row, at))

        def moved(row, at, now):
            here = site_of_machine(row.id)
            origin = self.stood(row.id, at)
            to = self.other if origin == self.site.id else self.site
            if here != origin:
                raise InvalidInput("It went on since.")
            local = to.calendar.today(at)
            fields = MoveFields(local, "by the door", ("mains", "well", "jug")[number % 3])
            move_machine(site_of(here), row, site_of(to.id), fields, replace(now, site_id=here))

        for share, act in (  # noqa: B007 - the one at which it stops
            (0.16, became),
            (0.14, lambda row, at, _now: set_up(
                row, Setup(("mains", "jug")[number % 2], ("scale", "calendar", "whichever-first")[number % 3], number),
                self.at(row, at))),
            (0.14, lambda row, at, now: install_cartridge(
                row, (None, Cartridge(300.0 * number), Cartridge(900.0, 0.2))[number % 3], at, now)),
            (0.14, lambda row, at, now: mark_done([(row, (change or item).key)], at, now)),
            (0.12, lambda row, at, now: mark_done([(row, item.key)], at, now)),
            (0.08, lambda row, at, _now: switch_item(row, item.key, number % 2 == 0, "so", self.at(row, at))),
            (0.07, lambda row, at, _now: set_limit(row, limited.key, rule.key, 20 + number, "", self.at(row, at))),
            (0.05, lambda row, at, _now: note_part(
                row, part.key, ("missing", "broken", "")[number % 3], "", self.at(row, at))),
            (0.04, lambda row, at, now: read_bar(row, (bars or ["none"])[0], number * 10, at, now)),
            (0.06, moved),
        ):  # fmt: skip
            pick -= share
            if pick < 0:
                break
        if act is became:
            self.kind = kind
        return act

    def at(self, row, at):
        """Somebody whose clock shows that moment, at the machine's site."""
        return Actor(at, site_id=site_of_machine(row.id))

    def stood(self, machine_id, at):
        """At which site a machine stood."""
        known = stays([machine_id])[machine_id]
        return next(stay.site_id for stay in reversed(known) if stay.at is None or stay.at <= at)

    def written(self, facts, name):
        """A machine of which the facts are written in that order; answers its number and which were taken."""
        start = Actor(NOW - timedelta(days=DAYS), site_id=self.site.id)
        number = add_machine(
            self.site.id, MachineFields(name, "removable-tabletop", "", "", 30.0), NewMachine({"drinks": 100}), start
        )
        taken = []
        for at, act in facts:
            here = site_of_machine(number)
            try:
                act(machine(here, number), at, Actor(NOW, site_id=here))
                taken.append((at, act))
            except InvalidInput:
                continue
        row = machine(site_of_machine(number), number)
        rows = [TypedReading(number, 100 + 30 * day, NOW - timedelta(days=DAYS - day), "typed") for day in (20, 40, 60)]
        take_readings(
            rows,
            lambda _id: site_of(site_of_machine(number)).calendar_of(number),
            Actor(NOW, site_id=site_of_machine(number)),
        )
        return number, taken, row

    def told(self, number):
        """Everything that the book says of a machine, without when it was written."""
        forget()
        view = machine_view(site_of(site_of_machine(number)), number, NOW)
        book = view.status.book
        return {
            "site": [(stay.site_id, stay.since) for stay in stays([number])[number]],
            "kind": (view.row.kind, [(at, key) for at, key in book.earlier_kinds]),
            "retired, guess": (view.row.retired, view.row.guess_per_day),
            "set up": setups().get(number),
            "water": (book.water, book.earlier_water),
            "deeds": sorted((fact.item, fact.at, tuple(sorted(fact.settled)), fact.start) for fact in book.done),
            "limits": sorted((own.item, own.trigger, own.limit) for own in book.limits),
            "switched off": sorted(book.switched_off),
            "missing": sorted(book.missing.items()),
            "bars": [(bar.item, bar.at, bar.percent) for bar in book.bars],
            "dues": [(due.item.key, due.status, due.likely, due.last and due.last.at) for due in view.status.dues],
        }

    def test_any_order(self):
        """Whatever order the words came in; only facts that the order accepts count in both."""
        written = Counter()
        for seed in range(FIRST_SEED, FIRST_SEED + BOOKS):
            chance = Random(seed)
            facts = self.facts(chance)
            mixed = facts[:]
            chance.shuffle(mixed)
            late, taken, _ = self.written(mixed, f"Late {seed}")
            order = sorted(taken, key=lambda fact: fact[0])
            number, again, _ = self.written(order, f"Order {seed}")
            if len(again) != len(order):
                continue  # in order it would have been refused
            written[len(order)] += 1
            ordered, told = self.told(number), self.told(late)
            for what, said in ordered.items():
                with self.subTest(seed=seed, what=what, facts=len(order)):
                    self.assertEqual(told[what], said)
        self.assertGreater(sum(written.values()), 0.6 * BOOKS)
