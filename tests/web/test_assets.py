"""What ships with the application is what it says it is."""

from __future__ import annotations

import json
import re
import unittest
from pathlib import Path

from PIL import Image

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

    def test_it_can_be_put_on_a_phone(self):
        """The manifest says where it begins, and each of its icons is a picture of the size that it says."""
        known = json.loads((STATIC / "manifest.json").read_text("utf-8"))
        self.assertEqual((known["start_url"], known["display"]), ("../", "standalone"))
        for icon in known["icons"]:
            with Image.open(STATIC / icon["src"]) as picture:
                self.assertEqual("{}x{}".format(*picture.size), icon["sizes"])
        self.assertIn("maskable", [icon.get("purpose") for icon in known["icons"]])

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
