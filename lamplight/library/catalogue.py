"""The shipped kinds and procedures, read once."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import replace
from functools import cache
from importlib.resources import files
from typing import TypeVar

import yaml
from pydantic import ValidationError

from lamplight.core.errors import InvalidInput
from lamplight.core.job.adapt import adapt_procedure
from lamplight.core.job.adaptation import Defaults, adaptation_of
from lamplight.core.job.calls import Call
from lamplight.core.job.chemistry import Product, Role, chosen_product
from lamplight.core.job.procedure import Procedure, ShippedProcedure
from lamplight.core.job.traits import forms_of
from lamplight.core.lamps.causes import Cause, Symptom
from lamplight.core.machine.kind import Kind
from lamplight.library.base import CatalogueFile, DefaultsFile, Strict, duration
from lamplight.library.bounded_yaml import built, compose, load_yaml
from lamplight.library.call_schema import palette_data
from lamplight.library.mistakes import FileMistakes, mistakes_in, not_yaml
from lamplight.library.panel_schema import FaultsFile
from lamplight.library.procedure_schema import ProcedureFile
from lamplight.library.schema import KindFile
from lamplight.library.step_schema import PaletteFile

FileModel = TypeVar("FileModel", bound=Strict)


def parse(text: str, model: type[FileModel], name: str) -> FileModel:
    """A checked file.

    Raises:
        FileMistakes: naming every place in the file that is wrong, with its line.
    """
    try:
        root = compose(text)
        data = built(root)
    except (yaml.YAMLError, ValueError) as problem:  # a ValueError comes from a date that there is not
        raise FileMistakes(name, [not_yaml(problem)]) from problem
    try:
        return model.model_validate(data)
    except ValidationError as problem:
        raise FileMistakes(name, mistakes_in(root, problem.errors(include_url=False, include_input=False))) from problem


def _texts(folder: str) -> list[tuple[str, str]]:
    catalogue = files("lamplight.library") / folder
    texts = [(entry.name, entry.read_text("utf-8")) for entry in catalogue.iterdir() if entry.name.endswith(".yaml")]
    return sorted(texts)


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
    return _schema(KindFile)


def _text(name: str) -> str:
    return (files("lamplight.library") / name).read_text("utf-8")


@cache
def defaults() -> Defaults:
    """Words, times and volumes that stand in where a kind says nothing, and the usual cautions."""
    read = parse(_text("defaults.yaml"), DefaultsFile, "defaults.yaml")
    durations = {name: duration(minutes) for name, minutes in read.durations.items()}
    cares = {key: role.care for key, role in roles().items() if role.care}
    return Defaults(read.words, durations, read.volumes, read.cautions, palette(), cares)


@cache
def palette() -> dict[str, Call]:
    """The calls that programmes and procedures are made of, by key."""
    read = PaletteFile.model_validate({"calls": palette_data()})
    return {key: call.core(key) for key, call in read.calls.items()}


@cache
def countries() -> dict[str, list[str]]:
    """Codes of the countries whose public holidays are known, with their regions."""
    return load_yaml(_text("countries.yaml"))


@cache
def _catalogue() -> CatalogueFile:
    return parse(_text("products.yaml"), CatalogueFile, "products.yaml")


@cache
def roles() -> dict[str, Role]:
    """What procedures ask for, by key."""
    return {key: role.core(key) for key, role in _catalogue().roles.items()}


@cache
def products() -> dict[str, Product]:
    """All shipped products, by key."""
    return {key: product.core(key) for key, product in _catalogue().products.items()}


@cache
def _faults() -> FaultsFile:
    return parse(_text("faults.yaml"), FaultsFile, "faults.yaml")


@cache
def causes() -> dict[str, Cause]:
    """The shared causes, by key."""
    return {key: cause.core(key) for key, cause in _faults().causes.items()}


@cache
def symptoms() -> dict[str, Symptom]:
    """The shared complaints, by key."""
    return {key: symptom.core(key) for key, symptom in _faults().symptoms.items()}


@cache
def procedures() -> dict[str, ShippedProcedure]:
    """All shipped procedures by key, not yet fitted to a kind."""
    read = [read_procedure(text, name) for name, text in _texts("procedures")]
    return {procedure.plain.key: procedure for procedure in read}


def read_procedure(text: str, name: str = "procedure") -> ShippedProcedure:
    """A checked procedure, the usual cautions in words and the manual's at the end.

    Raises:
        FileMistakes: as `parse` does.
    """
    shipped = parse(text, ProcedureFile, name).core()
    usual = defaults().cautions
    cautions = tuple(dict.fromkeys(usual.get(caution, caution) for caution in (*shipped.plain.cautions, "manual")))
    return replace(shipped, plain=replace(shipped.plain, cautions=cautions))


def procedure_text(key: str) -> str | None:
    """The file of a shipped procedure, or None."""
    return dict(_texts("procedures")).get(f"{key}.yaml")


@cache
def procedure_schema() -> str:
    """The JSON Schema of a procedure's file."""
    return _schema(ProcedureFile)


def _schema(model: type[Strict]) -> str:
    schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **model.model_json_schema()}
    return json.dumps(schema, indent=1, ensure_ascii=False) + "\n"


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
    """A shipped procedure as it runs on a shipped kind with its usual products.

    Raises:
        InvalidInput: when either is unknown or they do not fit together.
    """
    kind = kind_of(kind_key)
    if procedure_key not in procedures():
        raise InvalidInput(f"There is no procedure called “{procedure_key}”.")
    shipped = procedures()[procedure_key]
    by_hand = shipped.serving_by_hand(kind.programmes)
    adaptation = adaptation_of(kind, defaults(), forms_of(usual_products(kind, products())))
    return adapt_procedure(procedures()[by_hand] if by_hand else shipped, adaptation)


def usual_products(kind: Kind, known: Mapping[str, Product]) -> dict[str, Product]:
    """The product that usually serves each role on a kind, of those that are known."""
    products_here = {
        role.key: chosen_product(role, known, kind.products.get(role.key, "")) for role in roles().values()
    }
    return {role: product for role, product in products_here.items() if product is not None}
