"""Every block of a page stands alone as well, since htmx asks for it without the rest."""

from __future__ import annotations

import unittest
from pathlib import Path

from jinja2 import Environment, nodes

# Always a page of its own: no script of ours runs for whoever scans a sticker.
WHOLE = ("at.html",)
TEMPLATES = Path(__file__).resolve().parents[2] / "lamplight" / "web"


def brought(tree):
    """Names that a template brings along outside of its blocks."""
    found = set()
    for node in tree.body:
        if isinstance(node, nodes.FromImport):
            found |= {name if isinstance(name, str) else name[1] for name in node.names}
        elif isinstance(node, nodes.Import):
            found.add(node.target)
        elif isinstance(node, nodes.Assign | nodes.AssignBlock):
            found |= {node.target.name} if isinstance(node.target, nodes.Name) else set()
        elif isinstance(node, nodes.Macro):
            found.add(node.name)
    return found


def of_its_own(block):
    """Names that a block brings along itself."""
    found = {macro.name for macro in block.find_all(nodes.Macro)} | {one.target for one in block.find_all(nodes.Import)}
    found |= {
        name if isinstance(name, str) else name[1] for one in block.find_all(nodes.FromImport) for name in one.names
    }
    return found | {name.name for name in block.find_all(nodes.Name) if name.ctx == "store"}


class Blocks(unittest.TestCase):
    """Read as Jinja reads them."""

    def test_nothing_from_outside(self):
        """What a page imports or sets at its top is not there in a block that is rendered alone."""
        read = 0
        for path in sorted(TEMPLATES.rglob("templates/**/*.html")):
            tree = Environment().parse(path.read_text("utf-8"))
            if path.name in WHOLE or not any(isinstance(node, nodes.Extends) for node in tree.body):
                continue
            for block in tree.find_all(nodes.Block):
                used = {name.name for name in block.find_all(nodes.Name) if name.ctx == "load"}
                read += 1
                with self.subTest(page=path.name, block=block.name):
                    self.assertEqual((used & brought(tree)) - of_its_own(block), set())
        self.assertGreater(read, 100)


if __name__ == "__main__":
    unittest.main()
