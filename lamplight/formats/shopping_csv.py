"""A shopping list as CSV: what, how much is wanted, in which packs, for how much, and by when."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from datetime import date

from lamplight.core.stock.reorder import Bought
from lamplight.formats.readings_csv import neutral

COLUMNS = ("product", "unit", "wanted", "packs", "bought", "price", "order by")


def write_shopping(lines: Iterable[tuple[str, str, float, Bought | None, date | None]]) -> str:
    """The list.

    Args:
        lines: title, unit, wanted units, packs, and the last date to order.
    """
    written = io.StringIO()
    writer = csv.writer(written)
    writer.writerow(COLUMNS)
    for title, unit, wanted, bought, order_by in lines:
        packs = " + ".join(f"{count} x {pack.units:g}" for pack, count in bought.counts) if bought else ""
        writer.writerow(
            [
                neutral(title), neutral(unit), f"{wanted:g}", packs, f"{bought.units:g}" if bought else "",
                f"{bought.price:.2f}" if bought else "", order_by.isoformat() if order_by else "",
            ]
        )  # fmt: skip
    return written.getvalue()
