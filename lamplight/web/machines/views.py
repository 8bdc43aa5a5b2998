"""Machines: the list, one machine with its cutaway and ruler, adding and changing."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, datetime

from flask import Blueprint, abort, flash, request

from lamplight.actions.kinds import kind_of, kinds
from lamplight.actions.machines import (
    LastDoneAnswer,
    MachineFields,
    add_machine,
    change_machine,
    declare_done,
    set_limit,
)
from lamplight.actions.outlook import MachineLook, look_at, look_at_all
from lamplight.core.errors import InvalidInput
from lamplight.drawing.cutaway import cutaway
from lamplight.store.logbook import entries
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.machines.model import machine_model, machine_rows
from lamplight.web.rendering import hand, see_other, site
from lamplight.web.rendering import page as render

blueprint = Blueprint("machines", __name__, url_prefix="/machines", template_folder="templates")


@blueprint.get("")
def page():  # noqa: ANN201
    here = site()
    wanted = request.args.get("find", "").strip()
    rows = machine_rows(look_at_all(here, now()), wanted)
    return render("machines/page.html", "list", rows=rows, find=wanted)


def _existing(machine_id: int) -> MachineLook:
    look = look_at(site(), machine_id, now())
    if look is None:
        abort(404)
    return look


def _show(look: MachineLook, code: int = 200, errors: Mapping[str, str] | None = None, form=None):  # noqa: ANN001, ANN202
    here = site()
    return render(
        "machines/machine.html", "worktop", code, model=machine_model(look, here.calendar, now()), look=look,
        history=entries(look.row.id, limit=6), errors=errors or {}, form=form or {},
    )  # fmt: skip


@blueprint.get("/<int:machine_id>")
def machine(machine_id: int):  # noqa: ANN201
    return _show(_existing(machine_id))


@blueprint.route("/new", methods=["GET", "POST"])
def add():  # noqa: ANN201
    here = site()
    kind_key = request.values.get("kind", "")
    if kind_key not in kinds():
        choices = [(kind, cutaway(kind, height=150)) for kind in kinds().values()]
        return render("machines/choose_kind.html", "worktop", choices=choices)
    form = request.form if request.method == "POST" else {"kind": kind_key}
    errors: dict[str, str] = {}
    if request.method == "POST":
        try:
            fields = _fields(form)
            counter = forms.optional_count(form.get("counter", ""), "The counter")
            done = _last_done_answers(form, counter)
            machine_id = add_machine(here.id, fields, counter, done, hand())
            return see_other("machines.machine", machine_id=machine_id)
        except InvalidInput as problem:
            errors = _placed(problem)
    return render(
        "machines/add.html", "worktop", 422 if errors else 200, kind=kind_of(kind_key), form=form, errors=errors
    )


def _fields(form: Mapping[str, str]) -> MachineFields:
    guess = forms.optional_rate(form.get("guess", ""), "Drinks a day")
    return MachineFields(
        form.get("name", ""), form.get("kind", ""), form.get("place", ""), form.get("serial", ""), guess
    )


def _last_done_answers(form: Mapping[str, str], counter: int | None) -> dict[str, LastDoneAnswer]:
    """For each item: a date, a counter value, today as new, or nothing (not known)."""
    answers = {}
    for item in kind_of(form.get("kind", "")).items:
        answer = _last_done(form, item.key, counter)
        if answer is not None:
            answers[item.key] = answer
    return answers


def _last_done(form: Mapping[str, str], key: str, counter: int | None) -> LastDoneAnswer | None:
    how = form.get(f"how-{key}", "unknown")
    if how == "date":
        return LastDoneAnswer(at=_moment_of_day(forms.day(form.get(f"date-{key}", ""), "The day it was last done")))
    if how == "count":
        value = forms.count(form.get(f"count-{key}", ""), "The counter when it was last done")
        return LastDoneAnswer(value=value)
    return LastDoneAnswer(at=now()) if how == "new" else None


def _moment_of_day(day: date) -> datetime:
    """Before opening on that date; today, not later than now."""
    calendar = site().calendar
    opening = calendar.opening(day)
    return min(opening, now()) if day == calendar.today(now()) else opening


def _placed(problem: InvalidInput) -> dict[str, str]:
    """Put a refusal beside the field that it is about."""
    said = str(problem)
    places = (
        ("last done", "done"),
        ("name", "name"),
        ("called", "name"),
        ("Drinks a day", "guess"),
        ("counter", "counter"),
    )
    return {next((field for word, field in places if word in said), "name"): said}


@blueprint.route("/<int:machine_id>/edit", methods=["GET", "POST"])
def edit(machine_id: int):  # noqa: ANN201
    look = _existing(machine_id)
    row = look.row
    form: Mapping[str, str] = {
        "name": row.name, "kind": row.kind, "place": row.place, "serial": row.serial,
        "guess": "" if row.guess_per_day is None else f"{row.guess_per_day:g}",
        "retired": "1" if row.retired else "",
    }  # fmt: skip
    errors: dict[str, str] = {}
    if request.method == "POST":
        form = request.form
        try:
            change_machine(site().id, row, _fields(form), bool(form.get("retired")), hand())
            flash(f"{form.get('name')} is saved.")
            return see_other("machines.machine", machine_id=machine_id)
        except InvalidInput as problem:
            errors = _placed(problem)
    return render(
        "machines/edit.html",
        "worktop",
        422 if errors else 200,
        look=look,
        form=form,
        errors=errors,
        kinds=kinds().values(),
    )


@blueprint.post("/<int:machine_id>/limit")
def limit(machine_id: int):  # noqa: ANN201
    look = _existing(machine_id)
    item, trigger = request.form.get("item", ""), request.form.get("trigger", "")
    try:
        typed = forms.optional_count(request.form.get("limit", ""), "The limit")
        set_limit(look.row, item, trigger, typed, request.form.get("reason", ""), hand())
    except InvalidInput as problem:
        return _show(look, 422, {f"limit-{item}-{trigger}": str(problem)}, request.form)
    flash("The limit is saved, and every date moved with it.")
    return see_other("machines.machine", machine_id=machine_id, _anchor="limits")


@blueprint.post("/<int:machine_id>/last-done")
def last_done(machine_id: int):  # noqa: ANN201
    look = _existing(machine_id)
    item = request.form.get("item", "")
    try:
        counter = look.assessment.expected_reading
        answer = _last_done(request.form, item, counter)
        if answer is None:
            raise InvalidInput("Say when it was last done: a date, or what the counter showed.")
        declare_done(look.row, item, answer, counter, hand())
    except InvalidInput as problem:
        return _show(look, 422, {f"done-{item}": str(problem)}, request.form)
    return see_other("machines.machine", machine_id=machine_id)
