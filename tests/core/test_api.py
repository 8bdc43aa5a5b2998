"""The public face of the core: few names, each shown in an example, and no way in for the house itself."""

from __future__ import annotations

import ast
import inspect
import re
import unittest
from pathlib import Path

from lamplight.core import api

ROOT = Path(__file__).resolve().parents[2]
DOCUMENT = (ROOT / "docs" / "core.md").read_text("utf-8")
EXAMPLES = "\n".join(line for line in DOCUMENT.splitlines() if line.startswith((">>>", "...")))


def offered() -> list[str]:
    """The names that it imports."""
    nodes = ast.parse(Path(api.__file__).read_text("utf-8")).body
    named = (alias.name for node in nodes if isinstance(node, ast.ImportFrom) for alias in node.names)
    return [name for name in named if name != "annotations"]


class Face(unittest.TestCase):
    """`lamplight.core.api`."""

    def test_few_and_each_shown(self):
        """About forty functions and what they are given; every one is used in the document."""
        functions = [name for name in offered() if inspect.isfunction(getattr(api, name))]
        self.assertTrue(35 <= len(functions) <= 50, len(functions))
        for name in offered():
            with self.subTest(name=name):
                self.assertRegex(EXAMPLES, rf"\b{name}\b[(.]" if name in functions else rf"\b{name}\b")

    def test_the_document_uses_it_alone(self):
        """An example that reaches past it would break when a module moves."""
        self.assertEqual(set(re.findall(r"from (lamplight[\w.]*) import", DOCUMENT)), {"lamplight.core.api"})

    def test_the_house_goes_by_the_rooms(self):
        """An import of everything from inside would make each module depend on all others."""
        inside = [
            path for path in (ROOT / "lamplight").rglob("*.py") if "lamplight.core.api" in path.read_text("utf-8")
        ]
        self.assertEqual(inside, [])


if __name__ == "__main__":
    unittest.main()
