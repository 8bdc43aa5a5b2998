"""How often each main page asks the data file: the same however many machines and runs there are."""

from __future__ import annotations

from playhouse.test_utils import count_queries

from lamplight.actions.planning import announce
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.core.run.state import EventKind
from lamplight.sight import cache
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_views
from lamplight.store.runs import run_row
from lamplight.store.sites import machine, the_site
from tests.base import NOW, WebTest
from tests.pace import said_to

# Asked for the first time after something was written, and again while nothing is. A number that falls may be lowered
# here; one that rises wants a reason.
PAGES = {
    "/": (64, 20),
    "/machines": (40, 7),
    "/machines/{id}": (53, 14),
    "/machines/{id}/settings": (40, 9),
    "/readings": (41, 8),
    "/readings/{id}": (41, 10),
    "/lamps": (42, 9),
    "/lamps/{id}": (43, 9),
    "/water": (43, 10),
    "/supplies": (46, 13),
    "/log": (21, 20),
    "/log/runs": (18, 17),
    "/site": (11, 10),
    "/people": (12, 8),
    "/kinds": (9, 8),
    "/procedures": (10, 9),
    "/runs/ready/{id}/brew-tablet": (43, 12),
    "/runs/{run}": (55, 22),
}


class Queries(WebTest):
    """A site with one machine, and a run that was led through."""

    maxDiff = None

    def setUp(self):
        """The first machine."""
        super().setUp()
        self.hall = self.used_machine(done={"brew-tablet": 3})
        self.run_id = self.lead(self.hall)
        for _ in range(2):  # from three on its own times are learned
            self.lead(self.hall)

    def lead(self, machine_id):
        """A whole run; answers its number."""
        actor = Actor(NOW)
        run_id = begin_run(the_site(), machine(self.site.id, machine_id), "brew-tablet", actor)
        row = run_row(run_id)
        while row.state.step is not None:
            row = answer_step(run_id, EventKind.ADVANCE, row.state.index, actor, said_to(row.state))
        finish_run(run_id, row.state.index, Finish(None, 1, lamp_out=True), the_site(), actor)
        return run_id

    def asked(self, path):
        """How often a page asks: at first, and again."""
        cache.forget()
        counts = []
        for _ in range(2):
            with count_queries() as counted:
                self.get(path)
            counts.append(counted.count)
        return tuple(counts)

    def counts(self):
        """Every page, once the weeks are planned."""
        announce(the_site(), machine_views(the_site(), NOW), NOW)
        return {path: self.asked(path.format(id=self.hall, run=self.run_id)) for path in PAGES}

    def test_pinned_and_the_same_for_many(self):
        """Two machines with one run, since one alone has another page; then seven with ten."""
        self.used_machine(name="Beside")
        few = self.counts()
        for n in range(5):
            self.used_machine(name=f"More {n}", kind=("jug-compact", "office-tower")[n % 2])
        for _ in range(9):
            self.lead(self.hall)
        many = self.counts()
        self.assertEqual(many, PAGES)
        for path, (first, again) in few.items():
            with self.subTest(path=path):
                self.assertGreaterEqual(first, many[path][0] - 3)
                self.assertGreaterEqual(again, many[path][1] - 1)

    def posted(self, path, form):
        """How often a form that is saved asks."""
        token = self.token()
        self.get("/readings")
        with count_queries() as counted:
            answer = self.client.post(path, data={"csrf_token": token, **form})
        self.assertEqual(answer.status_code, 303, answer.get_data(as_text=True)[:300])
        return counted.count

    def test_saving_readings(self):
        """One more line of the log and one more reading for each counter, and nothing else."""
        one = self.posted("/readings", {f"value-{self.hall}": "1900", f"answer-{self.hall}": "as-typed"})
        self.assertLessEqual(one, 11)
        tower = self.machine("Tower", kind="office-tower")
        answers = {f"answer-{tower}{counter}": "as-typed" for counter in ("", "-milk", "-litres")}
        values = {f"value-{tower}": "1200", f"value-{tower}-milk": "90", f"value-{tower}-litres": "40"}
        self.clock.moment = NOW.replace(hour=13)
        three = self.posted("/readings", {**values, **answers})
        self.assertLessEqual(three, one + 2 * 2)
