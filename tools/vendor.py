"""Copy browser libraries and typefaces from their packages into the application."""

from __future__ import annotations

import shutil
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
PACKAGES = ROOT / "node_modules"
STATIC = ROOT / "lamplight" / "web" / "static"
SCRIPTS = {
    "htmx.org/dist/htmx.min.js": STATIC / "vendor" / "htmx.min.js",
    "@alpinejs/csp/dist/cdn.min.js": STATIC / "vendor" / "alpine-csp.min.js",
    "@simplewebauthn/browser/dist/bundle/index.umd.min.js": STATIC / "vendor" / "webauthn.min.js",
    "axe-core/axe.min.js": ROOT / "tests" / "browser" / "vendor" / "axe.min.js",
}


def main() -> None:
    """Copy every script, and every font file that the application has already."""
    for source, target in SCRIPTS.items():
        shutil.copyfile(PACKAGES / source, target)
    for font in sorted((STATIC / "fonts").glob("*.woff2")):
        found = next(PACKAGES.glob(f"@fontsource*/*/files/{font.name}"))
        shutil.copyfile(found, font)


if __name__ == "__main__":
    main()
