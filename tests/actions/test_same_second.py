"""Everything in one second: what was written later happened later."""

from __future__ import annotations

from datetime import timedelta
from itertools import permutations

from lamplight.actions.care import mark_done, note_event, note_prompt, prompt_gone
from lamplight.actions.lamps import change_grind, judge_drink, note_sighting
from lamplight.actions.readings import take_readings
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import AfterEvent
from lamplight.core.diagnosis.faults import grinding
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState
from lamplight.core.run.state import EventKind
from lamplight.sight.actor import Actor
from lamplight.sight.readings import TypedReading
from lamplight.store.models import CareDone, Cleaning, DeviceEvent
from lamplight.store.runs import run_row
from lamplight.store.sites import machine, the_site
from tests.base import NOW, DataTest
from tests.pace import said_to

ACTOR = Actor(NOW)
CARE = PanelSignals({"care": LampSignal(LampState.FLASHING, "amber")})


class Second(DataTest):
    """A tabletop, its tablet done two days ago, and a clock that stands still."""

    def setUp(self):
        """Every action below carries the same time."""
        super().setUp()
        self.hall = self.used_machine(done={"brew-tablet": 2, "tank-rinse": 1})
        self.row = machine(self.site.id, self.hall)

    def tablet(self):
        """How the tablet stands, in that very second."""
        return self.due(self.hall, "brew-tablet").status

    def run_through(self, key, **finish):
        """A whole run within the second."""
        run_id = begin_run(the_site(), self.row, key, ACTOR, anyway=True)
        row = run_row(run_id)
        while row.state.step is not None:
            row = answer_step(run_id, EventKind.ADVANCE, row.state.index, ACTOR, said_to(row.state))
        return finish_run(
            run_id, row.state.index, Finish(**{"value": None, "cleaning_drinks": 0, **finish}), the_site(), ACTOR
        )

    def test_asked_and_done_in_any_order(self):
        """The last word holds, by panel as by prompt."""
        acts = {
            "panel": lambda: note_sighting(self.row, CARE, NOW, ACTOR),
            "prompt": lambda: note_prompt(self.row, "brew-tablet", NOW, ACTOR),
            "done": lambda: mark_done([(self.row, "brew-tablet")], NOW, ACTOR),
        }
        for order in permutations(acts):
            with self.subTest(order=order):
                note_sighting(self.row, PanelSignals(), NOW, ACTOR)
                for act in order:
                    acts[act]()
                self.assertEqual(self.tablet() >= Status.DUE, order[-1] != "done", order)

    def test_no_longer_asked(self):
        """Asked, no longer, asked again."""
        note_prompt(self.row, "brew-tablet", NOW, ACTOR)
        prompt_gone(self.row, "brew-tablet", ACTOR)
        self.assertLess(self.tablet(), Status.DUE)
        note_prompt(self.row, "brew-tablet", NOW, ACTOR)
        self.assertEqual(self.tablet(), Status.DUE)

    def test_a_dark_panel_ends_what_was_asked_at_the_end_of_a_run(self):
        """A prompt and a panel that is seen are one and the same fact."""
        self.run_through("brew-tablet", lamp_out=False)
        self.assertEqual(self.tablet(), Status.DUE)
        note_sighting(self.row, PanelSignals(), NOW, ACTOR)
        self.assertLess(self.tablet(), Status.DUE)

    def test_still_lit_after_the_job_without_waiting(self):
        """Nothing is written into the future: it asks in the second of the finish, not a second later."""
        self.run_through("brew-tablet", lamp_out=False)
        self.assertEqual(self.view(self.hall).status.context.prompts["brew-tablet"].at, NOW)
        self.assertEqual(self.due(self.hall, "brew-tablet").last.at, NOW)

    def test_cleaning_drinks_and_the_reading_that_ends_the_run(self):
        """The counter that is typed has them in it; drunk is what is left."""
        before = self.view(self.hall).status.book.drinks.last_reading
        self.run_through("brew-tablet", value=before.value + 12, cleaning_drinks=2, answer="as-typed")
        self.assertEqual(self.view(self.hall).status.book.drinks.intervals[-1].drinks, 10)

    def test_a_reading_before_the_cleaning(self):
        """Read first, then cleaned without reading: the drinks belong to the gap that follows."""
        before = self.view(self.hall).status.book.drinks.last_reading
        take_readings([TypedReading(self.hall, before.value + 12, NOW, "as-typed")], self.calendar_of, ACTOR)
        self.run_through("brew-tablet", cleaning_drinks=2)
        self.assertEqual(self.view(self.hall).status.book.drinks.intervals[-1].drinks, 12)
        self.assertEqual(self.view(self.hall).status.expected_drinks, before.value + 14)
        later = NOW + timedelta(hours=1)
        typed = TypedReading(self.hall, before.value + 20, later, "as-typed")
        take_readings([typed], self.calendar_of, Actor(later))
        self.assertEqual(self.view(self.hall, later).status.book.drinks.intervals[-1].drinks, 6)

    def test_the_order_is_stored(self):
        """Cleaning before the reading, both after the steps."""
        before = self.view(self.hall).status.book.drinks.last_reading
        self.run_through("brew-tablet", value=before.value + 5, cleaning_drinks=1, answer="as-typed")
        reading = self.view(self.hall).status.book.drinks.last_reading
        self.assertGreater(reading.seq, Cleaning.select().get().seq)

    def test_a_refill_and_the_tray(self):
        """Filled, then the tray emptied: clear. The tray emptied, then filled: due."""
        jug = self.used_machine(name="Jug", kind="jug-compact", done={"drip-tray": 1})
        row = machine(self.site.id, jug)
        for order, due in ((("filled", "emptied"), False), (("emptied", "filled"), True)):
            for act in order:
                if act == "filled":
                    note_event(row, "refill", NOW, ACTOR)
                else:
                    mark_done([(row, "drip-tray")], NOW, ACTOR)
            states = self.due(jug, "drip-tray").triggers
            refilled = next(state for state in states if isinstance(state.trigger, AfterEvent))
            self.assertEqual(refilled.status >= Status.DUE, due, order)

    def test_a_refill_that_a_job_confirms(self):
        """It happened before the job was done: stored so."""
        self.run_through("tank-rinse")
        self.assertLess(DeviceEvent.get().seq, CareDone.select().order_by(CareDone.id.desc()).get().seq)

    def test_what_is_written_down_together(self):
        """Descale and rinse ticked in one go, or declared new together: the rinse is not due after the descale."""
        mark_done([(self.row, "group-rinse"), (self.row, "descale")], NOW, ACTOR)
        self.assertLess(self.due(self.hall, "group-rinse").status, Status.DUE)
        mark_done([(self.row, "descale")], NOW, ACTOR)
        self.assertGreaterEqual(self.due(self.hall, "group-rinse").status, Status.DUE)
        new = self.machine("New", done=dict.fromkeys(("group-rinse", "descale"), 0))
        self.assertLess(self.due(new, "group-rinse").status, Status.DUE)

    def test_the_last_notch_counts(self):
        """Coarser, a drink, finer: no drink since."""
        for act in ("coarser", "drink", "finer"):
            judge_drink(self.view(self.hall), ACTOR) if act == "drink" else change_grind(self.row, act, ACTOR)
        state = grinding(reversed(self.view(self.hall).status.book.events), NOW)
        self.assertEqual((state.way, state.drinks), ("finer", 0))
