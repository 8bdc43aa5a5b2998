"""What the keepers of the demo said of their machines, and the page of a manual that one of them found."""

from __future__ import annotations

import io
from collections.abc import Mapping, Sequence
from dataclasses import replace
from datetime import datetime, timedelta

from PIL import Image, ImageDraw

from lamplight.actions.photos import add_page
from lamplight.actions.told import confirm_all, say_words, tell
from lamplight.core.machine.told import Telling
from lamplight.demo.story import CONFIRMED, CORRECTED, MANUAL_PAGE, WORDS
from lamplight.sight.actor import Actor
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view
from lamplight.sight.told import edition_of, programmes_known
from lamplight.store.sites import MachineRow, SiteRow


def told(site: SiteRow, rows: Mapping[str, MachineRow], now: datetime, keepers: Sequence[int]) -> None:
    """Write down what was said."""

    def said(name: str, days: int, keeper: int = 0) -> tuple[MachineView, Actor]:
        actor = Actor(now - timedelta(days=days), keepers[keeper])
        view = machine_view(site, rows[name].id, now)
        assert view is not None
        return view, actor

    for name, programme, days in CONFIRMED:
        view, actor = said(name, days)
        confirm_all(view, programme, edition_of(programmes_known(view)[programme]), actor)
    name, programme, call, how, days = CORRECTED
    view, actor = said(name, days, 1)
    known = programmes_known(view)[programme]
    index = next(n for n, one in enumerate(known) if one.use.call == call)
    other = replace(known[index].use, how=how)
    tell(site, view, programme, Telling.CHANGED, index, edition_of(known), actor, other)
    for name, word, text, days in WORDS:
        view, actor = said(name, days, 1)
        say_words(site, view, word, text, actor)
    name, title, days = MANUAL_PAGE
    _, actor = said(name, days, 1)
    add_page(rows[name], _page(), title, actor)


def _page() -> bytes:
    """Two printed pages as somebody photographed them: a panel, keys, and lines of text too small to read."""
    sheet = Image.new("RGB", (900, 640), "#d9d3c4")
    draw = ImageDraw.Draw(sheet)
    for left in (30, 465):
        draw.rectangle((left, 26, left + 405, 614), fill="#f4f0e6", outline="#b9b09a")
        draw.rectangle((left + 40, 60, left + 250, 78), fill="#4a463c")
        draw.rounded_rectangle((left + 40, 110, left + 365, 200), 22, outline="#4a463c", width=4)
        for n in range(4):
            draw.ellipse((left + 64 + n * 78, 134, left + 104 + n * 78, 174), outline="#4a463c", width=4)
        for row in range(17):
            length = 325 - (row * 53) % 120
            draw.rectangle((left + 40, 236 + row * 21, left + 40 + length, 243 + row * 21), fill="#8f887a")
    out = io.BytesIO()
    sheet.save(out, "PNG")
    return out.getvalue()
