"""Many machines: a page holds so many, what matters first, and the rest is asked for."""

from __future__ import annotations

import re
import unittest
from datetime import timedelta

from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.sight.actor import Actor
from lamplight.web.paging import PAGE, paged
from tests.base import NOW, WebTest


class Parts(unittest.TestCase):
    """`paged`."""

    def test_every_item_once(self):
        """Walked from page to page, each item comes once; what no page is asked for shows the first."""
        for count in (0, 1, PAGE - 1, PAGE, PAGE + 1, 3 * PAGE, 3 * PAGE + 5):
            items, part, found = list(range(count)), paged(list(range(count)), ""), []
            while True:
                found += part.items
                if part.following is None:
                    break
                self.assertEqual(paged(items, str(part.following)).previous, part.first)
                part = paged(items, str(part.following))
            self.assertEqual(found, items)
            for odd in ("-1", "x", "99999999", "1e9"):
                self.assertEqual(paged(items, odd).first, 0)


class Pages(WebTest):
    """Sixty machines."""

    def setUp(self):
        super().setUp()
        for n in range(60):
            fields = MachineFields(f"Machine {n:02}", "jug-compact")
            add_machine(self.site.id, fields, NewMachine({"drinks": 100}), Actor(NOW - timedelta(days=1)))

    def test_no_page_is_large(self):
        """Machines, Lamps, Readings, Today and Plan: below 400 KB, and every machine within reach."""
        for path, pattern in (("/machines", r'href="/machines/(\d+)"'), ("/lamps", r'href="/lamps/(\d+)"'),
                              ("/readings", r'href="/readings/(\d+)"')):  # fmt: skip
            with self.subTest(path=path):
                first, second = self.get(path), self.get(f"{path}?first={PAGE}")
                self.assertLess(max(len(first), len(second)), 400_000)
                self.shows(first, f"1 to {PAGE} of 60")
                seen = {*re.findall(pattern, first), *re.findall(pattern, second)}
                self.assertGreaterEqual(len(seen), 60)
        for path in ("/", "/plan"):
            self.assertLess(len(self.get(path)), 400_000)

    def test_found_on_any_page(self):
        """A search looks at all of them."""
        self.shows(self.get("/machines?find=Machine+57"), "Machine 57")

    def test_a_sheet_that_is_refused_stays_where_it_was(self):
        """The second page with its mistake, not the first."""
        page = self.get(f"/readings?first={PAGE}")
        key = re.search(r'name="value-([^"]+)"', page)[1]
        again = self.post("/readings", {f"value-{key}": "many", "first": str(PAGE)}, 422).get_data(as_text=True)
        self.shows(again, f'name="value-{key}"')
        self.shows(again, "many")


if __name__ == "__main__":
    unittest.main()
