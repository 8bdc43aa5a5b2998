"""The dose bench: the beaker of one mix on one machine, pushes of a dispenser, and an experiment."""

from __future__ import annotations

import re
from collections.abc import Mapping

from flask import abort, flash, request

from lamplight.actions.dose import begin_trial, note_measuring, note_pushes, note_vessel, set_mark, stop_trial
from lamplight.core.dose.beaker import Measuring
from lamplight.core.dose.in_hand import RoundVessel
from lamplight.core.errors import InvalidInput, about
from lamplight.core.machine.trial import Trial
from lamplight.core.words import units_in_words
from lamplight.sight.dose import MixHere, mix_of, mixes_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.store.doses import measurings
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.paging import paged
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.supplies.dose_model import bench_of, headline, saving
from lamplight.web.supplies.views import blueprint

MOST_LISTED = 120
SIZES = (("bottom", "The width at the bottom"), ("top", "The upper width"), ("height", "The height"))
FIELDS = (
    "filled", "left", "mark", "margin", "bottom", "top", "height", "numbers", "unit", "share", "minutes", "washes",
    "hypothesis",
)  # fmt: skip


@blueprint.get("/dose")
def doses():  # noqa: ANN201
    views = machine_views(site(), now())
    part = paged(sorted(views[:MOST_LISTED], key=lambda view: view.row.name.lower()), request.args.get("first", ""))
    listed = [(view, mix, len(measurings(view.row.id, mix.role))) for view in part.items for mix in mixes_of(view)]
    return render("supplies/doses.html", "worktop", mixes=listed, part=part)


def _found(machine_id: int, role: str) -> tuple[MachineView, MixHere]:
    view = machine_view(site(), machine_id, now())
    mix = mix_of(view, role) if view else None
    if view is None or mix is None:
        abort(404)
    return view, mix


@blueprint.get("/dose/<int:machine_id>/<role>")
def dose(machine_id: int, role: str):  # noqa: ANN201
    return _show(*_found(machine_id, role), request.args)


def _show(view: MachineView, mix: MixHere, form: Mapping[str, str], errors: Mapping[str, str] | None = None):  # noqa: ANN202
    problems = dict(errors or {})
    try:
        margin = forms.optional_rate(form.get("margin", ""), "The margin")
    except InvalidInput as problem:
        margin, problems["margin"] = None, str(problem)
    bench = bench_of(view, mix, margin)
    return render(
        "supplies/dose.html", "worktop", 422 if problems else 200, view=view, bench=bench, mix=mix, form=form,
        errors=problems, headline=headline(bench), words=units_in_words, saving=saving(bench),
        rule=_planned(form).rule,
    )  # fmt: skip


def _planned(form: Mapping[str, str]) -> Trial:
    """The experiment as it would be begun, for its rule; as usual where what was typed is none."""
    try:
        return _typed_trial(form)
    except InvalidInput:
        return Trial(0.7, 10, 6, now())


@blueprint.post("/dose/<int:machine_id>/<role>/measured")
def measure(machine_id: int, role: str):  # noqa: ANN201
    view, mix = _found(machine_id, role)
    form = request.form
    try:
        with about("filled"):
            filled = forms.optional_rate(form.get("filled", ""), "What was filled") or 0.0
        with about("left"):
            left = forms.optional_rate(form.get("left", ""), "What was left")
        if left is None:
            raise InvalidInput("Say how much was poured back of the supply side, 0 where it was all drawn.", "left")
        note_measuring(view, role, Measuring(filled, left), actor())
    except InvalidInput as problem:
        return _show(view, mix, form, forms.placed(problem, FIELDS, "left"))
    flash("The measuring is noted.")
    return see_other("supplies.dose", machine_id=machine_id, role=role)


@blueprint.post("/dose/<int:machine_id>/<role>/mark")
def mark(machine_id: int, role: str):  # noqa: ANN201
    view, mix = _found(machine_id, role)
    form = request.form
    try:
        with about("mark"):
            typed = None if form.get("do") == "full" else forms.optional_rate(form.get("mark", ""), "The mark")
            if typed is None and form.get("do") != "full":
                raise InvalidInput("Say to which mark it is filled.")
        set_mark(view, role, None if typed is None else round(typed), actor())
    except InvalidInput as problem:
        return _show(view, mix, form, forms.placed(problem, FIELDS, "mark"))
    flash("From now on its runs and the cupboard reckon with that mark.")
    return see_other("supplies.dose", machine_id=machine_id, role=role)


@blueprint.post("/dose/<int:machine_id>/<role>/vessel")
def measure_vessel(machine_id: int, role: str):  # noqa: ANN201
    view, mix = _found(machine_id, role)
    form = request.form
    try:
        sizes = []
        for name, words in (
            ("bottom", "The width at the bottom"),
            ("top", "The upper width"),
            ("height", "The height"),
        ):
            with about(name):
                sizes.append(forms.optional_rate(form.get(name, ""), words) or 0.0)
        note_vessel(view, role, RoundVessel(*sizes), actor())
    except InvalidInput as problem:
        return _show(view, mix, form, forms.placed(problem, FIELDS, "height"))
    flash("The vessel is noted.")
    return see_other("supplies.dose", machine_id=machine_id, role=role)


@blueprint.post("/dose/<int:machine_id>/<role>/pushes")
def push(machine_id: int, role: str):  # noqa: ANN201
    view, mix = _found(machine_id, role)
    form = request.form
    try:
        with about("numbers"):
            typed = re.split(r"[\s;]+|,(?=\s)", form.get("numbers", "").strip())
            values = [forms.optional_rate(one.strip(","), "A push") for one in typed if one.strip(",")]
        note_pushes(
            mix.product.key, form.get("unit", ""), [one for one in values if one is not None],
            form.get("not_primed") == "on", actor(),
        )  # fmt: skip
    except InvalidInput as problem:
        return _show(view, mix, form, forms.placed(problem, FIELDS, "numbers"))
    flash("The pushes are noted.")
    return see_other("supplies.dose", machine_id=machine_id, role=role)


def _typed_trial(form: Mapping[str, str]) -> Trial:
    with about("share"):
        share = forms.optional_rate(form.get("share", "") or "70", "The share of the dose") or 0.0
    with about("minutes"):
        minutes = forms.count(form.get("minutes", "") or "10", "Minutes")
    with about("washes"):
        washes = forms.count(form.get("washes", "") or "6", "Washes")
    return Trial(share / 100, minutes, washes, now(), form.get("hypothesis", ""))


@blueprint.post("/dose/<int:machine_id>/<role>/trial")
def trial(machine_id: int, role: str):  # noqa: ANN201
    view, mix = _found(machine_id, role)
    form = request.form
    try:
        if form.get("do") == "stop":
            stop_trial(view, role, actor())
        else:
            begin_trial(view, role, _typed_trial(form), actor())
    except InvalidInput as problem:
        return _show(view, mix, form, forms.placed(problem, FIELDS, "hypothesis"))
    flash("The full dose holds again." if form.get("do") == "stop" else "The experiment begins with the next wash.")
    return see_other("supplies.dose", machine_id=machine_id, role=role)
