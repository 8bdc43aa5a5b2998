"""The short list of countries is what the package of holidays knows, and a page that offers it leaves that alone."""

from __future__ import annotations

import subprocess
import sys

import holidays

from lamplight.library.catalogue import countries
from tests.base import WebTest
from tools.renew_countries import TARGET, countries_text

LOOK = """
import sys
from pathlib import Path
from lamplight.web import create_app
client = create_app(Path(sys.argv[1])).test_client()
assert client.get("/site").status_code == 200
print("holidays" in sys.modules)
"""


class Countries(WebTest):
    """Offered under Site."""

    def test_current(self):
        """As the package has them; `python -m tools.renew_countries` writes them anew."""
        self.assertEqual(TARGET.read_text("utf-8"), countries_text())
        known = {code: sorted(regions) for code, regions in holidays.list_supported_countries().items()}
        self.assertEqual(countries(), known)

    def test_the_page_does_not_load_the_package(self):
        """Importing it takes about a second: only who takes holidays over waits for it."""
        command = [sys.executable, "-c", LOOK, str(self.folder)]
        done = subprocess.run(command, capture_output=True, text=True, check=True)
        self.assertEqual(done.stdout.strip(), "False")
