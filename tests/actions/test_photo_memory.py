"""How much memory a photo takes, measured in a process of its own; and what is refused by its size alone."""

from __future__ import annotations

import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from PIL import Image

from lamplight.actions.photos import MOST_MEGAPIXELS, shrunk
from lamplight.core.errors import InvalidInput
from tests.draw import drawn

MAKE = """
import sys
from PIL import Image
mode, width, height, form, progressive, path = sys.argv[1:]
picture = Image.linear_gradient("L").resize((int(width), int(height))).convert(mode)
picture.save(path, form, **({"progressive": True} if progressive else {}))
"""
# Peak of the whole process in MB, as Linux counts it (proc(5), VmHWM).
TAKE = """
import re, sys
from pathlib import Path
from lamplight.actions.photos import shrunk
print(shrunk(Path(sys.argv[1]).read_bytes())[1:])
print(int(re.search(r"VmHWM:\\s+(\\d+)", Path("/proc/self/status").read_text())[1]) // 1024)
"""
MOST_MB = 200


def size_of(megapixels):
    """Width and height, four to three."""
    height = int((megapixels * 1e6 * 3 / 4) ** 0.5)
    return int(megapixels * 1e6 / height), height


class Memory(unittest.TestCase):
    """Files as phones and scanners make them."""

    def setUp(self):
        """A folder for the files."""
        self._folder = tempfile.TemporaryDirectory()
        self.addCleanup(self._folder.cleanup)

    def made(self, megapixels, form, mode="RGB", progressive=False):
        """A file of that size; made elsewhere, so that this process stays small."""
        path = Path(self._folder.name) / "photo"
        given = [mode, *map(str, size_of(megapixels)), form, "yes" if progressive else "", str(path)]
        subprocess.run([sys.executable, "-c", MAKE, *given], check=True)
        return path

    def test_stays_small(self):
        """A phone's 50 megapixels, and the largest of each other format, in less than 200 MB, all of Python with it."""
        largest = (
            (50, "JPEG", "RGB", False),
            (MOST_MEGAPIXELS["progressive JPEG"], "JPEG", "RGB", True),
            (MOST_MEGAPIXELS["PNG"], "PNG", "RGBA", False),
            (MOST_MEGAPIXELS["WEBP"], "WEBP", "RGB", False),
        )
        for megapixels, form, mode, progressive in drawn(largest, 2):
            path = self.made(megapixels, form, mode, progressive)
            asked = subprocess.run([sys.executable, "-c", TAKE, str(path)], capture_output=True, text=True, check=True)
            size, peak = asked.stdout.splitlines()
            with self.subTest(form=form, progressive=progressive):
                self.assertIn("1600", size)
                self.assertLess(int(peak), MOST_MB)

    def test_refused_by_its_size(self):
        """A few kilobytes that would become hundreds of megabytes are not decoded at all."""
        for form, progressive in drawn((("PNG", False), ("WEBP", False), ("JPEG", True)), 1):
            data = self.made(30, form, "L" if form == "PNG" else "RGB", progressive).read_bytes()
            with self.subTest(form=form), self.assertRaisesRegex(InvalidInput, "million pixels. Take it"):
                shrunk(data)

    def test_two_pictures_in_one_file(self):
        """As phones send them: the first is taken."""
        path = Path(self._folder.name) / "two"
        first = Image.new("RGB", (2000, 1000), "white")
        first.save(path, "MPO", save_all=True, append_images=[first])
        self.assertEqual(shrunk(path.read_bytes())[1:], (1600, 800))

    def test_odd_ones(self):
        """Black and white, with a palette, for print, transparent, sixteen bits deep."""
        for mode, form in (("1", "PNG"), ("P", "PNG"), ("LA", "PNG"), ("I;16", "PNG"), ("CMYK", "JPEG"), ("L", "JPEG")):
            path = Path(self._folder.name) / f"{form}-{mode[0]}"
            Image.new(mode, (2000, 1000)).save(path, form)
            with self.subTest(mode=mode):
                self.assertEqual(shrunk(path.read_bytes())[1:], (1600, 800))
