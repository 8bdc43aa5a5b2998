"""Containers: levels, stops to tip out, what runs over. Worked by hand."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.job.containers import Delivery, Flow, Vessel, least_vessel, least_without_stops, plan_containers

TRAY = Vessel("tray", 700, ("tray",))


def stops(plan):
    """Step, vessel and millilitres of each stop."""
    return [(stop.step, stop.vessel, stop.after_ml) for stop in plan.stops]


class Plans(unittest.TestCase):
    """Worked cases."""

    def test_it_fits(self):
        """Half a litre twice into 1120 ml, of which 1008 are filled: no stop; tipped out at the end."""
        flows = [Flow((Delivery("coffee", 500, 5),)), Flow((Delivery("coffee", 500, 5),), ("coffee",))]
        plan = plan_containers(flows, [Vessel("coffee", 1120, ("coffee",))])
        self.assertEqual([(s.before["coffee"], s.after["coffee"]) for s in plan.steps], [(0, 500), (500, 0)])
        self.assertEqual((stops(plan), plan.problems, plan.caught["coffee"]), ([], (), 1000))

    def test_stops_fall_before_the_burst_that_would_run_over(self):
        """Six bursts of 100 ml into 250 ml: tipped out after 200 and after 400."""
        plan = plan_containers([Flow((Delivery("coffee", 600, 6),))], [Vessel("coffee", 250, ("coffee",))])
        self.assertEqual(stops(plan), [(0, "coffee", 200), (0, "coffee", 400)])
        self.assertEqual(plan.steps[0].after["coffee"], 200)

    def test_what_stands_from_the_step_before_counts(self):
        """300 ml stand in a litre, of which 900 ml are filled; 800 ml in eight bursts: tipped out after 600."""
        flows = [Flow((Delivery("coffee", 300),)), Flow((Delivery("coffee", 800, 8),))]
        self.assertEqual(stops(plan_containers(flows, [Vessel("coffee", 1000, ("coffee",))])), [(1, "coffee", 600)])

    def test_exactly_full_is_no_stop(self):
        """To nine tenths of a litre, and a little more: 10 bursts of 91 ml, of which nine go in."""
        for ml, expected in ((900, []), (910, [(0, "coffee", 819)])):
            with self.subTest(ml=ml):
                plan = plan_containers([Flow((Delivery("coffee", ml, 10),))], [Vessel("coffee", 1000, ("coffee",))])
                self.assertEqual(stops(plan), expected)

    def test_too_small_for_one_burst(self):
        """No stop helps there."""
        plan = plan_containers([Flow((Delivery("coffee", 600, 2),))], [Vessel("coffee", 250, ("coffee",))])
        self.assertIn("holds 250 ml, and 300 ml come at once", plan.problems[0])

    def test_a_forgotten_outlet_runs_into_the_tray(self):
        """Two outlets, one container: the tray takes the rest, and has to be emptied."""
        flows = [Flow((Delivery("coffee", 500, 5), Delivery("second", 900, 9)))]
        plan = plan_containers(flows, [Vessel("coffee", 1000, ("coffee",)), TRAY])
        self.assertEqual(stops(plan), [(0, "tray", 600)])
        self.assertEqual(plan.caught, {"coffee": 500, "tray": 900})
        bare = plan_containers(flows, [Vessel("coffee", 1000, ("coffee",))])
        self.assertIn("Nothing stands under the second outlet, which gives 900 ml", bare.problems[0])

    def test_one_bowl_in_place_of_the_tray(self):
        """It stands under everything."""
        flows = [Flow((Delivery("coffee", 500, 5), Delivery("second", 500, 5), Delivery("tray", 50)))]
        plan = plan_containers(flows, [Vessel("bowl", 2000, ("coffee", "second", "tray"))])
        self.assertEqual((plan.steps[0].after["bowl"], plan.problems), (1050, ()))

    def test_tip_out_all(self):
        """A tip-out empties what it names, or everything."""
        flows = [Flow((Delivery("coffee", 500), Delivery("tray", 50))), Flow(tips=("coffee",)), Flow(tips=("all",))]
        plan = plan_containers(flows, [Vessel("coffee", 1000, ("coffee",)), TRAY])
        levels = [{"coffee": 500, "tray": 50}, {"coffee": 0, "tray": 50}, {"coffee": 0, "tray": 0}]
        self.assertEqual([dict(s.after) for s in plan.steps], levels)

    def test_least(self):
        """What is needed so that no stop in the middle falls: the most between two tip-outs."""
        flows = [
            Flow((Delivery("coffee", 400),)),
            Flow((Delivery("coffee", 300),), ("all",)),
            Flow((Delivery("coffee", 600),)),
        ]
        self.assertEqual(least_without_stops(flows, ["coffee"]), 700)
        tray_only = [flows[0], Flow((Delivery("coffee", 300),), ("tray",)), flows[2]]
        self.assertEqual(least_without_stops(tray_only, ["coffee"]), 1300)

    def test_refusals(self):
        """Negative water, no burst, an empty vessel."""
        for make in (lambda: Delivery("c", -1), lambda: Delivery("c", 1, 0), lambda: Vessel("v", 0, ())):
            with self.assertRaisesRegex(InvalidInput, "A container holds more than|An outlet delivers"):
                make()
        for vessels, said in (
            ([Vessel("jug", 5, ("a",)), Vessel("jug", 5, ("b",))], "called jug"),
            ([Vessel("jug", 5, ("a",)), Vessel("pot", 5, ("b", "a"))], "under the a outlet"),
        ):
            with self.assertRaisesRegex(InvalidInput, said):
                plan_containers([], vessels)

    def test_one_vessel_under_two_outlets(self):
        """Both fill it in turn, burst by burst, 100 and 150 ml; of a half-litre 450 ml are filled: 350 go in."""
        flow = Flow((Delivery("coffee", 300, 3), Delivery("second", 450, 3)))
        plan = plan_containers([flow], [Vessel("bowl", 500, ("coffee", "second"))])
        self.assertEqual((stops(plan), plan.caught["bowl"]), ([(0, "bowl", 350)], 750))
        self.assertEqual(plan.steps[0].after["bowl"], 400)
        uneven = Flow((Delivery("coffee", 400, 1), Delivery("second", 400, 4)))  # the one burst ends last
        self.assertEqual(
            stops(plan_containers([uneven], [Vessel("bowl", 500, ("coffee", "second"))])),
            [(0, "bowl", 300), (0, "bowl", 700)],
        )


class EveryDrop(unittest.TestCase):
    """Properties."""

    @given(
        st.lists(st.tuples(st.integers(0, 3000), st.integers(1, 20), st.booleans()), min_size=1, max_size=8),
        st.integers(50, 3000),
    )
    def test_nothing_is_lost_and_nothing_runs_over(self, rows, holds):
        """All water is caught; no vessel is ever filled above nine tenths unless it is too small for a burst."""
        flows = [Flow((Delivery("coffee", ml, bursts),), ("coffee",) if tipped else ()) for ml, bursts, tipped in rows]
        plan = plan_containers(flows, [Vessel("coffee", holds, ("coffee",))])
        self.assertEqual(plan.caught["coffee"], sum(ml for ml, _, _ in rows))
        self.assertLessEqual(max(s.after["coffee"] for s in plan.steps), holds if plan.problems else 0.9 * holds)
        least = least_without_stops(flows, ["coffee"])
        roomy = plan_containers(flows, [Vessel("coffee", max(1, least_vessel(least)), ("coffee",))])
        self.assertEqual((roomy.stops, roomy.problems), ((), ()))


if __name__ == "__main__":
    unittest.main()
