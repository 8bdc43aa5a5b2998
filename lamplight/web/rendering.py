"""Turning view models into pages: fragments, filters, and what every page knows."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from datetime import date, datetime
from functools import cache
from pathlib import Path
from secrets import token_urlsafe
from typing import Any

from babel.dates import format_date, format_datetime, format_skeleton, format_time
from babel.numbers import format_decimal
from flask import Flask, current_app, g, redirect, render_template, request, url_for
from werkzeug.wrappers import Response

from lamplight import __version__
from lamplight.core.care.first import UNTIL_RINSED
from lamplight.core.errors import NotAllowed
from lamplight.core.run.clock import calls_at
from lamplight.core.words import BRITISH, clock_words, day_words, grouped, words_for_ml, written_in
from lamplight.drawing.glyphs import STATUS_WORDS, circuit_glyph, known_glyph, place_sign, status_glyph
from lamplight.store.guests import how_many_wait
from lamplight.store.rounds import RoundRow, open_round
from lamplight.store.runs import RunRow, open_runs
from lamplight.store.sites import SiteRow, machines
from lamplight.web.clock import now
from lamplight.web.forms import wall_minute
from lamplight.web.here import SetUpFirst, everybody, keeper, owner, signs_in, site, site_or_none, sites_served

DOCK = (
    (1, "Today", "today.page"),
    (2, "Machines", "machines.page"),
    (3, "Readings", "readings.page"),
    (4, "Lamps", "lamps.page"),
    (5, "Water", "water.page"),
    (6, "Supplies", "supplies.page"),
    (7, "Plan", "plan.page"),
    (8, "Log", "log.page"),
)
# Of one machine and whoever keeps it: the digits are the same.
DOCK_ALONE = (DOCK[0], DOCK[2], DOCK[3], (6, "Cupboard and water", "supplies.page"), DOCK[7])


def wants_fragment() -> bool:
    """Whether only a part of the page is asked for."""
    headers = request.headers
    return (
        "HX-Request" in headers and "HX-Boosted" not in headers and headers.get("HX-History-Restore-Request") != "true"
    )


def page(template: str, block: str, code: int = 200, **model: Any) -> tuple[str, int]:
    """A page, or for htmx only its named block, from the same template."""
    if not wants_fragment():
        return render_template(template, **model), code
    context: dict[str, Any] = dict(model)
    current_app.update_template_context(context)
    page = current_app.jinja_env.get_template(template)
    return "".join(page.blocks[block](page.new_context(context))), code


def see_other(endpoint: str, **values: Any) -> Response:
    """Send the browser on after something was done."""
    return redirect(url_for(endpoint, **values), 303)


@cache
def _fingerprint(folder: str, name: str) -> str:
    return hashlib.sha256((Path(folder) / name).read_bytes()).hexdigest()[:10]


def asset(name: str) -> str:
    """Address of a static file, with its hash."""
    folder = current_app.static_folder or ""
    return url_for("static", filename=name, v=_fingerprint(folder, name))


def day_text(value: date | None, pattern: str = "") -> str:
    """A date in words, with its year where that is another than today's; nothing for None."""
    if value is None:
        return ""
    today = site().calendar.today(now())
    return _dated(value, pattern) if _tells(pattern, value, today) else day_words(value, today)


def _dated(value: date, pattern: str) -> str:
    """A date by a British pattern; in another language with the same parts in its own order."""
    language = written_in()
    if language == BRITISH:
        return (
            format_datetime(value, pattern, locale=BRITISH)
            if isinstance(value, datetime)
            else format_date(value, pattern, locale=BRITISH)
        )
    lengths = {"y": "y" in pattern, "M": pattern.count("M"), "E": "E" in pattern, "d": "d" in pattern}
    parts = "".join(letter * count for letter, count in lengths.items())
    words = format_skeleton(parts, value, locale=language) if parts else ""
    hour = f"{value:%H:%M}" if isinstance(value, datetime) and "H" in pattern else ""
    return ", ".join(word for word in (words, hour) if word)


def _tells(pattern: str, day: date, today: date) -> bool:
    """Whether a pattern says enough: a date of another year shows its year."""
    return bool(pattern) and ("y" in pattern or day.year == today.year)


def moment_text(value: datetime | None, pattern: str = "") -> str:
    """A moment on the site's wall clock, with its year where that is another than today's; nothing for None."""
    if value is None:
        return ""
    calendar = site().calendar
    local, today = calendar.local(value), calendar.today(now())
    if not _tells(pattern, local, today):
        return clock_words(local, today)
    return _dated(local, pattern)


def clock_text(value: datetime | None) -> str:
    """A time of day on the site's wall clock."""
    if value is None:
        return ""
    zone = site().calendar.tz
    return format_time(value.astimezone(zone), "HH:mm", tzinfo=zone, locale=written_in())


def rate_text(value: float) -> str:
    """Drinks a day: one decimal below ten, none above."""
    return format_decimal(round(value, 1 if value < 10 else 0), locale=written_in())


def field_moment(value: datetime) -> str:
    """A moment as a date-and-time field takes it."""
    return wall_minute(value, site().calendar)


def _everywhere() -> dict[str, Any]:
    if g.get("bare") or _outside():
        return {"site": None, "sites": [], "keeper": None, "keepers": [], "signs_in": signs_in(), "now": now(),
                "version": __version__, "dock": (), "running": [], "asset": asset}  # fmt: skip
    try:
        known, served = site_or_none(), sites_served()
    except NotAllowed:  # the page itself says so
        known, served = None, []
        g.site = None
    count = len(machines(known.id)) if known else 0
    alone = count == 1 and len(served) <= 1 and len(everybody()) <= 1
    return {
        "site": known,
        "sites": served if len(served) > 1 else [],
        "keeper": keeper(),
        "signs_in": signs_in(),
        "keepers": everybody(),
        "now": now(),
        "version": __version__,
        "dock": DOCK_ALONE if alone else DOCK if count else (),
        "alone": alone,
        "running": _running(known),
        "guests_told": how_many_wait(known.id) if known else 0,
        "asset": asset,
    }


def _outside() -> bool:
    """Whether this page is shown to somebody who is not signed in: then it tells nothing of the book."""
    return signs_in() and keeper() is None


@dataclass(frozen=True)
class Calling:
    """An open run on the strip.

    Attributes:
        calls_at: when it wants its keeper; now where it waits already.
        waits: whether it waits already.
    """

    machine: str
    run: RunRow
    calls_at: datetime
    waits: bool


def _running(known: SiteRow | None) -> list[Calling]:
    """Open runs, the one that calls first in front."""
    runs = open_runs() if known else []
    if known is None or not runs:
        return []
    names, moment = {row.id: row.name for row in machines(known.id)}, now()
    running = [
        Calling(names[run.machine_id], run, at, at <= moment)
        for run in runs
        if run.machine_id in names and (at := calls_at(run.state, moment)) is not None
    ]
    return sorted(running, key=lambda run: (run.calls_at, run.machine))


def _my_round() -> RoundRow | None:
    """The round on which whoever is here is, or None."""
    known, who = site_or_none(), keeper()
    return open_round(known.id, who.id if who else None) if known else None


def comes_text(moment: datetime) -> str:
    """When somebody comes: ``now``, ``at 18:00``, ``on Wed 2 Dec, 05:40``."""
    calendar = site().calendar
    local, today = calendar.local(moment), calendar.today(now())
    if moment <= now():
        return "now"
    return f"at {local:%H:%M}" if local.date() == today else f"on {clock_words(local, today)}"


def sentence_text(words: str) -> str:
    """Words with a capital first letter and the rest as it is."""
    return words[:1].upper() + words[1:]


def register(app: Flask) -> None:
    """Filters, and what every template may use."""
    app.jinja_env.trim_blocks = app.jinja_env.lstrip_blocks = True
    app.jinja_env.filters.update(
        day=day_text,
        moment=moment_text,
        clock=clock_text,
        count=grouped,
        rate=rate_text,
        field_moment=field_moment,
        comes=comes_text,
        stamp=datetime.isoformat,
        ml=words_for_ml,
        sentence=sentence_text,
    )
    app.jinja_env.globals.update(
        once=lambda: token_urlsafe(12),
        circuit_glyph=circuit_glyph,
        known_glyph=known_glyph,
        place_sign=place_sign,
        my_round=_my_round,
        owner=owner,
        status_glyph=status_glyph,
        status_words=STATUS_WORDS,
        until_rinsed=UNTIL_RINSED,
        asset=asset,
    )

    @app.context_processor
    def everywhere() -> dict[str, Any]:
        return _everywhere() if request.endpoint not in (None, "static") or request.url_rule is None else {}

    @app.errorhandler(SetUpFirst)
    def set_up_first(_problem: SetUpFirst) -> Response:
        return see_other("setup.start")
