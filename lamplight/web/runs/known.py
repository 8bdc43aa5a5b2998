"""Where what a step says comes from: typical of such machines, or confirmed on this one."""

from __future__ import annotations

from dataclasses import dataclass

from lamplight.core.job.adapt import volume_meant
from lamplight.core.job.adaptation import adaptation_of
from lamplight.core.job.steps import Step, StepKind
from lamplight.core.machine.programme import Use
from lamplight.core.machine.told import Origin, Source
from lamplight.core.run.state import RunState
from lamplight.library import catalogue
from lamplight.sight.listening import Offered, offered
from lamplight.sight.machine_view import MachineView
from lamplight.sight.told import KnownWords, call_in, edition_of, programmes_known, word_title, words_known


@dataclass(frozen=True)
class StepKnown:
    """What is known about the current step, and what may be said of it.

    Attributes:
        programme, index, edition: the call of the machine's own programme that it is of; -1 for none.
        use: that call, or None.
        source: where it comes from, or None.
        fields: what can be corrected about it: name, label, value and unit.
        words: what the step takes from the machine's words, each with where they come from.
        offered: what else the machine may ask for now, likely first.
    """

    programme: str
    index: int
    edition: str
    use: Use | None
    source: Source | None
    fields: tuple[tuple[str, str, str, str], ...]
    words: tuple[tuple[KnownWords, str], ...]
    offered: tuple[Offered, ...]

    @property
    def asks(self) -> bool:
        """Whether something of it is typical only; a call that is confirmed is confirmed with its words."""
        if self.source is not None and self.source.origin is Origin.MACHINE:
            return False
        own = self.source is not None and self.source.origin is Origin.TYPICAL
        return own or any(known.source.origin is Origin.TYPICAL for known, _ in self.words)

    @property
    def asked_words(self) -> tuple[str, ...]:
        """Names of the words that are typical only."""
        return tuple(known.name for known, _ in self.words if known.source.origin is Origin.TYPICAL)

    @property
    def confirmed(self) -> tuple[Source, ...]:
        """What was said of this machine."""
        own = [self.source] if self.source is not None and self.source.origin is Origin.MACHINE else []
        said = [known.source for known, _ in self.words if known.source.origin is Origin.MACHINE]
        return tuple(dict.fromkeys((*own, *said)))


def step_known(view: MachineView, state: RunState) -> StepKnown | None:
    """What is known about the current step; None where it takes nothing from the machine's manual."""
    step = state.step
    if step is None or not state.running or state.context.listens:
        return None
    words = tuple((known, word_title(known.name)) for known in words_known(view, step.named))
    index = call_in(view, state)
    known = programmes_known(view).get(state.procedure.programme, ())
    if index < 0 and not words:
        return None
    use = known[index].use if index >= 0 else None
    return StepKnown(
        programme=state.procedure.programme,
        index=index,
        edition=edition_of(known),
        use=use,
        source=known[index].source if index >= 0 else None,
        fields=_fields(view, use, step) if use else (),
        words=words,
        offered=offered(view, state) if index >= 0 else (),
    )


def _fields(view: MachineView, use: Use, step: Step) -> tuple[tuple[str, str, str, str], ...]:
    """What can be corrected about a call: its words, its amount, its minutes."""
    call = catalogue.palette()[use.call]
    found = [("says", "What it shows then", use.says, ""), ("how", "How it is done", use.how, "")]
    if "place" in call.takes:
        found.append(("place", "Where it goes", use.place, ""))
    if "ml" in call.takes:
        ml = volume_meant(use.ml, adaptation_of(view.kind, catalogue.defaults()))
        found.append(("ml", "How much", "" if ml is None else str(ml), "ml"))
    if "minutes" in call.takes:
        minutes = step.duration if step.kind.timed else None
        found.append(("minutes", "How long, about", f"{minutes.likely_s / 60:g}" if minutes else "", "min"))
    if "over" in call.takes and step.kind in (StepKind.MACHINE, StepKind.WAIT):
        found.append(("over", "It is over when", use.over, ""))
    return tuple(found)
