"""Every route and every form, for every role: what is allowed, what is refused, and that nothing is written then."""

from __future__ import annotations

import ast
import re
from datetime import timedelta
from pathlib import Path

from bs4 import BeautifulSoup

from lamplight.actions.entries import write_entry
from lamplight.actions.invites import make_invite
from lamplight.actions.machines import MachineFields, change_machine
from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.sites import save_keeper
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.sight.access import open_sessions
from lamplight.sight.actor import ENTRY_NEEDS, Actor
from lamplight.store.database import database
from lamplight.store.logbook import entries
from lamplight.store.models import AnnouncedPlan, Entry, RunEventRow
from lamplight.store.rights import roles_at
from lamplight.store.runs import open_runs
from lamplight.store.sites import keepers, machine
from lamplight.store.tokens import open_invites
from lamplight.web.addresses import Reach
from lamplight.web.clock import FixedClock
from lamplight.web.rights import NEEDS, OPEN
from tests.base import NOW, WebTest, tested_app

PACKAGE = Path(__file__).resolve().parents[2] / "lamplight"
WORDS = "four tiles on a shelf"
# What somebody may send, told once more and by hand: whoever looks on sends nothing but what is their own.
LOOKERS = {
    "setup.passphrase",
    "setup.end_session",
    "setup.end_some",
    "setup.token",
    "setup.no_token",
    "setup.who",
    "sites.go",
    "setup.key_wanted",
    "setup.key_made",
    "setup.no_key",
    "setup.both_steps",
    "sign_in.leave",
    "plan.make",
}
HELPERS = LOOKERS | {
    "today.done", "runs.begin", "runs.step", "runs.finish", "runs.photo", "rounds.walk", "rounds.begin", "rounds.note",
    "rounds.done", "rounds.touch", "rounds.pack", "closing.done", "lamps.machine",
    "lamps.save", "lamps.step", "lamps.cause", "lamps.grind", "lamps.refill",
    "lamps.pattern", "machines.event", "machines.bar", "machines.prompt", "readings.page", "readings.take",
    "readings.preview", "log.undo_entry", "log.put_entry_back", "simulated.machine", "told.listen",
    "guests.decide",
}  # fmt: skip
OWNERS_ALONE = {
    "setup.people", "setup.invite", "setup.withdraw", "setup.forget", "setup.site_page", "setup.close_days",
    "setup.holidays", "setup.start", "supplies.save_how", "sites.another",
    "mail.server", "feeds.days_off", "kinds.delete", "procedures.delete",
}  # fmt: skip


class Roles(WebTest):
    """A machine, and one of each role who may sign in."""

    def setUp(self):
        """Each in a browser of their own."""
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 9, "group-rinse": 1})
        self.people = {}
        for initials, role in (
            ("OW", RoleAtSite.OWNER),
            ("KE", RoleAtSite.KEEPER),
            ("HE", RoleAtSite.HELPER),
            ("LO", RoleAtSite.LOOKER),
            ("AU", RoleAtSite.AUDITOR),
        ):
            self.people[role] = save_keeper(f"{role} one", initials, Actor(NOW), role=role)
            set_passphrase(self.people[role], WORDS, Actor(NOW))
        database.close()
        self.clock = FixedClock(NOW)
        self.app = tested_app(self.folder, self.clock, testing=True, reach=Reach("192.168.4.7"))
        database.connect(reuse_if_open=True)
        self.browsers, self.tokens = {}, {}

    def token(self):
        """As the page of this browser has it; asked for once, and anew after signing in."""
        if self.client not in self.tokens:
            page = self.client.get("/sign-in").get_data(as_text=True)
            self.tokens[self.client] = re.search(r'name="csrf-token" content="([^"]+)"', page)[1]
        return self.tokens[self.client]

    def use(self, role):
        """Go on in the browser of that role; it signs in first."""
        known = role in self.browsers
        self.client = self.browsers.setdefault(role, self.app.test_client())
        if not known:
            self.post("/sign-in", {"name": role.value[:2].upper(), "passphrase": WORDS})
            self.tokens.pop(self.client)

    def written(self):
        """What could have been written."""
        return Entry.select().count(), RunEventRow.select().count()

    def paths(self):
        """Every route with an address that leads somewhere: endpoint, methods, path."""
        for rule in self.app.url_map.iter_rules():
            path = re.sub(r"<path:[^>]+>", "x.css", rule.rule)
            path = re.sub(r"<int:machine_id>", str(self.hall), path)
            path = re.sub(r"<int:[^>]+>", "1", path)
            path = path.replace("<kind_key>", "removable-tabletop").replace("<programme>", "descale")
            path = path.replace("<role>", "milk-cleaner").replace("<word>", "done")
            yield rule.endpoint, rule.methods & {"GET", "POST"}, re.sub(r"<[^>]+>", "milk-wash", path)


class EveryRoute(Roles):
    """No address without a rule."""

    def test_each_has_its_rule(self):
        """One that is new fails here until somebody says who may use it; none is told twice or in vain."""
        routes = {endpoint for endpoint, _, _ in self.paths()}
        self.assertEqual(routes - OPEN, set(NEEDS))
        self.assertEqual(set(NEEDS) & OPEN, set())
        self.assertEqual(OPEN - routes, set())

    def test_without_a_rule_nobody(self):
        """Also an owner is refused, so that nobody forgets."""
        endpoint = "procedures.schema"
        known = NEEDS[endpoint]
        try:
            del NEEDS[endpoint]
            for role in RoleAtSite:
                self.use(role)
                self.get("/procedures/schema.json", 403)
        finally:
            NEEDS[endpoint] = known

    def test_every_form_for_every_role(self):
        """403 with a sentence and nothing written where it is not theirs; anything else where it is."""
        for endpoint, methods, path in list(self.paths()):
            if endpoint in OPEN or "POST" not in methods or endpoint == "sign_in.leave":
                continue
            # What may be undone goes by who wrote it, and has tests of its own.
            roles = (
                (RoleAtSite.LOOKER, RoleAtSite.AUDITOR)
                if endpoint.startswith("log.")
                else (RoleAtSite.LOOKER, RoleAtSite.AUDITOR, RoleAtSite.HELPER, RoleAtSite.KEEPER)
            )
            for role in roles:
                may = {
                    RoleAtSite.LOOKER: endpoint in LOOKERS,
                    RoleAtSite.AUDITOR: endpoint in LOOKERS,
                    RoleAtSite.HELPER: endpoint in HELPERS,
                    RoleAtSite.KEEPER: endpoint not in OWNERS_ALONE,
                }[role]
                self.use(role)
                before = self.written()
                answer = self.client.post(path, data={"csrf_token": self.token()})
                database.connect(reuse_if_open=True)
                with self.subTest(path=path, role=role):
                    if may:
                        self.assertNotEqual(answer.status_code, 403)
                    else:
                        self.assertEqual(answer.status_code, 403)
                        self.assertEqual(self.written(), before)
                        self.shows(answer.get_data(as_text=True), "Not yours to do")

    def test_every_page_for_every_role(self):
        """Whoever looks on sees what is of the machines; a page that lets others in is for keepers."""
        closed = {
            "machines.settings",
            "guests.sheet",
            "guests.sticker_svg",
            "feeds.page",
            "mail.outbox",
            "mail.shown",
            "simulated_mail.page",
            "simulated_mail.dressed_page",
            "sites.move",
            "sites.another",
        }
        for endpoint, methods, path in list(self.paths()):
            if endpoint in OPEN or "GET" not in methods:
                continue
            shut = {
                RoleAtSite.LOOKER: {*closed, "log.book_zip"}, RoleAtSite.AUDITOR: closed,
                RoleAtSite.KEEPER: {"sites.another", "log.book_zip"}, RoleAtSite.OWNER: set(),
            }  # fmt: skip
            for role, theirs in shut.items():
                if role in (RoleAtSite.AUDITOR, RoleAtSite.KEEPER) and endpoint not in shut[RoleAtSite.LOOKER]:
                    continue  # they may see all that a looker sees
                self.use(role)
                code = self.client.get(path).status_code
                with self.subTest(path=path, role=role):
                    self.assertEqual(code == 403, endpoint in theirs, code)

    def test_what_is_not_theirs_is_not_offered(self):
        """No page holds a form that its reader may not send."""
        pages = (
            "/", f"/machines/{self.hall}", "/supplies", "/people", "/site", "/mail",
            f"/lamps/{self.hall}", "/readings", "/water", f"/water/{self.hall}", "/log", "/plan", "/hours",
        )  # fmt: skip
        people = ("access", "passphrase", "session", "token", "token/end", "passkey/end", "two-steps")
        own = {"/sign-out", "/plan/made", *(f"/people/{one}" for one in people)}
        by_path = {}
        for role in RoleAtSite:
            self.use(role)
            for path in pages:
                forms = BeautifulSoup(self.get(path), "lxml").select('form[method="post"]')
                by_path[role, path] = {form.get("action") or path for form in forms}
        for path in pages:
            self.assertEqual(by_path[RoleAtSite.AUDITOR, path], by_path[RoleAtSite.LOOKER, path], path)
            asked = [by_path[role, path] for role in RoleAtSite]
            for fewer, more in zip(asked, asked[1:], strict=False):
                self.assertLessEqual(fewer, more, path)
            self.assertLessEqual(asked[0], own, path)
        self.assertIn("/supplies/moves", by_path[RoleAtSite.KEEPER, "/supplies"])
        self.assertNotIn("/supplies/moves", by_path[RoleAtSite.HELPER, "/supplies"])


class EveryEntry(Roles):
    """The same, where the lines of the log are written."""

    def test_every_sort_of_line_has_its_rule(self):
        """Read off the source: each sort that is written anywhere."""
        written, writers = set(), ("write_entry", "write_shared", "write_of_person")
        for path in (PACKAGE / "actions").rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text("utf-8"))):
                if isinstance(node, ast.Call) and getattr(node.func, "id", "") in writers:
                    first = node.args[0]
                    written.add(first.value if isinstance(first, ast.Constant) else ast.unparse(first))
        self.assertEqual(written - {"library.noun", "BUILT", "TOLD", "kind"} - set(ENTRY_NEEDS), set())
        self.assertEqual(set(ENTRY_NEEDS) - written, {"procedure", "kind built", "shared"})

    def test_each_role(self):
        """Refused or written, by the same order of roles; a sort that nobody knows is nobody's."""
        for kind, right in ENTRY_NEEDS.items():
            for role in RoleAtSite:
                with self.subTest(kind=kind, role=role):
                    actor = Actor(NOW, self.people[role], True, role=role)
                    try:
                        write_entry(kind, "something", actor)
                        wrote = True
                    except NotAllowed:
                        wrote = False
                    asked = {"look": "lahko", "report": "hko", "do": "hko", "care": "ko", "own": "o"}[right]
                    self.assertEqual(wrote, role.value[0] in asked)
        for role in RoleAtSite:
            with self.assertRaisesRegex(NotAllowed, "Nobody was ever allowed to write “anything”"):
                write_entry("anything", "new", Actor(NOW, self.people[role], True, role=role))
        write_entry("anything", "new", Actor(NOW))


class Helping(Roles):
    """Somebody who helps."""

    def planned(self, item, keeper, days=2):
        """The plan as it was announced: one job, in somebody's hours."""
        start = (NOW + timedelta(days=days)).isoformat()
        AnnouncedPlan.create(
            site=self.site.id, made_at=NOW, rests_on="", visits=[[self.hall, item, start, keeper]], moved=[], weight=0,
            least=0, asked="",
        )  # fmt: skip

    def test_what_is_planned_for_them(self):
        """Also before it is due; not what is planned for somebody else, though it is; what is anybody's is theirs."""
        self.use(RoleAtSite.HELPER)
        self.planned("brew-tablet", self.people[RoleAtSite.KEEPER])
        page = self.post("/runs", {"machine": self.hall, "item": "brew-tablet"}, 403)
        self.shows(page.get_data(as_text=True), "planned for somebody else")
        self.planned("descale", self.people[RoleAtSite.HELPER])
        self.post("/runs", {"machine": self.hall, "item": "descale"})
        self.post(f"/runs/{open_runs()[0].id}/step", {"step": 0, "answer": "abandon", "text": "no time"})
        self.planned("brew-tablet", None)
        self.post("/runs", {"machine": self.hall, "item": "brew-tablet"})
        self.post(f"/runs/{open_runs()[0].id}/step", {"step": 0, "answer": "abandon", "text": "no time"})
        self.planned("brew-tablet", self.people[RoleAtSite.KEEPER], days=-3)  # that turn is over
        self.post("/runs", {"machine": self.hall, "item": "brew-tablet"})

    def test_what_is_due_and_no_more(self):
        """The tablet that is due is led through; the descaling that is not is for a keeper."""
        self.use(RoleAtSite.HELPER)
        page = self.post("/runs", {"machine": self.hall, "item": "descale"}, 403)
        self.shows(page.get_data(as_text=True), "is for a keeper to begin")
        self.post("/runs", {"machine": self.hall, "item": "brew-tablet"})
        run = open_runs()[0]
        self.post(f"/runs/{run.id}/step", {"step": 0, "answer": "advance"})
        self.use(RoleAtSite.LOOKER)
        self.hides(self.get(f"/runs/{run.id}"), f'action="/runs/{run.id}/step"')
        self.post(f"/runs/{run.id}/step", {"step": 1, "answer": "advance"}, 403)

    def test_undoing(self):
        """Their own within the hour; a keeper says why; the log shows it."""
        self.use(RoleAtSite.HELPER)
        self.post("/done", {"job": f"{self.hall}:outlets", "at": "2026-11-24T12:30"})
        own = entries(kind="done")[0].id
        self.post(f"/log/{own}/undo")
        self.post(f"/log/{own}/put-back")
        self.clock.moment += timedelta(minutes=61)
        self.post(f"/log/{own}/undo", code=403)
        self.use(RoleAtSite.KEEPER)
        page = self.post(f"/log/{own}/undo", code=422).get_data(as_text=True)
        self.shows(page, "Say why it is undone")
        self.post(f"/log/{own}/undo", {"reason": "It was the other machine"})
        self.shows(self.get("/log"), "It was the other machine")

    def test_what_only_owners_do(self):
        """A keeper changes a machine, and does not take it out of service."""
        row = machine(self.site.id, self.hall)
        keeper = Actor(NOW, self.people[RoleAtSite.KEEPER], True, role=RoleAtSite.KEEPER)
        fields = MachineFields(row.name, row.kind, "upstairs")
        change_machine(self.site.id, row, fields, False, keeper)
        with self.assertRaisesRegex(NotAllowed, "That is for an owner"):
            change_machine(self.site.id, row, fields, True, keeper)


class Owning(Roles):
    """Roles are given by owners, and one of them stays."""

    def test_roles(self):
        """Given, changed, and never the last owner's away."""
        self.use(RoleAtSite.OWNER)
        helper = self.people[RoleAtSite.HELPER]
        form = {"id": str(helper), "name": "helper one", "initials": "HE", "site_role": "keeper", "present": WORDS}
        self.post("/people", form)
        self.assertEqual(roles_at(self.site.id)[helper], RoleAtSite.KEEPER)
        owner = self.people[RoleAtSite.OWNER]
        form = {"id": str(owner), "name": "owner one", "initials": "OW", "site_role": "looker", "present": WORDS}
        self.shows(self.post("/people", form, 422).get_data(as_text=True), "One owner has to stay")
        self.post("/people", {**form, "do": "leave"}, 422)
        self.post("/people", {"name": "New", "initials": "NE", "site_role": "queen"}, 422)
        self.assertEqual(roles_at(self.site.id)[owner], RoleAtSite.OWNER)

    def test_passphrases_of_others(self):
        """An owner sets another's; a keeper only their own."""
        other = str(self.people[RoleAtSite.LOOKER])
        form = {"id": other, "passphrase": "seven moles under snow", "again": "seven moles under snow"}
        for role, code in ((RoleAtSite.KEEPER, 403), (RoleAtSite.OWNER, 303)):
            self.use(role)
            self.post("/people/passphrase", {**form, "present": WORDS}, code)
        self.client = self.app.test_client()
        self.post("/sign-in", {"name": "LO", "passphrase": WORDS}, 422)
        self.post("/sign-in", {"name": "LO", "passphrase": "seven moles under snow"})


class Inviting(Roles):
    """By a link, once, for two days."""

    def link(self, role="helper"):
        """Make one as an owner; answers its path."""
        self.use(RoleAtSite.OWNER)
        page = self.post("/people/invite", {"site_role": role}, 200).get_data(as_text=True)
        self.shows(page, "<svg")
        return re.search(r"/invite/[\w-]+", page)[0]

    def come_in(self, path, initials="NE", code=303, **rest):
        """Fill in the form in a fresh browser."""
        self.client = self.app.test_client()
        form = {"initials": initials, "name": "Nela Reed", "passphrase": WORDS, "again": WORDS, **rest}
        return self.post(path, form, code)

    def test_once(self):
        """Whoever comes in is signed in as what they were asked in; the link is over; the log tells all of it."""
        path = self.link()
        self.assertNotIn(path.split("/")[-1], self.get("/people"))
        self.come_in(path)
        self.shows(self.get("/people"), "Nela Reed")
        new = next(row.id for row in keepers() if row.initials == "NE")
        self.assertIs(roles_at(self.site.id)[new], RoleAtSite.HELPER)
        self.shows(self.come_in(path, "SE", 404).get_data(as_text=True), "Ask for a new one")
        told = [row.summary for row in entries(kind="access")]
        for words in ("Somebody invited as helper", "Nela Reed joined as helper"):
            self.assertIn(words, told)
        self.assertTrue(any(words.startswith("Nela Reed signed in on a computer") for words in told), told)

    def test_over(self):
        """After two days, withdrawn, or made up: a kind sentence, and nobody comes in."""
        early, late, gone = self.link(), self.link(), self.link("keeper")
        before = len(keepers())
        invite = open_invites(self.site.id, NOW)[0].id
        self.post("/people/withdraw", {"invite": str(invite)})
        self.post("/people/withdraw", {"invite": str(invite)}, 422)
        self.come_in(gone, code=404)
        self.clock.moment += timedelta(hours=48)
        for path in (early, late, "/invite/made-up"):
            self.come_in(path, code=404)
            self.get(path, 404)
        self.assertEqual(len(keepers()), before)

    def test_refused_and_still_good(self):
        """A weak passphrase, two that differ, initials that somebody has: nothing is written, the link stays good."""
        path = self.link("owner")
        before = self.written()
        for wrong, said in (
            ({"passphrase": "short", "again": "short"}, "10 to 200 characters"),
            ({"again": "another one"}, "two passphrases differ"), ({"initials": "OW"}, "has the initials OW"),
            ({"initials": ""}, "Initials"),
        ):  # fmt: skip
            page = self.come_in(path, code=422, **{"initials": "NE", **wrong}).get_data(as_text=True)
            self.shows(page, said)
        self.assertEqual(self.written(), before)
        self.come_in(path)

    def test_only_owners(self):
        """Nobody else invites; and nobody where nobody signs in, since nobody could follow the link."""
        for role in (RoleAtSite.KEEPER, RoleAtSite.HELPER, RoleAtSite.LOOKER):
            self.use(role)
            self.post("/people/invite", {"site_role": "owner"}, 403)
            with self.assertRaisesRegex(NotAllowed, "That is for an owner"):
                make_invite(self.site, RoleAtSite.OWNER, Actor(NOW, self.people[role], True, role=role))
        self.assertEqual(open_invites(self.site.id, NOW), [])

    def test_many_at_once(self):
        """Twenty are open at most."""
        owner = Actor(NOW, self.people[RoleAtSite.OWNER], True, role=RoleAtSite.OWNER)
        for _ in range(20):
            make_invite(self.site, RoleAtSite.HELPER, owner)
        with self.assertRaisesRegex(InvalidInput, "Withdraw one first"):
            make_invite(self.site, RoleAtSite.HELPER, owner)


class Sessions(Roles):
    """Listed and ended."""

    def test_listed_and_ended(self):
        """One's own; an owner anybody's; whoever was in is out at once."""
        self.use(RoleAtSite.KEEPER)
        self.get("/")
        keeper = open_sessions(NOW)[0]
        self.use(RoleAtSite.HELPER)
        self.hides(self.get("/people"), f'name="session" value="{keeper.id}"')
        self.post("/people/session", {"session": str(keeper.id)}, 403)
        self.use(RoleAtSite.OWNER)
        self.shows(self.get("/people"), f'name="session" value="{keeper.id}"')
        self.post("/people/session", {"session": str(keeper.id)})
        self.post("/people/session", {"session": str(keeper.id)}, 422)
        self.use(RoleAtSite.KEEPER)
        self.get("/", 303)
        self.assertIn("A session on a computer was ended", [row.summary for row in entries(kind="access")])

    def test_too_many_tries_are_told(self):
        """In the log once an hour, of keepers who are there alone."""
        for name in ("KE", "nobody"):
            client = self.client = self.app.test_client()
            for _ in range(8):
                form = {"name": name, "passphrase": "wrong words here", "csrf_token": self.token()}
                client.post("/sign-in", data=form)
        database.connect(reuse_if_open=True)
        told = [row.summary for row in entries(kind="access") if "Too many" in row.summary]
        self.assertEqual(told, ["Too many wrong passphrases for keeper one"])
