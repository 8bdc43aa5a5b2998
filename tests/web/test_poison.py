"""Values that once killed a page: typed everywhere a number is taken, and every page still opens."""

from __future__ import annotations

from lamplight.store.database import database
from tests.base import WebTest
from tests.web.test_trouble import PAGES

POISON = ("1e-320", "5e-324", "1e308", "1e-9", "nan", "inf", "-0.0", "1e400", "0x10", "1_0", "٣", "9" * 400)
BOUNDARY = "part"


class Poison(WebTest):
    """Through every form that takes a number."""

    def test_every_number(self):
        """Refused with a sentence or taken; whatever it was, nothing breaks afterwards."""
        self.used_machine(name="Hall")
        forms = (
            ("/water/tests", {"source": "mains", "day": "2026-11-20"}, ("total", "carbonate")),
            ("/water/1/filter", {"do": "in", "months": "2"}, ("capacity", "bypass", "months")),
            ("/supplies", {"title": "Own", "role": "brew-cleaner", "form": "tablet", "chemistry": "alkaline",
                           "unit": "tablet", "dose": "1"}, ("dose", "per_l")),
            ("/supplies/moves", {"product": "brew-tablet", "do": "bought"}, ("amount",)),
            ("/machines/1/edit", {"name": "Hall", "kind": "removable-tabletop"}, ("guess",)),
            ("/machines/1/limit", {"item": "brew-tablet", "trigger": "drinks"}, ("limit",)),
            ("/readings", {}, ("value-1",)),
        )  # fmt: skip
        for path, form, fields in forms:
            for field in fields:
                for poison in POISON:
                    body = {"csrf_token": self.token(), "capacity": "100", **form, field: poison}
                    answer = self.client.post(path, data=body)
                    with self.subTest(path=path, field=field, poison=poison[:10]):
                        self.assertIn(answer.status_code, (303, 404, 409, 422))
                        if answer.status_code == 422:
                            self.refuses(path, answer.get_data(as_text=True))
        database.connect(reuse_if_open=True)
        for path in PAGES:
            self.get(path)

    def test_parts_without_a_name(self):
        """Before the sign-in, before the token, before anything."""
        for head in ("form-data", 'attachment; filename="a"', ""):
            line = f"Content-Disposition: {head}\r\n" if head else ""
            body = f"--{BOUNDARY}\r\n{line}\r\nvalue\r\n--{BOUNDARY}--\r\n"
            answer = self.client.post(
                "/people", data=body.encode(), content_type=f"multipart/form-data; boundary={BOUNDARY}"
            )
            self.assertEqual(answer.status_code, 400, head)
