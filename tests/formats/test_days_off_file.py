"""Days off from calendar files: recurrences against dateutil, and what a file may be that no calendar wrote."""

from __future__ import annotations

import unittest
from datetime import date, datetime
from random import Random

from dateutil.rrule import rrulestr
from icalendar.prop import vRecur

from lamplight.core.errors import InvalidInput
from lamplight.formats.days_off_file import read_days_off
from lamplight.formats.recurrence import dates_of_rule


def off(*lines):
    """A file of one event."""
    body = "\r\n".join(("BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//y", "BEGIN:VEVENT", "UID:1", *lines,
                        "END:VEVENT", "END:VCALENDAR", ""))  # fmt: skip
    return body.encode()


class Read(unittest.TestCase):
    """Days off of a file."""

    TODAY = date(2026, 11, 24)

    def spans(self, *lines):
        return [(one.first, one.last) for one in read_days_off(off(*lines), self.TODAY)]

    def test_whole_days(self):
        """DTEND is not included (3.6.1); one day without an end; what is over is left out."""
        self.assertEqual(
            self.spans("DTSTART;VALUE=DATE:20261224", "DTEND;VALUE=DATE:20270102", "SUMMARY:Closed"),
            [(date(2026, 12, 24), date(2027, 1, 1))],
        )
        self.assertEqual(self.spans("DTSTART;VALUE=DATE:20270105"), [(date(2027, 1, 5),) * 2])
        self.assertEqual(
            self.spans("DTSTART;VALUE=DATE:20261223", "DURATION:P2D"), [(date(2026, 12, 23), date(2026, 12, 24))]
        )

    def test_recurrences(self):
        """The dates of a reference table: last days of months; every second week; 31 April is skipped."""
        cases = (
            ("20270131", "FREQ=MONTHLY;COUNT=4", ("2027-01-31", "2027-03-31", "2027-05-31", "2027-07-31")),
            ("20270131", "FREQ=MONTHLY;BYMONTHDAY=-1;COUNT=4",
             ("2027-01-31", "2027-02-28", "2027-03-31", "2027-04-30")),
            ("20261228", "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH;COUNT=5",
             ("2026-12-28", "2026-12-31", "2027-01-11", "2027-01-14", "2027-01-25")),
            ("20270104", "FREQ=MONTHLY;BYDAY=1MO;COUNT=3", ("2027-01-04", "2027-02-01", "2027-03-01")),
            ("20270104", "FREQ=DAILY;INTERVAL=60;COUNT=4", ("2027-01-04", "2027-03-05", "2027-05-04", "2027-07-03")),
        )  # fmt: skip
        for start, rule, dates in cases:
            with self.subTest(rule=rule):
                found = self.spans(f"DTSTART;VALUE=DATE:{start}", f"RRULE:{rule}")
                self.assertEqual([str(first) for first, _ in found], list(dates))
        found = self.spans("DTSTART;VALUE=DATE:20270104", "RRULE:FREQ=DAILY;COUNT=3", "EXDATE;VALUE=DATE:20270105")
        self.assertEqual([first.day for first, _ in found], [4, 6])

    def test_refused(self):
        """Nothing of it is taken: no calendar, only appointments, only the past, too large, too long."""
        for data, words in (
            (b"not a calendar", "no calendar file"),
            (b"", "no calendar file"),
            (b"\xff\xfe\x00", "no calendar file"),
            (off("DTSTART:20270105T080000Z"), "no whole days"),
            (off("DTSTART;VALUE=DATE:20250105"), "no whole days"),
            (off("DTSTART;VALUE=DATE:20270105", "STATUS:CANCELLED"), "no whole days"),
            (off("DTSTART;VALUE=DATE:20270105", "DTEND;VALUE=DATE:20300105"), "longer than a year"),
            (b"x" * 1_100_000, "larger than 1 MB"),
        ):
            with self.subTest(words=words), self.assertRaisesRegex(InvalidInput, words):
                read_days_off(data, self.TODAY)

    def test_endless(self):
        """What asks for every second, or for a day that never comes, is answered at once; the line is named."""
        for rule, words in (
            ("FREQ=SECONDLY", "Line 7: Days off repeat daily"),
            ("FREQ=MINUTELY;COUNT=3", "Line 7: Days off repeat daily"),
            ("FREQ=DAILY;BYSECOND=1,2,3", "cannot repeat daily by “BYSECOND”"),
            ("FREQ=DAILY;BYHOUR=1", "cannot repeat daily by “BYHOUR”"),
            ("FREQ=DAILY;INTERVAL=0", "1 or more"),
            ("FREQ=DAILY;COUNT=-2", "1 or more"),
            ("FREQ=DAILY;BYSETPOS=5", "by “BYSETPOS”"),
            ("FREQ=WEEKLY;BYMONTHDAY=30", "by “BYMONTHDAY”"),
            ("FREQ=DAILY;COUNT=3;UNTIL=20270301", "not both"),
            ("FREQ=MONTHLY;BYMONTHDAY=32", "between 1 and 31"),
            ("FREQ=DAILY;BYDAY=1MO", "without a number"),
            ("FREQ=NEVER", "Line 7"),
            ("COUNT=4", "Line 7"),
            ("", "Line"),
            ("FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30", "no whole days"),
            ("FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30", "no whole days"),
        ):
            with self.subTest(rule=rule), self.assertRaisesRegex(InvalidInput, words):
                self.spans("DTSTART;VALUE=DATE:20270104", f"RRULE:{rule}")

    def test_malformed(self):
        """Shapes that no calendar writes: each refused in a sentence, most with the line at which it begins."""
        begin, end = "BEGIN:VCALENDAR\r\n", "END:VCALENDAR\r\n"
        event = "BEGIN:VEVENT\r\n{}\r\nEND:VEVENT\r\n"
        shapes = [
            begin + event.format(line) + end
            for line in (
                "DTSTART;VALUE=DATE:2027", "DTSTART;VALUE=DATE:99999999", "DTSTART;VALUE=DATE:", "DTSTART:tomorrow",
                "DTSTART;VALUE=DATE:00010101", "DTSTART;VALUE=DATE:20270105\r\nDTEND;VALUE=DATE:20270101",
                "DTSTART;VALUE=DATE:20270105\r\nDURATION:soon", "DTSTART;VALUE=DATE:20270105\r\nDURATION:P9999W",
                "DTSTART;VALUE=DATE:20270105\r\nRRULE:a;b=;=c", "DTSTART;VALUE=DATE:20270105\r\nEXDATE:never",
                "DTSTART;VALUE=DATE:20270105\r\nRRULE:FREQ=DAILY\r\nRRULE:FREQ=DAILY",
                "DTSTART;VALUE=DATE:20270105\r\nRRULE:FREQ=DAILY;UNTIL=20270301T0", "DTSTART;VALUE=PERIOD:20270105/P1D",
                "DTSTART;VALUE=DATE:20270105\r\nBEGIN:VEVENT", "DTSTART;VALUE=DATE:20270105\0", ":::", ";;;=",
                "DTSTART;VALUE=DATE:20270105\r\nSUMMARY:" + "x" * 5000,
                "DTSTART;VALUE=DATE:20270105\r\nBEGIN:VALARM",
            )
        ] + [begin + "BEGIN:VEVENT\r\n", begin + "END:VEVENT\r\n" + end, begin + begin]  # fmt: skip
        for shape in shapes:
            with self.subTest(shape=shape[:120]), self.assertRaises(InvalidInput) as refused:
                read_days_off(shape.encode(), self.TODAY)
            self.assertRegex(str(refused.exception), r"Line \d+|no whole days")

    def test_any_bytes(self):
        """A file of which bytes are changed at random is read, or refused in a sentence, in bounded time."""
        chance, whole = Random(8), off("DTSTART;VALUE=DATE:20270104", "RRULE:FREQ=MONTHLY;BYDAY=1MO", "SUMMARY:Off")
        for _ in range(300):
            data = bytearray(whole)
            for _ in range(chance.randint(1, 12)):
                data[chance.randrange(len(data))] = chance.choice(b"0123456789;:=,\r\nABEFTZ\xff")
            try:
                read_days_off(bytes(data), self.TODAY)
            except InvalidInput as refused:
                self.assertRegex(str(refused), r"^[A-Z].*\.$")

    def test_two_thousand_of_them(self):
        """Many events that each take their while are given up together, not one by one."""
        one = (
            "BEGIN:VEVENT\r\nDTSTART;VALUE=DATE:19000104\r\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30\r\nEND:VEVENT\r\n"
        )
        data = ("BEGIN:VCALENDAR\r\n" + one * 1999 + "END:VCALENDAR\r\n").encode()
        with self.assertRaisesRegex(InvalidInput, "too long to spell out"):
            read_days_off(data, self.TODAY)


class Recurring(unittest.TestCase):
    """Rules of days, against the package dateutil."""

    def test_daily_like_dateutil(self):
        """Random rules of every frequency give the same dates (the package is the oracle for the daily ones)."""
        chance, first, until = Random(3), date(2026, 3, 1), date(2028, 12, 31)
        for _ in range(150):
            parts = ["FREQ=DAILY", f"INTERVAL={chance.choice((1, 1, 2, 3, 17))}"]
            if chance.random() < 0.4:
                parts.append(f"BYMONTH={chance.choice(('1,2', '12', '3,7,11'))}")
            if chance.random() < 0.4:
                parts.append(f"BYMONTHDAY={chance.choice(('1', '-1,15', '28,29,30,-3'))}")
            if chance.random() < 0.5:
                parts.append(f"BYDAY={chance.choice(('MO', 'SA,SU', 'TU,WE,FR'))}")
            if chance.random() < 0.5:
                parts.append(chance.choice(("COUNT=9", "UNTIL=20270704", "COUNT=400")))
            text = ";".join(parts)
            oracle = rrulestr(text, dtstart=datetime(2026, 3, 1)).between(
                datetime(2026, 2, 1), datetime(2028, 12, 31), inc=True
            )
            with self.subTest(rule=text):
                found = dates_of_rule(dict(vRecur.from_ical(text)), first, until, 5000)
                self.assertEqual(found, [moment.date() for moment in oracle])


if __name__ == "__main__":
    unittest.main()
