"""What ships with the application is what it says it is."""

from __future__ import annotations

import re
import unittest
from pathlib import Path

from tools.build_css import BUILT, input_hash

ROOT = Path(__file__).resolve().parents[2]
STATIC = ROOT / "lamplight" / "web" / "static"


class Assets(unittest.TestCase):
    """Styles, scripts, fonts."""

    def test_built_styles_are_up_to_date(self):
        """The hash in the first line is that of the sources; `make css` renews both."""
        first = BUILT.read_text("utf-8").splitlines()[0]
        self.assertEqual(first, f"/* built from {input_hash()} */", "run make css")

    def test_lock_files_name_no_host(self):
        """Neither lock file says where packages come from."""
        for name in ("requirements.lock", "requirements-dev.lock"):
            text = (ROOT / name).read_text("utf-8")
            self.assertNotIn("index-url", text)
            self.assertIn("--hash=sha256:", text)
        self.assertNotIn('"resolved"', (ROOT / "package-lock.json").read_text("utf-8"))

    def test_styles_ask_for_nothing_outside(self):
        """Every url() is a file that ships."""
        for url in re.findall(r"url\(([^)]+)\)", BUILT.read_text("utf-8")):
            path = url.strip("\"'")
            if not path.startswith("data:"):
                self.assertTrue((BUILT.parent / path).resolve().is_file(), path)
        for script in (STATIC / "js").glob("*.js"):
            self.assertNotRegex(script.read_text("utf-8"), r"https?://")


if __name__ == "__main__":
    unittest.main()
