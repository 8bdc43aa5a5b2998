"""A date that cannot be is refused wherever it comes in; what came in before is named and taken back."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta

from lamplight.actions.poison import void_poison
from lamplight.actions.runs import begin_run
from lamplight.core.errors import InvalidInput
from lamplight.core.moment import read_moment
from lamplight.sight.actor import Actor
from lamplight.sight.cache import forget
from lamplight.store.checking import problems_in
from lamplight.store.database import database
from lamplight.store.models import Closure, CounterReading, Entry, RunEventRow
from lamplight.store.sites import machine
from tests.base import NOW, WebTest

NEVER = datetime(1, 1, 1, tzinfo=UTC)


class Poison(WebTest):
    """A machine with readings, one of which is made to lie in the year 1."""

    def test_bounds(self):
        """Both sides of each bound; no offset, an offset that leaves the years there are, what is no date."""
        for text, taken in (
            ("1990-01-01T00:00:00+00:00", True), ("1989-12-31T23:59:59+00:00", False),
            ("2100-12-31T23:59:59Z", True), ("2101-01-01T00:00:00Z", False), ("0001-01-01T00:00:00Z", False),
            ("9999-12-31T23:59:59-14:00", False), ("2026-11-24T07:05:00", False), ("yesterday", False), ("", False),
        ):  # fmt: skip
            with self.subTest(text=text):
                self.assertEqual(read_moment(text) is not None, taken)

    def test_the_store_refuses(self):
        """Whatever passed the door: nothing with such a date is written."""
        hall = self.machine()
        entry = Entry.select().order_by(Entry.id.desc()).first()
        with self.assertRaisesRegex(InvalidInput, "The year 1 is not between"):
            CounterReading.create(entry=entry, machine=hall, counter="drinks", at=NEVER, value=5, source="api")
        with self.assertRaisesRegex(InvalidInput, "The year 2300 is not between"):
            Closure.create(entry=entry, site=self.site.id, first=NOW.date(), last=date(2300, 1, 1), label="")
        with self.assertRaisesRegex(InvalidInput, "The year 1 is not between"):
            Entry.update(at=NEVER).where(Entry.id == entry.id).execute()

    def test_named_and_taken_back(self):
        """A reading, a line and an event of a run that got in all the same: named, voided, and the pages open again."""
        hall = self.used_machine(done={"brew-tablet": 3})
        run = begin_run(self.site, machine(self.site.id, hall), "group-rinse", Actor(NOW))
        self.read(hall, 1830)
        reading = CounterReading.select().order_by(CounterReading.id.desc()).first()
        sick = "0001-01-01T00:00:00Z"
        for table, column, row in (
            ("counter_reading", "at", reading.id), ("entry", "at", reading.entry_id),
            ("run_event", "at", RunEventRow.select().where(RunEventRow.run == run).first().id
             if RunEventRow.select().where(RunEventRow.run == run).exists() else 0),
        ):  # fmt: skip
            database.execute_sql(f"UPDATE {table} SET {column} = ? WHERE id = ?", (sick, row))
        forget()
        said = problems_in()
        self.assertTrue(any("no such date can be" in one and "--void" in one for one in said), said)
        self.assertGreaterEqual(void_poison(NOW + timedelta(minutes=1)), 1)
        forget()
        self.assertEqual(problems_in(), [])
        self.assertEqual(void_poison(NOW), 0)
        for page in ("/", "/log", "/plan", f"/machines/{hall}", f"/readings/{hall}", "/round/sheet"):
            with self.subTest(page=page):
                self.get(page)
        self.shows(self.get("/log"), "Its date cannot be")
