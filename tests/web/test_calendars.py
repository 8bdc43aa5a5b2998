"""Calendars in the browser: the feed's address, what it answers, days off from a file."""

from __future__ import annotations

import io
import re
import unittest
from datetime import date, timedelta

from icalendar import Calendar

from lamplight.actions.hours import add_absence
from lamplight.actions.sites import save_keeper
from lamplight.sight.actor import Actor
from lamplight.store.models import AnnouncedPlan, Closure
from tests.base import NOW, WebTest
from tests.formats.test_days_off_file import off


class Feed(WebTest):
    """One machine, one address."""

    def setUp(self):
        super().setUp()
        self.hall = self.used_machine(
            name="Hall", done={"brew-tablet": 4, "group-rinse": 3, "outlets": 3, "descale": 10}
        )

    def address(self, **form):
        """A new address."""
        page = self.post("/calendars", {"keeper": "", "alarm": "15", **form}, 200).get_data(as_text=True)
        return re.search(r'value="http://[^/]+(/feed/[^"]+\.ics)"', page)[1]

    def events(self, path):
        """By uid: sequence, status, start and end, title."""
        calendar = Calendar.from_ical(self.get(path))
        return {
            str(one["uid"]): (
                int(one["sequence"]),
                str(one["status"]),
                (one["dtstart"].dt, one["dtend"].dt),
                str(one["summary"]),
            )
            for one in calendar.walk("VEVENT")
        }

    def test_stable_changed_and_taken_back(self):
        """What stays keeps uid and sequence; what goes is cancelled with a higher one."""
        path = self.address()
        self.assertEqual(self.events(path), {})  # nothing was announced
        self.post("/plan/made")
        first = self.events(path)
        self.assertTrue(first)
        self.assertEqual({(sequence, status) for sequence, status, *_ in first.values()}, {(1, "CONFIRMED")})
        self.assertEqual(self.events(path), first)
        today = self.calendar.today(NOW)
        away = (today + timedelta(days=2), today + timedelta(days=30))
        add_absence(self.site.id, None, *away, "", Actor(NOW))
        self.post("/plan/made")
        second = self.events(path)
        self.assertEqual(set(first) - set(second), set())
        gone = [uid for uid, (_, status, *_) in second.items() if status == "CANCELLED"]
        self.assertTrue(gone)
        for uid in gone:
            self.assertGreater(second[uid][0], first[uid][0])
        for uid, (sequence, status, start, title) in second.items():
            if status == "CANCELLED":
                self.assertEqual(sequence, 2, "since it was taken back")
            if status == "CONFIRMED" and uid in first and (start, title) == first[uid][2:]:
                self.assertEqual(sequence, first[uid][0])

    def test_taken_back_once(self):
        """What was taken back stays so with the same sequence, however often is announced after it."""
        path = self.address()
        for number, days in ((1, None), (2, (2, 30)), (3, (1, 30))):
            if days:
                away = [NOW.date() + timedelta(days=n) for n in days]
                add_absence(self.site.id, None, *away, "", Actor(NOW))
            self.post("/plan/made")
            if number == 2:
                gone = {uid: one[0] for uid, one in self.events(path).items() if one[1] == "CANCELLED"}
        self.assertTrue(gone)
        later = self.events(path)
        self.assertEqual({uid: later[uid][0] for uid in gone}, gone)

    def test_old_announcements_go(self):
        """However many are forgotten: the same visits, and no sequence falls."""
        path = self.address()
        self.post("/plan/made")
        add_absence(self.site.id, None, NOW.date() + timedelta(days=2), NOW.date() + timedelta(days=5), "", Actor(NOW))
        self.post("/plan/made")
        before = self.events(path)
        AnnouncedPlan.delete().where(AnnouncedPlan.id == 1).execute()
        after = self.events(path)
        self.assertTrue(after)
        for uid, (sequence, *rest) in after.items():
            self.assertEqual(rest, list(before[uid][1:]))
            self.assertGreaterEqual(sequence, before[uid][0])
        standing = {uid for uid, (_, status, *_) in before.items() if status == "CONFIRMED"}
        self.assertLessEqual(standing, set(after))

    def test_the_address(self):
        """Shown once, renewed, taken away, undone in the log; a wrong one is not there."""
        old = self.address()
        self.assertNotIn(old, self.get("/calendars"))
        new = self.address()
        self.get(old, 404)
        self.get(new)
        self.get("/feed/wrong.ics", 404)
        self.post("/calendars/end", {"keeper": ""})
        self.get(new, 404)
        self.post("/calendars/end", {"keeper": ""}, 422)
        self.post("/calendars", {"keeper": "", "alarm": "7"}, 422)
        self.post("/calendars", {"keeper": "99", "alarm": "15"}, 422)

    def test_days_off(self):
        """Shown, then taken over whole; nothing before."""
        data = off("DTSTART;VALUE=DATE:20261224", "DTEND;VALUE=DATE:20270102", "SUMMARY:Works holidays")
        shown = self.post("/calendars/days-off", {"file": (io.BytesIO(data), "x.ics")}, 200).get_data(as_text=True)
        self.shows(shown, "Works holidays")
        self.assertEqual(Closure.select().count(), 0)
        held = re.search(r'name="held" value="([^"]+)"', shown)[1]
        self.post("/calendars/days-off", {"held": held, "confirmed": "1"})
        self.assertEqual([(row.first, row.last) for row in Closure.select()], [(date(2026, 12, 24), date(2027, 1, 1))])
        self.post("/calendars/days-off", {"held": held, "confirmed": "1"}, 422)
        for form in ({}, {"held": "???", "confirmed": "1"}, {"file": (io.BytesIO(b"no"), "x.ics")}):
            self.post("/calendars/days-off", form, 422)


class Screen(WebTest):
    """The screen in the kitchen."""

    def test_what_it_tells(self):
        """Fine, no milk, being cleaned; no name of a keeper, no way to anything else."""
        self.hall = self.used_machine(name="Hall", done={"brew-tablet": 4})
        self.used_machine(name="Lab", kind="office-tower", done={"milk-wash": 4})
        save_keeper("Ada Secret", "AS", Actor(NOW))
        page = self.post("/calendars", {"kind": "screen"}, 200).get_data(as_text=True)
        path = re.search(r'value="http://[^/]+(/screen/[^"]+)"', page)[1]
        seen = self.get(path)
        for words in ("Ready", "No milk drinks until it is washed", "is-fine", "is-part"):
            self.shows(seen, words)
        self.post("/runs", {"machine": self.hall, "item": "brew-tablet"})
        self.shows(self.get(path), "Being cleaned, until about")
        for words in ("Ada", "AS", "dock", "<a "):
            self.hides(self.get(path), words)
        self.get("/screen/wrong", 404)
        self.get(path.replace("/screen/", "/feed/") + ".ics", 404)
        self.post("/calendars/end", {"kind": "screen"})
        self.get(path, 404)


if __name__ == "__main__":
    unittest.main()
