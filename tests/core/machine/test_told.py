"""What was said of one machine: laws over random books of it. Common practice, no source."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from lamplight.core.machine.kind import AccessFact
from lamplight.core.machine.programme import Programme, Use
from lamplight.core.machine.told import (
    CallPlace,
    Origin,
    Telling,
    Told,
    WordTold,
    kind_as_told,
    known_calls,
    known_programmes,
    own_words,
    place_in_new,
    place_of,
    word_source,
)
from lamplight.library.catalogue import kinds

AT = datetime(2026, 11, 2, 7, 0, tzinfo=UTC)
NAMES = ("press", "works", "tip-out", "tank-water", "confirm")


def calls(chance, most=6):
    """A few calls, some of them alike."""
    return tuple(Use(chance.choice(NAMES)) for _ in range(chance.randint(1, most)))


def said(chance, known, n):
    """Something that a keeper could say of a programme as it stands."""
    uses = [call.use for call in known]
    at = chance.randrange(len(uses))
    telling = chance.choice((Telling.CONFIRMED, Telling.CHANGED, Telling.ADDED, Telling.LEFT_OUT))
    new = (Use("press", how=f"way {n}"),) if telling in (Telling.CHANGED, Telling.ADDED) else ()
    return Told("descale", telling, place_of(uses, at), new, "AK", AT + timedelta(minutes=n), n)


class Laws(unittest.TestCase):
    """Whatever is said, in whatever order, and whatever of it is taken back."""

    def test_each_says_one_thing(self):
        """A confirmation changes no call; a change one; one that is added or left out is one more or fewer."""
        for seed in range(300):
            chance = random.Random(seed)
            usual, told = calls(chance), []
            for n in range(chance.randint(1, 8)):
                before = known_calls(usual, Origin.TYPICAL, told)
                if not before:
                    break
                told.append(said(chance, before, n))
                after = known_calls(usual, Origin.TYPICAL, told)
                more = {Telling.ADDED: 1, Telling.LEFT_OUT: -1}.get(told[-1].telling, 0)
                with self.subTest(seed=seed, n=n, telling=told[-1].telling):
                    self.assertEqual(len(after), len(before) + more)
                    if told[-1].telling is Telling.CONFIRMED:
                        self.assertEqual([call.use for call in after], [call.use for call in before])
                    sure = sum(call.source.origin is Origin.MACHINE for call in after)
                    was = sum(call.source.origin is Origin.MACHINE for call in before)
                    self.assertGreaterEqual(sure, was - 1)
                    if told[-1].telling is not Telling.LEFT_OUT:
                        self.assertIn(n, [call.source.entry_id for call in after])

    def test_the_last_taken_back_was_never_said(self):
        """All taken back, the typical ones are back, every one of them typical."""
        for seed in range(200):
            chance = random.Random(seed)
            usual, told, history = calls(chance), [], []
            for n in range(5):
                known = known_calls(usual, Origin.TYPICAL, told)
                history.append(known)
                if not known:
                    break
                told.append(said(chance, known, n))
            while told:
                told.pop()
                self.assertEqual(known_calls(usual, Origin.TYPICAL, told), history[len(told)])
        self.assertTrue(all(call.source == known_calls(usual, Origin.TYPICAL, ())[0].source for call in history[0]))

    def test_what_is_said_of_a_call_that_is_gone_rests(self):
        """The kind's file says otherwise since; it does again when the file does."""
        told = [Told("descale", Telling.CHANGED, CallPlace(Use("works")), (Use("waits"),), "AK", AT, 1)]
        self.assertEqual([call.use.call for call in known_calls((Use("press"),), Origin.TYPICAL, told)], ["press"])
        both = known_calls((Use("press"), Use("works")), Origin.TYPICAL, told)
        self.assertEqual([call.use.call for call in both], ["press", "waits"])

    def test_of_calls_that_are_alike_the_one_is_meant(self):
        """The second of two."""
        usual = (Use("tip-out"), Use("works"), Use("tip-out"))
        told = [Told("descale", Telling.CHANGED, place_of(usual, 2), (Use("tray-empty"),))]
        self.assertEqual(
            [call.use.call for call in known_calls(usual, Origin.KIND, told)], ["tip-out", "works", "tray-empty"]
        )

    def test_whole(self):
        """What was heard takes the place of everything before it; where nothing was known, too."""
        heard = Told("descale", Telling.WHOLE, None, (Use("press"), Use("works")), "AK", AT, 7)
        for usual in ((), (Use("tip-out"),)):
            known = known_calls(usual, Origin.TYPICAL, [heard])
            self.assertEqual([call.use.call for call in known], ["press", "works"])
            self.assertEqual({call.source.entry_id for call in known}, {7})


class Kinds(unittest.TestCase):
    """A kind as one machine is of it."""

    def setUp(self):
        """One with a programme."""
        self.kind = replace(
            kinds()["dial-steamer"], programmes={"descale": Programme("descale", (Use("press"), Use("works")))}
        )

    def test_nothing_said(self):
        """It is the very same."""
        self.assertIs(kind_as_told(self.kind, (), ()), self.kind)

    def test_said(self):
        """Programmes and words are this machine's; one of which nothing is left is none; a new one is there."""
        told = [
            Told("descale", Telling.LEFT_OUT, CallPlace(Use("press"))),
            Told("descale", Telling.LEFT_OUT, CallPlace(Use("works"))),
            Told("tablet", Telling.WHOLE, None, (Use("confirm"),)),
        ]
        here = kind_as_told(self.kind, told, [WordTold("release", "Lever up."), WordTold("release", "Lever down.")])
        self.assertEqual(set(here.programmes), {"tablet"})
        self.assertEqual(here.words["release"], "Lever down.")
        known = known_programmes(self.kind, {"descale": Origin.KIND}, told[:1])
        self.assertEqual([call.source.origin for call in known["descale"]], [Origin.KIND])

    def test_ways_in(self):
        """A code that is another here is another here alone; the others stay, and no word is made of it."""
        ways = (AccessFact("Care menu", "1234", ("programme",)), AccessFact("Key", "In the drawer."))
        known = replace(self.kind, access=ways)
        here = kind_as_told(known, (), [WordTold("access:Care menu", "9876")])
        self.assertEqual([fact.how for fact in here.access], ["9876", "In the drawer."])
        self.assertEqual(here.access[0].needed_for, ("programme",))
        self.assertEqual(here.words, known.words)
        self.assertEqual([fact.how for fact in known.access], ["1234", "In the drawer."])

    def test_words(self):
        """The last that was said counts, with who and when."""
        words = own_words([WordTold("prime", "a", "AK", AT, 1), WordTold("prime", "b", "BK", AT, 2)])
        self.assertEqual(word_source("prime", Origin.TYPICAL, words).who, "BK")
        self.assertEqual(word_source("seat", Origin.TYPICAL, words).origin, Origin.TYPICAL)


class InTheMiddle(unittest.TestCase):
    """Who has done some of the old calls, and how many of the new are behind him."""

    def test_law(self):
        """What is done stays done; one more, one fewer or another at the place is the next."""
        for seed in range(300):
            chance = random.Random(seed)
            old = tuple(Use("press", how=str(n)) for n in range(chance.randint(1, 8)))
            done, new = chance.randrange(len(old)), Use("confirm")
            with self.subTest(seed=seed):
                self.assertEqual(place_in_new(old, done, old), done)
                self.assertEqual(place_in_new(old, done, (*old[:done], new, *old[done:])), done)
                self.assertEqual(place_in_new(old, done, (*old[:done], new, *old[done + 1 :])), done)
                self.assertEqual(place_in_new(old, done, (*old[:done], *old[done + 1 :])), done)
                self.assertEqual(place_in_new(old, len(old), (*old, new)), len(old) + 1)
                if done:
                    self.assertEqual(place_in_new(old, done, old[1:]), done - 1)
        self.assertEqual(place_in_new((), 0, (Use("press"),)), 0)


if __name__ == "__main__":
    unittest.main()
