"""A kind made from nothing on its drawing, by mouse, by touch and by keyboard alone; given out, taken in, and used."""

from __future__ import annotations

import re

import yaml

from lamplight.actions.sites import save_site
from lamplight.sight.actor import Actor
from lamplight.sight.kinds import KINDS, kind_of
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.store.database import database
from lamplight.store.sites import machines, the_site
from tests.base import NOW, WEEK
from tests.browser.base import BrowserTest

PARTS = ("Water tank", "Milk jug", "Brew group", "Grinder", "Bean hopper", "Grounds drawer", "Powder funnel")


class Building(BrowserTest):
    """The same kind, three ways."""

    def setUp(self):
        """A site without machines."""
        super().setUp()
        with database.connection_context():
            save_site("Test Works", "Europe/Berlin", WEEK, Actor(NOW))

    def by_mouse(self, locator):
        """Click."""
        locator.click()

    def by_touch(self, locator):
        """Tap."""
        locator.tap()

    def by_keys(self, locator):
        """Reach it with the tabulator key alone, and press Enter."""
        wanted = locator.element_handle()
        self.assertGreaterEqual(wanted.evaluate("one => one.tabIndex"), 0)
        wanted.evaluate("one => one.focus()")
        self.page.keyboard.press("Space" if wanted.evaluate("one => one.type === 'radio'") else "Enter")

    def no_barriers(self):
        """For the mouse; what the others see is the same."""
        if self.way == self.by_mouse:
            self.assertEqual(self.violations(self.page), [])

    def go(self, locator):
        """Touch it, and wait for what comes."""
        self.touches += 1
        with self.page.expect_response(lambda answer: answer.request.method == "GET" and "/kinds/" in answer.url):
            self.way(locator)
        self.page.wait_for_load_state()
        self.page.wait_for_timeout(80)

    def button(self, name, within=""):
        """A button by its words."""
        scope = self.page.locator(within) if within else self.page
        return scope.get_by_role("button", name=name, exact=True).first

    def section(self, name):
        """Go to a section."""
        self.go(self.page.locator(".build-nav").get_by_role("link", name=name, exact=True))

    def type_in(self, field, text):
        """Type into a field."""
        self.touches += 1
        self.page.locator(field).focus()
        self.page.locator(field).fill(text)

    def build(self, title):
        """From nothing to a usable kind; answers its key."""
        self.touches = 0
        self.page.goto("/kinds/build")
        self.type_in("#title", title)
        self.go(self.button("Begin"))
        self.no_barriers()
        self.section("Parts")
        for part in PARTS:
            self.go(self.page.locator(".build-parts").get_by_role("button", name=re.compile(part)))
        self.go(self.page.locator("svg a[aria-label^='Milk jug']"))
        self.go_tick("input[name=sub-0][value=dishwasher]")
        self.go_tick("input[name=sub-3][value='wipe only']")
        self.assertEqual(self.overflow(self.page), 0)
        self.go(self.button("Keep it so"))
        self.go(self.page.locator("svg a[aria-label='Put on: Side door']"))
        self.go(self.button("Put it on"))
        self.no_barriers()
        self.section("Water")
        for name, amount in (("tank_ml", "1400"), ("tray_ml", "450"), ("drawer_pucks", "9"), ("milk_ml", "400")):
            self.type_in(f"#{name}", amount)
        self.go(self.button("It holds that"))
        self.no_barriers()
        self.section("Lamps")
        self.type_in("#l-new", "Scale")
        self.go(self.button("Put it on"))
        self.section("Cares")
        self.go(self.page.get_by_role("button", name=re.compile("Take up all")))
        self.no_barriers()
        self.type_in("#c-grounds-drawer-0", "48")
        self.go(self.page.locator(".care-rows li:has-text('Grounds drawer')").get_by_role("button", name="Keep"))
        self.section("Lamps")
        self.page.select_option("#m-means", label="It asks for: Descale")
        self.go(self.button("Keep the meaning"))
        self.no_barriers()
        self.section("Programmes")
        self.page.select_option("#like", "descale:jug-compact")
        self.go(self.button("Begin with that"))
        self.no_barriers()
        return re.search(r"/kinds/([a-z0-9-]+)/build", self.page.url)[1]

    def go_tick(self, field):
        """Tick a box."""
        self.touches += 1
        self.page.locator(field).focus()
        self.page.keyboard.press("Space")

    def test_by_mouse(self):
        """And used at once: a machine, a lamp, a run; exported and taken in again it means the same."""
        self.way = self.by_mouse
        key = self.build("Narrow one")
        self.is_whole(key)
        self.comes_back_the_same(key)
        self.is_used(key)

    def test_by_touch(self):
        """On a phone."""
        self.page = self.new_page(viewport=(390, 800), has_touch=True)
        self.way = self.by_touch
        self.is_whole(self.build("Narrow two"))
        self.assertEqual(self.overflow(self.page), 0)

    def test_by_keys(self):
        """Without any pointer."""
        self.way = self.by_keys
        self.is_whole(self.build("Narrow three"))

    def is_whole(self, key):
        """What was said is so."""
        with database.connection_context():
            kind = kind_of(key)
        jug = kind.part("jug")
        self.assertEqual({sub.key: sub.tolerates for sub in jug.made_of}["lid"], ("dishwasher",))
        self.assertEqual({sub.key: sub.tolerates for sub in jug.made_of}["orifice"], ("wipe only",))
        self.assertEqual((kind.capacities.tank_ml, kind.capacities.drawer_pucks), (1400, 9))
        self.assertEqual([lamp.label for lamp in kind.panel.lamps], ["Scale"])
        self.assertEqual(kind.panel.patterns[0].asks_for, "descale")
        self.assertEqual({trigger.key: trigger for trigger in kind.item("grounds-drawer").triggers}["hours"].limit, 48)
        for item in ("descale", "milk-wash", "group-rinse", "tank-rinse", "milk-jug-wash", "hoppers", "grounds-drawer"):
            self.assertIsNotNone(kind.item(item), item)
        self.assertIn("descale", kind.programmes)
        self.assertIn("removable-group", kind.traits)

    def comes_back_the_same(self, key):
        """Its file, taken in again under another name, is the same kind but for its name; the file itself is kept."""
        text = self.page.request.get(f"/kinds/{key}.yaml").text()
        plain = self.new_page(script=False)
        plain.goto("/kinds/new")
        plain.locator("#text").fill(text.replace(f"key: {key}", "key: the-same-again"))
        plain.get_by_role("button", name="Save").first.click()
        plain.wait_for_url("**/kinds/the-same-again")
        with database.connection_context():
            first, second = kind_of(key), kind_of("the-same-again")
            self.assertEqual(KINDS.own(key), text)
            self.assertEqual(OWN_KINDS.read(text).items, first.items)
        for name in vars(first):
            if name != "key":
                self.assertEqual(getattr(first, name), getattr(second, name), name)
        self.assertEqual(yaml.safe_load(text)["key"], key)

    def is_used(self, key):
        """A machine of it; its lamp asks for descaling; a run is led by its programme."""
        self.page.goto(f"/machines/new?kind={key}")
        self.page.fill("#name", "By the window")
        self.page.locator("main").get_by_role("button", name=re.compile("Add")).first.click()
        self.page.wait_for_selector("main .home, main .worktop-split")
        with database.connection_context():
            number = max(row.id for row in machines(the_site().id))
        self.page.goto(f"/lamps/{number}")
        self.page.locator(".lamp-button").first.click()
        self.page.wait_for_selector(".lamp-button.is-lit")
        self.page.get_by_role("button", name="Write it down").click()
        self.page.wait_for_load_state()
        self.assertIn("Descale", self.page.locator("main").inner_text())
        self.page.goto(f"/runs/ready/{number}/descale")
        self.page.locator("[data-space]").click()
        self.page.wait_for_selector("[data-run]")
        self.assertIn("Descale", self.page.locator(".wall-name").inner_text())
