"""Reading what was typed: each function answers a value or raises a sentence."""

from __future__ import annotations

import re
from collections.abc import Collection, Mapping
from datetime import date, datetime, time

from lamplight.core.errors import InvalidInput
from lamplight.core.moment import check_year, read_moment
from lamplight.core.site.calendar import OpeningHours, SiteCalendar, comes_twice, minute_of
from lamplight.web.addresses import MOST_DIGITS
from lamplight.web.ask import Choice, Question

GROUPING = re.compile(r"[\s\u00a0\u202f'’.,]")
GROUPED = re.compile(r"\d{1,3}(?:(?P<mark>[\s\u00a0\u202f'’.,])\d{3})(?:(?P=mark)\d{3})*|\d+")


def placed(problem: InvalidInput, fields: Collection[str], rest: str, prefix: str = "") -> dict[str, str]:
    """What was refused, by the field of a form beside which it is said.

    Args:
        problem: with its fields, as far as it names any.
        fields: that the form has a place for.
        rest: the field beside which everything else is said, so that nothing stays unsaid.
        prefix: of the form's own names.
    """
    return beside({f"{prefix}{field}": sentence for field, sentence in problem.by_field.items()}, fields, rest)


def beside(sentences: Mapping[str, str], fields: Collection[str], rest: str) -> dict[str, str]:
    """Each sentence by its own field where the form has a place for it, else by ``rest``, all of them together."""
    texts: dict[str, str] = {}
    for field, sentence in sentences.items():
        own = field if field in fields else rest
        texts[own] = f"{texts[own]} {sentence}" if own in texts else sentence
    return texts


def count(text: str, what: str) -> int:
    """A whole count; thousands may be set apart by a space, a dot, a comma or an apostrophe.

    Raises:
        InvalidInput: for anything else.
    """
    trimmed = text.strip()
    if not GROUPED.fullmatch(trimmed) or len(GROUPING.sub("", trimmed)) > 9:
        raise InvalidInput(f"{what} is a whole number such as 12 480; “{trimmed[:30]}” is not.")
    return int(GROUPING.sub("", trimmed))


def optional_count(text: str, what: str) -> int | None:
    """A whole count, or None where nothing was typed."""
    return count(text, what) if text.strip() else None


def optional_rate(text: str, what: str) -> float | None:
    """A number of 0 or more with a decimal point or comma, or None where nothing was typed."""
    if not text.strip():
        return None
    try:
        value = float(text.strip().replace(",", "."))
    except ValueError:
        value = -1.0
    if value < 0 and text.strip().removeprefix("-").replace(",", ".").replace(".", "", 1).isdecimal():
        raise InvalidInput(f"{what} cannot lie below 0, and “{text.strip()[:30]}” does.")
    if value >= 1e6:
        raise InvalidInput(f"{what} lies below a million, and “{text.strip()[:30]}” does not.")
    if not value >= 0:
        raise InvalidInput(f"{what} is a number such as 40; “{text.strip()[:30]}” is not.")
    return value


def day(text: str, what: str) -> date:
    """A date as the date field sends it."""
    try:
        day = date.fromisoformat(text.strip())
    except ValueError:
        raise InvalidInput(f"{what} is a date such as 2026-11-24; “{text.strip()[:30]}” is not.") from None
    check_year(day)
    return day


def moment(form: Mapping[str, str], name: str, what: str, calendar: SiteCalendar) -> datetime:
    """A date and time on the site's wall clock, as a field of a form has it.

    What was offered in the field and left as it was is the moment itself, to the second. A time that the clock change
    leaves out is read an hour later; one that it repeats is asked about.

    Args:
        form: with the field, and ``<name>-was`` for what was offered, ``<name>-fold`` for which of two.
        what: it is, to begin a sentence with.

    Raises:
        InvalidInput: for anything that is no date and time.
        Question: for a time that comes twice.
    """
    text = form.get(name, "").strip()
    offered = read_moment(form.get(f"{name}-was", ""))
    if offered is not None and text == wall_minute(offered, calendar):
        return offered
    try:
        wall = datetime.fromisoformat(text)
    except ValueError:
        sentence = f"{what} is a date and time such as 2026-11-24 07:05; “{text[:30]}” is not."
        raise InvalidInput(sentence) from None
    check_year(wall)
    if wall.tzinfo:
        return wall
    wall, which = wall.replace(tzinfo=calendar.tz), form.get(f"{name}-fold", "")
    if comes_twice(wall) and which not in ("0", "1"):
        raise Question(
            "Which of the two?",
            f"The clock was set back that night, so {wall:%H:%M} on {wall:%a %-d %b %Y} came twice.",
            *(
                Choice(f"The {('first', 'second')[n]}, {wall.replace(fold=n):%H:%M %Z}", f"{name}-fold", str(n))
                for n in (0, 1)
            ),
        )
    return wall.replace(fold=1 if which == "1" else 0)


def wall_minute(at: datetime, calendar: SiteCalendar) -> str:
    """A moment as a date-and-time field takes it."""
    return f"{calendar.local(at):%Y-%m-%dT%H:%M}"


def hours(opens: str, closes: str) -> OpeningHours:
    """Opening hours; a closing time of 00:00 is midnight at the day's end."""
    try:
        first, last = minute_of(time.fromisoformat(opens.strip())), minute_of(time.fromisoformat(closes.strip()))
    except ValueError:
        raise InvalidInput("Opening hours are times such as 07:00 and 18:00.") from None
    return OpeningHours(first, last or 24 * 60)


def row_number(text: str) -> int | None:
    """The number of a row as an address holds it; None for anything else."""
    return int(text) if text.isascii() and text.isdecimal() and len(text) <= MOST_DIGITS else None
