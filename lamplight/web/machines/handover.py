"""One page of a machine for whoever stands in: what it is like, what is other here, what comes, what its lamps want."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date

from lamplight.core.lamps.panel import Condition, Panel, Pattern
from lamplight.core.machine.differences import Difference
from lamplight.core.machine.kind import AccessFact
from lamplight.core.machine.stand_in import AHEAD, Coming, LampAhead, coming, lamps_ahead
from lamplight.core.machine.told import ACCESS
from lamplight.sight.agenda import Agenda
from lamplight.sight.machine_view import MachineView
from lamplight.web.machines.settings import others_here


@dataclass(frozen=True)
class Handover:
    """The page; each lamp with the words of what is seen."""

    view: MachineView
    differences: tuple[Difference, ...]
    coming: tuple[Coming, ...]
    lamps: tuple[tuple[str, LampAhead], ...]
    words: tuple[AccessFact, ...]
    until: date


def handover(view: MachineView, today: date, agenda: Agenda) -> Handover:
    """Build the page.

    Args:
        today: the first of the days.
        agenda: of its site.
    """
    panel, dues = view.whole_kind.panel, view.status.dues
    local = view.status.context.calendar.local
    planned = {key: local(slot.start) for key, slot in agenda.planned(view).items()}
    return Handover(
        view=view,
        differences=tuple(_in_words(one, title) for one, title in others_here(view)),
        coming=coming(dues, today + AHEAD, planned),
        lamps=tuple((_shows(panel, lamp.pattern), lamp) for lamp in lamps_ahead(panel, dues)),
        words=view.whole_kind.access,
        until=today + AHEAD,
    )


def _in_words(one: Difference, title: str) -> Difference:
    """A difference under its words; what leads in is told among the ways in alone."""
    if one.key.startswith(ACCESS):
        return replace(one, what=title, here="other than usual", usual="")
    return replace(one, what=title)


def _shows(panel: Panel, pattern: Pattern) -> str:
    seen = [_lamp(panel, condition) for condition in pattern.lamps]
    return ", ".join([*seen, *([f"“{pattern.message}”"] if pattern.message else [])])


def _lamp(panel: Panel, condition: Condition) -> str:
    lamp = panel.lamp(condition.lamp)
    label = lamp.label if lamp else condition.lamp
    return f"{label} {condition.state.value}{f' {condition.colour}' if condition.colour else ''}"
