"""Only a POST acts: addresses are asked by every other method, with a form that a POST would act on.

`make test` draws some of them, `make test-long` asks for all.
"""

from __future__ import annotations

from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.sites import save_keeper
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.web.addresses import Reach
from lamplight.web.clock import FixedClock
from tests.base import NOW, WebTest, tested_app
from tests.draw import drawn
from tests.web.walk import FORM, addresses, contents

WORDS = "four tiles on a shelf"
OTHERS = ("GET", "HEAD", "PUT", "PATCH", "DELETE", "OPTIONS", "TRACE")


class OnlyPost(WebTest):
    """The data file before and after."""

    def setUp(self):
        """A machine, an entry, a run and a reading, all of number 1."""
        super().setUp()
        self.hall = self.machine(name="Hall")
        self.post("/runs", {"begin": f"{self.hall}:outlets"})

    def ask(self, method, path):
        """With the form and its token, as a browser would send it with a POST."""
        body = {"csrf_token": self.token(), **FORM}
        answer = self.client.open(path, method=method, data=body, headers={"X-CSRFToken": body["csrf_token"]})
        database.connect(reuse_if_open=True)
        return answer

    def test_no_other_method_acts(self):
        """Nothing is written, and a HEAD answers what the GET does, without the page."""
        before, changes = (
            contents(),
            database.connection().total_changes,
        )  # of every table, also those that no log tells of
        for _, path in drawn(addresses(self.app), 60):
            with self.subTest(path=path):
                answers = {method: self.ask(method, path) for method in OTHERS}
                codes = {method: answer.status_code for method, answer in answers.items()}
                self.assertEqual({codes[method] for method in ("PUT", "PATCH", "DELETE", "TRACE")}, {405})
                self.assertEqual((codes["HEAD"], answers["HEAD"].get_data()), (codes["GET"], b""))
                self.assertEqual(codes["OPTIONS"], 200)
                self.assertLess(codes["GET"], 500)
                self.assertEqual(database.connection().total_changes, changes)
        self.assertEqual(contents(), before)

    def test_the_form_is_one_that_acts(self):
        """The same walk with POST writes at many addresses, so that the test above could fail."""
        acting = 0
        for rule, path in addresses(self.app):
            if "POST" in rule.methods:
                before = contents()
                self.assertLess(self.ask("POST", path).status_code, 500, path)
                acting += contents() != before
        self.assertGreaterEqual(acting, 12)

    def test_nobody_signs_in_by_head(self):
        """No session comes of the right passphrase sent with a HEAD, and none of a GET."""
        keeper_id = save_keeper("Ada Brook", "AB", Actor(NOW))
        set_passphrase(keeper_id, WORDS, Actor(NOW))
        database.close()
        client = tested_app(self.folder, FixedClock(NOW), testing=True, reach=Reach("192.168.4.7")).test_client()
        for method in OTHERS:
            with self.subTest(method=method):
                answer = client.open("/sign-in", method=method, data={"name": "AB", "passphrase": WORDS})
                self.assertLessEqual(answer.status_code, 405)
                self.assertEqual(client.get("/").status_code, 303)
        database.connect(reuse_if_open=True)
