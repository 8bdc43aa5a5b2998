"""Mail in the browser: what is wanted, how it leaves, what became of it, and the link that stops it."""

from __future__ import annotations

import unittest
from datetime import timedelta

from lamplight.actions.mail_settings import ServerFields, save_mail, save_wishes
from lamplight.actions.sites import save_keeper
from lamplight.clockwork import post_office
from lamplight.core.mail.outbox import MailState
from lamplight.core.mail.wishes import Wishes
from lamplight.lines.notify import notify
from lamplight.sight.actor import Actor
from lamplight.simulators.mail_catcher import Mood, caught, set_mood
from lamplight.store.mail import mail_password, mail_settings, mails, wishes_rows
from tests.base import NOW, WebTest

EARLY = NOW.replace(hour=5, minute=30)
WISHED = {"mailbox": "ann@example.org", "morning": "1", "hour": "06:30", "at_once": "1", "week_day": "0"}


class MailPages(WebTest):
    """One machine with things to do."""

    def setUp(self):
        super().setUp()
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 40, "outlets": 3, "descale": 10})
        self.clock.moment = EARLY

    def test_one_owner_without_a_name(self):
        """No keeper is needed; what was typed is kept; nothing comes before a way is said."""
        self.shows(self.get("/mail"), "No mail is sent.")
        self.post("/mail", WISHED)
        row = wishes_rows(self.site.id)[0]
        self.assertEqual(
            (row.keeper_id, row.mailbox, row.wishes), (None, "ann@example.org", Wishes(True, 390, True, 0))
        )
        self.shows(self.get("/mail"), "ann@example.org")
        self.post("/mail/trial", {"keeper": ""}, 422)
        self.post("/mail/server", {"way": "catcher"})
        self.post("/mail/trial", {"keeper": ""})
        with post_office(self.folder) as office:
            notify(office, EARLY)
        self.assertEqual({mail.recipient for mail in caught(self.folder)}, {"ann@example.org"})
        self.assertTrue(any(mail.subject.startswith("To try: ") for mail in caught(self.folder)))
        page = self.get("/simulated/mail")
        self.shows(page, "ann@example.org")

    def test_what_was_wished_without_a_name(self):
        """Stays within reach once keepers have names, and can be ended."""
        self.post("/mail", WISHED)
        save_keeper("Ann", "AN", Actor(NOW))
        self.shows(self.get("/mail"), "whoever is here")
        self.assertIn("ann@example.org", self.get("/mail?keeper="))
        self.post("/mail", {"mailbox": "", "hour": "06:30", "keeper": ""})
        self.assertEqual(wishes_rows(self.site.id), [])

    def test_what_is_wrong_stands_beside_its_field(self):
        """422, the form kept, nothing written."""
        for change, said in (
            ({"mailbox": "ann"}, "is an address such as"), ({"hour": "morning"}, "is a time such as 06:30"),
            ({"week_day": "9"}, "on a weekday"), ({"mailbox": ""}, "is an address such as"),
        ):  # fmt: skip
            with self.subTest(change=change):
                page = self.post("/mail", WISHED | change, 422).get_data(as_text=True)
                self.shows(page, said)
                self.assertIn(f'value="{(WISHED | change)["mailbox"]}"', page)
        self.assertEqual(wishes_rows(self.site.id), [])
        server = {"way": "smtp", "host": "mail.example.org", "port": "x", "sender": "a@example.org", "security": "tls"}
        page = self.post("/mail/server", server, 422).get_data(as_text=True)
        self.shows(page, "from 1 to 65535")
        self.assertIn('value="mail.example.org"', page)
        self.assertIsNone(mail_settings(self.site.id))

    def test_password_is_never_shown(self):
        """Not on the page, not in the log, not in the data file."""
        server = {
            "way": "smtp", "host": "mail.example.org", "port": "587", "sender": "a@example.org", "security": "starttls",
            "user": "ann", "password": "very secret words",
        }  # fmt: skip
        self.post("/mail/server", server)
        for path in ("/mail", "/log"):
            self.hides(self.get(path), "very secret words")
        self.assertNotIn(b"very secret words", (self.folder / "lamplight.sqlite3").read_bytes())
        self.post("/mail/server", server | {"password": ""})
        self.assertEqual(mail_password(self.folder, 1, mail_settings(1)), "very secret words")

    def test_outbox(self):
        """What waits is stopped by one touch, what was stopped is sent again; another's mail is not there."""
        self.post("/mail", WISHED)
        self.post("/mail/server", {"way": "catcher"})
        set_mood(self.folder, Mood.BUSY)
        with post_office(self.folder) as office:
            notify(office, EARLY)
            waiting = mails(self.site.id, 9)
            self.shows(self.get("/mail/outbox", htmx=True), "tried 1 time")
            for mail in waiting:
                self.post(f"/mail/{mail.id}/stop")
                self.post(f"/mail/{mail.id}/stop", code=422)
            self.post(f"/mail/{waiting[0].id}/again")
            set_mood(self.folder, Mood.TAKES)
            notify(office, EARLY + timedelta(minutes=1))
        self.assertEqual(mails(self.site.id, 1)[0].state, MailState.SENT)
        self.assertIn("Hall", self.get(f"/mail/{waiting[0].id}/page"))
        self.get("/mail/999/page", 404)
        self.post("/mail/999/stop", code=404)

    def test_shown_in_a_frame_with_nothing_but_its_styles(self):
        """No script runs, nothing is fetched, nobody else frames it; all other pages are framed by nobody."""
        answer = self.client.get("/mail/preview/morning")
        policy = answer.headers["Content-Security-Policy"]
        for part in ("default-src 'none'", "sandbox", "frame-ancestors 'self'"):
            self.assertIn(part, policy)
        self.assertNotIn("script-src", policy)
        self.assertIn("frame-ancestors 'none'", self.client.get("/mail").headers["Content-Security-Policy"])
        self.assertIn("Hall", answer.get_data(as_text=True))
        self.clock.moment = EARLY + timedelta(hours=16)  # nothing more comes today: tomorrow's stands there
        self.assertIn("Hall", self.get("/mail/preview/morning"))
        self.get("/mail/preview/week")
        self.get("/mail/preview/other", 404)

    def test_catcher_moods(self):
        """It behaves as it is told, and forgets."""
        self.shows(self.get("/simulated/mail"), "Nothing caught yet")
        self.post("/simulated/mail", {"mood": "busy"})
        self.shows(self.get("/simulated/mail"), "It puts everything off")
        self.post("/simulated/mail", {"mood": "angry"}, 404)
        self.post("/simulated/mail", {"do": "clear"})
        self.get("/simulated/mail/none/page", 404)


class Link(WebTest):
    """The link in a mail."""

    def setUp(self):
        super().setUp()
        self.ann = save_keeper("Ann", "AN", Actor(NOW))
        save_mail(self.site, ServerFields("catcher"), self.folder, Actor(NOW))
        save_wishes(self.site, self.ann, "ann@example.org", Wishes(), Actor(NOW))
        self.token = wishes_rows(self.site.id)[0].stop_token

    def wishes(self):
        """What is wanted now."""
        return wishes_rows(self.site.id)[0].wishes

    def test_looking_stops_nothing(self):
        """Programs that open every link in a mail change nothing."""
        self.shows(self.get(f"/mail/stop/{self.token}/morning"), "Stop these morning notes?")
        self.client.head(f"/mail/stop/{self.token}/morning")
        self.assertTrue(self.wishes().morning)

    def test_one_touch_without_a_form_of_ours(self):
        """As RFC 8058, section 3.2, has it: a POST with List-Unsubscribe=One-Click, no cookie, no token, twice."""
        for _ in range(2):
            answer = self.client.post(f"/mail/stop/{self.token}/morning", data={"List-Unsubscribe": "One-Click"})
            self.assertEqual(answer.status_code, 200)
        self.assertEqual((self.wishes().morning, self.wishes().at_once), (False, True))
        self.client.post(f"/mail/stop/{self.token}/morning", data={"all": "1"})
        self.assertFalse(self.wishes().any)

    def test_links_that_are_none(self):
        """404 in a kind sentence."""
        self.shows(self.get("/mail/stop/other/morning", 404), "stops nothing any more")
        self.assertEqual(self.client.post("/mail/stop/other/morning").status_code, 404)
        self.get(f"/mail/stop/{self.token}/lunch", 404)


if __name__ == "__main__":
    unittest.main()
