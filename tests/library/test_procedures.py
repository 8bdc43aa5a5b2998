"""Every shipped procedure on every kind that has it, walked through all its branches.

Orders, amounts and cautions are common practice, no source.
"""

from __future__ import annotations

import unittest
from datetime import UTC, datetime

from lamplight.core.errors import InvalidInput
from lamplight.core.job.chemistry import Chemistry, Inside
from lamplight.core.job.containers import Vessel, least_vessel, least_without_stops
from lamplight.core.job.general import course_in_general, in_general
from lamplight.core.job.steps import AskFor, StepKind
from lamplight.core.run.cleaners import vessels_of
from lamplight.core.run.precheck import precheck
from lamplight.core.run.rules import apply, begin
from lamplight.core.run.state import EventKind, Outcome, RunContext, RunEvent
from lamplight.drawing.gestures import POSES
from lamplight.library.catalogue import (
    defaults,
    kinds,
    parse,
    procedure_for,
    procedures,
    products,
    roles,
    usual_products,
)
from lamplight.library.procedure_schema import ProcedureFile
from lamplight.sight.procedures import FREE
from tests.pace import after_waiting, delivered_ml, said_to

START = datetime(2026, 11, 24, 7, tzinfo=UTC)


def jobs():
    """Kind, key and procedure of everything that can be begun."""
    for kind in kinds().values():
        for item in kind.items:
            yield kind, item.key, procedure_for(kind.key, item.procedure)
        for key in FREE:
            yield kind, key, procedure_for(kind.key, key)


def context_of(kind, procedure, **rest):
    """What a run of it begins with, by the usual products."""
    serving = usual_products(kind, products())
    return RunContext(
        {role: serving[role] for role in procedure.roles},
        {role: roles()[role].accepts for role in procedure.roles},
        **rest,
    )


def has_tank_filter(kind):
    """Whether a filter can sit in its tank."""
    return kind.part("filter") is not None and "plumbed" not in kind.traits


def walk(procedure, context, says_no=False, choices=None):
    """From the first step to the finish; every check is answered no once first where that is wished."""
    state, at = begin(procedure, START, context), START
    refused = set()
    while state.step is not None:
        step, at = state.step, after_waiting(state, at)
        if says_no and step.checks and state.index not in refused:
            refused.add(state.index)
            state = apply(state, RunEvent(EventKind.NO, at, state.index))
            continue
        said = said_to(state, (choices or {}).get(step.ask.key) if step.ask else None)
        state = apply(state, RunEvent(EventKind.ADVANCE, at, state.index, text=said))
    return apply(state, RunEvent(EventKind.FINISH, at, state.index))


def ways(procedure):
    """Every set of answers to the choices of a procedure."""
    found = [{}]
    for step in procedure.steps:
        if step.ask and step.ask.sort is AskFor.CHOICE:
            found = [{**way, step.ask.key: choice} for way in found for choice in step.ask.choices]
    return found


class EveryBranch(unittest.TestCase):
    """No dead end, no step without text, nothing left inside."""

    def test_every_item_is_guided(self):
        """Each care item of each shipped kind has a procedure; 11 kinds, some 180 items."""
        self.assertEqual([(k.key, i.key) for k in kinds().values() for i in k.items if not i.procedure], [])
        self.assertGreater(sum(len(kind.items) for kind in kinds().values()), 170)

    def test_walked(self):
        """Straight through, with every check answered no first, and along every choice."""
        for kind, key, procedure in jobs():
            context = context_of(kind, procedure, filter_installed=has_tank_filter(kind))
            for way in ways(procedure):
                for says_no in (False, True):
                    with self.subTest(kind=kind.key, job=key, way=way, says_no=says_no):
                        done = walk(procedure, context, says_no, way)
                        self.assertEqual(done.outcome, Outcome.FINISHED)
                        self.assertEqual(done.inside, ())
                        self.assertEqual(set(done.out) - {"filter", "mixer", "tank", "drawer", "jug"}, set())

    def test_words(self):
        """All names are filled in; each step has a text, a fitted part and a move that is drawn."""
        for kind, key, procedure in jobs():
            for n, step in enumerate(procedure.steps):
                with self.subTest(kind=kind.key, job=key, step=n):
                    for text in (step.title, step.text, step.caution, step.over_when, step.on_no, step.mistake):
                        self.assertNotIn("{", text)
                    self.assertTrue(step.text.strip())
                    self.assertIn(step.pose, ("", *POSES))
                    self.assertIsNotNone(kind.part(step.part), step.part)
                    self.assertEqual(step.kind.timed, step.duration is not None)
            with self.subTest(kind=kind.key, job=key):
                self.assertIn(defaults().cautions["manual"], procedure.cautions)

    def test_nothing_speaks_against_the_usual_products(self):
        """The guard lets every procedure pass with what is usual there, a filter fitted or not."""
        for kind, key, procedure in jobs():
            for fitted in {False, has_tank_filter(kind)}:
                with self.subTest(kind=kind.key, job=key, fitted=fitted):
                    self.assertEqual(
                        precheck(procedure, START, context_of(kind, procedure, filter_installed=fitted)), ""
                    )


class InGeneral(unittest.TestCase):
    """What is read without a machine at hand."""

    def test_no_name_is_left(self):
        """Every text of every shipped procedure reads with the usual words."""
        usual = defaults()
        for key, shipped in procedures().items():
            texts = [need.need.amount + need.need.thing for need in shipped.needs]
            texts += [getattr(one.step, name) for one in shipped.steps for name in ("title", "text", "on_no", "why")]
            lines = course_in_general(shipped, usual)
            self.assertEqual(len(lines), len(shipped.course))
            self.assertTrue(all(line.title for line in lines), key)
            texts += [f"{line.title} {line.text}" for line in lines]
            for text in texts:
                self.assertNotIn("{", in_general(text, usual), key)

    def test_what_nobody_knows_stays(self):
        """A name of a keeper's own kind is shown as it stands."""
        self.assertEqual(
            in_general("Turn {own_wheel} with {jug} under it", defaults()), "Turn {own_wheel} with 1 L under it"
        )


class Water(unittest.TestCase):
    """Every volume is accounted for."""

    def test_no_more_comes_out_than_was_poured_in(self):
        """From one pour to the next, where the machine draws from its tank or a tub."""
        poured = {"descale", "combined", "milk-wash", "acid-milk-wash"}
        for kind, key, procedure in jobs():
            if key not in poured or ("plumbed" in kind.traits and key in ("descale", "combined")):
                continue
            left = None
            for n, step in enumerate(procedure.steps):
                if step.kind is StepKind.POUR or step.call == "tank-water":
                    left = step.amount_ml
                elif left is not None:
                    left -= sum(delivery.ml for delivery in step.delivers)
                    with self.subTest(kind=kind.key, job=key, step=n):
                        self.assertGreaterEqual(left, 0)

    def test_containers(self):
        """With containers as large as the run asks for nothing runs over; at the end each is empty."""
        for kind, key, procedure in jobs():
            sizes = {
                stand.key: max(1, least_vessel(least_without_stops(procedure.flows, stand.under, stand.key)))
                for stand in procedure.stands
            }
            plan = procedure.containers(vessels_of(kind, procedure, sizes))
            with self.subTest(kind=kind.key, job=key):
                self.assertEqual(plan.problems, ())
                self.assertEqual([stop for stop in plan.stops if stop.vessel != "tray"], [])
                ends = plan.steps[-1].after
                self.assertEqual({name: ml for name, ml in ends.items() if ml and name != "tray"}, {})
                self.assertEqual(sum(plan.caught.values()), delivered_ml(procedure))

    def test_small_containers_are_tipped_out_on_the_way(self):
        """Descaling the tabletop into half a litre under each outlet: three stops, worked by hand.

        A tenth stays free: 450 ml fit. Stage one gives 6 x 83 ml at the coffee outlet, 500 ml, tipped out after five
        bursts (416 ml, the whole millilitres of 5/6), and 450 ml at the wand, which just fit; each rinse gives
        5 x 140 ml = 700 ml, tipped out after three bursts (420 ml).
        """
        kind = kinds()["removable-tabletop"]
        procedure = procedure_for(kind.key, "descale")
        half = [Vessel(outlet, 500, (outlet,)) for outlet in ("coffee", "wand")]
        stops = procedure.containers(half).stops
        works = [n for n, step in enumerate(procedure.steps) if step.kind is StepKind.MACHINE]
        self.assertEqual(
            [(stop.step, stop.vessel, stop.after_ml) for stop in stops],
            [(works[0], "coffee", 416), *((rinse, one, 420) for rinse in works[1:] for one in ("coffee", "wand"))],
        )


# What must come before what: parts of titles, in this order. Common practice, no source.
ORDERS = {
    ("removable-tabletop", "brew-tablet"): (
        "Empty the tray", "Fill the tank", "container", "Start", "ask for the tablet", "One tablet", "works", "Tip",
        "clear",
    ),
    ("dial-steamer", "brew-tablet"): (
        "One tablet, into the powder funnel", "long drink", "soaks", "Switch it on", "pull it out", "lukewarm", "dry",
        "clicks", "Pull gently", "nothing in the funnel",
    ),
    ("jug-compact", "group-rinse"): (
        "Switch off", "tank out", "pull it out", "lukewarm", "dry", "clicks", "Pull gently", "Tank back", "switch on",
    ),
    ("removable-tabletop", "group-strip-down"): (
        "unplug", "pull it out", "Photograph", "dish", "top piece", "clips off", "detergent", "soaks",
        "Brush", "dry", "O-ring", "the one right way round", "Ball before spring", "by hand", "Press the release",
        "slide it in", "Pull gently", "switch on", "Two coffees",
    ),
    ("removable-tabletop", "filter-change"): (
        "old cartridge out", "Rinse the new", "no bubble", "date ring", "home", "Run 500 ml",
    ),
    ("removable-tabletop", "descale"): (
        "Empty the tray", "coffee outlet", "steam wand", "filter out", "Concentrate", "Start", "works",
        "Tip everything", "Empty the tank and rinse", "Fresh water", "rinses", "Tip", "Fresh water", "once more", "Tip",
        "clear", "Filter back", "to the mark", "everything back", "first cups",
    ),
    ("dial-steamer", "descale"): (
        "Concentrate", "Half of the mix", "Open the steam valve", "other half", "Close", "works inside",
        "Tip everything", "Fresh water", "coffee outlet", "Open the steam valve", "steam wand", "Close", "Tip", "clear",
    ),
    ("office-tower", "milk-wash"): (
        "Milk out", "container", "cleaner and water", "intake", "Start", "draws", "Tip", "fresh water", "rinses", "Tip",
        "clear", "back", "as it was",
    ),
    ("office-tower", "acid-milk-wash"): (
        "no other milk cleaner", "cleaner and water", "dissolve", "Start", "Fresh water", "rinses", "clear",
    ),
    ("powder-tower", "mixer-strip"): ("Shut the canister", "bowl", "Wash", "dry", "Put it back", "flap open"),
    ("powder-tower", "wand-soak"): ("Cold water", "Tablet in", "Heat", "stand", "Brush", "Pot out", "twice"),
    ("jug-compact", "combined"): (
        "half full of water", "container", "Start", "tank out", "One tablet", "Tank back", "filter out", "powder into",
        "clear", "Confirm", "cleans and descales", "Tip", "rinse it", "fresh water", "rinses both", "clear",
        "Filter back", "Milk jug emptied and rinsed", "first cups",
    ),
    ("removable-tabletop", "grounds-drawer"): ("switched on", "ten seconds", "really empty", "Wash", "home"),
}  # fmt: skip


class ByTheTrade(unittest.TestCase):
    """Read aloud against the practice of the trade."""

    def test_order(self):
        """Each step where it belongs."""
        for (kind, item), wanted in ORDERS.items():
            titles = [step.title.lower() for step in procedure_for(kind, kinds()[kind].item(item).procedure).steps]
            place = 0
            for words in wanted:
                with self.subTest(kind=kind, item=item, words=words):
                    found = next((n for n in range(place, len(titles)) if words.lower() in titles[n]), None)
                    self.assertIsNotNone(found, titles[place:])
                    place = found + 1 if found is not None else place

    def test_amounts(self):
        """One tablet; 15 minutes' soak without a programme; detergent 20 to 30 minutes; acid in a litre;
        concentrate 100 ml and a litre; 0.1 to 0.5 L through a filter; milk at 2 to 4 °C."""
        by_hand = procedure_for("dial-steamer", "brew-tablet-by-hand")
        self.assertEqual([s.duration.likely_s for s in by_hand.steps if s.duration], [15 * 60])
        strip = procedure_for("removable-tabletop", "group-strip-down")
        soak = next(s.duration for s in strip.steps if s.duration)
        self.assertEqual((soak.low_s, soak.high_s), (20 * 60, 30 * 60))
        acid = procedure_for("office-tower", "acid-milk-wash")
        self.assertEqual(next(s.amount_ml for s in acid.steps if s.amount_ml), 1000)
        flush = delivered_ml(procedure_for("removable-tabletop", "filter-change"))
        self.assertTrue(100 <= flush <= 500)
        check = procedure_for("office-tower", "fridge-check").steps[0]
        self.assertIn("2 to 4 °C", check.why)

    def test_cautions(self):
        """Acid and alkali, hot water, unplugging, no drinks: where they apply."""
        for kind, key, procedure in jobs():
            said = " ".join(procedure.cautions)
            puts = {role for step in procedure.steps for _, role in step.puts}
            with self.subTest(kind=kind.key, job=key):
                if puts & {"descaler", "acid-milk-cleaner"}:
                    self.assertIn("is an acid", said)
                if puts & {"brew-cleaner", "milk-cleaner", "wand-cleaner", "part-detergent"}:
                    self.assertIn("alkaline", said)
                if any(place in ("brew", "milk", "water") for step in procedure.steps for place, _ in step.puts):
                    self.assertIn("No drinks", said)
                if any(step.takes_out == "group" for step in procedure.steps):
                    self.assertIn("unplug", said)

    def test_no_two_cleaners_in_one_circuit(self):
        """Before a second one goes into a place, the first is rinsed out."""
        for kind, key, procedure in jobs():
            inside = set()
            for step in procedure.steps:
                for place, _role in step.puts:
                    with self.subTest(kind=kind.key, job=key, step=step.title):
                        self.assertNotIn(place, inside)
                    inside.add(place)
                inside -= set(step.rinses)


class Guard(unittest.TestCase):
    """The combined programme is allowed what by hand is not."""

    def test_wrong_and_second(self):
        """An acid tablet for the brew group; a wash on top of what an abandoned run left."""
        kind = kinds()["office-tower"]
        wash = procedure_for(kind.key, "milk-wash")
        sachets = products()["milk-acid-sachets"]
        wrong = RunContext({"milk-cleaner": sachets}, {"milk-cleaner": roles()["milk-cleaner"].accepts})
        self.assertIn("Acid milk cleaner in sachets is acid", precheck(wash, START, wrong))
        begun = begin(wash, START, context_of(kind, wash))
        while not begun.cleaner_inside:
            said = RunEvent(EventKind.ADVANCE, START, begun.index, text=said_to(begun))
            begun = apply(begun, said)
        acid = procedure_for(kind.key, "acid-milk-wash")
        self.assertIn("still in", precheck(acid, START, context_of(kind, acid, inside=begun.inside)))

    def test_given_up_anywhere(self):
        """Whatever was put in, and wherever: no cleaner comes by it until it is rinsed out, and that leaves nothing."""
        refused = 0
        for kind, key, procedure in jobs():
            state = begin(procedure, START, context_of(kind, procedure))
            seen = set()
            while state.step:
                state = apply(state, RunEvent(EventKind.ADVANCE, START, state.index, text=said_to(state)))
                if not state.inside or state.inside in seen:
                    continue
                seen.add(state.inside)
                rinse = procedure_for(kind.key, "rinse-out")
                left = begin(rinse, START, context_of(kind, rinse, inside=state.inside))
                while left.step:
                    left = apply(left, RunEvent(EventKind.ADVANCE, START, left.index))
                with self.subTest(kind=kind.key, job=key, step=state.index):
                    self.assertEqual(left.inside, ())
                    self.assertTrue(precheck(procedure, START, context_of(kind, procedure, inside=state.inside)))
                    refused += 1
        self.assertGreater(refused, 40)

    def test_a_tablet_in_the_group_stops_the_descaler(self):
        """It would leave through the group; rinsed, it may go in. Mix that waits in the tank stops every other one."""
        for kind, key, descale in jobs():
            if key == "descale":
                tablet = (Inside("brew", Chemistry.ALKALINE, "Tablet"),)
                mixed = (Inside("tank", Chemistry.DESCALER, "Descaler"),)
                with self.subTest(kind=kind.key):
                    self.assertIn("brew circuit", precheck(descale, START, context_of(kind, descale, inside=tablet)))
                    for other, name, procedure in jobs():
                        if other.key == kind.key and name in ("brew-tablet", "milk-wash") and procedure.roles:
                            self.assertTrue(precheck(procedure, START, context_of(kind, procedure, inside=mixed)), name)

    def test_the_combined_programme(self):
        """It is allowed what by hand is not."""
        combined = procedure_for("jug-compact", "combined")
        both = {place for step in combined.steps for place, _ in step.puts}
        self.assertLessEqual({"brew", "water"}, both)


PROCEDURE = """key: soak
title: Soak
circuit: brew
needs: [{role: brew-cleaner}]
outlets: [{outlet: coffee, words: the spout}]
steps:
  - question: How?
    text: Choose one.
    part: group
    ask: {key: how, sort: choice, choices: [long, short]}
  - wait: It soaks
    text: Leave it.
    part: group
    minutes: [5, 10, 15]
    only: {how: long}
    puts: {brew: brew-cleaner}
    delivers: {coffee: 100}
  - check: Clear?
    text: Look.
    part: outlet
    on_no: Once more.
    confirmation: lamp-out
    rinses: [brew]
"""


class Wrong(unittest.TestCase):
    """Mistakes are named with their place and line."""

    def test_right_first(self):
        """The sample is right as it stands."""
        self.assertEqual(len(parse(PROCEDURE, ProcedureFile, "soak.yaml").core().steps), 3)
        self.assertIn("descale", procedures())

    def test_places(self):
        """Each mistake in its place, in words."""
        rows = [
            ("question: How?", "question: How?\n    do: Both", "a step has exactly one of: do, check"),
            ("question: How?", "colour: red", "line 7, steps.0.colour: “colour” is not known"),
            ("minutes: [5, 10, 15]", "minutes: [5]", "line 14, steps.1.minutes: At least 3 are needed"),
            ("    minutes: [5, 10, 15]\n", "", "wait and machine steps need minutes"),
            ("only: {how: long}", "only: {why: long}", "steps.1.only: nothing asks “why” before"),
            ("only: {how: long}", "only: {how: never}", "steps.1.only: “how” cannot be answered so"),
            ("puts: {brew: brew-cleaner}", "puts: {brew: paint}", "no need has the role “paint”"),
            ("delivers: {coffee: 100}", "delivers: {milk: 100}", "“milk” is not among the outlets"),
            ("    on_no: Once more.\n", "", "a check needs on_no, or no_goes_on"),
            ("confirmation: lamp-out", "confirmation: moon-full", "“moon-full” is none of: drawer-emptied"),
            ("choices: [long, short]", "choices: [long]", "a choice needs two choices or more"),
            ("part: outlet", "part: wheel", "One of these is needed"),
        ]
        for old, new, said in rows:
            with self.subTest(new=new), self.assertRaisesRegex(InvalidInput, said):
                parse(PROCEDURE.replace(old, new), ProcedureFile, "soak.yaml")
