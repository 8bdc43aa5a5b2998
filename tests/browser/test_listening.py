"""A machine whose programme nobody knows is followed once; the second run is guided by what was heard."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.own_texts import save_text
from lamplight.actions.sites import save_site
from lamplight.core.anatomy.duration import seen_once
from lamplight.library import catalogue
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import KINDS, kind_of
from lamplight.sight.machine_views import machine_view
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.simulators.machine import Playing, screen
from lamplight.store.database import database
from lamplight.store.sites import the_site
from tests.base import NOW, WEEK
from tests.browser.base import BrowserTest

# What it does is its own: a course, amounts and words that no kind that ships has.
COURSE = """
  descale:
    calls:
      - {call: press, how: "Hold the two lower keys.", says: ""}
      - {call: tray-empty, says: "TRAY PLEASE"}
      - {call: tank-mix, role: descaler, ml: 1200, says: "FILL ME"}
      - call: works
        minutes: [7, 9, 13]
        over: "WATER"
        gives: {coffee: {ml: 500, bursts: 2}, milk: {ml: 400, bursts: 1}}
      - {call: tip-out, says: "BOWLS"}
      - {call: tank-emptied, says: "WATER"}
      - {call: tank-water, ml: 1500}
      - {call: works, minutes: [3, 4, 6], over: "READY", gives: {coffee: {ml: 700, bursts: 2}}}
"""


class Listening(BrowserTest):
    """A compact machine whose manual is lost, and a simulated one that plays what it really does."""

    def setUp(self):
        """A kind that does otherwise; two windows."""
        super().setUp()
        with database.connection_context():
            text = KINDS.copied("jug-compact")
            head, _, rest = text.partition("  descale:\n")
            after = rest[rest.index("  combined:") :]
            self.kind = save_text(OWN_KINDS, head + COURSE.lstrip("\n") + after, Actor(NOW))
            site = save_site("Test Works", "Europe/Berlin", WEEK, Actor(NOW))
            start = NewMachine(counters={"drinks": 1000})
            self.machine_id = add_machine(site.id, MachineFields("Counter", "jug-compact"), start, Actor(NOW))
        self.other = self.new_page()
        self.labels = {key: call.label for key, call in catalogue.palette().items()}

    def tick(self, seconds):
        """The clock of the server goes on."""
        self.clock.moment += timedelta(seconds=seconds)

    def begin(self, **wish):
        """Begin the descaling."""
        query = "&".join(f"{key}={value}" for key, value in wish.items())
        self.page.goto(f"/runs/ready/{self.machine_id}/descale?{query}")
        self.page.locator("[data-space]").click()
        self.page.wait_for_selector("[data-run]")

    def title(self):
        """The step that is shown."""
        return self.page.locator("[data-step-title]").inner_text()

    def touch(self, locator):
        """Touch something in the run, and wait until it has answered."""
        with self.page.expect_response(lambda answer: "/runs/" in answer.url and answer.request.method == "GET"):
            locator.click()
        self.page.wait_for_load_state()
        self.page.wait_for_timeout(60)

    def hear(self, label, says=""):
        """Touch the call that the display asks for."""
        button = self.page.get_by_role("button", name=label, exact=True)
        if not button.is_visible():
            self.page.locator(".listen-form summary").click()
        self.page.locator("#says").fill(says)
        self.touch(button)

    def waits(self):
        """Whether the page waits for the next call."""
        return self.page.locator(".listen-form").count() > 0

    def do_step(self):
        """Do what a step says; what is tipped out is measured first."""
        for field in self.page.locator(".mark-form input.count").all():
            key = field.get_attribute("name").removeprefix("mark-")
            held = self.other.locator(f"[data-holds={key}]")
            field.fill(held.inner_text() if held.count() else "")
        if self.page.locator("#done-how").count():
            self.page.fill("#done-how", "Hold the two lower keys.")
        self.tick(20)
        self.touch(self.page.locator(".run-words [data-space]"))

    def do_its_steps(self):
        """Do what the guide says, until it waits again."""
        for _ in range(8):
            if self.waits():
                return
            self.do_step()
        self.fail(f"it never waits again: {self.title()}")

    def follow_work(self, playing):
        """Watch a work to its end, and touch each burst."""
        self.hear("The machine works")
        seen = {}
        left = screen(playing(), self.clock.moment).left_s
        for _ in range(left):
            shown = screen(playing(), self.clock.moment)
            if not shown.works:
                return
            if dict(shown.bursts) != seen:
                self.other.reload()
                self.assertIn("WORKING", self.other.locator(".simulated-says").inner_text())
                for outlet, count in shown.bursts.items():
                    self.assertEqual(self.other.locator(f"[data-bursts={outlet}]").inner_text(), str(count))
                    for _ in range(count - seen.get(outlet, 0)):
                        self.touch(self.page.locator(f".water-button[value={outlet}]"))
                seen = dict(shown.bursts)
            self.tick(1)

    def test_learned_once_guided_ever_after(self):
        """The learned programme is that of the simulator, call by call, and the next run goes by it with its times."""
        self.begin(listen=1)
        while not self.waits():
            self.touch(self.page.locator(".run-words [data-space]"))
        self.assertEqual(self.violations(self.page), [])
        self.other.goto(f"/simulated/{self.kind.key}/descale/start?speed=1")
        self.assertEqual(self.violations(self.other), [])
        started, acts = self.clock.moment, []
        programme = self.kind.programmes["descale"]

        def playing():
            return Playing(programme, started, tuple(acts), 1, {**catalogue.defaults().volumes, **self.kind.volumes})

        for _ in range(40):
            self.other.reload()
            says = self.other.locator(".simulated-says").inner_text()
            if says == "READY":
                break
            if says == "WORKING":
                self.follow_work(playing)
                continue
            label = self.other.locator("[data-asks]").inner_text()
            self.hear(label, "" if says == label else says)
            self.do_its_steps()
            acts.append(self.clock.moment)
            self.other.get_by_role("button", name="I did it").click()
            self.other.wait_for_load_state()
        self.touch(self.page.get_by_role("button", name="The programme is over"))
        self.assertEqual(self.violations(self.page), [])
        self.finish()
        self.page.get_by_role("link", name="Look at what was heard").click()
        self.mend()
        self.page.get_by_role("button", name="Keep it as its own").click()
        self.page.wait_for_url("**/programmes/descale")
        self.assertEqual(self.violations(self.page), [])
        self.is_the_simulators(programme)
        self.second_run_is_guided()

    def finish(self):
        """What we do after the programme, to the end of the run."""
        for _ in range(30):
            if not self.page.locator(".run-words [data-space]").count():
                break
            self.do_step()
        self.page.get_by_role("button", name="Finish").click()
        self.page.wait_for_selector("h1:has-text('Done at')")

    def mend(self):
        """What no ear can hear: how much was mixed and poured."""
        for label, name, text in (
            ("The mix into the tank", "ml", "1200"),
            ("Fresh water into the tank", "ml", "1500"),
        ):
            row = self.page.locator(".call-row", has_text=label)
            row.locator("summary").click()
            row.locator(f"[name$='.{name}']").fill(text)

    def is_the_simulators(self, programme):
        """Call by call: what, how much, of what, how long, how often, at which outlet, and what it showed."""
        with database.connection_context():
            learned = machine_view(the_site(), self.machine_id, self.clock.moment).kind.programmes["descale"]
            usual = kind_of("jug-compact").programmes["descale"]
        self.assertNotEqual([use.call for use in usual.calls], [use.call for use in programme.calls])
        told, true = (
            [(u.call, u.ml, u.role, u.says, u.how, u.gives, u.minutes and u.minutes.likely_s) for u in one.calls]
            for one in (learned, programme)
        )
        self.assertEqual(told, true)
        works = [use for use in learned.calls if use.call == "works"]
        self.assertEqual([use.minutes for use in works], [seen_once(540), seen_once(240)])

    def second_run_is_guided(self):
        """Its steps come in the machine's order, with the learned minutes on the clock, and nothing is asked."""
        self.tick(86400)
        self.begin()
        titles = []
        in_turn = [
            "Start the programme", "Empty the tray", "The mix, 1.2 L",
            "It works. Leave it alone.", "Tip everything out", "Empty the tank and rinse it",
            "Fresh water into the tank, 1.5 L", "It works. Leave it alone.",
        ]  # fmt: skip
        for _ in range(40):
            if not self.page.locator(".run-words [data-space]").count():
                break
            titles.append("The mix, 1.2 L" if "1.2 L" in self.title() else self.title())
            if self.page.locator(".run-dial").count():
                likely = int(self.page.locator(".run-dial").get_attribute("data-likely"))
                self.assertIn(likely, (540, 240))
                self.tick(likely)
            if self.title() in in_turn[2:]:
                self.assertEqual(
                    (self.title(), self.page.locator(".known-ask:visible, .wall-known h2:visible").count()),
                    (self.title(), 0),
                )
            self.tick(20)
            self.touch(self.page.locator(".run-words [data-space]"))
        first = titles.index("Start the programme")
        self.assertEqual([title for title in titles[first:] if title in in_turn][: len(in_turn)], in_turn)
