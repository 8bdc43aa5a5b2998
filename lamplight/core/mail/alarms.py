"""What is told at once: a lamp that stops a machine, and a limit of hygiene that was passed."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime

from lamplight.core.care.item import Due, ItemRole
from lamplight.core.care.status import Status
from lamplight.core.lamps.match import Meaning


@dataclass(frozen=True)
class Alarm:
    """Something that is told once.

    Attributes:
        key: names it; the same until it is over, another when it comes again.
        machine: number of the machine.
        words: what it is, to follow the machine's name and a colon.
        advice: what is to be done or left, in a sentence, or empty.
        since: from when on, or None.
    """

    key: str
    machine: int
    words: str
    advice: str = ""
    since: datetime | None = None


def lamp_alarm(machine: int, meaning: Meaning, since: datetime | None) -> Alarm:
    """A lamp that stops a machine; seen again while it is lit, it is the same alarm."""
    began = since.isoformat() if since else ""
    return Alarm(f"lamp {machine} {meaning.pattern.title} {began}", machine, meaning.title, "", since)


def hygiene_alarms(machine: int, dues: Iterable[Due]) -> tuple[Alarm, ...]:
    """The limits of hygiene that were passed; each once, until the item was done.

    Of a drawer only that it stood too long: how full it is, is reckoned from drinks, whoever empties it rarely says so,
    and the machine asks for it by itself. What else rests on a reckoning says so.
    """
    return tuple(
        Alarm(
            f"limit {machine} {due.item.key} {_since(due)}",
            machine,
            f"{due.item.title} is past its limit{', by reckoning' if due.first and due.first.estimated else ''}",
            due.item.when_overdue or (due.reasons[0] if due.reasons else ""),
        )
        for due in dues
        if due.item.hygiene and (due.item.role is not ItemRole.DRAWER or _stood_too_long(due))
        if due.status is Status.OVERDUE and not due.covered_by and not due.instead
    )


def _stood_too_long(due: Due) -> bool:
    return any(state.status is Status.OVERDUE and state.unit == "hours" for state in due.triggers)


def _since(due: Due) -> str:
    """From what it is counted, which changes only when it is done."""
    last = due.last
    if last is None:
        return "never"
    return last.at.isoformat() if last.at is not None else f"{last.position:.0f}"
