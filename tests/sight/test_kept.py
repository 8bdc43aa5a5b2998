"""What several threads ask for at one moment is worked out once, and nobody waits for ever."""

from __future__ import annotations

import threading
import time
import unittest
from unittest import mock

from lamplight.sight import cache
from lamplight.sight.cache import forget, kept


class Together(unittest.TestCase):
    """Threads that ask at once."""

    def setUp(self):
        """Nothing is remembered."""
        forget()
        self.addCleanup(forget)

    def at_once(self, *several):
        """Let each run in a thread; answers what they found, in order."""
        found = [None] * len(several)
        start = threading.Barrier(len(several))

        def ask(n, what):
            start.wait()
            found[n] = what()

        threads = [threading.Thread(target=ask, args=pair) for pair in enumerate(several)]
        for one in threads:
            one.start()
        for one in threads:
            one.join(20)
            self.assertFalse(one.is_alive())
        return found

    def test_worked_out_once(self):
        """By the first; again when it rests on something else."""
        done = []

        def work():
            time.sleep(0.05)
            done.append(1)
            return len(done)

        self.assertEqual(self.at_once(*[lambda: kept("sum", 1, work)] * 6), [1] * 6)
        self.assertEqual(self.at_once(*[lambda: kept("sum", 2, work)] * 6), [2] * 6)

    def test_two_that_wait_for_each_other(self):
        """After a while each does the other's work itself."""

        def across(mine, other):
            def work():
                time.sleep(0.05)
                return mine + kept(other, 1, lambda: other)

            return lambda: kept(mine, 1, work)

        with mock.patch.object(cache, "PATIENCE_S", 0.2):
            found = self.at_once(across("a", "b"), across("b", "a"))
        self.assertEqual([one[0] for one in found], ["a", "b"])

    def test_what_fails_holds_nobody_up(self):
        """The next one tries it anew."""
        with self.assertRaisesRegex(ZeroDivisionError, "division"):
            kept("sum", 1, lambda: 1 / 0)
        self.assertEqual(self.at_once(lambda: kept("sum", 1, lambda: 7)), [7])
