"""The public face of the core: all of it, each name once, and no way in for the house itself."""

from __future__ import annotations

import ast
import importlib
import re
import unittest
from pathlib import Path

from lamplight.core import api

ROOT = Path(__file__).resolve().parents[2]
MODULES = sorted(path for path in (ROOT / "lamplight" / "core").rglob("*.py") if path.stem not in ("__init__", "api"))


def public_names(path: Path) -> list[str]:
    """Functions and classes of a module that do not begin with an underscore."""
    nodes = ast.parse(path.read_text("utf-8")).body
    named = (node.name for node in nodes if isinstance(node, ast.FunctionDef | ast.ClassDef))
    return [name for name in named if not name.startswith("_")]


class Face(unittest.TestCase):
    """`lamplight.core.api`."""

    def test_every_name_once(self):
        """What is public anywhere is offered here, the same thing, and no two rooms use one name."""
        places: dict[str, str] = {}
        for path in MODULES:
            module = ".".join(path.relative_to(ROOT).with_suffix("").parts)
            for name in public_names(path):
                with self.subTest(module=module, name=name):
                    self.assertNotIn(name, places)
                    self.assertIs(getattr(api, name, None), getattr(importlib.import_module(module), name))
                places[name] = module
        self.assertGreater(len(places), 250)

    def test_the_document_uses_it_alone(self):
        """An example that reaches past it would break when a module moves."""
        text = (ROOT / "docs" / "core.md").read_text("utf-8")
        self.assertEqual(set(re.findall(r"from (lamplight[\w.]*) import", text)), {"lamplight.core.api"})

    def test_the_house_goes_by_the_rooms(self):
        """An import of everything from inside would make each module depend on all others."""
        inside = [
            path for path in (ROOT / "lamplight").rglob("*.py") if "lamplight.core.api" in path.read_text("utf-8")
        ]
        self.assertEqual(inside, [])


if __name__ == "__main__":
    unittest.main()
