"""The screen in the kitchen: which machine is fine, which not to use and until when. No names, only a token."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from flask import Blueprint, abort, render_template
from markupsafe import Markup

from lamplight.core.guest.usable import Usable
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.sight.agenda import Agenda
from lamplight.sight.feeds import SCREEN, feed_of
from lamplight.sight.guests import standing_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_views
from lamplight.sight.plan import agenda_of
from lamplight.store.sites import sites
from lamplight.web.clock import now
from lamplight.web.here import go_to
from lamplight.web.lamps.model import lit_lamps

blueprint = Blueprint("screen", __name__, template_folder="templates")
# The drawings take the room there is; many machines are told in words alone.
MOST_DRAWN, DRAWN_PX = 6, 190
# Of more machines those stand on it that want something most.
MOST_ON_SCREEN = 40


@dataclass(frozen=True)
class Shown:
    """One machine on the screen.

    Attributes:
        state: ``fine``, ``part`` where it does not make everything, or ``stop``.
        words: what is to be known, for whoever wants a coffee.
        until: when it is likely usable again, or None.
        seen_to: when somebody comes to it, or None.
    """

    name: str
    place: str
    state: str
    words: str
    until: datetime | None
    seen_to: datetime | None
    drawing: Markup


def shown(view: MachineView, moment: datetime, agenda: Agenda, drawn: bool) -> Shown:
    """What a machine is to somebody who wants a coffee."""
    found = standing_of(view, moment, (), agenda)
    state = ("fine", "part", "stop", "stop")[found.usable]
    words = {Usable.YES: "Ready", Usable.CLEANING: "Being cleaned"}.get(found.usable, found.why.rstrip("."))
    drawing = cutaway(view.kind, Scene(lamps=lit_lamps(view)), height=DRAWN_PX) if drawn else Markup("")
    return Shown(view.row.name, view.row.place, state, words, found.until, found.seen_to, drawing)


@blueprint.get("/screen/<token>")
def page(token: str):  # noqa: ANN201
    here = next((row for row in sites() if feed_of(row, token, SCREEN)), None)
    if here is None:
        abort(404)
    go_to(here)
    moment = now()
    known = machine_views(here, moment)
    views = sorted(known[:MOST_ON_SCREEN], key=lambda view: view.row.name.lower())
    agenda = agenda_of(here, moment)
    machines = [shown(view, moment, agenda, len(views) <= MOST_DRAWN) for view in views]
    last = next((words for view in views if (words := agenda.last_drink_words(view))), "")
    more = len(known) - len(views)
    return render_template("plan/screen.html", machines=machines, here=here, more=more, last_drink=last)
