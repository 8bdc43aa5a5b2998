"""Break a module on purpose, one small way at a time, and say which breaks no test notices.

    python -m tools.mutate lamplight/core/care/status.py            # every break, with the tests of its room
    python -m tools.mutate lamplight/core --sample 120 --seed 9     # a random share of the breaks of many modules

A break is a comparison turned to its neighbour, a sum to a difference, `and` to `or`, a number moved by one, a
condition denied, a true to a false, a returned value to None. Each is tried in a copy of the project.
A break that survives either wants a test or changes nothing that anybody could see.
"""

from __future__ import annotations

import argparse
import ast
import copy
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import SimpleQueue

ROOT = Path(__file__).resolve().parent.parent
NEIGHBOUR: dict[type[ast.AST], type[ast.AST]] = {
    ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.GtE: ast.Gt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.In: ast.NotIn, ast.NotIn: ast.In, ast.Add: ast.Sub, ast.Sub: ast.Add,
    ast.Mult: ast.Div, ast.Div: ast.Mult, ast.And: ast.Or, ast.Or: ast.And,
}  # fmt: skip
PATIENCE_S = 300
# Of the project these are no part of what is tested.
LEFT_OUT = (".git", ".venv", "node_modules", "build", ".*_cache", ".hypothesis", ".demo-data", "__pycache__",
            "screenshots")  # fmt: skip


@dataclass(frozen=True)
class Break:
    """One change of one place.

    Attributes:
        path: of the module, from the project's folder.
        line: on which the change lies.
        what: the change in words.
        text: the whole module, changed.
    """

    path: str
    line: int
    what: str
    text: str


def _changed(node: ast.AST) -> ast.AST | None:
    """The node broken, or None where it cannot be."""
    broken = copy.deepcopy(node)
    match broken:
        case ast.Compare(ops=[op, *rest]) if type(op) in NEIGHBOUR:
            broken.ops = [NEIGHBOUR[type(op)](), *rest]  # type: ignore[list-item]
        case ast.BinOp(op=op) | ast.BoolOp(op=op) if type(op) in NEIGHBOUR:
            broken.op = NEIGHBOUR[type(op)]()  # type: ignore[assignment]
        case ast.Constant(value=bool(value)):
            broken.value = not value
        case ast.Constant(value=int(value)):
            broken.value = value + 1
        case ast.Constant(value=float(value)):
            broken.value = value * 1.5 if value else 1.0
        case ast.IfExp(test=test) | ast.If(test=test):
            broken.test = ast.UnaryOp(ast.Not(), test)
        case ast.Return(value=ast.expr() as value) if not (isinstance(value, ast.Constant) and value.value is None):
            broken.value = ast.Constant(None)
        case ast.UnaryOp(op=ast.Not(), operand=operand):
            return operand
        case _:
            return None
    return broken


class _Swap(ast.NodeTransformer):
    """Puts another node in the place of one."""

    def __init__(self, old: ast.AST, new: ast.AST) -> None:
        self.old, self.new = old, new

    def visit(self, node: ast.AST) -> ast.AST:
        return self.new if node is self.old else super().visit(node)


def _places(node: ast.AST) -> Iterator[ast.AST]:
    """Every node that runs: annotations and the fields of classes that only name a type do not."""
    for name, value in ast.iter_fields(node):
        if name in ("annotation", "returns", "decorator_list"):
            continue
        for inner in value if isinstance(value, list) else [value]:
            if isinstance(inner, ast.AST):
                yield inner
                yield from _places(inner)


def breaks(path: Path) -> list[Break]:
    """Every break of a module, in the order of its lines."""
    tree = ast.parse(path.read_text("utf-8"))
    found = []
    for node in _places(tree):
        new = _changed(node)
        if new is None:
            continue
        ast.copy_location(new, node)
        text = ast.unparse(ast.fix_missing_locations(_Swap(node, new).visit(tree)))
        _Swap(new, node).visit(tree)
        first, second = (ast.unparse(part).split("\n")[0][:70] for part in (node, new))
        found.append(Break(str(path.relative_to(ROOT)), getattr(node, "lineno", 0), f"{first}  ->  {second}", text))
    return sorted(found, key=lambda item: (item.path, item.line))


def commands_for(path: str, everywhere: bool) -> list[list[str]]:
    """The tests to ask, the nearest first: the module's own, its room's, the examples, its layer's, then others."""
    parts = Path(path).parts
    room = Path("tests", *parts[1:-1])
    own = room / f"test_{parts[-1]}"
    folders = [room, Path("tests", parts[1])]
    folders += [Path("tests", name) for name in ("library", "actions", "store", "web")] if everywhere else []
    folders = [folder for folder in dict.fromkeys(folders) if (ROOT / folder).is_dir()]
    runner = [sys.executable, "-m", "unittest", "-q", "-f"]
    found = [[sys.executable, "-m", "unittest", "discover", "-q", "-f", "-s", str(f), "-t", "."] for f in folders]
    nearest = [[*runner, ".".join(own.with_suffix("").parts)]] if (ROOT / own).exists() else []
    return [*nearest, found[0], [*runner, "tests.test_docs.Examples"], *found[1:]]


def survives(change: Break, home: Path, everywhere: bool) -> bool:
    """True where every test passes with the break in a copy of the project."""
    target = home / change.path
    whole = target.read_text("utf-8")
    target.write_text(change.text, "utf-8")
    try:
        for command in commands_for(change.path, everywhere):
            try:
                done = subprocess.run(command, cwd=home, capture_output=True, timeout=PATIENCE_S)
            except subprocess.TimeoutExpired:
                return False
            if done.returncode:
                if not change.line:
                    sys.stderr.write(done.stderr.decode()[-3000:])
                return False
        return True
    finally:
        target.write_text(whole, "utf-8")


def main() -> None:
    """Try the breaks and print those that survive, then the share."""
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("place", type=Path, help="a module or a folder of them")
    parser.add_argument("--sample", type=int, default=0, help="try so many at random; 0 tries all")
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--everywhere", action="store_true", help="ask the tests of the other layers, too")
    parser.add_argument("--beside", type=int, default=2, help="so many at a time")
    asked = parser.parse_args()
    place = asked.place.resolve()
    paths = [place] if place.is_file() else sorted(p for p in place.rglob("*.py") if p.stem not in ("__init__", "api"))
    tried = [change for path in paths for change in breaks(path)]
    total = len(tried)
    if asked.sample and asked.sample < total:
        tried = sorted(random.Random(asked.seed).sample(tried, asked.sample), key=lambda item: (item.path, item.line))
    homes: SimpleQueue[Path] = SimpleQueue()
    with tempfile.TemporaryDirectory() as folder, ThreadPoolExecutor(asked.beside) as pool:
        for number in range(asked.beside):
            home = Path(folder) / str(number)
            shutil.copytree(ROOT, home, ignore=shutil.ignore_patterns(*LEFT_OUT))
            homes.put(home)

        def attempt(change: Break) -> bool:
            home = homes.get()
            try:
                return survives(change, home, asked.everywhere)
            finally:
                homes.put(home)

        if tried and not attempt(Break(tried[0].path, 0, "", (ROOT / tried[0].path).read_text("utf-8"))):
            sys.exit("The tests do not pass without a break either. Mend them first.")
        survivors = 0
        for change, alive in zip(tried, pool.map(attempt, tried), strict=True):
            if alive:
                survivors += 1
                print(f"{change.path}:{change.line}: {change.what}", flush=True)
    print(f"{survivors} of {len(tried)} breaks survived ({total} possible).")


if __name__ == "__main__":
    main()
