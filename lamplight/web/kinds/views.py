"""Kinds: read as pages, copied, edited with their mistakes beside the line, taken in and given out."""

from __future__ import annotations

from flask import Blueprint, Response, abort, flash, request

from lamplight.actions.kind_changes import moved_dates
from lamplight.actions.kinds import copied, delete_kind, kind_of, kinds, own_kind, read_kind, save_kind, text_of
from lamplight.core.errors import InvalidInput
from lamplight.core.kind import Kind
from lamplight.core.trigger_words import in_words
from lamplight.drawing.cutaway import Label, Scene, cutaway
from lamplight.library.mistakes import FileMistakes, Mistake
from lamplight.library.shelf import kind_schema
from lamplight.store.texts import machines_of_kind
from lamplight.web.clock import now
from lamplight.web.rendering import hand, see_other, site
from lamplight.web.rendering import page as render

blueprint = Blueprint("kinds", __name__, url_prefix="/kinds", template_folder="templates")
PLACE = {
    "title": "A kind of your own",
    "all": "kinds.page",
    "all_words": "All kinds",
    "save": "kinds.save",
    "check": "kinds.check",
    "schema": "kinds.schema",
    "hint": "An item may say “like: descale” and only what is other.",
}
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
"""


@blueprint.get("")
def page():  # noqa: ANN201
    site()
    rows = [(kind, cutaway(kind, height=150), own_kind(kind.key) is not None) for kind in kinds().values()]
    return render("kinds/page.html", "worktop", rows=rows)


def _known(key: str) -> Kind:
    site()
    if key not in kinds():
        abort(404)
    return kind_of(key)


@blueprint.get("/<key>")
def kind(key: str):  # noqa: ANN201
    known = _known(key)
    touched = {item.part for item in known.items}
    labels = tuple(Label(part.key, part.label, part.note[:44]) for part in known.parts if part.key in touched)[:8]
    return render(
        "kinds/kind.html", "worktop", kind=known, drawing=cutaway(known, Scene(labels=labels), cls="cutaway large"),
        own=own_kind(key) is not None, used=machines_of_kind(key), in_words=in_words,
        titles={item.key: item.title for item in known.items},
    )  # fmt: skip


@blueprint.get("/<key>.yaml")
def export(key: str) -> Response:
    _known(key)
    headers = {"Content-Disposition": f"attachment; filename={key}.yaml"}
    return Response(text_of(key), mimetype="application/yaml; charset=utf-8", headers=headers)


@blueprint.get("/schema.json")
def schema() -> Response:
    return Response(kind_schema(), mimetype="application/schema+json")


def _mistakes(text: str) -> list[Mistake]:
    """What is wrong in a text, nothing where it is right."""
    try:
        read_kind(text)
    except FileMistakes as wrong:
        return list(wrong.mistakes)
    except InvalidInput as problem:
        return [Mistake("", 1, str(problem))]
    return []


def _editor(text: str, code: int = 200, mistakes=(), moved=None, editing: str = ""):  # noqa: ANN001, ANN202
    return render(
        "editor.html", "worktop", code, place=PLACE, text=text, mistakes=mistakes, moved=moved, editing=editing
    )


@blueprint.get("/new")
def new():  # noqa: ANN201
    site()
    source = request.args.get("copy", "")
    try:
        return _editor(copied(source) if source else NEW)
    except InvalidInput:
        abort(404)


@blueprint.get("/<key>/edit")
def edit(key: str):  # noqa: ANN201
    _known(key)
    text = own_kind(key)
    return _editor(text, editing=key) if text else see_other("kinds.new", copy=key)


@blueprint.post("/check")
def check():  # noqa: ANN201
    """Mistakes while one types."""
    site()
    text = request.form.get("text", "")
    return render("editor.html", "mistakes", place=PLACE, text=text, mistakes=_mistakes(text), moved=None, editing="")


@blueprint.post("")
def save():  # noqa: ANN201
    here = site()
    upload = request.files.get("file")
    text = upload.read().decode("utf-8", "replace") if upload and upload.filename else request.form.get("text", "")
    text = text.replace("\r\n", "\n")
    mistakes = _mistakes(text)
    if mistakes:
        return _editor(text, 422, mistakes)
    changed = read_kind(text)
    known = own_kind(changed.key)
    if known is not None and not request.form.get("confirmed"):
        moved = moved_dates(here, kind_of(changed.key), changed, now())
        if moved or not request.form.get("editing"):
            return _editor(text, 422, (), moved, changed.key)
    try:
        saved = save_kind(text, hand())
    except InvalidInput as problem:
        return _editor(text, 422, [Mistake("key", 1, str(problem))])
    flash(f"The kind “{saved.title}” is saved.")
    return see_other("kinds.kind", key=saved.key)


@blueprint.post("/<key>/delete")
def delete(key: str):  # noqa: ANN201
    _known(key)
    delete_kind(key, hand())
    flash("The kind is gone. The log can bring it back.")
    return see_other("kinds.page")
