"""The past is reckoned with what was true then: filters, waters, kinds and opening hours, as the log has them."""

from __future__ import annotations

from datetime import date, timedelta

from lamplight.actions.care import mark_done
from lamplight.actions.machines import MachineFields, change_machine
from lamplight.actions.sites import save_site
from lamplight.actions.undo import undo
from lamplight.actions.water import TypedTest, add_water_test, install_cartridge, set_up
from lamplight.core.site.calendar import OFFICE_HOURS
from lamplight.core.water.cartridge import Cartridge
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.store.models import Entry
from lamplight.store.sites import machine, the_site
from lamplight.store.waters import Setup, waters
from tests.base import NOW, WEEK, DataTest

DAY = timedelta(days=1)


def then(days):
    """A keeper so many days ago."""
    return Actor(NOW - days * DAY)


class WhatWasSo(DataTest):
    """A tabletop with 28 days of 40 drinks, in water of 14 °dH."""

    def setUp(self):
        """Descaled four weeks ago."""
        super().setUp()
        self.hall = self.used_machine(done={"descale": 27, "brew-tablet": 27})
        self.row = machine(self.site.id, self.hall)
        add_water_test(self.site.id, TypedTest("mains", date(2026, 9, 1), None, 14.0), NOW.date(), then(60))

    def basis(self, item="descale", key="scale"):
        """How much of a basis is used up, as a share."""
        state = next(one for one in self.due(self.hall, item).triggers if one.trigger.key == key)
        return state.used / state.limit

    def newest(self, back=0):
        """An entry of the log, counted from the last one."""
        return Entry.select().order_by(Entry.id.desc()).offset(back).first().id

    def test_a_filter_of_today(self):
        """Erases nothing that formed before it; one of two weeks ago kept back what came since."""
        bare = self.basis()
        install_cartridge(self.row, Cartridge(9000), NOW, Actor(NOW))
        self.assertAlmostEqual(self.basis(), bare, delta=0.01)
        undo(self.newest(), Actor(NOW))
        install_cartridge(self.row, Cartridge(9000), NOW - 14 * DAY, Actor(NOW))
        self.assertTrue(0.3 * bare < self.basis() < 0.7 * bare)

    def test_another_water(self):
        """A soft test of today rewrites nothing, nor does another source from today on."""
        bare = self.basis()
        add_water_test(self.site.id, TypedTest("mains", NOW.date(), None, 1.0), NOW.date(), Actor(NOW))
        self.assertGreater(self.basis(), 0.95 * bare)
        add_water_test(self.site.id, TypedTest("jug", date(2026, 9, 1), None, 0.5), NOW.date(), Actor(NOW))
        set_up(self.row, Setup(source="mains"), then(30))
        set_up(self.row, Setup(source="jug"), Actor(NOW))
        self.assertGreater(self.basis(), 0.95 * bare)

    def test_before_the_first_test(self):
        """The water was as the first test found it, not as the last one did."""
        add_water_test(self.site.id, TypedTest("mains", NOW.date(), None, 1.0), NOW.date(), Actor(NOW))
        known = waters([self.hall]).of(self.hall)
        found = [known.at(NOW - days * DAY).test.scaling for days in (400, 30, 0)]
        self.assertEqual(found, [14.0, 14.0, 1.0])

    def test_a_mistyped_cartridge(self):
        """The change that took its capacity over is mended with it: by the right one before it, else by the kind's."""
        install_cartridge(self.row, Cartridge(100), NOW - 60 * DAY, then(60))
        install_cartridge(self.row, Cartridge(10_000), NOW - 20 * DAY, then(20))
        wrong = self.newest()
        mark_done([(self.row, "filter-change")], NOW - 2 * DAY, then(2))
        self.assertEqual(self.view(self.hall).status.book.water.cartridge.capacity_dh_l, 10_000)
        undo(wrong, Actor(NOW))
        book = self.view(self.hall).status.book
        self.assertEqual(book.water.cartridge.capacity_dh_l, 100)
        self.assertEqual(book.water.fitted_at, NOW - 2 * DAY)

    def test_a_mistyped_cartridge_and_none_before(self):
        """Then the kind's usual one stands in its place."""
        install_cartridge(self.row, Cartridge(10_000), NOW - 20 * DAY, then(20))
        wrong = self.newest()
        mark_done([(self.row, "filter-change")], NOW - 2 * DAY, then(2))
        undo(wrong, Actor(NOW))
        usual = kinds()["removable-tabletop"].cartridge
        self.assertEqual(self.view(self.hall).status.book.water.cartridge, usual)

    def test_another_kind(self):
        """What was drunk before was drunk as the old kind has it; a slip of the same day never was."""
        litres = self.view(self.hall).status.context.meters["litres"].between(NOW - 20 * DAY, NOW - 10 * DAY)
        fields = MachineFields("Counter A", "black-coffee-bench")
        change_machine(self.site.id, self.row, fields, False, then(9))
        now = self.view(self.hall).status.context.meters["litres"]
        self.assertAlmostEqual(now.between(NOW - 20 * DAY, NOW - 10 * DAY), litres, delta=0.5)
        self.assertNotAlmostEqual(now.between(NOW - 8 * DAY, NOW), 0.8 * litres, delta=2)
        back = MachineFields("Counter A", "removable-tabletop")
        change_machine(self.site.id, self.row, back, False, Actor(NOW - 9 * DAY + timedelta(hours=2)))
        self.assertEqual(self.view(self.hall).status.book.earlier_kinds, ())

    def test_other_hours(self):
        """Saturdays count from the day on which the site opened on them; a slip within a day never was."""
        saturdays = (*WEEK[:5], OFFICE_HOURS, None)
        save_site("Test Works", "Europe/Berlin", saturdays, then(10))
        calendar = the_site().calendar
        self.assertEqual([calendar.is_open(date(2026, 11, day)) for day in (7, 14, 21)], [False, True, True])
        self.assertEqual(calendar.open_days_between(date(2026, 11, 2), date(2026, 11, 23)), 4 + 6 + 6 + 1)
        week = calendar.open_clock(NOW) - calendar.open_clock(NOW - 7 * DAY)
        self.assertAlmostEqual(week, 6, delta=0.01)
        month = calendar.open_clock(NOW) - calendar.open_clock(NOW - 28 * DAY)
        self.assertAlmostEqual(month, 22, delta=0.01)
        save_site("Test Works", "Europe/Berlin", WEEK, Actor(NOW - 10 * DAY + timedelta(hours=1)))
        self.assertEqual(the_site().calendar.before, None)
