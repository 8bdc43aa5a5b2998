"""The page of a sticker: one machine and nothing else, without a sign-in, a cookie or a script."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from functools import partial

from flask import Blueprint, abort, redirect, render_template, request, url_for
from markupsafe import Markup
from werkzeug.exceptions import HTTPException
from werkzeug.wrappers import Response

from lamplight.actions.guests import tell_as_guest
from lamplight.core.errors import InvalidInput
from lamplight.core.guest.reports import LONGEST_WORDS, GuestAct, GuestTask, GuestTells, guest_tasks
from lamplight.core.guest.usable import Usable
from lamplight.core.lamps.match import PanelSignals, checked_signals, meanings, step_lamp
from lamplight.drawing.closeup.scene import CloseUp, closeup
from lamplight.drawing.lamp_panel import lamp_panel
from lamplight.sight.guests import cared_for, elsewhere, may_tell, standing_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.sight.plan import agenda_of
from lamplight.store.guests import StickerRow, stickers
from lamplight.store.sightings import lamps_from_data
from lamplight.store.sites import SiteRow, site_of
from lamplight.store.whereabouts import site_of_machine
from lamplight.web.clock import now
from lamplight.web.here import go_to
from lamplight.web.lamps.model import lamp_buttons

blueprint = Blueprint("passer_by", __name__, url_prefix="/at", template_folder="templates")
VERDICTS = {
    Usable.YES: "Yes, you may use it",
    Usable.NO_MILK: "Coffee yes, milk no",
    Usable.CLEANING: "It is being looked after",
    Usable.NO: "Not now, please",
}
GONE = "This sticker is no longer good. The one on the machine is newer, or nobody put one there yet."
BUSY = "Thank you, that is a lot at once. Wait a minute, or tell a keeper."
# What the hand does, by task: the pose of the close-up, and the words.
PICTURES = {
    GuestAct.FILL: (
        ("out", "Take the tank out."), ("pour", "Rinse it, fill it with fresh cold water up to its mark."),
        ("in", "Press it home as far as it goes."),
    ),
    GuestAct.EMPTY: (
        ("out", "Pull it out with the machine on: many count only then."),
        ("drop", "Tip it into the bin, not the sink."),
        ("in", "Push it home. Asked whether it was emptied, say yes only if it was: it believes you."),
    ),
    GuestAct.TRAY: (
        ("out", "Pull it out level, with two hands: it is full, and may be hot."),
        ("drop", "Pour it into the sink."), ("in", "Dry where it sits, and push it home."),
    ),
    GuestAct.PUT_HOME: (("in", "Push it home as far as it goes."),),
}  # fmt: skip
ADVICE = {
    GuestAct.FILL: "Is it full already? Then it means something else: leave it, and tell the keepers.",
    GuestAct.EMPTY: "Is it empty already? Then it means something else: leave it, and tell the keepers.",
    GuestAct.TRAY: "Is it empty already? Then it means something else: leave it, and tell the keepers.",
    GuestAct.LEAVE: "Leave it. You may draw your drink; a keeper sees to this.",
    GuestAct.ELSEWHERE: "Leave it, and do not open it: hot parts and cleaner may be inside. A keeper sees to it.",
}
DOES = {
    GuestAct.FILL: GuestTells.FILLED,
    GuestAct.EMPTY: GuestTells.EMPTIED,
    GuestAct.TRAY: GuestTells.TRAY,
}


@dataclass(frozen=True)
class Shown:
    """One thing to do: its task, the pictures with their words, advice, and what can be told when it is done."""

    task: GuestTask
    pictures: tuple[tuple[Markup, str], ...]
    advice: str
    tells: GuestTells | None


def _known(token: str) -> tuple[SiteRow, MachineView, StickerRow]:
    row = next((one for one in stickers().values() if one.token == token), None)
    here = site_of(site_of_machine(row.machine_id) or 0) if row else None
    view = machine_view(here, row.machine_id, now()) if here and row else None
    if here is None or row is None or view is None:
        abort(404)
    go_to(here)
    return here, view, row


def _touched(view: MachineView, given: Mapping[str, str]) -> PanelSignals:
    """The panel as the address has it; dark where that cannot be."""
    lamps = {name.removeprefix("lamp-"): value for name, value in given.items() if name.startswith("lamp-") and value}
    try:
        signals = checked_signals(
            view.whole_kind.panel, PanelSignals(lamps_from_data(lamps), given.get("message", "").strip())
        )
        touched = given.get("touch", "")
        return step_lamp(view.whole_kind.panel, signals, touched) if touched else signals
    except (InvalidInput, ValueError):
        return PanelSignals()


def _task(task: GuestTask, told: tuple[GuestTells, ...]) -> Shown:
    part = task.part or "tank"
    pictures = tuple(
        (closeup(CloseUp(part, pose, share=1.0 if pose == "pour" else None, title=words)), words)
        for pose, words in PICTURES.get(task.task, ())
    )
    tells = DOES.get(task.task)
    return Shown(task, pictures, ADVICE.get(task.task, ""), tells if tells in told else None)


def _show(token: str, given: Mapping[str, str], code: int = 200, error: str = "") -> tuple[str, int]:
    here, view, row = _known(token)
    moment, panel = now(), view.whole_kind.panel
    signals, told = _touched(view, given), may_tell(view)
    found = meanings(panel, signals)
    agenda = agenda_of(here, moment)
    verdict = standing_of(view, moment, found, agenda)
    tasks = [_task(one, told) for one in guest_tasks(found, not signals.dark)]
    stuck = verdict.usable is not Usable.YES or any(one.task.task is GuestAct.ELSEWHERE for one in tasks)
    other = elsewhere(here, view, machine_views(here, moment), moment) if stuck else None
    return render_template(
        "guests/at.html", token=token, view=view, verdict=verdict, says=VERDICTS[verdict.usable],
        tone=("fine", "part", "stop", "stop")[verdict.usable], cared=cared_for(view), tasks=tasks, other=other,
        panel=lamp_panel(view.whole_kind, signals) if panel.speaks else "",
        buttons=lamp_buttons(view.whole_kind, signals),
        signals=signals, messages=[message.says for message in panel.messages], told=[one.value for one in told],
        photos=row.photos, error=error, form=given, thanks=request.args.get("thanks"), longest=LONGEST_WORDS,
        since=partial(_since, here), last_drink=agenda.last_drink_words(view),
    ), code  # fmt: skip


def _since(here: SiteRow, at: datetime) -> str:
    """``today 07:10``, ``yesterday 17:25``, ``on Friday``."""
    local, today = here.calendar.local(at), here.calendar.today(now())
    back = (today - local.date()).days
    if back in (0, 1):
        return f"{('today', 'yesterday')[back]} {local:%H:%M}"
    return f"on {local:%A}"


@blueprint.get("/<token>")
def page(token: str):  # noqa: ANN201
    return _show(token, request.args)


@blueprint.post("/<token>")
def tell(token: str) -> Response | tuple[str, int]:
    _, view, row = _known(token)
    form = request.form
    upload = request.files.get("photo") if row.photos else None
    try:
        if form.get("told") not in set(GuestTells):
            raise InvalidInput("Touch what it was.")
        photo = upload.read() if upload and upload.filename else b""
        tell_as_guest(view, GuestTells(form["told"]), now(), _touched(view, form), form.get("words", ""), photo)
    except InvalidInput as problem:
        return _show(token, form, 422, str(problem))
    return redirect(url_for("passer_by.page", token=token, thanks="1"), 303)


@blueprint.errorhandler(404)
def gone(_problem: HTTPException) -> tuple[str, int]:
    return render_template("guests/gone.html", title="Not here any more", said=GONE), 404


@blueprint.errorhandler(429)
def too_often(_problem: HTTPException) -> tuple[str, int]:
    return render_template("guests/gone.html", title="One moment", said=BUSY), 429
