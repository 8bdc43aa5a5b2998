"""The page at the machine: calls, a lost connection, two phones on one run, a double click."""

from __future__ import annotations

import sqlite3
from datetime import timedelta
from unittest import mock

from lamplight.store.database import data_file
from tests.browser.base import BrowserTest

AWAY = ("ERR_INTERNET_DISCONNECTED", "htmx:afterRequest", "htmx:sendError")
STAY_AWAKE = """navigator.wakeLock.request = kind => {
    window.keptAwake = kind;
    return Promise.resolve({ released: false });
};"""


class AtTheMachine(BrowserTest):
    """Runs on two machines of the demo."""

    demo = True

    def begin(self, machine, item):
        """Begin a job; its page."""
        self.page.goto(f"/runs/ready/{machine}/{item}")
        self.page.locator("[data-space]").click()
        self.page.wait_for_selector("[data-run]")

    def title(self):
        """The step that is shown."""
        return self.page.locator("[data-step-title]").inner_text()

    def on_to(self, words):
        """Press the space bar until a step comes."""
        for _ in range(30):
            before = self.title()
            if words in before:
                return
            self.page.keyboard.press("Space")
            self.page.wait_for_function(
                "words => document.querySelector('[data-step-title]').innerText !== words", arg=before
            )
        self.fail(f"no step {words}")

    def test_lost_connection(self):
        """An answer given without a connection is said to be unsaved, kept, and sent when it is back."""
        self.begin(1, "group-rinse")
        self.on_to("Is the group dry?")
        self.page.context.set_offline(True)
        self.page.locator(".run-buttons [data-space]").click()
        unsent = self.page.locator("#unsent")
        unsent.wait_for(state="visible")
        self.assertIn("not saved yet", unsent.inner_text())
        self.assertEqual(self.title(), "Is the group dry?")
        self.page.context.set_offline(False)
        self.page.wait_for_selector("h1:not(:has-text('Is the group dry?'))[data-step-title]")
        self.assertFalse(unsent.is_visible())
        self.complaints[:] = [said for said in self.complaints if not any(word in said for word in AWAY)]

    def refused(self, words, leads_on="Load the page again"):
        """The step that was pressed is refused with words; the page stays, and offers to be loaded again."""
        before = self.title()
        self.page.keyboard.press("Space")
        told = self.page.locator("#unsent")
        told.filter(has_text=words).wait_for(state="visible")
        self.assertEqual(self.title(), before)
        self.assertTrue(told.get_by_role("link", name=leads_on).is_visible())
        self.complaints[:] = [said for said in self.complaints if "Response Status" not in said]
        return told

    def test_a_refused_step_says_so(self):
        """The book is busy, the cookie is gone, something gave way: each in words; afterwards it goes on."""
        self.begin(1, "group-rinse")
        other = sqlite3.connect(data_file(self.folder))
        other.execute("BEGIN IMMEDIATE")
        told = self.refused("busy with another change")
        other.rollback()
        other.close()
        before = self.title()
        self.page.keyboard.press("Space")
        self.page.wait_for_function(
            "words => document.querySelector('[data-step-title]').innerText !== words", arg=before
        )
        self.assertFalse(told.is_visible())
        self.refusals = (*self.refusals, "500")
        with mock.patch("lamplight.web.runs.views.answer_step", side_effect=KeyError("odd")):
            self.refused("Lamplight stumbled")
        self.page.context.clear_cookies()
        told = self.refused("This form is too old")
        with self.page.expect_navigation():
            told.get_by_role("link").click()
        before = self.title()
        self.page.keyboard.press("Space")
        self.page.wait_for_function(
            "words => document.querySelector('[data-step-title]').innerText !== words", arg=before
        )

    def test_a_wait_calls(self):
        """Title, announcement and strip, on whatever page; the screen is kept awake at the run."""
        self.page.add_init_script(STAY_AWAKE)
        self.page.clock.install()
        self.begin(1, "brew-tablet")
        self.on_to("It works")
        self.assertEqual(self.page.evaluate("window.keptAwake"), "screen")
        self.page.goto("/water")
        strip = self.page.locator(".running [data-call-state]").first
        self.assertIn("calls about", strip.inner_text())
        self.page.clock.fast_forward("01:00:00")
        self.page.wait_for_selector(".running [data-call-state]:has-text('waits for you')")
        self.assertTrue(self.page.title().startswith("●"), self.page.title())
        self.assertIn("calls", self.page.locator("#announcer").inner_text())

    def test_two_phones(self):
        """The later one is told that the step has changed, and does not skip one."""
        self.begin(1, "group-rinse")
        other = self.new_page()
        other.goto(self.page.url)
        first = self.title()
        self.page.keyboard.press("Space")
        self.page.wait_for_function(
            "words => document.querySelector('[data-step-title]').innerText !== words", arg=first
        )
        second = self.title()
        other.locator("[data-space]").click()
        other.wait_for_selector("#run [role=alert]")
        self.assertEqual(other.locator("[data-step-title]").inner_text(), second)

    def test_double_click_on_finish(self):
        """It is settled once."""
        self.begin(1, "group-rinse")
        while self.page.locator("[data-space]").count():
            before = self.title()
            self.clock.moment += timedelta(seconds=30)
            self.page.keyboard.press("Space")
            self.page.wait_for_function(
                "words => document.querySelector('[data-step-title]').innerText !== words", arg=before
            )
        self.page.get_by_role("button", name="Finish").dblclick()
        self.page.wait_for_selector("h1:has-text('Done at')")
        self.page.goto("/log")
        today = self.page.locator(".log-day").first.locator("li:has-text('group dry, pull test held')")
        self.assertEqual(today.count(), 1, today.all_inner_texts())
