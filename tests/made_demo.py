"""The demo as every test finds it: told once, kept in `build/` for as long as the code is the same, and copied."""

from __future__ import annotations

import hashlib
import shutil
from functools import cache
from pathlib import Path

from filelock import FileLock

from lamplight.demo.seed import prepare
from lamplight.store.database import database
from tests.base import NOW

ROOT = Path(__file__).resolve().parent.parent
KEPT = ROOT / "build" / "test-demo"


@cache
def demo_folder() -> Path:
    """A folder with the demo as it is told at `NOW`; nobody writes in it."""
    KEPT.mkdir(parents=True, exist_ok=True)
    folder = KEPT / _edition()
    with FileLock(KEPT / "lock"):
        if not folder.exists():
            for old in KEPT.iterdir():
                if old.is_dir():
                    shutil.rmtree(old, ignore_errors=True)
            made = KEPT / "being-made"
            prepare(made, NOW)
            database.close()
            made.rename(folder)
    return folder


def copied_demo(folder: Path) -> None:
    """Put the demo into a folder."""
    shutil.copytree(demo_folder(), folder, dirs_exist_ok=True)


def _edition() -> str:
    """Another one whenever a file is another from which the demo is told."""
    files = [path for path in (ROOT / "lamplight").rglob("*") if path.suffix in (".py", ".yaml", ".sql")]
    told = hashlib.sha256()
    for path in sorted(files):
        if not {"web", "drawing"} & set(path.relative_to(ROOT).parts):
            told.update(path.name.encode() + path.read_bytes())
    return told.hexdigest()[:20]
