"""Sightings become dues, causes are remembered, a pattern is taught, a notch is judged."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

from lamplight.actions.lamps import change_grind, judge_drink, note_refill, note_sighting, try_cause
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.own_texts import save_text
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.actions.teaching import PatternWords, correct_pattern, teach_pattern
from lamplight.actions.undo import consequences, undo
from lamplight.core.care.status import Status
from lamplight.core.diagnosis.faults import grinding
from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.match import PanelSignals
from lamplight.core.lamps.panel import LampSignal, LampState, Sort
from lamplight.core.run.state import EventKind
from lamplight.library.catalogue import kinds
from lamplight.sight.actor import Actor
from lamplight.sight.causes import known_causes, known_symptoms
from lamplight.sight.diagnosis import diagnose, diagnose_meaning, disagreements_of
from lamplight.sight.kinds import kind_of
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.store.logbook import entries
from lamplight.store.models import Entry
from lamplight.store.runs import run_row
from lamplight.store.sites import machine
from tests.base import NOW, DataTest
from tests.pace import after_waiting

HAND = Actor(NOW)


def panel_diagnosis(view):
    """The causes of what is to be seen to first; None where the panel is dark or no rule knows it."""
    return diagnose_meaning(view, view.panel.meanings[0]) if view.panel.meanings else None


# A panel of our own making: overlapping patterns, two causes that facts tell apart.
KIND = """key: bench
title: Bench with two lamps
blurb: Made up.
look: {width: 200, height: 260, crown: hopper, tank: right, panel: lamps, milk: wand, group: removable, stand: feet}
parts:
  group: {label: Brew group, circuit: brew, removable: true}
  tank: {label: Tank, circuit: water}
  pump: {label: Pump, circuit: water}
capacities: {tank_ml: 1500, tray_ml: 500, drawer_pucks: 10}
items:
  tablet: {title: Tablet, circuit: brew, part: group, triggers: [{prompt: true}, {drinks: 200}], minutes: 6}
  filter: {title: Filter, circuit: water, part: tank, triggers: [{prompt: true}, {months: 2}], minutes: 5}
causes:
  seat:
    title: Filter badly seated
    circuit: water
    check: Lift it.
    remedy: Press it home.
    evidence: [{fact: "minutes-since:filter", below: 120, weight: 4, says: "fitted {value} ago"}]
  fine: {title: Grind too fine, circuit: brew, check: Watch it drip., remedy: Coarser., weight: 2, grind: coarser}
symptoms:
  hum: {title: It hums, sense: hear, circuit: water, causes: [seat, fine]}
panel:
  lamps:
    one: {label: One, colours: [red], sign: tank}
    two: {label: Two, colours: [amber, red], sign: care, place: [2, 0]}
  patterns:
    - {lamps: {one: flashing}, means: No flow, sort: fault, part: pump, causes: [seat, fine]}
    - {lamps: {one: flashing, two: off}, exact: true, means: No flow at all, sort: fault, causes: [fine, seat]}
    - {lamps: {two: steady amber}, means: Tablet, sort: care asked for, asks_for: tablet, force: can be put off}
"""


def shows(message="", **lamps):
    """Signals of a panel: ``care="flashing amber"``."""
    found = {}
    for key, text in lamps.items():
        state, _, colour = text.partition(" ")
        found[key] = LampSignal(LampState(state), colour)
    return PanelSignals(found, message)


def judged(view):
    """Where judging a notch stands."""
    return grinding(view.status.book.events, view.status.context.now)


class Sighted(DataTest):
    """A tabletop that has been used for four weeks."""

    def setUp(self):
        """Tablet done two days ago."""
        super().setUp()
        self.hall = self.used_machine(done={"brew-tablet": 2, "descale": 30, "grounds-drawer": 1, "filter-change": 20})
        self.row = machine(self.site.id, self.hall)

    def see(self, minutes=10, item=None, **lamps):
        """Somebody saw these lamps so many minutes ago."""
        return note_sighting(self.row, shows(**lamps), NOW - timedelta(minutes=minutes), HAND)

    def test_feeds_the_dues(self):
        """The machine asks, the book follows at once; dark again, it is as before; undone, too."""
        before = self.view(self.hall).status.dues
        self.see(care="flashing amber")
        due = self.due(self.hall)
        self.assertEqual(due.status, Status.DUE)
        self.assertIn("asks for it", due.reasons[0])
        self.see(5)
        self.assertEqual(self.view(self.hall).status.dues, before)
        undo(Entry.select().order_by(Entry.id.desc()).first().id, HAND)
        self.assertEqual(self.due(self.hall).status, Status.DUE)
        undo(Entry.select().where(Entry.undone_at.is_null()).order_by(Entry.id.desc()).first().id, HAND)
        self.assertEqual(self.view(self.hall).status.dues, before)

    def test_a_run_puts_it_out(self):
        """The lamp that asked goes out with the job, and only that one."""
        self.see(care="flashing amber")
        self.assertIsNotNone(self.view(self.hall).panel.seen)
        run_id = begin_run(self.site, self.row, "brew-tablet", HAND)
        now = NOW
        row = run_row(run_id)
        while row.state.step:
            now = after_waiting(row.state, now)
            row = answer_step(run_id, EventKind.ADVANCE, row.state.index, Actor(now))
        finish_run(run_id, row.state.index, Finish(None, 1, lamp_out=True), self.site, Actor(now))
        view = self.view(self.hall, now + timedelta(minutes=1))
        self.assertIsNone(view.panel.seen)
        self.assertEqual(view.panel.settled[0].due.item.key, "brew-tablet")
        due = view.status.due("brew-tablet")
        self.assertFalse(due.prompted)
        self.assertLess(due.status, Status.DUE)  # soon by the lamp itself, which came after three days

    def test_refused(self):
        """A lamp it has not, a time ahead, a counter below 0: nothing is written down."""
        before = Entry.select().count()
        for view, at, value in (
            (shows(moon="steady red"), NOW, None),
            (shows(care="steady blue"), NOW, None),
            (shows(care="steady red"), NOW + timedelta(minutes=1), None),
            (shows(care="steady red"), NOW, -1),
        ):
            with (
                self.subTest(view=view),
                self.assertRaisesRegex(
                    InvalidInput,
                    "A counter shows|That time has not come yet|"
                    "The lamp Rinse and descale cannot be steady|This panel has no lamp “moon”",
                ),
            ):
                note_sighting(self.row, view, at, HAND, value=value)
        self.assertEqual(Entry.select().count(), before)

    def test_causes_follow_the_facts(self):
        """A filter fitted 40 minutes ago comes first; denied, the next one; confirmed, it is remembered."""
        self.see(attention="flashing red")
        first = panel_diagnosis(self.view(self.hall)).causes[0].cause.key
        self.assertNotEqual(first, "filter-badly-seated")
        from lamplight.actions.care import mark_done

        mark_done([(self.row, "filter-change")], NOW - timedelta(minutes=40), HAND)
        diagnosis = panel_diagnosis(self.view(self.hall))
        self.assertEqual(diagnosis.causes[0].cause.key, "filter-badly-seated")
        self.assertEqual(diagnosis.causes[0].grounds, ("it was fitted 40 minutes ago",))
        self.assertEqual(diagnosis.begins["filter-badly-seated"][0], "filter-change")
        try_cause(self.row, diagnosis.about, "filter-badly-seated", False, HAND)
        order = [one.cause.key for one in panel_diagnosis(self.view(self.hall)).causes]
        self.assertEqual(order[-1], "filter-badly-seated")
        try_cause(self.row, diagnosis.about, "electronics", True, HAND)
        try_cause(self.row, diagnosis.about, "electronics", True, HAND)
        said = next(o for o in panel_diagnosis(self.view(self.hall)).causes if o.cause.key == "electronics").grounds
        self.assertIn("2 times before", said[0])
        with self.assertRaisesRegex(InvalidInput, "There is no such cause"):
            try_cause(self.row, "x", "bad magic", True, HAND)

    def test_complaints(self):
        """Only those that a kind can have; in the order of its facts."""
        tower = self.view(self.used_machine(name="Tower", kind="office-tower", done={}))
        keys = {symptom.key for symptom in known_symptoms(tower.kind)}
        self.assertIn("milk-spits", keys)
        self.assertNotIn("wand-blocked", keys)
        self.assertNotIn("wand-tip-blocked", known_causes(tower.kind))
        view = self.view(self.hall)
        drips = next(symptom for symptom in known_symptoms(view.whole_kind) if symptom.key == "coffee-drips")
        self.assertIn("grind-too-fine", [one.cause.key for one in diagnose(view, drips.key, drips.causes).causes])

    def test_a_notch_and_two_drinks(self):
        """Counted with the keeper; too many are refused; forgotten after half a day."""
        self.assertIsNone(judged(self.view(self.hall)))
        with self.assertRaisesRegex(InvalidInput, "Change the grind by one notch first"):
            judge_drink(self.view(self.hall), HAND)
        change_grind(self.row, "coarser", HAND)
        for drinks in range(2):
            self.assertEqual(judged(self.view(self.hall)).drinks, drinks)
            judge_drink(self.view(self.hall), HAND)
        self.assertTrue(judged(self.view(self.hall)).judged)
        with self.assertRaisesRegex(InvalidInput, "Change the grind by one notch first, then"):
            judge_drink(self.view(self.hall), HAND)
        change_grind(self.row, "finer", Actor(NOW + timedelta(minutes=1)))
        self.assertEqual(judged(self.view(self.hall, NOW + timedelta(minutes=2))).drinks, 0)
        self.assertIsNone(judged(self.view(self.hall, NOW + timedelta(hours=13))))
        with self.assertRaisesRegex(InvalidInput, "One notch coarser, or one notch finer"):
            change_grind(self.row, "sideways", HAND)

    def test_undoing_a_notch_says_what_goes(self):
        """A note about the grinder, and not a refill."""
        change_grind(self.row, "coarser", HAND)
        (said,) = consequences(entries()[0])
        self.assertEqual(
            said, "With it go 1 note about the grinder; every figure that rests on them is worked out anew."
        )

    def test_lamp_and_book(self):
        """Lit though the tablet was two days ago."""
        self.see(care="flashing amber")
        one = disagreements_of(self.view(self.hall))[0]
        self.assertTrue(one.lit)
        self.see(2)
        self.assertEqual(disagreements_of(self.view(self.hall)), ())


class OwnPanel(DataTest):
    """A kind of our own, with a panel that nobody shipped."""

    def setUp(self):
        """Saved, and a machine of it."""
        super().setUp()
        save_text(OWN_KINDS, KIND, HAND)
        self.own = add_machine(self.site.id, MachineFields("Own", "bench"), NewMachine({"drinks": 100}), HAND)
        self.row = machine(self.site.id, self.own)

    def causes(self, now=NOW):
        """Keys, the likeliest first."""
        return [one.cause.key for one in panel_diagnosis(self.view(self.own, now)).causes]

    def test_meaning_and_order(self):
        """The exact pattern wins; the grind comes first; with a fresh filter its seat does."""
        match = note_sighting(self.row, shows(one="flashing red"), NOW, HAND)
        self.assertEqual(match.pattern.title, "No flow at all")
        self.assertEqual(self.causes(), ["fine", "seat"])
        from lamplight.actions.care import mark_done

        mark_done([(self.row, "filter")], NOW - timedelta(minutes=30), HAND)
        self.assertEqual(self.causes(), ["seat", "fine"])
        self.assertEqual(self.causes(NOW + timedelta(hours=3)), ["fine", "seat"])
        match = note_sighting(self.row, shows(one="flashing red", two="steady red"), NOW, HAND)
        self.assertEqual(match.pattern.title, "No flow")
        self.assertEqual([symptom.key for symptom in known_symptoms(kind_of("bench"))][0], "hum")

    def test_taught(self):
        """Signals that no rule knows; the manual's words; then it is known, and asks for the item."""
        view = shows(two="flashing red")
        self.assertIsNone(note_sighting(self.row, view, NOW, HAND))
        self.assertIsNone(self.view(self.own).panel.match)
        teach_pattern(self.row, view, PatternWords("Filter wants changing", Sort.CARE.value, "filter"), HAND)
        reading = self.view(self.own).panel
        self.assertEqual(reading.match.pattern.title, "Filter wants changing")
        self.assertEqual(self.due(self.own, "filter").status, Status.DUE)
        for words in (
            PatternWords("", Sort.CARE.value),
            PatternWords("x y", "magic"),
            PatternWords("x y", Sort.CARE.value, "moon"),
            PatternWords("x y", Sort.CARE.value, "filter", "gently"),
        ):
            with (
                self.subTest(words=words),
                self.assertRaisesRegex(
                    InvalidInput,
                    "Own has no such care item|Say what sort of meaning it is, and how|What it means is missing",
                ),
            ):
                teach_pattern(self.row, view, words, HAND)
        with self.assertRaisesRegex(InvalidInput, "panel is dark"):
            teach_pattern(self.row, PanelSignals(), PatternWords("x y", Sort.CARE.value), HAND)

    def test_taught_on_a_shipped_kind(self):
        """The machine becomes one of a copy that has the rule; the shipped kind stays as it is; undo brings it back."""
        hall = self.used_machine(name="Hall", done={"brew-tablet": 2})
        row, view = machine(self.site.id, hall), shows(beans="steady red", drawer="steady red")
        note_sighting(row, shows(beans="steady red"), NOW, HAND)
        taught = teach_pattern(row, shows(beans="steady red"), PatternWords("Lid open", Sort.MISSING.value), HAND)
        self.assertEqual(machine(self.site.id, hall).kind, taught.key)
        self.assertEqual(self.view(hall).panel.match.pattern.title, "Lid open")
        self.assertNotIn("Lid open", [pattern.title for pattern in kinds()["removable-tabletop"].panel.patterns])
        self.assertIsNotNone(self.view(hall).status.due("brew-tablet").last)
        self.assertIsNotNone(view)
        undo(Entry.select().order_by(Entry.id.desc()).first().id, HAND)
        self.assertEqual(machine(self.site.id, hall).kind, "removable-tabletop")

    def test_corrected_on_the_spot(self):
        """What a rule says is not so here: another meaning, a job, known causes and one of the keeper's own."""
        hall = self.used_machine(name="Hall", done={"brew-tablet": 2})
        row = machine(self.site.id, hall)
        note_sighting(row, shows(attention="flashing red"), NOW, HAND)
        words = PatternWords(
            "The flap is loose", Sort.MISSING.value, "inside", causes=("door-open",),
            own_cause="The flap's magnet is off", own_check="Does it hold by itself?", own_remedy="Push it on.",
        )  # fmt: skip
        kind = correct_pattern(row, "Too little water comes through", words, HAND)
        reading = self.view(hall).panel
        self.assertEqual([meaning.title for meaning in reading.meanings], ["The flap is loose"])
        self.assertEqual(len(kind.panel.patterns), len(kinds()["removable-tabletop"].panel.patterns))
        order = panel_diagnosis(self.view(hall)).causes
        self.assertEqual([one.cause.title for one in order], ["The flap's magnet is off", "The door is open"])
        self.assertEqual(self.due(hall, "inside").status, Status.DUE)
        for wrong, said in (
            (replace(words, causes=("moon",)), "Choose of the causes"), (replace(words, own_check=""), "How to look"),
        ):  # fmt: skip
            with self.assertRaisesRegex(InvalidInput, said):
                correct_pattern(machine(self.site.id, hall), "The flap is loose", wrong, HAND)
        with self.assertRaisesRegex(InvalidInput, "not there any more"):
            correct_pattern(row, "Moonshine", words, HAND)
        tower = machine(self.site.id, self.used_machine(name="Tower", kind="office-tower", done={}))
        note_sighting(tower, PanelSignals({}, "Milk nearly empty"), NOW, HAND)
        correct_pattern(tower, "Fill milk", PatternWords("The fridge is open", Sort.MISSING.value), HAND)
        self.assertEqual(self.view(tower.id).panel.meanings[0].title, "The fridge is open")

    def test_no_prompt_is_a_dead_end(self):
        """A rule whose causes are missing offers the job that it asks for."""
        note_sighting(self.row, shows(two="flashing red"), NOW, HAND)
        teach_pattern(self.row, shows(two="flashing red"), PatternWords("Filter", Sort.CARE.value, "filter"), HAND)
        found = panel_diagnosis(self.view(self.own))
        self.assertEqual((found.causes, [key for key, _ in found.jobs]), ((), ["filter"]))

    def test_refills(self):
        """Never begins with old milk; filled and told puts it out; filled and not told, that comes first."""
        tower = machine(self.site.id, self.used_machine(name="Tower", kind="office-tower", done={}))

        def said(message="Milk nearly empty", at=NOW):
            note_sighting(tower, PanelSignals({}, message), at, Actor(at))
            return self.view(tower.id, at)

        view = said()
        found = panel_diagnosis(view)
        self.assertEqual((found.filling, found.causes[0].cause.key), ("milk", "milk-empty"))
        self.assertNotIn("milk-warm", [one.cause.key for one in found.causes])
        note_refill(view, "milk", False, NOW, HAND)
        self.assertEqual(panel_diagnosis(self.view(tower.id)).causes[0].cause.key, "milk-not-confirmed")
        later = NOW + timedelta(minutes=3)
        note_refill(self.view(tower.id), "milk", True, later, Actor(later))
        reading = self.view(tower.id, later).panel
        self.assertIsNone(reading.seen)
        self.assertEqual([gone.words for gone in reading.settled], ["its refill, confirmed"])
        again = panel_diagnosis(said(at=later + timedelta(minutes=5)))
        self.assertEqual(again.causes[1].cause.key, "milk-sensor-dirty")
        with self.assertRaisesRegex(InvalidInput, "does not ask to be filled"):
            note_refill(self.view(tower.id), "powder", True, NOW, HAND)

    def test_mistakes_in_a_panel(self):
        """Named with their place."""
        rows = [
            ("one: flashing}, means: No flow,", "three: flashing}, means: No flow,", "this panel has no lamp “three”"),
            ("two: steady amber}", "two: steady blue}", "this lamp is never steady blue"),
            ("two: steady amber}", "two: bright}", "is no state such as off, steady"),
            ("asks_for: tablet", "asks_for: moon", "this kind has no item “moon”"),
            ("pump, causes: [seat, fine]", "pump, causes: [luck]", "there is no cause “luck”"),
            ("sign: tank}", "sign: skull}", "“skull” is none of: tank, beans"),
            ("part: pump, causes: [seat", "part: mast, causes: [seat", "this kind has no part “mast”"),
        ]  # fmt: skip
        for old, new, said in rows:
            with self.subTest(new=new), self.assertRaisesRegex(InvalidInput, said):
                self.assertIn(old, KIND)
                save_text(OWN_KINDS, KIND.replace(old, new), HAND)
