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

    def test_every_public_thing_of_the_core_has_words(self):
        """Docstrings on modules, classes and functions."""
        for path in (ROOT / "lamplight" / "core").rglob("*.py"):
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
        for name in ("README.md", "docs/architecture.md", "docs/kinds.md", "docs/manual.md"):
            path = ROOT / name
            for target in re.findall(r"\]\(([^)#]+)\)", path.read_text("utf-8")):
                if "://" not in target:
                    self.assertTrue((path.parent / target).exists(), f"{name}: {target}")
        readme = (ROOT / "README.md").read_text("utf-8")
        for picture in (ROOT / "docs" / "screenshots").glob("*.png"):
            self.assertIn(f"docs/screenshots/{picture.name}", readme)

    def test_the_map_leads_to_files(self):
        """A file named without its folder lies in that of the one named before it."""
        named = 0
        for line in (ROOT / "docs" / "architecture.md").read_text("utf-8").splitlines():
            folder = ROOT / "lamplight"
            for name in re.findall(r"`([\w/]+\.py)`", line):
                path = next((p for p in (ROOT / "lamplight" / name, folder / name) if p.exists()), None)
                self.assertTrue(path or (ROOT / name).exists(), f"{name}: {line}")
                folder, named = path.parent if path else folder, named + 1
        self.assertGreater(named, 50)


class KindDocument(unittest.TestCase):
    """docs/kinds.md and the exported schema."""

    def test_the_example_is_right(self):
        """It is read by the same checks as every file."""
        from lamplight.library.catalogue import parse
        from lamplight.library.schema import KindFile

        text = (ROOT / "docs" / "kinds.md").read_text("utf-8")
        example = re.search(r"```yaml\n(.*?)```", text, re.S)[1]
        kind = parse(example, KindFile, "example").core()
        self.assertEqual([item.key for item in kind.items], ["drip-tray", "descale", "own-job"])

    def test_everything_is_named(self):
        """Every trigger, part and standard item stands in the document."""
        from lamplight.library.schema import PARTS, standard_items
        from lamplight.library.triggers import TriggerFile

        text = (ROOT / "docs" / "kinds.md").read_text("utf-8")
        for word in (*TriggerFile.main_keys(), *PARTS.__args__, *standard_items()):
            self.assertIn(word, text)

    def test_the_example_of_a_procedure_is_right(self):
        """As well."""
        from lamplight.library.catalogue import parse
        from lamplight.library.procedure_schema import ProcedureFile

        text = (ROOT / "docs" / "procedures.md").read_text("utf-8")
        shipped = parse(re.search(r"```yaml\n(.*?)```", text, re.S)[1], ProcedureFile, "example").core()
        self.assertEqual(
            (shipped.plain.programme, shipped.by_hand, shipped.fits), ("tablet", "soak-by-hand", ("has-group",))
        )

    def test_schemas_are_current_and_take_what_ships(self):
        """The exported files are what the code says; all that ships is valid by them, and a strange key is not."""
        import json

        import jsonschema
        import yaml

        from lamplight.library import catalogue

        for name, schema_text, texts in (
            ("kind", catalogue.kind_schema(), [catalogue.kind_text(key) for key in catalogue.kinds()]),
            (
                "procedure",
                catalogue.procedure_schema(),
                [catalogue.procedure_text(key) for key in catalogue.procedures()],
            ),
        ):
            self.assertEqual((ROOT / "docs" / f"{name}.schema.json").read_text("utf-8"), schema_text)
            schema = jsonschema.Draft202012Validator(json.loads(schema_text))
            schema.check_schema(schema.schema)
            for text in texts:
                schema.validate(yaml.safe_load(text))
            with self.assertRaisesRegex(jsonschema.ValidationError, "Additional properties are not allowed"):
                schema.validate({**yaml.safe_load(texts[0]), "colour": "red"})


if __name__ == "__main__":
    unittest.main()
