"""The text of a kind, changed in one place: everything else in it, comments too, stays as somebody wrote it."""

from __future__ import annotations

import io
from typing import Any

from ruamel.yaml import YAML
from ruamel.yaml.comments import CommentedMap, CommentedSeq

from lamplight.library.bounded_yaml import load_yaml

WIDTH = 4000  # lines are left as long as they are


def _yaml() -> YAML:
    yaml = YAML(typ="rt")
    yaml.width = WIDTH
    yaml.preserve_quotes = True
    yaml.brace_single_entry_mapping_in_flow_sequence = True
    yaml.allow_unicode = True
    yaml.indent(mapping=2, sequence=4, offset=2)
    return yaml


def opened(text: str) -> CommentedMap:
    """The data of a text, with its comments; it is bounded first, as every text that a stranger may have written.

    Raises:
        yaml.YAMLError: as `lamplight.library.bounded_yaml.compose` does.
    """
    load_yaml(text)
    data: CommentedMap = _yaml().load(text)
    return data


def written(data: CommentedMap) -> str:
    """The text of data."""
    out = io.StringIO()
    _yaml().dump(data, out)
    return out.getvalue()


def flowing(value: Any) -> Any:
    """Plain data in one line of the file, as kinds are written."""
    if isinstance(value, dict):
        inner = CommentedMap((key, flowing(one)) for key, one in value.items())
        inner.fa.set_flow_style()
        return inner
    if isinstance(value, list | tuple):
        row = CommentedSeq(flowing(one) for one in value)
        row.fa.set_flow_style()
        return row
    return value


def room(data: CommentedMap, name: str) -> CommentedMap:
    """The mapping of that name, made where there is none."""
    if not isinstance(data.get(name), dict):
        data[name] = CommentedMap()
    found: CommentedMap = data[name]
    if not found:
        found.fa.set_block_style()
    return found


def row(data: CommentedMap, name: str) -> CommentedSeq:
    """The list of that name, made where there is none."""
    if not isinstance(data.get(name), list):
        data[name] = CommentedSeq()
    found: CommentedSeq = data[name]
    return found


def put(data: CommentedMap, name: str, value: Any, usual: Any = None) -> None:
    """Write one value, in one line; what is as usual is left out."""
    if value == usual or value in ("", [], {}, None):
        data.pop(name, None)
    else:
        data[name] = flowing(value)
