"""Passkeys: made, shown, refused where anything is wrong, and as the second of two steps."""

from __future__ import annotations

import json
import unittest
from datetime import timedelta

from lamplight.actions.passkeys import end_keys_of
from lamplight.actions.sites import save_keeper, save_site, serve_no_more
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.sight.access import can_have_keys, good_keys, two_steps
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.logbook import entries
from lamplight.store.models import Challenge, Passkey, SignIn
from tests.authenticator import Authenticator
from tests.base import NOW, WEEK
from tests.web.test_rights import WORDS, Roles

HOST = "localhost"
ORIGIN = "http://localhost"


class Keys(Roles):
    """A helper whose phone holds a key."""

    def setUp(self):
        """Made as the page makes it."""
        super().setUp()
        self.phone = Authenticator(ORIGIN)
        self.use(RoleAtSite.HELPER)
        self.make(self.phone)

    def json(self, path, body, code=200):
        """Send what the script sends; answers what it is told."""
        answer = self.client.post(path, json=body, headers={"X-CSRFToken": self.token()})
        database.connect(reuse_if_open=True)
        self.assertEqual(answer.status_code, code, answer.get_data(as_text=True)[:300])
        return answer.get_json()

    def make(self, phone, code=200, present=WORDS):
        """A key on a phone of whoever is signed in."""
        options = json.loads(self.post("/people/passkey/ask", {"present": present}, 200).get_data(as_text=True))
        return self.json("/people/passkey", {"answer": phone.make(options), "name": "old phone"}, code)

    def asked(self):
        """What a phone is asked to prove."""
        return self.json("/sign-in/passkey/ask", {})

    def fresh(self):
        """Another browser, in which nobody is."""
        self.client = self.app.test_client()

    def come_in(self, answer, code=200):
        """Show a key."""
        return self.json("/sign-in/passkey", {"answer": answer, "next": "/machines", "trusted": True}, code)

    def nobody_came(self):
        """Fail where this browser is let in."""
        self.assertEqual(self.client.get("/machines").status_code, 303)


class Making(Keys):
    """By oneself, with one's passphrase."""

    def test_kept(self):
        """It stands under People and in the log; the book keeps no secret of it."""
        self.assertEqual([(row.name, row.host, row.used_at) for row in good_keys()], [("old phone", HOST, None)])
        self.shows(self.get("/people"), "old phone")
        self.assertEqual(entries(limit=1)[0].summary, "Passkey “old phone” made")

    def test_refused(self):
        """A wrong passphrase, an answer that was given already, one that answers nothing, the same key again."""
        asked = self.client.post("/people/passkey/ask", data={"csrf_token": self.token(), "present": "not it at all"})
        self.assertEqual((asked.status_code, "present passphrase" in asked.get_json()["error"]), (422, True))
        options = json.loads(self.post("/people/passkey/ask", {"present": WORDS}, 200).get_data(as_text=True))
        other = Authenticator(ORIGIN)
        answer = other.make(options)
        self.json("/people/passkey", {"answer": answer, "name": ""})
        self.assertIn("answered before", self.json("/people/passkey", {"answer": answer}, 422)["error"])
        for odd in ({}, {"answer": 4}, {"answer": {"response": {"clientDataJSON": "!"}}}, {"answer": {"id": "x"}}):
            self.json("/people/passkey", odd, 422)
        self.assertIn("known already", self.make(other, 422)["error"])
        self.assertEqual(len(good_keys()), 2)

    def test_not_what_was_asked(self):
        """From another address, of another name, without the phone's lock, by another keeper's session, too late."""
        far = Authenticator("https://elsewhere.example")
        self.make(far, 422)
        unlocked = Authenticator(ORIGIN)
        unlocked.verified = False
        self.make(unlocked, 422)
        options = json.loads(self.post("/people/passkey/ask", {"present": WORDS}, 200).get_data(as_text=True))
        wrong = Authenticator(ORIGIN).make({**options, "rp": {"id": "elsewhere.example"}})
        self.json("/people/passkey", {"answer": wrong}, 422)
        options = json.loads(self.post("/people/passkey/ask", {"present": WORDS}, 200).get_data(as_text=True))
        self.use(RoleAtSite.LOOKER)
        self.json("/people/passkey", {"answer": Authenticator(ORIGIN).make(options)}, 422)
        self.use(RoleAtSite.HELPER)
        options = json.loads(self.post("/people/passkey/ask", {"present": WORDS}, 200).get_data(as_text=True))
        self.clock.moment = NOW + timedelta(minutes=6)
        self.json("/people/passkey", {"answer": Authenticator(ORIGIN).make(options)}, 422)
        self.assertEqual(len(good_keys()), 1)

    def test_names_and_numbers(self):
        """A key belongs to a name; where Lamplight is asked for by its number, none can be made."""
        known = {"localhost": True, "kettle.local": True, "192.168.4.7": False, "::1": False, "[::1]": False, "": False}
        self.assertEqual({host: can_have_keys(host) for host in known}, known)


class Showing(Keys):
    """Instead of a passphrase."""

    def test_comes_in(self):
        """To where they wanted; the session is theirs, like any other; the key was used."""
        self.fresh()
        self.assertEqual(self.come_in(self.phone.prove(self.asked())), {"go": "/machines"})
        self.shows(self.get("/machines"), "Hall")
        helper = self.people[RoleAtSite.HELPER]
        self.assertEqual([row.keeper_id for row in SignIn.select().order_by(SignIn.id.desc()).limit(1)], [helper])
        self.assertEqual(good_keys()[0].used_at, NOW)
        self.assertEqual(Challenge.select().count(), 0)

    def test_not_twice(self):
        """What was proved once proves nothing again; a copy of the key that counts behind is refused."""
        self.fresh()
        answer = self.phone.prove(self.asked())
        self.come_in(answer)
        self.fresh()
        self.come_in(answer, 422)
        self.phone.count = 0
        self.come_in(self.phone.prove(self.asked()), 422)
        self.nobody_came()

    def test_nothing_else_comes_in(self):
        """Another key, a signature of something else, no lock opened, elsewhere's page, five minutes late."""
        stranger = Authenticator(ORIGIN)
        self.fresh()
        self.come_in(stranger.prove(self.asked()), 422)
        stranger.id = self.phone.id
        self.come_in(stranger.prove(self.asked()), 422)
        self.phone.verified = False
        self.come_in(self.phone.prove(self.asked()), 422)
        self.phone.verified, self.phone.origin = True, "https://elsewhere.example"
        self.come_in(self.phone.prove(self.asked()), 422)
        self.phone.origin = ORIGIN
        answer = self.phone.prove({"challenge": "AAAA", "rpId": HOST})
        self.come_in(answer, 422)
        late = self.phone.prove(self.asked())
        self.clock.moment = NOW + timedelta(minutes=6)
        self.come_in(late, 422)
        self.nobody_came()

    def test_ended(self):
        """By oneself; then it lets nobody in. Another's only by whoever owns every site that they serve."""
        self.use(RoleAtSite.KEEPER)
        self.post("/people/passkey/end", {"key": str(good_keys()[0].id)}, 403)
        self.use(RoleAtSite.HELPER)
        self.post("/people/passkey/end", {"key": str(good_keys()[0].id)})
        self.assertEqual(good_keys(), [])
        self.fresh()
        self.come_in(self.phone.prove(self.asked()), 422)
        self.nobody_came()

    def test_by_owners(self):
        """Of one site alone they end no key of a keeper of two."""
        there = save_site("Harbour Hall", "UTC", WEEK, Actor(NOW), another=True)
        far = save_keeper("Far", "FA", Actor(NOW, site_id=there.id), role=RoleAtSite.OWNER)
        helper = self.people[RoleAtSite.HELPER]
        save_keeper("helper one", "HE", Actor(NOW, site_id=there.id), helper, True, WORDS, RoleAtSite.HELPER)
        serve_no_more(self.people[RoleAtSite.OWNER], Actor(NOW, site_id=there.id), WORDS)
        self.use(RoleAtSite.OWNER)
        self.post("/people/passkey/end", {"key": str(good_keys()[0].id)}, 403)
        serve_no_more(helper, Actor(NOW, far, site_id=there.id), WORDS)
        self.post("/people/passkey/end", {"key": str(good_keys()[0].id)})

    def test_who_left(self):
        """A key of somebody who left opens nothing."""
        save_keeper("helper one", "HE", Actor(NOW), self.people[RoleAtSite.HELPER], False, WORDS)
        self.fresh()
        self.come_in(self.phone.prove(self.asked()), 422)
        self.nobody_came()

    def test_offered(self):
        """On the page, once anybody has one; under a name, not under a number."""
        self.fresh()
        self.shows(self.get("/sign-in"), "With a passkey instead")
        Passkey.update(ended_at=NOW).execute()
        self.hides(self.get("/sign-in"), "With a passkey")


class BothSteps(Keys):
    """Passphrase and passkey."""

    def setUp(self):
        """Wanted by the helper."""
        super().setUp()
        self.post("/people/two-steps", {"wanted": "1", "present": WORDS})
        self.helper = self.people[RoleAtSite.HELPER]
        self.assertEqual(two_steps(), {self.helper})

    def test_one_alone_is_not_enough(self):
        """Neither of them; both are, in that order, within five minutes."""
        self.fresh()
        said = self.come_in(self.phone.prove(self.asked()), 422)["error"]
        self.assertIn("passphrase comes first", said)
        page = self.post("/sign-in", {"name": "HE", "passphrase": WORDS}, 200).get_data(as_text=True)
        self.shows(page, "One more step")
        self.nobody_came()
        self.clock.moment = NOW + timedelta(minutes=6)
        self.come_in(self.phone.prove(self.asked()), 422)
        self.post("/sign-in", {"name": "HE", "passphrase": WORDS}, 200)
        self.come_in(self.phone.prove(self.asked()))
        self.get("/machines")

    def test_half_of_another(self):
        """Somebody else's passphrase is no first step for this key."""
        self.use(RoleAtSite.KEEPER)
        other = Authenticator(ORIGIN)
        self.make(other)
        self.post("/people/two-steps", {"wanted": "1", "present": WORDS})
        self.fresh()
        self.post("/sign-in", {"name": "KE", "passphrase": WORDS}, 200)
        self.come_in(self.phone.prove(self.asked()), 422)
        self.nobody_came()

    def test_a_lost_phone(self):
        """With the last key that ends, the passphrase alone does again: by an owner, or from the command line."""
        self.assertEqual(end_keys_of(self.helper, Actor(NOW)), 1)
        self.assertEqual(two_steps(), set())
        self.fresh()
        self.post("/sign-in", {"name": "HE", "passphrase": WORDS})
        self.get("/machines")

    def test_taken_back(self):
        """With the passphrase; without a key nobody can want it."""
        self.post("/people/two-steps", {"wanted": "0", "present": "wrong words"}, 422)
        self.post("/people/two-steps", {"wanted": "0", "present": WORDS})
        self.assertEqual(two_steps(), set())
        self.use(RoleAtSite.LOOKER)
        self.post("/people/two-steps", {"wanted": "1", "present": WORDS}, 422)


if __name__ == "__main__":
    unittest.main()
