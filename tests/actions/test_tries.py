"""Counting wrong passphrases: how long one waits, and for whom."""

from __future__ import annotations

import unittest
from datetime import timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.actions.tries import (
    FREE_TRIES,
    FREE_TRIES_OF_ALL,
    LONGEST_WAIT,
    TooManyTries,
    count_try,
    forgive,
    origin_of,
    wait_after,
)
from lamplight.store.models import FailedTry
from tests.base import NOW, DataTest


class Waits(unittest.TestCase):
    """The rule alone."""

    @given(st.integers(0, 10_000), st.integers(0, 30))
    def test_grows_and_ends(self, failures, free):
        """Nothing while tries are free, never shorter after one more, never longer than a quarter of an hour."""
        wait = wait_after(failures, free)
        self.assertEqual(wait == timedelta(0), failures < free)
        self.assertLessEqual(wait, wait_after(failures + 1, free))
        self.assertLessEqual(wait, LONGEST_WAIT)

    def test_doubles(self):
        """15 s, 30 s, 1 min and so on."""
        self.assertEqual([wait_after(5 + n, 5).total_seconds() for n in range(4)], [15, 30, 60, 120])

    def test_origins(self):
        """One IPv6 customer is one place (RFC 6177: at least a /64); an IPv4 address in IPv6 dress stays itself."""
        self.assertEqual(origin_of("2001:db8::1"), origin_of("2001:db8::ffff:2"))
        self.assertNotEqual(origin_of("2001:db8::1"), origin_of("2001:db8:0:1::1"))
        self.assertNotEqual(origin_of("::ffff:192.0.2.1"), origin_of("::ffff:192.0.2.2"))
        self.assertEqual(origin_of("no address"), "elsewhere")


class Counting(DataTest):
    """In the data file."""

    def fail(self, times, account="1", origin="a", now=NOW):
        """So many tries at once."""
        for _ in range(times):
            count_try(account, origin, now)

    def test_apart_by_place(self):
        """What came from one place holds up nobody elsewhere; too early is not counted."""
        self.fail(FREE_TRIES)
        for _ in range(3):
            with self.assertRaisesRegex(TooManyTries, "Too many tries from here"):
                count_try("1", "a", NOW)
        self.assertEqual(FailedTry.select().count(), FREE_TRIES)
        count_try("1", "b", NOW)
        count_try("2", "a", NOW)

    def test_many_accounts_from_one_place(self):
        """Trying one word for everybody is counted together."""
        for n in range(FREE_TRIES_OF_ALL):
            count_try(str(n), "a", NOW)
        with self.assertRaisesRegex(TooManyTries, "Too many tries from here"):
            count_try("another", "a", NOW)

    def test_forgiven_and_forgotten(self):
        """By the right passphrase for that account and place; by a day for all."""
        self.fail(FREE_TRIES)
        self.fail(FREE_TRIES, "2")
        forgive("1", "a")
        count_try("1", "a", NOW)
        with self.assertRaisesRegex(TooManyTries, "Too many tries from here"):
            count_try("2", "a", NOW)
        count_try("2", "a", NOW + timedelta(days=1, seconds=1))
        self.assertEqual(FailedTry.select().count(), 1)

    def test_a_clock_set_back(self):
        """Tries from the future hold nobody up longer than the wait itself."""
        self.fail(FREE_TRIES, now=NOW + timedelta(days=900))
        with self.assertRaises(TooManyTries) as refused:
            count_try("1", "a", NOW)
        self.assertEqual(refused.exception.wait, wait_after(FREE_TRIES, FREE_TRIES))
