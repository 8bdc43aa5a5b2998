"""Who has gone goes: nothing lets them in or reaches them; and on their wish their name leaves the book as well."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.access import end_some_access
from lamplight.actions.api_tokens import make_token
from lamplight.actions.feeds import renew_feed
from lamplight.actions.forgetting import forget_person
from lamplight.actions.invites import accept_invite, make_invite
from lamplight.actions.mail_settings import CATCHER, ServerFields, save_mail, save_wishes
from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.photos import add_photo
from lamplight.actions.runs import answer_step, begin_run
from lamplight.actions.sign_in import account_of, begin_session, note_lockout
from lamplight.actions.sites import save_keeper, save_site, serve_no_more
from lamplight.clockwork import post_office
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.mail.outbox import MailState
from lamplight.core.mail.wishes import Wishes
from lamplight.core.run.state import EventKind
from lamplight.lines.notify import notify, write_trial
from lamplight.sight.access import Scope, access_at, actors_of_token, good_tokens, keeper_of_session, may_be_forgotten
from lamplight.sight.actor import Actor
from lamplight.sight.feeds import feed_of
from lamplight.simulators.mail_catcher import caught, throw_away_to
from lamplight.store.database import data_file, database, photo_folder
from lamplight.store.logbook import entries
from lamplight.store.mail import mails, wishes_rows
from lamplight.store.models import Photo
from lamplight.store.runs import run_row
from lamplight.store.sites import machine
from lamplight.store.tokens import open_invites
from tests.actions.test_guided import picture
from tests.base import NOW, WEEK, DataTest

WORDS, NAME = "four tiles on a shelf", "Quillon Marsh"
LATER = NOW + timedelta(minutes=5)


class People(DataTest):
    """An owner, and a keeper who signed in, has mail, a calendar, a token, and invited somebody."""

    def setUp(self):
        super().setUp()
        self.hall = self.used_machine()
        self.owner = save_keeper("Ona Owner", "OO", Actor(NOW), role=RoleAtSite.OWNER)
        self.quill = save_keeper(NAME, "QM", Actor(NOW), role=RoleAtSite.OWNER)
        set_passphrase(self.owner, WORDS, Actor(NOW))
        self.let_in(self.site)
        save_mail(self.site, ServerFields(CATCHER), self.folder, Actor(NOW))

    def let_in(self, site):
        """Everything by which they get in."""
        set_passphrase(self.quill, WORDS, Actor(NOW))
        self.session, _ = begin_session(account_of("QM")[1], "", NOW, "a phone")
        own = Actor(NOW, self.quill, True, role=RoleAtSite.OWNER, site_id=site.id)
        self.token = make_token(Scope.READ, f"meter of {NAME}", own)
        self.feed = renew_feed(site, self.quill, 15, own)
        self.invite = make_invite(site, RoleAtSite.HELPER, own)
        save_wishes(site, self.quill, "quill@example.org", Wishes(at_once=True), own)

    def as_owner(self, now=LATER, site=None):
        """The owner who stays."""
        return Actor(now, self.owner, True, role=RoleAtSite.OWNER, site_id=(site or self.site).id)

    def leave(self):
        """Say that they have left for good."""
        save_keeper(NAME, "QM", self.as_owner(), self.quill, active=False, present=WORDS)

    def reached(self):
        """What still lets them in or reaches them."""
        return {
            what
            for what, there in (
                ("session", keeper_of_session(self.session, LATER) is not None),
                ("token", bool(actors_of_token(self.token, Scope.READ, LATER))),
                ("feed", feed_of(self.site, self.feed) is not None),
                ("invite", bool(open_invites(self.site.id, LATER))),
                ("mail", any(row.keeper_id == self.quill for row in wishes_rows(self.site.id))),
            )
            if there
        }


class Leaving(People):
    """They leave, or only some of it ends."""

    def test_seen_together(self):
        """An owner sees all of it in one place, in words."""
        seen = access_at(self.site.id, [self.quill, self.owner], LATER)
        self.assertEqual(seen[self.quill].words, "1 session, 1 token, 1 calendar, 1 invitation and mail")
        self.assertEqual(seen[self.owner].words, "")

    def test_who_left_is_gone(self):
        """Nothing lets them in; back again they begin anew, with nothing of before."""
        self.assertEqual(self.reached(), {"session", "token", "feed", "invite", "mail"})
        write_trial(self.site, wishes_rows(self.site.id)[0], "http://x", NOW)
        self.leave()
        self.assertEqual(self.reached(), set())
        self.assertEqual([mail.state for mail in mails(self.site.id, 9)], [MailState.STOPPED])
        with self.assertRaisesRegex(InvalidInput, "Ask for a new one"):
            accept_invite(self.invite, "Nia", "NI", WORDS, LATER)
        save_keeper(NAME, "QM", Actor(LATER), self.quill, True, WORDS, RoleAtSite.KEEPER)
        self.assertEqual(self.reached(), set())

    def test_one_of_it(self):
        """Mail, calendar, or all; by themselves or an owner, and nobody else; the passphrase lets them in again."""
        other = save_keeper("Bo", "BO", Actor(NOW), role=RoleAtSite.KEEPER)
        with self.assertRaisesRegex(NotAllowed, "That is for an owner"):
            end_some_access("all", self.quill, Actor(LATER, other, True, role=RoleAtSite.KEEPER, site_id=self.site.id))
        with self.assertRaisesRegex(InvalidInput, "Choose what ends"):
            end_some_access("nothing", self.quill, self.as_owner())
        end_some_access("mail", self.quill, self.as_owner())
        self.assertEqual(self.reached(), {"session", "token", "feed", "invite"})
        end_some_access("calendar", self.quill, self.as_owner())
        self.assertEqual(self.reached(), {"session", "token", "invite"})
        end_some_access("all", self.quill, self.as_owner())
        self.assertEqual(self.reached(), set())
        self.assertIsNotNone(account_of("QM")[1])

    def test_a_new_passphrase_ends_tokens(self):
        """Also one that is set from the command line."""
        set_passphrase(self.quill, "seven kilns by a window", Actor(LATER))
        self.assertNotIn("token", self.reached())
        self.assertNotIn("session", self.reached())
        self.assertEqual([row for row in good_tokens() if row.keeper_id == self.quill], [])

    def test_one_site_of_two(self):
        """Who serves one of two sites no more gets nothing of that one, and keeps what is of the other."""
        other = save_site("Harbour Hall", "Europe/Berlin", WEEK, Actor(NOW), another=True)
        there = self.as_owner(site=other)
        save_keeper(NAME, "QM", there, self.quill, True, WORDS, RoleAtSite.KEEPER)
        save_wishes(other, self.quill, "quill@example.org", Wishes(at_once=True), there)
        serve_no_more(self.quill, self.as_owner(), WORDS)
        self.assertEqual(self.reached(), {"session", "token"})
        self.assertEqual([row.keeper_id for row in wishes_rows(other.id)], [self.quill])


class Forgetting(People):
    """Their name leaves the book."""

    def setUp(self):
        """They ran a job with a photo, wrote notes with their name, and were told things by mail."""
        super().setUp()
        own = Actor(NOW, self.quill, True, role=RoleAtSite.OWNER, site_id=self.site.id)
        run = begin_run(self.site, machine(self.site.id, self.hall), "group-rinse", own)
        answer_step(run, EventKind.NOTE, 0, own, f"{NAME} saw a crack, says quillon marsh")
        for _ in range(2):
            add_photo(run_row(run), picture(), f"{NAME} at work", own)
        self.run = run
        note_lockout("QM", NOW)
        write_trial(self.site, wishes_rows(self.site.id)[0], "http://x", NOW)
        with post_office(self.folder) as office:
            notify(office, NOW)
        self.photos = [row.id for row in Photo.select().order_by(Photo.id)]

    def throw_away(self, mailboxes):
        """What lies in the catcher."""
        throw_away_to(self.folder, mailboxes)

    def test_refused(self):
        """Before they left, by a keeper, by who owns one of two sites, with photos of somebody else."""
        with self.assertRaisesRegex(InvalidInput, "have left for good"):
            forget_person(self.quill, [], self.as_owner(), self.throw_away)
        self.leave()
        self.assertEqual([row.keeper_id for row in may_be_forgotten()], [self.quill])
        with self.assertRaisesRegex(NotAllowed, "That is for an owner"):
            keeper = Actor(LATER, self.owner, True, role=RoleAtSite.KEEPER, site_id=self.site.id)
            forget_person(self.quill, [], keeper, self.throw_away)
        with self.assertRaisesRegex(InvalidInput, "photos that they took"):
            forget_person(self.quill, [99], self.as_owner(), self.throw_away)

    def test_nothing_of_the_name_is_left(self):
        """Not in the log, the runs, the outbox, the catcher, nor anywhere in the file; what they did stays."""
        self.leave()
        lines = len(entries(limit=500))
        self.assertTrue(caught(self.folder))
        kept, gone = self.photos
        files = {row.id: row.file for row in Photo.select()}
        alias = forget_person(self.quill, [gone], self.as_owner(), self.throw_away)
        self.assertEqual(alias, f"A former keeper ({self.quill})")
        self.assertEqual(len(entries(limit=500)), lines + 1)
        state = run_row(self.run)
        self.assertEqual((state.who, state.state.notes[0].text), (
            f"F{self.quill}", f"{alias} saw a crack, says {alias}",
        ))  # fmt: skip
        self.assertTrue((photo_folder() / files[kept]).exists())
        self.assertFalse((photo_folder() / files[gone]).exists())
        self.assertEqual(caught(self.folder), [])
        database.close()
        raw = b"".join(path.read_bytes() for path in self.folder.glob("lamplight.sqlite3*")).lower()
        for word in (NAME, "quill@example.org"):
            self.assertFalse(word.lower().encode() in raw, word)
        self.assertTrue(data_file(self.folder).exists())
        database.connect()
        told = next(row for row in entries(limit=5) if "taken out of the book" in row.summary)
        self.assertEqual(
            told.summary, f"The name of a former keeper ({self.quill}) was taken out of the book, with 1 photo"
        )
        self.assertEqual(may_be_forgotten(), [])
        with self.assertRaisesRegex(InvalidInput, "That is not the present passphrase of Ona"):
            save_keeper("X", "QM2", self.as_owner(), 999, active=True)
