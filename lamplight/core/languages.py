"""The languages in which a site writes its numbers and dates; Lamplight itself speaks English.

How each writes them comes from the Unicode CLDR, as the package Babel brings it.
"""

from __future__ import annotations

BRITISH = "en_GB"
# By its key in the CLDR: its name in itself, as the CLDR has it.
LANGUAGES = {
    BRITISH: "British English", "en_US": "American English", "cs": "čeština", "da": "dansk", "de": "Deutsch",
    "es": "español", "fi": "suomi", "fr": "français", "it": "italiano", "nl": "Nederlands", "nb": "norsk bokmål",
    "pl": "polski", "pt": "português", "sv": "svenska",
}  # fmt: skip
