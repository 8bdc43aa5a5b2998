"""Reading YAML that a stranger may have written: how much it may hold is known before anything is built of it.

An alias counts as often as it is used, with all that it stands for, so that a short text cannot grow into a large one.
"""

from __future__ import annotations

import math
from collections.abc import Hashable, Iterator
from typing import Any, NoReturn

import yaml

# By far more than any file that ships: those have 2 300 nodes in 23 000 characters, 7 deep, and no alias.
MOST_CHARACTERS = 64_000
MOST_NODES = 2_500
DEEPEST = 24
# Of what is not in quotation marks and reads as a number, a date or true: no count or volume is longer.
LONGEST_PLAIN = 40
LARGEST, SMALLEST = 1e9, 1e-6

LOADER = getattr(yaml, "CSafeLoader", yaml.SafeLoader)
STRING, INTEGER, FLOAT = (f"tag:yaml.org,2002:{name}" for name in ("str", "int", "float"))
OPENING = (yaml.SequenceStartEvent, yaml.MappingStartEvent)
CLOSING = (yaml.SequenceEndEvent, yaml.MappingEndEvent)


class TooMuch(yaml.MarkedYAMLError):
    """It reads as YAML, but is more or other than a file of ours can be."""


def _refuse(sentence: str, mark: Any) -> NoReturn:
    raise TooMuch(problem=sentence, problem_mark=mark)


def compose(text: str) -> yaml.Node | None:
    """The nodes of a text, within bounds.

    Raises:
        yaml.YAMLError: when it cannot be read, or passes a bound; with its mark.
    """
    if len(text) > MOST_CHARACTERS:
        _refuse(f"the text is longer than {MOST_CHARACTERS} characters", None)
    _check_events(yaml.parse(text, Loader=LOADER))
    root = yaml.compose(text, Loader=LOADER)
    if root is not None:
        _check_size(root)
    return root


def load_yaml(text: str) -> Any:
    """The data in a text, within bounds; numbers are finite and of a size that means something.

    Raises:
        yaml.YAMLError: as `compose` does.
        ValueError: for a date that there is not.
    """
    return built(compose(text))


def built(root: yaml.Node | None) -> Any:
    """The data of nodes that `compose` gave.

    Raises:
        yaml.YAMLError, ValueError: as `load_yaml` does.
    """
    if root is None:
        return None
    _check_scalars(root)
    return yaml.constructor.SafeConstructor().construct_document(root)


def _check_events(events: Iterator[yaml.Event]) -> None:
    """Depth and count as they are written, before nodes are built, which is done by recursion."""
    depth = written = 0
    for event in events:
        depth += isinstance(event, OPENING) - isinstance(event, CLOSING)
        written += isinstance(event, yaml.NodeEvent)
        if depth > DEEPEST:
            _refuse(f"it is nested more than {DEEPEST} deep", event.start_mark)
        if written > MOST_NODES:
            _refuse(f"it holds more than {MOST_NODES} entries", event.start_mark)
        if getattr(event, "tag", None) is not None:
            _refuse("“!” begins a tag, and none is known here; put the words in quotes", event.start_mark)


def _check_size(root: yaml.Node) -> None:
    """Count each node as often as it is reached; refuse one that holds itself."""
    sizes: dict[int, int] = {}
    open_nodes: set[int] = set()

    def size(node: yaml.Node) -> int:
        name = id(node)
        if name in open_nodes:
            _refuse("an alias stands for something that it is part of", node.start_mark)
        if name not in sizes:
            open_nodes.add(name)
            sizes[name] = 1 + sum(size(part) for part in _parts(node))
            open_nodes.discard(name)
            if sizes[name] > MOST_NODES:
                _refuse(f"with its aliases it holds more than {MOST_NODES} entries", node.start_mark)
        return sizes[name]

    size(root)


def _parts(node: yaml.Node) -> Iterator[yaml.Node]:
    if isinstance(node, yaml.MappingNode):
        for key, value in node.value:
            yield key
            yield value
    elif isinstance(node, yaml.SequenceNode):
        yield from node.value


def _check_scalars(root: yaml.Node) -> None:
    """What reads as a number is one that can be reckoned with, and no key is there twice."""
    seen: set[int] = set()
    waiting = [root]
    while waiting:
        node = waiting.pop()
        if id(node) in seen:
            continue
        seen.add(id(node))
        waiting += _parts(node)
        if isinstance(node, yaml.MappingNode):
            _check_keys(node)
        elif isinstance(node, yaml.ScalarNode) and node.tag != STRING:
            _check_plain(node)


def _check_plain(node: yaml.ScalarNode) -> None:
    if len(node.value) > LONGEST_PLAIN:
        _refuse("this is too long for a number or a date; put words in quotes", node.start_mark)
    if node.tag not in (INTEGER, FLOAT):
        return
    number = yaml.constructor.SafeConstructor().construct_object(node)
    size = abs(number)
    if not math.isfinite(number) or size > LARGEST or 0 < size < SMALLEST:
        _refuse(f"a number lies between {SMALLEST:g} and {LARGEST:g}, or is 0", node.start_mark)


def _check_keys(node: yaml.MappingNode) -> None:
    known: set[Hashable] = set()
    for key, _ in node.value:
        if isinstance(key, yaml.ScalarNode) and (key.tag, key.value) in known and key.value != "<<":
            _refuse(f"“{key.value[:LONGEST_PLAIN]}” is here twice; keep one", key.start_mark)
        known.add((key.tag, key.value) if isinstance(key, yaml.ScalarNode) else id(key))
