"""The arrows between the layers and between the rooms of the core, read off the imports themselves."""

from __future__ import annotations

import ast
import subprocess
import sys
import tempfile
import unittest
from collections.abc import Iterator
from pathlib import Path

from lamplight.store import models

PACKAGE = Path(__file__).resolve().parents[2] / "lamplight"
ALLOWED = {
    "core": {"core"},
    "library": {"core", "library"},
    "formats": {"core", "formats"},
    "drawing": {"core", "drawing"},
    "store": {"core", "store"},
    "sight": {"core", "library", "formats", "store", "sight"},
    "actions": {"core", "library", "formats", "store", "sight", "actions"},
    "lines": {"core", "library", "formats", "store", "sight", "actions", "lines"},
    "simulators": {"core", "simulators"},
    "web": {"core", "library", "formats", "drawing", "store", "sight", "actions", "lines", "simulators", "web"},
    "demo": {"core", "library", "formats", "store", "sight", "actions", "simulators", "demo"},
}
# The rooms of the core from the ground up: each imports only from itself and from those before it.
ROOMS = (
    "errors", "texts", "bounds", "languages", "words", "moment", "timeline", "keepers", "anatomy", "site", "usage",
    "water", "care", "lamps", "machine", "assess", "job", "run", "dose", "round", "plan", "agenda", "stock", "year",
    "diagnosis", "mail", "guest", "api",
)  # fmt: skip


def imports(path: Path) -> Iterator[str]:
    """Names of the modules that a file imports, wherever it does."""
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            yield node.module
            yield from (f"{node.module}.{alias.name}" for alias in node.names)


def breaches(package: Path) -> list[str]:
    """Every import of a layer that lies above it, however deep the file lies."""
    return sorted(
        {
            f"{path.relative_to(package).as_posix()} imports {parts[1]}"
            for layer, allowed in ALLOWED.items()
            for path in (package / layer).rglob("*.py")
            for name in imports(path)
            if (parts := name.split("."))[0] == "lamplight" and len(parts) > 1
            if parts[1] in ALLOWED and parts[1] not in allowed
        }
    )


def room_of(path: Path, core: Path) -> str:
    """The room in which a file of the core lies."""
    return path.relative_to(core).parts[0].removesuffix(".py")


def climbs(package: Path) -> list[str]:
    """Every import inside the core that runs up, from a room to one above it."""
    core = package / "core"
    return sorted(
        {
            f"{path.relative_to(core).as_posix()} imports {parts[2]}"
            for path in core.rglob("*.py")
            if path != core / "__init__.py"
            for name in imports(path)
            if (parts := name.split("."))[:2] == ["lamplight", "core"] and len(parts) > 2
            if ROOMS.index(parts[2]) > ROOMS.index(room_of(path, core))
        }
    )


def impurities(package: Path) -> list[str]:
    """Every call in the core that reads a clock or a file."""
    found = []
    for path in (package / "core").rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.Call):
                called = node.func.attr if isinstance(node.func, ast.Attribute) else getattr(node.func, "id", "")
                owner = getattr(getattr(node.func, "value", None), "id", "")
                clock = called in ("now", "utcnow", "time") and owner in ("datetime", "time")
                if clock or (called == "today" and owner in ("date", "datetime")) or called in ("open", "read_text"):
                    found.append(f"{path.relative_to(package).as_posix()}:{node.lineno} calls {called}")
    return found


WRITES = {"atomic", "create", "insert_many", "bulk_create", "save", "delete_instance", "update", "insert", "delete"}
MODELS = set(models.__all__)
WRITERS = {"write_entry", "write_shared", "write_of_person", "write_deed"}


def writing_calls(path: Path) -> Iterator[str]:
    """What a module calls that opens a transaction or writes a row: by a model, by the database, by who does so."""
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr in WRITES:
            owner = node.func.value
            name = owner.attr if isinstance(owner, ast.Attribute) else getattr(owner, "id", "")
            if name in MODELS or name in ("database", "versions") or node.func.attr == "atomic":
                yield f"{name}.{node.func.attr}"
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in WRITERS:
            yield node.func.id


def modules() -> dict[str, set[str]]:
    """Each module of the core with the modules of the core that it imports."""
    core = PACKAGE / "core"
    names = {
        ".".join(path.relative_to(PACKAGE.parent).with_suffix("").parts): path
        for path in core.rglob("*.py")
        if path.name != "__init__.py"
    }
    return {name: set(imports(path)) & set(names) - {name} for name, path in names.items()}


class Arrows(unittest.TestCase):
    """web -> actions -> sight -> store -> core, and no way back."""

    def test_layers(self):
        """Each folder imports only what lies below it."""
        self.assertEqual(breaches(PACKAGE), [])

    def test_rooms_of_the_core(self):
        """Arrows inside the core run one way, from diagnosis and run down to site."""
        self.assertEqual(climbs(PACKAGE), [])

    def test_no_circle_in_the_core(self):
        """Taking away whatever imports nothing that is left takes away everything."""
        left = modules()
        while free := [name for name, needed in left.items() if not needed & set(left)]:
            for name in free:
                del left[name]
        self.assertEqual(left, {})

    def test_looking_never_writes(self):
        """Nothing in `sight` opens a transaction or writes a row, nor does what goes out in `lines`."""
        found = {
            path.relative_to(PACKAGE).as_posix(): calls
            for layer in ("sight", "lines")
            for path in sorted((PACKAGE / layer).rglob("*.py"))
            if (calls := sorted(set(writing_calls(path))))
        }
        self.assertEqual(found, {})

    def test_every_action_writes(self):
        """Each module of `actions` opens a transaction, or writes in that of whoever calls it; else it only looks."""
        looks = [
            path.name
            for path in sorted((PACKAGE / "actions").glob("*.py"))
            if path.name != "__init__.py" and not any(writing_calls(path))
        ]
        self.assertEqual(looks, [])

    def test_core_reads_no_clock_and_no_file(self):
        """No now(), today(), open() in the core."""
        self.assertEqual(impurities(PACKAGE), [])

    def test_core_needs_neither_flask_nor_peewee(self):
        """It imports where both are absent."""
        absent = ("flask", "peewee", "playhouse", "jinja2", "yaml", "pydantic", "markupsafe")
        code = (
            "import sys, importlib\n"
            f"for name in {absent!r}: sys.modules[name] = None\n"
            f"for name in {sorted(modules())!r}: importlib.import_module(name)\n"
        )
        done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, cwd=PACKAGE.parent)
        self.assertEqual(done.returncode, 0, done.stderr)


class Guards(unittest.TestCase):
    """The checks above see a violation that lies deep in a folder."""

    def planted(self, where: str, text: str) -> Path:
        """A package of nothing but one bad file."""
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        path = Path(folder.name) / "lamplight" / where
        path.parent.mkdir(parents=True)
        path.write_text(text, "utf-8")
        return Path(folder.name) / "lamplight"

    def test_a_layer_above(self):
        """The store, asked from a room of the core."""
        package = self.planted("core/care/deep/bad.py", "from lamplight.store.books import book\n")
        self.assertEqual(breaches(package), ["core/care/deep/bad.py imports store"])

    def test_a_room_above(self):
        """A run, asked from the care items."""
        package = self.planted("core/care/bad.py", "def f():\n    from lamplight.core.run import state\n")
        self.assertEqual(climbs(package), ["care/bad.py imports run"])

    def test_a_look_that_writes(self):
        """A line of the log, written where one only looks."""
        package = self.planted(
            "sight/bad.py", "def f():\n    write_entry('x', 'y', None)\n    Entry.create(kind='x')\n"
        )
        self.assertEqual(sorted(writing_calls(package / "sight" / "bad.py")), ["Entry.create", "write_entry"])

    def test_a_clock(self):
        """The present, read in a room of the core."""
        package = self.planted("core/site/bad.py", "from datetime import datetime\nNOW = datetime.now()\n")
        self.assertEqual(impurities(package), ["core/site/bad.py:2 calls now"])


if __name__ == "__main__":
    unittest.main()
