"""Numbers, amounts, spans and lists in words: all wording that more than one rule needs."""

from __future__ import annotations


def grouped(count: float) -> str:
    """A whole count with thin spaces between thousands, as counters are shown."""
    return f"{count:,.0f}".replace(",", "\u202f")


def amount(value: float, unit: str) -> str:
    """A count in whole drinks, or litres to a tenth."""
    return f"{value:.1f}" if unit == "L" else grouped(value)


def units_in_words(units: float, unit: str) -> str:
    """``2 tablets``, ``100 ml``, ``1.5 capfuls``."""
    measured = unit in ("ml", "g", "L")
    plural = "" if measured or units == 1 else "s"
    return f"{units:g} {unit}{plural}"


def words_for_ml(ml: int) -> str:
    """Below a litre in millilitres, else in litres."""
    return f"{ml} ml" if ml < 1000 else f"{ml / 1000:g} L"


def span_words(minutes: float) -> str:
    """``40 minutes``, ``5 hours``, ``12 days``, ``3 months``."""
    for size, words in ((1440 * 61, "month"), (1440 * 2, "day"), (120, "hour")):
        if minutes >= size:
            unit = {"month": 1440 * 30.4, "day": 1440, "hour": 60}[words]
            count = round(minutes / unit)
            return f"{count} {words}{'s' if count != 1 else ''}"
    count = round(minutes)
    return f"{count} minute{'s' if count != 1 else ''}"
