"""Take one picture of each main view from the demo, on a day that stands still."""

from __future__ import annotations

import re
import tempfile
import threading
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path

from playwright.sync_api import Locator, Page, sync_playwright

from lamplight.demo.seed import prepare
from lamplight.web import create_app
from lamplight.web.clock import FixedClock
from lamplight.web.server import create_server
from tests.browser.base import CHROMIUM

MOMENT = datetime(2026, 11, 24, 6, 12, tzinfo=UTC)
EVENING = datetime(2026, 11, 24, 16, 40, tzinfo=UTC)
# Always the same, since the code on a card to print holds the address.
PORT = 8731
CLOCK = FixedClock(MOMENT)
TARGET = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
BROWSER = (
    "--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update",
    "--disable-sync", "--no-first-run", "--lang=en-GB",
)  # fmt: skip


def _opened(address: str) -> Callable[[Page], object]:
    def show(page: Page) -> None:
        answer = page.goto(address)
        if answer is None or not answer.ok:
            raise LookupError(f"There is no page at {address}: name the one that took its place.")

    return show


def _doubtful_sheet(page: Page) -> None:
    page.goto("/readings")
    for n, typed in enumerate(("20 871", "1", "")):
        field = page.locator(".count-input").nth(n)
        if typed:
            field.fill(typed)
            page.wait_for_selector(f"#{field.get_attribute('aria-describedby')} p")


def _touch(page: Page, what: Locator) -> None:
    """Touch something in a run, and wait for the page that comes of it."""
    with page.expect_response(lambda answer: answer.request.method == "GET" and "/runs/" in answer.url):
        what.click()
    page.wait_for_timeout(150)


def _machine_at_work(page: Page) -> None:
    page.goto("/runs/ready/2/descale")
    page.locator("[data-space]").click()
    page.wait_for_selector("[data-run]")
    while not page.locator(".run-dial").count():
        _touch(page, page.locator("[data-space]"))


def _kind_in_the_making(page: Page) -> None:
    page.goto("/kinds/build")
    page.fill("#title", "The narrow one upstairs")
    page.get_by_role("button", name="Begin").click()
    page.wait_for_selector(".build-nav")
    page.locator(".build-nav a").nth(1).click()
    for part in ("Water tank", "Milk jug", "Brew group", "Grinder", "Grounds drawer"):
        page.locator(".build-parts").get_by_role("button", name=part).click()
        page.wait_for_selector(f"h2:has-text('{part}')")
    page.locator(".build-figure a[aria-label='Milk jug']").click()
    page.wait_for_selector("h2:has-text('Milk jug')")


def _guest(page: Page) -> None:
    """What a passer-by sees of a sticker, on a phone, and what the lamp that they touched means."""
    page.goto("/guests")
    line = page.locator(".sticker-list li").filter(has_text="Packing Hall")
    where = line.get_by_role("link", name="See it").get_attribute("href")
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{where}?lamp-tank=flashing+red")


def _listening(page: Page) -> None:
    page.goto("/runs/ready/5/descale?listen=1")
    page.locator("[data-space]").click()
    page.wait_for_selector("[data-run]")
    for says, call in (("MIX", "The mix into the canister"), ("", "Keys, a menu, a code"), ("", "The machine works")):
        while not page.locator(".listen-form").count():
            _touch(page, page.locator("[data-space]").first)
        page.locator("#says").fill(says)
        _touch(page, page.get_by_role("button", name=call, exact=True).first)
    for _ in range(3):
        _touch(page, page.locator(".water-button").first)


def _plan_held(page: Page) -> None:
    page.goto("/plan")
    page.wait_for_selector("text=Nothing since", timeout=120_000)
    page.locator(".weeks-visit").nth(13).click()
    page.wait_for_selector("#visit-title")


def _closing(page: Page) -> None:
    """The end of the day on a phone, ten minutes after closing; one machine is closed already."""
    CLOCK.moment = MOMENT.replace(hour=17)
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/close/")
    page.locator("button.close-ring").first.click()
    page.wait_for_selector(".close-line.is-done")
    CLOCK.moment = MOMENT


def _round(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name=re.compile("^(Set out|Do it now)")).click()
    page.wait_for_selector("text=Next of")


def _together(page: Page) -> None:
    """A second site with two machines, and all of them on one wall; the last picture, since the word is seen then."""
    page.goto("/sites/new")
    page.fill("#name", "Harbour Hall")
    page.fill("#zone", "America/New_York")
    page.get_by_role("button", name="Set it up").click()
    for kind, name, counter in (("jug-compact", "Bar left", "12480"), ("office-tower", "Bar right", "40210")):
        page.goto(f"/machines/new?kind={kind}")
        page.fill("#name", name)
        page.locator("main input[name^=counter]").first.fill(counter)
        page.locator("main button.primary").first.click()
    page.goto("/sites")


def _mail(page: Page) -> None:
    page.goto("/mail")
    page.frame_locator(".letter").get_by_role("heading", name="The round").wait_for(timeout=60_000)


VIEWS: dict[str, Callable[[Page], object]] = {
    "today": _opened("/"),
    "plan": _plan_held,
    "close": _closing,
    "round": _round,
    "mail": _mail,
    "machines": _opened("/machines"),
    "machine": _opened("/machines/3"),
    "water": _opened("/water"),
    "dose": _opened("/supplies/dose/1/milk-cleaner"),
    "supplies": _opened("/supplies"),
    "guest": _guest,
    "kind-builder": _kind_in_the_making,
    "readings": _doubtful_sheet,
    "ready": _opened("/runs/ready/3/descale"),
    "run": _machine_at_work,
    "lamp-causes": _opened("/lamps/5"),
    "listen": _listening,
    "sites": _together,
}


def _at_home(page: Page) -> None:
    """An empty book, and the first answer to whoever begins with a machine that nobody knows."""
    page.goto("/")
    page.fill("#name", "Home")
    page.locator("main button.primary").click()
    page.goto("/machines/new?kind=jug-compact")
    page.fill("#name", "Kitchen")
    page.fill("#guess", "6")
    page.locator("main button.primary").click()
    page.wait_for_selector(".home-days")


def _taken(views: dict[str, Callable[[Page], object]], fill: Callable[[Path], object], port: int) -> None:
    """Write some views of a data folder that is filled first."""
    with tempfile.TemporaryDirectory() as folder:
        fill(Path(folder))
        server = create_server(create_app(Path(folder), CLOCK), "127.0.0.1", port)
        threading.Thread(target=server.run, daemon=True).start()
        with sync_playwright() as play:
            browser = play.chromium.launch(executable_path=str(CHROMIUM), args=BROWSER)
            context = browser.new_context(
                viewport={"width": 1280, "height": 800},
                reduced_motion="reduce",
                locale="en-GB",
                base_url=f"http://127.0.0.1:{server.effective_port}",
            )
            context.clock.set_fixed_time(CLOCK.moment)
            page = context.new_page()
            for name, show in views.items():
                page.set_viewport_size({"width": 1280, "height": 800})
                show(page)
                page.evaluate("document.fonts.ready")
                page.screenshot(path=TARGET / f"{name}.png")
                print(f"docs/screenshots/{name}.png")
            browser.close()
        server.close()


def main() -> None:
    """Write every view into the folder of pictures."""
    TARGET.mkdir(parents=True, exist_ok=True)
    _taken(VIEWS, lambda folder: prepare(folder, MOMENT), PORT)
    CLOCK.moment = EVENING
    _taken({"home": _at_home}, lambda folder: None, PORT + 1)


if __name__ == "__main__":
    main()
