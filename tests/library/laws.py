"""Laws of any procedure on any kind of machine; each answers what breaks it, in words. Common practice, no source."""

from __future__ import annotations

import re
from itertools import groupby

from lamplight.core.anatomy.outlets import CAUGHT_BY_ITSELF, CIRCUIT_OF
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.chemistry import CIRCUITS
from lamplight.core.job.dose import refusal_of_volume
from lamplight.core.job.steps import StepKind
from lamplight.core.run.cleaners import offered_ml, vessels_of
from lamplight.core.run.clock import hands_seconds, keeper_seconds

# What a tray catches beside: a cup to look at, two cups thrown away.
INTO_A_CUP_ML = 300
# Left out on purpose, where somebody else sees to it later.
STAYS_OUT = {"leaving": {"filter", "power"}, "storage-emptying": {"filter"}}
# What may be brought back although nobody took it out here: shut already, rinsed anyhow, used by the way in.
COMES_BACK_ANYHOW = ("valve", "lever", "milk vessel", "key")
# What each outlet, valve and container wants for itself.
MORE_THAN_ONCE = {"flush", "tip-out", "valve-open", "valve-shut"}
# What may come between two of the machine's calls, since the next one presupposes it.
PRESUPPOSED = {"valve-open", "valve-shut", "filter-out", "tank-out"}
# A word, and what a kind must have so that it may be said: a part, a trait, or a valve at an outlet.
NAMED = (
    (r"\bhoses?\b", {"has-hose", "has-fridge", "plumbed"}),
    (r"\bsteam valve|\bvalves?\b(?! seat)", {"valve"}),
    (r"\bmotorised\b", {"has-outlet-cover"}),
    (r"\bwands?\b", {"has-wand"}),
    (r"\bmilk jug\b", {"has-jug"}),
    (r"\bmilk tank\b", {"has-reservoir"}),
    (r"\bcapsules?\b", {"capsule"}),
    (r"\bgrounds\b", {"not capsule"}),
    (r"\bportafilter\b", {"has-portafilter"}),
    (r"\bmixer\b", {"has-mixer"}),
    (r"\bmilk\b", {"has-milk"}),
    (r"\bknobs?\b|\bdial\b", {"has-dial"}),
    (r"\bcanister's\b", {"has-canister"}),
    (r"\bdrain\b", {"drain"}),
    (r"\bhopper\b|\bbeans\b", {"has-hopper"}),
    (r"\bfunnel\b", {"has-funnel"}),
    (r"\b(?<!milk )tank\b", {"has-tank", "has-reservoir", "plumbed"}),
)  # fmt: skip


def steps_of(procedure, answers=None):
    """The steps that a run comes to."""
    return [step for step in procedure.steps if step.belongs(answers or {})]


def nothing_flows_onto_the_counter(kind, procedure, answers):
    """Every outlet that delivers has a vessel under it by then, or the tray, or a cup."""
    put_up = {key for step in procedure.steps for key in step.stands}
    caught = {outlet for stand in procedure.stands if stand.key not in put_up for outlet in stand.under}
    for step in steps_of(procedure, answers):
        caught |= {outlet for stand in procedure.stands if stand.key in step.stands for outlet in stand.under}
        for given in step.delivers:
            if given.outlet not in (*caught, *CAUGHT_BY_ITSELF) and given.ml > INTO_A_CUP_ML:
                yield f"{given.ml} ml at the {given.outlet} outlet, and nothing under it: {step.title}"
            if given.outlet not in CAUGHT_BY_ITSELF and given.outlet not in [one.key for one in kind.outlets]:
                yield f"no outlet {given.outlet} on this kind: {step.title}"


def vessels_suffice(kind, procedure, answers):
    """With what is offered, nothing runs over, no vessel is fuller than nine tenths, and all are empty at the end."""
    sizes = {stand.key: offered_ml(procedure, stand) for stand in procedure.stands}
    plan = procedure.containers(vessels_of(kind, procedure, sizes))
    yield from plan.problems
    for step in plan.steps:
        for key, ml in step.after.items():
            if key in sizes and ml > 0.9 * sizes[key]:
                yield f"{key} filled to {ml} of {sizes[key]} ml"
    for key, ml in plan.steps[-1].after.items():
        if key in sizes and ml:
            yield f"{ml} ml are left in the container {key}"


def valves(kind, procedure, answers):
    """Open wherever water must pass, shut at the end."""
    by_hand, is_open = {one.key for one in kind.outlets if one.valve}, False
    for step in steps_of(procedure, answers):
        is_open = (is_open or step.opens == "valve") and step.shuts != "valve"
        if not is_open and step.call and any(given.outlet in by_hand for given in step.delivers):
            yield f"the valve is shut: {step.title}"
    if is_open:
        yield "the valve stays open"


def all_back(kind, procedure, answers):
    """What was opened or taken out is back at the end, and nothing comes back that was not out."""
    out = []
    for step in steps_of(procedure, answers):
        if step.opens:
            out.append(step.opens)
        if step.shuts:
            if step.shuts not in out and step.shuts not in COMES_BACK_ANYHOW:
                yield f"{step.shuts} comes back, and was never out: {step.title}"
            out = [one for one in out if one != step.shuts]
    for left in set(out) - STAYS_OUT.get(procedure.key, set()):
        yield f"left as it was opened: {left}"


def nothing_for_nothing(kind, procedure, answers):
    """Nothing is tipped out where nothing stands."""
    put_up = {key for step in procedure.steps for key in step.stands}
    stands = {stand.key for stand in procedure.stands} - put_up
    for step in steps_of(procedure, answers):
        stands |= set(step.stands)
        if step.call == "tip-out" and not stands:
            yield f"nothing stands there to be tipped out: {step.title}"


def not_twice_at_the_end(kind, procedure, answers):
    """What the machine asks for at its end is not asked again by our after-care."""
    steps = steps_of(procedure, answers)
    last = max((n for n, step in enumerate(steps) if step.call == "works"), default=len(steps))
    calls = [call for call, _ in groupby(step.call for step in steps[last + 1 :] if step.call)]
    for call in {call for call in calls if calls.count(call) > 1} - MORE_THAN_ONCE:
        yield f"{call} comes twice after the machine has ended"


def fresh_water_last(kind, procedure, answers):
    """Every outlet that let cleaner out let fresh water out after it; no vessel keeps a mix."""
    mixed, by_group, soiled = {}, False, {}
    if any(step.call == "switches-off" for step in procedure.steps):
        return  # it rinses itself before it does
    for step in steps_of(procedure, answers):
        for place, role in step.puts:
            if place in CIRCUITS:
                by_group = by_group or place == "brew"
            else:
                mixed[place] = role
        for given in step.delivers:
            if given.outlet not in CAUGHT_BY_ITSELF:
                # A tablet in the group comes by no milk outlet.
                reached = by_group and CIRCUIT_OF[given.outlet] is not Circuit.MILK
                soiled[given.outlet] = step.title if mixed or reached else ""
        by_group = by_group and not step.delivers
        for place in step.rinses:
            mixed.pop(place, None)
    for place in mixed:
        yield f"the mix stays in the {place}"
    for outlet, title in soiled.items():
        if title:
            yield f"the last that came out of {outlet} held cleaner: {title}"


def pours(kind, procedure, products):
    """Every pour has its amount, and a product that may be mixed so."""
    for step in procedure.steps:
        tank = kind.capacities.tank_ml
        if step.part == "tank" and tank and (step.amount_ml or 0) > tank:
            yield f"{step.amount_ml} ml into a tank of {tank} ml: {step.title}"
        if step.kind is StepKind.POUR and not step.amount_ml:
            yield f"how much? {step.title}"
        for _place, role in step.puts:
            if role not in procedure.roles:
                yield f"{role} is not among what is needed: {step.title}"
            elif step.kind is StepKind.POUR:
                refused = refusal_of_volume(products[role], step.amount_ml)
                yield from [refused] if refused else []


def hands(kind, procedure, answers):
    """The keeper's time is the sum of the hands' steps."""
    added = sum(hands_seconds(step) for step in steps_of(procedure, answers))
    if not any(step.only for step in procedure.steps) and added != keeper_seconds(procedure, answers):
        yield f"{added} s of hands, {keeper_seconds(procedure, answers)} s said"


def names_what_is_there(kind, procedure, traits):
    """No step names what the kind has not; a jug is the milk's."""
    known = {*traits, *(["valve"] if any(one.valve for one in kind.outlets) else [])}
    for step in procedure.steps:
        said = " ".join((step.title, step.text, step.caution, step.mistake, step.on_no, step.why, step.over_when))
        for words, wants in NAMED:
            found = re.search(words, said, re.I)
            if found and not any(_holds(want, known) for want in wants):
                yield f"“{found[0]}” in: {step.title}"
        if re.search(r"(?<!milk )(?<!measuring )\bjugs?\b", said, re.I):
            yield f"which jug? {step.title}"


def _holds(want, known):
    return want.removeprefix("not ") not in known if want.startswith("not ") else want in known


def own_order(programme, procedure, applies_to):
    """The machine's calls come exactly in its own order."""
    calls = [call for call, _ in groupby(step.call for step in procedure.steps if step.call)]
    wanted = [call for call, _ in groupby(use.call for use in programme.calls if applies_to(use))]
    said = {step.call for step in procedure.steps}
    place, first = 0, None
    for call in wanted:
        if call not in said:
            continue  # this kind has nothing that it could be done to
        found = next((n for n in range(place, len(calls)) if calls[n] == call), None)
        if found is None:
            yield f"{call} is not where the machine asks for it, after {calls[max(0, place - 1)]}"
            return
        pushed_in = set(calls[place:found]) - PRESUPPOSED if first is not None else ()
        yield from (f"{one} comes in the middle of the machine's own programme" for one in pushed_in)
        first, place = found, found + 1


def own_volumes(kind, programme, procedure):
    """What the machine lets out comes out of the outlet that it names, all of it."""
    wanted = {}
    for use in programme.calls:
        for gives in use.gives:
            ml = gives.ml if isinstance(gives.ml, int) else kind.volumes.get(gives.ml)
            if ml is not None:
                wanted[(use.call, gives.outlet, ml)] = wanted.get((use.call, gives.outlet, ml), 0) + 1
    given = {}
    for step in procedure.steps:
        for one in step.delivers:
            given[(step.call, one.outlet, one.ml)] = given.get((step.call, one.outlet, one.ml), 0) + 1
    for what, times in wanted.items():
        if what[1] != "second" and given.get(what, 0) < times:
            yield f"{what[2]} ml at {what[1]} of {what[0]}: {given.get(what, 0)} of {times} times"
