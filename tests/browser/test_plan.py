"""The round and the weeks in the browser: dragged, by keys, on a phone, and without a script."""

from __future__ import annotations

import re
from datetime import timedelta

from tests.browser.base import BrowserTest


class Weeks(BrowserTest):
    """The plan on its line."""

    demo = True

    def held(self, page):
        """The plan, once it is held to."""
        page.goto("/plan")
        page.get_by_text("Nothing since").wait_for(timeout=60_000)

    def test_dragged_to_another_day(self):
        """The price is said while it is dragged; dropped, it is held there; the log takes it back."""
        page = self.page
        self.held(page)
        page.locator(".weeks-visit").nth(8).click()
        page.wait_for_selector("#visit-title")
        before = page.locator("#visit-title").inner_text()
        tag = page.locator(".weeks-visit:has(.is-chosen) .weeks-tag").bounding_box()
        target = page.locator(".weeks-drop:not(:has-text('as planned'))").nth(1)
        there = target.bounding_box()
        page.mouse.move(tag["x"] + 20, tag["y"] + 8)
        page.mouse.down()
        page.mouse.move(there["x"] + there["width"] / 2, there["y"] + 20, steps=8)
        self.assertEqual(page.locator("[data-price]").inner_text(), target.get_attribute("data-words"))
        page.mouse.up()
        page.wait_for_selector("text=held by you", timeout=60_000)
        self.assertNotEqual(page.locator("#visit-title").inner_text(), before)
        page.goto("/log")
        self.assertIn("Visit to", page.locator("main").inner_text())

    def test_by_keys(self):
        """7 leads to the plan; a visit is looked at, another day chosen and taken, all by keys."""
        page = self.page
        self.held(page)
        page.goto("/")
        page.keyboard.press("7")
        page.wait_for_url("**/plan")
        page.locator(".weeks-visit").nth(5).focus()
        page.keyboard.press("Enter")
        page.wait_for_selector("#visit-title")
        page.locator("#to").focus()
        page.keyboard.press("ArrowDown")
        page.keyboard.press("Tab")
        page.keyboard.press("Enter")
        page.wait_for_selector("text=held by you", timeout=60_000)
        self.assertEqual(self.violations(page), [])


class WithoutScript(BrowserTest):
    """Everything is a form and a link."""

    demo = True

    def test_round_and_plan(self):
        """Set out, do what is ticked, skip, end; the weeks are read as a list, and a visit is moved."""
        page = self.new_page(script=False)
        page.goto("/")
        self.assertGreater(page.locator(".round-stop").count(), 1)
        page.get_by_role("button", name=re.compile("^(Set out|Do it now)")).click()
        for _ in range(6):
            touch = page.locator("form.walk-job[action*='/touch/'] button")
            if touch.count():
                touch.click()
                self.assertIn("Take it back", page.locator("main").inner_text())
            skip = page.get_by_role("button", name="Skip").first
            if not skip.count():
                break
            skip.click()
        self.assertIn("Skipped this time.", page.locator("main").inner_text())
        page.get_by_role("button", name="End the round").click()
        page.goto("/plan")
        page.get_by_role("button", name="Plan it well").click()
        row = page.locator(".plan-table a").nth(6)
        row.click()
        page.get_by_role("button", name="Move and hold").click()
        self.assertIn("held by you", page.locator("main").inner_text())


class OnAPhone(BrowserTest):
    """Leaving in the middle loses nothing; what takes double its time is planned around."""

    demo = True

    def test_a_run_that_takes_double(self):
        """Begun, left while it works, others done meanwhile, come back to late; the round goes on from there."""
        page = self.new_page(viewport=(390, 844))
        page.goto("/")
        page.get_by_role("button", name=re.compile("^(Set out|Do it now)")).click()
        page.locator(".walk-job a").first.click()
        page.locator("[data-space]").click()
        page.wait_for_selector("[data-run]")
        while not page.locator(".run-dial").count():
            self.clock.moment += timedelta(seconds=30)
            before = page.locator("[data-step-title]").inner_text()
            page.locator("[data-space]").first.click()
            page.wait_for_function(
                "words => document.querySelector('[data-step-title]').innerText !== words", arg=before
            )
        page.get_by_role("link", name="On with the round while it works").click()
        page.wait_for_selector(".walk")
        self.assertLessEqual(self.overflow(page), 0)
        self.assertTrue(page.locator(".running").is_visible())
        self.clock.moment += timedelta(minutes=45)
        page.goto("/round")
        # At once, or at the next stop where something is begun on the way.
        self.assertRegex(page.locator("main").inner_text(), r"Go on|Then\n[\d:]+\nPacking Hall\nWand soak")
        self.assertIn("waits for you", page.locator(".running").inner_text())
        self.assertEqual(self.violations(page), [])
