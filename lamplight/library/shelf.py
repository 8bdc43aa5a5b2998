"""The shipped kinds and procedures, read once."""

from __future__ import annotations

import json
from functools import cache
from importlib.resources import files
from typing import TypeVar

import yaml
from pydantic import ValidationError

from lamplight.core.errors import InvalidInput
from lamplight.core.kind import Kind
from lamplight.core.procedure import Procedure, fit_procedure
from lamplight.library.base import Strict, load_yaml
from lamplight.library.mistakes import FileMistakes, mistakes_in, not_yaml
from lamplight.library.procedure_schema import ProcedureFile
from lamplight.library.schema import KindFile

FileModel = TypeVar("FileModel", bound=Strict)


def parse(text: str, model: type[FileModel], name: str) -> FileModel:
    """A checked file.

    Raises:
        FileMistakes: naming every place in the file that is wrong, with its line.
    """
    try:
        data = load_yaml(text)
    except (yaml.YAMLError, ValueError) as problem:  # a ValueError comes from a date that there is not
        raise FileMistakes(name, [not_yaml(problem)]) from problem
    try:
        return model.model_validate(data)
    except ValidationError as problem:
        raise FileMistakes(name, mistakes_in(text, problem.errors())) from problem


def _texts(folder: str) -> list[tuple[str, str]]:
    shelf = files("lamplight.library") / folder
    found = [(entry.name, entry.read_text("utf-8")) for entry in shelf.iterdir() if entry.name.endswith(".yaml")]
    return sorted(found)


@cache
def kinds() -> dict[str, Kind]:
    """All shipped kinds by key."""
    read = [parse(text, KindFile, name).core() for name, text in _texts("kinds")]
    return {kind.key: kind for kind in sorted(read, key=lambda kind: kind.title)}


def kind_text(key: str) -> str | None:
    """The file of a shipped kind, or None."""
    return dict(_texts("kinds")).get(f"{key}.yaml")


@cache
def kind_schema() -> str:
    """The JSON Schema of a kind's file."""
    schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **KindFile.model_json_schema()}
    return json.dumps(schema, indent=1, ensure_ascii=False) + "\n"


@cache
def procedures() -> dict[str, Procedure]:
    """All shipped procedures by key, not yet fitted to a kind."""
    read = [parse(text, ProcedureFile, name).core() for name, text in _texts("procedures")]
    return {procedure.key: procedure for procedure in read}


def kind_of(key: str) -> Kind:
    """The kind of that key.

    Raises:
        InvalidInput: when nobody knows it.
    """
    try:
        return kinds()[key]
    except KeyError:
        raise InvalidInput(f"There is no kind of machine called “{key}”.") from None


@cache
def procedure_for(kind_key: str, procedure_key: str) -> Procedure:
    """A procedure as it runs on a kind.

    Raises:
        InvalidInput: when either is unknown or they do not fit together.
    """
    kind = kind_of(kind_key)
    if procedure_key not in procedures():
        raise InvalidInput(f"There is no procedure called “{procedure_key}”.")
    return fit_procedure(procedures()[procedure_key], kind.traits, kind.words, kind.durations)
