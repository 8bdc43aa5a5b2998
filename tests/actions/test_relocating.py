"""Machines that move from one site to another: what was stays where it was, what comes follows the new site."""

from __future__ import annotations

import random
import unittest
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from lamplight.actions.hours import add_absence
from lamplight.actions.machines import MachineFields, NewMachine, add_machine, change_machine
from lamplight.actions.own_texts import save_text
from lamplight.actions.relocating import MoveFields, move_machine
from lamplight.actions.runs import answer_step, begin_run
from lamplight.actions.sites import add_closure, save_keeper, save_site, serve_no_more
from lamplight.actions.stock import move_stock, note_price
from lamplight.actions.undo import put_back, undo
from lamplight.actions.water import TypedTest, add_water_test
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.run.state import EventKind
from lamplight.core.site.calendar import OpeningHours
from lamplight.core.stock.stock import Move
from lamplight.sight.actor import Actor
from lamplight.sight.costs import unit_prices
from lamplight.sight.cupboard import stock_held
from lamplight.sight.kinds import KINDS
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.store.books import book, books
from lamplight.store.logbook import entries
from lamplight.store.models import Machine
from lamplight.store.rights import roles_at
from lamplight.store.sites import machine, machines, site_of, sites
from lamplight.store.whereabouts import stays
from tests.base import NOW, DataTest

EVENINGS = (None, None, *((OpeningHours(15 * 60, 23 * 60),) * 5))
ACTOR = Actor(NOW)
TODAY = NOW.date()


class TwoSites(DataTest):
    """The works in Berlin, and a second site in New York that opens from Wednesday to Sunday in the evening."""

    def setUp(self):
        """A machine with a month of readings at the first."""
        super().setUp()
        self.used = self.used_machine(per_day=40, done={"brew-tablet": 9})
        self.other = save_site("Harbour Hall", "America/New_York", EVENINGS, ACTOR, another=True)
        self.there = Actor(NOW, site_id=self.other.id)

    def row(self):
        """The machine, wherever it stands."""
        return next(found for here in sites() if (found := machine(here.id, self.used)))

    def go(self, days_ago, to=None, source="mains", place="Bar", actor=ACTOR):
        """Move it from where it stands to the other site, some days ago."""
        here = site_of(Machine.get_by_id(self.used).site_id)
        target = to or next(row for row in sites() if row.id != here.id)
        move_machine(here, self.row(), target, MoveFields(TODAY - timedelta(days=days_ago), place, source), actor)


class Moving(TwoSites):
    """Its past stays with the old site, its future is the new one's."""

    def test_it_stands_there(self):
        """In the lists of the other site alone, at its new place; the log of the new site tells of it."""
        self.go(5)
        self.assertEqual([row.id for row in machines(self.site.id)], [])
        self.assertEqual([(row.id, row.place) for row in machines(self.other.id)], [(self.used, "Bar")])
        self.assertIsNone(machine_view(site_of(self.site.id), self.used, NOW))
        said = [row.summary for row in entries(site_id=self.other.id)]
        self.assertIn("Counter A moved from Test Works to Harbour Hall", said)
        self.assertNotIn("Counter A moved from Test Works to Harbour Hall", [
            row.summary for row in entries(site_id=self.site.id)])  # fmt: skip
        self.assertIn("Counter A added", [row.summary for row in entries(site_id=self.site.id)])

    def test_days_before_are_those_of_the_old_site(self):
        """Open days and hours by where it stood; the mean of a day it was used is that of the old calendar."""
        before = machine_view(self.site, self.used, NOW).status
        self.go(0)
        here = site_of(self.other.id)
        calendar, old, new = here.calendar_of(self.used), site_of(self.site.id).calendar, here.calendar
        for n in range(-40, 41):
            day = TODAY + timedelta(days=n)
            held = old if n < 0 else new
            self.assertEqual((calendar.is_open(day), calendar.opening(day)), (held.is_open(day), held.opening(day)))
        after = machine_view(here, self.used, NOW).status
        self.assertEqual(before.book.drinks, after.book.drinks)
        for weekday in range(5):  # forty a day on five days: learnt in Berlin, as before
            self.assertAlmostEqual(after.usage.rates[weekday], before.usage.rates[weekday], delta=6.0)

    def test_water_before_is_that_of_the_old_site(self):
        """Two waters of one name are two waters."""
        for here, total, back in ((self.site, 18.0, 60), (self.other, 3.0, 50)):
            add_water_test(here.id, TypedTest("mains", TODAY - timedelta(days=back), total, 3.0), TODAY, Actor(NOW))
        self.go(10)
        water = book(self.used)
        self.assertEqual(water.water.test.total_dh, 3.0)
        stood = [(until, at.test.total_dh) for until, at in water.earlier_water]
        turn = datetime.combine(TODAY - timedelta(days=10), time(), ZoneInfo("America/New_York"))
        self.assertEqual(stood, [(turn.astimezone(UTC), 18.0)])

    def test_a_named_water(self):
        """What is chosen with the move counts from then on; what it had before stands for the time before."""
        add_water_test(self.site.id, TypedTest("mains", TODAY - timedelta(days=60), 18.0, 3.0), TODAY, ACTOR)
        add_water_test(self.other.id, TypedTest("spring", TODAY, 5.0, 3.0), TODAY, ACTOR)
        self.go(3, source="spring")
        own = book(self.used)
        self.assertEqual(own.water.test.total_dh, 5.0)
        self.assertEqual([at.test.total_dh for _, at in own.earlier_water], [18.0])

    def test_absences_by_where_it_stood(self):
        """A closure of the house it left is none of its own any more, nor one of the new house before it came."""
        for here in (self.site, self.other):
            span = TODAY - timedelta(days=12), TODAY + timedelta(days=12)
            add_absence(here.id, None, *span, "", Actor(NOW, site_id=here.id))
        self.go(4)
        spans = [(span.first, span.last) for span in book(self.used).absences]
        turn = TODAY - timedelta(days=4)
        self.assertEqual(sorted(spans), [
            (TODAY - timedelta(days=12), turn - timedelta(days=1)), (turn, TODAY + timedelta(days=12)),
        ])  # fmt: skip

    def test_undone_and_put_back(self):
        """Everything is as if it had never gone; and again as if it had."""
        add_water_test(self.other.id, TypedTest("mains", TODAY, 5.0, 3.0), TODAY, ACTOR)
        before = book(self.used)
        self.go(6)
        after = book(self.used)
        entry = next(row.id for row in entries(site_id=self.other.id) if row.kind == "moved")
        undo(entry, ACTOR)
        self.assertEqual(book(self.used), before)
        self.assertEqual([row.place for row in machines(self.site.id)], [""])
        put_back(entry, ACTOR)
        self.assertEqual(book(self.used), after)
        self.assertEqual([row.id for row in machines(self.other.id)], [self.used])

    def test_back_and_forth(self):
        """Whatever is undone and put back, where it stands is where its stays end, and no stay overlaps another."""
        chance = random.Random(4)
        days = [20, 15, 11, 8, 4, 1]
        for back in days:
            self.go(back)
        moves = [row.id for row in entries(limit=1000) if row.kind == "moved"]
        for _ in range(40):
            entry = chance.choice(moves)
            gone = next(row for row in entries(entry_id=entry)).undone_at
            (put_back if gone else undo)(entry, ACTOR)
            own = stays()[self.used]
            self.assertEqual(own[-1].site_id, Machine.get_by_id(self.used).site_id)
            self.assertIsNone(own[-1].until)
            for earlier, later in zip(own, own[1:], strict=False):
                self.assertEqual(earlier.until, later.since)
                self.assertNotEqual(earlier.site_id, later.site_id)
            held = {stay.site_id for stay in own}
            self.assertLessEqual(held, {self.site.id, self.other.id})
            self.assertTrue(machine_view(site_of(own[-1].site_id), self.used, NOW).status.dues)

    def test_refused(self):
        """A day ahead, one before it came, a name that is taken there, where it stands already, and an open run."""
        with self.assertRaisesRegex(InvalidInput, "has not come yet"):
            self.go(-2)
        with self.assertRaisesRegex(InvalidInput, "more than a year"):
            self.go(400)
        with self.assertRaisesRegex(InvalidInput, "stands at Test Works already"):
            self.go(1, to=site_of(self.site.id))
        self.go(5)
        with self.assertRaisesRegex(InvalidInput, "It came here on"):
            self.go(5)
        self.used_machine(name="Counter A")  # the name is free again at the first site
        with self.assertRaisesRegex(InvalidInput, "has a machine called Counter A already"):
            self.go(1)
        change_machine(self.site.id, machines(self.site.id)[0], MachineFields("Counter A", "jug-compact"), True, ACTOR)
        with self.assertRaisesRegex(InvalidInput, "has a machine called Counter A already"):
            self.go(1)  # out of service, and back one day
        self.assertEqual(len(stays()[self.used]), 2)

    def test_a_run_has_to_be_over(self):
        """Its cleaner, its products and its steps belong to the site where it began."""
        run = begin_run(self.site, self.row(), "drip-tray", ACTOR, anyway=True)
        with self.assertRaisesRegex(InvalidInput, "A run is open"):
            self.go(1)
        answer_step(run, EventKind.ABANDON, 0, ACTOR, "it goes")
        self.go(1)

    def test_where_the_day_begins_later(self):
        """To the east in the small hours: by the old clock the day is still to come, and yet it stands there now."""
        self.go(9)
        early = Actor(datetime(2026, 11, 24, 1, tzinfo=UTC))  # 02:00 in Berlin, the evening before in New York
        self.go(0, actor=early)
        self.assertEqual(stays()[self.used][-1].at, early.now)
        self.assertEqual(entries(site_id=self.site.id, kind="moved")[0].at, early.now)

    def test_rights_at_both(self):
        """Whoever keeps machines at one of the two alone moves none to the other."""
        keeper_id = save_keeper("Ada", "AD", ACTOR)
        actor = Actor(NOW, keeper_id, True, role=RoleAtSite.KEEPER, site_id=self.site.id)
        with self.assertRaisesRegex(NotAllowed, "kept by others"):
            self.go(1, actor=actor)
        save_keeper("Ben", "BN", self.there, role=RoleAtSite.OWNER)
        save_keeper("Ada", "AD", self.there, keeper_id, role=RoleAtSite.HELPER)
        with self.assertRaisesRegex(NotAllowed, "kept by others"):
            self.go(1, actor=actor)
        save_keeper("Ada", "AD", self.there, keeper_id, role=RoleAtSite.KEEPER)
        self.go(1, actor=actor)
        self.assertEqual(roles_at(self.other.id)[keeper_id], RoleAtSite.KEEPER)


class Apart(TwoSites):
    """What belongs to one site is nothing of the other's."""

    def test_cupboards_and_prices(self):
        """The same product lies in each, at its own price."""
        move_stock("brew-tablets", Move.COUNTED, 8, Actor(NOW, site_id=self.site.id))
        move_stock("brew-tablets", Move.COUNTED, 3, self.there)
        note_price("brew-tablets", 10, 2.0, TODAY, TODAY, self.there)
        held = [stock_held(here.id)["brew-tablets"].amount for here in (self.site, self.other)]
        self.assertEqual(held, [8, 3])
        self.assertEqual(
            (unit_prices(self.site.id, TODAY), unit_prices(self.other.id, TODAY)["brew-tablets"]), ({}, 0.2)
        )

    def test_closed_days_and_books(self):
        """Of one site alone; an entry is undone where it was written."""
        add_closure(self.other.id, TODAY, TODAY, "harbour feast", self.there)
        self.assertIn(TODAY, site_of(self.other.id).calendar.closures)
        self.assertNotIn(TODAY, site_of(self.site.id).calendar.closures)
        entry = next(row for row in entries(site_id=self.other.id) if row.kind == "closure")
        self.assertEqual(entries(site_id=self.site.id, kind="closure"), [])
        with self.assertRaisesRegex(NotAllowed, "another site"):
            undo(entry.id, Actor(NOW, site_id=self.site.id))
        undo(entry.id, self.there)

    def test_nothing_is_done_to_machines_elsewhere(self):
        """Whatever somebody may at one site, a machine of the other is none of theirs."""
        from lamplight.actions.care import mark_done

        with self.assertRaisesRegex(NotAllowed, "another site"):
            mark_done([(self.row(), "brew-tablet")], NOW, self.there)

    def test_one_name_once(self):
        """Two sites of one name could not be told apart; renaming itself is none."""
        with self.assertRaisesRegex(InvalidInput, "already"):
            save_site("harbour hall", "UTC", EVENINGS, ACTOR, another=True)
        with self.assertRaisesRegex(InvalidInput, "already"):
            save_site("Harbour Hall", "UTC", EVENINGS, ACTOR)
        save_site("Harbour Hall", "UTC", EVENINGS, self.there)
        self.assertEqual(site_of(self.other.id).calendar.zone, "UTC")

    def test_who_serves_where(self):
        """The owners of the first own the second; somebody may serve one alone; an owner stays at each."""
        ada = save_keeper("Ada", "AD", ACTOR)
        third = save_site("Third", "UTC", EVENINGS, ACTOR, another=True)
        self.assertEqual(roles_at(third.id), {ada: RoleAtSite.OWNER})
        self.assertEqual(roles_at(self.other.id), {})
        owner = Actor(NOW, ada, True, role=RoleAtSite.OWNER, site_id=third.id)
        with self.assertRaisesRegex(InvalidInput, "One owner has to stay"):
            serve_no_more(ada, owner)
        ben = save_keeper("Ben", "BN", owner, role=RoleAtSite.HELPER)
        self.assertEqual(set(roles_at(self.site.id)), {ada})
        with self.assertRaisesRegex(InvalidInput, "serves no other site"):
            serve_no_more(ben, owner)
        save_keeper("Ben", "BN", Actor(NOW, ada, True, role=RoleAtSite.OWNER, site_id=self.site.id), ben)
        serve_no_more(ben, owner)
        self.assertEqual((set(roles_at(self.site.id)), set(roles_at(third.id))), ({ada, ben}, {ada}))

    def test_an_owner_of_one_decides_nothing_about_the_keepers_of_both(self):
        """Neither who they are, nor whether they are around, nor their passphrase."""
        from lamplight.actions.passphrases import change_passphrase

        ada = save_keeper("Ada", "AD", ACTOR)
        ben = save_keeper("Ben", "BN", self.there, role=RoleAtSite.OWNER)
        save_keeper("Ada", "AD", self.there, ada, role=RoleAtSite.KEEPER)
        ben_there = Actor(NOW, ben, True, role=RoleAtSite.OWNER, site_id=self.other.id)
        for deed in (
            lambda: save_keeper("Ada", "AD", ben_there, ada, active=False),
            lambda: save_keeper("Adam", "AD", ben_there, ada),
            lambda: change_passphrase(ada, "four words of mine only", ben_there, ""),
        ):
            with self.assertRaisesRegex(NotAllowed, "another site"):
                deed()
        save_keeper("Ada", "AD", ben_there, ada, role=RoleAtSite.LOOKER)
        self.assertEqual(roles_at(self.other.id)[ada], RoleAtSite.LOOKER)
        self.assertEqual(roles_at(self.site.id)[ada], RoleAtSite.OWNER)

    def test_a_kind_of_both_is_changed_by_whoever_keeps_both(self):
        """Also a procedure; one of which no machine stands elsewhere is anybody's who keeps machines here."""
        shared = KINDS.copied("removable-tabletop")
        copied = save_text(OWN_KINDS, shared, ACTOR)
        for here, name in ((self.site, "Here"), (self.other, "There")):
            add_machine(here.id, MachineFields(name, copied.key), NewMachine(), Actor(NOW, site_id=here.id))
        keeper = save_keeper("Ada", "AD", ACTOR)
        actor = Actor(NOW, keeper, True, role=RoleAtSite.KEEPER, site_id=self.site.id)
        with self.assertRaisesRegex(NotAllowed, "keeps both"):
            save_text(OWN_KINDS, shared, actor)
        save_text(OWN_KINDS, KINDS.copied("jug-compact"), actor)
        save_keeper("Ben", "BN", self.there, role=RoleAtSite.OWNER)
        save_keeper("Ada", "AD", self.there, keeper, role=RoleAtSite.KEEPER)
        save_text(OWN_KINDS, shared, actor)


class ClocksApart(TwoSites):
    """The night of 31 October 2026: New York sets its clocks back, Berlin did a week before (tz database)."""

    def test_each_by_its_own_clock(self):
        """At one moment it is another day there; dues are by the clock of where the machine stands."""
        moment = datetime(2026, 11, 1, 3, 30, tzinfo=UTC)
        works, hall = site_of(self.site.id), site_of(self.other.id)
        self.assertEqual(
            (works.calendar.today(moment), hall.calendar.today(moment)), (date(2026, 11, 1), date(2026, 10, 31))
        )
        twice = [datetime(2026, 11, 1, 5, 30, tzinfo=UTC), datetime(2026, 11, 1, 6, 30, tzinfo=UTC)]
        self.assertEqual({hall.calendar.local(at).strftime("%H:%M") for at in twice}, {"01:30"})
        day = hall.calendar.at_minute(date(2026, 11, 2), 0) - hall.calendar.at_minute(date(2026, 11, 1), 0)
        real = hall.calendar.at_minute(date(2026, 11, 2), 0).astimezone(UTC) - hall.calendar.at_minute(
            date(2026, 11, 1), 0
        ).astimezone(UTC)
        self.assertEqual((day, real), (timedelta(hours=24), timedelta(hours=25)))

    def test_a_move_on_that_night(self):
        """Every date counts once, whichever way it goes; every page's figures can be worked out at each hour."""
        self.go((TODAY - date(2026, 11, 1)).days)
        here = site_of(self.other.id)
        calendar = here.calendar_of(self.used)
        first, last = date(2026, 10, 20), date(2026, 11, 12)
        opened = sum(calendar.is_open(first + timedelta(days=n + 1)) for n in range((last - first).days))
        self.assertEqual(calendar.open_days_between(first, last), opened)
        for hour in range(0, 72, 3):
            moment = datetime(2026, 10, 31, tzinfo=UTC) + timedelta(hours=hour)
            self.assertTrue(machine_view(here, self.used, moment).status.dues)

    def test_books_of_both(self):
        """Each site's machines alone are in its list, whatever the other has."""
        self.machine(name="Second")
        self.go(2)
        views = [machine_views(site_of(here.id), NOW) for here in (self.site, self.other)]
        self.assertEqual([[view.row.name for view in own] for own in views], [["Second"], ["Counter A"]])
        self.assertEqual(len(books()), 2)


if __name__ == "__main__":
    unittest.main()
