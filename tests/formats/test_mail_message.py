"""Messages against the standard's rules, read back by the standard library's parser."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime
from email import message_from_bytes
from email.policy import default
from email.utils import parsedate_to_datetime

from bs4 import BeautifulSoup
from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.mail.note import Note, NoteLine, NoteSection
from lamplight.core.mail.wishes import NoteKind
from lamplight.formats.mail_message import as_page, as_text, mail_address, message_of

AT = datetime(2026, 11, 24, 6, 30, tzinfo=UTC)
STOP = "http://127.0.0.1:8000/mail/stop/abc/morning"
WORDS = st.text(st.characters(exclude_categories=("Cs", "Cc")), min_size=1, max_size=60)


def note(words="Milk wash", subject="Tue 24 Nov"):
    """A small one."""
    sections = (NoteSection("The round", (NoteLine(words, "12 min", "06:45"),)), NoteSection("Nothing", ()))
    link = "http://127.0.0.1:8000/"
    return Note(NoteKind.MORNING, subject, f"First: {words}.", sections, link, "Open the round", "On days with work.")


def message(one):
    """As it goes over the wire, and as it is read."""
    raw = message_of(
        one.subject, as_text(one, STOP), as_page(one, STOP, "Works"), "1a@lamplight", "lamp@example.org",
        "ann@example.org", AT, STOP,
    )  # fmt: skip
    return raw, message_from_bytes(raw, policy=default)


class Message(unittest.TestCase):
    """RFC 5322, and the headers that let a mail program stop it: RFC 2369, RFC 8058; RFC 3834 for mail by machines."""

    @settings(max_examples=60, deadline=None)
    @given(WORDS, WORDS)
    def test_any_words_arrive(self, words, subject):
        """Lines are short, ASCII and ended as they must be; what was said is what is read."""
        raw, read = message(note(words, subject))
        self.assertEqual(raw.replace(b"\r\n", b"").count(b"\n") + raw.replace(b"\r\n", b"").count(b"\r"), 0)
        self.assertTrue(raw.isascii())
        self.assertLessEqual(max(len(line) for line in raw.split(b"\r\n")), 998)
        self.assertEqual(str(read["Subject"]).split(), subject.split())
        text = read.get_body(("plain",)).get_content()
        self.assertIn(" ".join(words.split()), " ".join(text.split()))
        page = BeautifulSoup(read.get_body(("html",)).get_content(), "lxml")
        self.assertIn(" ".join(words.split()), " ".join(page.get_text(" ").split()))

    def test_headers(self):
        """Each once; the date is the moment at which it was written."""
        _, read = message(note())
        for name in ("From", "To", "Subject", "Date", "Message-ID", "List-Unsubscribe", "Auto-Submitted"):
            self.assertEqual(len(read.get_all(name)), 1, name)
        self.assertEqual(parsedate_to_datetime(str(read["Date"])), AT)
        self.assertEqual(str(read["List-Unsubscribe"]).strip(), f"<{STOP}>")
        self.assertEqual(read["List-Unsubscribe-Post"], "List-Unsubscribe=One-Click")
        self.assertEqual(read["Auto-Submitted"], "auto-generated")

    def test_nothing_is_fetched(self):
        """No picture, no script, no style from elsewhere: a page in a mail that tells nobody it was read."""
        page = BeautifulSoup(as_page(note("<script>alert(1)</script>"), STOP, "Works"), "lxml")
        self.assertEqual(page.find_all(["img", "script", "link", "iframe", "object"]), [])
        self.assertIn("<script>alert(1)</script>", page.get_text())
        self.assertEqual({a["href"] for a in page.find_all("a")}, {"http://127.0.0.1:8000/", STOP})

    def test_a_subject_ends_no_header(self):
        """A name with a line break in it adds no header."""
        _, read = message(note(subject="Hall\r\nBcc: all@example.org"))
        self.assertIsNone(read["Bcc"])

    def test_sections_without_lines_are_left_out(self):
        """In text and page."""
        self.assertNotIn("Nothing", as_text(note(), STOP))
        self.assertNotIn("Nothing", as_page(note(), STOP, "Works"))


class Addresses(unittest.TestCase):
    """RFC 5321, section 4.1.2, as far as common mailboxes go."""

    def test_taken(self):
        """What people have."""
        for text in ("ann@example.org", "a.b+lamp@mail.example.org", " ann@localhost ", "O'Neil@example.org"):
            self.assertEqual(mail_address(text, "It"), text.strip())

    def test_refused(self):
        """Names, lists, line breaks, halves."""
        for text in (
            "", "ann", "@example.org", "ann@", "Ann <ann@example.org>", "a@b.org, c@d.org", "a@b.org\r\nBcc: c@d.org",
            "a b@example.org", "a@@b.org", "a@exa mple.org", f"{'a' * 65}@example.org", f"a@{'b' * 300}.org", "ä@b.org",
        ):  # fmt: skip
            with self.subTest(text=text), self.assertRaisesRegex(InvalidInput, "It is an address such as name@example"):
                mail_address(text, "It")
