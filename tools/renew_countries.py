"""Write down which countries the package of public holidays knows, with their regions.

The package is large; the page that offers the countries reads the short list and leaves the package alone.
"""

from __future__ import annotations

from pathlib import Path

import holidays
import yaml

TARGET = Path(__file__).resolve().parent.parent / "lamplight" / "library" / "countries.yaml"
HEAD = "# Countries whose public holidays can be taken over, with their regions; written by tools/renew_countries.py.\n"


def countries_text() -> str:
    """The list as the file has it."""
    known = {code: sorted(regions) for code, regions in sorted(holidays.list_supported_countries().items())}
    return HEAD + yaml.safe_dump(known, sort_keys=True, allow_unicode=True, default_flow_style=None, width=120)


if __name__ == "__main__":
    TARGET.write_text(countries_text(), "utf-8")
