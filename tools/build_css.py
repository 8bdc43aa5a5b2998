"""Build the style sheet and stamp it with a hash of everything that it was built from."""

from __future__ import annotations

import hashlib
import subprocess
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
STATIC = ROOT / "lamplight" / "web" / "static"
SOURCE = STATIC / "css" / "lamplight.css"
BUILT = STATIC / "css" / "lamplight.min.css"


def input_hash() -> str:
    """Hash of the style source, the templates, the drawing code and the locked builder."""
    inputs = [SOURCE, ROOT / "package-lock.json"]
    inputs += sorted((ROOT / "lamplight" / "web").rglob("*.html"))
    inputs += sorted((ROOT / "lamplight" / "drawing").rglob("*.py"))
    digest = hashlib.sha256()
    for path in inputs:
        digest.update(path.relative_to(ROOT).as_posix().encode() + b"\0" + path.read_bytes() + b"\0")
    return digest.hexdigest()[:16]


def main() -> None:
    """Run the builder, then put the hash into the first line."""
    command = ["node_modules/.bin/tailwindcss", "-i", str(SOURCE), "-o", str(BUILT), "--minify"]
    subprocess.run(command, cwd=ROOT, check=True, capture_output=True, text=True)
    BUILT.write_text(f"/* built from {input_hash()} */\n{BUILT.read_text('utf-8')}", "utf-8")
    print(f"{BUILT.relative_to(ROOT)}: {BUILT.stat().st_size} bytes")


if __name__ == "__main__":
    main()
