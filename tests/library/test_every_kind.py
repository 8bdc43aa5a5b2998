"""What must hold for every item of every shipped kind, whatever the machine has been through."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.assess import assess, rhythms
from lamplight.core.care.last_done import DoneFact
from lamplight.core.care.own_items import LimitChange
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import HoursSinceFirstDrink
from lamplight.core.lamps.progress_bars import BarSeen
from lamplight.core.lamps.sightings import Sighting
from lamplight.core.machine.book import MachineBook
from lamplight.core.machine.kind import Kind
from lamplight.core.site.absence import Absence
from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.core.usage.counters import CounterBook, Reading
from lamplight.core.water.at_machine import WaterAtMachine
from lamplight.core.water.cartridge import Cartridge
from lamplight.core.water.tested import WaterTest
from lamplight.library.catalogue import kinds
from tests.core.makers import MONDAY, OFFICE, with_counter
from tests.draw import LONG

HARD = WaterAtMachine(WaterTest(date(2026, 1, 1), total_dh=18, carbonate_dh=14), Cartridge(1000, bypass=0.2))
NOW = datetime(2026, 11, 24, 16, 20, tzinfo=UTC)
KINDS = st.sampled_from(sorted(kinds()))
GAPS = st.lists(st.tuples(st.integers(1, 6), st.integers(0, 300)), min_size=2, max_size=14)


def read_back(gaps: list[tuple[int, int]], end: datetime = MONDAY) -> tuple[Reading, ...]:
    """Readings before opening, so many days apart with so many drinks between; the last one at ``end``."""
    at = end - timedelta(days=sum(days for days, _ in gaps))
    readings, value = [Reading(at, 1000)], 1000
    for days, drinks in gaps:
        at, value = at + timedelta(days=days), value + drinks
        readings.append(Reading(at, value))
    return tuple(readings)


def lived_in(kind: Kind, gaps: list[tuple[int, int]], done_days: list[int]) -> MachineBook:
    """A book of this kind with hard water, every item done once, so many days ago in turn."""
    days = [done_days[n % len(done_days)] for n in range(len(kind.items))]
    done = tuple(
        DoneFact(item.key, NOW - timedelta(days=back, hours=3)) for item, back in zip(kind.items, days, strict=True)
    )
    return MachineBook({"drinks": CounterBook(read_back(gaps))}, done=done, water=HARD)


class EveryKind(unittest.TestCase):
    """Laws of the whole engine."""

    @settings(max_examples=40 if LONG else 20, derandomize=True)
    @given(KINDS, GAPS, st.lists(st.integers(0, 13), min_size=1, max_size=6), st.integers(1, 7))
    def test_nothing_comes_round_oftener_than_somebody_is_there(self, key, gaps, done_at, open_days):
        """Once on each open day at most; a tenth is left to where the lived weeks begin and end."""
        calendar = SiteCalendar("UTC", (OFFICE_HOURS,) * open_days + (None,) * (7 - open_days))
        status = assess(lived_in(kinds()[key], gaps, done_at), kinds()[key], calendar, NOW)
        for item, rhythm in rhythms(status.work, NOW.date()).items():
            self.assertGreaterEqual(rhythm.interval_days, 0.9 * 7 / open_days, item)

    @settings(max_examples=40, deadline=None, derandomize=True)
    @given(KINDS, GAPS, st.lists(st.integers(0, 13), min_size=1, max_size=6), st.integers(1, 500))
    def test_more_drinks_never_make_an_item_less_due(self, key, gaps, done_at, extra):
        """The last reading found higher; each item was done when one of the readings before it was taken.

        Between readings the weekdays' shares are estimated, and new drinks teach which days are the heavy ones:
        there, and for the moment of a first drink, an estimate may shift either way.
        """
        kind = kinds()[key]
        readings = read_back(gaps)
        done = tuple(
            DoneFact(item.key, readings[done_at[n % len(done_at)] % len(gaps)].at) for n, item in enumerate(kind.items)
        )
        before = MachineBook({"drinks": CounterBook(readings)}, done=done, water=HARD)
        more = [*gaps[:-1], (gaps[-1][0], gaps[-1][1] + extra)]
        after = replace(before, counters={"drinks": CounterBook(read_back(more))})
        later = {due.item.key: due for due in assess(after, kind, OFFICE, NOW).dues}
        for due in assess(before, kind, OFFICE, NOW).dues:
            for was, now in zip(due.triggers, later[due.item.key].triggers, strict=True):
                if was.status >= Status.DUE and not isinstance(was.trigger, HoursSinceFirstDrink):
                    self.assertGreaterEqual(now.status, was.status, f"{key} {due.item.key}: {was.sentence}")
                elif was.unit in ("drinks", "milk drinks", "L") and was.passage.likely is not None:
                    # A lone high reading also makes the days more uneven, which may cost the median a day.
                    likely = max(was.passage.likely, now.passage.likely)
                    late = OFFICE.open_days_between(was.passage.likely, likely)
                    self.assertLessEqual(late, 1, f"{key} {due.item.key}: {was.sentence} to {now.sentence}")

    @settings(max_examples=25, deadline=None, derandomize=True)
    @given(KINDS, GAPS, st.lists(st.integers(0, 40), min_size=1, max_size=6), st.randoms())
    def test_order_of_entry_does_not_matter(self, key, gaps, done_days, shuffle):
        """Readings, jobs, prompts, absences and bars typed in any order give the same answers."""
        kind = kinds()[key]
        book = lived_in(kind, gaps, done_days)
        tablet = kind.items[0].key
        book = replace(
            book,
            done=(*book.done, DoneFact(tablet, NOW - timedelta(days=50)), DoneFact(tablet, NOW - timedelta(days=60))),
            absences=(Absence(date(2026, 10, 12), date(2026, 10, 16)), Absence(date(2026, 12, 21), date(2027, 1, 8))),
            sightings=(
                Sighting(NOW - timedelta(days=9), asks_for=tablet),
                Sighting(NOW - timedelta(days=8), no_longer=tablet),
            ),
            bars=(BarSeen(tablet, NOW - timedelta(days=2), 40), BarSeen(tablet, NOW - timedelta(days=6), 15)),
        )
        mixed = replace(
            book,
            counters={"drinks": CounterBook(tuple(shuffle.sample(book.drinks.readings, len(gaps) + 1)))},
            done=tuple(shuffle.sample(book.done, len(book.done))),
            absences=tuple(reversed(book.absences)),
            bars=tuple(reversed(book.bars)),
        )
        self.assertEqual(assess(mixed, kind, OFFICE, NOW).dues, assess(book, kind, OFFICE, NOW).dues)

    @settings(max_examples=25, deadline=None, derandomize=True)
    @given(KINDS, st.integers(15, 90), st.integers(1, 20))
    def test_a_reading_on_the_line_moves_no_date_by_more_than_a_day(self, key, per_day, back):
        """What the counter should show, written down, tells nothing new."""
        kind = kinds()[key]
        gaps = [(1, per_day if OFFICE.is_open((MONDAY - timedelta(days=n)).date()) else 0) for n in range(42, 0, -1)]
        before = lived_in(kind, gaps, [back])
        seen = assess(before, kind, OFFICE, NOW)
        told = Reading(NOW, seen.expected_drinks)
        after = with_counter(before, "drinks", CounterBook((*before.drinks.readings, told)))
        dates = {due.item.key: due.likely for due in assess(after, kind, OFFICE, NOW).dues}
        for due in seen.dues:
            was, now = due.likely, dates[due.item.key]
            if was is not None and was >= NOW.date():
                self.assertIsNotNone(now, due.item.key)
                open_days = abs(OFFICE.open_days_between(min(was, now), max(was, now)))
                self.assertLessEqual(open_days, 1, f"{key} {due.item.key}: {was} to {now}")

    def test_every_item_says_why(self):
        """A sentence for each trigger, at any hour of a year and a day, with and without a book."""
        for kind in kinds().values():
            book = lived_in(kind, [(1, 30)] * 20, [3, 11, 200])
            for hours in range(0, 366 * 24, 24 * 37 + 5):
                now = NOW + timedelta(hours=hours)
                for known in (book, MachineBook()):
                    for due in assess(known, kind, OFFICE, now).dues:
                        self.assertTrue(all(due.reasons), f"{kind.key} {due.item.key}")
                        self.assertEqual(len(set(due.reasons)), len(due.reasons), f"{kind.key} {due.item.key}")


# What every machine asks for, and what each part asks for besides; common practice, no source.
ALWAYS = ("descale", "wipe-down", "leaving", "storage-emptying", "return")
BY_PART = {
    "wand": ("wand-purge", "wand-soak"),
    "hose": ("milk-rinse", "milk-hose-flush", "milk-wash"),
    "jug": ("milk-rinse", "milk-jug-wash"),
    "fridge": ("milk-rinse", "milk-wash", "fridge-check"),
    "reservoir": ("milk-rinse", "milk-wash"),
    "canister": ("mixer-rinse", "mixer-strip", "canisters"),
    "tank": ("tank-rinse", "tank-wash"),
    "filter": ("filter-change",),
    "grinder": ("hoppers", "brew-tablet", "grounds-drawer"),
    "capsules": ("capsule-drawer",),
}
BY_TRAIT = {"removable-group": ("group-rinse", "grease", "group-strip-down", "inside"), "drain": ("drain-passage",)}


class WhatIsCaredFor(unittest.TestCase):
    """Each kind has the cares that its parts ask for."""

    def test_by_part_and_trait(self):
        """None is forgotten."""
        for kind in kinds().values():
            wanted = list(ALWAYS)
            wanted += [key for part, keys in BY_PART.items() if kind.part(part) for key in keys]
            wanted += [key for trait, keys in BY_TRAIT.items() if trait in kind.traits for key in keys]
            missing = [key for key in wanted if kind.item(key) is None]
            with self.subTest(kind=kind.key):
                self.assertEqual(missing, [])


class Bars(unittest.TestCase):
    """A progress bar's interval in place of the kind's."""

    def setUp(self):
        """30 drinks an open day; the bar moved by 20 per cent over two of them: 300 drinks a round."""
        self.kind = kinds()["jug-compact"]
        gaps = [(1, 30 if OFFICE.is_open((MONDAY - timedelta(days=n)).date()) else 0) for n in range(42, 0, -1)]
        self.book = replace(
            lived_in(self.kind, gaps, [8]),
            bars=(
                BarSeen("brew-tablet", MONDAY - timedelta(days=4), 30),
                BarSeen("brew-tablet", MONDAY - timedelta(days=2), 50),
            ),
        )

    def count_trigger(self, book):
        """The counting trigger of the tablet."""
        due = assess(book, self.kind, OFFICE, NOW).due("brew-tablet")
        return next(trigger for trigger in due.triggers if trigger.unit == "drinks")

    def test_takes_the_place_of_the_kinds(self):
        """60 drinks are a fifth of the bar; the reason names the bar."""
        found = self.count_trigger(self.book)
        self.assertEqual(found.limit, 300)
        self.assertIn("of 300 drinks by the machine’s own bar", found.sentence)

    def test_the_keepers_own_limit_stays(self):
        """What a person decided is not moved by a bar."""
        own = replace(self.book, limits=(LimitChange("brew-tablet", "drinks", 120),))
        self.assertEqual(self.count_trigger(own).limit, 120)

    def test_a_round_ends_when_it_is_done_or_the_bar_falls(self):
        """Readings on both sides of a cleaning tell nothing; an earlier full round still does."""
        cleaned = DoneFact("brew-tablet", MONDAY - timedelta(days=3))
        self.assertEqual(self.count_trigger(replace(self.book, done=(*self.book.done, cleaned))).limit, 150)
        fallen = (*self.book.bars, BarSeen("brew-tablet", MONDAY, 5))
        self.assertEqual(self.count_trigger(replace(self.book, bars=fallen)).limit, 300)

    def test_too_little_movement_tells_nothing(self):
        """Below 10 per cent the rounding of the bar would be more than a tenth."""
        little = (BarSeen("brew-tablet", MONDAY - timedelta(days=4), 30), BarSeen("brew-tablet", MONDAY, 39))
        self.assertEqual(self.count_trigger(replace(self.book, bars=little)).limit, 150)


if __name__ == "__main__":
    unittest.main()
