"""Several sites in one book: seen by whom, gone to how, and unseen where there is one."""

from __future__ import annotations

import io
import re
import unittest
import zipfile
from datetime import UTC, datetime, timedelta

from bs4 import BeautifulSoup

from lamplight.actions.hours import add_slots
from lamplight.actions.invites import make_invite
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.runs import begin_run
from lamplight.actions.sites import save_keeper, save_site, serve_no_more
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.core.words import BRITISH, write_in, written_in
from lamplight.sight.actor import Actor
from lamplight.sight.machine_views import machine_view
from lamplight.store.database import photo_folder
from lamplight.store.logbook import entries
from lamplight.store.models import Entry, GuestReport, Machine, Photo
from lamplight.store.rights import keeper_names, roles_at
from lamplight.store.rounds import week_slots
from lamplight.store.sites import machine, site_of, sites
from tests.base import NOW, WEEK, WebTest
from tests.web.test_rights import WORDS, Roles

PAGES = (
    "/", "/machines", "/readings", "/lamps", "/water", "/supplies", "/plan", "/log", "/site", "/people", "/hours",
    "/mail", "/calendars", "/guests", "/guests/stickers", "/kinds", "/procedures", "/supplies/costs", "/supplies/list",
    "/plan/saves", "/plan/year", "/readings/import", "/machines/new", "/sites/new",
)  # fmt: skip
OF_ONE_MACHINE = (
    "/machines/{}",
    "/machines/{}/edit",
    "/machines/{}/settings",
    "/readings/{}",
    "/lamps/{}",
    "/water/{}",
)


class OneSite(WebTest):
    """Where there is one, nothing speaks of sites."""

    def test_the_word_is_nowhere(self):
        """Not in words, labels or titles, of any page, whoever is there; nor in what is refused."""
        hall = self.used_machine()
        save_keeper("Ada", "AD", Actor(NOW))
        refused = self.post("/site", {"name": "", "zone": "Nowhere"}, 422).get_data(as_text=True)
        pages = {path: self.get(path) for path in (*PAGES, *(path.format(hall) for path in OF_ONE_MACHINE))}
        for path, page in {**pages, "refused": refused}.items():
            soup = BeautifulSoup(page, "lxml")
            spoken = [soup.get_text(" ")]
            for tag in soup.find_all(True):
                spoken += [tag.get(name, "") for name in ("aria-label", "title", "placeholder", "alt")]
            with self.subTest(path=path):
                self.assertEqual(re.findall(r"\b[Ss]ites?\b", " ".join(spoken)), [])
        self.assertEqual(self.client.get("/sites").headers["Location"], "/")
        self.get(f"/sites/move/{hall}", 404)

    def test_nothing_of_it_is_written(self):
        """A line of the log of a single house is as it always was."""
        hall = self.used_machine()
        self.post("/readings", {f"value-{hall}": "1900", f"answer-{hall}": "as-typed"})
        self.post("/supplies/moves", {"product": "brew-tablets", "do": "counted", "amount": "4"})
        self.assertEqual({row.site_id for row in Entry.select() if row.kind != "site"}, {None})


class Two(WebTest):
    """The works in Berlin and a hall in New York, nobody signed in."""

    def setUp(self):
        """A machine at each."""
        super().setUp()
        self.works = self.used_machine(name="Counter A", done={"brew-tablet": 30})
        self.hall = save_site("Harbour Hall", "America/New_York", WEEK, Actor(NOW), language="de", another=True)
        fields = MachineFields("Bar left", "jug-compact")
        self.bar = add_machine(self.hall.id, fields, NewMachine({"drinks": 400}), Actor(NOW - timedelta(days=3)))

    def go(self, here):
        """To a site, by the corner."""
        self.post("/sites/go", {"site_id": str(here)})

    def test_going_there_and_back(self):
        """The wall shows one site; what is written there is of that site."""
        self.hides(self.get("/machines"), "Bar left")
        self.go(self.hall.id)
        page = self.get("/machines")
        self.shows(page, "Bar left")
        self.hides(page, "Counter A")
        self.post("/supplies/moves", {"product": "brew-tablets", "do": "counted", "amount": "4"})
        newest = entries(limit=1)[0]
        self.assertEqual((newest.kind, newest.site_id), ("stock", self.hall.id))
        self.shows(self.get("/log"), newest.summary)
        self.go(self.site.id)
        self.hides(self.get("/log"), newest.summary)
        self.post("/sites/go", {"site_id": "99"}, 404)

    def test_a_link_leads_there(self):
        """Whoever follows a link to a machine or a run is at its site; a form of it goes where it stands."""
        run = begin_run(site_of(self.hall.id), machine(self.hall.id, self.bar), "drip-tray", Actor(NOW))
        self.shows(self.get(f"/machines/{self.bar}"), "Bar left")
        self.shows(self.get("/machines"), "Bar left")
        self.get(f"/machines/{self.works}")
        self.hides(self.get("/machines"), "Bar left")
        self.get(f"/runs/{run}")
        self.shows(self.get("/machines"), "Bar left")
        self.get(f"/machines/{self.works}")
        self.post(f"/machines/{self.bar}/edit", {"name": "Bar right", "kind": "jug-compact"})
        self.assertEqual(entries(limit=1)[0].machine_id, self.bar)

    def test_numbers_and_dates(self):
        """In the language of the site in which one is, on every page; the other stays as it was."""
        self.go(self.hall.id)
        page = self.get("/")
        self.shows(page, "Di., 24. November")
        self.hides(page, "Tuesday")
        self.shows(self.get("/site"), "Deutsch")
        self.go(self.site.id)
        self.shows(self.get("/"), "Tuesday 24 November")

    def test_what_is_found_is_worded_where_it_stands(self):
        """Whoever looks from one site at a machine of another finds its reasons in the other's language."""
        write_in(BRITISH)
        machine_view(site_of(self.hall.id), self.bar, NOW)
        self.assertEqual(written_in(), "de")
        self.go(self.site.id)
        self.get("/sites")
        self.assertEqual(written_in(), BRITISH)

    def test_what_guests_tell(self):
        """The ring on the wall is that of the machines here."""
        GuestReport.create(machine=self.bar, told="spits", at=NOW)
        self.hides(self.get("/"), "from guests")
        self.go(self.hall.id)
        self.shows(self.get("/"), "1 from guests")

    def test_all_together(self):
        """Most urgent first over both; each with its own clock; each leads to its machine."""
        self.post("/sites/go", {"site_id": "all"})
        page = self.get("/sites")
        soup = BeautifulSoup(page, "lxml")
        marks = [mark.get_text(" ", strip=True) for mark in soup.select(".parade-mark")]
        self.assertTrue(marks[0].startswith("Counter A") and "Test Works" in marks[0], marks)
        self.assertTrue(any(mark.startswith("Bar left") and "Harbour Hall" in mark for mark in marks))
        doors = [door.get_text(" ", strip=True) for door in soup.select(".site-door")]
        local = {
            name: NOW.astimezone(site_of(key).calendar.tz) for name, key in (("Test Works", 1), ("Harbour Hall", 2))
        }
        for door in doors:
            name = next(one for one in local if door.startswith(one))
            self.assertIn(f"{local[name]:%H:%M}", door)
        ids = [tag["id"] for tag in soup.select("[id]")]
        self.assertEqual(len(ids), len(set(ids)))

    def test_moving(self):
        """Refused with the form kept; then it stands there, and the browser has gone with it."""
        day = f"{NOW:%Y-%m-%d}"
        page = self.post(
            f"/sites/move/{self.works}", {"to": str(self.hall.id), "day": "2027-01-01", "place": "Bar"}, 422
        )
        self.shows(page.get_data(as_text=True), "has not come yet")
        self.assertIn('value="Bar"', page.get_data(as_text=True))
        self.post(f"/sites/move/{self.works}", {"to": "9", "day": day}, 422)
        self.post(f"/sites/move/{self.works}", {"to": str(self.hall.id), "day": day, "place": "Bar", "source": "mains"})
        self.assertEqual(Machine.get_by_id(self.works).site_id, self.hall.id)
        page = self.get("/machines")
        self.shows(page, "Counter A")
        self.shows(page, "Bar left")

    def test_another_site(self):
        """Refused with a sentence for a name that is taken; set up, the browser is there, at its first machine."""
        form = {"name": "harbour hall", "zone": "Asia/Tokyo", "open0": "1", "from0": "07:00", "to0": "18:00"}
        self.shows(self.post("/sites/new", form, 422).get_data(as_text=True), "already")
        self.shows(
            self.post("/sites/new", {**form, "name": "Third", "language": "xx"}, 422).get_data(as_text=True),
            "Choose one",
        )
        self.post("/sites/new", {**form, "name": "Third", "language": "fr"})
        self.assertEqual([row.name for row in sites()], ["Test Works", "Harbour Hall", "Third"])
        self.shows(self.get("/site"), "Third")

    def test_a_night_on_which_one_clock_changes(self):
        """14 March 2027, 02:00 in New York (tz database): both sites and all together, hour by hour."""
        for hours in range(0, 14, 2):
            self.clock.moment = datetime(2027, 3, 14, tzinfo=UTC) + timedelta(hours=hours)
            for here in (self.site.id, self.hall.id):
                with self.client.session_transaction() as session:
                    session["site"] = here
                local = self.clock.moment.astimezone(site_of(here).calendar.tz)
                page = self.get("/")
                if here == self.site.id:
                    self.shows(page, f"{local:%A} {local.day} {local:%B}")
            self.get("/sites")


class Apart(Roles):
    """Each of whom serves one site, signed in."""

    def setUp(self):
        """A second site with a keeper of its own, whose machine, entry and photo the others have nothing to do with."""
        super().setUp()
        self.other = save_site("Harbour Hall", "America/New_York", WEEK, Actor(NOW), another=True)
        there = Actor(NOW, site_id=self.other.id)
        fields = MachineFields("Bar left", "jug-compact")
        self.bar = add_machine(self.other.id, fields, NewMachine({"drinks": 400}), there)
        self.far = save_keeper("Far", "FA", there, role=RoleAtSite.OWNER)
        self.run_there = begin_run(self.other, machine(self.other.id, self.bar), "drip-tray", there)

    def test_nothing_of_the_other_site(self):
        """No page of a machine or a run there, no form that touches one, no word of it anywhere; for every role but
        the owner, who owns both."""
        owner = next(key for key, role in roles_at(self.site.id).items() if role is RoleAtSite.OWNER)
        self.assertIs(roles_at(self.other.id)[owner], RoleAtSite.OWNER)
        paths = [
            (methods, path.replace(f"/{self.hall}", f"/{self.bar}", 1), rule)
            for rule, methods, path in self.paths()
            if re.search(rf"/{self.hall}(/|$)", path) and rule not in ("guests.photo",)
        ]
        machine_paths = [
            (methods, path, rule) for methods, path, rule in paths
            if "machine_id" in str(next(one for one in self.app.url_map.iter_rules() if one.endpoint == rule))
        ]  # fmt: skip
        self.assertGreater(len(machine_paths), 25)
        self.use(RoleAtSite.KEEPER)
        before = self.written()
        for methods, path, rule in machine_paths:
            with self.subTest(path=path, rule=rule):
                if "GET" in methods:
                    self.assertIn(self.client.get(path).status_code, (403, 404))
                if "POST" in methods:
                    code = self.client.post(path, data={"csrf_token": self.token()}).status_code
                    self.assertIn(code, (403, 404, 422))
        self.get(f"/runs/{self.run_there}", 404)
        self.assertEqual(self.written(), before)
        for path in PAGES:
            page = self.client.get(path).get_data(as_text=True)
            self.hides(page, "Bar left")
            self.hides(page, "Harbour Hall")

    def test_photos_of_the_other_site(self):
        """Nobody sees them who does not serve it, whoever gives them the address."""
        entry = Entry.select().where(Entry.machine == self.bar).first()
        for n, machine_id in enumerate((self.bar, self.hall)):
            Photo.create(entry=entry, machine=machine_id, file=f"p{n}.jpg", width=1, height=1, at=NOW)
            photo_folder().mkdir(exist_ok=True)
            (photo_folder() / f"p{n}.jpg").write_bytes(b"\xff\xd8")
        self.use(RoleAtSite.KEEPER)
        self.get("/runs/photos/p0.jpg", 404)
        with self.client.get("/runs/photos/p1.jpg") as answer:
            self.assertEqual(answer.status_code, 200)

    def test_their_own_alone(self):
        """Whoever serves one site never meets the word, though the book has two; nor does the other one."""
        self.use(RoleAtSite.KEEPER)
        self.hides(self.get("/"), "All together")
        self.post("/sites/go", {"site_id": str(self.other.id)}, 404)
        self.assertEqual(self.client.get("/sites").headers["Location"], "/")
        line = next(row for row in entries(limit=500) if row.site_id == self.other.id and row.machine_id)
        self.get(f"/log/{line.id}/undo", 404)
        self.post(f"/log/{line.id}/undo", {"reason": "x"}, 404)
        self.post(f"/log/{line.id}/put-back", code=404)

    def test_roles_by_site(self):
        """A keeper here who looks on there may look there, and no more."""
        keeper = next(key for key, role in roles_at(self.site.id).items() if role is RoleAtSite.KEEPER)
        save_keeper("Ke", "KE", Actor(NOW, site_id=self.other.id), keeper, True, WORDS, RoleAtSite.LOOKER)
        self.use(RoleAtSite.KEEPER)
        self.get(f"/machines/{self.bar}")
        self.post("/readings", {f"value-{self.bar}": "430"}, code=403)
        self.post("/sites/go", {"site_id": str(self.other.id)})
        self.post("/supplies/moves", {"product": "brew-tablets", "do": "counted", "amount": "4"}, 403)

    def test_served_nowhere(self):
        """Somebody who was taken off their only site by hand meets a sentence, not an error."""
        from lamplight.store.models import KeeperRole

        keeper = next(key for key, role in roles_at(self.site.id).items() if role is RoleAtSite.HELPER)
        self.use(RoleAtSite.HELPER)
        KeeperRole.update(serves=False).where(KeeperRole.keeper == keeper).execute()
        self.shows(self.get("/", 403), "You serve no site any more")

    def test_people(self):
        """From another site, here, too; and no more. Names and passphrases of such are nobody's who owns one alone."""
        self.use(RoleAtSite.OWNER)
        page = self.get("/people")
        self.shows(page, "From another site")
        owner = self.people[RoleAtSite.OWNER]
        serve_no_more(owner, Actor(NOW, site_id=self.other.id), WORDS)
        form = {"id": str(self.far), "name": "Far", "initials": "FA", "present": WORDS}
        self.hides(self.get("/people"), "From another site")
        self.post("/people", form | {"site_role": "helper"}, 403)
        save_keeper("owner one", "OW", Actor(NOW, site_id=self.other.id), owner, True, WORDS, RoleAtSite.OWNER)
        form = {"id": str(self.far), "name": "Far", "initials": "FA", "present": WORDS}
        self.post("/people", form | {"site_role": "helper"})
        self.assertIs(roles_at(self.site.id)[self.far], RoleAtSite.HELPER)
        self.post("/people", form | {"do": "elsewhere"})
        self.assertNotIn(self.far, roles_at(self.site.id))
        answer = self.post("/people", form | {"do": "elsewhere"}, 422)
        self.shows(answer.get_data(as_text=True), "do not serve this site")

    def test_an_auditor_of_two(self):
        """Each owner grants their own site: both books are seen and taken along, nothing is written, and no hours are
        theirs, though they had some before."""
        auditor = self.people[RoleAtSite.AUDITOR]
        self.use(RoleAtSite.AUDITOR)
        self.hides(self.get("/log"), "Harbour Hall")
        self.post("/sites/go", {"site_id": str(self.other.id)}, 404)
        far = Actor(NOW, self.far, True, role=RoleAtSite.OWNER, site_id=self.other.id)
        link = f"/invite/{make_invite(self.other, RoleAtSite.AUDITOR, far)}"
        self.shows(self.get(link), "Come in as auditor one")
        self.post(link, {"do": "me"})
        self.assertIs(roles_at(self.other.id)[auditor], RoleAtSite.AUDITOR)
        self.post(link, {"do": "me"}, 404)
        self.shows(self.get("/sites"), "Harbour Hall")
        books = {}
        for here in (self.site.id, self.other.id):
            self.post("/sites/go", {"site_id": str(here)})
            self.post("/done", {"job": f"{self.hall}:outlets", "at": "2026-11-24T12:30"}, 403)
            archive = zipfile.ZipFile(io.BytesIO(self.client.get("/log/book.zip").data))
            books[here] = {name: archive.read(name).decode() for name in archive.namelist()}
        self.assertEqual(set(books[self.site.id]), {"readings.csv", "log.csv", "care-costs.csv", "runs.json"})
        self.assertIn("Bar left", books[self.other.id]["readings.csv"])
        self.assertIn("Hall", books[self.site.id]["log.csv"])
        self.assertNotIn("Bar left", "".join(books[self.site.id].values()))

    def test_an_auditor_lends_no_hand(self):
        """No hours, not even those they had as a keeper; no address, no mail."""
        alone, keeper = Actor(NOW, site_id=self.site.id), self.people[RoleAtSite.KEEPER]
        add_slots(self.site, [0], 360, 480, keeper, alone)
        self.assertEqual([slot.keeper for slot in week_slots(self.site.id)], [keeper])
        save_keeper("keeper one", "KE", alone, keeper, True, WORDS, RoleAtSite.AUDITOR)
        self.assertEqual(week_slots(self.site.id), ())
        self.assertNotIn(keeper, keeper_names(self.site.id))
        with self.assertRaisesRegex(InvalidInput, "no longer there"):
            add_slots(self.site, [1], 360, 480, keeper, alone)

    def test_serving_already(self):
        """A link for somebody who serves the site changes nothing of what they are."""
        link = f"/invite/{make_invite(self.site, RoleAtSite.LOOKER, Actor(NOW, site_id=self.site.id))}"
        self.use(RoleAtSite.KEEPER)
        self.shows(self.post(link, {"do": "me"}, 422).get_data(as_text=True), "serves this site already")
        self.assertIs(roles_at(self.site.id)[self.people[RoleAtSite.KEEPER]], RoleAtSite.KEEPER)


if __name__ == "__main__":
    unittest.main()
