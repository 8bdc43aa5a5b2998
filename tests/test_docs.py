"""The documents keep their word: examples run, names exist, pictures are there."""

from __future__ import annotations

import ast
import doctest
import re
import unittest
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent


class Examples(unittest.TestCase):
    """docs/core.md."""

    def test_every_example_runs(self):
        """As it is printed."""
        failed, tried = doctest.testfile(str(ROOT / "docs" / "core.md"), module_relative=False)
        self.assertGreater(tried, 40)
        self.assertEqual(failed, 0)

    def test_every_public_function_is_shown(self):
        """Each function of the core stands in an example."""
        text = (ROOT / "docs" / "core.md").read_text("utf-8")
        examples = "\n".join(line for line in text.splitlines() if line.startswith((">>>", "...")))
        for path in (ROOT / "lamplight" / "core").glob("*.py"):
            for node in ast.parse(path.read_text("utf-8")).body:
                if isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
                    with self.subTest(function=f"{path.stem}.{node.name}"):
                        self.assertRegex(examples, rf"\b{node.name}\(")

    def test_every_public_thing_of_the_core_has_words(self):
        """Docstrings on modules, classes and functions."""
        for path in (ROOT / "lamplight" / "core").glob("*.py"):
            tree = ast.parse(path.read_text("utf-8"))
            classes = [node for node in tree.body if isinstance(node, ast.ClassDef)]
            nodes = [tree, *tree.body, *(inner for node in classes for inner in node.body)]
            nodes = [n for n in nodes if isinstance(n, ast.Module | ast.ClassDef | ast.FunctionDef)]
            for node in nodes:
                name = getattr(node, "name", path.stem)
                if not name.startswith("_"):
                    self.assertTrue(ast.get_docstring(node), f"{path.name}: {name}")


class Readme(unittest.TestCase):
    """What a stranger is told."""

    def test_pictures_and_paths_exist(self):
        """Every relative link leads somewhere, and every picture is shown."""
        for name in ("README.md", "docs/architecture.md"):
            path = ROOT / name
            for target in re.findall(r"\]\(([^)#]+)\)", path.read_text("utf-8")):
                if "://" not in target:
                    self.assertTrue((path.parent / target).exists(), f"{name}: {target}")
        readme = (ROOT / "README.md").read_text("utf-8")
        for picture in (ROOT / "docs" / "screenshots").glob("*.png"):
            self.assertIn(f"docs/screenshots/{picture.name}", readme)


if __name__ == "__main__":
    unittest.main()
