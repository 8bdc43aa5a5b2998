"""One test of laws over every kind, every procedure and every way through it. Common practice, no source."""

from __future__ import annotations

import unittest
from dataclasses import replace
from datetime import UTC, datetime
from itertools import groupby
from pathlib import Path

from lamplight.core.job.adapt import adapt_procedure
from lamplight.core.job.adaptation import adaptation_of
from lamplight.core.job.steps import applies
from lamplight.core.job.traits import forms_of, traits_of
from lamplight.core.run.clock import keeper_seconds
from lamplight.core.run.rules import apply, begin
from lamplight.core.run.state import EventKind, RunContext, RunEvent
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
from lamplight.library.schema import KindFile
from lamplight.sight.procedures import FREE
from tests.library import laws
from tests.pace import after_waiting, delivered_ml, said_to

# Kinds as a keeper would write them off a manual, each with programmes in an order of its own. None of them ships.
COURSES = {
    path.stem: parse(path.read_text("utf-8"), KindFile, path.name).core()
    for path in sorted((Path(__file__).parent / "courses").glob("*.yaml"))
}
START = datetime(2026, 11, 24, 7, tzinfo=UTC)


def ways(procedure):
    """Every set of answers to what is decided before the start."""
    found = [{}]
    for choice in procedure.choices:
        found = [{**way, choice.key: answer} for way in found for answer, _ in choice.options]
    return found


def broken(kind, shipped):
    """Every law that a procedure breaks on a kind, in words."""
    serving = usual_products(kind, products())
    procedure = adapted(kind, shipped)
    traits = traits_of(kind, forms_of(serving))
    said = [*laws.pours(kind, procedure, serving), *laws.names_what_is_there(kind, procedure, traits)]
    programme = kind.programmes.get(shipped.plain.programme)
    if programme is not None:
        said += laws.own_order(programme, procedure, lambda use: applies(use.when, traits))
        said += laws.own_volumes(kind, programme, procedure)
    context = RunContext(
        {role: serving[role] for role in procedure.roles}, {role: roles()[role].accepts for role in procedure.roles}
    )
    for way in ways(procedure):
        for law in (
            laws.nothing_flows_onto_the_counter, laws.vessels_suffice, laws.valves, laws.all_back,
            laws.fresh_water_last, laws.nothing_for_nothing,
            laws.not_twice_at_the_end, laws.hands,
        ):  # fmt: skip
            said += law(kind, procedure, way)
        said += left_inside(procedure, context, way)
    return list(dict.fromkeys(said))


def left_inside(procedure, context, way):
    """What a run through all steps leaves inside."""
    state, at = begin(procedure, START, RunContext(context.products, context.accepts, answers=way)), START
    while state.step is not None:
        at = after_waiting(state, at)
        state = apply(state, RunEvent(EventKind.ADVANCE, at, state.index, text=said_to(state)))
    return [f"{cleaner.title} stays in the {cleaner.place}" for cleaner in state.inside]


def jobs_of(kind):
    """Every procedure that a kind can run: its items', by hand as well, and the free ones."""
    keys = dict.fromkeys([*(item.procedure for item in kind.items if item.procedure), *FREE])
    for key in keys:
        shipped = procedures()[key]
        instead = shipped.serving_by_hand(kind.programmes)
        yield procedures()[instead or key]
        if shipped.by_hand and not instead and applies(procedures()[shipped.by_hand].fits, traits_of(kind)):
            yield procedures()[shipped.by_hand]


class HeldBack(unittest.TestCase):
    """Kinds that do not ship, in the orders that are met."""

    def test_laws(self):
        """The machine's order exactly, with the right volumes and vessels, and wrong nowhere."""
        for name, kind in COURSES.items():
            for shipped in jobs_of(kind):
                with self.subTest(course=name, procedure=shipped.plain.key):
                    self.assertEqual(broken(kind, shipped), [])

    def test_what_another_machine_would_ask_for(self):
        """A call that does not apply here is no reason to leave ours out."""
        kind = COURSES["valve-lamps"]
        calls = kind.programmes["descale"].calls
        other = tuple(replace(use, when=("plumbed",)) if use.call == "container" else use for use in calls)
        programme = replace(kind.programmes["descale"], calls=other)
        procedure = adapted(replace(kind, programmes={"descale": programme}), procedures()["descale"])
        self.assertEqual([step.stands for step in procedure.steps if step.stands], [("frother",)])

    def test_nobody_said_where_it_comes_out(self):
        """Then a container stands under every outlet."""
        kind = COURSES["valve-menu"]
        calls = tuple(replace(use, gives=(), under=()) for use in kind.programmes["descale"].calls)
        calls = tuple(use for use in calls if use.call != "container")
        programme = replace(kind.programmes["descale"], calls=calls)
        procedure = adapted(replace(kind, programmes={"descale": programme}), procedures()["descale"])
        self.assertEqual({one.key for one in procedure.stands}, {"coffee", "frother"})

    def steps(self, name, key):
        """The steps of a procedure on one of these kinds."""
        return adapted(COURSES[name], procedures()[key]).steps

    def test_the_valve_opens_again(self):
        """Open, shut, open, shut while the machine runs; then once more for the cups: nothing stays in the frother."""
        moves = [step.opens or step.shuts for step in self.steps("valve-lamps", "descale")]
        self.assertEqual([move for move in moves if move == "valve"], ["valve"] * 6)
        signals = [step.signal for step in self.steps("valve-lamps", "descale") if step.opens == "valve"]
        self.assertEqual(signals, ["The valve lamp lights.", "The valve lamp lights again.", ""])

    def test_the_frother_is_the_only_outlet(self):
        """One container, of a litre and a half, under the frother and nowhere else."""
        procedure = adapted(COURSES["valve-lamps"], procedures()["descale"])
        self.assertEqual([(one.key, one.least_ml) for one in procedure.stands], [("frother", 1500)])
        self.assertEqual(delivered_ml(procedure), 950 + 1000 + 240)

    def test_one_vessel_and_two(self):
        """One under two outlets, one under each, one bowl in place of the tray."""
        rows = {
            ("one-button-long-press", "descale"): ["coffee+milk"],
            ("combined-tank-hose", "combined"): ["coffee+milk"],
            ("tablet-by-menu-two-spouts", "brew-tablet"): ["coffee", "hot-water"],
            ("two-containers-keys", "descale"): ["coffee"],
            ("combined-plumbed-with-drain", "combined"): [],
        }
        for (name, key), wanted in rows.items():
            with self.subTest(course=name):
                self.assertEqual([one.key for one in adapted(COURSES[name], procedures()[key]).stands], wanted)

    def test_tablet_first_and_filter_in_the_middle(self):
        """The tablet before the mix; the filter back while the machine still runs."""
        calls = [step.call for step in self.steps("combined-tank-hose", "combined")]
        self.assertLess(calls.index("tablet"), calls.index("tank-mix"))
        self.assertLess(calls.index("filter-in"), len(calls) - 1 - calls[::-1].index("works"))
        works = [step for step in self.steps("combined-plumbed-with-drain", "combined") if step.call == "works"]
        told = [(aside.key, aside.up_to, aside.step.signal) for aside in works[0].asks]
        self.assertEqual(told, [("tray-empty", 4, "TRAY")])
        self.assertEqual([aside.key for aside in works[1].asks], ["tray-empty", "drawer-empty"])

    def test_full_clean_settles_what_it_did(self):
        """Tablet and acid wash in one run; off by itself, no cup is drawn from a dark machine; two tubes are rinsed."""
        procedure = adapted(COURSES["tower-full-clean-and-off"], procedures()["full-clean"])
        self.assertLessEqual({"brew-tablet", "acid-milk-wash"}, set(procedure.settles))
        self.assertEqual([step for step in procedure.steps if step.call in ("clear", "cups-away")], [])
        self.assertIn("Both intakes into the tub", [step.title for step in procedure.steps])

    def test_the_group_comes_out_in_the_middle(self):
        """Code, tank, tray, door, group, rinse, tablet, group, pull, door, tray, container, OK: then it works."""
        calls = [
            call for call, _ in groupby(step.call for step in self.steps("group-out-in-the-middle", "brew-tablet"))
        ]
        wanted = [
            "press", "tank-water", "tray-out", "door-open", "group-out", "group-rinsed", "tablet", "group-in",
            "door-shut", "tray-in", "container", "confirm", "works",
        ]  # fmt: skip
        self.assertEqual(calls[calls.index("press") : calls.index("works") + 1], wanted)


def adapted(kind, shipped):
    """A procedure on a kind, with its usual products."""
    return adapt_procedure(shipped, adaptation_of(kind, defaults(), forms_of(usual_products(kind, products()))))


class EveryKind(unittest.TestCase):
    """Every shipped kind, every procedure that it can run, every way."""

    def test_laws(self):
        """Vessels, valves, cleaners, parts, words, amounts, the machine's order, the hands' time."""
        for kind in kinds().values():
            for shipped in jobs_of(kind):
                with self.subTest(kind=kind.key, procedure=shipped.plain.key):
                    self.assertEqual(broken(kind, shipped), [])

    def test_refills_are_confirmed_where_the_panel_asks(self):
        """Beans, milk, powder and tank: only on machines that say that it was not."""
        rows = (
            ("office-tower", "hoppers", True), ("removable-tabletop", "hoppers", False),
            ("office-tower", "milk-wash", True), ("jug-compact", "milk-wash", False),
            ("powder-tower", "canisters", True), ("jug-compact", "filter-change", True),
            ("removable-tabletop", "filter-change", False),
        )  # fmt: skip
        for kind, key, asked in rows:
            procedure = adapted(kinds()[kind], procedures()[key])
            found = any(step.call in ("filling-confirmed", "refill-confirmed") for step in procedure.steps)
            with self.subTest(kind=kind, procedure=key):
                self.assertEqual(found, asked)

    def test_cleaner_is_said_where_it_is(self):
        """Plain water is hot, and nothing more; what holds cleaner is said to."""
        for kind in kinds().values():
            for shipped in jobs_of(kind):
                procedure = adapted(kind, shipped)
                cleans = any(step.puts or step.rinses for step in procedure.steps)
                said = " ".join(step.caution for step in procedure.steps)
                with self.subTest(kind=kind.key, procedure=shipped.plain.key):
                    self.assertLessEqual("holds cleaner" in said, cleans)
                    if cleans and any(step.call == "container" for step in procedure.steps):
                        self.assertIn("holds cleaner", said)

    def test_the_minutes_of_an_item_are_its_hands(self):
        """What a list of the day says is near the sum of the hands' steps: within a third, or two minutes."""
        for kind in kinds().values():
            for item in kind.items:
                if item.procedure:
                    procedure = procedure_for(kind.key, item.procedure)
                    quickest = min(keeper_seconds(procedure, way) for way in ways(procedure)) / 60
                    longest = max(keeper_seconds(procedure, way) for way in ways(procedure)) / 60
                    with self.subTest(kind=kind.key, item=item.key):
                        self.assertGreaterEqual(item.minutes, quickest - max(2, quickest / 3))
                        self.assertLessEqual(item.minutes, longest + max(2, longest / 3))


if __name__ == "__main__":
    unittest.main()
