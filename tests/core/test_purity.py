"""The arrows between the layers, read off the imports themselves."""

from __future__ import annotations

import ast
import subprocess
import sys
import unittest
from pathlib import Path

PACKAGE = Path(__file__).resolve().parents[2] / "lamplight"
ALLOWED = {
    "core": {"core"},
    "library": {"core", "library"},
    "formats": {"core", "formats"},
    "drawing": {"core", "drawing"},
    "store": {"core", "store"},
    "actions": {"core", "library", "formats", "store", "actions"},
    "web": {"core", "library", "formats", "drawing", "store", "actions", "web"},
    "demo": {"core", "library", "formats", "store", "actions", "demo"},
}


def imports(path):
    """Names of the modules that a file imports, wherever it does."""
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            yield node.module


class Arrows(unittest.TestCase):
    """web -> actions -> store -> core, and no way back."""

    def test_layers(self):
        """Each folder imports only what lies below it."""
        for layer, allowed in ALLOWED.items():
            for path in (PACKAGE / layer).rglob("*.py"):
                for name in imports(path):
                    parts = name.split(".")
                    if parts[0] == "lamplight" and len(parts) > 1 and parts[1] in ALLOWED:
                        with self.subTest(file=path.relative_to(PACKAGE).as_posix(), imports=name):
                            self.assertIn(parts[1], allowed)

    def test_core_reads_no_clock_and_no_file(self):
        """No now(), today(), open() in the core."""
        for path in (PACKAGE / "core").glob("*.py"):
            for node in ast.walk(ast.parse(path.read_text("utf-8"))):
                if isinstance(node, ast.Call):
                    called = node.func.attr if isinstance(node.func, ast.Attribute) else getattr(node.func, "id", "")
                    owner = getattr(getattr(node.func, "value", None), "id", "")
                    clock = called in ("now", "utcnow", "time") and owner in ("datetime", "time")
                    clock = clock or (called == "today" and owner in ("date", "datetime"))
                    with self.subTest(file=path.name, line=node.lineno):
                        self.assertFalse(clock or called == "open")

    def test_core_needs_neither_flask_nor_peewee(self):
        """It imports where both are absent."""
        absent = ("flask", "peewee", "playhouse", "jinja2", "yaml", "pydantic", "markupsafe")
        modules = [f"lamplight.core.{path.stem}" for path in (PACKAGE / "core").glob("*.py")]
        code = (
            "import sys, importlib\n"
            f"for name in {absent!r}: sys.modules[name] = None\n"
            f"for name in {modules!r}: importlib.import_module(name)\n"
        )
        done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, cwd=PACKAGE.parent)
        self.assertEqual(done.returncode, 0, done.stderr)


if __name__ == "__main__":
    unittest.main()
