"""Whatever was written down about a machine, in whatever order: every page of it opens and says nothing absurd."""

from __future__ import annotations

import re
from datetime import timedelta
from random import Random

from bs4 import BeautifulSoup

from lamplight.actions.care import mark_done, note_prompt, read_bar, switch_item
from lamplight.actions.hours import add_absence
from lamplight.actions.lamps import note_refill, note_sighting, try_cause
from lamplight.actions.machines import (
    LastDoneAnswer,
    MachineFields,
    NewMachine,
    add_machine,
    change_machine,
    declare_done,
)
from lamplight.actions.readings import take_readings
from lamplight.actions.runs import answer_step, begin_run
from lamplight.actions.sites import add_closure
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge
from lamplight.core.care.item import Start
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import Prompted
from lamplight.core.errors import LamplightError
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState
from lamplight.core.run.state import EventKind
from lamplight.core.water.cartridge import Cartridge
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.sight.causes import known_symptoms
from lamplight.sight.kinds import kind_of
from lamplight.sight.readings import RESTARTED, TypedReading
from lamplight.store.runs import run_row
from lamplight.store.sites import machine
from tests.base import NOW, WebTest
from tests.draw import drawn

PAGES = ("/machines/{0}", "/machines/{0}/settings", "/lamps/{0}", "/readings/{0}", "/log?machine={0}")
AROUND = ("/", "/machines", "/lamps", "/water", "/supplies", "/readings", "/log/runs")


def any_signals(panel, chance):
    """Anything that a panel can show: lamps at random, or the words of one or two messages."""
    lamps = {
        lamp.key: LampSignal(chance.choice([state for state in lamp.states if state is not LampState.OFF]), colour)
        for lamp in panel.lamps
        for colour in [chance.choice(lamp.colours)]
        if chance.random() < 0.5
    }
    said = [message.says for message in panel.messages if chance.random() < 0.4]
    return PanelSignals(lamps, ". ".join(said[:2]))


class AnyBook(WebTest):
    """Few facts, many facts, odd order."""

    def deeds(self, row, chance, at):
        """One thing that a keeper may write down at a moment."""
        kind, hand = kind_of(row.kind), Actor(at)
        item = chance.choice(kind.items)
        prompted = [one.key for one in kind.items if any(isinstance(rule, Prompted) for rule in one.triggers)]
        counter, reading = chance.choice(kind.counters), chance.randint(0, 9000)
        return chance.choice([
            lambda: take_readings([TypedReading(row.id, reading, at, counter=counter)], self.calendar_of, hand),
            lambda: take_readings(
                [TypedReading(row.id, chance.randint(0, 50), at, RESTARTED, counter=counter)], self.calendar_of, hand
            ),
            lambda: mark_done([(row, item.key)], at, hand),
            lambda: declare_done(row, item.key, LastDoneAnswer(value=reading), 9999, hand),
            lambda: declare_done(row, item.key, LastDoneAnswer(at=at, start=chance.choice(list(Start))), None, hand),
            lambda: note_sighting(row, any_signals(kind.panel, chance), at, hand),
            lambda: note_sighting(row, any_signals(kind.panel, chance), at, hand),
            lambda: note_prompt(row, chance.choice(prompted), at, hand),
            lambda: note_refill(self.view(row.id, at), chance.choice(["water", "milk"]), reading > 4000, at, hand),
            lambda: try_cause(row, "x", chance.choice(["tank-empty", "door-open"]), chance.random() < 0.5, hand),
            lambda: install_cartridge(row, chance.choice([None, Cartridge(300), Cartridge(4000, 0.3)]), at, hand),
            lambda: add_water_test(
                self.site.id, TypedTest("mains", at.date(), chance.choice([0.5, 9, 24]), None), NOW.date(), hand
            ),
            lambda: add_absence(self.site.id, row, at.date(), at.date() + timedelta(days=reading % 9), "", hand),
            lambda: add_closure(self.site.id, at.date(), at.date() + timedelta(days=reading % 9), "", hand),
            lambda: read_bar(row, next(iter(kind.bars)), chance.randint(0, 100), at, hand),
            lambda: switch_item(row, item.key, chance.random() < 0.5, "we do not", hand),
            lambda: self.some_of_a_run(row, item.key, chance, at),
            lambda: change_machine(
                self.site.id, row, MachineFields(row.name, chance.choice(sorted(kinds()))), False, hand
            ),
        ])  # fmt: skip

    def some_of_a_run(self, row, item, chance, at):
        """Begun, some steps, given up."""
        run_id = begin_run(self.site, row, item, Actor(at), anyway=True)
        for _ in range(chance.randint(0, 9)):
            state = run_row(run_id).state
            if state.step is None or state.step.ask is not None:
                break
            answer_step(run_id, EventKind.ADVANCE, state.index, Actor(at))
        answer_step(run_id, EventKind.ABANDON, run_row(run_id).state.index, Actor(at), "enough")

    def test_every_page_of_every_kind(self):
        """Machines of the kinds, from a single fact to a dozen; what is over carries no date to come."""
        written = 0
        for number, key in drawn(enumerate(kind for kind in sorted(kinds()) for _ in range(2)), 6):
            chance = Random(number)
            fields = MachineFields(f"M{number}", key)
            counters = {"drinks": 500} if chance.random() < 0.7 else {}
            machine_id = add_machine(self.site.id, fields, NewMachine(counters), Actor(NOW - timedelta(days=50)))
            for _ in range(chance.randint(0, 14)):
                at = NOW - timedelta(days=chance.randint(0, 45), minutes=chance.randint(0, 900))
                try:
                    self.deeds(machine(self.site.id, machine_id), chance, at)()
                    written += 1
                except (LamplightError, StopIteration, IndexError):
                    continue  # refused in a sentence, or this kind has none of it
            view = self.view(machine_id)
            pages = [page.format(machine_id) for page in PAGES]
            complaints = known_symptoms(view.kind)[number % 2 :: 2]  # the two of a kind have them all
            pages += [f"/lamps/{machine_id}/symptom/{one.key}" for one in complaints]
            for page in (*pages, *(AROUND if number % 4 == 3 else ())):
                with self.subTest(kind=key, number=number, page=page):
                    self.get(page)
            for due in view.status.dues:
                with self.subTest(kind=key, number=number, item=due.item.key):
                    dates = [one.passage.likely for one in due.triggers if one.known and one.passage.likely]
                    self.assertEqual(due.likely, min(dates, default=None))
                    for one in due.triggers:
                        if re.search(r"\d over$|due now$", one.sentence):
                            self.assertLessEqual(one.passage.likely, view.status.context.today, one.sentence)
                        if one.status >= Status.DUE and one.known:
                            self.assertIsNotNone(one.passage.likely, one.sentence)
        self.assertGreater(written, 25)


class FirstDay(WebTest):
    """A machine that was added a minute ago, read aloud: not one sentence about what did not happen."""

    NEVER = re.compile(r"\bago\b|was fitted|was apart|was washed|emptied \d|cleaning was only", re.I)

    def test_nothing_happened_yet(self):
        """Each way of starting, with and without a filter, every pattern of the panel lit."""
        for place, (number, key) in enumerate(drawn(enumerate(sorted(kinds())), 3, 2), 1):
            rest, cartridge = ("unknown", "new", "today", "due")[number % 4], ("none", "unknown", "usual")[number % 3]
            form = {"name": f"New {number}", "kind": key, "counter-drinks": "5", "rest": rest, "cartridge": cartridge}
            self.post("/machines/new", form)
            row = machine(self.site.id, place)
            kind = kind_of(key)
            for pattern in drawn(kind.panel.all_patterns, 6, number):
                lamps = {one.lamp: LampSignal(one.state, one.colour or kind.panel.lamp(one.lamp).colours[0])
                         for one in pattern.lamps}  # fmt: skip
                note_sighting(row, PanelSignals(lamps, pattern.message), NOW, Actor(NOW))
                with self.subTest(kind=key, rest=rest, lit=pattern.title):
                    said = re.search(self.NEVER, self.worktop(f"/lamps/{row.id}"))
                    self.assertIsNone(said)
            complaints = known_symptoms(self.view(row.id).kind)[number % 2 :: 2]  # two kinds have them all
            for page in (f"/machines/{row.id}", "/", *(f"/lamps/{row.id}/symptom/{one.key}" for one in complaints)):
                with self.subTest(kind=key, rest=rest, page=page):
                    said = re.search(self.NEVER, self.worktop(page))
                    self.assertIsNone(said)

    def worktop(self, page):
        """The words of a page."""
        return " ".join(BeautifulSoup(self.get(page), "lxml").get_text(" ").split())

    def test_four_facts(self):
        """Not known, counted from today, new, said to be due: each is said as what it is."""
        for rest, said, status in (
            ("unknown", "not known", Status.UNKNOWN), ("today", "counted from 24 Nov 2026", Status.CLEAR),
            ("new", "new on 24 Nov 2026", Status.CLEAR), ("due", "said to be due", Status.DUE),
        ):  # fmt: skip
            self.post(
                "/machines/new", {"name": rest, "kind": "removable-tabletop", "counter-drinks": "5", "rest": rest}
            )
            number = {"unknown": 1, "today": 2, "new": 3, "due": 4}[rest]
            self.assertEqual(self.due(number, "group-strip-down").status, status)
            self.assertIn(said, self.worktop(f"/machines/{number}"))

    def test_no_filter_means_no_filter(self):
        """No change falls due, no step takes one out, nothing urges; said once on the page of the water."""
        form = {"name": "Bare", "kind": "removable-tabletop", "counter-drinks": "5", "rest": "new", "cartridge": "none"}
        self.post("/machines/new", form)
        view = self.view(1)
        self.assertIsNone(view.status.due("filter-change"))
        steps = " ".join(step.title for step in view.procedure(view.status.due("descale")).steps)
        self.assertNotIn("filter", steps.lower())
        self.assertEqual(self.worktop("/water").count("No filter here, and none wanted"), 1)
        self.assertNotIn("filter", self.worktop("/").lower())
