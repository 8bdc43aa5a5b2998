"""One page of a machine for whoever stands in."""

from __future__ import annotations

from bs4 import BeautifulSoup

from tests.base import WebTest


class Handover(WebTest):
    """A tower whose wash is overdue."""

    def setUp(self):
        """One machine."""
        super().setUp()
        self.tower = self.used_machine(name="Tower", kind="office-tower", done={"milk-wash": 9, "group-rinse": 2})

    def sheet(self, query=""):
        """The sheet, as it is printed."""
        return BeautifulSoup(self.get(f"/machines/{self.tower}/handover{query}"), "lxml").select_one("article")

    def test_what_stands_there(self):
        """What it is, what comes first, its lamps, and the cautions; reached from the machine."""
        text = self.sheet().get_text(" ", strip=True)
        for words in (
            "Tower",
            "Office tower",
            "Milk circuit wash",
            "If it lights",
            "main switch off",
            "manual comes first",
        ):
            self.assertIn(words, text)
        days = [row.td.get_text(strip=True) for row in self.sheet().select("table tr")]
        self.assertEqual(days[0], "Tue 24 Nov, 18:00", "what is due is done when somebody comes")
        self.assertLessEqual(len(self.sheet().select("ol li")), 3)
        self.shows(self.get(f"/machines/{self.tower}"), f"/machines/{self.tower}/handover")

    def test_the_ways_in_are_asked_for(self):
        """Codes stand on it only where somebody wanted them there."""
        self.assertIn("Left out on this sheet", self.sheet().get_text())
        shown = self.sheet("?codes=1").get_text(" ", strip=True)
        self.assertNotIn("Left out on this sheet", shown)
        self.assertIn("It asks for the key code.", shown)
        self.assertNotIn("It asks for the key code.", self.sheet().get_text(" ", strip=True))

    def test_what_is_other_here(self):
        """A limit with its reason, an item that is not done, a part that is missing."""
        self.assertIn("Nothing: all as its kind", self.sheet().get_text())
        base = f"/machines/{self.tower}"
        self.post(f"{base}/limit", {"item": "group-rinse", "trigger": "days", "limit": "3", "reason": "dark roast"})
        self.post(f"{base}/switch", {"item": "hoppers", "do": "off", "reason": "not ours"})
        self.post(f"{base}/part", {"part": "tray", "state": "broken", "note": "cracked"})
        text = " ".join(self.sheet().get_text(" ", strip=True).split())
        for words in ("every 3 days", "usually 7 days", "dark roast", "not done here", "cracked"):
            self.assertIn(words, text)
        page = BeautifulSoup(self.get(f"{base}/settings"), "lxml")
        forms = page.select(".other-list form")
        self.assertEqual(len(forms), 3)
        for form in forms:  # each is put back as its kind has it
            fields = {field["name"]: field["value"] for field in form.select("input") if field["name"] != "csrf_token"}
            self.post(form["action"], fields)
        self.assertIn("Nothing: all as its kind", self.sheet().get_text())
        self.hides(self.get(f"{base}/settings"), "Other than its kind")

    def test_an_empty_machine(self):
        """Nothing is known yet: it opens all the same; one that is not there does not."""
        self.tower = self.machine("New", "black-coffee-bench")
        self.assertIn("If it lights", self.sheet().get_text())
        self.get("/machines/99/handover", 404)
