"""Procedures: those that ship, the keeper's own, and each as it runs on a kind."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

from lamplight.core.job.adapt import adapt_procedure
from lamplight.core.job.adaptation import adaptation_of
from lamplight.core.job.chemistry import Product
from lamplight.core.job.procedure import END_OF_DAY, RINSE_OUT, Procedure, ShippedProcedure
from lamplight.core.job.traits import forms_of
from lamplight.core.machine.kind import Kind
from lamplight.library import catalogue
from lamplight.sight.cupboard import products
from lamplight.sight.text_library import TextLibrary
from lamplight.store.models import ProcedureVersion

# Jobs that stand for no care item of their own: they are begun from a machine's page.
FREE = (END_OF_DAY, RINSE_OUT)


@lru_cache(maxsize=64)
def _read(text: str) -> ShippedProcedure:
    return catalogue.read_procedure(text)


PROCEDURES = TextLibrary(
    noun="procedure",
    noun_in_full="procedure",
    shipped=catalogue.procedures,
    shipped_text=catalogue.procedure_text,
    read=_read,
    title=lambda shipped: shipped.plain.title,
    key=lambda shipped: shipped.plain.key,
    versions=ProcedureVersion,
)
procedures, known_procedure = PROCEDURES.every, PROCEDURES.of


def usual_products(kind: Kind) -> dict[str, Product]:
    """The product that usually serves each role on a kind."""
    return catalogue.usual_products(kind, products())


@lru_cache(maxsize=2000)
def _adapted(kind: Kind, shipped: ShippedProcedure, forms: tuple[tuple[str, str], ...]) -> Procedure:
    return adapt_procedure(shipped, adaptation_of(kind, catalogue.defaults(), dict(forms)))


def adapted(kind: Kind, shipped: ShippedProcedure, serving: Mapping[str, Product] | None = None) -> Procedure:
    """A procedure as it runs on a kind.

    Args:
        shipped: as its file has it.
        serving: the product for each role; the usual ones by default.

    Raises:
        InvalidInput: when it does not fit.
    """
    serving = usual_products(kind) if serving is None else serving
    return _adapted(kind, shipped, tuple(sorted(forms_of(serving).items())))


def procedure_for(
    kind: Kind, key: str, serving: Mapping[str, Product] | None = None, by_hand: bool = False
) -> Procedure:
    """The procedure of a key as it runs on a kind; as `adapted`, and refused when nobody knows the key.

    Args:
        serving: the product for each role; the usual ones by default.
        by_hand: although the kind has a programme for it, where there is a way by hand.
    """
    shipped = known_procedure(key)
    instead = shipped.by_hand if by_hand else shipped.serving_by_hand(kind.programmes)
    return adapted(kind, known_procedure(instead) if instead else shipped, serving)
