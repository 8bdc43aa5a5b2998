"""Texts that a stranger may have written: refused with a sentence, whatever they hold, before anything grows."""

from __future__ import annotations

import copy
import unittest
from functools import cache

import yaml
from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.library import bounded_yaml
from lamplight.library.bounded_yaml import DEEPEST, MOST_CHARACTERS, MOST_NODES, load_yaml
from lamplight.library.catalogue import kind_text, parse, procedure_text, read_procedure
from lamplight.library.schema import KindFile
from tests.base import WebTest
from tests.draw import LONG


def merges(levels, width):
    """Mappings that each take in the one before several times over (YAML merge keys, yaml.org/type/merge.html)."""
    lines = ["a0: &a0 {x: 1}"]
    for n in range(1, levels):
        lines += [f"a{n}: &a{n}", f"  <<: [{', '.join([f'*a{n - 1}'] * width)}]"]
    return "\n".join(lines)


def laughs(levels):
    """Lists of lists of aliases, each nine times the one before (known as “billion laughs”)."""
    names = "abcdefghijklm"[: levels + 1]
    rest = (f"{name}: &{name} [{','.join([f'*{before}'] * 9)}]" for before, name in zip(names, names[1:], strict=False))
    return "\n".join(["a: &a [1, 2]", *rest])


BOMBS = {
    "merges": merges(9, 9), "long merges": merges(40, 2), "laughs": laughs(9), "deep list": "[" * 6000,
    "deep mapping": "{a: " * 6000, "deep block": "\n".join(" " * n + "a:" for n in range(300)), "itself": "a: &a [*a]",
    "many": "- {}\n" * (MOST_NODES + 1), "long": "#" * (MOST_CHARACTERS + 1), "sixties": "a: " + "1:" * 20000 + "1",
    "digits": "a: " + "9" * 5000, "nan": "a: .nan", "inf": "a: -.inf", "huge": "a: 1.0e+300", "tiny": "a: 5.0e-324",
    "tag": "a: !!int ''", "date tag": "a: !!timestamp x", "code": "a: !!python/object/apply:os.getcwd []",
    "twice": "a: 1\na: 2", "no such day": "a: 2026-02-30", "null": "a: \0", "list as key": "? [a]\n: 1",
}  # fmt: skip
ODD = ([], {}, None, 1, -1, "x", "", True, 1e9, [[]], {"a": {}}, {1: 2}, {None: None}, "a: b", [None], 1e-6)
KINDS, PROCEDURES = ("removable-tabletop", "service-menu-hall"), ("descale", "acid-milk-wash", "hoppers")


class Bounds(unittest.TestCase):
    """What is too much for a file of ours."""

    def test_refused_before_anything_is_built(self):
        """Each in a sentence with its line, by the number of steps that it takes and not by a clock."""
        for name, text in BOMBS.items():
            with self.subTest(bomb=name), self.assertRaises(InvalidInput) as refused:
                parse(text, KindFile, "kind.yaml")
            self.assertRegex(str(refused.exception), r"(?s)line \d+, \w+: .+\.")

    def test_a_node_counts_as_often_as_it_is_used(self):
        """As many as may be pass, one more does not; the same by an alias."""
        plain = "[" + "a," * (MOST_NODES - 1) + "]"
        self.assertEqual(len(load_yaml(plain)), MOST_NODES - 1)
        twice = "[&a [" + "a," * (MOST_NODES // 2 - 2) + "], *a]"
        self.assertEqual(len(load_yaml(twice)[1]), MOST_NODES // 2 - 2)
        for text in (f"{plain[:-1]}a]", f"[&a [{'a,' * (MOST_NODES // 2)}], *a]"):
            with self.assertRaisesRegex(bounded_yaml.TooMuch, "it holds more than|with its aliases it holds more than"):
                load_yaml(text)
        self.assertTrue(load_yaml("[" * DEEPEST + "a" + "]" * DEEPEST))
        with self.assertRaisesRegex(bounded_yaml.TooMuch, "it is nested more than"):
            load_yaml("[" * (DEEPEST + 1) + "]" * (DEEPEST + 1))

    @given(st.recursive(st.none() | st.booleans() | st.integers(0, 10**9) | st.text("ab: -#", max_size=6),
                        lambda part: st.lists(part, max_size=4) | st.dictionaries(st.text("abc", min_size=1), part,
                                                                                  max_size=4)))  # fmt: skip
    def test_reads_what_the_library_reads(self, data):
        """Within bounds nothing is other than PyYAML's own safe loader has it (an outside reference)."""
        for text in (yaml.safe_dump(data), yaml.safe_dump(data, default_flow_style=True, allow_unicode=True)):
            self.assertEqual(load_yaml(text), yaml.safe_load(text))

    def test_merges_and_aliases_stay_usable(self):
        """Within bounds they mean what YAML says."""
        self.assertEqual(load_yaml("a: &a {x: 1}\nb: {<<: *a, y: 2}"), {"a": {"x": 1}, "b": {"x": 1, "y": 2}})


def places(data, place=()):
    """Every place in nested lists and mappings."""
    yield place
    steps = data.items() if isinstance(data, dict) else enumerate(data) if isinstance(data, list) else ()
    for step, part in steps:
        yield from places(part, (*place, step))


def with_odd(data, place, odd):
    """A copy that holds something odd in one place."""
    if not place:
        return odd
    whole = copy.deepcopy(data)
    around = whole
    for step in place[:-1]:
        around = around[step]
    around[place[-1]] = odd
    return whole


@cache
def shipped_places(name):
    """The data of a shipped file, with every place in it."""
    data = load_yaml(kind_text(name) if name in KINDS else procedure_text(name))
    return data, list(places(data))


class OddValues(unittest.TestCase):
    """A shipped file in which one thing is something else."""

    @settings(max_examples=120 if LONG else 50)
    @given(st.data())
    def test_a_sentence_or_a_file(self, data):
        """Every place of kinds and procedures: taken, or refused with a sentence; nothing else."""
        name = data.draw(st.sampled_from((*KINDS, *PROCEDURES)))
        shipped, known = shipped_places(name)
        place, odd = data.draw(st.sampled_from(known)), data.draw(st.sampled_from(ODD))
        self.check(name, yaml.safe_dump(with_odd(shipped, place, odd), sort_keys=False))

    def check(self, name, text):
        """Read it as what it is."""
        try:
            parse(text, KindFile, name).core() if name in KINDS else read_procedure(text)
        except InvalidInput as refused:
            self.assertTrue(str(refused))

    def test_those_that_once_broke(self):
        """A list where a word belongs."""
        kind, procedure = yaml.safe_load(kind_text(KINDS[0])), yaml.safe_load(procedure_text("acid-milk-wash"))
        item = next(iter(kind["items"]))
        for odd in ([], {}):
            self.check(KINDS[0], yaml.safe_dump(with_odd(kind, ("items", item, "like"), odd)))
            self.check(KINDS[0], yaml.safe_dump(with_odd(kind, ("panel", "patterns", 0, "lamps", "water"), odd)))
        self.check("acid-milk-wash", yaml.safe_dump(with_odd(procedure, ("steps", 5, "part"), [])))


class Editor(WebTest):
    """Over HTTP, where a keeper types it."""

    def test_told_in_the_editor(self):
        """422 with the line, for kinds and procedures, checked and saved."""
        for name in ("merges", "deep list", "nan", "tag"):
            for place in ("/kinds", "/procedures"):
                page = self.post(place, {"text": BOMBS[name]}, 422).get_data(as_text=True)
                self.shows(page, "not readable YAML here")
                self.get(place)
