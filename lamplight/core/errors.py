"""The two ways in which a computation can decline.

``Invalid...`` means that what was given is wrong; ``Missing...`` means that it may be right but is
not enough. A page answers the first with a correction and the second with a question.
Every message is a sentence for the keeper.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import contextmanager


class LamplightError(Exception):
    """Base of every refusal that a keeper may read."""


class InvalidInput(LamplightError, ValueError):
    """Something given is wrong and must be changed.

    Args:
        sentence: for the keeper.
        field: the name of what is wrong, where it is one thing among several; empty where it is the whole.
    """

    def __init__(self, sentence: str, field: str = "") -> None:
        super().__init__(sentence)
        self.field = field

    @property
    def by_field(self) -> Mapping[str, str]:
        """What is wrong, by field."""
        return {self.field: str(self)}


class InvalidFields(InvalidInput):
    """Several things given are wrong, each with its sentence."""

    def __init__(self, by_field: Mapping[str, str]) -> None:
        super().__init__(" ".join(by_field.values()), next(iter(by_field), ""))
        self._by_field = dict(by_field)

    @property
    def by_field(self) -> Mapping[str, str]:
        """What is wrong, by field."""
        return self._by_field


class InvalidReading(InvalidInput):
    """A counter reading that cannot be so."""


class MissingReading(LamplightError, LookupError):
    """More readings are needed before this can be computed."""


class NotAllowed(LamplightError):
    """Somebody may not do that at this site."""


class StaleStep(LamplightError):
    """A step was answered that is no longer the current one."""


@contextmanager
def about(field: str) -> Iterator[None]:
    """Whatever is refused inside, and does not say itself what it is about, is about this field."""
    try:
        yield
    except InvalidInput as problem:
        problem.field = problem.field or field
        raise
