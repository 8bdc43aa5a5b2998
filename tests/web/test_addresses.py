"""Where a browser may be sent, and which numbers an address takes."""

from __future__ import annotations

import unittest
from urllib.parse import urljoin, urlsplit

from hypothesis import example, given
from hypothesis import strategies as st

from lamplight.web.addresses import same_site
from tests.base import WebTest

HOME = "http://lamplight.example/sign-in"
PIECES = st.lists(
    st.sampled_from(["/", "\\", "\t", "\n", "%09", "%5c", "%2F", ".", "..", "?", "evil.example", "a b", ":"])
)


def as_browsers_read(target):
    """What the address bar makes of it (WHATWG URL, basic URL parser): tabs and breaks dropped, \\ taken for /."""
    kept = "".join(letter for letter in target if letter not in "\t\r\n").strip(" \0").replace("\\", "/")
    return urlsplit(urljoin(HOME, kept)).netloc


class SameSite(unittest.TestCase):
    """Paths of this site, and nothing else."""

    @given(PIECES.map("".join))
    @example("/\t/evil.example")
    @example("/%09/evil.example")
    @example("/\n/")
    @example("//evil.example")
    @example("/\\evil.example")
    @example("https://evil.example")
    @example("/%2Fevil.example")
    @example("/%5Cevil.example")
    @example("/%7F/evil.example")
    def test_never_to_another_site(self, target):
        """Whatever is asked for, read as written or with its percent signs read."""
        from urllib.parse import unquote

        answer = same_site(target, "/")
        self.assertEqual(as_browsers_read(answer), "lamplight.example")
        self.assertEqual(as_browsers_read(unquote(answer)), "lamplight.example")
        self.assertNotRegex(answer, r"[\x00-\x20\x7f]")

    def test_own_paths_pass(self):
        """With a query as well."""
        for path in ("/", "/machines/3", "/log?machine=2&before=7", "/machines?find=k%C3%BCche"):
            self.assertEqual(same_site(path, "/x"), path)


class Numbers(WebTest):
    """Rows are numbered up to what SQLite can hold."""

    def test_beyond_63_bits(self):
        """No such page, no error; in an address and in a query."""
        for number in (2**63 - 1, 2**63, 2**64, 10**30, "٣", "1" * 400):
            with self.subTest(number=number):
                self.get(f"/machines/{number}", 404)
                self.get(f"/log?machine={number}&before={number}")
