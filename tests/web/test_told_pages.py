"""What is said of one machine, over HTTP and without a script: programmes, listening, its manual, a simulated one."""

from __future__ import annotations

import io
import re
from datetime import timedelta

from bs4 import BeautifulSoup

from lamplight.core.machine.told import Origin
from lamplight.library.catalogue import kinds
from lamplight.sight.machine_views import machine_view
from lamplight.sight.told import programmes_known
from lamplight.store.logbook import entries
from lamplight.store.runs import open_runs, run_row
from lamplight.store.sites import machine
from tests.actions.test_told import picture
from tests.base import NOW, WebTest
from tests.draw import drawn


class OnAMachine(WebTest):
    """A hall machine with a display."""

    def setUp(self):
        """One machine."""
        super().setUp()
        self.hall = self.machine("Hall", "service-menu-hall")
        self.path = f"/machines/{self.hall}"

    def form_of(self, page, action="", button=""):
        """The fields of a form as a browser without a script sends them, and its address."""
        for form in BeautifulSoup(page, "lxml").select("form[method=post]"):
            words = form.get_text(" ")
            if (action and action not in form.get("action", "")) or (button and button not in words):
                continue
            fields = {}
            for field in form.select("input, select, textarea"):
                if not field.get("name") or (
                    field.get("type") in ("checkbox", "radio") and not field.has_attr("checked")
                ):
                    continue
                value = field.get("value", "")
                if field.name == "select":
                    chosen = field.select_one("option[selected]") or field.select_one("option")
                    value = chosen["value"] if chosen else ""
                fields.setdefault(field["name"], []).append(value)
            for name in ("csrf_token", "once"):
                fields.pop(name, None)
            return form.get("action", ""), fields
        raise AssertionError(f"no form {action} {button}")

    def known(self):
        """Its descaling, call by call."""
        return programmes_known(machine_view(self.site, self.hall, NOW))["descale"]


class Programmes(OnAMachine):
    """Looked through and kept."""

    def test_looked_through_and_confirmed(self):
        """It is typical; kept, it is this machine's own; the log undoes it."""
        self.shows(self.get(f"{self.path}/programmes"), "typical")
        page = self.get(f"{self.path}/programmes/descale")
        _, fields = self.form_of(page, button="Yes, so it is on mine")
        self.post(f"{self.path}/programmes/descale", fields)
        self.assertEqual({call.source.origin for call in self.known()}, {Origin.MACHINE})
        self.shows(self.get(f"{self.path}/programmes"), "this machine’s own")
        self.shows(self.get(f"{self.path}/programmes/descale"), "Confirmed on this machine")
        self.post(f"/log/{entries(self.hall, limit=1)[0].id}/undo")
        self.assertEqual({call.source.origin for call in self.known()}, {Origin.TYPICAL})

    def test_what_is_not_touched_stays(self):
        """Saved as it is shown, not a word, amount, time or outlet of it is another."""
        before = [call.use for call in self.known()]
        _, fields = self.form_of(self.get(f"{self.path}/programmes/descale"), button="Yes, so it is on mine")
        self.post(f"{self.path}/programmes/descale", fields)
        self.assertEqual([call.use for call in self.known()], before)

    def test_of_every_kind(self):
        """Each programme of each kind that ships: looked at and kept, it is the very same."""
        seen = 0
        for key, kind in drawn(kinds().items(), 6):
            machine_id = self.machine(f"A {key}", key)
            self.get(f"/machines/{machine_id}/programmes")
            for name, programme in kind.programmes.items():
                address = f"/machines/{machine_id}/programmes/{name}"
                _, fields = self.form_of(self.get(address), button="Yes, so it is on mine")
                self.post(address, fields)
                view = machine_view(self.site, machine_id, NOW)
                with self.subTest(kind=key, programme=name):
                    self.assertEqual(view.whole_kind.programmes[name].calls, programme.calls)
                    self.assertEqual({call.source.origin for call in programmes_known(view)[name]}, {Origin.MACHINE})
                seen += 1
        self.assertGreater(seen, 12)

    def test_arranged_without_keeping(self):
        """Moved, left out and added: the form comes again, nothing is written; then it is kept in that order."""
        address, before = f"{self.path}/programmes/descale", self.entry_count()
        names = [call.use.call for call in self.known()]
        _, fields = self.form_of(self.get(address), button="Yes, so it is on mine")
        page = self.post(address, {**fields, "arrange": "down:0"}, 200).get_data(as_text=True)
        _, fields = self.form_of(page, button="Keep it so")
        page = self.post(address, {**fields, "arrange": f"out:{len(names) - 1}"}, 200).get_data(as_text=True)
        _, fields = self.form_of(page, button="Keep it so")
        more = {**fields, "arrange": "add", "add-call": "drawer-empty", "add-before": "0"}
        page = self.post(address, more, 200).get_data(as_text=True)
        self.assertEqual(self.entry_count(), before)
        _, fields = self.form_of(page, button="Keep it so")
        self.post(address, fields)
        swapped = [names[1], names[0], *names[2:-1]]
        self.assertEqual([call.use.call for call in self.known()], ["drawer-empty", *swapped])

    def test_refused_with_the_form_kept(self):
        """The call is named by its number, what was typed stays, nothing is written."""
        address, before = f"{self.path}/programmes/descale", self.entry_count()
        _, fields = self.form_of(self.get(address), button="Yes, so it is on mine")
        minutes = next(name for name in fields if name.endswith(".minutes"))
        page = self.post(address, {**fields, minutes: "soon"}, 422).get_data(as_text=True)
        self.shows(page, f"Call {int(minutes.partition('.')[0]) + 1}: The time is a number above 0")
        self.assertIn('value="soon"', page)
        damaged = {**fields, "0.data": "{"}
        self.shows(self.post(address, damaged, 422).get_data(as_text=True), "Call 1: it came in damaged")
        for odd in ("up:99", "fly:1", "add:tip-out", "out:x"):
            self.post(address, {**fields, "arrange": odd}, 422)
        self.assertEqual(self.entry_count(), before)
        self.get(f"{self.path}/programmes/flight", 404)

    def test_words(self):
        """How it is done here; an empty word is refused."""
        page = self.get(f"{self.path}/programmes")
        _, fields = self.form_of(page, action="/words")
        self.post(f"{self.path}/words", {**fields, "text": "Our very own way."})
        self.shows(self.get(f"{self.path}/programmes"), "Our very own way.")
        self.shows(self.get(f"{self.path}/settings"), "Our very own way.")
        self.post(f"{self.path}/words", {**fields, "text": " "}, 422)
        self.post(f"{self.path}/words", {"name": "jug", "text": "x"}, 422)

    def test_lifted(self):
        """A kind of one's own; before anything was said it is refused."""
        self.shows(self.get(f"{self.path}/lift"), "a kind of your own")
        self.post(f"{self.path}/lift", {}, 422)
        _, fields = self.form_of(self.get(f"{self.path}/programmes/descale"), button="Yes, so it is on mine")
        self.post(f"{self.path}/programmes/descale", fields)
        self.post(f"{self.path}/lift")
        self.assertEqual(machine(self.site.id, self.hall).kind, "service-menu-hall-2")
        second = self.machine("Second", "service-menu-hall-2")
        self.assertTrue(second)
        self.shows(self.get(f"{self.path}/lift"), "Second")


class InARun(OnAMachine):
    """Said beside the step, and listened to, all with plain forms."""

    def begin(self, **chosen):
        """A run of descaling."""
        self.post("/runs", {"machine": self.hall, "item": "descale", **chosen})
        return open_runs()[-1].id

    def go_to(self, run_id, wanted):
        """Press on to a step."""
        for _ in range(30):
            state = run_row(run_id).state
            if wanted(state.step):
                return self.get(f"/runs/{run_id}")
            self.clock.moment = state.step_started_at if state.step.duration is None else self.clock.moment
            took = state.step.duration.likely_s if state.step.duration else 30
            self.clock.moment += timedelta(seconds=took)
            self.post(f"/runs/{run_id}/step", {"step": state.index, "answer": "advance"})
        raise AssertionError("it never came")

    def test_two_touches(self):
        """Confirmed it asks no more; something else comes in between; what it does not ask for falls out."""
        run_id = self.begin()
        page = self.go_to(run_id, lambda step: step.own >= 0)
        self.shows(page, "On machines like this usually so. Yours?")
        _, fields = self.form_of(page, action="/told", button="Yes, mine too")
        self.post(f"/runs/{run_id}/told", fields)
        page = self.get(f"/runs/{run_id}")
        self.hides(page, "On machines like this usually so")
        self.shows(page, "Confirmed on this machine")
        index = run_row(run_id).state.index
        _, fields = self.form_of(page, action="/told", button="What it shows, in its own words")
        self.post(f"/runs/{run_id}/told", {**fields, "call": "drawer-empty", "says": "DRAWER"})
        state = run_row(run_id).state
        self.assertEqual((state.index, state.step.call, state.step.signal), (index, "drawer-empty", "DRAWER"))
        page = self.get(f"/runs/{run_id}")
        _, fields = self.form_of(page, action="/told", button="Mine does not ask for this at all")
        self.post(f"/runs/{run_id}/told", fields)
        self.assertNotEqual(run_row(run_id).state.step.call, "drawer-empty")
        self.post(f"/runs/{run_id}/told", fields, 409)

    def test_refused(self):
        """A wrong time stands in its field again; a call that there is not, and a step that is gone, change nothing."""
        run_id = self.begin()
        page = self.go_to(run_id, lambda step: step.own >= 0 and step.kind.value == "machine")
        _, fields = self.form_of(page, action="/told", button="So it is on mine")
        before = self.entry_count()
        answer = self.post(f"/runs/{run_id}/told", {**fields, "minutes": "never"}, 422).get_data(as_text=True)
        self.assertIn('value="never"', answer)
        base = {"step": fields["step"], "edition": fields["edition"]}
        self.post(f"/runs/{run_id}/told", {**base, "do": "add", "call": "fly"}, 422)
        self.post(f"/runs/{run_id}/told", {**base, "step": "999", "do": "change"}, 409)
        self.post(f"/runs/{run_id}/told", {**base, "step": "x", "do": "change"}, 400)
        self.assertEqual(self.entry_count(), before)

    def test_listened_to(self):
        """From the start to what is kept; what is out of turn is refused."""
        self.shows(self.get(f"/runs/ready/{self.hall}/descale"), "Nobody knows its programme")
        self.shows(self.get(f"/runs/ready/{self.hall}/descale?listen=1"), "Listening.")
        run_id = self.begin(listen="1")
        page = self.go_to(run_id, lambda step: step.call == "listen")
        self.shows(page, "What does it ask for, or do?")
        address = f"/runs/{run_id}/heard"

        def hear(code=303, **said):
            return self.post(address, {"step": run_row(run_id).state.index, **said}, code)

        hear(422, do="over")  # nothing was heard yet
        hear(422, call="fly")
        hear(422, outlet="coffee")  # it does not work now
        hear(call="press", says="MENU", how="Hold OK.")
        self.shows(self.get(f"/runs/{run_id}"), "MENU")
        hear(422, call="works")  # first the step
        self.post(f"/runs/{run_id}/step", {"step": run_row(run_id).state.index, "answer": "advance"})
        hear(call="works")
        hear(422, outlet="chimney")
        outlet = machine_view(self.site, self.hall, NOW).kind.outlets[0].key
        hear(outlet=outlet)
        self.clock.moment += timedelta(minutes=7)
        page = self.get(f"/runs/{run_id}")
        self.shows(page, "7 min")
        hear(do="over")
        hear(do="on")
        self.assertEqual(run_row(run_id).state.step.call, "listen")
        hear(do="over")
        self.get(f"/runs/{run_id}/kept")
        _, fields = self.form_of(self.get(f"/runs/{run_id}/kept"), button="Keep it as its own")
        self.post(f"/runs/{run_id}/kept", fields)
        known = self.known()
        self.assertEqual([call.use.call for call in known], ["press", "works"])
        self.assertEqual((known[0].use.says, known[0].use.how), ("MENU", "Hold OK."))
        self.assertEqual(known[1].use.minutes.likely_s, 420)
        self.get(f"/runs/{self.begin_another()}/kept", 404)

    def begin_another(self):
        """A run on another machine that listens to nothing."""
        other = self.machine("Other", "service-menu-hall")
        self.post("/runs", {"machine": other, "item": "descale"})
        return open_runs()[-1].id


class Manual(OnAMachine):
    """Its pages."""

    def sent(self, file):
        """What a file's address answers."""
        answer = self.client.get(file)
        answer.close()
        return answer

    def test_hung_up_and_shown(self):
        """Beside the step of a run; a PDF as well; nothing else, and nothing without a file."""
        address = f"{self.path}/manual"
        self.shows(self.get(address), "20 MB are left")
        self.post(
            address, {"title": "Page 12", "page": (io.BytesIO(picture()), "p.png")}, content_type="multipart/form-data"
        )
        pdf = b"%PDF-1.4 x %%EOF"
        self.post(address, {"title": "All", "page": (io.BytesIO(pdf), "p.pdf")}, content_type="multipart/form-data")
        self.post(address, {"title": "No"}, 422)
        self.post(
            address, {"title": "No", "page": (io.BytesIO(b"GIF89a"), "p.gif")}, 422, content_type="multipart/form-data"
        )  # fmt: skip
        page = self.get(address)
        files = re.findall(r'href="(/manual/[^"]+)"', page)
        self.assertEqual(len(files), 2)
        kinds = {self.sent(file).mimetype for file in files}
        self.assertEqual(kinds, {"image/jpeg", "application/pdf"})
        self.get("/manual/none.jpg", 404)
        self.post("/runs", {"machine": self.hall, "item": "descale"})
        self.shows(self.get(f"/runs/{open_runs()[-1].id}"), "Page 12")
        self.post(f"/log/{entries(self.hall, limit=2, kind='manual')[0].id}/undo")
        self.assertEqual(sorted(self.sent(file).status_code for file in files), [200, 404])


class Simulated(WebTest):
    """A machine to practise on."""

    def test_plays(self):
        """It waits, works, and is over; nothing is written; an odd address is not there."""
        before = self.entry_count()
        self.shows(self.get("/simulated"), "in real time")
        start = self.client.get("/simulated/jug-compact/descale/start?speed=60").headers["Location"]
        page = self.get(start)
        self.shows(page, "The mix into the tank")
        for _ in range(2):
            form = BeautifulSoup(page, "lxml").select_one("#simulated form")
            start = self.post(form["action"]).headers["Location"]
            page = self.get(start)
        self.shows(page, "WORKING")
        self.assertEqual(self.entry_count(), before)
        for odd in (
            "/simulated/fly/descale/start", "/simulated/jug-compact/fly/start", "/simulated/jug-compact/descale",
            start.replace("speed=60", "speed=0"), start.replace("speed=60", "speed=x"),
            re.sub(r"from=[^&]+", "from=never", start), re.sub(r"from=20", "from=29", start),
        ):  # fmt: skip
            self.get(odd, 404)


class Settings(OnAMachine):
    """On the drawing."""

    def test_every_part_has_its_sheet(self):
        """Each part of the kind leads to its items; together they are all."""
        page = BeautifulSoup(self.get(f"{self.path}/settings"), "lxml")
        links = {link["href"] for link in page.select("nav.part-names a") if "at=" in link["href"]}
        self.assertLessEqual({link["href"] for link in page.select("svg a")}, links)
        kind = machine_view(self.site, self.hall, NOW).kind
        self.assertEqual(len(links), len(kind.parts))
        seen = set()
        for link in links:
            sheet = BeautifulSoup(self.get(link), "lxml")
            seen |= {one["id"].removeprefix("i-") for one in sheet.select(".item-sheet h3[id^=i-]")}
        self.assertEqual(seen, {item.key for item in kind.items})
        self.get(f"{self.path}/settings?at=wings")

    def test_several_limits_at_once(self):
        """All or none; as they are, there is nothing to keep."""
        data = {"item": "group-rinse", "at": "group", "reason": "dark roast"}
        self.post(f"{self.path}/limits", {**data, "limit-days": "3", "limit-drinks": "300"})
        limits = {
            t.key: t.limit for t in machine_view(self.site, self.hall, NOW).status.due("group-rinse").item.triggers
        }
        self.assertEqual((limits["days"], limits["drinks"]), (3, 300))
        page = self.post(f"{self.path}/limits", {**data, "limit-days": "2", "limit-drinks": "many"}, 422)
        self.shows(page.get_data(as_text=True), "many")
        limits = {
            t.key: t.limit for t in machine_view(self.site, self.hall, NOW).status.due("group-rinse").item.triggers
        }
        self.assertEqual(limits["days"], 3)
        self.post(f"{self.path}/limits", {**data, "limit-days": "3"}, 422)
        self.post(f"{self.path}/limits", {"item": "wings", "limit-days": "3"}, 422)

    def test_what_was_said_is_other(self):
        """It stands first, and leads to what was said."""
        _, fields = self.form_of(self.get(f"{self.path}/programmes/descale"), button="Yes, so it is on mine")
        last = max(int(n) for n in fields["row"])
        fields = {**fields, "row": [n for n in fields["row"] if n != str(last)]}
        self.post(f"{self.path}/programmes/descale", fields)
        page = self.get(f"{self.path}/settings")
        self.shows(page, "1 call other")
        self.shows(self.get(f"{self.path}/handover"), "1 call other")
