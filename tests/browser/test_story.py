"""The whole story in a browser, from an empty file to an undone entry; by mouse, by keys, without JavaScript."""

from __future__ import annotations

from datetime import timedelta

from tests.browser.base import BrowserTest


class Story(BrowserTest):
    """A keeper's first days."""

    def set_up_site(self, page):
        """Name, hours as offered, initials."""
        page.goto("/")
        page.get_by_label("Name of the place").fill("Test Works")
        page.locator("summary").first.click()
        page.get_by_label("Your initials").fill("AB")
        page.get_by_role("button", name="On to the machine").click()

    def add_machine(self, page, name="Hall"):
        """A tabletop whose tablet was done a fortnight ago."""
        page.get_by_role("link", name="Lamps-only tabletop").click()
        page.get_by_label("What do you call it?").fill(name)
        page.get_by_label("Its counter now").fill("12480")
        page.get_by_text("More that you know").click()
        page.locator("#how-brew-tablet").select_option("date")
        page.locator("#date-brew-tablet").fill("2026-11-10")
        page.locator("input[name=others][value=today]").check()
        page.get_by_role("button", name="Add it").click()
        page.wait_for_selector(f"[aria-label={name}]")

    def test_from_an_empty_file(self):
        """Readings, a doubt, the due, the run with its clock, the log, undo."""
        page = self.page
        self.set_up_site(page)
        self.add_machine(page)

        page.keyboard.press("3")
        page.wait_for_url("**/readings")
        page.get_by_role("link", name="Older ones from a file").click()
        days = ((9, 12075), (10, 12115), (12, 12200), (16, 12280), (17, 12320), (19, 12400))
        lines = "\n".join(f"Hall,drinks,2026-11-{day},{value}" for day, value in days)
        page.get_by_label("Paste it").fill(f"machine,counter,time,value\n{lines}")
        page.get_by_role("button", name="Take it in").click()
        page.wait_for_selector("text=6 new readings")

        self.clock.moment += timedelta(days=1)
        page.goto("/readings")
        field = page.get_by_label("Counter of Hall")
        field.press_sequentially("15220")
        page.wait_for_selector("text=Two digits may be swapped")
        page.get_by_role("button", name="Take 12 520").click()
        page.wait_for_selector("text=+40 since")
        field.press("Enter")
        page.keyboard.press("Enter")
        page.wait_for_selector("text=1 reading saved")

        page.keyboard.press("1")
        page.get_by_role("link", name="Hall", exact=True).first.click()
        page.wait_for_selector("#item-brew-tablet:has-text('of 200 drinks')")
        page.get_by_role("link", name="how to do Brew-group tablet").click()
        page.locator("[data-space]").click()
        self.walk_run(page)
        page.locator("#value").fill("12521")
        page.get_by_role("button", name="Finish").click()
        page.wait_for_selector("h1:has-text('Done at')")

        page.keyboard.press("8")
        page.wait_for_selector("text=finished after")
        self.assertIn("1 drink only to clean", page.locator(".log-day").first.inner_text())
        page.get_by_role("link", name="Undo: Brew-group tablet").first.click()
        page.get_by_role("button", name="Undo it").click()
        page.wait_for_selector("text=Undone: Brew-group tablet")
        page.goto("/machines/1")
        page.wait_for_selector("#item-brew-tablet:has-text('of 200 drinks')")

    def walk_run(self, page):
        """Every step by the space bar; a reload and a second screen in the middle."""
        step = 0
        while True:
            step += 1
            page.wait_for_selector(f"text=step {step} of 9")
            if page.locator(".run-dial").count():
                break
            page.keyboard.press("Space")
        first = page.locator(".dial-time").text_content()
        self.assertIn(first, ("10:00", "09:59"))
        page.wait_for_function("() => document.querySelector('.dial-time').textContent < '09:59'")
        self.clock.moment += timedelta(minutes=4)
        page.reload()
        self.assertLessEqual(page.locator(".dial-time").text_content(), "06:00")
        other = self.new_page()
        other.goto(page.url)
        other.locator("[data-space]").click()
        other.wait_for_selector(f"text=step {step + 1} of 9")
        page.keyboard.press("Space")
        page.wait_for_selector("text=This step was answered already")
        for later in range(step + 1, 10):
            page.wait_for_selector(f"text=step {later} of 9")
            page.keyboard.press("Space")
        page.wait_for_selector("text=Is the lamp out?")

    def test_without_javascript(self):
        """Forms do it all: site, machine, reading, run, log."""
        page = self.new_page(script=False)
        self.set_up_site(page)
        self.add_machine(page)
        self.clock.moment += timedelta(hours=1)
        page.goto("/readings")
        page.get_by_label("Counter of Hall").fill("3")
        page.get_by_role("button", name="Save the readings").click()
        page.get_by_label("The counter restarted at zero").check()
        page.get_by_role("button", name="Save the readings").click()
        page.wait_for_selector("text=1 reading saved")
        page.goto("/machines/1")
        page.goto("/runs/ready/1/group-rinse")
        finish, step = page.get_by_role("button", name="Finish"), page.locator("[data-space]")
        step.click()
        step.or_(finish).first.wait_for()  # a page that is still on its way has neither
        while step.count():
            step.click()
            step.or_(finish).first.wait_for()
        finish.click()
        page.wait_for_selector("h1:has-text('Done at')")
        page.goto("/log")
        self.assertIn("Brew-group rinse", page.locator(".log-day").first.inner_text())


class Keys(BrowserTest):
    """Everything by keyboard, and no key where one types."""

    demo = True

    def test_dock_and_sheet(self):
        """Digits, r, n, slash, question mark, Escape; off when switched off."""
        page = self.page
        page.goto("/")
        for key, path in (("2", "/machines"), ("3", "/readings"), ("8", "/log"), ("1", "/"), ("r", "/readings")):
            page.keyboard.press(key)
            page.wait_for_url(f"{self.address}{path}")
        field = page.locator(".count-input").first
        field.focus()
        page.keyboard.type("12")
        self.assertEqual(field.input_value(), "12")
        self.assertTrue(page.url.endswith("/readings"))
        page.keyboard.press("Escape")
        page.keyboard.press("2")
        page.wait_for_url("**/machines")
        page.keyboard.press("/")
        page.keyboard.type("hall")
        page.wait_for_function("() => document.querySelectorAll('.machine-table tbody tr').length === 1")
        page.keyboard.press("Escape")
        page.keyboard.press("?")
        page.wait_for_selector("dialog[open]")
        page.get_by_label("Switch the single keys off").check()
        page.keyboard.press("Escape")
        page.wait_for_selector("dialog[open]", state="hidden")
        page.keyboard.press("1")
        page.wait_for_timeout(200)
        self.assertIn("/machines", page.url)

    def test_enter_goes_down_the_sheet(self):
        """To the next machine, and from the last to Save."""
        page = self.page
        page.goto("/readings")
        fields = page.locator("[data-down]")
        fields.first.focus()
        for n in range(1, fields.count()):
            page.keyboard.press("Enter")
            self.assertTrue(fields.nth(n).evaluate("field => field === document.activeElement"))
        page.keyboard.press("Enter")
        self.assertEqual(page.evaluate("document.activeElement.textContent"), "Save the readings")

    def test_begin_by_n_and_tab_order(self):
        """n begins the first stop; the first Tab leads to the worktop."""
        page = self.page
        page.goto("/")
        page.keyboard.press("Tab")
        self.assertEqual(page.evaluate("document.activeElement.textContent"), "To the worktop")
        page.keyboard.press("n")
        page.wait_for_url("**/runs/ready/**")
        page.keyboard.press("n")
        page.wait_for_selector("[data-run]")
        page.keyboard.press("o")
        page.keyboard.type("by hand")
        page.keyboard.press("Enter")
        page.wait_for_selector(".run-notes >> text=by hand")


class Cares(BrowserTest):
    """Ticking, water, and a kind of one's own, in the browser."""

    demo = True

    def test_done_by_one_key(self):
        """d leads to the first tick, the space bar ticks, d again writes it down."""
        page = self.page
        page.goto("/")
        page.keyboard.press("d")
        self.assertEqual(page.evaluate("document.activeElement.name"), "job")
        words = page.evaluate("document.activeElement.ariaLabel").removesuffix(" is done")
        page.keyboard.press("Space")
        page.keyboard.press("d")
        page.wait_for_selector("text=1 job written down as done")
        item, machine = words.split(" at ")
        page.goto("/log")
        newest = page.locator("main li, main tr").filter(has_text=item).first.inner_text()
        self.assertIn(machine, newest)

    def test_parts_lead_to_their_items(self):
        """A part of the cutaway, by keyboard, to its line in the table."""
        page = self.page
        page.goto("/machines/3")
        part = page.locator("svg.cutaway a").first
        part.focus()
        page.keyboard.press("Enter")
        page.wait_for_function("() => location.hash.startsWith('#item-')")
        self.assertTrue(page.locator(page.evaluate("location.hash")).is_visible())

    def test_water_test_moves_the_dates(self):
        """Softer water, longer to the next descale."""
        page = self.page
        page.goto("/water")
        before = page.locator(".tap-line").first.inner_text()
        page.get_by_label("Total hardness").fill("6")
        page.get_by_label("Carbonate").fill("4")
        page.get_by_role("button", name="Note this test").click()
        page.wait_for_selector("text=The test is noted")
        self.assertNotEqual(page.locator(".tap-line").first.inner_text(), before)

    def test_mistakes_while_typing(self):
        """The line is named as one types, and a click leads to it."""
        page = self.page
        page.goto("/kinds/new")
        page.wait_for_selector("text=Nothing to mend")
        area = page.locator("#text")
        area.fill(area.input_value().replace("tank_ml: 1800", "tank_ml: much"))
        page.wait_for_selector("text=A whole number is needed")
        page.locator("[data-line]").first.click()
        chosen = area.evaluate("area => area.value.slice(area.selectionStart, area.selectionEnd)")
        self.assertIn("tank_ml: much", chosen)
        area.fill(area.input_value().replace("tank_ml: much", "tank_ml: 2000"))
        page.wait_for_selector("text=Nothing to mend")
        page.get_by_role("button", name="Save").click()
        page.wait_for_selector("text=The kind “My machine” is saved.")
