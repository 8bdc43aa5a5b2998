"""Any touches in any order: whoever listens is never stuck, nothing is lost, and what is heard guides the next run."""

from __future__ import annotations

import random
from datetime import timedelta

from lamplight.actions.listening import hear, hear_on, hear_the_end, take_back, water_came
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.actions.told import tell_whole
from lamplight.actions.undo import undo
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.steps import StepKind
from lamplight.core.run.hearing import waits_for_a_call
from lamplight.core.run.state import EventKind
from lamplight.library.catalogue import kinds, palette
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import kind_of
from lamplight.sight.listening import heard_in, offered, use_offered
from lamplight.sight.machine_views import machine_view
from lamplight.sight.preparing import Wishes, prepare
from lamplight.sight.told import can_listen
from lamplight.store.runs import run_row
from lamplight.store.sites import machine
from tests.base import NOW, DataTest
from tests.draw import LONG

TOUCHES = 5 if LONG else 3


class Listens(DataTest):
    """A keeper at a machine."""

    def begin(self, kind, item="descale"):
        """Listen to a job on a machine of a kind."""
        self.now = NOW
        machine_id = self.machine(f"A {kind}", kind)
        row = machine(self.site.id, machine_id)
        self.run_id = begin_run(self.site, row, item, self.actor, Wishes({}, {}, listen=True), anyway=True)
        return machine_id

    @property
    def actor(self):
        """Somebody, now."""
        return Actor(self.now)

    @property
    def state(self):
        """Where the run stands."""
        return run_row(self.run_id).state

    def press(self, kind=EventKind.ADVANCE, text=""):
        """Answer the current step."""
        answer_step(self.run_id, kind, self.state.index, self.actor, text)

    def go_on(self):
        """Do a step of the hands, in its time; a tip-out is measured."""
        step = self.state.step
        self.now += timedelta(seconds=step.duration.likely_s if step.duration else 25)
        text = step.ask.choices[0] if step.ask and step.ask.choices else ""
        if step.kind is StepKind.TIP_OUT:
            text = " ".join(f"{stand.key}=200" for stand in self.state.procedure.stands)
        self.press(text=text)

    def until_it_waits(self):
        """Do steps until the next call is to be told; what must not go in is taken back."""
        for _ in range(25):
            if self.state.step is None or waits_for_a_call(self.state):
                return
            try:
                self.go_on()
            except InvalidInput as problem:
                self.assertRegex(str(problem), "(?i)cleaner|filter|together|rinse")
                self.refused += 1
                take_back(self.run_id, self.state.index, self.site, self.actor)
        self.fail(f"it never waits: {self.state.step.title}")

    def to_the_end(self):
        """Everything after the programme."""
        for _ in range(30):
            if self.state.step is None:
                break
            self.go_on()
        finish_run(self.run_id, self.state.index, Finish(None, 0), self.site, self.actor)

    def test_never_stuck(self):
        """Every second kind with a job that can be listened to, touches drawn at random."""
        self.refused = 0
        for key, kind in list(kinds().items())[::2]:
            items = [item.key for item in kind.items if item.procedure and can_listen(item.procedure)]
            chance = random.Random(key)
            item = chance.choice(items)
            with self.subTest(kind=key, item=item):
                self.one(key, item, chance)

    def one(self, key, item, chance):
        """One run, listened to from beginning to end."""
        self.now = NOW
        machine_id = self.machine(f"M{random.Random(f'{key}{item}').random()} {chance.random()}", key)
        row = machine(self.site.id, machine_id)
        self.run_id = begin_run(self.site, row, item, self.actor, Wishes({}, {}, listen=True), anyway=True)
        self.until_it_waits()
        heard = []
        for _ in range(TOUCHES):
            view = machine_view(self.site, machine_id, self.now)
            call = chance.choice(offered(view, self.state)[:8]).key
            before = len(heard_in(self.state))
            hear(self.run_id, self.state.index, call, self.site, self.actor, says=chance.choice(["", "SHOWN"]))
            self.assertEqual([use.call for use in heard_in(self.state)][before:], [call])
            if call == "works":
                for _ in range(chance.randint(0, 3)):
                    outlet = chance.choice(view.kind.outlets).key
                    water_came(self.run_id, self.state.index, outlet, self.site, self.actor)
                self.now += timedelta(minutes=chance.randint(1, 9))
            self.until_it_waits()
        heard = [use.call for use in heard_in(self.state)]
        if not heard:
            return
        hear_the_end(self.run_id, self.state.index, self.site, self.actor)
        self.assertEqual([use.call for use in heard_in(self.state)], heard)
        self.to_the_end()
        self.assertEqual(self.state.inside, ())
        view = machine_view(self.site, machine_id, self.now)
        tell_whole(view, self.state.procedure.programme, list(heard_in(self.state)), self.actor)
        ready = prepare(machine_view(self.site, machine_id, self.now), item, self.site, self.now)
        self.assertEqual([use.call for use in ready.procedure.own], heard)

    def test_a_machine_that_was_cared_for_by_hand(self):
        """It has a programme after all: from then on that leads, and by hand is a choice."""
        machine_id = self.begin("dial-steamer")
        self.refused = 0
        self.until_it_waits()
        for call in ("tank-mix", "press", "works"):
            hear(self.run_id, self.state.index, call, self.site, self.actor)
            self.until_it_waits()
        self.now += timedelta(minutes=12)
        hear_the_end(self.run_id, self.state.index, self.site, self.actor)
        hear_on(self.run_id, self.state.index, self.site, self.actor)
        hear_the_end(self.run_id, self.state.index, self.site, self.actor)
        self.to_the_end()
        view = machine_view(self.site, machine_id, self.now)
        self.assertEqual(view.whole_kind.programmes, {})
        tell_whole(view, "descale", list(heard_in(self.state)), self.actor)
        ready = prepare(machine_view(self.site, machine_id, self.now), "descale", self.site, self.now)
        self.assertEqual(ready.procedure.key, "descale")
        self.assertEqual([use.call for use in ready.procedure.own], ["tank-mix", "press", "works"])
        self.assertEqual(ready.procedure.own[-1].minutes.likely_s, 720)
        self.assertEqual(kind_of("dial-steamer").programmes, {})

    def test_taken_back(self):
        """As long as nothing of it is done; water and times of before stay."""
        self.begin("jug-compact")
        self.refused = 0
        self.until_it_waits()
        hear(self.run_id, self.state.index, "works", self.site, self.actor)
        water_came(self.run_id, self.state.index, "coffee", self.site, self.actor)
        self.now += timedelta(minutes=3)
        hear(self.run_id, self.state.index, "tank-mix", self.site, self.actor)
        first = self.state.index
        take_back(self.run_id, first, self.site, self.actor)
        works = heard_in(self.state)[0]
        self.assertEqual((len(heard_in(self.state)), works.minutes.likely_s, works.gives[0].bursts), (1, 180, 1))
        with self.assertRaisesRegex(InvalidInput, "under way already"):
            take_back(self.run_id, self.state.index, self.site, self.actor)
        with self.assertRaisesRegex(StaleStep, "This step was answered already, perhaps on"):
            take_back(self.run_id, 99, self.site, self.actor)
        undo(run_row(self.run_id).entry_id, self.actor)
        with self.assertRaisesRegex(StaleStep, "was undone"):
            hear(self.run_id, self.state.index, "press", self.site, self.actor)

    def test_what_may_be_heard(self):
        """What the palette has, but for what is ours; amounts as they are on this machine."""
        kind = kind_of("dial-steamer")
        for call in palette():
            if call in ("listen", "clear", "draws"):
                with self.assertRaisesRegex(InvalidInput, "one of the calls"):
                    use_offered(kind, "descale", call)
            elif call not in ("cups-away", "levers-back", "flush", "purge", "power-off", "power-on"):
                use = use_offered(kind, "descale", call, says="X")
                self.assertEqual((use.call, use.says), (call, "X"))
                self.assertTrue(not call.startswith("tank") or use.ml is None or use.ml <= kind.capacities.tank_ml)
