"""What goes out is made smaller where whoever asks can read it, and is the same then."""

from __future__ import annotations

import gzip
import unittest

import brotli

from tests.base import WebTest

UNPACKED = {"br": brotli.decompress, "gzip": gzip.decompress}


class Compressed(WebTest):
    """Pages, styles, files."""

    def test_smaller_and_the_same(self):
        """As asked for; a third at most of a page, and byte for byte what is sent without."""
        self.used_machine(name="Hall")
        for path in ("/supplies", "/static/css/lamplight.min.css"):
            for name, unpack in UNPACKED.items():
                with self.subTest(path=path, packed=name):
                    plain = self.client.get(path)
                    packed = self.client.get(path, headers={"Accept-Encoding": name})
                    self.assertEqual(packed.headers["Content-Encoding"], name)
                    self.assertIn("Accept-Encoding", packed.headers["Vary"])
                    self.assertLess(len(packed.data), len(plain.data) / 3)
                    again = unpack(packed.data)
                    self.assertEqual(len(again), len(plain.data))
                    if path.startswith("/static"):
                        self.assertEqual(again, plain.data)
                    for answer in (plain, packed):
                        answer.close()

    def test_left_alone(self):
        """For whoever cannot read it, and what is small already."""
        self.used_machine(name="Hall")
        self.assertNotIn("Content-Encoding", self.client.get("/").headers)
        for path in ("/log/runs.zip", "/static/fonts/atkinson-hyperlegible-mono-latin-400-normal.woff2"):
            with self.client.get(path, headers={"Accept-Encoding": "br, gzip"}) as answer:
                self.assertEqual(answer.status_code, 200)
                self.assertNotIn("Content-Encoding", answer.headers)


if __name__ == "__main__":
    unittest.main()
