"""What was touched without a connection: whose it may be, from when it counts, and what becomes of it."""

from __future__ import annotations

import json
import re
import unittest
from datetime import timedelta
from pathlib import Path

from lamplight.actions.relocating import MoveFields, move_machine
from lamplight.actions.runs import answer_as_mine, answer_step, begin_run
from lamplight.actions.sites import save_keeper, save_site
from lamplight.core.errors import StaleStep
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.run.ahead import place_key, places_ahead
from lamplight.core.run.state import EventKind
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.logbook import entries
from lamplight.store.models import RunEventRow
from lamplight.store.rounds import open_round
from lamplight.store.runs import run_row
from lamplight.store.sites import machine, site_of, the_site
from lamplight.web.offline.views import ALONG, MOST_PAGES, PATIENCE_MS
from lamplight.web.sent_later import AT, BY, MAY_BE_KEPT, MINE, SITE, patterns
from tests.base import NOW, WEEK
from tests.web.test_rights import WORDS, Roles

EARLIER = NOW - timedelta(hours=3)


class Kept(Roles):
    """A helper's phone that was away."""

    def setUp(self):
        """Signed in; a run was begun before it was away."""
        super().setUp()
        self.helper = self.people[RoleAtSite.HELPER]
        self.use(RoleAtSite.HELPER)
        row = machine(self.site.id, self.hall)
        self.run_id = begin_run(self.site, row, "brew-tablet", Actor(NOW - timedelta(hours=4)), anyway=True)

    def send(self, path, body, at=EARLIER, by=None, code=200, **more):
        """What the phone sends later; answers what it is told."""
        headers = {
            AT: at if isinstance(at, str) else at.isoformat(), BY: str(by or self.helper), SITE: str(self.site.id),
            "HX-Request": "true",
            "X-CSRFToken": self.token(), **more,
        }  # fmt: skip
        answer = self.client.post(path, data=body, headers=headers)
        database.connect(reuse_if_open=True)
        self.assertEqual(answer.status_code, code, answer.get_data(as_text=True)[:300])
        return answer

    def step(self, index, answer="advance", **more):
        """A step of the run."""
        return self.send(f"/runs/{self.run_id}/step", {"step": str(index), "answer": answer}, **more)


class Told(Kept):
    """What a phone may keep is said once, by the server."""

    def test_the_phone_goes_by_the_servers_rules(self):
        """Of every address that takes a form, the patterns on the page fit those that are taken later, and no other."""
        said = [re.compile(pattern) for pattern in patterns(self.app, MAY_BE_KEPT, "POST")]
        self.assertEqual(len(said), len(MAY_BE_KEPT))
        for rule in self.app.url_map.iter_rules():
            if "POST" in rule.methods:
                path = re.sub(r"<[^>]+>", "skip", re.sub(r"<int:[^>]+>", "12", rule.rule))
                fits = any(pattern.search(path) for pattern in said)
                with self.subTest(path=path):
                    self.assertEqual(fits, rule.endpoint in MAY_BE_KEPT)
        page = self.get("/round/sheet")
        self.assertIn("data-keeps", page)
        for pattern in said:
            self.assertIn(pattern.pattern.replace("&", "&amp;"), page.replace("&#34;", '"'))

    def test_what_is_taken_along(self):
        """The worker is handed the addresses of just those pages, and how many and how long."""
        worker = self.get("/sw.js")
        said = worker[: worker.index("// ")]
        rules = dict(re.findall(r"^const (\w+) = (.*);$", said, re.MULTILINE))
        said = [re.compile(pattern) for pattern in json.loads(rules["ALONG"])]
        self.assertEqual(len(said), len(ALONG))
        for rule in self.app.url_map.iter_rules():
            if "GET" in rule.methods and rule.endpoint != "static":
                path = re.sub(r"<[^>]+>", "milk-wash", re.sub(r"<int:[^>]+>", "12", rule.rule))
                with self.subTest(path=path):
                    self.assertEqual(any(pattern.search(path) for pattern in said), rule.endpoint in ALONG)
        self.assertEqual((json.loads(rules["MOST_PAGES"]), json.loads(rules["PATIENCE_MS"])), (MOST_PAGES, PATIENCE_MS))
        script = (Path(self.app.static_folder) / "js" / "worker.js").read_text("utf-8")
        used = set(re.findall(r"\b[A-Z][A-Z_]{3,}\b", script)) - {"SHELL", "PAGES", "RULES"}
        self.assertEqual(used, set(rules))

    def test_the_answer_names_the_touch(self):
        """By its token, so that no other touch is cut out."""
        told = self.send("/done", {"job": f"{self.hall}:drip-tray", "once": "a-token-of-12"}).get_json()
        self.assertEqual((told["kept"], told["once"]), (True, "a-token-of-12"))


class FromWhen(Kept):
    """The moment of the touch counts."""

    def test_done_when_it_was_touched(self):
        """The deed stands at its moment, and in the log also when it came into the book; sent twice it counts once."""
        body = {"job": f"{self.hall}:group-rinse", "once": "abcdefgh12345678"}
        told = self.send("/done", body).get_json()
        self.assertTrue(told["kept"])
        newest = next(row for row in entries(limit=20) if row.recorded_at == NOW and row.at == EARLIER)
        self.assertEqual((newest.at, newest.recorded_at, newest.keeper_id), (EARLIER, NOW, self.helper))
        count = self.written()
        self.assertTrue(self.send("/done", body).get_json()["kept"])
        self.assertEqual(self.written(), count)

    def test_a_machine_that_moved(self):
        """What was touched before it went counts where it stood then; what was touched there later is refused here."""
        other = save_site("Harbour Hall", "Europe/Berlin", WEEK, Actor(NOW), another=True)
        gone = Actor(NOW - timedelta(hours=1), site_id=self.site.id)
        bar = self.machine("Bar", back=9)
        move_machine(the_site(), machine(self.site.id, bar), site_of(other.id), MoveFields(NOW.date()), gone)
        yesterday = NOW - timedelta(days=1)
        told = self.send("/done", {"job": f"{bar}:group-rinse", "once": "stood-here-then1"}, at=yesterday).get_json()
        self.assertTrue(told["kept"])
        line = next(row for row in entries(limit=20) if row.at == yesterday and row.machine_id == bar)
        self.assertEqual(line.site_id, self.site.id)
        before = self.written()
        self.send("/done", {"job": f"{bar}:group-rinse", "once": "stood-there-now1"}, at=NOW, code=422)
        self.assertEqual(self.written(), before)

    def test_a_round_that_is_over(self):
        """What was done on it counts all the same; a bag that was packed for it opens no other one."""
        told = self.send("/round/done", {"job": f"{self.hall}:outlets", "once": "round-was-over1"}).get_json()
        self.assertTrue(told["kept"])
        before = self.written()
        self.send("/round/bag", {"line": "jug", "shown": "jug", "once": "round-was-over2"})
        self.assertEqual((self.written(), open_round(self.site.id, self.helper)), (before, None))

    def test_steps_in_order(self):
        """Each at its moment; a clock that is a little ahead is the present."""
        for n in range(2):
            self.step(n, at=EARLIER + timedelta(minutes=n))
        self.step(2, at=NOW + timedelta(minutes=4))
        rows = RunEventRow.select().where(RunEventRow.run == self.run_id).order_by(RunEventRow.id)
        self.assertEqual([row.at for row in rows], [EARLIER, EARLIER + timedelta(minutes=1), NOW])

    def test_too_old_or_ahead(self):
        """Three days at most, five minutes ahead at most; no moment at all is none."""
        for at in (NOW - timedelta(days=4), NOW + timedelta(minutes=6), "yesterday", "2026-11-24T07:00:00"):
            told = self.step(0, at=at, code=422).get_json()
            self.assertIn("kept for too long", told["error"])
        self.assertEqual(run_row(self.run_id).state.index, 0)

    def test_only_what_is_done_at_a_machine(self):
        """Anything else wants a connection: settings, people, readings are not taken so."""
        for path in ("/people", "/readings", f"/machines/{self.hall}/edit", "/sign-out", "/supplies/moves"):
            self.send(path, {}, code=400)
        self.assertEqual(self.client.get("/", headers={AT: EARLIER.isoformat()}).status_code, 400)
        self.assertEqual({rule.endpoint for rule in self.app.url_map.iter_rules()} & MAY_BE_KEPT, MAY_BE_KEPT)


class Whose(Kept):
    """Nobody sends what somebody else touched."""

    def test_of_another(self):
        """Another keeper on the same phone: told so, nothing written."""
        before = self.written()
        told = self.step(0, by=self.people[RoleAtSite.KEEPER], code=409).get_json()
        self.assertIn("Somebody else touched that", told["error"])
        self.assertEqual(self.written(), before)

    def test_at_the_site_of_the_touch(self):
        """Wherever this browser is by now; of a site that the keeper serves no more nothing is taken."""
        there = save_site("Harbour Hall", "UTC", WEEK, Actor(NOW), another=True)
        at_hall = Actor(NOW, site_id=there.id)
        save_keeper("helper one", "HE", at_hall, self.helper, True, WORDS, RoleAtSite.HELPER)
        self.post("/sites/go", {"site_id": str(there.id)})
        self.send("/done", {"job": f"{self.hall}:group-rinse"})
        self.assertEqual([row.machine_id for row in entries(limit=20) if row.at == EARLIER], [self.hall])
        told = self.send("/done", {"job": f"{self.hall}:group-rinse"}, code=409, **{SITE: "99"}).get_json()
        self.assertIn("do not serve", told["error"])

    def test_rights_hold(self):
        """Who looks on does not write by way of a phone that was away."""
        self.use(RoleAtSite.LOOKER)
        self.step(0, by=self.people[RoleAtSite.LOOKER], code=403)

    def test_signed_out_meanwhile(self):
        """It waits for signing in."""
        self.client = self.app.test_client()
        headers = {AT: EARLIER.isoformat(), BY: "1", "HX-Request": "true"}
        token = self.client.get("/sign-in").get_data(as_text=True).split('name="csrf-token" content="')[1].split('"')[0]
        answer = self.client.post("/done", data={"csrf_token": token}, headers=headers)
        self.assertEqual((answer.status_code, "Sign in" in answer.get_json()["error"]), (401, True))


class Both(Kept):
    """The run went on in the book."""

    def test_refused_and_shown(self):
        """With where it stands; nothing is written."""
        answer_step(self.run_id, EventKind.ADVANCE, 0, Actor(NOW - timedelta(hours=2)))
        page = self.step(0, code=409).get_data(as_text=True)
        self.shows(page, "This step was answered already")
        self.shows(page, run_row(self.run_id).state.step.title)

    def test_mine_is_right(self):
        """Back to the step first, then on; also out of a break and of what the machine asked for."""
        other = Actor(NOW - timedelta(hours=2))
        for n in range(2):
            answer_step(self.run_id, EventKind.ADVANCE, n, other)
        answer_step(self.run_id, EventKind.INTERRUPT, 2, other, "away")
        self.step(0, code=200, **{MINE: "1"})
        kinds = [
            row.kind for row in RunEventRow.select().where(RunEventRow.run == self.run_id).order_by(RunEventRow.id)
        ]
        self.assertEqual(kinds, ["advance", "advance", "interrupt", "resume", "back", "back", "advance"])
        self.assertEqual(run_row(self.run_id).state.index, 1)

    def test_never_came_by(self):
        """A step that the book's run did not reach, or one that ended: nobody's word brings it there."""
        with self.assertRaisesRegex(StaleStep, "The run in the book did not come by that"):
            answer_as_mine(self.run_id, EventKind.ADVANCE, 3, Actor(NOW))
        answer_step(self.run_id, EventKind.ABANDON, 0, Actor(NOW), "a leak")
        with self.assertRaisesRegex(StaleStep, "This run has ended already"):
            answer_as_mine(self.run_id, EventKind.ADVANCE, 0, Actor(NOW))

    def test_only_where_both_were_seen(self):
        """The header alone, of a form that was not kept, changes nothing."""
        answer_step(self.run_id, EventKind.ADVANCE, 0, Actor(NOW))
        headers = {MINE: "1", "X-CSRFToken": self.token()}
        answer = self.client.post(f"/runs/{self.run_id}/step", data={"step": "0", "answer": "advance"}, headers=headers)
        self.assertEqual(answer.status_code, 409)


class TakenAlong(Kept):
    """What the phone gets of a run."""

    def test_every_place_has_its_page(self):
        """Pages for all places; the step's title stands on each; nothing of it is of another run."""
        told = json.loads(self.client.get(f"/runs/{self.run_id}/ahead").get_data())
        state = run_row(self.run_id).state
        known = places_ahead(state)
        self.assertEqual(set(told["places"]), set(known))
        for key, place in told["places"].items():
            page = told["pages"][place["page"]]
            self.assertEqual(place["leads"], dict(known[key].leads))
            step = known[key].state.step
            if step and not known[key].state.broken and not known[key].state.asked_for and not known[key].state.doubt:
                self.shows(page, step.title)
            self.assertNotIn("/runs/0/", page)
        here = self.get(f"/runs/{self.run_id}")
        self.assertIn(f'data-place="{place_key(state)}"', here)
        self.assertIn(f'data-edition="{told["edition"]}"', here)

    def test_the_worker(self):
        """Open to anybody, tells nothing of the book, takes along what is there."""
        self.client = self.app.test_client()
        worker = self.client.get("/sw.js")
        self.assertEqual((worker.status_code, worker.mimetype), (200, "text/javascript"))
        taken = json.loads(worker.get_data(as_text=True).split("const TAKEN = ")[1].split(";\n")[0])
        for path in taken:
            with self.client.get(path) as answer:
                self.assertEqual(answer.status_code, 200, path)
        self.hides(self.client.get("/offline").get_data(as_text=True), "Hall")


if __name__ == "__main__":
    unittest.main()
