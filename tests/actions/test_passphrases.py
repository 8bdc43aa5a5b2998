"""Sessions and passphrases under any course of things, and what a hash costs."""

from __future__ import annotations

import unittest
from datetime import timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.sign_in import account_of, begin_session, end_session, sign_in
from lamplight.actions.sites import save_keeper
from lamplight.sight.access import SET_BACK, WEEK, keeper_of_session
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.models import FailedTry, KnownDevice, SignIn
from tests import SHIPPED_HASHER
from tests.base import NOW, DataTest

HAPPENINGS = ("in", "out", "passphrase", "wait", "back")
WORDS = ("four tiles on a shelf", "seven cups under the stairs")


class Cost(unittest.TestCase):
    """What ships, not what the tests use."""

    def test_argon2id_at_least_as_dear_as_advised(self):
        """OWASP Password Storage Cheat Sheet, from memory: argon2id with 19 MiB, 2 rounds, 1 lane or more."""
        self.assertEqual(SHIPPED_HASHER.type.name, "ID")
        self.assertGreaterEqual(SHIPPED_HASHER.memory_cost, 19 * 1024)
        self.assertGreaterEqual((SHIPPED_HASHER.time_cost, SHIPPED_HASHER.parallelism), (2, 1))
        self.assertGreaterEqual((SHIPPED_HASHER.hash_len, SHIPPED_HASHER.salt_len), (16, 16))


class Course(DataTest):
    """Whatever happens in whatever order."""

    def setUp(self):
        """One keeper."""
        super().setUp()
        self.ada = save_keeper("Ada Brook", "AB", Actor(NOW))
        set_passphrase(self.ada, WORDS[0], Actor(NOW))

    @settings(max_examples=40)
    @given(
        st.lists(
            st.tuples(st.sampled_from(["in", "out", "passphrase", "wait", "back"]), st.integers(0, 5)), max_size=14
        )
    )
    def test_a_session_lasts_as_long_as_it_should(self, course):
        """Signed in, not out, within the week by the server's clock, and with the passphrase it began with."""
        with database.atomic() as course_alone:
            now, version, sessions = NOW, 0, []
            for what, number in course:
                if what == "in":
                    row = account_of("AB")[1]
                    sessions.append([begin_session(row, "", now)[0], now, version, True])
                elif what == "out" and sessions:
                    session = sessions[number % len(sessions)]
                    end_session(session[0], now)
                    session[3] = False
                elif what == "passphrase":
                    version += 1
                    set_passphrase(self.ada, WORDS[version % 2], Actor(now))
                elif what == "wait":
                    now += timedelta(days=2 * number, seconds=1)
                elif what == "back":
                    now -= timedelta(hours=11 * number)
                for token, began, with_version, open_still in sessions:
                    expected = open_still and with_version == version and -SET_BACK < now - began < WEEK
                    self.assertEqual(keeper_of_session(token, now) is not None, expected)
            course_alone.rollback()

    def test_nothing_of_a_cookie_is_in_the_file(self):
        """Only its hash; made-up ones are nobody's."""
        token, device = begin_session(account_of("AB")[1], "", NOW)
        stored = str(list(SignIn.select().dicts()) + list(KnownDevice.select().dicts()))
        self.assertNotIn(token, stored)
        self.assertNotIn(device, stored)
        for made_up in ("", "x", token[:-1], token.swapcase(), SignIn.get().hashed):
            self.assertIsNone(keeper_of_session(made_up, NOW))

    def test_a_device_is_known_for_its_keeper_alone(self):
        """Another keeper's phone is no way past the count."""
        jonas = save_keeper("Jonas Reed", "JR", Actor(NOW))
        set_passphrase(jonas, WORDS[1], Actor(NOW))
        _, device = begin_session(account_of("AB")[1], "", NOW)
        sign_in("JR", "wrong", "home", device, NOW)
        sign_in("AB", "wrong", "home", device, NOW)
        self.assertEqual({row.origin.split()[0] for row in FailedTry.select()}, {"home", "device"})

    def test_old_ones_are_forgotten(self):
        """Two months after they began."""
        begin_session(account_of("AB")[1], "", NOW - timedelta(days=61))
        begin_session(account_of("AB")[1], "", NOW)
        self.assertEqual(SignIn.select().count(), 1)
