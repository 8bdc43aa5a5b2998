"""Every view: no barrier, no sideways scrolling, at 1280, at 390, at twice the size, with forty machines, on paper."""

from __future__ import annotations

from datetime import timedelta

from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.sites import save_site
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from tests.base import NOW, WEEK
from tests.browser.base import BrowserTest
from tests.draw import drawn

VIEWS = (
    "/", "/close/", "/machines", "/machines/3", "/machines/3/handover?codes=1",
    "/machines/new", "/machines/new?kind=office-tower", "/machines/1/edit",
    "/machines/1/settings", "/machines/1?weeks=12", "/water", "/water/5", "/water/2/year", "/supplies",
    "/supplies/dose", "/supplies/dose/1/milk-cleaner", "/supplies/list", "/supplies/costs",
    "/supplies/product/milk-acid-sachets",
    "/kinds", "/kinds/office-tower", "/kinds/new",
    "/readings", "/readings/3", "/readings/import", "/log", "/log/20/undo", "/site", "/people", "/nowhere",
    "/guests", "/guests/stickers", "/plan",
    "/hours", "/calendars", "/mail", "/simulated/mail", "/plan/saves", "/round/sheet",
)  # fmt: skip
TOLD_VIEWS = (
    "/machines/1/settings?at=group", "/machines/3/programmes", "/machines/3/programmes/descale", "/machines/3/manual",
    "/machines/3/lift", "/simulated", "/simulated/jug-compact/descale/start", "/kinds/build",
)  # fmt: skip
SIZES = ((1280, 800), (390, 844), (640, 400))


class Views(BrowserTest):
    """On the demo."""

    demo = True

    def machine_view(self, page, name):
        """Barriers, once for each view; width, at every size."""
        with self.subTest(view=name, size=page.viewport_size):
            if page.viewport_size["width"] == SIZES[0][0] or name in TOLD_VIEWS:
                self.assertEqual(self.violations(page), [])
            self.assertLessEqual(self.overflow(page), 0)
            self.assertEqual(self.cut_numbers(page), [])

    def test_barriers_and_width(self):
        """axe-core finds nothing serious or critical; nothing is wider than the window."""
        page = self.new_page()
        looked_at = drawn(VIEWS, 5, 1) + drawn(TOLD_VIEWS, 2, 2)
        measured = drawn(VIEWS, 9, 3) + drawn(TOLD_VIEWS, 3, 4)
        for path in dict.fromkeys([*looked_at, *measured]):
            page.set_viewport_size({"width": SIZES[0][0], "height": SIZES[0][1]})
            page.goto(path)
            if path == "/plan":  # it plans well by itself, and goes on to what came of it
                page.wait_for_timeout(400)
                page.wait_for_load_state("networkidle")
            with self.subTest(view=path):
                self.assertEqual(page.locator("h1, [role=heading][aria-level='1']").count(), 1)
                if path in looked_at:
                    self.assertEqual(self.violations(page), [])
            for width, height in SIZES:
                page.set_viewport_size({"width": width, "height": height})
                with self.subTest(view=path, width=width):
                    self.assertLessEqual(self.overflow(page), 0)
                    self.assertEqual(self.cut_numbers(page), [])
        self.complaints = [said for said in self.complaints if "404" not in said]

    def test_two_sites(self):
        """All together, going there, setting up and moving, once there are two; in another language."""
        database.connect(reuse_if_open=True)
        there = save_site("Harbour Hall", "America/New_York", WEEK, Actor(NOW), language="de", another=True)
        fields = MachineFields("Bar left", "jug-compact")
        bar = add_machine(there.id, fields, NewMachine({"drinks": 12480}), Actor(NOW, site_id=there.id))
        for size in SIZES[:2]:
            page = self.new_page(viewport=size)
            for path in ("/sites", "/sites/new", f"/sites/move/{bar}", "/people", f"/machines/{bar}", "/"):
                page.goto(path)
                self.machine_view(page, path)

    def test_a_sticker(self):
        """The page that a guest sees, dark and touched, on a phone, with and without a tank to fill."""
        page = self.new_page(viewport=SIZES[1])
        page.goto("/guests")
        for path in [link.get_attribute("href") for link in page.get_by_role("link", name="See it").all()]:
            page.goto(path)
            self.machine_view(page, path)
            self.assertEqual(self.violations(page), [])
            if page.locator(".guest-panel button").count():
                page.locator(".guest-panel button").first.click()
                page.wait_for_url("**touch=**")
                self.assertEqual(self.violations(page), [])
            page.get_by_role("button", name="It spits").click()
            page.wait_for_url("**thanks=1")

    def test_a_run_in_every_mode(self):
        """First step, machine's step, asked in its middle, over too soon, paused, no, finish, over."""
        for size in drawn(SIZES[:2], 1):
            page = self.new_page(viewport=size)
            page.goto("/machines/1" if size[0] == 390 else "/machines/3")
            page.goto(f"/runs/ready/{1 if size[0] == 390 else 3}/brew-tablet")
            self.machine_view(page, "before the start")
            page.locator("[data-space]").click()
            page.wait_for_selector("text=step 1 of")
            self.machine_view(page, "first step")
            for opened in page.locator(".known-more summary").all():
                opened.click()
            self.machine_view(page, "where it comes from")
            page.get_by_role("button", name="Pause").click()
            page.wait_for_selector("text=Paused since")
            self.machine_view(page, "paused")
            while page.locator("[data-space]").count():
                if page.get_by_role("button", name="No", exact=True).count():
                    page.get_by_role("button", name="No", exact=True).click()
                    page.wait_for_selector(".run-words .notice")
                    self.machine_view(page, "no")
                if page.locator(".run-dial").count():
                    self.machine_view(page, "machine works")
                    page.get_by_role("button", name="It asks: empty the tray").click()
                    page.wait_for_selector("text=its clock stands still")
                    self.machine_view(page, "asked")
                    page.get_by_role("button", name="Done, it goes on").click()
                    page.wait_for_selector(".run-asks")
                    page.locator(".run-buttons [data-space]").click()
                    page.wait_for_selector("text=Was it the short rinse?")
                    self.machine_view(page, "over too soon")
                    page.get_by_role("button", name="No, it ran whole").click()
                    page.wait_for_selector("text=Really whole?")
                    page.get_by_role("button", name="Yes, keep it as a fact").click()
                    page.wait_for_selector("h1:not(:has-text('Really whole?'))[data-step-title]")
                    continue
                before = page.locator("[data-step-title]").inner_text()
                page.locator("[data-space]").click()
                page.wait_for_function(
                    "words => document.querySelector('[data-step-title]').innerText !== words", arg=before
                )
            self.machine_view(page, "finish")
            page.get_by_role("button", name="Finish").click()
            page.wait_for_selector("h1:has-text('Done at')")
            self.machine_view(page, "over")

    def test_doubts_on_the_sheet(self):
        """With questions shown, at both widths."""
        for size in SIZES[:2]:
            page = self.new_page(viewport=size)
            page.goto("/readings")
            page.locator(".count-input").first.fill("5")
            page.wait_for_selector("fieldset.answers")
            self.machine_view(page, "doubt")

    def test_paper(self):
        """Printed, Today is a list with boxes to tick; walls, dock and buttons stay off the paper."""
        page = self.page
        page.goto("/")
        page.emulate_media(media="print")
        for selector in (".wall", ".dock", ".parade"):
            self.assertFalse(page.locator(selector).first.is_visible(), selector)
        self.assertTrue(page.locator(".round-stop").first.is_visible())
        self.assertTrue(page.locator(".round-stop input[type=checkbox]").first.is_visible())

    def test_reduced_motion(self):
        """Nothing moves for those who do not want it."""
        page = self.new_page()
        page.goto("/")
        self.assertEqual(page.evaluate("document.getAnimations().length"), 0)


class First(BrowserTest):
    """An empty file."""

    def test_barriers_and_width(self):
        """The first page, and its refusal."""
        for size in SIZES:
            page = self.new_page(viewport=size)
            page.goto("/")
            self.assertEqual(self.violations(page), [])
            self.assertLessEqual(self.overflow(page), 0)


class Forty(BrowserTest):
    """With forty machines a round is still one keeper's, the most urgent first."""

    demo = True

    def test_forty(self):
        """The page keeps its width and its size."""
        keys, start = list(kinds()), NewMachine({"drinks": 100})
        for n in range(35):
            kind = keys[n % len(keys)]
            add_machine(1, MachineFields(f"Machine {n} " + "x" * (n % 4) * 12, kind), start, Actor(NOW - timedelta(1)))
        database.close()
        for size in SIZES:
            page = self.new_page(viewport=size)
            page.goto("/")
            self.assertGreater(page.locator(".round-stop").count(), 2)
            self.assertLess(len(page.content()), 400_000)
            self.assertEqual(self.violations(page), [])
            self.assertLessEqual(self.overflow(page), 0)
