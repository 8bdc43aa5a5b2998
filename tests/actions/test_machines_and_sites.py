"""Machines, limits, closures and people: what is refused, and what moves."""

from __future__ import annotations

from datetime import date, timedelta

from lamplight.actions.machines import LastDoneAnswer, MachineFields, NewMachine, add_machine, change_machine, set_limit
from lamplight.actions.sites import add_closure, save_keeper, save_site
from lamplight.core.care.status import Status
from lamplight.core.errors import InvalidInput
from lamplight.sight.actor import Actor
from lamplight.store.models import Entry, Machine
from lamplight.store.sites import closures, keepers, machine, machines, the_site
from tests.base import NOW, WEEK, DataTest

HAND = Actor(NOW)


class Machines(DataTest):
    """Adding and changing."""

    def test_refused_whole(self):
        """Each wrong field, its sentence, and nothing saved."""
        self.machine("Taken")
        tomorrow = {"brew-tablet": LastDoneAnswer(NOW + timedelta(days=1))}
        rows = [
            (MachineFields(" ", "office-tower"), 5, {}, "name is missing"),
            (MachineFields("x" * 61, "office-tower"), 5, {}, "longer than 60"),
            (MachineFields("taken", "office-tower"), 5, {}, "called taken already"),
            (MachineFields("B", "no-such"), 5, {}, "no kind of machine"),
            (MachineFields("B", "office-tower", guess_per_day=-1), 5, {}, "between 0.01 and 5,000"),
            (MachineFields("B", "office-tower"), -5, {}, "cannot be"),
            (MachineFields("B", "office-tower"), 5, tomorrow, "not come yet"),
            (MachineFields("B", "office-tower"), 5, {"brew-tablet": LastDoneAnswer(value=6)}, "than it does now"),
            (MachineFields("B", "office-tower"), None, {"brew-tablet": LastDoneAnswer(value=6)}, "is needed too"),
            (MachineFields("B", "office-tower"), 5, {"brew-tablet": LastDoneAnswer()}, "a date, or what"),
        ]
        for fields, counter, done, said in rows:
            before = Machine.select().count(), Entry.select().count()
            with self.subTest(said=said), self.assertRaisesRegex(InvalidInput, said):
                counters = {} if counter is None else {"drinks": counter}
                add_machine(self.site.id, fields, NewMachine(counters, done), HAND)
            self.assertEqual((Machine.select().count(), Entry.select().count()), before)

    def test_sixty_characters_are_enough(self):
        """The longest name, and another alphabet."""
        self.assertEqual(machine(self.site.id, self.machine("Ä" * 60)).name, "Ä" * 60)

    def test_out_of_service(self):
        """It leaves the list, its book stays; its name is free again."""
        machine_id = self.machine("Old")
        row = machine(self.site.id, machine_id)
        change_machine(self.site.id, row, MachineFields("Old", row.kind), True, HAND)
        self.assertEqual(machines(self.site.id), [])
        self.machine("Old")
        self.assertEqual(len(machines(self.site.id, retired=True)), 2)

    def test_own_limit(self):
        """200 becomes 300 and the item is no longer due; empty takes the kind's again."""
        machine_id = self.used_machine(done={"brew-tablet": 8})
        row = machine(self.site.id, machine_id)
        self.assertEqual(self.due(machine_id).status, Status.OVERDUE)
        set_limit(row, "brew-tablet", "drinks", 400, "soft water", HAND)
        self.assertEqual(self.due(machine_id).first.trigger.limit, 400)
        self.assertEqual(self.due(machine_id).status, Status.CLEAR)
        set_limit(row, "brew-tablet", "drinks", None, "", HAND)
        self.assertEqual(self.due(machine_id).first.trigger.limit, 200)
        for item, trigger, limit, said in (
            ("polish", "drinks", 5, "no such care item"),
            ("brew-tablet", "days", 5, "no such care item"),
            ("brew-tablet", "drinks", 0, "between 1 and"),
        ):
            with self.assertRaisesRegex(InvalidInput, said):
                set_limit(row, item, trigger, limit, "", HAND)


class Sites(DataTest):
    """Opening hours, closures, people."""

    def test_a_closure_moves_the_date(self):
        """Closed from tomorrow for a week, the tablet falls due a week later."""
        machine_id = self.used_machine(done={"brew-tablet": 5})
        before = self.due(machine_id).likely
        add_closure(self.site.id, date(2026, 11, 25), date(2026, 12, 1), "Holiday", HAND)
        self.assertEqual((self.due(machine_id).likely - before).days, 7)
        self.assertEqual(len(closures(self.site.id)), 1)

    def test_refusals(self):
        """Backwards, too long, no open day, no name, initials taken."""
        with self.assertRaisesRegex(InvalidInput, "Swap them"):
            add_closure(self.site.id, date(2026, 12, 2), date(2026, 12, 1), "", HAND)
        with self.assertRaisesRegex(InvalidInput, "a year at most"):
            add_closure(self.site.id, date(2026, 12, 2), date(2028, 12, 1), "", HAND)
        with self.assertRaisesRegex(InvalidInput, "one at least"):
            save_site("X", "UTC", [None] * 7, HAND)
        with self.assertRaisesRegex(InvalidInput, "The name is missing"):
            save_site("  ", "UTC", WEEK, HAND)
        save_keeper("Ada", "ab", HAND)
        with self.assertRaisesRegex(InvalidInput, "has the initials AB already"):
            save_keeper("Bea", "AB ", HAND)
        self.assertEqual([row.initials for row in keepers()], ["AB"])

    def test_versions(self):
        """A changed site is a new version; undoing it brings the old one back."""
        from lamplight.actions.undo import undo
        from lamplight.store.logbook import entries

        save_site("Renamed", "Europe/Berlin", WEEK, HAND)
        self.assertEqual(the_site().name, "Renamed")
        undo(entries()[0].id, HAND)
        self.assertEqual(the_site().name, "Test Works")
