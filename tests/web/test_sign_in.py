"""Signing in where others can reach the server: who may, for how long, and under abuse."""

from __future__ import annotations

import re
from datetime import timedelta

from flask import request
from werkzeug.test import EnvironBuilder
from werkzeug.wrappers import Response

from lamplight.actions.passphrases import change_passphrase, is_right, set_passphrase
from lamplight.actions.sign_in import account_of
from lamplight.actions.sites import save_keeper
from lamplight.actions.tries import FREE_TRIES
from lamplight.actions.undo import put_back, undo
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.logbook import entries
from lamplight.store.sites import keepers
from lamplight.web.addresses import NotLoopback, Reach, check_reach, trusted_hosts
from lamplight.web.clock import FixedClock
from tests.base import NOW, DataTest, WebTest, tested_app

WORDS = "four tiles on a shelf"


def signed_in(name, words):
    """The keeper whom name and passphrase let in, or None."""
    row = account_of(name)[1]
    return row if is_right(row, words) else None


# By a passkey, and what a phone keeps of no page in particular: they tell nothing of the book, as other tests show.
TELLS_NOTHING = ("sign_in.key_asked", "sign_in.key_shown", "offline.worker", "offline.page")


class Passphrases(DataTest):
    """Set, checked, replaced."""

    def setUp(self):
        """Two keepers."""
        super().setUp()
        self.ada = save_keeper("Ada Brook", "AB", Actor(NOW))
        self.jonas = save_keeper("Jonas Reed", "JR", Actor(NOW), role=RoleAtSite.OWNER)

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
        weak = (
            "short", "x" * 201, "aaaaaaaaaaaa", "ada brook ", "passphrase", "Passw0rd123", "qwertyuiop", "1234567890",
            "testworks1", "lamplight1", "iloveyou123", "adaada2026", "coffee coffee",
        )  # fmt: skip
        for words in weak:
            with (
                self.subTest(words=words),
                self.assertRaisesRegex(InvalidInput, "A passphrase has|That passphrase is guessed soon"),
            ):
                set_passphrase(self.ada, words, Actor(NOW))
        with self.assertRaisesRegex(InvalidInput, "no such keeper"):
            set_passphrase(99, WORDS, Actor(NOW))

    def test_gone(self):
        """Who has left signs in no more."""
        set_passphrase(self.ada, WORDS, Actor(NOW))
        save_keeper("Ada Brook", "AB", Actor(NOW), self.ada, active=False, present=WORDS)
        self.assertIsNone(signed_in("AB", WORDS))

    def test_asked_for_the_present_one(self):
        """Of the keeper where nobody signs in; of whoever is signed in elsewhere; none where there is none."""
        change_passphrase(self.ada, WORDS, Actor(NOW), "")
        proven = Actor(NOW, self.jonas, signed_in=True)
        change_passphrase(self.jonas, WORDS + " too", Actor(NOW), "")
        for actor, present in ((Actor(NOW), ""), (Actor(NOW, self.jonas), WORDS + " too"), (proven, WORDS)):
            with self.subTest(actor=actor), self.assertRaisesRegex(InvalidInput, "not the present passphrase"):
                change_passphrase(self.ada, WORDS + " new", actor, present)
            with self.subTest(actor=actor), self.assertRaisesRegex(InvalidInput, "not the present passphrase"):
                save_keeper("Ada Brook", "AB", actor, self.ada, active=False, present=present)
        change_passphrase(self.ada, WORDS + " new", proven, WORDS + " too")
        self.assertIsNotNone(signed_in("AB", WORDS + " new"))

    def test_undone_nowhere(self):
        """An old passphrase does not come back through the log, nor a keeper who left."""
        set_passphrase(self.ada, WORDS, Actor(NOW))
        set_passphrase(self.ada, WORDS + " new", Actor(NOW))
        save_keeper("Jonas Reed", "JR", Actor(NOW), self.jonas, active=False)
        for row in entries():
            if row.kind in ("passphrase", "keeper"):
                for deed in (lambda row=row: undo(row.id, Actor(NOW)), lambda row=row: put_back(row.id, Actor(NOW))):
                    with self.assertRaisesRegex(InvalidInput, "under People"):
                        deed()
        self.assertIsNone(signed_in("AB", WORDS))
        self.assertEqual([row.initials for row in keepers()], ["AB"])

    def test_where_it_may_listen(self):
        """Loopback always; elsewhere only when somebody can sign in; its own names and no others."""
        check_reach(Reach(), False)
        check_reach(Reach("0.0.0.0"), True)
        with self.assertRaisesRegex(NotLoopback, "lamplight add-keeper"):
            check_reach(Reach("0.0.0.0"), False)
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
        self.app = tested_app(self.folder, FixedClock(NOW), testing=True, reach=Reach("192.168.4.7"))
        self.client = self.app.test_client()
        database.connect(reuse_if_open=True)

    def sign_in(self, words=WORDS, code=303, **rest):
        """Fill in the form."""
        return self.post("/sign-in", {"name": "AB", "passphrase": words, **rest}, code)

    def test_everything_asks(self):
        """Every page and every form; what is open tells nothing of the book."""
        for rule in self.app.url_map.iter_rules():
            if rule.endpoint in ("static", "healthz", "sign_in.page", "sign_in.enter", *TELLS_NOTHING):
                continue
            path = rule.rule.replace("<int:", "<").replace("<path:", "<")
            for name in rule.arguments:
                path = path.replace(f"<{name}>", "1")
            method = "GET" if "GET" in rule.methods else "POST"
            body = {"csrf_token": self.sign_in_token()} if method == "POST" else None
            answer = self.client.open(path, method=method, data=body)
            with self.subTest(path=path):
                if rule.endpoint.startswith("api."):  # a program is told so, and not led to a page
                    self.assertEqual(answer.status_code, 401)
                    continue
                if rule.endpoint in (
                    "feeds.feed",
                    "screen.page",
                    "stopping.page",
                    "stopping.stop",
                    "tls.page",
                    "tls.file",
                    "passer_by.page",
                    "passer_by.tell",
                    "sign_in.invited",
                    "sign_in.accept",
                ):  # only who has their token sees anything
                    self.assertEqual(answer.status_code, 404)
                    continue
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

    def test_cookies(self):
        """Out of reach of scripts; a trusted phone's stays, another one goes with the browser."""
        for trusted in ("", "1"):
            self.client = self.app.test_client()
            cookies = {c.split("=")[0]: c for c in self.sign_in(trusted=trusted).headers.getlist("Set-Cookie")}
            for cookie in cookies.values():
                self.assertIn("HttpOnly", cookie)
                self.assertIn("SameSite=Lax", cookie)
            self.assertEqual("Expires" in cookies["lamplight"], bool(trusted))

    def test_over_after_its_week(self):
        """By the server's clock, whatever the cookie says; a clock that was set back by hours ends nothing."""
        self.sign_in(trusted="1")
        clock = self.app.extensions["lamplight_clock"]
        for moment, code in (
            (NOW + timedelta(days=6, hours=23), 200), (NOW - timedelta(hours=3), 200),
            (NOW + timedelta(days=7), 303), (NOW - timedelta(days=400), 303), (NOW, 200),
        ):  # fmt: skip
            clock.moment = moment
            with self.subTest(moment=moment):
                self.assertEqual(self.client.get("/").status_code, code)

    def test_out_everywhere_with_that_cookie(self):
        """A copy of the cookie is worth nothing after its session was signed out; another session goes on."""
        self.sign_in()
        copy = self.app.test_client()
        copy.set_cookie("lamplight", self.client.get_cookie("lamplight").value)
        self.assertEqual(copy.get("/").status_code, 200)
        phone, self.client = self.client, self.app.test_client()
        self.sign_in()
        other, self.client = self.client, phone
        self.post("/sign-out", {"csrf_token": self.page_token()})
        self.assertEqual((copy.get("/").status_code, other.get("/").status_code), (303, 200))

    def page_token(self):
        """The token of a page that only a signed-in keeper sees."""
        page = self.client.get("/people").get_data(as_text=True)
        return re.search(r'name="csrf-token" content="([^"]+)"', page)[1]

    def test_another_passphrase_signs_out(self):
        """A lost phone is out at once."""
        self.sign_in(trusted="1")
        self.assertEqual(self.client.get("/").status_code, 200)
        set_passphrase(self.ada, WORDS + " indeed", Actor(NOW + timedelta(minutes=1)))
        self.assertEqual(self.client.get("/").status_code, 303)

    def test_own_passphrase_only(self):
        """Signed in, a keeper sets their own, and no other's; without a name in the form it is their own."""
        other = save_keeper("Jonas Reed", "JR", Actor(NOW), role=RoleAtSite.OWNER)
        save_keeper("Ada Brook", "AB", Actor(NOW), self.ada, present=WORDS, role=RoleAtSite.KEEPER)
        self.sign_in()
        token = self.client.get("/people").get_data(as_text=True)
        self.shows(token, "Passphrase for the phone")
        form = {"passphrase": WORDS + " two", "again": WORDS + " two"}
        self.post("/people/passphrase", {**form, "id": other, "present": WORDS}, 403)
        self.shows(
            self.post("/people/passphrase", form, 422).get_data(as_text=True), "not the present passphrase of Ada"
        )
        self.post("/people/passphrase", {**form, "present": WORDS})
        self.assertIsNone(signed_in("JR", WORDS + " two"))
        self.assertIsNotNone(signed_in("AB", WORDS + " two"))

    def test_who_leaves_is_asked_about(self):
        """A keeper goes only with the passphrase of whoever says so, and the sentence stands beside the right one."""
        other = save_keeper("Jonas Reed", "JR", Actor(NOW))
        self.sign_in()
        form = {"id": other, "name": "Jonas Reed", "initials": "JR", "do": "leave"}
        page = self.post("/people", form, 422).get_data(as_text=True)
        self.shows(page, f'id="present-{other}-said"')
        self.post("/people", {**form, "present": WORDS})
        self.assertEqual([row.initials for row in keepers()], ["AB"])

    def test_guessing_is_slowed(self):
        """Wrong tries cost a wait that grows; the right one is not looked at before it is over."""
        for _ in range(FREE_TRIES):
            self.sign_in("guess " * 3, 422)
        answer = self.sign_in(WORDS, 429)
        self.shows(answer.get_data(as_text=True), "Wait 15 seconds")
        self.assertEqual(answer.headers["Retry-After"], "15")
        self.app.extensions["lamplight_clock"].moment += timedelta(seconds=15)
        self.sign_in()

    def test_the_rightful_keeper_comes_in(self):
        """While somebody else guesses: from another address, and from the same one on a phone that was in before."""
        self.sign_in()
        phone, self.client = self.client, self.app.test_client()
        for _ in range(FREE_TRIES):
            self.sign_in("guess " * 3, 422)
        self.sign_in(code=429)
        self.post("/sign-in", {"name": "AB", "passphrase": WORDS}, environ_base={"REMOTE_ADDR": "192.168.4.99"})
        self.client = phone
        self.post("/sign-in", {"name": "Ada Brook", "passphrase": WORDS})

    def test_name_and_initials_are_one_account(self):
        """No second helping of tries under the other name; and a restart forgets nothing."""
        for n in range(FREE_TRIES):
            self.post("/sign-in", {"name": ("AB", "ada brook")[n % 2], "passphrase": "guess " * 3}, 422)
        self.app = tested_app(self.folder, FixedClock(NOW), testing=True, reach=Reach("192.168.4.7"))
        self.client = self.app.test_client()
        self.sign_in(code=429)

    def test_foreign_host(self):
        """Only its own names are answered."""
        answer = self.client.get("/sign-in", headers={"Host": "elsewhere.example"})
        self.assertEqual(answer.status_code, 400)
        self.assertEqual(self.client.get("/sign-in", headers={"Host": "192.168.4.7"}).status_code, 200)
        without = {"SERVER_NAME": "127.0.0.1", "HTTP_HOST": None}  # as HTTP/1.0 may
        builder = EnvironBuilder("/healthz", environ_overrides=without)
        environ = {name: value for name, value in builder.get_environ().items() if value is not None}
        self.assertEqual(Response.from_app(self.app, environ).status_code, 200)


class BehindAProxy(WebTest):
    """On loopback, with a proxy before it that others reach."""

    def setUp(self):
        """A keeper, and a proxy that is known under one name."""
        super().setUp()
        self.ada = save_keeper("Ada Brook", "AB", Actor(NOW))
        set_passphrase(self.ada, WORDS, Actor(NOW))
        database.close()
        reach = Reach(names=("Coffee.Example",), proxies=1)
        self.app = tested_app(self.folder, FixedClock(NOW), testing=True, reach=reach)
        self.client = self.app.test_client()
        database.connect(reuse_if_open=True)

    def forwarded(self, host="coffee.example", caller="198.51.100.7"):
        """What the proxy adds."""
        return {"X-Forwarded-For": caller, "X-Forwarded-Proto": "https", "X-Forwarded-Host": host}

    def test_it_signs_in(self):
        """Though it listens on loopback; names in any case, and no other ones; cookies for https alone."""
        for host, code in (("coffee.example", 200), ("COFFEE.example", 200), ("evil.example", 400)):
            self.assertEqual(self.client.get("/sign-in", headers=self.forwarded(host)).status_code, code, host)
        self.assertEqual(self.client.get("/", headers=self.forwarded()).status_code, 303)
        page = self.client.get("/sign-in", headers=self.forwarded(), base_url="https://coffee.example")
        token = re.search(r'name="csrf-token" content="([^"]+)"', page.get_data(as_text=True))[1]
        form = {"csrf_token": token, "name": "AB", "passphrase": WORDS}
        headers = self.forwarded() | {"Referer": "https://coffee.example/sign-in"}
        answer = self.client.post("/sign-in", data=form, headers=headers, base_url="https://coffee.example")
        self.assertEqual(answer.status_code, 303)
        for cookie in answer.headers.getlist("Set-Cookie"):
            self.assertIn("Secure", cookie)

    def test_callers_are_told_apart(self):
        """Tries are counted by who called the proxy, not by the proxy; what a caller adds is not believed."""
        seen = []
        self.app.before_request_funcs[None].insert(0, lambda: seen.append(request.remote_addr))
        self.client.get("/sign-in", headers=self.forwarded())
        self.client.get("/sign-in", headers=self.forwarded(caller="10.0.0.1, 198.51.100.8"))
        self.assertEqual(seen, ["198.51.100.7", "198.51.100.8"])

    def test_nobody_to_sign_in(self):
        """It does not start before a keeper has a passphrase."""
        for reach in (Reach(proxies=1), Reach(names=("x",)), Reach("192.168.4.7")):
            with self.assertRaisesRegex(
                NotLoopback, "Lamplight does not listen on|Lamplight does not stand behind a proxy"
            ):
                check_reach(reach, False)

    def test_one_that_nobody_told_of(self):
        """Makes no caller a user of this computer."""
        plain = tested_app(self.folder, FixedClock(NOW), testing=True).test_client()
        self.assertEqual(plain.get("/people", headers={"Host": "LocalHost"}).status_code, 200)
        for name in ("X-Forwarded-For", "forwarded", "X-Real-IP"):
            self.assertEqual(plain.get("/people", headers={name: "198.51.100.7"}).status_code, 400)


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
