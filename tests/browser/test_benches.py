"""The benches by hand: the slide rule by mouse, touch and keys, and the same by its form."""

from __future__ import annotations

from tests.browser.base import BrowserTest


class SlideRule(BrowserTest):
    """On the demo, where the water has 18 °dH."""

    demo = True

    def test_mouse_keys_and_form(self):
        """Each moves the cursor, the readings and the number in the form, in the unit that is chosen."""
        page = self.new_page()
        page.goto("/water")
        cursor, field = page.locator(".rule-cursor"), page.locator("#total")
        cursor.focus()
        for key, shown in (("ArrowLeft", "17.9"), ("PageUp", "18.9"), ("Home", "0.0"), ("End", "28.0")):
            page.keyboard.press(key)
            self.assertEqual((cursor.get_attribute("aria-valuenow"), field.input_value()), (shown, shown))
        rule = page.locator(".slide-rule").bounding_box()
        middle = rule["x"] + rule["width"] / 2, rule["y"] + rule["height"] / 2
        page.mouse.move(*middle)
        page.mouse.down()
        page.mouse.move(middle[0] + 90, middle[1], steps=4)
        page.mouse.up()
        dragged = float(field.input_value())
        self.assertTrue(12 < dragged < 20, dragged)
        page.select_option("#unit", "fH")  # the number that stands there is now one of these
        self.assertAlmostEqual(float(cursor.get_attribute("aria-valuenow")), dragged / 1.7848, delta=0.06)
        cursor.focus()
        page.keyboard.press("ArrowRight")
        self.assertAlmostEqual(float(field.input_value()), dragged + 0.1785, delta=0.16)
        page.fill("#total", "10")
        self.assertEqual(cursor.get_attribute("aria-valuetext"), "5.6 °dH")
        page.get_by_role("button", name="Note this test").click()
        page.wait_for_selector("text=The test is noted")

    def test_touch(self):
        """The knob follows a finger; beside it the page scrolls as always."""
        page = self.new_page(viewport=(390, 844), has_touch=True)
        page.goto("/water")
        before = page.locator("#total").input_value()
        knob = page.locator(".rule-knob").bounding_box()
        x, y = knob["x"] + knob["width"] / 2, knob["y"] + knob["height"] / 2
        self.assertTrue(0 < x < 390, x)  # the shelf was scrolled so that the cursor is in sight
        page.evaluate(
            """([x, y]) => { const at = document.elementFromPoint(x, y);
                const send = (name, dx) => at.dispatchEvent(new PointerEvent(name, { bubbles: true, pointerId: 1,
                    pointerType: "touch", clientX: x + dx, clientY: y, button: 0 }));
                SVGElement.prototype.setPointerCapture = () => {};
                send("pointerdown", 0); send("pointermove", -60); send("pointerup", -60); }""",
            [x, y],
        )
        self.assertLess(float(page.locator("#total").input_value()), float(before))


class Beaker(BrowserTest):
    """On the demo, where the tower's mix was measured."""

    demo = True

    def test_mouse_keys_and_form(self):
        """Each moves the mark, its dose and the number in the form; kept, the run pours to it."""
        page = self.new_page()
        page.goto("/supplies/dose/1/milk-cleaner")
        grip, field = page.locator(".beaker-grip"), page.locator("#mark")
        before = int(field.input_value())
        grip.focus()
        for key, by in (("ArrowDown", -5), ("ArrowUp", 5), ("PageDown", -50), ("PageUp", 50)):
            page.keyboard.press(key)
            before += by
            self.assertEqual(int(field.input_value()), before)
        knob = page.locator(".beaker-knob").bounding_box()
        x, y = knob["x"] + knob["width"] / 2, knob["y"] + knob["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x, y - 40, steps=4)
        page.mouse.up()
        self.assertGreater(int(field.input_value()), before)
        page.fill("#mark", "800")
        self.assertEqual(grip.get_attribute("aria-valuetext"), "800 ml, 40 ml")
        page.get_by_role("button", name="Use it from now on").click()
        page.wait_for_selector("text=reckon with that mark")
        page.goto("/runs/ready/1/milk-wash")
        self.assertIn("Filled to 800 of 1000 ml", page.inner_text("main"))
