"""Kinds: read as pages, copied, edited with their mistakes beside the line, taken in and given out."""

from __future__ import annotations

from flask import Blueprint, flash, request
from markupsafe import Markup

from lamplight.actions.own_texts import delete_text, save_text
from lamplight.core.anatomy.parts import Part
from lamplight.core.errors import InvalidInput
from lamplight.core.job.general import programmes_in_general
from lamplight.core.machine.kind import Kind
from lamplight.drawing.closeup.scene import CloseUp, closeup
from lamplight.drawing.cutaway import Label, Scene, cutaway
from lamplight.library.catalogue import defaults, kind_schema
from lamplight.library.mistakes import Mistake
from lamplight.sight.kinds import KINDS, kind_of, kinds, moved_dates
from lamplight.sight.own_texts import OWN_KINDS
from lamplight.store.definitions import machines_of_kind
from lamplight.web.clock import now
from lamplight.web.here import actor, site, sites_known
from lamplight.web.kinds import building
from lamplight.web.own_texts import TextPlace, typed_text
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.runs.closeups import made_of_words

blueprint = Blueprint("kinds", __name__, url_prefix="/kinds", template_folder="templates")
NEW = """key: my-machine
title: My machine
blurb: What it is like, in a sentence.
look: {width: 200, height: 260, crown: hopper, tank: right, panel: lamps, milk: wand, group: removable, stand: feet}
parts:
  group: {label: Brew group, circuit: brew, removable: true}
  tray: {label: Drip tray, circuit: waste, removable: true}
capacities: {tank_ml: 1800, tray_ml: 500, drawer_pucks: 12}
items:
  group-rinse: {like: group-rinse}
  drip-tray: {like: drip-tray}
traits: [removable-group]
words:
  release: Door open, press the button, and pull.
  refit: Marks in line.
# What it runs by itself, in its own order; {} where it runs nothing. An example:
#   tablet:
#     calls:
#       - {call: press, how: Hold the rinse key for five seconds.}
#       - {call: tablet, says: The rinse lamp flashes fast., place: the funnel}
#       - {call: works, minutes: [8, 11, 15], over: The lamp is out., gives: {coffee: {ml: 700, bursts: 8}}}
programmes: {}
"""
PLACE = TextPlace(
    name="kinds",
    title="A kind of your own",
    all_words="All kinds",
    hint="An item may say “like: descale” and only what is other.",
    fresh=NEW,
    texts=OWN_KINDS,
    schema=kind_schema,
)
PLACE.add_to(blueprint)
building.add_to(blueprint)


@blueprint.get("")
def page():  # noqa: ANN201
    site()
    own = KINDS.own_keys()
    rows = [(kind, cutaway(kind, height=150), kind.key in own) for kind in kinds().values()]
    return render("kinds/page.html", "worktop", rows=rows)


@blueprint.get("/<key>")
def kind(key: str):  # noqa: ANN201
    PLACE.known(key)
    known, own = kind_of(key), KINDS.own(key)
    touched = {item.part for item in known.items}
    labels = tuple(Label(part.key, part.label, part.note[:44]) for part in known.parts if part.key in touched)[:8]
    return render(
        "kinds/kind.html", "worktop", kind=known, drawing=cutaway(known, Scene(labels=labels), cls="cutaway large"),
        own=own is not None,
        programmes=programmes_in_general(known, defaults()), used=machines_of_kind(key, sites_known()),
        titles={item.key: item.title for item in known.items}, pictures=_pictures(known),
    )  # fmt: skip


def _pictures(known: Kind) -> list[tuple[Part, Markup]]:
    """Each part drawn large."""
    return [
        (part, closeup(CloseUp(part=part.key, title=part.label, made_of=made_of_words(part)))) for part in known.parts
    ]


@blueprint.post("")
def save():  # noqa: ANN201
    here = site()
    text = typed_text()
    mistakes = PLACE.mistakes(text)
    if mistakes:
        return PLACE.editor(text, mistakes)
    changed = OWN_KINDS.read(text)
    known = KINDS.own(changed.key)
    if known is not None and not request.form.get("confirmed"):
        moved = moved_dates(here, kind_of(changed.key), changed, now())
        if moved or not request.form.get("editing"):
            return PLACE.editor(text, (), moved, changed.key)
    try:
        saved = save_text(OWN_KINDS, text, actor())
    except InvalidInput as problem:
        return PLACE.editor(text, [Mistake("key", 1, str(problem))])
    flash(f"The kind “{saved.title}” is saved.")
    return see_other("kinds.kind", key=saved.key)


@blueprint.post("/<key>/delete")
def delete(key: str):  # noqa: ANN201
    PLACE.known(key)
    delete_text(OWN_KINDS, key, actor())
    flash("The kind is gone. The log can bring it back.")
    return see_other("kinds.page")
