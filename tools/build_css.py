"""Build the style sheet and stamp it with a hash of what came out, so that it changes only where a style does."""

from __future__ import annotations

import hashlib
import subprocess
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
STATIC = ROOT / "lamplight" / "web" / "static"
SOURCE = STATIC / "css" / "lamplight.css"
BUILT = STATIC / "css" / "lamplight.min.css"


def stamped(css: str) -> str:
    """The style sheet with the hash of itself in the first line."""
    return f"/* {hashlib.sha256(css.encode()).hexdigest()[:16]} */\n{css}"


def build(target: Path) -> None:
    """Run the builder, then put the hash into the first line."""
    command = ["node_modules/.bin/tailwindcss", "-i", str(SOURCE), "-o", str(target), "--minify"]
    subprocess.run(command, cwd=ROOT, check=True, capture_output=True, text=True)
    target.write_text(stamped(target.read_text("utf-8")), "utf-8")


def main() -> None:
    """Build the one that ships."""
    build(BUILT)
    print(f"{BUILT.relative_to(ROOT)}: {BUILT.stat().st_size} bytes")


if __name__ == "__main__":
    main()
