"""The dose bench over HTTP: measured, marked, used by runs and stock; pushes; an experiment with its inspections."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.dose import begin_trial
from lamplight.actions.entries import write_entry
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.core.care.status import Status
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.trial import Trial
from lamplight.core.run.state import EventKind
from lamplight.core.stock.stock import Move
from lamplight.sight.actor import Actor
from lamplight.sight.dose import mix_of, mixes_of
from lamplight.sight.kinds import KINDS
from lamplight.sight.preparing import prepare
from lamplight.store.database import database
from lamplight.store.models import StockMoveFact
from lamplight.store.runs import run_row
from lamplight.store.sites import machine, the_site
from tests.base import NOW, WebTest
from tests.pace import said_to

ROLE = "milk-cleaner"


class Bench(WebTest):
    """One office tower, whose mix is filled to 1000 ml with 50 ml of cleaner."""

    def setUp(self):
        """Its wash was done yesterday."""
        super().setUp()
        self.lab = self.used_machine(name="Lab", kind="office-tower", done={"milk-wash": 1, "milk-strip-down": 1})
        self.at = f"/supplies/dose/{self.lab}/{ROLE}"

    def units(self):
        """What a wash takes of its cleaner."""
        view = self.view(self.lab)
        return next(line.units for line in view.needs(view.status.due("milk-wash")) if line.role == ROLE)

    def wash(self, inspected, minutes=0):
        """A whole wash; answers its number."""
        actor = Actor(NOW - timedelta(hours=4) + timedelta(minutes=minutes))
        run_id = begin_run(the_site(), machine(self.site.id, self.lab), "milk-wash", actor)
        row = run_row(run_id)
        while row.state.step is not None:
            row = answer_step(run_id, EventKind.ADVANCE, row.state.index, actor, said_to(row.state))
        finish_run(run_id, row.state.index, Finish(None, 0, inspected=inspected), the_site(), actor)
        return run_id


class Measured(Bench):
    """From the beaker to the run."""

    def test_the_mark_is_kept_and_used(self):
        """Three measurings suggest a mark; set, runs pour to it and the cupboard loses less; back to the line."""
        self.shows(self.get(self.at), "Nobody measured yet")
        for left in ("322", "305", "318"):
            self.post(f"{self.at}/measured", {"filled": "1000", "left": left})
        page = self.get(self.at)
        self.shows(page, "Fill to 720 ml with 36 ml instead")
        self.shows(page, "31 % of the full mix goes down the sink")
        self.assertEqual(self.units(), 50)
        self.post(f"{self.at}/mark", {"mark": "720"})
        self.assertEqual(self.units(), 36)
        view = self.view(self.lab)
        steps = view.procedure(view.status.due("milk-wash")).steps
        self.assertEqual([step.amount_ml for step in steps if ("tub", ROLE) in step.puts and step.amount_ml], [720])
        ready = prepare(view, "milk-wash", self.site, NOW)
        self.assertIn(720, [step.amount_ml for step in ready.procedure.steps])
        self.shows(self.get(self.at), "Here it is filled to 720 ml")
        self.post(f"{self.at}/mark", {"do": "full"})
        self.assertEqual(self.units(), 50)

    def test_saved_so_far(self):
        """A full wash saves nothing, one at the mark 14 of 50 ml; what another job takes is no saving."""
        self.wash({})
        self.hides(self.get(self.at), "saved so far")
        self.post(f"{self.at}/mark", {"mark": "720"})
        self.wash({}, minutes=60)
        self.shows(self.get(self.at), 'saved so far <span class="count">14 ml</span>')
        with database.atomic():
            entry = write_entry("stock", "of another job", Actor(NOW), self.lab)
            StockMoveFact.create(entry=entry, product="milk-liquid", move=Move.USED.value, amount=5.0, at=NOW)
        self.shows(self.get(self.at), 'saved so far <span class="count">14 ml</span>')

    def test_refused(self):
        """More left than filled, a mark above the line or below what the label holds for: nothing is written."""
        before = self.entry_count()
        for path, form, said in (
            ("measured", {"filled": "1000", "left": "1001"}, "No more can be left"),
            ("measured", {"filled": "0", "left": "0"}, "above 0"),
            ("measured", {"filled": "1000", "left": ""}, "poured back"),
            ("measured", {"filled": "1e9", "left": "1"}, "below a million"),
            ("mark", {"mark": "1200"}, "at or below the line"),
            ("mark", {"mark": "20"}, "the label holds for"),
            ("mark", {"mark": ""}, "Say to which mark"),
            ("vessel", {"bottom": "5", "top": "60", "height": "200"}, "between 10 and 500"),
            ("vessel", {"bottom": "60", "top": "60", "height": "50"}, "holds 141 ml"),
            ("pushes", {"numbers": "", "unit": "ml"}, "one number for each push"),
            ("pushes", {"numbers": "8, x", "unit": "ml"}, "is a number"),
            ("pushes", {"numbers": "8", "unit": "ml", "not_primed": "on"}, "nothing would be left"),
            ("pushes", {"numbers": "8", "unit": "cups"}, "Count in ml"),
            ("trial", {"hypothesis": ""}, "what you expect"),
            ("trial", {"hypothesis": "h", "share": "100"}, "less than the full dose"),
            ("trial", {"do": "stop"}, "No experiment runs"),
        ):
            with self.subTest(path=path, form=form):
                self.shows(self.post(f"{self.at}/{path}", form, 422).get_data(as_text=True), said)
        self.assertEqual(self.entry_count(), before)
        self.get(f"/supplies/dose/{self.lab}/descaler", 404)
        self.get(f"/supplies/dose/99/{ROLE}", 404)

    def test_vessel_and_pushes(self):
        """A height in a straight vessel; a push weighed and counted; the one that was not primed is left out."""
        self.post(f"{self.at}/measured", {"filled": "1000", "left": "320"})
        self.post(f"{self.at}/vessel", {"bottom": "100", "top": "100", "height": "200"})
        self.shows(self.get(self.at), 'data-says="mm">94</span>')
        self.post(f"{self.at}/pushes", {"numbers": "21.5 24.9, 25.3; 24.6 25.1", "unit": "ml", "not_primed": "on"})
        page = self.get(self.at)
        self.shows(page, "The full dose is")
        self.shows(page, "dots-dot is-out")

    def test_every_kind_that_mixes(self):
        """Wherever a milk cleaner is mixed, its mix is found, and a mark of nine tenths is poured and adapted."""
        found = whole = 0
        for key in KINDS.every():
            view = self.view(self.used_machine(name=key, kind=key))
            for mix in mixes_of(view):
                found += 1
                if not mix.by_volume:
                    whole += 1
                    at = f"/supplies/dose/{view.row.id}/{mix.role}"
                    self.post(f"{at}/measured", {"filled": str(mix.full_ml), "left": str(round(0.4 * mix.full_ml))})
                    page = self.get(at)
                    self.hides(page, "Use it from now on")
                    self.hides(page, 'role="slider"')
                    self.hides(page, "Only as an experiment")
                    self.shows(page, f"goes with the full {mix.full_ml} ml")
                    self.assertNotIn("less</strong> a year", page)
                    continue
                ml = round(0.9 * mix.full_ml)
                answer = self.client.post(
                    f"/supplies/dose/{view.row.id}/{mix.role}/mark", data={"csrf_token": self.token(), "mark": str(ml)}
                )
                again = self.view(view.row.id)
                if answer.status_code == 422:
                    self.assertIn("the label holds for", answer.get_data(as_text=True))
                    continue
                procedure = again.procedure(again.status.due(mix.item.key))
                steps = (step for step in procedure.steps if step.amount_ml)
                poured = {step.amount_ml for step in steps for _, role in step.puts if role == mix.role}
                self.assertEqual(poured, {ml}, key)
        self.assertGreater(found, 6)
        self.assertGreater(whole, 0)


class Experiment(Bench):
    """Weaker and longer."""

    def begin(self):
        """70 % of the dose, 10 minutes, two washes."""
        at = NOW - timedelta(hours=5)
        begin_trial(self.view(self.lab, at), ROLE, Trial(0.7, 10, 2, at, "It leaves nothing"), Actor(at))

    def test_a_weaker_dose_that_stands(self):
        """Its runs take less, wait, and cannot be finished without four answers; one finding ends it."""
        self.begin()
        view = self.view(self.lab)
        self.assertEqual(self.units(), 35)
        steps = view.procedure(view.status.due("milk-wash")).steps
        self.assertTrue(any(step.duration and step.duration.likely_s == 600 for step in steps))
        with self.assertRaisesRegex(InvalidInput, "part of an experiment: look at"):
            self.wash({"hose": True})
        row = run_row(1)
        answer_step(1, EventKind.ABANDON, row.state.index, Actor(NOW - timedelta(hours=4)), "again")
        clean = dict.fromkeys(("hose", "orifice", "galleries", "valve"), True)
        self.wash(clean, 60)
        self.shows(self.get(self.at), "0 of 1 with residue")
        run_id = self.wash(clean | {"valve": False}, 120)
        self.assertEqual(self.units(), 50)
        self.assertIsNone(mix_of(self.view(self.lab), ROLE).trial)
        page = self.get(f"/runs/{run_id}")
        self.shows(page, "is wanted")
        self.shows(page, "the valve was not clean".capitalize())
        for item in ("milk-wash", "milk-strip-down"):
            self.assertGreaterEqual(self.due(self.lab, item).status, Status.DUE)
        self.shows(self.get("/log/runs"), "found not clean: milk valve")

    def test_ended_by_hand(self):
        """The full dose at once; another may begin; two at once may not."""
        self.begin()
        again = {"hypothesis": "x", "share": "50", "minutes": "5", "washes": "3"}
        self.shows(self.post(f"{self.at}/trial", again, 422).get_data(as_text=True), "runs already")
        self.post(f"{self.at}/trial", {"do": "stop"})
        self.assertEqual(self.units(), 50)
        self.post(f"{self.at}/trial", again)
        self.assertEqual(self.units(), 25)
