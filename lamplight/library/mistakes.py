"""What is wrong in a YAML file: where, on which line, in a plain sentence."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

import yaml
from pydantic_core import ErrorDetails

from lamplight.core.errors import InvalidInput

INVENTED = ("str", "float", "int", "step", "use", "own")
MOST_MISTAKES = 50  # are told at a time; more nobody reads
# A check over the whole file names the place it is about before its sentence.
NAMED_PLACE = re.compile(r"^Value error, (?P<place>[a-z_]+(?:\.[a-z0-9_-]+)+|[a-z_]+): ")


@dataclass(frozen=True)
class Mistake:
    """One thing that is wrong.

    Attributes:
        path: inside the file, such as ``items.descale.triggers.0``.
        line: from 1.
        sentence: what to do about it.
    """

    path: str
    line: int
    sentence: str

    def __str__(self) -> str:
        return f"line {self.line}, {self.path or 'file'}: {self.sentence}"


class FileMistakes(InvalidInput):
    """A file is refused whole, with every mistake."""

    def __init__(self, name: str, mistakes: Sequence[Mistake]) -> None:
        super().__init__(f"{name}: " + "; ".join(str(mistake) for mistake in mistakes[:MOST_MISTAKES]))
        self.mistakes = tuple(mistakes)


def not_yaml(problem: Exception) -> Mistake:
    """A file that cannot be read as YAML at all."""
    mark = getattr(problem, "problem_mark", None)
    sentence = getattr(problem, "problem", None) or str(problem) or "something is not closed"
    return Mistake("", mark.line + 1 if mark else 1, f"This is not readable YAML here: {sentence}.")


def mistakes_in(root: yaml.Node | None, errors: Sequence[ErrorDetails]) -> list[Mistake]:
    """Each error with the line it stands on in the nodes of a file, by line."""
    mistakes = []
    for error in errors[:MOST_MISTAKES]:
        place = tuple(step for step in error["loc"] if not _invented(step))
        named = NAMED_PLACE.match(error["msg"])
        if named:
            place = (*place, *(int(step) if step.isdigit() else step for step in named["place"].split(".")))
        path = ".".join(str(step) for step in place)
        mistakes.append(Mistake(path, _line(root, place), _sentence(error, place)))
    return sorted(mistakes, key=lambda mistake: mistake.line)


def _invented(step: int | str) -> bool:
    """Steps that the checker adds for alternatives, such as ``list[...]`` or ``[key]``."""
    return isinstance(step, str) and (
        step.startswith(("list[", "function-", "[")) or step in ("str", "float", "int", "step", "use", "own")
    )


def _line(node: yaml.Node | None, place: Sequence[int | str]) -> int:
    """The line of a place; of the nearest thing around it where it is missing."""
    if node is None:
        return 1
    line = node.start_mark.line + 1
    for step in place:
        following = None
        if isinstance(node, yaml.MappingNode):
            for key, value in node.value:
                if key.value == str(step):
                    line, following = key.start_mark.line + 1, value
        elif isinstance(node, yaml.SequenceNode) and isinstance(step, int) and step < len(node.value):
            following = node.value[step]
            line = following.start_mark.line + 1
        if following is None:
            return line
        node = following
    return line


def _number(limit: float | None) -> str:
    return "" if limit is None else f"{limit:g}"


def _sentence(error: ErrorDetails, place: Sequence[int | str]) -> str:
    """The checker's words, made plain."""
    name = str(place[-1]) if place else "the file"
    given = error.get("ctx", {})
    plain = {
        "extra_forbidden": f"“{name}” is not known here. Take it out, or mend its spelling.",
        "missing": f"“{name}” is missing.",
        "int_parsing": "A whole number is needed.",
        "int_type": "A whole number is needed.",
        "int_from_float": "A whole number is needed.",
        "float_parsing": "A number is needed.",
        "float_type": "A number is needed.",
        "bool_parsing": "true or false is needed.",
        "string_type": "Words are needed; put them in quotation marks where they look like a number.",
        "string_too_short": f"At least {given.get('min_length')} characters are needed.",
        "string_too_long": f"At most {given.get('max_length')} characters fit.",
        "string_pattern_mismatch": "Only small letters, digits and hyphens, a letter first, two at least.",
        "greater_than_equal": f"It is {_number(given.get('ge'))} or more.",
        "greater_than": f"It is more than {_number(given.get('gt'))}.",
        "less_than_equal": f"It is {_number(given.get('le'))} or less.",
        "literal_error": f"One of these is needed: {given.get('expected')}.",
        "enum": f"One of these is needed: {given.get('expected')}.",
        "too_short": f"At least {given.get('min_length')} are needed.",
        "too_long": f"At most {given.get('max_length')} fit.",
        "dict_type": "A mapping is needed here: names with a colon and a value.",
        "model_type": "A mapping is needed here: names with a colon and a value.",
        "list_type": "A list is needed here.",
    }
    if error["type"] in plain:
        return plain[error["type"]]
    return NAMED_PLACE.sub("", error["msg"]).removeprefix("Value error, ").rstrip(".") + "."
