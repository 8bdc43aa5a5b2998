"""What is decided before a run begins, where the keeper said nothing: what the hour speaks for."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime

from lamplight.core.job.procedure import Procedure
from lamplight.core.run.clock import idle_seconds, total_seconds
from lamplight.core.site.calendar import SiteCalendar
from lamplight.core.site.work_windows import stands_free


def advised_answers(
    procedure: Procedure, calendar: SiteCalendar, now: datetime, wished: Mapping[str, str] | None = None
) -> dict[str, str]:
    """The answer to each question that is asked before the start: as wished, else as advised.

    Advised is the first with which the machine stands ready again before it is wanted; else the quickest.

    Args:
        wished: answers of the keeper's, by key; unknown ones count for nothing.
    """
    found = {}
    for choice in procedure.choices:
        known = [answer for answer, _ in choice.options]
        answer = (wished or {}).get(choice.key, "")
        found[choice.key] = answer if answer in known else _advised(procedure, choice.key, known, calendar, now)
    return found


def _advised(procedure: Procedure, key: str, known: Sequence[str], calendar: SiteCalendar, now: datetime) -> str:
    needed = {
        answer: total_seconds(procedure, {key: answer}) + idle_seconds(procedure, {key: answer}) for answer in known
    }
    ready = [answer for answer in known if stands_free(now, needed[answer], calendar)]
    return ready[0] if ready else min(known, key=lambda answer: needed[answer])
