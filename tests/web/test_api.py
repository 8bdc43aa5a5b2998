"""For other programs: tokens and their scopes, readings and lamps in, machines out."""

from __future__ import annotations

import re
from datetime import timedelta

from lamplight.actions.api_tokens import end_token, make_token
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.sites import save_keeper, save_site
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.sight.access import Scope, good_tokens
from lamplight.sight.actor import Actor
from lamplight.store.books import book
from lamplight.store.database import database
from lamplight.store.logbook import entries
from lamplight.store.models import ApiToken
from tests.base import NOW, WEEK, tested_app
from tests.web.test_rights import WORDS, Roles


class Programs(Roles):
    """A token of each scope, of a helper."""

    def setUp(self):
        """Made as the keeper makes them."""
        super().setUp()
        helper = Actor(NOW, self.people[RoleAtSite.HELPER], True, role=RoleAtSite.HELPER)
        self.tokens_by_scope = {scope: make_token(scope, f"for {scope}", helper) for scope in Scope}
        self.program = self.app.test_client()

    def call(self, path, body=None, scope=None, code=200, token=None):
        """One request of a program; answers what it says."""
        token = token or (self.tokens_by_scope[scope] if scope else "")
        headers = {"Authorization": f"Bearer {token}"} if token else {}
        answer = self.program.open(path, method="GET" if body is None else "POST", json=body, headers=headers)
        database.connect(reuse_if_open=True)
        self.assertEqual(answer.status_code, code, answer.get_data(as_text=True)[:300])
        self.assertNotIn("Set-Cookie", answer.headers)
        return answer.get_json()


class TwoSites(Programs):
    """Whose keeper serves two."""

    def test_each_machine_with_its_site(self):
        """All that the keeper serves; a name that stands at both wants a number; nothing of a third."""
        there = {}
        for name, zone in (("Harbour Hall", "America/New_York"), ("Third", "Asia/Tokyo")):
            there[name] = save_site(name, zone, WEEK, Actor(NOW), another=True)
            add_machine(there[name].id, MachineFields("Hall", "jug-compact"), NewMachine({"drinks": 400}),
                        Actor(NOW - timedelta(days=3), site_id=there[name].id))  # fmt: skip
        helper = self.people[RoleAtSite.HELPER]
        at_hall = Actor(NOW, site_id=there["Harbour Hall"].id)
        save_keeper("helper one", "HE", at_hall, helper, True, WORDS, RoleAtSite.HELPER)
        told = self.call("/api/machines", scope=Scope.READ)
        self.assertEqual(told["sites"], ["Test Works", "Harbour Hall"])
        shown = [(one["site"], one["zone"]) for one in told["machines"]]
        self.assertEqual(sorted(shown), [("Harbour Hall", "America/New_York"), ("Test Works", "Europe/Berlin")])
        by_name = {"readings": [{"machine": "Hall", "value": 450}]}
        self.assertIn("Give its number", self.call("/api/readings", by_name, Scope.READINGS, 422)["error"])
        far = next(one["id"] for one in told["machines"] if one["site"] == "Harbour Hall")
        both = {"readings": [{"machine": far, "value": 450}, {"machine": self.hall, "value": 99}]}
        self.call("/api/readings", both, Scope.READINGS, 422)  # runs back at one: nothing at the other
        self.assertEqual(book(far).drinks.last_reading.value, 400)
        self.call("/api/readings", {"readings": both["readings"][:1]}, Scope.READINGS, 201)
        self.assertEqual(book(far).drinks.last_reading.value, 450)
        save_keeper("helper one", "HE", at_hall, helper, True, WORDS, RoleAtSite.LOOKER)
        before = (NOW - timedelta(hours=1)).isoformat()
        refused = {"readings": [{"machine": far, "value": 440, "at": before}]}
        self.call("/api/readings", refused, Scope.READINGS, 403)


class Scopes(Programs):
    """Each for its own."""

    def test_each_for_its_own(self):
        """Another scope, no token, a made-up one, an ended one: 401 with a sentence, nothing written."""
        paths = {
            Scope.READ: ("/api/machines", None),
            Scope.READINGS: ("/api/readings", {}),
            Scope.LAMPS: ("/api/lamps", {}),
        }
        before = self.written()
        for scope, (path, body) in paths.items():
            for other in (one for one in Scope if one is not scope):
                self.assertIn("Bearer", self.call(path, body, other, 401)["error"])
            self.call(path, body, code=401)
            self.call(path, body, code=401, token="made-up")
        self.assertEqual(self.written(), before)
        row = next(one for one in good_tokens() if one.scope is Scope.READ)
        end_token(row.id, Actor(NOW, row.keeper_id, True, role=RoleAtSite.HELPER))
        self.call("/api/machines", scope=Scope.READ, code=401)

    def test_goes_with_its_keeper(self):
        """Who has left, or looks on, writes by no program either."""
        last = book(self.hall).drinks.last_reading.value
        reading = {"readings": [{"machine": "Hall", "value": last + 20}]}
        helper = self.people[RoleAtSite.HELPER]
        save_keeper("helper one", "HE", Actor(NOW), helper, present=WORDS, role=RoleAtSite.LOOKER)
        self.assertIn("You look on", self.call("/api/readings", reading, Scope.READINGS, 403)["error"])
        save_keeper("helper one", "HE", Actor(NOW), helper, active=False, present=WORDS)
        self.call("/api/machines", scope=Scope.READ, code=401)

    def test_making_and_ending(self):
        """Shown once and kept as a hash; a looker makes none that writes; another's is ended by an owner."""
        self.use(RoleAtSite.KEEPER)
        page = self.post("/people/token", {"scope": "lamps", "token_name": "panel camera"}, 200).get_data(as_text=True)
        token = re.search(r'invite-link">([\w-]{43})<', page)[1]
        self.assertNotIn(token, self.get("/people"))
        self.assertNotIn(token, str([row.hashed for row in ApiToken.select()]))
        self.post("/people/token", {"scope": "everything", "token_name": "x"}, 422)
        self.post("/people/token", {"scope": "read", "token_name": " "}, 422)
        looker = Actor(NOW, self.people[RoleAtSite.LOOKER], True, role=RoleAtSite.LOOKER)
        make_token(Scope.READ, "wall", looker)
        for scope in (Scope.READINGS, Scope.LAMPS):
            with self.assertRaisesRegex(NotAllowed, "You look on here"):
                make_token(scope, "x", looker)
        with self.assertRaisesRegex(InvalidInput, "signed in"):
            make_token(Scope.READ, "x", Actor(NOW))
        own = next(row for row in good_tokens() if row.name == "panel camera")
        self.use(RoleAtSite.HELPER)
        self.post("/people/token/end", {"token": str(own.id)}, 403)
        self.use(RoleAtSite.OWNER)
        self.post("/people/token/end", {"token": str(own.id)})
        self.post("/people/token/end", {"token": str(own.id)}, 422)
        self.assertIn("Token “panel camera” ended", [row.summary for row in entries(kind="access")])


class In(Programs):
    """Readings and lamps."""

    def test_readings(self):
        """By number or name, at a time of their own; in the log as the keeper's."""
        last = book(self.hall).drinks.last_reading.value
        at = (NOW - timedelta(minutes=5)).isoformat()
        sent = {
            "readings": [{"machine": self.hall, "value": last + 3, "at": at}, {"machine": "Hall", "value": last + 4}]
        }
        self.assertEqual(self.call("/api/readings", sent, Scope.READINGS, 201), {"taken": 2})
        self.assertEqual([one.value for one in book(self.hall).drinks.readings[-2:]], [last + 3, last + 4])
        self.assertEqual(entries(kind="reading")[0].who, "HE")

    def test_readings_refused(self):
        """Whole, with a sentence: doubtful, no number, no machine, no counter, a time without its offset."""
        last = book(self.hall).drinks.last_reading.value
        before = self.written()
        good = {"machine": "Hall", "value": last + 1}
        for wrong, said in (
            ({"value": last - 500}, "less than"), ({"value": 10**10}, "nine digits"), ({"value": -1}, "nine digits"),
            ({"value": "12"}, "whole number"), ({"value": True}, "whole number"), ({"machine": "Attic"}, "no machine"),
            ({"machine": None}, "no machine"), ({"machine": True}, "no machine"), ({"counter": "moons"}, "no counter"),
            ({"at": "noon"}, "with its offset"), ({"at": "2026-11-24T07:05:00"}, "with its offset"),
        ):  # fmt: skip
            sent = {"readings": [good, {**good, **wrong}]}
            self.assertIn(said, self.call("/api/readings", sent, Scope.READINGS, 422)["error"])
        for body in ([], {}, {"readings": []}, {"readings": [good] * 201}, {"readings": "x"}):
            self.call("/api/readings", body, Scope.READINGS, 400)
        self.assertEqual(self.written(), before)

    def test_lamps(self):
        """What it means comes back, and stands on the machine; nothing lit is dark."""
        sent = {"machine": self.hall, "lamps": {"tank": "flashing red"}}
        self.assertEqual(self.call("/api/lamps", sent, Scope.LAMPS, 201), {"means": ["Fill the tank"]})
        self.assertEqual(self.view(self.hall).panel.meanings[0].title, "Fill the tank")
        self.assertEqual(self.call("/api/lamps", {"machine": self.hall}, Scope.LAMPS, 201), {"means": []})
        for lamps, code in (({"moon": "steady"}, 422), ({"tank": "purple"}, 422), ("tank", 400), ({"tank": 7}, 422)):
            self.call("/api/lamps", {"machine": self.hall, "lamps": lamps}, Scope.LAMPS, code)


class Out(Programs):
    """Machines and what is due."""

    def test_machines(self):
        """The same dues as the page; no names of keepers."""
        said = self.call("/api/machines", scope=Scope.READ)
        found = said["machines"][0]
        dues = {due["item"]: due["status"] for due in found["dues"]}
        own = {due.item.key: due.status.word for due in self.view(self.hall).status.dues}
        self.assertEqual((found["name"], dues), ("Hall", own))
        self.assertNotIn("helper one", str(said))

    def test_at_home_there_is_none(self):
        """Where nobody signs in no program is answered."""
        database.close()
        client = tested_app(self.folder, self.clock, testing=True).test_client()
        answer = client.get("/api/machines", headers={"Authorization": f"Bearer {self.tokens_by_scope[Scope.READ]}"})
        database.connect(reuse_if_open=True)
        self.assertEqual(answer.status_code, 404)


class Silent(Programs):
    """Nobody wrote anything for a summer."""

    def test_programs_and_guests_go_on(self):
        """A program gets JSON, and goes on where it names the same day; a guest and a mail's link are not asked."""
        self.clock.moment = NOW + timedelta(days=130)
        plain = {"readings": [{"machine": "Hall", "value": 4000}]}
        refused = self.call("/api/readings", plain, Scope.READINGS, 409)
        self.assertIn("long after the newest entry", refused["error"])
        other = {"readings": [{"machine": "Hall", "value": 4000, "at": (NOW + timedelta(days=2)).isoformat()}]}
        self.assertIn("another time", self.call("/api/readings", other, Scope.READINGS, 409)["error"])
        guest = self.app.test_client()
        self.assertEqual(guest.post("/at/nobody", data={"told": "panel"}).status_code, 404)
        self.assertEqual(guest.post("/mail/stop/nothing/morning").status_code, 404)
        agreed = {"readings": [{"machine": "Hall", "value": 4000, "at": self.clock.moment.isoformat()}]}
        self.call("/api/readings", agreed, Scope.READINGS, 201)

    def test_a_year_that_cannot_be(self):
        """Refused in a sentence, and every page opens afterwards."""
        for at in ("0001-01-01T00:00:00Z", "9999-12-31T23:59:59-23:00", "1989-12-31T00:00:00Z"):
            sick = {"readings": [{"machine": "Hall", "value": 4000, "at": at}]}
            self.call("/api/readings", sick, Scope.READINGS, 422)
            self.call("/api/lamps", {"machine": "Hall", "lamps": {}, "at": at}, Scope.LAMPS, 422)
        self.use(RoleAtSite.OWNER)
        for page in ("/", "/log", f"/machines/{self.hall}"):
            self.get(page)
