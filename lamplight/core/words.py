"""Words, numbers and dates as they are shown, in the languages of sites; and texts that somebody typed."""

from __future__ import annotations

from collections.abc import Sequence
from contextvars import ContextVar
from datetime import date, datetime

from babel.dates import format_skeleton
from babel.numbers import format_decimal

from lamplight.core.errors import InvalidInput

BRITISH = "en_GB"
# By its key in the CLDR: its name in itself, as the CLDR has it.
LANGUAGES = {
    BRITISH: "British English", "en_US": "American English", "cs": "čeština", "da": "dansk", "de": "Deutsch",
    "es": "español", "fi": "suomi", "fr": "français", "it": "italiano", "nl": "Nederlands", "nb": "norsk bokmål",
    "pl": "polski", "pt": "português", "sv": "svenska",
}  # fmt: skip

MINUTES_A_DAY = 1440
DAYS_A_MONTH = 30.4
_LANGUAGE: ContextVar[str] = ContextVar("language", default=BRITISH)


def write_in(language: str) -> None:
    """Write numbers and dates in a language of `LANGUAGES` from now on, in this thread of work alone."""
    _LANGUAGE.set(language)


def written_in() -> str:
    """The language in which numbers and dates are written now."""
    return _LANGUAGE.get()


def decimal(value: float) -> str:
    """A number with as few digits as it needs, six at most: ``4.5``; in German ``4,5``."""
    plain, language = f"{value:g}", _LANGUAGE.get()
    if language == BRITISH or "." not in plain or "e" in plain:
        return plain
    return format_decimal(float(plain), "0.######", locale=language)


def plural(count: float, singular: str) -> str:
    """A count with its word: ``1 drink``, ``2 drinks``, ``2 pushes``."""
    return (
        f"{decimal(count)} {singular}{'' if count == 1 else 'es' if singular.endswith(('sh', 'ch', 's', 'x')) else 's'}"
    )


NUMBERS = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"]


def number_words(count: int) -> str:
    """A count as it is said: ``five``, from thirteen on ``13``."""
    return NUMBERS[count] if 0 <= count < len(NUMBERS) else str(count)


def listed(words: Sequence[str]) -> str:
    """A list in a sentence: ``a``, ``a and b``, ``a, b and c``; empty for none."""
    return " and ".join(part for part in (", ".join(words[:-1]), *words[-1:]) if part)


def grouped(count: float) -> str:
    """A whole count with thin spaces between thousands, as counters are shown; or as the language has it."""
    if _LANGUAGE.get() == BRITISH:
        return f"{count:,.0f}".replace(",", "\u202f")
    return format_decimal(round(count), locale=_LANGUAGE.get())


def whole(value: float, unit: str) -> float:
    """A count as it is shown: whole drinks, or litres to a tenth."""
    return round(value, 1) if unit == "L" else float(round(value))


def amount(value: float, unit: str) -> str:
    """A count in whole drinks, or litres to a tenth, in words."""
    return tenths(value) if unit == "L" else grouped(value)


def tenths(value: float) -> str:
    """A number to a tenth: ``4.0``; in German ``4,0``."""
    language = _LANGUAGE.get()
    return f"{value:.1f}" if language == BRITISH else format_decimal(value, "0.0", locale=language)


def degrees(hardness_dh: float) -> str:
    """A hardness to a tenth: ``14 °dH``, ``4.5 °dH``."""
    return f"{decimal(round(hardness_dh, 1))} °dH"


def units_in_words(units: float, unit: str) -> str:
    """``2 tablets``, ``100 ml``, ``1.5 capfuls``."""
    return f"{decimal(units)} {unit}" if unit in ("ml", "g", "L") else plural(units, unit)


def words_for_ml(ml: int) -> str:
    """Below a litre in millilitres, else in litres."""
    return f"{ml} ml" if ml < 1000 else f"{decimal(ml / 1000)} L"


def span_words(minutes: float) -> str:
    """``40 minutes``, ``5 hours``, ``12 days``, ``3 months``."""
    if minutes >= 61 * MINUTES_A_DAY:
        return plural(round(minutes / (DAYS_A_MONTH * MINUTES_A_DAY)), "month")
    if minutes >= 2 * MINUTES_A_DAY:
        return plural(round(minutes / MINUTES_A_DAY), "day")
    return plural(round(minutes / 60), "hour") if minutes >= 120 else plural(round(minutes), "minute")


def open_days_ahead(count: int) -> str:
    """How far ahead a date lies, in open days: ``likely today``, ``about 3 open days``."""
    return "likely today" if count <= 0 else f"about {plural(count, 'open day')}"


def day_words(day: date, today: date) -> str:
    """``Mon 30 Nov``; ``Tue 19 Jan 2027`` where the year is another than today's."""
    if _LANGUAGE.get() != BRITISH:
        return format_skeleton("MMMEd" if day.year == today.year else "yMMMEd", day, locale=_LANGUAGE.get())
    return f"{day:%a %-d %b}" if day.year == today.year else f"{day:%a %-d %b %Y}"


def clock_words(moment: datetime, today: date) -> str:
    """``Mon 30 Nov, 07:05``, on the wall clock of the moment given, with the year where it is another than today's."""
    return f"{day_words(moment.date(), today)}, {moment:%H:%M}"


def due_words(day: date, today: date) -> str:
    """``due today``, ``due Mon 30 Nov`` or ``was due Fri 20 Nov``."""
    if day == today:
        return "due today"
    return f"{'was due' if day < today else 'due'} {day_words(day, today)}"


def required(text: str, what: str, longest: int, field: str = "") -> str:
    """A trimmed text that is neither empty nor too long.

    Raises:
        InvalidInput: otherwise.
    """
    trimmed = " ".join(text.split())
    if not trimmed:
        raise InvalidInput(f"{what} is missing.", field)
    if len(trimmed) > longest:
        raise InvalidInput(f"{what} is longer than {longest} characters.", field)
    return trimmed


def optional(text: str, what: str, longest: int, field: str = "") -> str:
    """A trimmed text, possibly empty.

    Raises:
        InvalidInput: when too long.
    """
    return required(text, what, longest, field) if text.strip() else ""
