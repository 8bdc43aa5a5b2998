"""A keeper of five machines, for more than a week: readings, lamps, runs, a filter, a descale, a fault, an undo."""

from __future__ import annotations

from datetime import timedelta

from tests.browser.base import BrowserTest
from tests.draw import drawn

# What Today says is to be done: led through, ticked, or waiting for something.
THINGS = ".round-item, .round-stop .tick-box, .not-now li"


class Fortnight(BrowserTest):
    """Mornings at Kilnside Tileworks, by forms and keys."""

    demo = True

    def morning(self):
        """The next open day, before opening; the clock that the cookies see moves along."""
        self.clock.moment += timedelta(days=3 if self.clock.moment.weekday() == 4 else 1)

    def read_all(self):
        """Every counter shows what is expected of it."""
        page = self.page
        page.goto("/readings")
        page.evaluate(
            """() => document.querySelectorAll('.sheet-table tbody tr').forEach(row => {
                const expected = row.cells[3].innerText.split('±')[0].replace(/\\D/g, '');
                row.querySelector('input.count-input').value = expected;
            })"""
        )
        page.get_by_role("button", name="Save the readings").first.click()
        page.wait_for_selector("text=readings saved")

    def lead(self, path):
        """From the page before a job to its end, each step by the space bar."""
        page = self.page
        page.goto(path)
        page.locator("[data-space]").click()
        page.wait_for_selector("[data-run]")
        while page.locator("[data-space]").count():
            if page.locator(".run-dial").count():
                self.clock.moment += timedelta(minutes=12)
            self.clock.moment += timedelta(seconds=40)
            before = page.locator("[data-step-title]").inner_text()
            page.locator("[data-space]").first.click()
            page.wait_for_function(
                "words => document.querySelector('[data-step-title]').innerText !== words", arg=before
            )
        page.get_by_role("button", name="Finish").click()
        page.wait_for_selector("h1:has-text('Done at')")

    def set_lamp(self, machine, lamp, times, means):
        """Step a lamp so often, and write it down."""
        page = self.page
        page.goto(f"/lamps/{machine}")
        for _ in range(times):
            words = page.locator(f"#step-{lamp} span").inner_text()
            page.locator(f"#step-{lamp}").click()
            page.wait_for_function(
                "([id, words]) => document.querySelector('#' + id + ' span').innerText !== words",
                arg=[f"step-{lamp}", words],
            )
        page.get_by_role("button", name="Write it down").click()
        page.wait_for_selector(f"text={means}")

    def test_days_on_end(self):
        """It ends with no more to do than it began, nothing of what was done is left, and every page still opens."""
        page = self.page
        page.goto("/")
        first = page.locator(THINGS).count()
        events = (None, self.a_descale, self.a_fault, None, self.a_filter, self.an_undo)
        for day, event in drawn(enumerate(events), 3):
            self.morning()
            self.read_all()
            if event is not None:
                event()
            self.tick(everything=day % 2 == 1)
        self.assertEqual(page.goto("/").status, 200)
        self.tick(everything=True)  # what was beyond the time before
        page.goto("/")
        # The demo begins well in hand: after a week no more is left than then, and of what was led through nothing.
        left = page.locator(THINGS).all_inner_texts()
        self.assertLessEqual(len(left), first)
        self.assertFalse([words for words in left if "Descale" in words or "Filter" in words], left)
        for path in ("/machines", "/machines/3", "/water", "/supplies", "/log", "/log/runs"):
            page.goto(path)
            self.assertLessEqual(self.overflow(page), 0, path)
        for path in ("/", "/lamps", "/lamps/3"):
            page.goto(path)
            self.assertEqual(self.violations(page), [], path)

    def a_filter(self):
        """A new cartridge."""
        self.lead("/runs/ready/2/filter-change")

    def a_descale(self):
        """The lamp lights; too little concentrate; bought, led, and the lamp is out."""
        page = self.page
        self.set_lamp(3, "care", 2, "Descale >> visible=true")
        page.goto("/runs/ready/3/descale")
        self.assertIn("not enough", page.locator(".ready-take").inner_text())
        page.keyboard.press("6")
        page.wait_for_url("**/supplies")
        page.locator("#shelf-descaler-liquid summary").click()
        page.locator("#amount-descaler-liquid").fill("500")
        page.get_by_role("button", name="Bought Descaling concentrate").click()
        page.wait_for_selector("text=500 ml bought")
        self.lead("/runs/ready/3/descale")
        page.goto("/lamps/3")
        page.wait_for_selector("text=The lamp went out with descale")
        self.assertIn("470 ml", page.goto("/supplies").text())

    def a_fault(self):
        """Too little water comes: the first cause is denied, the second was it; the panel is dark again."""
        page = self.page
        self.set_lamp(3, "attention", 2, "Too little water comes through")
        before = page.locator(".cause h3").first.inner_text()
        page.get_by_role("button", name="That was not it").first.click()
        page.wait_for_selector("text=Not that.")
        self.assertNotEqual(page.locator(".cause h3").first.inner_text(), before)
        page.get_by_role("button", name="That was it").first.click()
        page.wait_for_selector("text=Remembered for this machine.")
        page.get_by_role("button", name="It is dark now").click()
        page.wait_for_selector("text=is dark.")

    def an_undo(self):
        """A job that was ticked by mistake comes back."""
        page = self.page
        page.goto("/machines/1")
        page.locator("input[name=job]:visible").last.check()
        page.locator("[data-done]").click()
        page.wait_for_selector("text=1 job written down as done")
        page.goto("/log")
        page.locator("a[aria-label^='Undo:']").first.click()
        page.get_by_role("button", name="Undo it").click()
        page.wait_for_selector("text=worked out anew")

    def tick(self, everything):
        """What is due and needs no leading, or everything that is due, at once."""
        page = self.page
        page.goto("/")
        led = ".round-item input[name=job], .not-now input[name=job], " if everything else ""
        ticked = page.eval_on_selector_all(
            f"{led}.round-stop .tick-box input[name=job]", "all => all.map(one => { one.checked = true; }).length"
        )
        if ticked:
            page.locator("[data-done]").click()
            page.wait_for_selector("text=written down as done")
