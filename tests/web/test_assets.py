"""What ships with the application is what it says it is."""

from __future__ import annotations

import json
import re
import tempfile
import unittest
from pathlib import Path

from PIL import Image

from tools.build_css import BUILT, build, stamped

ROOT = Path(__file__).resolve().parents[2]
STATIC = ROOT / "lamplight" / "web" / "static"

# Classes that the builder makes for whoever names them: spaces, sizes, columns.
UTILITY = re.compile(
    r"(?:sm:|md:|lg:|xl:|print:)?-?(?:[mp][xytrbl]?-\d[\d.]*|gap-\d+|text-(?:xs|sm|base|lg|[2-9]?xl)|flex|grid|hidden|contents"
    r"|sr-only|(?:max|min)-[wh]-[\w.-]+|grid-cols-\d+|items-\w+|justify-\w+)"
)


class Assets(unittest.TestCase):
    """Styles, scripts, fonts."""

    def test_built_styles_are_whole(self):
        """The hash in the first line is that of the rest: nobody mended the built file by hand."""
        built = BUILT.read_text("utf-8")
        self.assertEqual(built, stamped(built.split("\n", 1)[1]), "run make css")

    def test_built_styles_are_up_to_date(self):
        """Each class of the source, and each utility that a page or a drawing names, has its rule."""
        built = BUILT.read_text("utf-8")
        known = set(re.findall(r"\.((?:\\.|[\w-])+)", built))
        known = {re.sub(r"\\(.)", r"\1", name) for name in known}
        source = (STATIC / "css" / "lamplight.css").read_text("utf-8")
        plain = re.sub(r"/\*.*?\*/|url\([^)]*\)|@[a-z]+ [^;{]*;", "", source, flags=re.DOTALL)
        own = set(re.findall(r"\.([a-z][\w-]+)(?=[^{}]*\{)", plain))
        self.assertEqual(own - known, set(), "run make css")
        used: set[str] = set()
        for path in (STATIC.parent).rglob("*.html"):
            for names in re.findall(r'class="([^"]*)"', path.read_text("utf-8")):
                used |= {name for name in re.sub(r"\{.*?\}\}?", " ", names).split() if UTILITY.fullmatch(name)}
        self.assertGreater(len(used), 15)
        self.assertEqual(used - known, set(), "run make css")

    @unittest.skipUnless((ROOT / "node_modules" / ".bin" / "tailwindcss").exists(), "the builder is not here")
    def test_built_styles_are_what_is_built(self):
        """Byte for byte, where the builder is at hand."""
        with tempfile.TemporaryDirectory() as folder:
            build(Path(folder) / "built.css")
            self.assertEqual((Path(folder) / "built.css").read_text("utf-8"), BUILT.read_text("utf-8"), "run make css")

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
