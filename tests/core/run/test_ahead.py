"""What a phone takes along of a run: wherever somebody touches their way to, it knows the place (law)."""

from __future__ import annotations

import random
import unittest
from datetime import UTC, datetime, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput
from lamplight.core.run.ahead import EARLY, place_key, places_ahead, touch_of
from lamplight.core.run.rules import WHOLE, apply, begin
from lamplight.core.run.state import Break, EventKind, RunContext, RunEvent
from lamplight.library.catalogue import kinds, products, usual_products
from lamplight.sight.procedures import procedure_for
from tests.draw import LONG

BEGAN = datetime(2026, 11, 24, 6, 12, tzinfo=UTC)
JOBS = [(kind.key, item.procedure) for kind in kinds().values() for item in kind.items if item.procedure]

# Those with the most steps have the most places.
LONGEST = sorted(JOBS, key=lambda job: -len(procedure_for(kinds()[job[0]], job[1], {}).steps))[:8]


def started(job):
    """A run of a job of the catalogue at its first step."""
    kind, procedure = kinds()[job[0]], job[1]
    serving = usual_products(kind, products())
    return begin(procedure_for(kind, procedure, serving), BEGAN, RunContext(products=dict(serving)))


def touches(state, chance):
    """Something that somebody may touch there, as the page offers it; hands may wander."""
    step = state.step
    if state.broken:
        options = [(EventKind.RESUME, "")]
        return chance.choice(options + ([(EventKind.START_OVER, "")] if state.may_start_over else []))
    options = [(EventKind.BACK, "")]
    if step is None:
        return options[0]
    options += [(EventKind.INTERRUPT, what.value) for what in chance.sample(list(Break), 1)]
    options += [(EventKind.PAUSE, ""), (EventKind.NOTE, "seen")]
    if state.asked_for:
        options += [(EventKind.ANSWERED, "")] * 4
    elif state.doubt:
        options += [(EventKind.NO, ""), (EventKind.ADVANCE, WHOLE), (EventKind.RESUME, "")] * 2
    else:
        text = "" if step.ask is None else chance.choice(step.ask.choices) if step.ask.choices else f"{step.ask.low:g}"
        options += [(EventKind.ADVANCE, text)] * 9 + [(EventKind.NO, "")]
        options += [(EventKind.ASKED, aside.key) for aside in step.asks]
    return chance.choice(options)


def leads_on(place, kind, text, elapsed_s):
    """Where a touch leads, as a phone without a connection goes by the map; None where it stays."""
    if kind is EventKind.ADVANCE and place.soon_s and elapsed_s < place.soon_s:
        return place.leads.get(EARLY)
    return place.leads.get(touch_of(kind, text)) or place.leads.get(kind.value)


class Ahead(unittest.TestCase):
    """Every job of every kind."""

    @settings(max_examples=120 if LONG else 50)
    @given(st.sampled_from(JOBS), st.integers(0, 10**6))
    def test_wherever_one_goes(self, job, seed):
        """After any touches, at any times, the place that was led to is the place where the run stands."""
        chance = random.Random(seed)
        state, at = started(job), BEGAN
        known = places_ahead(state)
        key = place_key(state)
        self.assertEqual(next(iter(known)), key)
        for _ in range(60):
            kind, text = touches(state, chance)
            at += timedelta(seconds=chance.choice([1, 5, 40, 400, 4000]))
            elapsed = state.elapsed_s(at)
            try:
                after = apply(state, RunEvent(kind, at, state.index, text=text))
            except InvalidInput:
                continue
            key = leads_on(known[key], kind, text, elapsed) or key
            self.assertEqual(key, place_key(after), (kind, text, state.index, elapsed))
            state = after

    @settings(max_examples=12 if LONG else 6)
    @given(st.sampled_from(JOBS))
    def test_from_anywhere_the_same(self, job):
        """What is taken along in the middle holds every place that lies ahead of it from the beginning."""
        known = places_ahead(started(job))
        for place in list(known.values())[:: max(1, len(known) // 4)]:
            if not place.state.broken:
                self.assertLessEqual(set(places_ahead(place.state)), set(known) | {place_key(place.state)})

    def test_small_enough(self):
        """No job has so many places that some would be left out; each leads only to places that are there."""
        for job in LONGEST:
            known = places_ahead(started(job))
            self.assertLess(len(known), 1500)
            self.assertLessEqual({to for place in known.values() for to in place.leads.values()}, set(known))

    def test_what_has_ended_or_listens(self):
        """Nothing lies ahead that anybody knows."""
        state = started(JOBS[0])
        gone = apply(state, RunEvent(EventKind.ABANDON, BEGAN, state.index, text="a leak"))
        self.assertEqual(places_ahead(gone), {})
        listens = begin(state.procedure, BEGAN, RunContext(listens=True))
        self.assertEqual(places_ahead(listens), {})


if __name__ == "__main__":
    unittest.main()
