"""The shipped kinds and procedures, and files that are not right."""

from __future__ import annotations

import unittest

from lamplight.core.care.triggers import AfterEvent, EndOfService
from lamplight.core.errors import InvalidInput
from lamplight.library.catalogue import kind_of, kinds, parse, procedure_for, procedures
from lamplight.library.schema import KindFile

KIND = """
key: bench
title: Bench
blurb: A small one.
look: {width: 200, height: 260, crown: hopper, tank: right, panel: lamps, milk: wand, group: removable, stand: feet}
parts:
  group: {label: Brew group, circuit: brew}
capacities: {tank_ml: 1500}
items:
  tablet: {title: Tablet, circuit: brew, part: group, triggers: [{drinks: 200}], minutes: 6, procedure: brew-tablet}
"""


class Shipped(unittest.TestCase):
    """What ships must work."""

    def test_a_fixed_group_has_no_rinse(self):
        """The item is absent there, not merely switched off."""
        for kind in kinds().values():
            self.assertEqual(kind.item("group-rinse") is None, kind.appearance.group != "removable")
            self.assertEqual(kind.item("brew-tablet") is None, kind.appearance.group == "capsule")

    def test_keys_name_their_files(self):
        """Looked up by key."""
        self.assertEqual(kind_of("office-tower").key, "office-tower")
        self.assertIn("brew-tablet", procedures())
        with self.assertRaisesRegex(InvalidInput, "no kind of machine called “spaceship”"):
            kind_of("spaceship")
        with self.assertRaisesRegex(InvalidInput, "no procedure called"):
            procedure_for("office-tower", "polish")


class Wrong(unittest.TestCase):
    """Mistakes are named with their place."""

    def test_right_first(self):
        """The sample is right as it stands."""
        self.assertEqual(parse(KIND, KindFile, "bench.yaml").core().items[0].triggers[0].limit, 200)

    def test_places(self):
        """Each mistake in its place, in words."""
        rows = [
            ("blurb: A small one.", "blurb: A small one.\ncolour: red", "line 5, colour: “colour” is not known here"),
            ("{drinks: 200}", "{drinks: 0}", "line 10, items.tablet.triggers.0.drinks: It is 1 or more"),
            (
                "{drinks: 200}",
                "{drinks: 200, days: 7}",
                "line 10, items.tablet.triggers.0: a trigger needs exactly one of",
            ),
            ("part: group", "part: tank", "this kind has no part “tank”"),
            ("{drinks: 200}", "{after: storm}", "items.tablet.triggers.0.after: “storm” is neither absence, refill"),
            ("minutes: 6", "minutes: soon", "line 10, items.tablet.minutes: A whole number is needed"),
            ("key: bench", "key: Bench No 1", "line 2, key: Only small letters"),
        ]
        for old, new, said in rows:
            with self.subTest(new=new), self.assertRaisesRegex(InvalidInput, said):
                parse(KIND.replace(old, new), KindFile, "bench.yaml")

    def test_events(self):
        """A refill needs a tank; steaming is a use of milk."""
        text = KIND.replace("{drinks: 200}", "{after: refill}")
        self.assertEqual(parse(text, KindFile, "k").core().item("tablet").triggers, (AfterEvent("refill"),))
        with self.assertRaisesRegex(InvalidInput, "say what the tank holds"):
            parse(text.replace("tank_ml: 1500", "tank_ml: 0"), KindFile, "k")
        steaming = parse(KIND.replace("{drinks: 200}", "{after: steaming}"), KindFile, "k").core()
        self.assertEqual(steaming.item("tablet").triggers, (EndOfService("milk", each_use=True),))

    def test_a_standard_item_goes_by_what_is_there(self):
        """The funnel's rinse after descaling, where there is a descaling; alone it goes by days and drinks."""
        alone = KIND.replace("items:", "items:\n  group-rinse: {like: group-rinse}")
        both = alone.replace("items:", "items:\n  descale: {like: descale, part: group}")
        for text, expected in ((alone, 0), (both, 1)):
            triggers = parse(text, KindFile, "k").core().item("group-rinse").triggers
            self.assertEqual(sum(isinstance(trigger, AfterEvent) for trigger in triggers), expected)

    def test_not_yaml(self):
        """And neither is a list."""
        with self.assertRaisesRegex(InvalidInput, "not readable YAML"):
            parse("key: [", KindFile, "x.yaml")
        with self.assertRaisesRegex(InvalidInput, "not readable YAML"):
            parse("2026-02-30", KindFile, "x.yaml")
        with self.assertRaisesRegex(InvalidInput, "x.yaml: line 1, file: A mapping is needed"):
            parse("- a\n- b", KindFile, "x.yaml")
