"""What is sent twice counts once, and what two make at the same time is there once."""

from __future__ import annotations

import contextlib
import re
import threading
from datetime import timedelta

from hypothesis import given, settings
from hypothesis import strategies as st
from peewee import IntegrityError

from lamplight.actions.machines import MachineFields, NewMachine, add_machine, change_machine
from lamplight.actions.sites import save_keeper
from lamplight.actions.undo import put_back, undo
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.logbook import entries
from lamplight.store.models import Entry, Keeper, KeeperVersion, Machine, MachineVersion
from lamplight.store.once import FormToken, SentBefore
from lamplight.store.sites import keepers, machine, machines
from tests.base import NOW, DataTest, WebTest
from tests.web.walk import FORM, addresses, contents

KIND = "removable-tabletop"


class Twice(WebTest):
    """Every form that acts, hit twice."""

    def setUp(self):
        """A machine, an entry, a run and a reading, all of number 1."""
        super().setUp()
        self.hall = self.machine(name="Hall")
        self.post("/runs", {"begin": f"{self.hall}:outlets"})

    def send(self, path, token, **more):
        """The form of the walk, with a token of its own."""
        body = {"csrf_token": self.token(), **FORM, **more, "once": token}
        answer = self.client.post(path, data=body, headers={"Referer": f"http://localhost{path}"})
        database.connect(reuse_if_open=True)
        return answer

    def test_every_form(self):
        """The second time nothing is written, and the answer leads on to a page that opens."""
        acting = 0
        for rule, path in addresses(self.app):
            if "POST" not in rule.methods:
                continue
            before = contents()
            first = self.send(
                path, f"form-{rule.rule}".replace("/", "_").replace("<", "").replace(">", "").replace(":", "-")
            )
            wrote = contents()
            again = self.send(
                path, f"form-{rule.rule}".replace("/", "_").replace("<", "").replace(">", "").replace(":", "-")
            )
            with self.subTest(path=path):
                self.assertEqual(contents(), wrote)
                self.assertLess(again.status_code, 500)
                if first.status_code == 303 and wrote != before:
                    acting += 1
                    self.assertEqual(again.status_code, 303)
                    self.assertLess(self.client.get(again.location).status_code, 500)
        self.assertGreaterEqual(acting, 10)

    def test_refused_forms_may_be_sent_again(self):
        """What was refused has not counted; the same form, mended, is taken."""
        bad = self.send("/people", "token-of-one-form", id="", initials="")
        self.assertEqual(bad.status_code, 422)
        self.assertEqual(self.send("/people", "token-of-one-form", id="").status_code, 303)

    def test_one_form_of_several_lines(self):
        """Two jobs ticked at once are both written, the first with the token; the second sending adds neither."""
        self.machine(name="Other")
        jobs = {"job": [f"{self.hall}:drip-tray", "2:drip-tray"]}
        for _ in range(2):
            self.post("/done", {**jobs, "once": "token-of-two-jobs"})
        self.assertEqual([row.machine_id for row in entries() if row.kind == "done"], [2, self.hall])

    def test_each_page_has_other_tokens(self):
        """Two forms on one page, and the same form on the next look, are different ones."""
        found = [token for _ in range(2) for token in re.findall(r'name="once"\s+value="([^"]+)"', self.get("/site"))]
        self.assertGreater(len(found), 2)
        self.assertEqual(len(set(found)), len(found))

    def test_led_to_what_was_made(self):
        """The machine that was added, the run that was begun; for htmx as well."""
        form = {"name": "Twin", "kind": KIND}
        first, again = (self.send("/machines/new", "token-of-adding", **form) for _ in range(2))
        self.assertEqual(again.location, first.location)
        self.assertEqual(len(machines(self.site.id)), 2)
        first, again = (self.send("/runs", "token-of-a-run", begin="2:outlets") for _ in range(2))
        self.assertEqual(again.location, first.location)
        body = {"csrf_token": self.token(), **FORM, "once": "token-of-a-run"}
        answer = self.client.post("/runs", data=body, headers={"HX-Request": "true"})
        self.assertEqual((answer.status_code, answer.headers.get("HX-Redirect")), (204, first.location))

    def test_both_in_one_moment(self):
        """Two that are past the first look at the same time: one is taken, the other led on."""

        def send(number):
            try:
                with database.connection_context():
                    add = NewMachine({}, {})
                    add_machine(self.site.id, MachineFields(f"M {number}", KIND), add,
                                Actor(NOW, form=FormToken("token-of-both")))  # fmt: skip
                    results.append("taken")
            except SentBefore:
                results.append("again")

        results: list[str] = []
        several = [threading.Thread(target=send, args=(n,)) for n in range(6)]
        for thread in several:
            thread.start()
        for thread in several:
            thread.join()
        self.assertEqual(sorted(results), ["again"] * 5 + ["taken"])
        self.assertEqual(len(machines(self.site.id)), 2)


class Unique(DataTest):
    """Names and initials, whoever writes."""

    def at_once(self, act, times=6):
        """Do something in several threads; answers how many were refused."""
        refused = []

        def run():
            try:
                with database.connection_context():
                    act()
            except InvalidInput as problem:
                refused.append(str(problem))

        several = [threading.Thread(target=run) for _ in range(times)]
        for thread in several:
            thread.start()
        for thread in several:
            thread.join()
        return len(refused)

    def test_at_the_same_time(self):
        """One machine called Twin, one keeper TT."""
        add = lambda: add_machine(self.site.id, MachineFields("Twin", KIND), NewMachine(), Actor(NOW))  # noqa: E731
        self.assertEqual(self.at_once(add), 5)
        self.assertEqual(self.at_once(lambda: save_keeper("", "TT", Actor(NOW))), 5)
        self.assertEqual([row.name for row in machines(self.site.id)], ["Twin"])
        self.assertEqual([row.initials for row in keepers()], ["TT"])

    def test_the_file_itself_refuses(self):
        """Written past every check, by a hand with a tool of its own."""
        self.machine("Twin")
        save_keeper("", "TT", Actor(NOW))
        entry = Entry.create(kind="machine", at=NOW, recorded_at=NOW, summary="by hand")
        with self.assertRaisesRegex(IntegrityError, "UNIQUE constraint failed: machine"), database.atomic():
            other = Machine.create(site=self.site.id)
            MachineVersion.create(entry=entry, machine=other, name="tWIN", kind=KIND)
        with self.assertRaisesRegex(IntegrityError, "UNIQUE constraint failed: keeper"), database.atomic():
            KeeperVersion.create(entry=entry, keeper=Keeper.create(), name="T", initials="TT")

    def test_free_again(self):
        """The name of a machine out of service, the initials of a keeper who left; back only under another one."""
        old = self.machine("Twin")
        row = machine(self.site.id, old)
        change_machine(self.site.id, row, MachineFields("Twin", KIND), True, Actor(NOW))
        new = self.machine("Twin")
        with self.assertRaisesRegex(InvalidInput, "already"):
            change_machine(self.site.id, row, MachineFields("Twin", KIND), False, Actor(NOW))
        change_machine(self.site.id, row, MachineFields("Old twin", KIND), False, Actor(NOW))
        self.assertEqual({row.id for row in machines(self.site.id)}, {old, new})

    def test_undo_makes_no_twins(self):
        """A rename undone, after another machine took the old name; and put back after the new one was taken."""
        first = self.machine("A")
        change_machine(self.site.id, machine(self.site.id, first), MachineFields("B", KIND), False, Actor(NOW))
        rename = entries()[0].id
        self.machine("A")
        with self.assertRaisesRegex(InvalidInput, "two machines would have one name"):
            undo(rename, Actor(NOW))
        second = next(row for row in machines(self.site.id) if row.name == "A")
        later = Actor(NOW + timedelta(minutes=1))
        change_machine(self.site.id, second, MachineFields("C", KIND), False, later)
        undo(rename, later)
        self.machine("B")
        with self.assertRaisesRegex(InvalidInput, "two machines would have one name"):
            put_back(rename, Actor(NOW))
        self.assertEqual(sorted(row.name for row in machines(self.site.id)), ["A", "B", "C"])

    @settings(max_examples=30)
    @given(st.lists(st.tuples(st.sampled_from(["add", "rename", "retire", "undo", "put back"]), st.integers(0, 6),
                              st.sampled_from("ABab")), max_size=12))  # fmt: skip
    def test_law(self, course):
        """Whatever is added, renamed, taken out of service, undone and put back: each name once, as the book has it."""
        with database.atomic() as course_alone:
            for what, number, name in course:
                rows = machines(self.site.id, retired=True)
                log = [row for row in entries() if row.kind == "machine"]
                with contextlib.suppress(InvalidInput), database.atomic():
                    if what == "add":
                        add_machine(self.site.id, MachineFields(name, KIND), NewMachine(), Actor(NOW))
                    elif what in ("rename", "retire") and rows:
                        row = rows[number % len(rows)]
                        change_machine(self.site.id, row, MachineFields(name, KIND), what == "retire", Actor(NOW))
                    elif what == "undo" and log:
                        undo(log[number % len(log)].id, Actor(NOW))
                    elif what == "put back" and log:
                        put_back(log[number % len(log)].id, Actor(NOW))
                names = {row.id: row.name.lower() for row in machines(self.site.id)}
                self.assertEqual(len(set(names.values())), len(names))
                self.assertEqual({row.id: row.claimed for row in Machine.select() if row.claimed}, names)
            course_alone.rollback()

    def test_names_that_mean_somebody_else(self):
        """Nobody is called what another one signs."""
        save_keeper("Ada Brook", "AB", Actor(NOW))
        for name, initials in (("AB", "XY"), ("Jonas", "ada brook"[:6]), ("ada brook", "XZ")):
            if initials != "ada br":
                with self.assertRaisesRegex(
                    InvalidInput, "There is a keeper called AB already|There is a keeper called ada brook already"
                ):
                    save_keeper(name, initials, Actor(NOW))
        save_keeper("Ada Brooks", "AX", Actor(NOW))
