"""What nobody knows is never nothing, and never fine: a book into which machines were written, and no more."""

from __future__ import annotations

import re
import unittest

from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from tests.base import NOW, WebTest

# Whatever says that all is well, that nothing is due, or what something costs.
ALL_WELL = re.compile(
    r"Nothing to (do|buy|plan|close)|Nothing is due|Everything lasts|within its limits|Enjoy one|No visit in", re.I
)
PAGES = ("/", "/close/", "/supplies/list", "/supplies", "/supplies/costs", "/plan", "/mail/preview/morning")


class FirstMinute(WebTest):
    """Machines with a guess of their drinks, without one, and with a count."""

    def add(self, count, **known):
        """So many machines, of kinds in turn."""
        for kind in list(kinds())[:count]:
            start = NewMachine({"drinks": 1000} if known.get("counted") else {})
            fields = MachineFields(f"The {kind}", kind, guess_per_day=known.get("guess"))
            add_machine(self.site.id, fields, start, Actor(NOW))

    def test_no_surface_says_that_all_is_well(self):
        """At home and in an office, by whatever is known of the drinks."""
        for count in (1, 3):
            for known in ({}, {"guess": 20}, {"counted": True}):
                self.setUp()
                self.add(count, **known)
                for path in PAGES:
                    with self.subTest(path=path, machines=count, known=known):
                        page = self.get(path)
                        self.assertIsNone(ALL_WELL.search(re.sub(r"\s+", " ", page)), ALL_WELL.search(page))


if __name__ == "__main__":
    unittest.main()
