"""Texts that somebody typed: trimmed, and refused where they are empty or too long."""

from __future__ import annotations

from lamplight.core.errors import InvalidInput


def required(text: str, what: str, longest: int, field: str = "") -> str:
    """A trimmed text that is neither empty nor too long.

    Raises:
        InvalidInput: otherwise.
    """
    trimmed = " ".join(text.split())
    if not trimmed:
        raise InvalidInput(f"{what} is missing.", field)
    if len(trimmed) > longest:
        raise InvalidInput(f"{what} is longer than {longest} characters.", field)
    return trimmed


def optional(text: str, what: str, longest: int, field: str = "") -> str:
    """A trimmed text, possibly empty.

    Raises:
        InvalidInput: when too long.
    """
    return required(text, what, longest, field) if text.strip() else ""
