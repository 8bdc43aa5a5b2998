"""A kind changed on its drawing: whatever is touched, the rest of its file stays, and what it is then fits together."""

from __future__ import annotations

import copy
import random
import unittest

from lamplight.actions.building import NOTHING
from lamplight.core.errors import InvalidInput
from lamplight.library import kind_edit as edit
from lamplight.library.bounded_yaml import load_yaml
from lamplight.library.catalogue import kind_text, kinds, parse
from lamplight.library.kind_edit import placeable
from lamplight.library.kind_text import flowing, opened, put, written
from lamplight.library.schema import KindFile
from tests.draw import drawn

PRESS = {"call": "press", "how": "So."}
WALKS, STEPS = 9, 12
FRESH = NOTHING.format(key="fresh", title="Fresh").replace("tank_ml: 0", "tank_ml: 1200")


def read(text):
    """The kind of a text."""
    return parse(text, KindFile, "kind").core()


def touched(chance, data):
    """One touch, drawn at random; answers the section that it may change."""
    parts, items = list(data["parts"]), list(data["items"])
    ways = {
        "place": lambda: edit.place(data, chance.choice([key for key in placeable() if key not in parts])),
        "take off": lambda: edit.take_off(data, chance.choice(parts)),
        "part": lambda: edit.set_part(
            data, chance.choice(parts),
            {"label": f"Part {chance.randint(1, 9)}", "removable": chance.random() < 0.5,
             "tolerates": chance.sample(["soak", "soap", "metal"], 2), "made_of": {"lid": ["soak"], "tube": []}},
        ),
        "holds": lambda: edit.set_capacities(data, {"tray_ml": chance.randint(0, 900)}),
        "lamp": lambda: edit.set_lamp(data, "", {"label": f"Lamp {chance.randint(1, 99)}", "colours": ["red"]}),
        "item": lambda: edit.set_numbers(data, chance.choice(items), {0: chance.randint(1, 99)}, chance.randint(1, 60)),
        "drop item": lambda: edit.drop_item(data, chance.choice(items)),
        "trait": lambda: edit.set_trait(data, "menu", chance.random() < 0.5),
        "programme": lambda: edit.set_programme(data, "descale", {"calls": ["tip-out", PRESS]}),
        "no programme": lambda: edit.drop_programme(data, "descale"),
        "words": lambda: edit.set_words(data, {"release": chance.choice(["", "Pull."])}),
    }  # fmt: skip
    way = chance.choice(list(ways))
    if way in ("item", "drop item") and not items:
        return ""
    ways[way]()
    return way


class Walks(unittest.TestCase):
    """From every shipped kind, and from nothing."""

    def test_the_text_is_kept(self):
        """Opened and written, every file that ships is the same to the byte, comments and all."""
        for key in kinds():
            with self.subTest(kind=key):
                self.assertEqual(written(opened(kind_text(key))), kind_text(key))

    def test_any_touches(self):
        """After any touches in any order the file reads, or the touch that broke it is the one that is refused."""
        read_again = refused = 0
        for seed in drawn(range(WALKS), 5):
            chance = random.Random(seed)
            text = FRESH if seed % 3 == 0 else kind_text(chance.choice(list(kinds())))
            data = opened(text)
            for n in range(STEPS):
                try:
                    way = touched(chance, data)
                    after = written(data)
                    kind = read(after)
                except InvalidInput as problem:
                    refused += 1
                    self.assertRegex(str(problem), r"\w+ .*\.?")
                    data = opened(text)
                    continue
                with self.subTest(seed=seed, n=n, way=way):
                    self.assertEqual({part.key for part in kind.parts}, set(load_yaml(after)["parts"]))
                    self.assertTrue(all(kind.part(item.part) for item in kind.items))
                text = after
                read_again += 1
            self.assertEqual(written(opened(text)), text)
        self.assertGreater(read_again, 5 * refused)

    def test_put_on_and_taken_off(self):
        """What was put on and taken off again leaves the kind as it was, but for what gave way."""
        for key, part in placeable().items():
            data = opened(FRESH)
            if key in data["parts"]:
                continue
            before = load_yaml(FRESH)
            edit.place(data, key)
            self.assertIn(key, read(written(data)).parts[-1].key)
            edit.take_off(data, key)
            after = load_yaml(written(data))
            with self.subTest(part=key):
                self.assertEqual(after["parts"], before["parts"])
                self.assertEqual(after["items"], before["items"])
                self.assertEqual(after.get("traits", []), [])
                self.assertTrue(part.label)

    def test_what_gives_way_is_said(self):
        """A wand takes the jug's place, with the cares of the jug."""
        data = opened(kind_text("jug-compact"))
        gone = edit.place(data, "wand")
        self.assertIn("Milk jug", gone)
        self.assertIn("Milk jug wash", gone)
        with self.assertRaisesRegex(InvalidInput, "cannot be put on"):
            edit.place(data, "wand")
        with self.assertRaisesRegex(InvalidInput, "not there any more"):
            edit.take_off(data, "jug")
        with self.assertRaisesRegex(InvalidInput, "not there any more"):
            edit.set_part(data, "jug", {})

    def test_lamps(self):
        """A lamp that goes takes its meanings along; one signal means one thing; a panel has twelve."""
        data = opened(FRESH)
        key = edit.set_lamp(data, "", {"label": "Water", "colours": ["red"], "sign": "tank"})
        edit.add_meaning(data, {"lamps": {key: "steady"}, "means": "Water is out", "sort": "refill"})
        edit.add_meaning(data, {"lamps": {key: "steady"}, "means": "Fill it", "sort": "refill"})
        kind = read(written(data))
        self.assertEqual([pattern.title for pattern in kind.panel.patterns], ["Fill it"])
        edit.set_lamp(data, key, {"label": "Tank", "colours": ["blue"]})
        self.assertEqual([lamp.label for lamp in read(written(data)).panel.lamps], ["Tank"])
        edit.drop_lamp(data, key)
        self.assertEqual(read(written(data)).panel.patterns, ())
        with self.assertRaisesRegex(InvalidInput, "not there any more"):
            edit.drop_meaning(data, 0)
        with self.assertRaisesRegex(InvalidInput, "12 lamps at most"):
            for n in range(13):
                edit.set_lamp(data, "", {"label": f"Lamp {n}", "colours": ["red"]})

    def test_a_care_that_goes_is_named_nowhere(self):
        """Neither settled, nor awaited, nor asked for; so the file still reads."""
        for key in drawn(sorted(kinds()), 3, 5):
            whole = opened(kind_text(key))
            for item in drawn(whole["items"], 10, 6):
                data = copy.deepcopy(whole)
                edit.drop_item(data, item)
                with self.subTest(kind=key, item=item):
                    try:
                        kind = read(written(data))
                    except InvalidInput as problem:
                        self.assertIn("at least 1", str(problem))  # it had no other trigger than that one
                        continue
                    self.assertIsNone(kind.item(item))
                    self.assertNotIn(item, {pattern.asks_for for pattern in kind.panel.all_patterns})

    def test_numbers(self):
        """Only those that are numbers; what is as its standard item stays unwritten."""
        data = opened(FRESH)
        edit.take_item(data, "tank-wash", "boiler")
        edit.set_numbers(data, "tank-wash", {0: 1, 7: 3}, 9)
        self.assertEqual(dict(load_yaml(written(data))["items"]["tank-wash"]), {"like": "tank-wash", "part": "boiler"})
        edit.set_numbers(data, "tank-wash", {0: 2}, 4)
        item = read(written(data)).item("tank-wash")
        self.assertEqual((item.triggers[0].limit, item.minutes), (2, 4))
        with self.assertRaisesRegex(InvalidInput, "no such item"):
            edit.set_numbers(data, "wings", {0: 1})

    def test_small_parts_of_the_text(self):
        """What is as usual is left out; plain data goes into one line."""
        data = opened("a: 1\n")
        put(data, "b", [1], [1])
        put(data, "a", "", "")
        put(data, "c", {"d": [1, 2]})
        self.assertEqual(written(data), "c: {d: [1, 2]}\n")
        self.assertEqual(flowing(3), 3)


if __name__ == "__main__":
    unittest.main()
