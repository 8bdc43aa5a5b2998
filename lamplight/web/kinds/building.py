"""Making a kind on its drawing: every touch is one form, checked whole, kept, and undone in the log."""

from __future__ import annotations

from typing import Any

from flask import Blueprint, abort, flash, request

from lamplight.actions.building import BUILT, begin_kind, change_kind
from lamplight.actions.undo import undo
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.errors import InvalidInput
from lamplight.core.machine.kind import Kind
from lamplight.drawing.cutaway import cutaway
from lamplight.sight.building import kept_as_written
from lamplight.sight.kinds import KINDS, kind_of, kinds
from lamplight.store.definitions import machines_of_kind
from lamplight.store.logbook import EntryRow, entries
from lamplight.web.here import actor, site, sites_known
from lamplight.web.kinds.build_changes import change_of
from lamplight.web.kinds.build_model import (
    SECTIONS,
    build_model,
    programme_rows,
)
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.told.rows import arranged, uses_typed

MOST_TAKEN_BACK = 100


def add_to(blueprint: Blueprint) -> None:
    """The routes of the builder."""
    blueprint.add_url_rule("/build", "build_new", _new, methods=["GET", "POST"])
    blueprint.add_url_rule("/<key>/build", "build", _build, methods=["GET", "POST"])


def _new():  # noqa: ANN202
    site()
    notice, form = "", request.form
    if request.method == "POST":
        try:
            key = begin_kind(form.get("title", ""), form.get("like", ""), actor())
        except InvalidInput as problem:
            notice = str(problem)
        else:
            return see_other("kinds.build", key=key, at="body")
    like = form.get("like", request.args.get("like", ""))
    return render(
        "kinds/build_new.html", "worktop", 422 if notice else 200, like=like, form=form, notice=notice,
        known=[(kind, cutaway(kind, height=150)) for kind in kinds().values()],
    )  # fmt: skip


def _section() -> str:
    wanted = request.values.get("at", "")
    return wanted if wanted in SECTIONS else "body"


def _build(key: str):  # noqa: ANN202
    site()
    if KINDS.own(key) is None:
        abort(404)
    if request.method == "POST":
        return _change(key)
    return _show(key)


def _show(key: str, code: int = 200, notice: str = "", draft: Any = None):  # noqa: ANN202
    at, part = _section(), request.values.get("part", "")
    kind = kind_of(key)
    model = build_model(kind, at, part, request.values.get("programme", ""), draft)
    circuits = {circuit.value: circuit for circuit in Circuit}
    return render(
        "kinds/build.html", "build", code, kind=kind, model=model, at=at, sections=SECTIONS, notice=notice,
        form=request.form if code == 422 else {}, used=machines_of_kind(key, sites_known()), kept=kept_as_written(key),
        last=_last(kind), circuits=circuits,
    )  # fmt: skip


def _last(kind: Kind) -> EntryRow | None:
    """The touch that can be taken back: the last that holds, where it was made on this kind."""
    row = next((one for one in entries(limit=MOST_TAKEN_BACK, kind=BUILT) if one.undone_at is None), None)
    return row if row and f"“{kind.title}”" in row.summary else None


def _taken_back(key: str, kind: Kind):  # noqa: ANN202
    row = _last(kind)
    if row is None or str(row.id) != request.form.get("entry"):
        return _show(key, 409, "Something was changed since. Look at it again.")
    undo(row.id, actor(), "back in the building")
    flash(f"Taken back: {row.summary}.")
    return see_other("kinds.build", key=key, at=_section()) if KINDS.own(key) else see_other("kinds.page")


def _change(key: str):  # noqa: ANN202
    do, kind = request.form.get("do", ""), kind_of(key)
    around = {"at": _section(), **({"part": request.form["part"]} if request.form.get("part") else {})}
    if do == "take-back":
        return _taken_back(key, kind)
    try:
        if do == "programme" and request.form.get("arrange"):
            return _arranged(key, kind)
        said: list[str] = []
        change, words = change_of(do, kind, said)
        change_kind(key, change, words, actor())
    except InvalidInput as problem:
        return _show(key, 422, str(problem))
    if len(said) > 1:
        flash(f"With it went: {', '.join(said)}.")
    if do in ("take-off", "drop-outlet", "drop-lamp"):
        around.pop("part", None)
    if do == "place":
        around["part"] = request.form.get("part", "")
    if do in ("programme", "take-programme"):
        around["programme"] = request.form.get("programme") or request.form.get("like", "").partition(":")[0]
    return see_other("kinds.build", key=key, **around)


def _arranged(key: str, kind: Kind):  # noqa: ANN202
    """The calls of a programme after one of the form's buttons; nothing is kept yet."""
    form, how = request.form, request.form["arrange"]
    how = f"add:{form.get('add-call', '')}:{form.get('add-before', '')}" if how == "add" else how
    calls = arranged(uses_typed(form), how, kind, form.get("programme", ""))
    return _show(key, draft=programme_rows(kind, calls))
