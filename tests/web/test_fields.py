"""What is refused is said beside the field that it is about, by the refusal's own word for it."""

from __future__ import annotations

from bs4 import BeautifulSoup

from lamplight.core.errors import InvalidFields, InvalidInput, about
from lamplight.web.forms import placed
from tests.base import DataTest, WebTest

WEEK = {"name": "Test Works", "zone": "Europe/Berlin", "open0": "1", "from0": "07:00", "to0": "18:00"}
NEW = {"kind": "removable-tabletop", "name": "Hall 2"}
LONG = "x" * 200


class Placing(WebTest):
    """Every form with several fields."""

    def setUp(self):
        """One machine to change."""
        super().setUp()
        self.hall = self.used_machine(name="Hall")

    def said_at(self, page, field):
        """What a page says at a field: what describes it, or stands in its row or fieldset."""
        soup = BeautifulSoup(page, "lxml")
        control = soup.find(id=field) or soup.find(id=f"how-{field.removeprefix('done-')}")
        described = soup.find(id=control.get("aria-describedby", "nothing"))
        around = control.find_parent(class_="done-row") or control.find_parent("fieldset") or control.parent
        wrong = around.find(class_="wrong")
        return " ".join(part.get_text(" ", strip=True) for part in (described, wrong) if part)

    def test_each(self):
        """Path, form, the one field, the sentence."""
        rows = [
            ("/machines/new", {**NEW, "name": ""}, "name", "The machine's name is missing"),
            ("/machines/new", {**NEW, "name": "hall"}, "name", "There is a machine called hall already"),
            ("/machines/new", {**NEW, "place": LONG}, "place", "The place is longer than 80"),
            ("/machines/new", {**NEW, "guess": "many"}, "guess", "Drinks a day is a number"),
            ("/machines/new", {**NEW, "guess": "99999"}, "guess", "The number of drinks a day lies between"),
            ("/machines/new", {**NEW, "counter-drinks": "12x"}, "counter-drinks", "The counter is a whole number"),
            ("/machines/new", {**NEW, "how-descale": "date", "date-descale": "soon"}, "done-descale", "is a date such"),
            ("/machines/new", {**NEW, "how-grease": "count", "count-grease": "9"}, "done-grease", "needed too"),
            ("/machines/new", {**NEW, "cartridge": "usual", "cartridge_on": "x"}, "cartridge_on", "is a date such"),
            (f"/machines/{self.hall}/edit", {**NEW, "serial": LONG}, "serial", "The serial number is longer"),
            (f"/machines/{self.hall}/edit", {**NEW, "place": LONG}, "place", "The place is longer"),
            ("/site", {**WEEK, "name": ""}, "name", "The name is missing"),
            ("/site", {**WEEK, "zone": "Moon/Sea"}, "zone", "is not a known time zone"),
            ("/site", {**WEEK, "to0": "06:00"}, "from0", "Monday: Closing time must lie after"),
            ("/site", {**WEEK, "open0": ""}, "open0", "Say on which weekdays"),
            ("/site/closures", {"first": "2026-12-24", "last": "never"}, "last", "is a date such"),
            ("/site/closures", {"first": "2026-12-24", "last": "2026-12-20"}, "first", "Swap them"),
            ("/site/closures", {"first": "2026-12-24", "last": "2029-12-20"}, "last", "a year at most"),
            ("/site/closures", {"first": "2026-12-24", "label": LONG}, "label", "The reason is longer"),
            ("/site/absences", {"away_first": "2026-12-24", "away_last": "x"}, "away_last", "is a date such"),
            (
                "/site/absences", {"away_first": "2026-12-24", "away_last": "2026-12-25", "away_label": LONG},
                "away_label", "The reason is longer",
            ),
            ("/people", {"initials": "", "name": "Ada"}, "initials", "Initials is missing"),
            ("/people", {"initials": "AB", "name": LONG}, "name", "The name is longer"),
            ("/water/tests", {"source": "", "total": "7", "day": "2026-11-20"}, "source", "of the water is missing"),
            ("/water/tests", {"source": "mains", "carbonate": "x", "day": "2026-11-20"}, "carbonate", "is a number"),
            ("/water/tests", {"source": "mains", "total": "7", "day": "2027-11-20"}, "day", "has not come yet"),
            ("/water/tests", {"source": "mains", "day": "2026-11-20"}, "total", "Enter the total or the carbonate"),
        ]  # fmt: skip
        for path, form, field, sentence in rows:
            with self.subTest(path=path, field=field, sentence=sentence):
                page = self.post(path, form, 422).get_data(as_text=True)
                self.assertIn(sentence, self.said_at(page, field))
                self.assertEqual(page.count("is longer than"), page.count(sentence) if "longer" in sentence else 0)


class Errors(DataTest):
    """The refusals themselves."""

    def test_fields(self):
        """The nearest word for it holds; one without stays one of the whole."""
        with self.assertRaises(InvalidInput) as refused, about("outer"), about("inner"):
            raise InvalidInput("No.")
        self.assertEqual((refused.exception.field, str(refused.exception)), ("inner", "No."))
        with self.assertRaises(InvalidInput) as refused, about("outer"):
            raise InvalidInput("No.", "own")
        self.assertEqual(refused.exception.by_field, {"own": "No."})

    def test_nothing_stays_unsaid(self):
        """What a form has no place for is said at the rest, together."""
        several = InvalidFields({"name": "A.", "moon": "B.", "sun": "C."})
        self.assertEqual(str(several), "A. B. C.")
        self.assertEqual(placed(several, ("name",), "name"), {"name": "A. B. C."})
        self.assertEqual(placed(several, ("name", "x_sun"), "name"), {"name": "A. B. C."})
        self.assertEqual(
            placed(InvalidInput("B.", "first"), ("away_first",), "away_last", "away_"), {"away_first": "B."}
        )
        self.assertEqual(placed(InvalidInput("B."), ("name",), "name"), {"name": "B."})
