"""The ledger that is kept while a course is gone through, and what came of it so far."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from lamplight.core.anatomy.outlets import CAUGHT_BY_ITSELF, outlet_meant
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.job.calls import Call
from lamplight.core.job.chemistry import CIRCUITS
from lamplight.core.job.course import (
    CLEAR,
    CONTAINER,
    DRAWN_INTO,
    FLUSH,
    LAST_LOOK,
    LEFT_IN,
    LISTEN,
    PREPARE,
    PUT_BACK,
    TIP_OUT,
    VALVE_OPEN,
    VALVE_SHUT,
    Placed,
    Surroundings,
    call_named,
)
from lamplight.core.job.procedure import ShippedStep, Stand
from lamplight.core.job.steps import Step, StepKind, applies
from lamplight.core.machine.programme import Gives, Use
from lamplight.core.words import listed


def _in_own_words(steps: Sequence[ShippedStep], use: Use) -> list[ShippedStep]:
    """The steps of a call with the title, the way in and the signal that are said where it is used."""
    main = next((n for n, one in enumerate(steps) if one.step.kind is not StepKind.CHECK), 0)
    return [
        replace(
            one,
            step=replace(
                one.step,
                title=use.title if use.title and n == main else one.step.title,
                access=use.access if use.access and n == main else one.step.access,
                signal=use.says if n == 0 else "",
            ),
        )
        for n, one in enumerate(steps)
    ]


class Ledger:
    """The ledger while a course is gone through, and what came of it so far."""

    def __init__(self, around: Surroundings, stands: list[Stand]) -> None:
        self.around = around
        self.stands = stands
        self.out: list[Placed] = []
        self.own_is_ahead: Sequence[Use] = ()
        self.own_at = -1
        self.cleans = False
        self.open: dict[str, Call] = {}
        self.opened: list[str] = []
        self.under: dict[str, str] = {outlet: stand.key for stand in stands for outlet in stand.under}
        self.filled: set[str] = set()
        self.mixed: dict[str, str] = {}
        self.inside: dict[str, str] = {}
        self.carrying: list[str] = []

    def add(self, part: ShippedStep | Use) -> None:
        """The next part of the course, with what it presupposes before it."""
        if isinstance(part, ShippedStep):
            if applies(part.step.when, self.around.traits):
                self._place(part, None)
        elif applies(part.when, self.around.traits):
            self._add_call(part)

    def resume(self, step: Step) -> None:
        """Enter a step that somebody did already."""
        for stand in self.stands:
            if stand.key in step.stands:
                self.under.update(dict.fromkeys(stand.under, stand.key))
        self._enter(ShippedStep(step), tuple(Gives(one.outlet, one.ml, one.bursts) for one in step.delivers))
        call = self.around.calls.get(step.call)
        if step.opens and call is not None:
            self._opens(call)
        self.open.pop(step.shuts, None)

    def _opens(self, call: Call) -> None:
        self.open[call.opens] = call
        self.opened += [call.back] if call.back and call.back not in self.opened else []

    def carries_anywhere(self) -> None:
        """Cleaner may have come out of each outlet."""
        self.carrying = [outlet.key for outlet in self.around.outlets if outlet.key not in CAUGHT_BY_ITSELF]

    def _add_call(self, use: Use) -> None:
        if use.call == PREPARE:
            self._prepare()
        elif use.call == PUT_BACK:
            for call in reversed(list(self.open.values())):
                if call.closer:
                    self.add(Use(call.closer))
        elif use.call == LAST_LOOK:
            self._last_look(use)
        else:
            self._add_one(use, call_named(self.around.calls, use.call))

    def _add_one(self, use: Use, call: Call) -> None:
        steps = call.steps_for(use, self.around.traits)
        if not steps or self._needless(use, call):
            return
        if call.stands and not use.one and len(use.under) > 1:
            for outlet in use.under:
                self._add_one(replace(use, under=(outlet,)), call)
            return
        for needed in call.before:
            if call_named(self.around.calls, needed).opens not in self.open:
                self.add(Use(needed))
        if use.call == CLEAR:
            self._rinse_what_is_left(use)
        by_valve = self._valve_for(use)
        for n, step in enumerate(_in_own_words(steps, use)):
            self._place(step, use, opens=n == 0, shuts=n == len(steps) - 1)
        if call.opens:
            self._opens(call)
        self.open.pop(call.shuts, None)
        if by_valve:
            self.add(Use(VALVE_SHUT))
        if use.call == CLEAR and self.filled:
            self.add(Use(TIP_OUT))

    def _needless(self, use: Use, call: Call) -> bool:
        """Nothing to tip out; something to be shut that is not open, where it came of itself."""
        if use.call == TIP_OUT:
            return not self.filled and not self.under
        return use.call == VALVE_SHUT and "valve" not in self.open

    def _valve_for(self, use: Use) -> bool:
        """Open the valve where water must pass it; answers whether it has to be shut again after."""
        if "valve" in self.open:
            return False
        meant = (outlet_meant(gives.outlet, self.around.outlets) for gives in use.gives)
        if not any(outlet is not None and outlet.valve for outlet in meant):
            return False
        self.add(Use(VALVE_OPEN))
        return "valve" in self.open

    def _prepare(self) -> None:
        """A container under each outlet that lets water out before the programme itself asks for one there."""
        under: set[str] = set(self.under)
        wanted: list[str] = []
        for use in self.own_is_ahead:
            if call_named(self.around.calls, use.call).stands:
                under |= {self._outlet(key) for key in use.under}
            for gives in use.gives:
                outlet = self._outlet(gives.outlet)
                if outlet not in under and outlet not in CAUGHT_BY_ITSELF:
                    wanted.append(outlet)
                    under.add(outlet)
        mixes = any(use.role and use.ml is not None for use in self.own_is_ahead)
        unheard = any(use.call == LISTEN for use in self.own_is_ahead)
        if unheard or (mixes and not any(use.gives for use in self.own_is_ahead)):
            # Nobody said where it comes out: then it may be anywhere.
            wanted = [outlet.key for outlet in self.around.outlets if outlet.key not in (*under, *CAUGHT_BY_ITSELF)]
        if wanted:
            self.add(Use(CONTAINER, under=tuple(wanted)))

    def _outlet(self, key: str) -> str:
        meant = outlet_meant(key, self.around.outlets)
        return meant.key if meant else key

    def _last_look(self, use: Use) -> None:
        if self.opened:
            words = listed(self.opened)
            call = call_named(self.around.calls, LAST_LOOK)
            for step in call.steps_for(use, self.around.traits):
                self._place(step, use, {"opened": words[:1].upper() + words[1:]})

    def empty_what_is_mixed(self) -> None:
        """What still holds a mix is emptied, and fresh water goes in."""
        for place in [place for place in LEFT_IN if place in self.mixed]:
            for key in LEFT_IN[place]:
                self.add(Use(key))

    def _rinse_what_is_left(self, clear: Use) -> None:
        """Fresh water into what still holds a mix, and out of each outlet that let cleaner out last."""
        self.empty_what_is_mixed()
        drawn = {self._outlet(gives.outlet) for gives in clear.gives}
        for outlet in [outlet for outlet in self.carrying if outlet not in drawn]:
            self.add(Use(FLUSH, gives=(Gives(outlet, "flush_water", 2),)))

    def _place(
        self,
        shipped: ShippedStep,
        use: Use | None,
        words: Mapping[str, str] | None = None,
        opens: bool = True,
        shuts: bool = True,
    ) -> None:
        """Write a step down, and into the ledger what it does; a call opens with its first step, shuts with its last.

        Args:
            shipped, use: the step and the call that it is of.
            opens, shuts: whether what its call opens or shuts is so with this step.
        """
        step = shipped.step
        call = call_named(self.around.calls, use.call) if use else None
        gives = self._given(shipped, use)
        puts = tuple((place, use.role if use and role == "role" else role) for place, role in step.puts)
        if call and (call.starts or call.works):
            puts = (*puts, *self._drawn())
        rinses = step.rinses
        if use and use.call == CLEAR:
            rinses = tuple(dict.fromkeys((*rinses, *self.inside)))
            step = replace(step, tips=(*step.tips, *(given.outlet for given in gives)))
        stands = self._put_up(use) if call and call.stands and use else ()
        cares = [self.around.cares[role] for place, role in puts if use and role in self.around.cares]
        placed = replace(
            shipped,
            step=replace(
                step,
                puts=puts,
                rinses=rinses,
                own=self.own_at,
                call=use.call if use else "",
                opens=(call.opens if call and opens else "") or step.opens,
                shuts=(call.shuts if call and shuts else "") or step.shuts,
                stands=tuple(stand.key for stand in stands),
                tips=tuple(self.under.get(self._outlet(vessel), vessel) for vessel in step.tips),
            ),
            delivers=tuple((self._outlet(given.outlet), given.ml, given.bursts) for given in gives),
            settles=tuple(dict.fromkeys((*shipped.settles, *cares))),
        )
        self.out.append(Placed(placed, use, {**self._words(stands, gives), **(words or {})}))
        self._enter(placed, gives)

    def _given(self, shipped: ShippedStep, use: Use | None) -> tuple[Gives, ...]:
        own = tuple(Gives(outlet, ml, bursts) for outlet, ml, bursts in shipped.delivers)
        return (*own, *use.gives) if use and shipped.gives else own

    def _drawn(self) -> tuple[tuple[str, str], ...]:
        """Where a mix goes when the machine begins to draw it."""
        found = {DRAWN_INTO[place]: role for place, role in self.mixed.items() if place in DRAWN_INTO}
        return tuple((circuit, role) for circuit, role in found.items() if circuit not in self.inside)

    def _put_up(self, use: Use) -> tuple[Stand, ...]:
        """The container that a call puts up; one under the same outlets stands there again."""
        outlets = tuple(dict.fromkeys(self._outlet(key) for key in use.under))
        known = {outlet.key: outlet.words for outlet in self.around.outlets}
        words = listed([known.get(key, f"the {key}") for key in outlets])
        least = use.ml if isinstance(use.ml, int) else self.around.volumes.get(use.ml or "", 0)
        stand = Stand("+".join(outlets), words, outlets, least)
        if not any(one.key == stand.key for one in self.stands):
            self.stands.append(stand)
        self.under.update(dict.fromkeys(outlets, stand.key))
        return (stand,)

    def _words(self, stands: Sequence[Stand], gives: Sequence[Gives]) -> dict[str, str]:
        known = {outlet.key: outlet.words for outlet in self.around.outlets}
        out_of = listed([known.get(self._outlet(given.outlet), f"the {given.outlet}") for given in gives])
        return {
            "outlets": listed([stand.words for stand in stands]) or out_of,
            "what_comes": "What comes out is hot and holds cleaner." if self.cleans else "What comes out is hot.",
            "what_stands": "Hot, and it holds cleaner. Two hands." if self.cleans else "Hot. Two hands.",
        }

    def _soils(self, outlet: str) -> bool:
        """Whether what comes out there now holds cleaner: of the tank, of a tub before the frother, of the group."""
        meant = outlet_meant(outlet, self.around.outlets)
        if meant is None:
            return False
        by_group = "brew" in self.inside and meant.circuit in (Circuit.BREW, Circuit.WATER)
        return (
            bool({"tank", "canister"} & set(self.mixed))
            or by_group
            or ("tub" in self.mixed and meant.circuit is Circuit.MILK)
        )

    def _enter(self, placed: ShippedStep, gives: Sequence[Gives]) -> None:
        step = placed.step
        if step.opens and step.opens not in self.open and not step.call:
            self.open[step.opens] = Call(step.opens, "", ())
        for place, role in step.puts:
            (self.inside if place in CIRCUITS else self.mixed)[place] = role
        for given in gives:
            outlet = self._outlet(given.outlet)
            self.carrying = [one for one in self.carrying if one != outlet]
            self.carrying += [outlet] if self._soils(outlet) else []
            if outlet in self.under:
                self.filled.add(self.under[outlet])
        for place in step.rinses:
            self.mixed.pop(place, None)
            self.inside.pop(place, None)
        if set(CIRCUITS).intersection(step.rinses):
            self.carrying = [] if not self.inside else self.carrying
        self.filled = set() if "all" in step.tips else self.filled - set(step.tips)
