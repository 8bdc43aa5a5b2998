"""A phone without a connection: through a whole run, the round and its cards, and back."""

from __future__ import annotations

import json
import re
import time
from datetime import timedelta

from playwright.sync_api import Error as PlaywrightError

from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.runs import answer_step, begin_run
from lamplight.core.run.state import EventKind, Outcome
from lamplight.sight.actor import Actor
from lamplight.store.books import book
from lamplight.store.database import database
from lamplight.store.models import Entry, RoundEventRow, RunEventRow
from lamplight.store.runs import run_row
from lamplight.store.sites import keepers, machine, machines, the_site
from lamplight.web.addresses import Reach
from tests.base import NOW
from tests.browser.base import BrowserTest

WORDS = "kiln of seven quiet lamps"
# The places of what a phone keeps, in order.
KEPT = "Object.keys(localStorage).filter(name => name.startsWith('lamplight-kept ')).sort()"


class OnAPhone(BrowserTest):
    """Signed in, with the worker at work."""

    demo, viewport, workers = True, (390, 844), "allow"
    host, reach = "localhost", Reach(names=("localhost",))

    def setUp(self):
        """A keeper signs in on a phone whose clock is the server's."""
        super().setUp()
        database.connect(reuse_if_open=True)
        self.keeper = keepers()[0]
        set_passphrase(self.keeper.id, WORDS, Actor(NOW))
        self.page.clock.install(time=NOW)
        self.come_in(self.page, self.keeper.initials, WORDS)
        self.page.wait_for_url(f"{self.address}/")
        self.page.evaluate("navigator.serviceWorker.ready.then(() => 1)")

    def begin(self):
        """A brew-group tablet, begun on the demo's machine that takes one by hand; answers its number."""
        here = the_site()
        row = next(one for one in machines(here.id) if one.kind == "removable-tabletop")
        run = begin_run(here, machine(here.id, row.id), "brew-tablet", Actor(NOW, self.keeper.id), anyway=True)
        self.page.goto(f"/runs/{run}")
        self.taken(f"/runs/{run}/ahead")
        self.taken(f"/runs/{run}")
        return run

    def until(self, holds, arg=None):
        """Wait until a function of the page answers yes."""
        for _ in range(200):
            try:
                if self.page.evaluate(holds, arg):
                    return
            except PlaywrightError:  # the page is just being left
                pass
            time.sleep(0.05)
        self.fail(f"{holds} does not hold for {arg!r}")

    def went_on(self, before):
        """Wait until another step is in hand."""
        self.until("was => document.querySelector('[data-step-title]').textContent.trim() !== was", before)

    def taken(self, path):
        """Wait until the phone holds it."""
        self.until("path => caches.match(path).then(found => Boolean(found))", path)

    def away(self, gone=True):
        """In flight mode, or back."""
        self.page.context.set_offline(gone)

    def wait(self, minutes):
        """Time goes by, for the phone and for the server."""
        self.page.clock.fast_forward(minutes * 60_000)
        self.clock.moment += timedelta(minutes=minutes)

    def title(self):
        """Of the step in hand."""
        return self.page.locator("[data-step-title]").text_content().strip()

    def touch(self, button):
        """A button of the step; answers the title that follows."""
        before = self.title()
        self.page.locator(".run-words").get_by_role("button", name=re.compile(button)).first.click()
        self.went_on(before)
        return self.title()

    def near(self, moment, other):
        """The phone's clock runs on while the test goes on."""
        self.assertLess(abs((moment - other).total_seconds()), 60)

    def kept(self):
        """What the phone keeps."""
        return json.loads(self.page.evaluate(f"JSON.stringify({KEPT})"))

    def sent(self):
        """Back, and everything went."""
        self.away(False)
        self.until(f"() => {KEPT}.length === 0")

    def through(self, run, upto=None):
        """Every step to the end, each in its time; answers the titles on the way."""
        titles = []
        while True:
            state = len(titles)
            if self.page.locator(".finish-form").count() or state == upto:
                return titles
            titles.append(self.title())
            self.wait(15)
            choice = self.page.locator(".ask-form button, .run-buttons .primary").first
            before = self.title()
            choice.click()
            self.went_on(before)

    def tearDown(self):
        """What the browser says of requests that found nobody is no complaint."""
        self.complaints = [said for said in self.complaints if "ERR_INTERNET_DISCONNECTED" not in said]
        super().tearDown()


class WholeRun(OnAPhone):
    """From its first step to its end without a connection."""

    def test_to_its_end_and_back(self):
        """Each step as it would have stood; then every event is in the book with the moment of its touch."""
        run = self.begin()
        self.away()
        steps = [step.title for step in run_row(run).state.procedure.steps]
        titles = self.through(run)
        self.assertEqual(titles, [title for title in steps if title in titles])
        self.assertGreater(len(titles), 5)
        self.page.get_by_label("Note").last.fill("all by myself")
        self.page.get_by_role("button", name="Finish").click()
        self.page.get_by_text("All steps are done.").wait_for()
        self.page.get_by_text("touches are kept on this phone").wait_for()
        self.assertEqual(run_row(run).state.index, 0)
        ended = self.clock.moment
        self.wait(30)
        self.sent()
        row = run_row(run)
        self.assertIs(row.state.outcome, Outcome.FINISHED)
        self.near(row.state.ended_at, ended)
        moments = [one.at for one in RunEventRow.select().where(RunEventRow.run == run).order_by(RunEventRow.id)]
        for n, moment in enumerate(moments[:3], 1):
            self.near(moment, NOW + timedelta(minutes=15 * n))
        done = [one for one in book(row.machine_id).done if one.item == "brew-tablet"]
        self.near(done[-1].at, ended)
        self.page.get_by_text("all by myself").first.wait_for()

    def test_loaded_anew_on_the_way(self):
        """Without a connection the page comes from the phone, and stands where it stood."""
        run = self.begin()
        self.away()
        self.through(run, upto=3)
        here = self.title()
        self.page.reload()
        self.until("was => document.querySelector('[data-step-title]').textContent.trim() === was", here)
        self.assertEqual(len(self.kept()), 3)
        self.touch("One step back")
        self.sent()
        self.page.wait_for_load_state("load")
        self.assertEqual(run_row(run).state.index, 2)

    def test_too_soon_and_broken_off(self):
        """A machine that ends far too soon is doubted on the phone as well; danger shows what to do at once."""
        run = self.begin()
        self.away()
        state = run_row(run).state
        works = next(n for n, step in enumerate(state.procedure.steps) if step.asks_if_soon and step.duration)
        self.through(run, upto=works)
        self.page.locator(".run-buttons .primary").first.click()
        self.page.get_by_role("heading", name="Was it the short rinse?").wait_for()
        self.touch("It still works")
        self.page.get_by_role("button", name="Leak, scald").click()
        self.page.get_by_text("Main switch off, at once").wait_for()
        self.page.get_by_text("Inside now").wait_for()
        self.touch("It is safe, go on")
        self.sent()
        row = run_row(run)
        kinds = [one.kind for one in RunEventRow.select().where(RunEventRow.run == run).order_by(RunEventRow.id)]
        self.assertEqual(kinds[-4:], ["advance", "resume", "interrupt", "resume"])
        self.assertEqual((row.state.index, row.state.broken, row.state.doubt), (works, None, 0))


class Conflicts(OnAPhone):
    """Somebody else went on with the run meanwhile."""

    def meanwhile(self):
        """Three steps on the phone, two by somebody else."""
        run = self.begin()
        self.away()
        self.through(run, upto=3)
        for n in range(2):
            answer_step(run, EventKind.ADVANCE, n, Actor(self.clock.moment, keepers()[1].id))
        self.away(False)
        self.page.get_by_role("dialog").wait_for()
        self.assertEqual(self.violations(self.page), [])
        shown = self.page.get_by_role("dialog").text_content()
        self.assertIn("This step was answered already", shown)
        self.assertIn(run_row(run).state.step.title, shown)
        self.assertIn("On this phone", shown)
        return run

    def test_the_book_is_right(self):
        """What the phone kept of that run is left out; the page stands where the book does."""
        run = self.meanwhile()
        self.page.get_by_role("button", name="The book is right").click()
        self.until(f"() => {KEPT}.length === 0")
        self.page.wait_for_load_state("load")
        self.assertEqual(run_row(run).state.index, 2)
        self.assertEqual(self.title(), run_row(run).state.step.title)

    def test_mine_is_right(self):
        """The steps of the other are gone back from, and the phone's are taken; both stay in the log of the run."""
        run = self.meanwhile()
        self.page.get_by_role("button", name="Mine is right").click()
        self.until(f"() => {KEPT}.length === 0")
        self.assertEqual(run_row(run).state.index, 3)
        kinds = [one.kind for one in RunEventRow.select().where(RunEventRow.run == run).order_by(RunEventRow.id)]
        self.assertEqual(kinds, ["advance"] * 2 + ["back"] * 2 + ["advance"] * 3)

    def test_given_up_by_the_other(self):
        """Then nobody's step is right any more: it can only be left out."""
        run = self.begin()
        self.away()
        self.through(run, upto=1)
        answer_step(run, EventKind.ABANDON, 0, Actor(self.clock.moment, keepers()[1].id), "a leak")
        self.away(False)
        self.page.get_by_role("button", name="Mine is right").click()
        self.page.get_by_role("button", name="Try again").wait_for()
        self.page.get_by_role("button", name="The book is right").click()
        self.until(f"() => {KEPT}.length === 0")


class Round(OnAPhone):
    """The round and its cards."""

    def test_round_and_cards(self):
        """The page and the cards of its jobs come from the phone; what is touched is kept, and counts at its time."""
        self.page.get_by_role("button", name=re.compile("^(Set out|Do it now)")).first.click()
        self.page.wait_for_url("**/round")
        self.page.reload()
        cards = self.page.eval_on_selector_all("[data-keep]", "all => all.map(one => one.dataset.keep)")
        for path in ("/round", *cards):
            self.taken(path)
        self.away()
        self.page.reload()
        self.page.locator(".walk").wait_for()
        self.wait(7)
        touched = self.clock.moment
        button = self.page.locator(".walk-ticks .button, .walk-job .button.quiet").first
        button.click()
        self.page.get_by_text("Kept at").wait_for()
        for path in cards[:1]:
            self.page.goto(path)
            self.page.locator(".card-drawing, .cutaway").first.wait_for()
        self.page.goto("/water")
        self.page.get_by_text("This page is not on this phone").wait_for()
        self.assertEqual(self.violations(self.page), [])
        self.page.goto("/round")
        self.wait(5)
        self.sent()
        newest = max(
            Entry.select().order_by(Entry.id.desc()).first(),
            RoundEventRow.select().order_by(RoundEventRow.id.desc()).first(),
            key=lambda row: row.at if row else NOW,
        )
        self.near(newest.at, touched)


class TwoTabs(OnAPhone):
    """Two pages of one phone, both of which keep and send."""

    def keep_some(self, page, number, words):
        """Touches that are kept at once, one after the other, as fast as a script can."""
        page.evaluate(
            """([number, words, job]) => {
                for (let n = 0; n < number; n += 1) {
                    const form = document.createElement("form");
                    form.method = "post";
                    form.action = "/round/done";
                    form.innerHTML = `<input type="hidden" name="job" value="${job}">
                        <button>${words} ${n}</button>`;
                    document.body.append(form);
                    window.lamplightKeeps(form, form.querySelector("button"));
                }
            }""",
            [number, words, f"{self.tray_of()}:drip-tray"],
        )

    def test_every_touch_arrives(self):
        """Six kept in each of two tabs, six more while the first are sent: all are in the book, once."""
        other = self.page.context.new_page()
        for page in (self.page, other):
            page.goto("/round/sheet")
        self.away()
        self.keep_some(self.page, 6, "first")
        self.keep_some(other, 6, "second")
        self.assertEqual(len(self.kept()), 12)
        before = self.done_so_far()
        self.away(False)
        self.keep_some(self.page, 3, "meanwhile")
        self.keep_some(other, 3, "meanwhile")
        self.sent()
        self.assertEqual(self.done_so_far() - before, 18)

    def tray_of(self):
        """A machine whose tray is ticked."""
        return next(one.id for one in machines(the_site().id) if one.kind == "removable-tabletop")

    def done_so_far(self):
        """How often the tray was ticked."""
        return Entry.select().where(Entry.kind == "done", Entry.machine == self.tray_of()).count()

    def test_what_cannot_be_taken_holds_nothing_up(self):
        """The first one names a machine that is not there: the others are sent, and it alone is asked about."""
        self.page.goto("/round/sheet")
        self.away()
        before = self.done_so_far()
        self.keep_some(self.page, 1, "nowhere")
        self.page.evaluate(
            f"""() => {{
                const place = {KEPT}[0];
                const item = JSON.parse(localStorage.getItem(place));
                item.body = item.body.replace(/job=[0-9]+/, "job=9999");
                localStorage.setItem(place, JSON.stringify(item));
            }}"""
        )
        self.keep_some(self.page, 2, "here")
        self.away(False)
        self.page.get_by_role("dialog").wait_for()
        self.assertIn("nowhere 0", self.page.get_by_role("dialog").text_content())
        self.assertEqual(self.done_so_far() - before, 2)
        self.page.get_by_role("button", name="The book is right").click()
        self.until(f"() => {KEPT}.length === 0")
