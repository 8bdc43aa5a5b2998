"""Every address, for every role at one site, asked with the numbers of the other: no word of that one comes back.

The addresses are read off the application, so that a new one is asked as well.
"""

from __future__ import annotations

import re
from datetime import timedelta

from lamplight.actions.api_tokens import make_token
from lamplight.actions.feeds import renew_feed
from lamplight.actions.guests import tell_as_guest
from lamplight.actions.hours import add_slots
from lamplight.actions.invites import make_invite
from lamplight.actions.lamps import note_sighting
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.mail_settings import CATCHER, ServerFields, save_mail, save_wishes
from lamplight.actions.own_texts import delete_text, save_text
from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.runs import begin_run
from lamplight.actions.sign_in import note_lockout
from lamplight.actions.sites import add_closure, save_keeper, save_site
from lamplight.actions.stickers import renew_sticker
from lamplight.actions.stock import ProductFields, move_stock, save_product
from lamplight.actions.undo import undo
from lamplight.actions.water import TypedTest, add_water_test
from lamplight.clockwork import post_office
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.guest.reports import GuestTells
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.mail.wishes import Wishes
from lamplight.core.stock.stock import Move
from lamplight.lines.notify import notify, write_trial
from lamplight.sight.access import Scope
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import KINDS
from lamplight.sight.machine_views import machine_view
from lamplight.sight.own_texts import OWN_KINDS, OWN_PROCEDURES
from lamplight.sight.procedures import PROCEDURES
from lamplight.store.database import database, photo_folder
from lamplight.store.mail import wishes_rows
from lamplight.store.models import Entry, Outgoing, Photo
from lamplight.store.sites import machine
from lamplight.store.whereabouts import written_at
from lamplight.web.rights import OPEN
from tests.base import NOW, WEEK
from tests.draw import drawn
from tests.web.test_rights import WORDS, Roles

# In every name, word and address of the other site, and nowhere else.
MARK = "Zephyrine"


class Sweep(Roles):
    """Two sites; at the other one stands whatever there can be, each with the mark in its name."""

    def setUp(self):
        """Everything that a page could show of it."""
        super().setUp()
        self.other = save_site(f"{MARK} Quay", "Europe/Lisbon", WEEK, Actor(NOW), another=True)
        there = Actor(NOW, site_id=self.other.id)
        self.bar = add_machine(
            self.other.id, MachineFields(f"{MARK} bar", "jug-compact", f"{MARK} cellar", f"{MARK}-1"),
            NewMachine({"drinks": 400}), Actor(NOW - timedelta(days=9), site_id=self.other.id),
        )  # fmt: skip
        row = machine(self.other.id, self.bar)
        self.far = save_keeper(f"{MARK} Far", "ZF", there, role=RoleAtSite.OWNER)
        set_passphrase(self.far, WORDS, there)
        as_far = Actor(NOW, self.far, True, role=RoleAtSite.OWNER, site_id=self.other.id)
        make_token(Scope.READ, f"{MARK} meter", as_far)
        make_invite(self.other, RoleAtSite.HELPER, as_far)
        note_lockout("ZF", NOW)
        self.feed = renew_feed(self.other, self.far, 15, as_far)
        self.sticker = renew_sticker(row, as_far).token
        self.run_there = begin_run(self.other, row, "drip-tray", as_far)
        note_sighting(row, PanelSignals(message=f"{MARK} says"), NOW, as_far)
        move_stock("milk-liquid", Move.BOUGHT, 5, as_far, f"{MARK} shelf")
        add_closure(self.other.id, NOW.date(), NOW.date() + timedelta(days=60), f"{MARK} works", as_far)
        add_slots(self.other, [0, 1], 420, 480, self.far, as_far)
        add_water_test(self.other.id, TypedTest(f"{MARK} well", NOW.date(), 17, None), NOW.date(), as_far)
        view = machine_view(self.other, self.bar, NOW)
        tell_as_guest(view, GuestTells.FILLED, NOW, PanelSignals(), f"{MARK} drips", b"")
        save_mail(self.other, ServerFields(CATCHER), self.folder, as_far)
        save_wishes(self.other, self.far, f"{MARK.lower()}@example.org", Wishes(at_once=True), as_far)
        write_trial(self.other, wishes_rows(self.other.id)[0], f"http://{MARK.lower()}.example.org", NOW)
        with post_office(self.folder) as office:
            notify(office, NOW)
        entry = Entry.select().where(Entry.machine == self.bar).order_by(Entry.id.desc()).first()
        Photo.create(entry=entry, machine=self.bar, run=self.run_there, file="zz.jpg", width=1, height=1, at=NOW)
        photo_folder().mkdir(exist_ok=True)
        (photo_folder() / "zz.jpg").write_bytes(b"\xff\xd8 " + MARK.encode())
        self.there = {"machine_id": self.bar, "run_id": self.run_there, "entry_id": entry.id,
                      "mail_id": Outgoing.select().order_by(Outgoing.id.desc()).first().id, "reading_id": 1,
                      "round_id": 1}  # fmt: skip
        database.close()

    def addresses(self):
        """Each route twice: with the numbers of this site, and with those of the other."""
        for rule in self.app.url_map.iter_rules():
            for there in (False, True):
                path = re.sub(r"<(?:[^>]+:)?([^>]+)>", lambda found, t=there: self.named(found[1], t), rule.rule)
                if rule.rule.startswith("/kinds"):
                    path = path.replace("milk-wash", "jug-compact")
                yield rule.endpoint, rule.methods & {"GET", "POST"}, path, there

    def named(self, name, there):
        """What stands in an address in place of a name."""
        if name in self.there:
            return str(self.there[name] if there else self.hall if name == "machine_id" else 1)
        fixed = {"kind_key": "removable-tabletop", "programme": "descale", "role": "milk-cleaner", "word": "end",
                 "filename": "icon.svg", "name": "zz.jpg", "token": "nothing", "key": "milk-wash"}  # fmt: skip
        return fixed.get(name, "morning")

    def test_no_word_of_the_other_site(self):
        """Pages, fragments, files and refusals, for each role that serves this site alone."""
        asked = 0
        for role in (RoleAtSite.LOOKER, RoleAtSite.KEEPER, RoleAtSite.OWNER):
            if role is RoleAtSite.OWNER:  # one who owns this site alone
                self.people[role] = save_keeper("Solo one", "OS", Actor(NOW, site_id=self.site.id), role=role)
                set_passphrase(self.people[role], WORDS, Actor(NOW))
                self.browsers.pop(role, None)
                database.close()
            self.use(role) if role is not RoleAtSite.OWNER else self.use_named(role, "OS")
            for endpoint, methods, path, there in drawn(self.addresses(), 130, len(role.value)):
                if "GET" not in methods or endpoint in OPEN and endpoint != "static":
                    continue
                for htmx in (False, True):
                    answer = self.client.get(path, headers={"HX-Request": "true"} if htmx else {})
                    asked += 1
                    with self.subTest(role=role, path=path, there=there, htmx=htmx):
                        self.assertLess(answer.status_code, 500)
                        body = answer.get_data()
                        where = body.lower().find(MARK.lower().encode())
                        self.assertEqual(where, -1, body[max(0, where - 200) : where + 80])
        self.assertGreater(asked, 300)

    def use_named(self, role, initials):
        """Sign in by initials, in a browser of their own."""
        self.client = self.browsers[role] = self.app.test_client()
        self.post("/sign-in", {"name": initials, "passphrase": WORDS})
        self.tokens.pop(self.client, None)

    def test_nothing_is_written_there(self):
        """Each form with the numbers of the other site, by an owner of this one alone: nothing of that one changes."""
        solo = save_keeper("Solo one", "OS", Actor(NOW, site_id=self.site.id), role=RoleAtSite.OWNER)
        set_passphrase(solo, WORDS, Actor(NOW))
        database.close()
        self.use_named(RoleAtSite.OWNER, "OS")
        database.connect(reuse_if_open=True)
        before = self.of_the_other()
        for endpoint, methods, path, there in self.addresses():
            if "POST" not in methods or endpoint in OPEN or endpoint == "sign_in.leave" or not there:
                continue
            fields = {
                "csrf_token": self.token(), "machine": str(self.bar), "keeper": str(self.far), "id": str(self.far),
                "away_keeper": str(self.far), "away_first": "2026-12-01", "days": "1", "from": "05:00", "to": "06:00",
                "job": f"{self.bar}:drip-tray", "session": "1", "token": "1", "invite": "1", "report": "1",
                "product": "milk-liquid", "do": "counted", "amount": "1", "initials": "ZF", "name": "Other",
                f"value-{self.bar}": "900", "site_id": str(self.other.id), "slot": f"0-420-480-{self.far}",
            }  # fmt: skip
            answer = self.client.post(path, data=fields)
            with self.subTest(path=path):
                self.assertLess(answer.status_code, 500)
                self.assertNotIn(MARK.lower(), answer.get_data(as_text=True).lower())
        database.connect(reuse_if_open=True)
        self.assertEqual(self.of_the_other(), before)

    def test_names_that_are_taken(self):
        """Who has initials at the other site is not told by an invitation here."""
        for name, initials in (("New", "ZF"), (f"{MARK} Far", "NN"), ("ZF", "NN")):
            with self.assertRaises(InvalidInput) as refused:
                save_keeper(name, initials, Actor(NOW, site_id=self.site.id))
            self.assertNotIn(MARK, str(refused.exception))
            self.assertIn("Somebody at another site", str(refused.exception))

    def of_the_other(self):
        """Lines of the other site's log, and what hangs on them."""
        rows = Entry.select().where(written_at(self.other.id)).order_by(Entry.id)
        return [(row.id, row.summary, row.undone_at) for row in rows]

    def test_shared_things(self):
        """A product, a kind or a procedure that the other site goes by is not changed by whoever keeps this one alone;
        by whoever keeps both it is, and the other's log tells it."""
        solo = save_keeper("Solo one", "OS", Actor(NOW, site_id=self.site.id), role=RoleAtSite.OWNER)
        alone = Actor(NOW, solo, True, role=RoleAtSite.OWNER, site_id=self.site.id)
        both = Actor(NOW, self.people[RoleAtSite.OWNER], True, role=RoleAtSite.OWNER, site_id=self.site.id)

        fields = ProductFields("Milk cleaner, ours", "milk-cleaner", "liquid", "alkaline", "ml", 20.0)
        kind = KINDS.copied("jug-compact")
        key = re.search(r"(?m)^key: (.*)$", kind)[1]
        own = save_text(OWN_KINDS, kind, Actor(NOW, site_id=self.other.id))
        text = PROCEDURES.copied("drip-tray")
        procedure = save_text(OWN_PROCEDURES, text, Actor(NOW, site_id=self.other.id)).plain.key
        for what, act in (
            ("product", lambda who: save_product(fields, who, "milk-liquid")),
            ("kind", lambda who: save_text(OWN_KINDS, kind.replace(own.title, f"{own.title} here"), who)),
            ("kind deleted", lambda who: delete_text(OWN_KINDS, key, who)),
            ("procedure deleted", lambda who: delete_text(OWN_PROCEDURES, procedure, who)),
        ):
            before = self.of_the_other()
            with self.subTest(what=what):
                with self.assertRaisesRegex(NotAllowed, "Ask somebody who keeps both"):
                    act(alone)
                self.assertEqual(self.of_the_other(), before)
                act(both)
                told = self.of_the_other()[len(before) :]
                self.assertEqual(len(told), 1)
                self.assertIn("written at Test Works", told[0][1])
                last = Entry.select().where(Entry.site == self.site.id).order_by(Entry.id.desc()).first()
                with self.assertRaisesRegex(NotAllowed, "Ask somebody who keeps both"):
                    undo(last.id, alone, "mine")
