"""Calendar files by RFC 5545, read back with two libraries."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

import vobject
from icalendar import Calendar

from lamplight.formats.calendar_file import VisitEvent, write_calendar

STAMP = datetime(2027, 3, 20, 6, 0, tzinfo=UTC)


def visit(uid="a", day=22, month=3, title="Hall: Descale", **more):
    """A visit at seven in the morning, universal time."""
    start = datetime(2027, month, day, 7, 0, tzinfo=UTC)
    return VisitEvent(uid, 0, start, start + timedelta(minutes=40), title, **more)


def written(*events, zone="Europe/Berlin", alarm=0):
    """The file as text."""
    return write_calendar(events, "Coffee", zone, STAMP, alarm).decode()


class Written(unittest.TestCase):
    """What the file must satisfy; sections of the RFC from memory."""

    def test_lines(self):
        """3.1: CRLF, no line over 75 octets, no character cut in two; long titles come back whole."""
        long = "Küche: " + "ü" * 60 + ", Filter; \\ back\nnext"
        text = written(visit(title=long, text="x" * 300))
        self.assertTrue(text.endswith("\r\n"))
        self.assertNotIn("\n", text.replace("\r\n", ""))
        for line in text.split("\r\n"):
            self.assertLessEqual(len(line.encode()), 75)
        event = Calendar.from_ical(text).walk("VEVENT")[0]
        self.assertEqual(str(event["summary"]), long)
        # 3.3.11: backslash, semicolon, comma escaped, newline as \n.
        self.assertIn("\\, Filter\\; \\\\ back\\nnext", text.replace("\r\n ", ""))

    def test_head(self):
        """3.6: one PRODID, VERSION 2.0; 3.6.1: UID and DTSTAMP once, in UTC; 3.2.19: a VTIMEZONE for each TZID."""
        text = written(visit(), visit("b", 29))
        lines = text.split("\r\n")
        self.assertEqual((lines.count("VERSION:2.0"), sum(line.startswith("PRODID") for line in lines)), (1, 1))
        self.assertEqual(sum(line.startswith("UID") for line in lines), 2)
        self.assertIn("DTSTAMP:20270320T060000Z", lines)
        self.assertIn("DTSTART;TZID=Europe/Berlin:20270322T080000", lines)
        self.assertIn("TZID:Europe/Berlin", lines)
        self.assertNotIn("DURATION", [line.split(":")[0].split(";")[0] for line in lines])

    def test_clock_change(self):
        """A visit before and one after the change of 28 March 2027: both at the hour of the site's wall clock."""
        before, after = visit("a", 22), visit("b", 29)
        events = Calendar.from_ical(written(before, after)).walk("VEVENT")
        self.assertEqual([event["dtstart"].dt.hour for event in events], [8, 9])
        self.assertEqual([event["dtstart"].dt.astimezone(UTC) for event in events], [before.start, after.start])
        # 3.6.5: the onset is the wall clock before the change, 02:00 on 28 March 2027 by the zone database.
        self.assertIn("BEGIN:DAYLIGHT\r\nDTSTART:20270328T020000\r\n", written(before, after))
        for zone in ("Europe/Berlin", "America/New_York", "Australia/Sydney", "UTC", "Asia/Kolkata"):
            with self.subTest(zone=zone):
                days = [visit(f"{n}", 1 + 7 * (n % 4), 3 + n // 4) for n in range(8)]
                other = vobject.readOne(written(*days, zone=zone)).vevent_list
                self.assertEqual([one.dtstart.value.astimezone(UTC) for one in other], [one.start for one in days])

    def test_taken_back_and_reminded(self):
        """3.8.7.4: SEQUENCE; 3.8.1.11: STATUS; 3.6.6: an alarm has ACTION, TRIGGER, DESCRIPTION."""
        kept, gone = visit("a"), VisitEvent("b", 3, STAMP, STAMP + timedelta(minutes=5), "Gone", cancelled=True)
        text = written(kept, gone, alarm=15)
        for reader in (lambda: Calendar.from_ical(text).walk("VEVENT"), lambda: vobject.readOne(text).vevent_list):
            self.assertEqual(len(reader()), 2)
        events = {str(one["uid"]): one for one in Calendar.from_ical(text).walk("VEVENT")}
        self.assertEqual((events["b"]["sequence"], str(events["b"]["status"])), (3, "CANCELLED"))
        self.assertEqual(len(events["b"].walk("VALARM")), 0)
        alarm = events["a"].walk("VALARM")[0]
        self.assertEqual((str(alarm["action"]), alarm["trigger"].dt), ("DISPLAY", timedelta(minutes=-15)))


if __name__ == "__main__":
    unittest.main()
