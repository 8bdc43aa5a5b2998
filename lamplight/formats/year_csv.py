"""A year lived in different ways as CSV: its sums, and the scale at the end of each day."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from datetime import date

from lamplight.core.year.lived import YearSpread
from lamplight.formats.readings_csv import neutral

SUMS = ("descales", "filters", "openings", "minutes", "money", "thrown_l", "hours_out", "most_scale_g", "litres")


def write_year(ways: Sequence[YearSpread], days: Sequence[date]) -> str:
    """Two tables with an empty line between: for each way its sums with fewer, likely and more drinks; scale by day.

    Args:
        days: of the year, as many as each way has.
    """
    written = io.StringIO()
    writer = csv.writer(written)
    writer.writerow(["way", "drinks", *SUMS])
    for spread in ways:
        for name, lived in (("fewer", spread.low), ("likely", spread.likely), ("more", spread.high)):
            figures = [getattr(lived, figure) for figure in SUMS]
            writer.writerow(
                [neutral(lived.way.title), name, *("" if one is None else round(one, 2) for one in figures)]
            )
    writer.writerow([])
    writer.writerow(["day", *(f"scale g, {neutral(spread.likely.way.title)}" for spread in ways)])
    for number, day in enumerate(days):
        writer.writerow([day.isoformat(), *(round(spread.likely.scale_g[number], 3) for spread in ways)])
    return written.getvalue()
