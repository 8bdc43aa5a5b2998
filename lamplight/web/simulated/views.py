"""A simulated machine to practise on: what its display would show. All that it is stands in its address."""

from __future__ import annotations

from flask import Blueprint, abort, request, url_for

from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.core.moment import read_moment
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.library import catalogue
from lamplight.sight.kinds import kind_of, kinds
from lamplight.sight.told import programme_title
from lamplight.simulators.machine import Playing, Screen, screen
from lamplight.web.clock import now
from lamplight.web.here import site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("simulated", __name__, url_prefix="/simulated", template_folder="templates")
SPEEDS = (1, 10, 60)
MOST_ACTS = 100


def _kind(key: str) -> Kind:
    try:
        return kind_of(key)
    except InvalidInput:
        abort(404)


def _playing(kind: Kind, programme: str) -> Playing:
    """What the address says; an address that says nothing of the kind is not there."""
    known = catalogue.defaults()
    try:
        started = read_moment(request.values.get("from", ""))
        texts = request.values.getlist("done")[:MOST_ACTS]
        done = tuple(at for at in map(read_moment, texts) if at is not None)
        speed = float(request.values.get("speed", "1"))
        if started is None or len(done) < len(texts):
            abort(404)
        return Playing(
            kind.programmes[programme], started, done, speed, {**known.volumes, **kind.volumes},
            {**known.durations, **kind.durations},
        )  # fmt: skip
    except (ValueError, KeyError, InvalidInput):
        abort(404)


@blueprint.get("")
def page():  # noqa: ANN201
    site()
    rows = [
        (kind, [(key, programme_title(key)) for key in kind.programmes], cutaway(kind, height=120))
        for kind in kinds().values()
        if kind.programmes
    ]
    return render("simulated/page.html", "worktop", rows=rows, speeds=SPEEDS)


@blueprint.get("/<kind_key>/<programme>/start")
def start(kind_key: str, programme: str):  # noqa: ANN201
    """It is plugged in: its clock begins. Nothing is stored, so that this is a look and no deed."""
    kind = _kind(kind_key)
    if programme not in kind.programmes:
        abort(404)
    speed = request.args.get("speed", "1")
    return see_other(
        "simulated.machine", kind_key=kind_key, programme=programme, speed=speed, **{"from": now().isoformat()}
    )


@blueprint.route("/<kind_key>/<programme>", methods=["GET", "POST"])
def machine(kind_key: str, programme: str):  # noqa: ANN201
    site()
    kind = _kind(kind_key)
    playing = _playing(kind, programme)
    if request.method == "POST":
        done = [*(at.isoformat() for at in playing.done_at), now().isoformat()]
        return see_other("simulated.machine", **_address(kind_key, programme, playing, done))
    seen = _seen(playing)
    here = url_for(
        "simulated.machine",
        **_address(kind_key, programme, playing, [at.isoformat() for at in playing.done_at]),
    )
    outlets = {outlet.key: outlet for outlet in kind.outlets}
    touched = next((outlets[key].part for key in seen.runs if key in outlets), "panel")
    label = catalogue.palette()[seen.call.call].label if seen.call else ""
    return render(
        "simulated/machine.html", "display", kind=kind, seen=seen, playing=playing, here=here, label=label,
        title=programme_title(programme), words={key: outlet.words for key, outlet in outlets.items()},
        drawing=cutaway(kind, Scene(touched=touched), cls="cutaway run-drawing"),
    )  # fmt: skip


def _address(kind_key: str, programme: str, playing: Playing, done: list[str]) -> dict:
    started = playing.started_at.isoformat()
    return {
        "kind_key": kind_key, "programme": programme, "from": started, "speed": f"{playing.speed:g}", "done": done,
    }  # fmt: skip


def _seen(playing: Playing) -> Screen:
    try:
        return screen(playing, now())
    except InvalidInput:
        abort(404)
