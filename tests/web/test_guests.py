"""Stickers and passer-by over HTTP: what a guest sees, tells and floods, and what a keeper makes of it."""

from __future__ import annotations

import io
import re
from datetime import timedelta
from xml.etree import ElementTree as ET

import numpy as np
import zxingcpp
from bs4 import BeautifulSoup
from PIL import Image

from lamplight.actions.stickers import renew_sticker
from lamplight.core.care.item import ItemRole
from lamplight.core.guest.reports import GuestTells
from lamplight.core.guest.usable import Usable
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.sight.guests import guest_alarms, may_tell, standing_of
from lamplight.sight.kinds import kind_of
from lamplight.store.books import book
from lamplight.store.database import database, photo_folder
from lamplight.store.guests import reports_decided, stickers, waiting_reports
from lamplight.store.logbook import entries
from lamplight.store.models import DeviceEvent, Entry, Photo
from lamplight.store.sites import machine, machines
from tests.base import NOW, WebTest


def picture():
    """A small photo."""
    out = io.BytesIO()
    Image.new("RGB", (80, 60), "white").save(out, "PNG")
    return io.BytesIO(out.getvalue())


class Guests(WebTest):
    """A tabletop with a sticker that allows photos, and a tower without one."""

    def setUp(self):
        """Everything was done yesterday."""
        super().setUp()
        done = {item.key: 1 for item in kind_of("removable-tabletop").items}
        self.hall = self.used_machine(name="Hall", done=done)
        self.code = renew_sticker(machine(self.site.id, self.hall), Actor(NOW), photos=True).token
        self.at = f"/at/{self.code}"
        self.guest = self.app.test_client()

    def see(self, path="", code=200):
        """Scan it; answers the page."""
        answer = self.guest.get(path or self.at)
        self.assertEqual(answer.status_code, code)
        database.connect(reuse_if_open=True)
        return answer.get_data(as_text=True)

    def tell(self, code=303, address="10.0.0.9", **form):
        """Tell something; answers the page."""
        answer = self.guest.post(self.at, data=form, environ_base={"REMOTE_ADDR": address})
        self.assertEqual(answer.status_code, code, answer.get_data(as_text=True)[-700:])
        database.connect(reuse_if_open=True)
        return answer.get_data(as_text=True)


class Seeing(Guests):
    """One machine, and nothing else."""

    def test_no_cookie_no_script_no_names(self):
        """Nothing is set, nothing of the others, the keepers or the site is told."""
        self.used_machine(name="Attic")
        answer = self.guest.get(self.at)
        self.assertNotIn("Set-Cookie", answer.headers)
        page = answer.get_data(as_text=True)
        self.shows(page, "Yes, you may use it")
        for hidden in ("Attic", self.site.name, "<script", "csrf", "/machines"):
            self.assertNotIn(hidden, page)

    def test_every_kind(self):
        """Every kind has its page, its panel to touch where it has one, and nothing to tell that it has not."""
        for key, kind in kinds().items():
            row = machine(self.site.id, self.machine(name=key, kind=key))
            page = self.see(f"/at/{renew_sticker(row, Actor(NOW)).token}")
            parts = {part.key for part in kind.parts}
            with self.subTest(kind=key):
                self.assertEqual('value="filled"' in page, "tank" in parts)
                self.assertEqual('value="emptied"' in page, kind.item_of(ItemRole.DRAWER) is not None)
                self.assertEqual('value="panel"' in page, False)  # nothing was touched
                buttons = BeautifulSoup(page, "lxml").select(".lamp-button")
                self.assertEqual(len(buttons), len(kind.panel.lamps))

    def test_touched(self):
        """Each touch steps a lamp; filling has three pictures; what cannot be is taken as dark."""
        self.shows(self.see(f"{self.at}?touch=tank"), "The tank is missing")
        page = self.see(f"{self.at}?lamp-tank=steady+red&touch=tank")
        self.shows(page, "Fill the tank")
        self.hides(page, "Yes, you may use it")  # as they see it, whatever the book says
        self.shows(self.see(), "Yes, you may use it")
        self.assertEqual(len(BeautifulSoup(page, "lxml").select(".guest-steps .closeup")), 3)
        self.shows(self.see(f"{self.at}?lamp-attention=flashing+red"), "do not open it")
        care = self.see(f"{self.at}?lamp-care=flashing+amber")
        self.shows(care, "You may draw your drink")
        self.shows(care, "Yes, you may use it")
        for odd in ("lamp-tank=purple", "lamp-moon=steady", "touch=moon", "message=" + "x" * 4000, "lamp-tank=%00"):
            self.hides(self.see(f"{self.at}?{odd}"), 'value="panel"')

    def test_where_else(self):
        """While it is led through a job: until when, and the nearest that is free."""
        self.used_machine(name="Attic", done={item.key: 1 for item in kind_of("removable-tabletop").items})
        self.post("/runs", {"machine": self.hall, "item": "group-rinse"})
        page = self.see()
        self.shows(page, "It is being looked after")
        self.assertRegex(page, r"until about \d\d:\d\d")
        self.shows(page, "Attic is free")
        self.assertIs(standing_of(self.view(self.hall), NOW).usable, Usable.CLEANING)

    def test_no_milk(self):
        """A wash that is overdue stops milk; what is late says so itself."""
        kind = "office-tower"
        tower = self.used_machine(name="Tower", kind=kind, done={item.key: 1 for item in kind_of(kind).items})
        token = renew_sticker(machine(self.site.id, tower), Actor(NOW)).token
        self.clock.moment = NOW + timedelta(days=2)
        late = [
            due
            for due in self.view(tower, self.clock.moment).status.dues
            if due.item.when_overdue and due.status.word == "overdue"
        ]
        self.assertTrue(late)
        page = self.see(f"/at/{token}")
        self.shows(page, late[0].item.when_overdue)
        self.shows(page, "Coffee yes, milk no")

    def test_gone(self):
        """Renewed, ended, or made up: 404 with a kind sentence, and nothing is kept."""
        old = self.at
        self.post(f"/guests/sticker/{self.hall}", {"do": "renew"})
        for path in (old, "/at/made-up", "/at/" + "x" * 300):
            self.shows(self.see(path, 404), "This sticker is no longer good")
        self.at = old
        self.tell(404, told="spits")
        self.at = f"/at/{stickers()[self.hall].token}"
        self.see()
        self.post(f"/guests/sticker/{self.hall}", {"do": "end"})
        self.see(code=404)
        self.assertEqual(waiting_reports(), [])


class Telling(Guests):
    """A report waits."""

    def test_it_settles_nothing_until_accepted(self):
        """The book stays as it is; a ring on the wall; accepted it counts from when it was sent."""
        before, lines = book(self.hall), Entry.select().count()
        drawer = kind_of("removable-tabletop").item_of(ItemRole.DRAWER).key
        self.tell(told="filled")
        self.tell(told="emptied")
        self.tell(told="spits")
        self.tell(told="panel", **{"lamp-tank": "flashing red"})
        self.tell(told="words", words="It smells odd")
        self.assertEqual((book(self.hall), Entry.select().count()), (before, lines))
        self.shows(self.get("/"), "5 from guests")
        sent = self.clock.moment
        self.clock.moment += timedelta(minutes=50)
        ids = [str(row.id) for row in waiting_reports()]
        self.post("/guests", {"report": ids})
        self.assertEqual(waiting_reports(), [])
        self.hides(self.get("/"), "from guests")
        view = self.view(self.hall, self.clock.moment)
        self.assertEqual(view.status.due(drawer).last.at, sent)
        self.assertEqual([(row.what, row.at) for row in DeviceEvent.select()], [("refill", sent)])
        self.assertEqual(view.panel.meanings[0].title, "Fill the tank")
        told = [(row.summary, row.at) for row in entries(kind="guest")]
        self.assertEqual(sorted(told), [("A guest says: It smells odd", sent), ("A guest says: it spits", sent)])
        self.assertEqual(reports_decided(), {self.hall: (5, 0)})
        self.post("/guests", {"report": ids}, 422)

    def test_a_tray_is_no_drawer(self):
        """Poured into the sink, not the bin; told, it settles neither drawer nor tray, since nobody dried its seat."""
        page = self.see(f"{self.at}?lamp-drawer=flashing+red&lamp-attention=flashing+red")
        self.shows(page, "Pour it into the sink")
        self.hides(page, "into the bin")
        before = {due.item.key: due.last for due in self.view(self.hall).status.dues}
        self.clock.moment += timedelta(minutes=2)
        self.tell(told="tray")
        self.post("/guests", {"report": str(waiting_reports()[0].id)})
        after = self.view(self.hall, self.clock.moment).status.dues
        self.assertEqual({due.item.key: due.last for due in after}, before)
        self.assertEqual(entries(kind="guest")[0].summary, "A guest says: the tray was emptied")

    def test_put_aside(self):
        """It counts for nothing, its photo is gone, and the count says so."""
        self.tell(told="words", words="look", photo=(picture(), "a.png"))
        file = photo_folder() / waiting_reports()[0].photo
        self.assertTrue(file.exists())
        answer = self.client.get(f"/guests/photo/{file.name}")
        self.assertEqual((answer.status_code, answer.mimetype), (200, "image/jpeg"))
        answer.close()
        lines = Entry.select().count()
        self.post("/guests", {"report": str(waiting_reports()[0].id), "do": "dismiss"})
        self.assertEqual((Entry.select().count(), file.exists()), (lines, False))
        self.assertEqual(reports_decided(), {self.hall: (0, 1)})
        self.get(f"/guests/photo/{file.name}", 404)

    def test_photo_that_went_from_the_disk(self):
        """A book restored without its photos: the report is there, its picture is not, and nothing gives way."""
        self.tell(told="words", words="look", photo=(picture(), "a.png"))
        file = photo_folder() / waiting_reports()[0].photo
        file.unlink()
        self.get(f"/guests/photo/{file.name}", 404)

    def test_photo(self):
        """Accepted it belongs to the machine; where photos are not allowed it is not even looked at."""
        self.tell(told="words", words="look", photo=(picture(), "a.png"))
        self.post("/guests", {"one": str(waiting_reports()[0].id)})
        self.assertEqual([(one.title, one.machine_id) for one in Photo.select()], [("look", self.hall)])
        self.shows(self.tell(422, told="words", words="bad", photo=(io.BytesIO(b"no"), "a.png")), "not a photo")
        self.post(f"/guests/sticker/{self.hall}", {"do": "no photos"})
        self.tell(told="words", words="again", photo=(picture(), "a.png"))
        self.assertEqual(waiting_reports()[0].photo, "")

    def test_twice_is_one(self):
        """From the same or another phone within half an hour."""
        for address in ("10.0.0.9", "10.0.0.9", "10.0.0.10"):
            self.tell(told="spits", address=address)
        self.assertEqual([row.times for row in waiting_reports()], [3])
        self.clock.moment += timedelta(minutes=31)
        self.tell(told="spits")
        self.assertEqual(len(waiting_reports()), 2)

    def test_refused(self):
        """Nothing said, too much, a dark panel, what there is not: a sentence, and nothing written."""
        for form, said in (
            ({"told": "words", "words": "  "}, "in a few words"),
            ({"told": "words", "words": "x" * 201}, "longer than"),
            ({"told": "panel"}, "Touch what the panel shows"), ({"told": "moon"}, "Touch what it was"),
        ):  # fmt: skip
            page = self.tell(422, **form)
            self.shows(page, said)
        self.shows(self.tell(422, told="words", words="x" * 201), f'value="{"x" * 201}"')
        self.assertEqual(waiting_reports(), [])
        plumbed = machine(self.site.id, self.machine(name="Plumbed", kind="office-tower"))
        if GuestTells.FILLED not in may_tell(self.view(plumbed.id)):
            self.at = f"/at/{renew_sticker(plumbed, Actor(NOW)).token}"
            self.shows(self.tell(422, told="filled", address="10.0.0.11"), "has no such thing")

    def test_a_lamp_that_stops_it_is_told_at_once(self):
        """By mail, as what a guest saw; what stops nothing is not."""
        self.tell(told="panel", **{"lamp-care": "flashing amber"})
        rows = machines(self.site.id)
        self.assertEqual(guest_alarms(rows), [])
        self.tell(told="panel", **{"lamp-drawer": "flashing red"})
        alarm = guest_alarms(rows)[0]
        self.assertEqual((alarm.machine, alarm.words), (self.hall, "a guest saw “Empty the drawer”"))
        self.post("/guests", {"report": [str(row.id) for row in waiting_reports()], "do": "dismiss"})
        self.assertEqual(guest_alarms(rows), [])


class Flood(Guests):
    """Limits hold, and others can still tell."""

    def test_one_who_floods(self):
        """429 with a kind sentence from that address; another tells on; another sticker is not held up."""
        codes = []
        for n in range(12):
            answer = self.guest.post(
                self.at, data={"told": "words", "words": f"flood {n}"}, environ_base={"REMOTE_ADDR": "10.9.9.9"}
            )
            codes.append(answer.status_code)
        database.connect(reuse_if_open=True)
        self.assertEqual(codes, [303] * 5 + [429] * 7)
        self.shows(answer.get_data(as_text=True), "that is a lot at once")
        self.tell(told="spits", address="10.9.9.10")
        self.tell(told="spits", address="2001:db8:1:2::7")
        self.assertEqual(len(waiting_reports()), 6)
        self.see()

    def test_one_network_is_one(self):
        """Of IPv6 whoever has a network has as many addresses as they like."""
        for n in range(8):
            answer = self.guest.post(
                self.at, data={"told": "words", "words": f"six {n}"}, environ_base={"REMOTE_ADDR": f"2001:db8:1:2::{n}"}
            )
        database.connect(reuse_if_open=True)
        self.assertEqual((answer.status_code, len(waiting_reports())), (429, 5))

    def test_too_large(self):
        """A body that is no photo of a phone is not read."""
        big = io.BytesIO(b"x" * (13 * 1024 * 1024))
        answer = self.guest.post(self.at, data={"told": "words", "words": "big", "photo": (big, "a.png")})
        database.connect(reuse_if_open=True)
        self.assertEqual((answer.status_code, waiting_reports()), (413, []))


class Stickers(Guests):
    """On paper."""

    def test_sheet_and_file(self):
        """Black on white; the code holds the address of the page, read back off its own squares."""
        page = self.get("/guests/stickers")
        self.assertEqual(page.count('class="sticker"'), 1)
        answer = self.client.get(f"/guests/stickers/{self.hall}.svg")
        drawn = answer.get_data(as_text=True)
        database.connect(reuse_if_open=True)
        root = ET.fromstring(drawn.encode())
        self.assertEqual((root.get("width"), root.get("height")), ("105mm", "74mm"))
        self.assertEqual(set(re.findall(r"#[0-9a-f]{3,6}", drawn)), {"#fff", "#000"})
        self.assertIn(self.code, read_code(root))
        self.get("/guests/stickers/99.svg", 404)

    def test_only_here(self):
        """A sticker that leads to this computer alone is warned of."""
        self.shows(self.get("/guests"), "which no phone reaches")

    def test_every_address_of_a_keeper(self):
        """A machine that is not there, one without a sticker."""
        self.post("/guests/sticker/99", {"do": "renew"}, 404)
        other = self.machine(name="Attic")
        self.post(f"/guests/sticker/{other}", {"do": "end"}, 422)
        self.post("/guests", {}, 422)
        self.post("/guests", {"report": "99"}, 422)


def read_code(root):
    """What the squares of a sticker say, by a general-purpose reader."""
    d = next(node for node in root.iter() if node.get("class") == "sticker-code").get("d")
    runs = [tuple(map(float, run)) for run in re.findall(r"M([\d.]+) ([\d.]+)h([\d.]+)v([\d.]+)", d)]
    scale, quiet = 12, 48
    left, top = min(run[0] for run in runs), min(run[1] for run in runs)
    size = int(max(run[0] + run[2] for run in runs) - left) * scale + 2 * quiet + scale
    canvas = np.full((size, size), 255, np.uint8)
    for x, y, wide, high in runs:
        x0, y0 = (x - left) * scale + quiet, (y - top) * scale + quiet
        canvas[round(y0) : round(y0 + high * scale), round(x0) : round(x0 + wide * scale)] = 0
    return zxingcpp.read_barcodes(canvas)[0].text
