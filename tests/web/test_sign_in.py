"""Signing in where others can reach the server: who may, for how long, and under abuse."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.entries import Actor
from lamplight.actions.sign_in import set_passphrase, signed_in
from lamplight.actions.sites import save_keeper
from lamplight.core.errors import InvalidInput
from lamplight.store.database import database
from lamplight.store.logbook import entries
from lamplight.web.addresses import NotLoopback, check_host, trusted_hosts
from lamplight.web.clock import FixedClock
from lamplight.web.sign_in.views import LIMITER
from tests.base import NOW, DataTest, WebTest, tested_app

WORDS = "four tiles on a shelf"


class Passphrases(DataTest):
    """Set, checked, replaced."""

    def setUp(self):
        """Two keepers."""
        super().setUp()
        self.ada = save_keeper("Ada Brook", "AB", Actor(NOW))
        self.jonas = save_keeper("Jonas Reed", "JR", Actor(NOW))

    def test_right_and_wrong(self):
        """By name or initials, any case; a wrong one, an unknown name, a keeper without one."""
        set_passphrase(self.ada, WORDS, Actor(NOW))
        for name in ("Ada Brook", "ab", " AB "):
            self.assertEqual(signed_in(name, WORDS).keeper.id, self.ada)
        for name, words in (("AB", WORDS + "x"), ("XX", WORDS), ("JR", WORDS), ("JR", ""), ("", WORDS), ("AB", "")):
            with self.subTest(name=name, words=words):
                self.assertIsNone(signed_in(name, words))
        self.assertNotIn(WORDS, str([row.summary for row in entries()]))

    def test_too_weak(self):
        """Short, long, one letter, one's own name."""
        for words in ("short", "x" * 201, "aaaaaaaaaaaa", "ada brook ", "passphrase"):
            with self.subTest(words=words), self.assertRaises(InvalidInput):
                set_passphrase(self.ada, words, Actor(NOW))
        with self.assertRaisesRegex(InvalidInput, "no such keeper"):
            set_passphrase(99, WORDS, Actor(NOW))

    def test_gone(self):
        """Who has left signs in no more."""
        set_passphrase(self.ada, WORDS, Actor(NOW))
        save_keeper("Ada Brook", "AB", Actor(NOW), self.ada, active=False)
        self.assertIsNone(signed_in("AB", WORDS))

    def test_where_it_may_listen(self):
        """Loopback always; elsewhere only when somebody can sign in; its own names and no others."""
        check_host("127.0.0.1", False)
        check_host("0.0.0.0", True)
        with self.assertRaisesRegex(NotLoopback, "lamplight add-keeper"):
            check_host("0.0.0.0", False)
        self.assertEqual(trusted_hosts("127.0.0.1"), ["127.0.0.1", "localhost", "[::1]"])
        self.assertIn("192.168.4.7", trusted_hosts("192.168.4.7"))
        self.assertIn("[fd00::7]", trusted_hosts("fd00::7"))
        self.assertGreater(len(trusted_hosts("0.0.0.0")), 4)


class SigningIn(WebTest):
    """Over HTTP, as in a network."""

    def setUp(self):
        """The same file, served elsewhere than on loopback."""
        super().setUp()
        self.ada = save_keeper("Ada Brook", "AB", Actor(NOW))
        set_passphrase(self.ada, WORDS, Actor(NOW))
        self.hall = self.used_machine(name="Hall")
        database.close()
        self.app = tested_app(self.folder, FixedClock(NOW), testing=True, host="192.168.4.7")
        self.client = self.app.test_client()
        LIMITER.reset()
        database.connect(reuse_if_open=True)

    def sign_in(self, words=WORDS, code=303, **rest):
        """Fill in the form."""
        return self.post("/sign-in", {"name": "AB", "passphrase": words, **rest}, code)

    def test_everything_asks(self):
        """Every page and every form; what is open tells nothing of the book."""
        for rule in self.app.url_map.iter_rules():
            if rule.endpoint in ("static", "healthz", "sign_in.page"):
                continue
            path = rule.rule.replace("<int:", "<").replace("<path:", "<")
            for name in rule.arguments:
                path = path.replace(f"<{name}>", "1")
            method = "GET" if "GET" in rule.methods else "POST"
            body = {"csrf_token": self.sign_in_token()} if method == "POST" else None
            answer = self.client.open(path, method=method, data=body)
            with self.subTest(path=path):
                self.assertEqual(answer.status_code, 303)
                self.assertIn("/sign-in?next=", answer.location)
        page = self.get("/sign-in")
        self.hides(page, "Hall")
        self.hides(page, self.site.name)
        fragment = self.client.get("/", headers={"HX-Request": "true"})
        self.assertEqual((fragment.status_code, "HX-Redirect" in fragment.headers), (204, True))

    def sign_in_token(self):
        """A token as the only open page carries it."""
        return self.token()

    def token(self):
        """The sign-in page has one as well."""
        import re

        page = self.client.get("/sign-in").get_data(as_text=True)
        return re.search(r'name="csrf-token" content="([^"]+)"', page)[1]

    def test_in_and_out(self):
        """To the page that was wanted; the log names who did it; out again."""
        wanted = self.client.get("/machines/1").location
        answer = self.sign_in(next=wanted.split("next=")[1].replace("%2F", "/"))
        self.assertEqual(answer.location, "/machines/1")
        self.shows(self.get("/"), "Ada Brook")
        self.post("/done", {"job": f"{self.hall}:outlets", "at": "2026-11-24T06:30"})
        self.assertEqual([row.who for row in entries() if row.kind == "done"], ["AB"])
        self.post("/who", {"keeper": "1"}, 404)
        self.post("/sign-out")
        self.assertEqual(self.client.get("/").status_code, 303)

    def test_wrong(self):
        """422, the name kept, the same words for an unknown name; never to another site."""
        page = self.sign_in("wrong words here", 422).get_data(as_text=True)
        self.shows(page, "do not go together")
        self.shows(page, 'value="AB"')
        self.hides(page, "wrong words here")
        self.assertEqual(self.sign_in(next="//elsewhere.example/").location, "/")

    def test_a_week_on_a_trusted_phone(self):
        """The cookie of a trusted phone lasts a week, another one the session."""
        cookies = self.sign_in(trusted="1").headers.getlist("Set-Cookie")
        phone = next(cookie for cookie in cookies if cookie.startswith("lamplight-phone="))
        self.assertIn("HttpOnly", phone)
        self.assertIn("SameSite=Lax", phone)
        self.client = self.app.test_client()
        cookies = self.sign_in().headers.getlist("Set-Cookie")
        self.assertFalse(any(cookie.startswith("lamplight-phone=") for cookie in cookies))

    def test_another_passphrase_signs_out(self):
        """A lost phone is out at once."""
        self.sign_in(trusted="1")
        self.assertEqual(self.client.get("/").status_code, 200)
        set_passphrase(self.ada, WORDS + " indeed", Actor(NOW + timedelta(minutes=1)))
        self.assertEqual(self.client.get("/").status_code, 303)

    def test_own_passphrase_only(self):
        """Signed in, one sets one's own, whoever the form names."""
        other = save_keeper("Jonas Reed", "JR", Actor(NOW))
        self.sign_in()
        token = self.client.get("/people").get_data(as_text=True)
        self.shows(token, "Passphrase for the phone")
        form = {"id": other, "passphrase": WORDS + " two", "again": WORDS + " two"}
        self.post("/people/passphrase", form)
        self.assertIsNone(signed_in("JR", WORDS + " two"))
        self.assertIsNotNone(signed_in("AB", WORDS + " two"))

    def test_guessing_is_slowed(self):
        """Eight tries for a name within a quarter of an hour, then none, right or wrong; others are not shut out."""
        for _ in range(8):
            self.sign_in("guess " * 3, 422)
        self.shows(self.sign_in(WORDS, 429).get_data(as_text=True), "Too many tries")
        LIMITER.reset()
        self.sign_in()

    def test_foreign_host(self):
        """Only its own names are answered."""
        answer = self.client.get("/sign-in", headers={"Host": "elsewhere.example"})
        self.assertEqual(answer.status_code, 400)
        self.assertEqual(self.client.get("/sign-in", headers={"Host": "192.168.4.7"}).status_code, 200)


class AtHome(WebTest):
    """On loopback nobody is asked."""

    def test_no_sign_in(self):
        """Pages open; there is no sign-in page; a passphrase can be set for later."""
        ada = save_keeper("Ada Brook", "AB", Actor(NOW))
        self.get("/people")
        self.get("/sign-in", 404)
        form = {"id": ada, "passphrase": WORDS, "again": "something else"}
        self.shows(self.post("/people/passphrase", form, 422).get_data(as_text=True), "two passphrases differ")
        self.post("/people/passphrase", {**form, "again": WORDS})
        self.assertIsNotNone(signed_in("AB", WORDS))
        self.shows(self.get("/people"), "may sign in")
