"""Numbers, spans, lists and dates in words: each edge at which the wording turns."""

from __future__ import annotations

import unittest
from datetime import UTC, date, datetime

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.words import (
    BRITISH,
    LANGUAGES,
    amount,
    clock_words,
    day_words,
    decimal,
    degrees,
    due_words,
    grouped,
    listed,
    open_days_ahead,
    plural,
    span_words,
    units_in_words,
    whole,
    words_for_ml,
    write_in,
)

HOUR, DAY = 60, 1440
TUESDAY = date(2026, 11, 24)


class Words(unittest.TestCase):
    """What the screens say."""

    def test_numbers(self):
        """One, none, many; thousands apart; litres to a tenth."""
        for words, wanted in (
            (plural(1, "drink"), "1 drink"), (plural(0, "drink"), "0 drinks"), (plural(1.5, "capful"), "1.5 capfuls"),
            (grouped(999), "999"), (grouped(12480), "12\u202f480"), (amount(1200.4, "drinks"), "1\u202f200"),
            (amount(3.04, "L"), "3.0"), (degrees(14.0), "14 °dH"), (degrees(4.46), "4.5 °dH"),
            (units_in_words(2, "tablet"), "2 tablets"), (units_in_words(100, "ml"), "100 ml"),
            (units_in_words(2, "g"), "2 g"), (units_in_words(2, "L"), "2 L"), (units_in_words(1, "tablet"), "1 tablet"),
            (words_for_ml(999), "999 ml"), (words_for_ml(1000), "1 L"), (words_for_ml(1500), "1.5 L"),
        ):  # fmt: skip
            self.assertEqual(words, wanted)

    def test_whole_units(self):
        """Drinks are whole, litres have a tenth."""
        self.assertEqual((whole(199.6, "drinks"), whole(199.4, "milk drinks")), (200, 199))
        self.assertEqual((whole(4.96, "L"), whole(4.94, "L")), (5.0, 4.9))

    def test_lists(self):
        """None to three."""
        self.assertEqual([listed(list("abc")[:n]) for n in range(4)], ["", "a", "a and b", "a, b and c"])

    def test_spans(self):
        """Minutes to two hours, hours to two days, days to two months."""
        for minutes, wanted in (
            (1, "1 minute"), (40, "40 minutes"), (119, "119 minutes"), (120, "2 hours"), (2 * DAY - 1, "48 hours"),
            (2 * DAY, "2 days"), (61 * DAY - 1, "61 days"), (61 * DAY, "2 months"), (91 * DAY, "3 months"),
        ):  # fmt: skip
            with self.subTest(minutes=minutes):
                self.assertEqual(span_words(minutes), wanted)

    def test_dates(self):
        """Yesterday, today, tomorrow."""
        self.assertEqual(day_words(date(2026, 11, 2), TUESDAY), "Mon 2 Nov")
        self.assertEqual(clock_words(datetime(2026, 11, 2, 7, 5, tzinfo=UTC), TUESDAY), "Mon 2 Nov, 07:05")
        self.assertEqual(day_words(date(2027, 1, 19), TUESDAY), "Tue 19 Jan 2027")
        self.assertEqual(clock_words(datetime(1970, 1, 1, tzinfo=UTC), TUESDAY), "Thu 1 Jan 1970, 00:00")
        self.assertEqual(due_words(date(2027, 1, 19), TUESDAY), "due Tue 19 Jan 2027")
        days = [date(2026, 11, 23), TUESDAY, date(2026, 11, 25)]
        self.assertEqual(
            [due_words(day, TUESDAY) for day in days], ["was due Mon 23 Nov", "due today", "due Wed 25 Nov"]
        )
        self.assertEqual(
            [open_days_ahead(n) for n in (-1, 0, 1, 2)],
            ["likely today", "likely today", "about 1 open day", "about 2 open days"],
        )


if __name__ == "__main__":
    unittest.main()


TODAY = date(2026, 11, 24)


class Languages(unittest.TestCase):
    """Each leaves the language as it was."""

    def setUp(self):
        """British until a test says otherwise, and after it."""
        write_in(BRITISH)
        self.addCleanup(write_in, BRITISH)

    def test_british(self):
        """As always: a point, thin spaces, the day before the month."""
        self.assertEqual((decimal(4.5), grouped(12480), amount(2.04, "L")), ("4.5", "12\u202f480", "2.0"))
        self.assertEqual(day_words(date(2026, 11, 30), TODAY), "Mon 30 Nov")

    def test_german(self):
        """DIN 5008: a comma in decimals; the CLDR: a point between thousands, the day with a point."""
        write_in("de")
        self.assertEqual((decimal(4.5), decimal(5), grouped(12480), amount(2.04, "L")), ("4,5", "5", "12.480", "2,0"))
        self.assertEqual(degrees(14.25), "14,2 °dH")
        self.assertEqual(due_words(date(2026, 11, 30), TODAY), "due Mo., 30. Nov.")
        self.assertEqual(day_words(date(2027, 3, 1), TODAY), "Mo., 1. März 2027")

    def test_american(self):
        """The month before the day."""
        write_in("en_US")
        self.assertEqual((decimal(4.5), grouped(12480)), ("4.5", "12,480"))
        self.assertEqual(day_words(date(2027, 3, 1), TODAY), "Mon, Mar 1, 2027")

    @given(st.sampled_from(sorted(LANGUAGES)), st.integers(0, 10**8), st.dates(date(2020, 1, 1), date(2035, 1, 1)))
    def test_law(self, language, number, day):
        """Every language says the same number and the same day of the month; the clock keeps its digits."""
        from datetime import datetime

        write_in(language)
        self.assertEqual("".join(sign for sign in grouped(number) if sign.isdecimal()), str(number))
        self.assertEqual(decimal(number / 8).replace(",", "."), f"{number / 8:g}")
        self.assertIn(str(day.day), day_words(day, TODAY))
        self.assertEqual(str(day.year) in day_words(day, TODAY), day.year != TODAY.year)
        self.assertTrue(clock_words(datetime(day.year, day.month, day.day, 7, 5), TODAY).endswith("07:05"))


if __name__ == "__main__":
    unittest.main()
