"""Close-ups: every step of every kind can be shown large; what turns, fills and leaves is drawn as the step says."""

from __future__ import annotations

import re
import unittest
import xml.etree.ElementTree as ET

from lamplight.core.run.cleaners import offered_ml, vessels_of
from lamplight.core.run.rules import begin
from lamplight.core.run.state import RunContext
from lamplight.drawing.closeup.scene import HEIGHT, WIDTH, CloseUp, Glass, closeup
from lamplight.drawing.closeup.things import THINGS
from lamplight.drawing.gestures import POSES
from lamplight.library.catalogue import kinds
from lamplight.library.kind_edit import placeable
from lamplight.web.runs.closeups import closeup_of, made_of_words
from tests.library.test_laws import START, adapted, jobs_of

NUMBER = re.compile(r"-?\d+(?:\.\d+)?")


def points(svg):
    """Coordinates of lines, rectangles and circles, with their element's class."""
    for element in ET.fromstring(svg).iter():
        for x, y in (("x1", "y1"), ("x2", "y2"), ("x", "y"), ("cx", "cy")):
            if x in element.attrib:
                yield element.get("class"), float(element.get(x)), float(element.get(y))


def shown(kind, procedure, index):
    """The close-up of a step, as the page of a run has it."""
    sizes = {stand.key: offered_ml(procedure, stand) for stand in procedure.stands}
    plan = procedure.containers(vessels_of(kind, procedure, sizes))
    state = begin(procedure, START, RunContext(vessels=sizes))
    state = type(state)(**{**state.__dict__, "index": index, "visited": (index,)})
    return closeup_of(kind, state, plan, ())


class Scenes(unittest.TestCase):
    """Every part, every move."""

    def test_all_within_the_picture(self):
        """Nothing is drawn outside, whichever part and move, with a vessel beside it or without."""
        for part in (*THINGS, "boiler"):
            for pose in ("", *POSES):
                for glass in (None, Glass(300, 700, 1000, True)):
                    with self.subTest(part=part, pose=pose, glass=glass):
                        for _, x, y in points(closeup(CloseUp(part, pose, glass=glass, title="A title"))):
                            self.assertTrue(0 <= x <= WIDTH and -2 <= y <= HEIGHT, (x, y))

    def test_a_valve(self):
        """It is said which way; open and shut are two pictures."""
        opened, shut = (closeup(CloseUp("wand", "press", turns=turns)) for turns in ("open", "shut"))
        self.assertIn(">open<", opened)
        self.assertIn(">shut<", shut)
        self.assertNotEqual(opened.replace("open", ""), shut.replace("shut", ""))

    def test_the_mark(self):
        """The planned mark lies as high in the glass as its share, and is named with its amount."""
        for mark, holds in ((250, 1000), (900, 1000), (780, 1500)):
            drawn = closeup(CloseUp("outlet", "jug-under", glass=Glass(0, mark, holds, True)))
            stop = next(y for cls, _, y in points(drawn) if cls == "close-stop")
            empty = closeup(CloseUp("outlet", "jug-under", glass=Glass(0, 0, holds)))
            floor = next(y for cls, _, y in points(empty) if cls == "close-stop")
            full = closeup(CloseUp("outlet", "jug-under", glass=Glass(0, holds, holds)))
            brim = next(y for cls, _, y in points(full) if cls == "close-stop")
            with self.subTest(mark=mark):
                self.assertAlmostEqual((floor - stop) / (floor - brim), mark / holds, 2)
                self.assertIn("tip it out here", drawn)
                self.assertIn(f"{mark} ml", drawn)

    def test_a_title_for_who_cannot_see(self):
        """The step's words, escaped."""
        drawn = closeup(CloseUp("tray", "out", title="Tray <out> & home"))
        self.assertEqual(ET.fromstring(drawn).find("title").text, "Tray <out> & home")


class Steps(unittest.TestCase):
    """Of every shipped procedure."""

    def test_every_step(self):
        """One for each step of the hands, and for work that fills a vessel; a glass only where one stands."""
        works = 0
        for kind in kinds().values():
            for shipped in jobs_of(kind):
                procedure = adapted(kind, shipped)
                for n, step in enumerate(procedure.steps):
                    scene = shown(kind, procedure, n)
                    with self.subTest(kind=kind.key, procedure=procedure.key, step=step.title):
                        if scene is None:
                            self.assertTrue(step.kind.timed)
                            continue
                        self.assertTrue(scene.glass or not step.kind.timed)
                        works += step.kind.timed
                        ET.fromstring(closeup(scene))
                        self.assertEqual(scene.turns != "", "valve" in (step.opens, step.shuts))
                        if scene.glass:
                            self.assertTrue(step.stands or step.delivers)
                            self.assertLessEqual(scene.glass.mark_ml, 0.9 * scene.glass.holds_ml)
                        if step.shuts and scene.pose in ("out", "half"):
                            self.fail("it goes in, and is drawn going out")
        self.assertGreater(works, 20)

    def test_what_a_part_is_made_of(self):
        """Each small part is named once, led to its place, with what it may stand; a vessel leaves no room for that."""
        jug = kinds()["jug-compact"].part("jug")
        drawn = closeup(CloseUp("jug", title="Jug", made_of=made_of_words(jug)))
        for name in ("lid", "spout", "tube", "orifice"):
            self.assertEqual(drawn.count(f">{name}<"), 1)
        self.assertIn("wipe only", drawn)
        ends = [(x, y) for cls, x, y in points(drawn) if cls == "close-leader-end"]
        self.assertEqual(len(ends), 4)
        self.assertTrue(all(20 <= x <= 230 and 20 <= y <= 225 for x, y in ends), ends)
        self.assertNotIn(">orifice<", closeup(CloseUp("jug", glass=Glass(0, 5, 10), made_of=made_of_words(jug))))

    def test_every_part_that_may_be_put_on(self):
        """Each has a picture of its own, unlike the others."""
        drawn = {key: closeup(CloseUp(key, title="x")) for key in placeable()}
        drawn.pop("outlet-cover")  # shown as the outlet that it covers
        self.assertEqual(len(set(drawn.values())), len(drawn))


if __name__ == "__main__":
    unittest.main()
