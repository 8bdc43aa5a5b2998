"""Absences as the plan shows them: who, which machines, who stands in, and what is done just before and after."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from lamplight.core.words import listed
from lamplight.store.books import absences
from lamplight.store.rounds import keeper_absences
from lamplight.store.sites import SiteRow
from lamplight.web.plan.model import VisitLine

# What lies further ahead is told in the year.
AHEAD = timedelta(days=42)


@dataclass(frozen=True)
class AwayLine:
    """An absence.

    Attributes:
        who: a keeper, a machine, or everybody.
        first, last: dates, both included.
        label: the reason, or empty.
        stand_in: who does it meanwhile, or empty.
        before, after: what is done on the last day before it, and on the first day back, in words; empty for nothing.
        before_on, after_on: those days; None where nothing is done.
    """

    who: str
    first: date
    last: date
    label: str
    stand_in: str
    before: str
    after: str
    before_on: date | None
    after_on: date | None


def away_lines(
    site: SiteRow, visits: Sequence[VisitLine], names: dict[int, str], machines: dict[int, str], today: date
) -> list[AwayLine]:
    """Absences that go on or lie ahead, by date.

    Args:
        names: of keepers by number, those who left as well.
    """
    lines = []
    for row in keeper_absences(site.id):
        away = row.away
        own = [visit for visit in visits if visit.slot.keeper in (None, away.keeper)]
        stand_in = names.get(away.stand_in or 0, "")
        lines.append(_line(names.get(away.keeper, "a keeper"), away.first, away.last, row.label, stand_in, own))
    for absence in absences(site.id):
        mine = [visit for visit in visits if absence.machine_id in (None, visit.machine_id)]
        who = "Everybody" if absence.machine_id is None else machines.get(absence.machine_id, "a machine")
        lines.append(_line(who, absence.span.first, absence.span.last, absence.label, "", mine))
    ahead = [line for line in lines if line.last >= today and line.first <= today + AHEAD]
    return sorted(ahead, key=lambda line: (line.first, line.who))


def _line(who: str, first: date, last: date, label: str, stand_in: str, visits: Sequence[VisitLine]) -> AwayLine:
    before_on = max((day for visit in visits if (day := visit.slot.start.date()) < first), default=None)
    after_on = min((day for visit in visits if (day := visit.slot.start.date()) > last), default=None)
    return AwayLine(
        who, first, last, label, stand_in, _done_on(before_on, visits), _done_on(after_on, visits), before_on, after_on
    )


def _done_on(day: date | None, visits: Sequence[VisitLine]) -> str:
    return listed([f"{visit.titles} at {visit.name}" for visit in visits if visit.slot.start.date() == day][:3])
