"""What belongs into a round: each rule by its two sides, and laws over random books of dues."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace
from datetime import timedelta

from lamplight.core.anatomy.parts import Circuit
from lamplight.core.care.item import CareItem, Due, LastDone, TriggerDue
from lamplight.core.care.status import Status
from lamplight.core.care.triggers import DaysSince, EndOfService, Prompted
from lamplight.core.care.visits import Visit
from lamplight.core.job.chemistry import Chemistry, Inside
from lamplight.core.job.procedure import Procedure
from lamplight.core.job.steps import Step, StepKind
from lamplight.core.round.chores import Asked, AtMachine, Guided, chores_at
from lamplight.core.round.problem import Rank
from lamplight.core.usage.passage import Passage
from tests.core.makers import MONDAY, OFFICE
from tests.core.run.test_state import START, advanced, after

ASKED = Asked(OFFICE, MONDAY, MONDAY + timedelta(hours=2), MONDAY + timedelta(days=2))
CLOSING = "end-of-day"
WIPE = Step(StepKind.DO, "Wipe", "Wipe it.", Circuit.BODY, "body", hands_s=120)


def due(key, status=Status.DUE, trigger=None, at=None, **rest):
    """An item that stands so; its own words apart."""
    about = {name: rest.pop(name) for name in list(rest) if name in ("hygiene", "minutes", "procedure", "settles")}
    item = CareItem(key, key.title(), Circuit.BREW, "group", (DaysSince(7),), about.pop("minutes", 2), **about)
    day = OFFICE.today(at or MONDAY)
    first = TriggerDue(trigger or item.triggers[0], 1.0, 1.0, "days", False, Passage(day, day, day), status, "why", at)
    return Due(item, status, first, (first,), LastDone(MONDAY - timedelta(days=9)), ("why",), **rest)


def at(*dues, then=None, guided=None, **rest):
    """A machine where items stand so; when somebody comes the next time as said, else as now."""
    later = {one.item.key: one for one in dues} | {one.item.key: one for one in then or ()}
    return AtMachine(
        7, tuple(one.item for one in dues), dues, lambda: later, rest.pop("visits", ()),
        lambda key: (guided or {}).get(key), lambda _: (), **rest,
    )  # fmt: skip


def ranks(machine, asked=ASKED):
    """How much each chore matters, by item."""
    return {chore.share.item: chore.share.rank for chore in chores_at(machine, asked).chores}


class Belongs(unittest.TestCase):
    """Which items, and how much each matters."""

    def test_each_case(self):
        """Hygiene is health; what passes its limit before somebody comes again presses more than what does not."""
        late = due("oil", Status.OVERDUE)
        for now, then, rank in (
            (due("oil"), None, Rank.DUE),
            (due("oil", hygiene=True), None, Rank.HEALTH),
            (due("oil"), late, Rank.LIMIT),
            (due("oil", Status.OVERDUE), late, Rank.LIMIT),
            (due("oil", Status.SOON), late, Rank.LIMIT),
            (due("oil", Status.SOON), due("oil"), None),
            (due("oil", Status.CLEAR), late, None),
            (due("oil", covered_by="deep"), late, None),
            (due("oil", instead="deep"), late, None),
            (due("oil", Status.SOON, at=ASKED.until + timedelta(minutes=1)), late, None),
            (due("oil", Status.SOON, at=ASKED.until), late, Rank.LIMIT),
        ):
            with self.subTest(now=now.status, then=then and then.status, rank=rank):
                self.assertEqual(ranks(at(now, then=[then] if then else None)).get("oil"), rank)

    def test_what_is_planned(self):
        """In its own time it belongs into the round, due or not; before that it waits, but for what stops it."""
        now, later = MONDAY, MONDAY + timedelta(days=3)
        asked = replace(ASKED, slot=now)
        asked_for = due("oil", trigger=Prompted())
        asked_for = replace(asked_for, item=replace(asked_for.item, triggers=(Prompted(),)))
        for one, planned, rank in (
            (due("oil"), now, Rank.PLANNED),
            (due("oil", Status.CLEAR), now, Rank.PLANNED),
            (due("oil", hygiene=True), now, Rank.HEALTH),
            (due("oil", Status.CLEAR, instead="deep"), now, None),
            (due("oil", Status.CLEAR), later, None),
            (due("oil", Status.SOON), later, None),
            (due("oil", Status.UNKNOWN, hygiene=True), now, Rank.HEALTH),
        ):
            with self.subTest(status=one.status, planned=planned):
                self.assertEqual(ranks(at(one, planned={"oil": planned}), asked).get("oil"), rank)
        self.assertEqual(ranks(at(asked_for, planned={"oil": later}), asked), {})
        self.assertEqual(ranks(at(asked_for, planned={"oil": later}, stopped=True), asked), {"oil": Rank.HEALTH})
        waits = chores_at(at(due("oil"), planned={"oil": later}), asked)
        self.assertEqual([one.why for one in waits.waiting], ["Planned Thu 26 Nov, 06:00."])
        self.assertEqual(waits.chores, ())
        self.assertEqual(ranks(at(due("oil"), planned={"oil": later}, elsewhere={"oil"}), asked), {})

    def test_nobody_at_closing(self):
        """What the end of service wants is done in the last hours before it, where nobody comes later that day."""
        closing = MONDAY.replace(hour=18)
        rinse = due("rinse", Status.SOON, EndOfService(), closing)
        for next_slot, rank in ((closing, None), (MONDAY + timedelta(days=1), Rank.LIMIT)):
            with self.subTest(next_slot=next_slot):
                asked = replace(ASKED, next_slot=next_slot)
                self.assertEqual(ranks(at(rinse), asked).get("rinse"), rank)
        (chore,) = chores_at(at(rinse), replace(ASKED, next_slot=MONDAY + timedelta(days=1))).chores
        self.assertEqual(chore.ready_s, 0)

    def test_a_machine_that_is_stopped(self):
        """What it asks for itself while it gives no drinks comes with health; while it gives some, as a limit."""
        asked_for = due("descale", trigger=Prompted())
        asked_for = replace(asked_for, item=replace(asked_for.item, triggers=(Prompted(),)))
        self.assertIs(ranks(at(asked_for, stopped=True))["descale"], Rank.HEALTH)
        self.assertIs(ranks(at(asked_for))["descale"], Rank.LIMIT)

    def test_along(self):
        """What is best done with it is offered; not what another does for it, nor what comes at a later hour."""
        late_hour = {"trigger": EndOfService(), "at": ASKED.until + timedelta(minutes=1)}
        here, rest = due("oil"), [due("seal", Status.CLEAR), due("tray", Status.CLEAR, instead="deep"),
                                  due("rinse", Status.CLEAR, **late_hour)]  # fmt: skip
        machine = at(here, *rest, visits=(Visit("cover", (here, *rest), "One opening."),))
        self.assertEqual(ranks(machine), {"oil": Rank.DUE, "seal": Rank.ALONG})

    def test_what_is_left(self):
        """Skipped, put off to a later moment, or without its product: told with its reason, and not done."""
        later = MONDAY + timedelta(hours=3)
        for machine, asked, why, blocked in (
            (at(due("oil")), replace(ASKED, skipped=("7:oil",)), "Skipped this time.", False),
            (
                at(due("oil"), put_off={"oil": later}),
                ASKED,
                "Put off until Mon 23 Nov, 09:00.",
                False,
            ),
            (at(due("oil", blocked="Nothing is left")), ASKED, "Nothing is left", True),
        ):
            found = chores_at(machine, asked)
            with self.subTest(why=why):
                self.assertEqual([(one.why, one.blocked) for one in found.waiting], [(why, blocked)])
                self.assertEqual(found.chores, ())
        soon = chores_at(at(due("oil"), put_off={"oil": MONDAY + timedelta(minutes=30)}), ASKED)
        self.assertEqual([one.why for one in soon.waiting], ["Put off until Mon 23 Nov, 06:30."])
        past = at(due("oil"), put_off={"oil": MONDAY})
        self.assertEqual(ranks(past), {"oil": Rank.DUE})
        elsewhere = replace(ASKED, skipped=("8:oil",))
        self.assertEqual(ranks(at(due("oil")), elsewhere), {"oil": Rank.DUE})


class How(unittest.TestCase):
    """How the work goes."""

    def test_an_hour_too_early(self):
        """What belongs to the end of service is done two hours before it at the soonest; other hours bind nobody."""
        end = MONDAY + timedelta(hours=3)
        (chore,) = chores_at(at(due("rinse", trigger=EndOfService(), at=end)), ASKED).chores
        self.assertEqual(chore.ready_s, 3600)
        (chore,) = chores_at(at(due("oil", at=end)), ASKED).chores
        self.assertEqual(chore.ready_s, 0)

    def test_ticked_or_led(self):
        """What is quick is ticked though a procedure knows it; what is long and has none, by its minutes."""
        quick, plain = due("tray", procedure="drip-tray"), due("seal", minutes=20)
        chores = {one.share.item: one for one in chores_at(at(quick, plain), ASKED).chores}
        self.assertTrue(chores["tray"].ticked and chores["seal"].ticked)
        self.assertEqual(sum(work.hands_s for work in chores["seal"].works), 1200)
        long = due("descale", minutes=20, procedure="descale", settles=("rinse",))
        (chore,) = chores_at(at(long), ASKED).chores
        self.assertFalse(chore.ticked)
        self.assertEqual((sum(work.hands_s for work in chore.works), chore.settles), (1200, {"rinse"}))

    def test_cleaner_inside(self):
        """Nothing goes before rinsing out what an earlier run left; nothing else is done there."""
        inside = (Inside("brew", Chemistry.ALKALINE, "Tablet"),)
        found = chores_at(at(due("oil", hygiene=True), left_inside=inside), ASKED)
        self.assertEqual([(one.share.item, one.share.rank) for one in found.chores], [("rinse-out", Rank.HEALTH)])
        self.assertIn("Tablet was left inside. No drinks until it is rinsed out.", found.chores[0].share.why)

    def test_one_run(self):
        """The end of the day in place of two small jobs where it spares hands, never of one, of skipped, of a run."""
        led = {CLOSING: Guided(Procedure(CLOSING, "End of the day", Circuit.BODY, (WIPE,)), {})}
        small = [due("oil", minutes=60), due("seal", minutes=60)]
        known = {"guided": led, "at_closing": {"oil", "seal"}}
        self.assertIn(CLOSING, ranks(at(*small, **known)))
        self.assertNotIn(CLOSING, ranks(at(small[0], **known)))
        self.assertNotIn(CLOSING, ranks(at(*small, **known), replace(ASKED, skipped=(f"7:{CLOSING}",))))
        self.assertNotIn(CLOSING, ranks(at(due("oil", minutes=1), due("seal", minutes=1), **known)))
        evening = due("rinse", minutes=60, trigger=EndOfService(), at=MONDAY + timedelta(hours=3))
        both = chores_at(at(small[0], evening, guided=led, at_closing={"oil", "rinse"}), ASKED)
        self.assertEqual([(one.share.item, one.ready_s) for one in both.chores[2:]], [(CLOSING, 3600)])

    def test_what_is_left_inside(self):
        """Cleaner that the job itself rinses out is gone at its end; what it does not rinse stays."""
        put = replace(WIPE, puts=(("brew", Chemistry.ALKALINE), ("milk", Chemistry.ALKALINE)))
        for rinses, left in (((), {"brew", "milk"}), (("brew",), {"milk"}), (("brew", "milk"), set())):
            steps = (put, replace(WIPE, rinses=rinses))
            led = {"oil": Guided(Procedure("oil", "Oil", Circuit.BREW, steps), {})}
            (chore,) = chores_at(at(due("oil", procedure="oil", minutes=20), guided=led), ASKED).chores
            with self.subTest(rinses=rinses):
                self.assertEqual((chore.leaves, chore.brings), (left, {"brew", "milk"}))

    def test_called_back_to_cleaner(self):
        """To a wait that is over, at once; to one that goes on, so long after its end as cleaner may wait."""
        machine = at(run=("tablet", after(*advanced(3))))  # it soaks for ten minutes from the third on
        for minutes, ready, latest in ((3, 600, 600 + 1200), (13, 0, 1200), (23, 0, 600), (31, 0, 300)):
            with self.subTest(minutes=minutes):
                now = START + timedelta(minutes=minutes)
                (chore,) = chores_at(machine, replace(ASKED, now=now, until=now + timedelta(hours=2))).chores
                self.assertEqual((chore.begun, chore.ready_s, chore.latest_s), (True, ready, latest))


class Laws(unittest.TestCase):
    """Over random books of dues."""

    def test_nothing_is_lost(self):
        """Whatever is to be done is a chore or waits with its reason, once; what is not, is neither, but along."""
        for seed in range(300):
            chance = random.Random(seed)
            dues = []
            for n in range(chance.randint(1, 6)):
                dues.append(
                    due(
                        f"job{n}", chance.choice(list(Status)), hygiene=chance.random() < 0.4,
                        covered_by=chance.choice(("", "", "deep")), instead=chance.choice(("", "", "deep")),
                        blocked=chance.choice(("", "", "Nothing left")), minutes=chance.randint(1, 30),
                    )
                )  # fmt: skip
            then = [replace(one, status=chance.choice(list(Status))) for one in dues]
            skipped = tuple(f"7:{one.item.key}" for one in dues if chance.random() < 0.2)
            found = chores_at(at(*dues, then=then), replace(ASKED, skipped=skipped))
            told = [one.share.item for one in (*found.chores, *found.waiting)]
            with self.subTest(seed=seed):
                self.assertEqual(len(told), len(set(told)))
                self.assertLessEqual({one.item.key for one in dues if one.to_do}, set(told))
                near = {one.item.key for one in dues if one.status >= Status.SOON and not one.covered_by}
                self.assertLessEqual(set(told), near)
                self.assertTrue(all(one.why for one in found.waiting))
                done = {one.share.item for one in found.chores}
                self.assertFalse(done & {key.removeprefix("7:") for key in skipped})
                self.assertFalse(done & {one.item.key for one in dues if one.blocked})
                self.assertEqual({one.job for one in found.packings}, {one.key for one in found.chores})
                for one in found.chores:
                    if next(own for own in dues if own.item.key == one.share.item).item.hygiene:
                        self.assertIn(one.share.rank, (Rank.HEALTH, Rank.LIMIT))


if __name__ == "__main__":
    unittest.main()
