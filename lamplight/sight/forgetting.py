"""Whose name may leave the book."""

from __future__ import annotations

from lamplight.store.forgetting import PersonRow, former, is_former


def may_be_forgotten() -> list[PersonRow]:
    """Those who have left and whose name stands in the book."""
    return [row for row in former() if not is_former(row)]
