"""Procedures: read, copied, edited with their mistakes beside the line, printed as a card for one machine."""

from __future__ import annotations

from dataclasses import replace

import segno
from flask import Blueprint, abort, flash, request, url_for
from markupsafe import Markup

from lamplight.actions.own_texts import delete_text, save_text
from lamplight.core.errors import InvalidInput
from lamplight.core.job.general import course_in_general, in_general
from lamplight.core.job.procedure import Procedure
from lamplight.core.machine.kind import Kind
from lamplight.drawing.closeup.scene import closeup
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.library.catalogue import defaults, procedure_schema
from lamplight.library.mistakes import Mistake
from lamplight.sight.kinds import kinds
from lamplight.sight.machine_views import machine_view
from lamplight.sight.own_texts import OWN_PROCEDURES
from lamplight.sight.preparing import prepare
from lamplight.sight.procedures import PROCEDURES, known_procedure, procedures
from lamplight.sight.told import programmes_known, surety_of
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.own_texts import TextPlace, typed_text
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.runs.closeups import still_of

blueprint = Blueprint("procedures", __name__, url_prefix="/procedures", template_folder="templates")
NEW = """key: my-procedure
title: My procedure
circuit: brew
needs:
  - {amount: "1", thing: cloth}
cautions: [hot]
steps:
  - do: Wipe it
    text: With a damp cloth.
    part: [outlet, panel]
    pose: wipe
  - check: Is it clean?
    text: Look at it against the light.
    part: [outlet, panel]
    on_no: Wipe it once more.
"""
PLACE = TextPlace(
    name="procedures",
    title="A procedure of your own",
    all_words="All procedures",
    hint="An item of a kind is guided by it when it says “procedure:” and its key.",
    fresh=NEW,
    texts=OWN_PROCEDURES,
    schema=procedure_schema,
)
PLACE.add_to(blueprint)
SIZES = ("a4", "a5")


@blueprint.get("")
def page():  # noqa: ANN201
    site()
    users: dict[str, int] = {}
    own = PROCEDURES.own_keys()
    for kind in kinds().values():
        for item in kind.items:
            users[item.procedure] = users.get(item.procedure, 0) + 1
    rows = [
        (shipped.plain, len(shipped.course), key in own, users.get(key, 0)) for key, shipped in procedures().items()
    ]
    return render("procedures/page.html", "worktop", rows=rows)


@blueprint.get("/<key>")
def procedure(key: str):  # noqa: ANN201
    PLACE.known(key)
    known = known_procedure(key)
    users = [
        (kind.title, item.title)
        for kind in kinds().values()
        for item in kind.items
        if item.procedure == known.plain.key
    ]
    usual = defaults()
    return render(
        "procedures/procedure.html", "worktop", shipped=known, users=users, own=PROCEDURES.own(key),
        in_general=lambda text: in_general(text, usual), course=course_in_general(known, usual),
    )  # fmt: skip


@blueprint.post("")
def save():  # noqa: ANN201
    site()
    text = typed_text()
    mistakes = PLACE.mistakes(text)
    if mistakes:
        return PLACE.editor(text, mistakes)
    try:
        saved = save_text(OWN_PROCEDURES, text, actor())
    except InvalidInput as problem:
        return PLACE.editor(text, [Mistake("", 1, str(problem))])
    flash(f"The procedure “{saved.plain.title}” is saved. Runs that are under way keep the old one.")
    return see_other("procedures.procedure", key=saved.plain.key)


@blueprint.post("/<key>/delete")
def delete(key: str):  # noqa: ANN201
    PLACE.known(key)
    delete_text(OWN_PROCEDURES, key, actor())
    flash("The procedure is gone. The log can bring it back.")
    return see_other("procedures.page")


@blueprint.get("/card/<int:machine_id>/<key>")
def card(machine_id: int, key: str):  # noqa: ANN201
    """One page to print and hang beside the machine."""
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    try:
        ready = prepare(view, key, site(), now())
    except InvalidInput:
        abort(404)
    address = url_for("runs.ready", machine_id=machine_id, key=key, _external=True)
    size = request.args.get("size", "a4")
    touched = ready.due.item.part if ready.due else ready.procedure.steps[0].part
    return render(
        "procedures/card.html", "worktop", ready=ready, view=view, address=address, qr=_qr(address),
        drawing=cutaway(view.whole_kind, Scene(touched=touched), cls="cutaway card-drawing"),
        size=size if size in SIZES else "a4", sizes=SIZES, pictures=_pictures(view.kind, ready.procedure),
        sure=surety_of(programmes_known(view).get(ready.procedure.programme, ())),
    )  # fmt: skip


def _pictures(kind: Kind, procedure: Procedure) -> list[Markup]:
    """A small close-up for each step of the hands; what was shown just before is not shown again."""
    found, last = [], None
    for step in procedure.steps:
        shown = None if step.kind.timed or step.part == "panel" else still_of(kind, step)
        same = shown is not None and last is not None and replace(shown, title="") == replace(last, title="")
        found.append(closeup(shown) if shown and not same else Markup(""))
        last = shown or last
    return found


def _qr(address: str) -> Markup:
    """The address as a square of dots that a phone reads."""
    return Markup(
        segno.make(address, error="m", micro=False).svg_inline(border=2, omitsize=True, svgclass="qr", lineclass=None)
    )
