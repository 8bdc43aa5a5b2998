"""Mail from the book into a catcher: once, again, never late, stopped; what is told, and to whom."""

from __future__ import annotations

import tempfile
import threading
import unittest
from datetime import date, timedelta
from pathlib import Path
from unittest.mock import patch

from lamplight.actions.care import mark_done
from lamplight.actions.hours import add_keeper_absence, add_slots
from lamplight.actions.lamps import note_sighting
from lamplight.actions.mail_settings import ServerFields, save_mail, save_wishes, stop_by_link
from lamplight.actions.outbox import send_again, stop_mail, tidy
from lamplight.actions.sites import save_keeper, save_site
from lamplight.actions.stock import move_stock
from lamplight.actions.undo import undo
from lamplight.clockwork import post_office
from lamplight.core.care.item import ItemRole
from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal
from lamplight.core.mail.outbox import IN_HAND_AT_MOST, MailState, PutOff, TurnedDown
from lamplight.core.mail.wishes import NoteKind, Wishes
from lamplight.core.stock.stock import Move
from lamplight.library import catalogue
from lamplight.lines import notify as turns
from lamplight.lines.notify import by_itself, notify, plan_anew
from lamplight.lines.smtp import Server, hand_over
from lamplight.sight.actor import Actor
from lamplight.sight.cache import forget
from lamplight.sight.notes import alarms_of
from lamplight.simulators.mail_catcher import HOST, Mood, catching, caught, set_mood, throw_away
from lamplight.store.database import database
from lamplight.store.mail import mail_password, mail_settings, mails, password_file, wishes_rows
from lamplight.store.models import Entry, Outgoing
from lamplight.store.plans import announced
from lamplight.store.sites import machine
from tests.base import NOW, WEEK, DataTest

MINUTE = timedelta(minutes=1)
EARLY = NOW.replace(hour=5, minute=30)  # 06:30 in Berlin, half an hour before the site opens


class MailTest(DataTest):
    """Two keepers, a machine with things to do, and mail into the catcher."""

    def setUp(self):
        super().setUp()
        self.ann, self.ben = (save_keeper(name, name[:2], Actor(NOW)) for name in ("Ann", "Ben"))
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 40, "outlets": 3, "descale": 10})
        save_mail(self.site, ServerFields("catcher"), self.folder, Actor(NOW))
        self.office = self.enterContext(post_office(self.folder))
        self.addCleanup(forget)

    def wish(self, keeper=None, **wishes):
        """What a keeper wants."""
        who = self.ann if keeper is None else keeper
        save_wishes(self.site, who, f"k{who}@example.org", Wishes(**{"at_once": False, **wishes}), Actor(NOW))

    def turn(self, now, post=None):
        """One turn."""
        return notify(post or self.office, now)

    def subjects(self):
        """What was caught, newest first."""
        return [mail.subject for mail in caught(self.folder)]

    def states(self):
        """How the outbox stands, oldest first."""
        return [mail.state for mail in reversed(mails(self.site.id, 50))]

    def light(self, at, lamp_off=False, keeper=None):
        """A panel is seen: a lamp that stops drinks, or dark."""
        view = self.view(self.hall, at)
        lamps, message = {}, ""
        if not lamp_off:
            pattern = next(one for one in view.whole_kind.panel.all_patterns if one.stops_drinks and one.lamps)
            lamps = {
                one.lamp: LampSignal(one.state, one.colour or self.colour(view, one.lamp)) for one in pattern.lamps
            }
            message = pattern.message
        note_sighting(view.row, PanelSignals(lamps, message), at, Actor(at, keeper))

    def colour(self, view, key):
        """A colour that a lamp has."""
        return next(lamp.colours[0] for lamp in view.whole_kind.panel.lamps if lamp.key == key)


class Once(MailTest):
    """Whatever happens, each is sent once."""

    def test_once_a_day_on_days_with_something_to_do(self):
        """Turn after turn, over a morning and the next; nothing on a closed day."""
        self.wish(minute=6 * 60 + 30)
        for n in range(40):
            self.turn(EARLY - 15 * MINUTE + n * MINUTE)
        self.assertEqual(len(self.subjects()), 1)
        self.assertIn("1 machine from", self.subjects()[0])
        forget()  # as after a start anew
        self.turn(EARLY + 30 * MINUTE)
        self.turn(EARLY + timedelta(days=1))
        self.assertEqual(len(self.subjects()), 2)
        saturday = EARLY + timedelta(days=4)
        self.assertEqual(saturday.weekday(), 5)
        self.turn(saturday)
        self.assertEqual(len(self.subjects()), 2)

    def test_two_at_a_time(self):
        """A server and a line of cron over one file, at the same moment."""
        self.wish()
        barrier = threading.Barrier(2)

        def turn():
            with database.connection_context():
                barrier.wait()
                self.turn(EARLY)

        database.close()
        threads = [threading.Thread(target=turn) for _ in range(2)]
        for one in threads:
            one.start()
        for one in threads:
            one.join()
        database.connect()
        self.turn(EARLY + MINUTE)
        self.assertEqual((len(self.subjects()), self.states()), (1, [MailState.SENT]))

    def pulled(self, before):
        """A way of handing over at which the plug is pulled, before or after the text was handed over."""

        class Plug(BaseException):
            """The end of the process."""

        def post(settings, site_id):
            real = self.office(settings, site_id)

            def send(recipient, message, at_last):
                if before:
                    raise Plug
                real(recipient, message, at_last)
                raise Plug

            return send

        with self.assertRaises(Plug):
            self.turn(EARLY, post)

    def test_the_plug_is_pulled_before(self):
        """Nobody has it: it is sent when Lamplight is back and sure that nobody else has it in hand."""
        self.wish()
        self.pulled(before=True)
        self.assertEqual((self.subjects(), self.states()), ([], [MailState.IN_HAND]))
        self.turn(EARLY + MINUTE)
        self.assertEqual(self.subjects(), [])
        self.turn(EARLY + IN_HAND_AT_MOST)
        self.assertEqual((len(self.subjects()), self.states()), (1, [MailState.SENT]))

    def test_the_plug_is_pulled_after(self):
        """Nobody knows: a note is not sent twice, but can be by hand; and it is the same message then."""
        self.wish()
        self.pulled(before=False)
        self.assertEqual((len(self.subjects()), self.states()), (1, [MailState.HANDED_OVER]))
        self.turn(EARLY + IN_HAND_AT_MOST)
        self.assertEqual((len(self.subjects()), self.states()), (1, [MailState.UNKNOWN]))
        send_again(mails(self.site.id, 1)[0].id, Actor(EARLY + timedelta(minutes=6)))
        self.turn(EARLY + timedelta(minutes=6))
        ids = [dict(mail.headers)["Message-ID"] for mail in caught(self.folder)]
        self.assertEqual((len(ids), len(set(ids))), (2, 1))

    def test_an_alarm_rather_twice_than_never(self):
        """The same, of a lamp that stops a machine."""
        self.wish(morning=False, at_once=True)
        self.light(EARLY - MINUTE)
        self.pulled(before=False)
        self.turn(EARLY + IN_HAND_AT_MOST)
        self.assertEqual((len(self.subjects()), self.states()), (2, [MailState.SENT]))


class Trouble(MailTest):
    """The server has a bad day."""

    def test_put_off_and_taken_up(self):
        """Tried ever later; the tries and what it said are kept; sent once when it is back."""
        self.wish()
        set_mood(self.folder, Mood.BUSY)
        for n in range(30):
            self.turn(EARLY + n * MINUTE)
        row = mails(self.site.id, 1)[0]
        self.assertEqual((row.state, row.tries), (MailState.WAITING, 4))  # at 0, 1, 6 and 21 minutes
        self.assertIn("451", row.problem)
        set_mood(self.folder, Mood.TAKES)
        for n in range(30, 60):
            self.turn(EARLY + n * MINUTE)
        self.assertEqual((len(self.subjects()), self.states()), (1, [MailState.SENT]))

    def test_never_late(self):
        """A note of the morning that could not be sent by noon is not sent in the evening."""
        self.wish()
        set_mood(self.folder, Mood.BUSY)
        self.turn(EARLY)
        set_mood(self.folder, Mood.TAKES)
        self.turn(EARLY + timedelta(hours=6))
        self.assertEqual((self.subjects(), self.states()), ([], [MailState.TOO_LATE]))

    def test_refused(self):
        """For good: not tried again, unless somebody asks."""
        self.wish()
        set_mood(self.folder, Mood.REFUSES)
        self.turn(EARLY)
        self.turn(EARLY + timedelta(hours=1))
        row = mails(self.site.id, 1)[0]
        self.assertEqual((row.state, row.tries), (MailState.REFUSED, 1))
        self.assertIn("550", row.problem)
        set_mood(self.folder, Mood.TAKES)
        send_again(row.id, Actor(EARLY + timedelta(hours=1)))
        self.turn(EARLY + timedelta(hours=1))
        self.assertEqual(self.states(), [MailState.SENT])
        with self.assertRaisesRegex(InvalidInput, "That mail cannot be sent again"):
            send_again(row.id, Actor(EARLY))

    def test_stopped_while_it_waits(self):
        """By one touch; another touch finds nothing to stop."""
        self.wish()
        set_mood(self.folder, Mood.BUSY)
        self.turn(EARLY)
        stop_mail(mails(self.site.id, 1)[0].id, Actor(NOW))
        set_mood(self.folder, Mood.TAKES)
        self.turn(EARLY + timedelta(hours=1))
        self.assertEqual((self.subjects(), self.states()), ([], [MailState.STOPPED]))
        with self.assertRaisesRegex(InvalidInput, "That mail no longer waits"):
            stop_mail(mails(self.site.id, 1)[0].id, Actor(NOW))

    def test_stopped_by_the_link(self):
        """One sort, then all; what waits goes with it."""
        self.wish(at_once=True)
        set_mood(self.folder, Mood.BUSY)
        self.turn(EARLY)
        token = wishes_rows(self.site.id)[0].stop_token
        stop_by_link(self.site, token, NoteKind.MORNING, Actor(EARLY))
        wishes = wishes_rows(self.site.id)[0].wishes
        self.assertEqual((wishes.morning, wishes.at_once), (False, True))
        kinds = {mail.kind: mail.state for mail in mails(self.site.id, 9)}
        self.assertEqual(kinds[NoteKind.MORNING], MailState.STOPPED)
        stop_by_link(self.site, token, None, Actor(EARLY))
        self.assertFalse(wishes_rows(self.site.id)[0].wishes.any)
        with self.assertRaisesRegex(InvalidInput, "That link stops nothing any more"):
            stop_by_link(self.site, "other", None, Actor(EARLY))

    def test_nobody_there(self):
        """No server at all: put off in a sentence, and the turn goes on with the plan."""
        self.wish()
        server = ServerFields("smtp", "127.0.0.1", 9, "none", "", "lamp@example.org")
        save_mail(self.site, server, self.folder, Actor(NOW))
        self.turn(EARLY)
        row = mails(self.site.id, 1)[0]
        self.assertEqual(row.state, MailState.WAITING)
        self.assertIn("could not be reached", row.problem)

    def test_the_clock_runs_behind(self):
        """Nothing is told by a clock that is days behind what was written."""
        self.wish()
        self.turn(EARLY - timedelta(days=60))
        self.assertEqual(self.states(), [])

    def test_old_texts_go(self):
        """And that it was told stays longer than its text."""
        self.wish()
        self.turn(EARLY)
        tidy(EARLY + timedelta(days=61))
        self.assertEqual(mails(self.site.id, 1)[0].text, "")
        self.turn(EARLY)
        self.assertEqual(len(self.subjects()), 1)
        tidy(EARLY + timedelta(days=401))
        self.assertEqual(Outgoing.select().count(), 0)


class AtOnce(MailTest):
    """A lamp that stops a machine, a limit of hygiene."""

    def test_a_lamp_once_until_it_was_out(self):
        """Seen again while it is lit it is the same; after it was dark it is another."""
        self.wish(morning=False, at_once=True)
        self.turn(EARLY)
        before = len(self.subjects())
        for minutes, off in ((1, False), (5, False), (9, True), (12, False)):
            self.light(EARLY + minutes * MINUTE, off)
            self.turn(EARLY + minutes * MINUTE)
            self.turn(EARLY + (minutes + 1) * MINUTE)
        told = self.subjects()[: len(self.subjects()) - before]
        self.assertEqual(len(told), 2)
        self.assertTrue(all(one.startswith("Hall: ") for one in told), told)

    def test_not_what_they_noted_themselves(self):
        """But everybody else."""
        self.wish(morning=False, at_once=True)
        self.wish(self.ben, morning=False, at_once=True)
        self.turn(EARLY)
        throw_away(self.folder, [mail.key for mail in caught(self.folder)])
        self.light(EARLY + MINUTE, keeper=self.ann)
        self.turn(EARLY + 2 * MINUTE)
        self.assertEqual([mail.recipient for mail in caught(self.folder)], [f"k{self.ben}@example.org"])

    def test_seen_to_before_it_could_be_sent(self):
        """Is not sent any more."""
        self.wish(morning=False, at_once=True)
        self.turn(EARLY)
        throw_away(self.folder, [mail.key for mail in caught(self.folder)])
        set_mood(self.folder, Mood.BUSY)
        self.light(EARLY + MINUTE)
        self.turn(EARLY + MINUTE)
        self.light(EARLY + 2 * MINUTE, lamp_off=True)
        set_mood(self.folder, Mood.TAKES)
        self.turn(EARLY + 30 * MINUTE)
        self.assertEqual((self.subjects(), self.states()[-1]), ([], MailState.SETTLED))

    def test_a_limit_of_hygiene_once_until_it_was_done(self):
        """Each item's key holds until it is done."""
        self.wish(morning=False, at_once=True)
        self.hall = self.used_machine(name="Milk", kind="office-tower", done={"milk-wash": 9})
        late = [alarm for alarm in alarms_of(self.view(self.hall, EARLY)) if " milk-wash " in alarm.key]
        self.assertTrue(late)
        self.turn(EARLY)
        self.turn(EARLY + timedelta(hours=1))
        self.assertEqual(len(self.subjects()), 1)
        item = late[0].key.split()[2]
        mark_done(
            [(machine(self.site.id, self.hall), item)], EARLY + timedelta(hours=1), Actor(EARLY + timedelta(hours=1))
        )
        self.assertNotIn(
            item, [one.key.split()[2] for one in alarms_of(self.view(self.hall, EARLY + timedelta(hours=2)))]
        )

    def test_a_drawer_that_stood_too_long(self):
        """Of every kind: that it is full by reckoning is not told at once, that it stood for days is."""
        told = 0
        for n, (key, kind) in enumerate(sorted(catalogue.kinds().items())):
            drawer = next((item.key for item in kind.items if item.role is ItemRole.DRAWER), None)
            if drawer is None:
                continue
            number = self.used_machine(name=f"D{n}", kind=key, per_day=200, done={drawer: 1})
            words = [alarm.key for alarm in alarms_of(self.view(number, NOW)) if f" {drawer} " in alarm.key]
            self.assertEqual(words, [], key)
            late = alarms_of(self.view(number, NOW + timedelta(days=7)))
            told += any(f" {drawer} " in alarm.key for alarm in late)
        self.assertGreater(told, 5)

    def test_not_while_away_and_then_at_once(self):
        """Who is away is left in peace; back again, what still holds is told."""
        self.wish(morning=False, at_once=True)
        add_keeper_absence(self.site, self.ann, date(2026, 11, 24), date(2026, 11, 24), self.ben, "", Actor(NOW))
        self.light(EARLY)
        self.turn(EARLY + MINUTE)
        self.assertEqual(self.subjects(), [])
        self.turn(EARLY + timedelta(days=1))
        self.assertEqual(len(self.subjects()), 1)


class What(MailTest):
    """What notes say."""

    def test_morning(self):
        """The round with its times, what to take, why it comes, how to stop it; in text as on the page."""
        self.wish()
        move_stock("brew-tablets", Move.COUNTED, 0, Actor(NOW))
        self.turn(EARLY)
        mail = caught(self.folder)[0]
        token = wishes_rows(self.site.id)[0].stop_token
        for words in ("The round", "Hall", "Brew-group rinse", "Take with you", f"/mail/stop/{token}/morning"):
            self.assertIn(words, mail.text)
            self.assertIn(words, mail.page)
        self.assertIn("Nothing for it is left in the cupboard", mail.text)

    def test_what_changed(self):
        """A lamp since the last note, and nothing of before."""
        self.wish()
        self.turn(EARLY)
        self.light(EARLY + timedelta(hours=5))
        self.turn(EARLY + timedelta(days=1))
        self.assertIn("What changed since the last note", caught(self.folder)[0].text)
        self.turn(EARLY + timedelta(days=2))
        self.assertNotIn("What changed", caught(self.folder)[0].text)

    def test_week(self):
        """On its weekday alone: visits of seven days, and what to order."""
        self.wish(morning=False, week_day=1)
        move_stock("brew-tablets", Move.COUNTED, 0, Actor(NOW))
        self.turn(EARLY)
        self.turn(EARLY + timedelta(days=1))
        self.assertEqual(len(self.subjects()), 1)
        text = caught(self.folder)[0].text
        for words in ("Visits", "Hall", "Order", "0 tablets there"):
            self.assertIn(words, text)

    def test_a_whole_day_for_the_machines(self):
        """Hours longer than any round: the note comes all the same."""
        add_slots(self.site, [1], 5 * 60, 23 * 60, self.ann, Actor(NOW))
        self.wish()
        self.turn(EARLY)
        self.assertEqual(len(self.subjects()), 1)

    def test_who_has_left(self):
        """Gets nothing any more."""
        self.wish()
        self.wish(self.ben)
        save_keeper("Ann", "An", Actor(NOW), self.ann, active=False)
        self.turn(EARLY)
        self.assertEqual([mail.recipient for mail in caught(self.folder)], [f"k{self.ben}@example.org"])

    def test_each_has_their_own(self):
        """Two keepers, each at their hour."""
        self.wish(minute=6 * 60 + 30)
        self.wish(self.ben, minute=7 * 60)
        self.turn(EARLY)
        self.assertEqual([mail.recipient for mail in caught(self.folder)], [f"k{self.ann}@example.org"])
        self.turn(EARLY + 30 * MINUTE)
        self.assertEqual(len(self.subjects()), 2)


class Plans(MailTest):
    """The plan is made anew by itself."""

    def test_anew_when_facts_changed_and_nobody_types(self):
        """Not in the first minutes, not twice, again after a change."""
        self.assertFalse(plan_anew(NOW + MINUTE))
        self.assertTrue(plan_anew(NOW + 5 * MINUTE))
        self.assertFalse(plan_anew(NOW + 30 * MINUTE))
        self.read(self.hall, 1810)
        self.assertTrue(plan_anew(NOW + timedelta(hours=2)))
        made = announced(self.site.id).made_at
        self.assertFalse(plan_anew(NOW + timedelta(hours=2, minutes=20)))
        self.assertEqual(announced(self.site.id).made_at, made)
        self.assertTrue(plan_anew(NOW + timedelta(days=1)))

    def test_trouble_is_told_in_the_log(self):
        """And the rest goes on."""

        def broken(*_):
            raise OSError("no line")

        self.wish()
        with self.assertLogs("lamplight", "WARNING") as said:
            by_itself(broken, lambda: NOW + 5 * MINUTE)
        self.assertIn("no line", said.output[0])
        self.assertIsNotNone(announced(self.site.id))

    def test_one_note_or_site_does_not_stop_the_others(self):
        """A mistake in one keeper's note: the other gets theirs, the owner is told once, in log and mail."""
        self.wish()
        self.wish(self.ben, at_once=True)
        known = turns.morning_note

        def stumbles(site, now, reader):
            if reader.keeper_id == self.ann:
                raise KeyError("gone")
            return known(site, now, reader)

        with patch.object(turns, "morning_note", stumbles), self.assertLogs("lamplight", "ERROR"):
            for minutes in range(4):
                self.turn(EARLY + minutes * MINUTE)
        told = [row.summary for row in Entry.select().where(Entry.kind == "trouble")]
        self.assertEqual(len(told), 1)
        self.assertRegex(told[0], r"^The note to Ann was not done. Quote [0-9a-f]{8} when")
        to_ben = [mail.subject for mail in caught(self.folder) if f"k{self.ben}" in mail.recipient]
        self.assertTrue(any("machine" in one for one in to_ben), to_ben)
        self.assertNotIn("Something was not done by itself", to_ben)  # a keeper, no owner

    def test_each_site_by_itself(self):
        """One site's mail gives way: the other's goes on, and the owner of the first is told once."""
        other = save_site("Harbour Hall", "Europe/Berlin", WEEK, Actor(NOW), another=True)
        self.wish(at_once=True)
        known = turns._notify

        def stumbles(site, *rest):
            if site.id == self.site.id:
                raise ZeroDivisionError
            return known(site, *rest)

        with patch.object(turns, "_notify", stumbles), self.assertLogs("lamplight", "ERROR"):
            for _ in range(3):
                self.turn(EARLY)
        self.turn(EARLY + MINUTE)
        told = Entry.select().where(Entry.kind == "trouble")
        self.assertEqual([row.site_id for row in told], [self.site.id])
        self.assertEqual(self.subjects().count("Something was not done by itself"), 1)
        self.assertEqual(mails(other.id, 9), [])


class Settings(MailTest):
    """How mail leaves."""

    def test_refused_whole(self):
        """Each wrong thing beside its field, and nothing is kept."""
        good = {"way": "smtp", "host": "mail.example.org", "port": 587, "sender": "a@example.org"}
        for field, value in (
            ("way", "pigeon"), ("host", ""), ("host", "a/b"), ("port", 0), ("port", 70000), ("security", "some"),
            ("sender", "nobody"), ("address", "ftp://x"), ("address", "http://a b"),
        ):  # fmt: skip
            with self.subTest(field=field, value=value), self.assertRaises(InvalidInput) as refused:
                save_mail(self.site, ServerFields(**{**good, field: value}), self.folder, Actor(NOW))
            self.assertEqual(refused.exception.field, field)
        with self.assertRaises(InvalidInput) as refused:
            open_line = {**good, "security": "none", "user": "ann", "password": "secret"}
            save_mail(self.site, ServerFields(**open_line), self.folder, Actor(NOW))
        self.assertEqual(refused.exception.field, "security")
        self.assertFalse(password_file(self.folder, self.site.id).exists())

    def test_password(self):
        """For its owner alone, kept when nothing was typed, taken away with the name."""
        server = ServerFields("smtp", "mail.example.org", 587, "starttls", "ann", "a@example.org", "", "secret words")
        save_mail(self.site, server, self.folder, Actor(NOW))
        file = password_file(self.folder, self.site.id)
        self.assertEqual((self.password(), file.stat().st_mode & 0o077), ("secret words", 0))
        save_mail(self.site, ServerFields(**{**vars(server), "password": None}), self.folder, Actor(NOW))
        self.assertEqual(self.password(), "secret words")
        save_mail(self.site, ServerFields(**{**vars(server), "user": "", "password": ""}), self.folder, Actor(NOW))
        self.assertFalse(file.exists())

    def password(self, site=None):
        """What would be sent for a site's server."""
        site = site or self.site
        return mail_password(self.folder, site.id, mail_settings(site.id))

    def test_password_of_one_server_and_one_site(self):
        """Another server, another user, another site: asked for again, and never sent there."""
        server = ServerFields("smtp", "mail.example.org", 587, "starttls", "ann", "a@example.org", "", "secret words")
        save_mail(self.site, server, self.folder, Actor(NOW))
        other = save_site("Harbour Hall", "Europe/Berlin", WEEK, Actor(NOW), another=True)
        there = Actor(NOW, site_id=other.id)
        save_mail(other, ServerFields(**{**vars(server), "password": None}), self.folder, there)
        self.assertEqual((self.password(other), self.password()), ("", "secret words"))
        for changed in ({"host": "mail.elsewhere.org"}, {"user": "ben"}):
            with self.subTest(changed=changed), self.assertRaisesRegex(InvalidInput, "for another server or name"):
                save_mail(
                    self.site, ServerFields(**{**vars(server), "password": None, **changed}), self.folder, Actor(NOW)
                )
        moved = {**vars(server), "host": "mail.elsewhere.org", "password": "others"}
        save_mail(self.site, ServerFields(**moved), self.folder, Actor(NOW))
        self.assertEqual(self.password(), "others")
        undo(Entry.select().order_by(Entry.id.desc()).first().id, Actor(NOW))
        self.assertEqual((mail_settings(self.site.id).host, self.password()), ("mail.example.org", ""))
        password_file(self.folder, self.site.id).write_text("[]")
        self.assertEqual(self.password(), "")


class Line(unittest.TestCase):
    """The line to a server alone."""

    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.port = self.enterContext(catching(self.folder))

    def test_moods(self):
        """Taken, put off, refused."""
        steps = []
        server = Server(HOST, self.port)

        def send():
            hand_over(server, "a@x.org", "b@x.org", b"Subject: x\r\n\r\ny\r\n", lambda: steps.append(1))

        send()
        self.assertEqual((len(caught(self.folder)), steps), (1, [1]))
        set_mood(self.folder, Mood.BUSY)
        with self.assertRaisesRegex(PutOff, "The mail server puts it off:"):
            send()
        set_mood(self.folder, Mood.REFUSES)
        with self.assertRaisesRegex(TurnedDown, "The mail server refuses it:"):
            send()
        self.assertEqual(len(caught(self.folder)), 1)

    def test_what_the_server_cannot(self):
        """No encryption, no signing in: said, and tried again later, nothing sent in the open."""
        for rest in ({"security": "starttls"}, {"user": "ann", "password": "x"}, {"security": "tls"}):
            with (
                self.subTest(rest=rest),
                self.assertRaisesRegex(
                    PutOff, "The mail server cannot do what it is asked|The mail server could not be reached:"
                ),
            ):
                hand_over(Server(HOST, self.port, **rest), "a@x.org", "b@x.org", b"Subject: x\r\n\r\ny", lambda: None)
        self.assertEqual(caught(self.folder), [])
