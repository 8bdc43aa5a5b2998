"""A real browser against a real server: one browser for the whole run, one context for each test."""

from __future__ import annotations

import atexit
import tempfile
import threading
import unittest
from functools import cache
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from lamplight.store.database import database
from lamplight.web.addresses import Reach
from lamplight.web.clock import FixedClock
from lamplight.web.server import create_server
from tests.base import NOW, tested_app
from tests.made_demo import copied_demo

# Debian's Chromium; of the two that it packs, the one that draws no window of its own takes a third of the work.
CHROMIUMS = (Path("/usr/bin/chromium-headless-shell"), Path("/usr/bin/chromium"))
CHROMIUM = next((path for path in CHROMIUMS if path.exists()), CHROMIUMS[-1])
ARGUMENTS = (
    "--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update",
    "--disable-sync", "--no-first-run", "--lang=en-GB",
)  # fmt: skip
AXE = (Path(__file__).parent / "vendor" / "axe.min.js").read_text("utf-8")


@cache
def browser() -> Browser:
    """The one browser."""
    play = sync_playwright().start()
    found = play.chromium.launch(executable_path=str(CHROMIUM), args=ARGUMENTS)

    def stop() -> None:
        found.close()
        play.stop()

    atexit.register(stop)
    return found


@unittest.skipUnless(CHROMIUM.exists(), "Chromium is not installed")
class BrowserTest(unittest.TestCase):
    """Serves a folder of its own; fails on console errors and on requests that leave this machine."""

    demo = False
    viewport = (1280, 800)
    script = True
    workers = "block"
    # What a page may be refused with; a test in which the program stumbles on purpose says so.
    refusals: tuple[str, ...] = ("400", "409", "422", "503")
    host, reach = "127.0.0.1", Reach()

    def setUp(self):
        """Start server and page."""
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.clock = FixedClock(NOW)
        if self.demo:
            copied_demo(self.folder)
        self.server = create_server(tested_app(self.folder, self.clock, reach=self.reach), "127.0.0.1", 0, threads=4)
        threading.Thread(target=self.server.run, daemon=True).start()
        self.addCleanup(database.close)
        self.addCleanup(self.server.close)
        self.complaints: list[str] = []
        self.address = f"http://{self.host}:{self.server.effective_port}"
        self.page = self.new_page()

    def new_page(self, script=None, viewport=None, **rest) -> Page:
        """A page in a context of its own, as on another device."""
        width, height = viewport or self.viewport
        context = browser().new_context(
            viewport={"width": width, "height": height},
            base_url=self.address,
            java_script_enabled=self.script if script is None else script,
            locale="en-GB",
            reduced_motion="reduce",
            service_workers=self.workers,
            **rest,
        )
        context.set_default_timeout(30_000)
        self.addCleanup(context.close)
        page = context.new_page()
        page.on("console", lambda message: self._heard(message.type, message.text))
        page.on("pageerror", lambda problem: self.complaints.append(str(problem)))
        page.on("request", lambda request: self._asked(request.url))
        return page

    def come_in(self, page: Page, name: str, words: str) -> None:
        """Name and passphrase, typed."""
        page.goto("/sign-in")
        page.get_by_label("Name or initials").fill(name)
        page.get_by_label("Passphrase").fill(words)
        page.get_by_role("button", name="Sign in").click()

    def _heard(self, kind: str, text: str) -> None:
        if kind == "error" and not any(f"status of {code}" in text for code in self.refusals):
            self.complaints.append(text)

    def _asked(self, url: str) -> None:
        if not url.startswith((self.address, "data:")):
            self.complaints.append(f"asked for {url}")

    def tearDown(self):
        """Nothing may have complained."""
        self.assertEqual(self.complaints, [])

    def violations(self, page: Page) -> list[str]:
        """Serious and critical findings of axe on the page as it is."""
        page.evaluate(AXE)
        # Only what is wrong comes back: all that was looked at takes as long to hand over as to find.
        return page.evaluate(
            """async () => (await axe.run({resultTypes: ['violations'], selectors: false})).violations
                .filter(rule => ['serious', 'critical'].includes(rule.impact))
                .map(rule => `${rule.id}: ${rule.nodes[0].html.slice(0, 160)}`)"""
        )

    def cut_numbers(self, page: Page) -> list[str]:
        """Fields whose number is wider than its box, so that 10000 reads as 100."""
        return page.eval_on_selector_all(
            "input.count", "all => all.filter(one => one.scrollWidth > one.clientWidth).map(one => one.value)"
        )

    def overflow(self, page: Page) -> int:
        """How far the page is wider than its window, in px."""
        return page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
