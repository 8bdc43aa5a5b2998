"""Every trigger in words."""

from __future__ import annotations

import unittest

from lamplight.core.care.triggers import (
    AfterEvent,
    AllOf,
    BeforeAbsence,
    ByRate,
    CountSince,
    DaysSince,
    EndOfService,
    FilterSpent,
    FixedWeekdays,
    HardnessStep,
    HoursSinceFirstDrink,
    LitresByHardness,
    MonthsSince,
    Prompted,
    RateStep,
    ScaleBudget,
)
from tests.core.care.makers import item

WORDS = {
    CountSince(200): "every 200 drinks",
    CountSince(40, "milk"): "every 40 milk drinks",
    DaysSince(1): "every day",
    DaysSince(7): "every 7 days",
    MonthsSince(1): "every month",
    MonthsSince(3): "every 3 months",
    HoursSinceFirstDrink(72): "72 hours after the first drink",
    ByRate((RateStep(0, 30), RateStep(50, 7))): "from 0 drinks a day every 30 days, from 50 drinks a day every 7 days",
    FixedWeekdays((4, 0)): "on Monday and Friday",
    EndOfService(): "at the end of service",
    EndOfService(midday_from=80): "at the end of service, at midday too from 80 a day on",
    EndOfService(each_use=True): "after each use, at latest at the end of service",
    AfterEvent("refill"): "when the tank was filled",
    AfterEvent("milk-wash"): "after milk wash",
    BeforeAbsence(14): "before an absence of 14 days or more",
    Prompted(): "when the machine asks for it",
    FilterSpent(): "when the cartridge is spent",
    LitresByHardness((HardnessStep(7, 100), HardnessStep(None, 50))): (
        "by hardness after the filter: 100 L up to 7 °dH, 50 L"
    ),
    ScaleBudget(10): "when 10 g of scale have formed",
    AllOf((DaysSince(14), CountSince(600))): "every 14 days and every 600 drinks",
}


class Words(unittest.TestCase):
    """As the machine's page says them."""

    def test_each(self):
        """A keeper reads what the rule does."""
        for trigger, words in WORDS.items():
            with self.subTest(trigger=trigger):
                self.assertEqual(trigger.in_words(), words)

    def test_those_without_a_plain_limit(self):
        """A limit is a field to type in; the rest is told."""
        mixed = item(CountSince(200), Prompted(), DaysSince(7), FilterSpent())
        self.assertEqual(mixed.other_rules, ["when the machine asks for it", "when the cartridge is spent"])


if __name__ == "__main__":
    unittest.main()
