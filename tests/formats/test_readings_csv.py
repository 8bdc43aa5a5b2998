"""Reading CSV as it comes: delimiters, marks, separators, dates, formulas."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime

from hypothesis import example, given, settings
from hypothesis import strategies as st

from lamplight.core.site.calendar import OFFICE_HOURS, SiteCalendar
from lamplight.formats.readings_csv import MOST_LINES, neutral, read, write

BERLIN = SiteCalendar("Europe/Berlin", (OFFICE_HOURS,) * 7)


def one(text, order="iso"):
    """The only row of a file."""
    rows, problems = read(text.encode(), BERLIN, order)
    assert not problems, problems
    return rows[0]


class Shapes(unittest.TestCase):
    """Files as spreadsheets write them."""

    def test_delimiters_order_and_mark(self):
        """Comma, semicolon, tab, bar; columns in any order; with a byte-order mark; other columns ignored."""
        for mark in ("", "\ufeff"):
            for sep in ",;\t|":
                head = sep.join(("Value", "note", "TIME", "machine", "counter"))
                line = sep.join(("12480", "seen", "2026-11-24 07:05", "Hall", "Drinks"))
                with self.subTest(sep=sep, mark=mark):
                    row = one(f"{mark}{head}\r\n{line}\r\n\r\n")
                    self.assertEqual((row.machine, row.counter, row.value, row.line), ("Hall", "drinks", 12480, 2))
                    self.assertEqual(row.at, datetime(2026, 11, 24, 6, 5, tzinfo=UTC))

    def test_thousands(self):
        """Set apart by a dot, a comma, spaces, an apostrophe; not by two different ones."""
        for text in ("12.480", "12,480", "12 480", "12\u202f480", "12'480", "12480"):
            with self.subTest(text=text):
                self.assertEqual(one(f"machine;counter;time;value\nH;drinks;2026-11-24;{text}").value, 12480)
        for text in ("12,48", "1.2,480", "-5", "5.0", "12 480 1", "", "1e3"):
            _rows, problems = read(f"machine;counter;time;value\nH;drinks;2026-11-24;{text}".encode(), BERLIN)
            with self.subTest(text=text):
                self.assertEqual((problems[0].line, problems[0].column), (2, "value"))

    def test_dates(self):
        """ISO always; day or month first as chosen; a bare date is before opening."""
        rows = [
            ("2026-11-03", "iso", (2026, 11, 3, 6, 0)),
            ("2026-11-3", "month", (2026, 11, 3, 6, 0)),
            ("2026-11-03T08:30", "day", (2026, 11, 3, 7, 30)),
            ("2026-07-03 08:30:00+02:00", "iso", (2026, 7, 3, 6, 30)),
            ("3.11.2026", "day", (2026, 11, 3, 6, 0)),
            ("03/11/2026 08:30", "day", (2026, 11, 3, 7, 30)),
            ("11/03/2026", "month", (2026, 11, 3, 6, 0)),
        ]
        for text, order, expected in rows:
            with self.subTest(text=text):
                row = one(f"machine;counter;time;value\nH;drinks;{text};5", order)
                self.assertEqual(row.at.astimezone(UTC), datetime(*expected, tzinfo=UTC))
        for text, order in (
            ("31.02.2026", "day"),
            ("13/13/2026", "month"),
            ("3.11.2026", "iso"),
            ("2026-02-30", "iso"),
        ):
            _rows, problems = read(f"machine;counter;time;value\nH;drinks;{text};5".encode(), BERLIN, order)
            with self.subTest(text=text):
                self.assertEqual(problems[0].column, "time")

    def test_whole_file_problems(self):
        """Empty; a column missing; a quoted line break; too many lines."""
        self.assertEqual(read(b" \n", BERLIN)[1][0].reason, "The file is empty.")
        self.assertIn("value missing", read(b"machine,counter,time\n", BERLIN)[1][0].reason)
        self.assertEqual(one('machine,counter,time,value\n"Hall, big",drinks,2026-11-03,5').machine, "Hall, big")
        many = "machine,counter,time,value\n" + "H,drinks,2026-11-03,5\n" * (MOST_LINES + 1)
        self.assertIn("Split the file", read(many.encode(), BERLIN)[1][0].reason)

    def test_latin_1(self):
        """An old spreadsheet's encoding."""
        rows, _ = read("machine,counter,time,value\nGießerei,drinks,2026-11-03,5".encode("latin-1"), BERLIN)
        self.assertEqual(rows[0].machine, "Gießerei")

    def test_bytes_of_no_table(self):
        """A picture is refused, not crashed on."""
        for data in (bytes(range(256)) * 20, b'"' + b"x" * 200_000, b",,,\n", b"\x00" * 50):
            _rows, problems = read(data, BERLIN)
            self.assertTrue(problems)


class Out(unittest.TestCase):
    """What is written."""

    def test_long_cells_are_not_searched(self):
        """Thousands of places at which a cell could begin, none of which does: left as they are."""
        long = "a" + "\t ;" * 40_000 + "b"
        rows, problems = read(f'machine,counter,time,value\n"{long}",drinks,2026-11-02,5\n'.encode(), BERLIN)
        self.assertEqual((problems, rows[0].machine), ([], long))

    def test_formulas_are_neutralised(self):
        """A name that a spreadsheet would run."""
        for name in ("=1+1", "+5", "-5", "@x", " =1"):
            self.assertTrue(neutral(name).strip().startswith("'"))
        self.assertEqual(neutral("Hall"), "Hall")
        self.assertEqual(neutral("Hall-2 = B"), "Hall-2 = B")

    @given(st.text("ab ;,|\t=+-@'\"", max_size=12))
    @example("Hall;=1+1")
    @example("Hall;\t@x")
    def test_however_the_cells_are_parted(self, name):
        """No piece of a cell begins a formula, whatever sign a spreadsheet parts cells by; and all of it comes back."""
        file = write([(name, "drinks", datetime(2026, 11, 24, 7, tzinfo=UTC), 5)], BERLIN)
        for mark in ",;|\t":
            for piece in file.split("\r\n")[1].split(mark):
                self.assertNotRegex(piece, r"^[\s\"]*[=+\-@]")
        if name.strip():
            self.assertEqual([row.machine for row in read(file.encode(), BERLIN)[0]], [name.strip()])

    @given(st.text(st.characters(codec="utf-8", exclude_categories=["Cc", "Cs"]), min_size=1, max_size=20))
    @settings(max_examples=60)
    def test_any_name_comes_back(self, name):
        """Round trip of machine names, whatever their signs."""
        trimmed = name.strip()
        if not trimmed or trimmed != name or trimmed.startswith("'"):
            return
        at = datetime(2026, 11, 3, 6, 5, 7, tzinfo=UTC)
        rows, problems = read(write([(trimmed, "drinks", at, 12_480)], BERLIN).encode(), BERLIN)
        self.assertEqual(problems, [])
        self.assertEqual((rows[0].machine, rows[0].at.astimezone(UTC), rows[0].value), (trimmed, at, 12_480))


if __name__ == "__main__":
    unittest.main()
