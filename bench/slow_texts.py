"""How long the slowest texts that anybody found take to be read or refused, as a kind and as a procedure."""

from __future__ import annotations

import contextlib
import time

from lamplight.core.errors import InvalidInput
from lamplight.library.bounded_yaml import MOST_NODES
from lamplight.library.catalogue import kind_text, kinds, parse, procedures, read_procedure
from lamplight.library.schema import KindFile


def _merges(levels: int, width: int) -> str:
    lines = ["a0: &a0 {x: 1}"]
    for n in range(1, levels):
        lines += [f"a{n}: &a{n}", f"  <<: [{', '.join([f'*a{n - 1}'] * width)}]"]
    return "\n".join(lines)


def texts() -> dict[str, str]:
    """By what is special about each."""
    half = MOST_NODES // 2 - 5
    return {
        "a shipped kind": kind_text("service-menu-hall") or "",
        "merges of merges": _merges(9, 9),
        "lists in lists": "[" * 20_000,
        "as many unknown keys as fit": "\n".join(f"k{n}: {{}}" for n in range(half)),
        "as many items as fit": "items:\n" + "\n".join(f"  k{n}: {{}}" for n in range(half)),
        "as many steps as fit": "steps:\n" + "- {}\n" * (MOST_NODES - 10),
        "as many triggers as fit": "items: {a: {triggers: [" + "{}," * (MOST_NODES - 20) + "]}}",
        "one long word": "a: " + "x" * 60_000,
        "sixtieths": "a: " + "1:" * 30_000 + "1",
        "blank lines": "\n" * 64_000,
    }


def longest(rounds: int = 3) -> list[tuple[str, int, float]]:
    """Each text with its length and the longest of some rounds, in milliseconds."""
    kinds(), procedures()
    found = []
    for name, text in texts().items():
        took = 0.0
        for _ in range(rounds):
            for read in (lambda words: parse(words, KindFile, "kind"), read_procedure):
                began = time.perf_counter()
                with contextlib.suppress(InvalidInput):
                    read(text)
                took = max(took, 1000 * (time.perf_counter() - began))
        found.append((name, len(text), took))
    return found
