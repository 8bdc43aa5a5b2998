"""Closing the day: what one touch stands for, what asks for its steps, and laws over random evenings."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace
from datetime import timedelta
from types import SimpleNamespace

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.item import ItemRole, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import CountSince, DaysSince, EndOfService, HoursSinceFirstDrink
from lamplight.core.job.chemistry import Chemistry, Inside, Product
from lamplight.core.job.needs import NeedLine
from lamplight.core.job.procedure import END_OF_DAY
from lamplight.core.round.chores import chores_at
from lamplight.core.round.closing import (
    ACID_INSIDE,
    NO_PRODUCT,
    NOT_DONE_YET,
    TRIED,
    TWO_CLEANERS,
    Known,
    closes,
    closing_at,
    evening,
)
from lamplight.core.usage.passage import Passage
from tests.core.makers import MONDAY, OFFICE
from tests.core.round.test_chores import ASKED, due
from tests.core.round.test_chores import at as machine

PRODUCTS = {
    key: Product(key, key, "milk-cleaner", "sachet", chemistry, "sachet", 1)
    for key, chemistry in (("base", Chemistry.ALKALINE), ("acid", Chemistry.ACID))
}
DAY = MONDAY.date()
ALL = frozenset({"wash", "rinse", "wipe", "acid-wash", "drawer"})


def evening_item(key, status=Status.DUE, **rest):
    """An item of the end of service that stands so."""
    made = due(key, status, trigger=EndOfService(), at=MONDAY, **rest)
    return replace(made, item=replace(made.item, triggers=(EndOfService(),)))


def wash(key="wash", **rest):
    """One that is led and takes a cleaner."""
    return evening_item(key, procedure=key, minutes=8, **rest)


def at(*dues, needs=None, **rest):
    """A machine whose jobs take so much."""
    return replace(machine(*dues, **rest), needs=lambda one: (needs or {}).get(one.item.key, ()))


def found(here, done_before=ALL, asked=ASKED):
    """What a touch stands for, and what is led, by key."""
    closing = closing_at(here, asked, Known(PRODUCTS, done_before))
    return [one.item.key for one in closing.dues], {one.due.item.key: one.why for one in closing.led}


class Belongs(unittest.TestCase):
    """What is closed with one touch."""

    def test_the_end_of_the_day_alone(self):
        """Due at the end of service, the drawer, or done by the kind's own end of the day; nothing of the week."""
        plain, drawer = due("oil"), due("drawer")
        drawer = replace(drawer, item=replace(drawer.item, role=ItemRole.DRAWER))
        for one, at_closing, belongs in (
            (evening_item("wipe"), (), True), (drawer, (), True), (plain, (), False), (plain, ("oil",), True),
        ):  # fmt: skip
            with self.subTest(key=one.item.key, at_closing=at_closing):
                self.assertEqual(closes(one.item, at_closing), belongs)
                self.assertEqual(found(at(one, at_closing=at_closing))[0], [one.item.key] if belongs else [])

    def test_at_a_stop(self):
        """What the round does there, whatever the hour, and the end of the day where the round does that in one run."""
        oil, wipe = due("oil"), evening_item("wipe")

        def touched(among):
            closing = closing_at(at(oil, wipe), ASKED, Known(PRODUCTS, ALL), among)
            return [one.item.key for one in closing.dues]

        for among, keys in (({"oil"}, ["oil"]), ({"oil", "wipe"}, ["oil", "wipe"]), ({"nonsense"}, []), (set(), []),
                            ({END_OF_DAY}, ["wipe"]), ({END_OF_DAY, "oil"}, ["oil", "wipe"])):  # fmt: skip
            with self.subTest(among=among):
                self.assertEqual(touched(among), keys)

    def test_acid_inside_is_led(self):
        """Descaling, and what descales along, whoever has done it before."""
        plain = due("scale", procedure="scale", minutes=20)
        scale = replace(plain, item=replace(plain.item, role=ItemRole.DESCALE))
        both = due("both", procedure="both", minutes=30, settles=("scale",))
        for among in ({"scale"}, {"both"}):
            closing = closing_at(at(scale, both), ASKED, Known(PRODUCTS, {"scale", "both"}), among)
            with self.subTest(among=among):
                self.assertEqual(({one.due.item.key for one in closing.led}, closing.dues), (among, ()))
                self.assertEqual({one.why for one in closing.led}, {ACID_INSIDE})

    def test_in_the_order_of_the_kind(self):
        """Not in that of urgency."""
        one, two = evening_item("wipe"), evening_item("rinse", Status.OVERDUE)
        self.assertEqual(found(replace(at(one, two), dues=(two, one)))[0], ["wipe", "rinse"])

    def test_not_what_is_not_due_put_off_skipped_or_lacks_its_product(self):
        """The rest of the evening is closed all the same."""
        later = MONDAY + timedelta(hours=3)
        for here, asked in (
            (at(evening_item("wipe", Status.CLEAR), evening_item("rinse")), ASKED),
            (at(evening_item("wipe"), evening_item("rinse"), put_off={"wipe": later}), ASKED),
            (at(evening_item("wipe"), evening_item("rinse")), replace(ASKED, skipped=("7:wipe",))),
            (at(evening_item("wipe", blocked="Nothing is left"), evening_item("rinse")), ASKED),
            (at(evening_item("wipe", instead="deep"), evening_item("rinse")), ASKED),
        ):
            with self.subTest(asked=asked.skipped):
                self.assertEqual(found(here, asked=asked)[0], ["rinse"])

    def test_what_comes_first(self):
        """While a run is open or cleaner is inside, nothing is written down with a touch."""
        inside = (Inside("Cleaner", Chemistry.ACID, ("milk",)),)
        self.assertEqual(found(at(evening_item("wipe"), left_inside=inside)), ([], {}))
        self.assertEqual(found(at(evening_item("wipe"), run=("wash", None))), ([], {}))

    def test_what_is_written_along_is_said(self):
        """The tray that goes with the drawer is a thing of its own; the rinse that the wash does is not."""
        drawer, tray = evening_item("drawer", settles=("tray",)), evening_item("tray")
        drawer = replace(drawer, item=replace(drawer.item, role=ItemRole.DRAWER, circuit=Circuit.WASTE))
        tray = replace(tray, item=replace(tray.item, circuit=Circuit.WASTE))
        rinse = evening_item("rinse", settles=("tray",))
        for dues, along in (
            ((drawer, tray), {"drawer": ["tray"]}),
            ((rinse, tray), {"rinse": ["tray"]}),
            ((rinse, drawer, tray), {"rinse": [], "drawer": ["tray"]}),
        ):
            closing = closing_at(at(*dues), ASKED, Known(PRODUCTS, ALL))
            self.assertEqual({key: [one.key for one in own] for key, own in closing.along.items()}, along)
        same = closing_at(at(wash(settles=("rinse",)), evening_item("rinse")), ASKED, Known(PRODUCTS, ALL))
        self.assertEqual(same.along, {"wash": ()})

    def test_long_before_closing(self):
        """What would not count for the day yet is not offered."""
        early = due("wipe", trigger=EndOfService(), at=MONDAY + timedelta(hours=5))
        self.assertEqual(found(at(replace(early, item=replace(early.item, triggers=(EndOfService(),))))), ([], {}))

    def test_what_the_wash_does_is_not_asked_besides(self):
        """By the item or by its procedure; of two that do each other one stays."""
        self.assertEqual(found(at(wash(settles=("rinse",)), evening_item("rinse")))[0], ["wash"])
        led = SimpleNamespace(procedure=SimpleNamespace(settles=("rinse",)))
        self.assertEqual(found(at(wash(), evening_item("rinse"), guided={"wash": led}))[0], ["wash"])
        each = evening_item("wipe", settles=("rinse",)), evening_item("rinse", settles=("wipe",))
        self.assertEqual(len(found(at(*each))[0]), 1)


class Hours(unittest.TestCase):
    """When the sheet is offered, and when the drawer is emptied."""

    def test_by_the_clock(self):
        """Open from 7 to 18 on a Monday: from 17:00 to the next opening, and all of a Sunday."""
        for hour, minute, offered in ((6, 59, True), (7, 0, False), (16, 59, False), (17, 0, True), (23, 59, True)):
            with self.subTest(hour=hour, minute=minute):
                self.assertIs(evening(OFFICE, MONDAY.replace(hour=hour, minute=minute)), offered)
        self.assertTrue(evening(OFFICE, MONDAY.replace(hour=12) - timedelta(days=1)))

    def test_the_drawer(self):
        """In the morning where its hours would pass before somebody comes again; by its pucks in the evening alone."""
        item = replace(due("drawer").item, role=ItemRole.DRAWER, triggers=(HoursSinceFirstDrink(72), CountSince(40)))
        hours, pucks = (
            TriggerDue(rule, 1.0, 2.0, "", False, Passage(DAY, DAY, DAY), Status.OVERDUE, "why")
            for rule in item.triggers
        )

        def drawer(status, state, likely):
            day = DAY + timedelta(days=likely)
            first = replace(state, status=status, passage=Passage(day, day, day))
            return replace(due("drawer", status), item=item, first=first, triggers=(first,))

        full, stale = drawer(Status.OVERDUE, pucks, 0), drawer(Status.OVERDUE, hours, 0)
        wipe = evening_item("wipe")
        for now, then, others, taken in (
            (drawer(Status.SOON, pucks, 0), full, (), False),
            (drawer(Status.SOON, pucks, 0), stale, (), True),
            (drawer(Status.SOON, pucks, 1), full, (wipe,), True),
            (drawer(Status.SOON, pucks, 2), full, (wipe,), False),
            (drawer(Status.DUE, pucks, 0), full, (), True),
        ):
            with self.subTest(now=now.status, then=then.first.trigger, evening=bool(others)):
                here = at(now, *others, then=[then])
                self.assertEqual("drawer" in found(here)[0], taken)


class Led(unittest.TestCase):
    """What asks for its steps."""

    def test_why(self):
        """Never done by them, no product named, acid and alkaline in one evening; a tick or a known wash needs none."""
        cleaner = {key: (NeedLine("1", key, key, 1.0, "milk-cleaner"),) for key in PRODUCTS}
        unnamed = (NeedLine("1", "milk cleaner", "", 0.0, "milk-cleaner"),)
        both = {"wash": cleaner["base"], "acid-wash": cleaner["acid"]}
        for here, done_before, touched, led in (
            (at(wash(), needs={"wash": cleaner["base"]}), ALL, ["wash"], {}),
            (at(wash()), (), [], {"wash": NOT_DONE_YET}),
            (at(evening_item("wipe", procedure="wipe")), (), ["wipe"], {}),
            (at(wash(), needs={"wash": unnamed}), ALL, [], {"wash": NO_PRODUCT}),
            (
                at(wash(), wash("acid-wash"), evening_item("wipe"), needs=both), ALL, ["wipe"],
                {"wash": TWO_CLEANERS, "acid-wash": TWO_CLEANERS},
            ),
        ):  # fmt: skip
            with self.subTest(led=led):
                self.assertEqual(found(here, done_before), (touched, led))
        tried = closing_at(at(wash(), evening_item("wipe")), ASKED, Known(PRODUCTS, ALL, {"wash"}))
        self.assertEqual([(one.due.item.key, one.why) for one in tried.led], [("wash", TRIED)])


class Laws(unittest.TestCase):
    """Random evenings."""

    def test_nothing_twice_nothing_forgotten(self):
        """Each job of the evening that the round would do is touched, led, or done along; never two of these."""
        for seed in range(400):
            chance = random.Random(seed)
            keys = ("a", "b", "c", "d", "e")
            dues = [
                (evening_item if chance.random() < 0.7 else due)(
                    key, chance.choice(list(Status)), settles=tuple(chance.sample(keys, chance.choice((0, 0, 1, 2)))),
                    procedure=chance.choice(("", key)), minutes=chance.choice((2, 8)),
                )
                for key in keys
            ]  # fmt: skip
            here = at(*dues, at_closing=tuple(chance.sample(keys, 2)))
            closing = closing_at(here, ASKED, Known(PRODUCTS, chance.sample(keys, 2)))
            touched = {one.item.key for one in closing.dues}
            led = {one.due.item.key for one in closing.led}
            rounds = {chore.share.item for chore in chores_at(here, ASKED).chores}
            own = {one.item.key for one in dues if closes(one.item, here.at_closing) and one.item.key in rounds}
            with self.subTest(seed=seed):
                self.assertFalse(touched & led or (touched | led) & closing.settled)
                self.assertLessEqual(own, touched | led | closing.settled)
                self.assertLessEqual(touched | led, own)
                self.assertFalse({one.item.key for one in dues if isinstance(one.first.trigger, DaysSince)} & touched
                                 - set(here.at_closing))  # fmt: skip


if __name__ == "__main__":
    unittest.main()
