"""Readings: the meter-reader's sheet, each machine's history, and files in and out."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from typing import Any

from flask import Blueprint, Response, abort, flash, request

from lamplight.actions.exchange import FileDoubts, FileProblems, ImportFacts, import_readings
from lamplight.actions.readings import DoubtfulReadings, correct_reading, remove_reading, take_readings
from lamplight.core.care.triggers import COUNTERS
from lamplight.core.errors import InvalidInput
from lamplight.core.usage.plausibility import Doubt
from lamplight.sight.exports import readings_as_csv
from lamplight.sight.kinds import kind_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.sight.readings import TypedReading, doubts_about
from lamplight.store.books import latest_readings, reading_rows
from lamplight.store.sites import machines
from lamplight.web import forms
from lamplight.web.ask import Question
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.paging import paged
from lamplight.web.readings.model import field_key, history_tables, said_about, sheet_rows
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("readings", __name__, url_prefix="/readings", template_folder="templates")
LATEST = 12


def _typed(form: Mapping[str, str], machine_id: int, counter: str, at: datetime) -> TypedReading | None:
    key = field_key(machine_id, counter)
    value = forms.optional_count(form.get(f"value-{key}", ""), "A counter")
    if value is None:
        return None
    before = forms.optional_count(form.get(f"before-{key}", ""), "The counter before it restarted")
    return TypedReading(machine_id, value, at, form.get(f"answer-{key}", ""), before, counter)


@blueprint.get("")
def page():  # noqa: ANN201
    return _sheet({}, {})


@blueprint.post("")
def take():  # noqa: ANN201
    """Save what was typed on the sheet: all of it, or nothing."""
    here, form = site(), request.form
    try:
        at = _asked_moment(form)
    except InvalidInput as problem:
        return _sheet(form, {}, at_error=str(problem))
    typed, errors = _typed_sheet(form, at)
    if not errors and not typed:
        return _sheet(form, {}, at_error="Type at least one counter, then save.")
    try:
        if errors:
            raise DoubtfulReadings({})
        saved = take_readings(typed, here.calendar_of, actor())
    except DoubtfulReadings as doubtful:
        return _sheet(form, errors, doubts=doubtful.doubts)
    flash(f"{saved} reading{'s' if saved != 1 else ''} saved." if saved else "Those readings were in the book already.")
    return see_other("readings.page")


def _typed_sheet(form: Mapping[str, str], at: datetime) -> tuple[list[TypedReading], dict[str, str]]:
    """What was typed for each counter of each machine, and what is wrong with it, by field."""
    typed: list[TypedReading] = []
    errors: dict[str, str] = {}
    for row in machines(site().id):
        for counter in kind_of(row.kind).counters:
            try:
                reading = _typed(form, row.id, counter, at)
                typed += [reading] if reading else []
            except InvalidInput as problem:
                errors[field_key(row.id, counter)] = str(problem)
    return typed, errors


def _asked_moment(form: Mapping[str, str]) -> datetime:
    return forms.moment(form, "at", "The time of reading", site().calendar) if form.get("at", "").strip() else now()


def _sheet(form, errors, doubts=None, at_error=""):  # noqa: ANN001, ANN202
    views = machine_views(site(), now())
    wrong = bool(errors or doubts or at_error)
    part = paged(sorted(views, key=lambda view: view.row.name.lower()), request.values.get("first", ""))
    rows = sheet_rows(part.items, form, errors, doubts or {}, site().calendar, now())
    names = {view.row.id: view.row.name for view in views}
    return render(
        "readings/page.html", "worktop", 422 if wrong else 200, rows=rows, part=part, form=form, at_error=at_error,
        names=names, latest=latest_readings(list(names), LATEST), counters=COUNTERS,
    )  # fmt: skip


@blueprint.post("/<int:machine_id>/preview")
def preview(machine_id: int):  # noqa: ANN201
    """What would be said about one count, before it is saved."""
    view = _existing(machine_id)
    counter = request.args.get("counter", "drinks")
    if counter not in view.whole_kind.counters:
        abort(404)
    key = field_key(machine_id, counter)
    shown: dict[str, Any] = {"key": key, "answer": request.form.get(f"answer-{key}", "")}
    try:
        typed = _typed(request.form, machine_id, counter, _asked_moment(request.form))
    except (InvalidInput, Question) as problem:
        return render("readings/preview.html", "preview", preview="", doubts=(), error=str(problem), **shown)
    if typed is None:
        return ""
    doubts = doubts_about(typed, site().calendar_of(machine_id), now())
    preview = said_about(view, counter, typed.value, typed.at, site().calendar_of(machine_id))
    return render("readings/preview.html", "preview", preview=preview, doubts=doubts, error="", **shown)


def _existing(machine_id: int) -> MachineView:
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    return view


@blueprint.get("/<int:machine_id>")
def history(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    return render("readings/history.html", "worktop", view=view, tables=history_tables(view, reading_rows(machine_id)))


@blueprint.route("/<int:machine_id>/<int:reading_id>", methods=["GET", "POST"])
def change(machine_id: int, reading_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    row = next((r for r in reading_rows(machine_id) if r.id == reading_id), None)
    if row is None:
        abort(404)
    error = ""
    doubts: tuple[Doubt, ...] = ()
    if request.method == "POST":
        try:
            if request.form.get("do") == "remove":
                remove_reading(machine_id, reading_id, actor())
                flash("The reading is out of the book. The log can put it back.")
                return see_other("readings.history", machine_id=machine_id)
            value = forms.count(request.form.get("value", ""), "The counter")
            at = forms.moment(request.form, "at", "The time of reading", site().calendar)
            if (value, at) == (row.value, row.at):
                flash("Nothing was changed.")
                return see_other("readings.history", machine_id=machine_id)
            answer = request.form.get(f"answer-{field_key(machine_id, row.counter)}", "")
            correct_reading(machine_id, reading_id, value, at, answer, site().calendar_of(machine_id), actor())
            flash("Corrected. Everything that rests on it follows.")
            return see_other("readings.history", machine_id=machine_id)
        except DoubtfulReadings as doubtful:
            doubts = next(iter(doubtful.doubts.values()))
        except InvalidInput as problem:
            error = str(problem)
    form = request.form if request.method == "POST" else {}
    code = 422 if error or doubts else 200
    return render(
        "readings/change.html", "worktop", code, view=view, row=row, form=form, error=error, doubts=doubts,
        field_key=field_key(machine_id, row.counter),
    )  # fmt: skip


@blueprint.route("/import", methods=["GET", "POST"])
def import_file():  # noqa: ANN201
    here = site()
    if request.method == "GET":
        return render("readings/import.html", "worktop", form={}, problems=(), doubts=())
    upload = request.files.get("file")
    pasted = request.form.get("text", "")
    data = upload.read() if upload and upload.filename else pasted.encode()
    asked = ImportFacts(data, request.form.get("order", "iso"), bool(request.form.get("confirmed")))
    try:
        result = import_readings(here, asked, actor())
    except FileProblems as wrong:
        return _import_again(data, wrong.problems, ())
    except FileDoubts as doubtful:
        return _import_again(data, (), doubtful.sentences)
    flash(f"{result.added} new readings; {result.known} were in the book already.")
    return see_other("readings.page")


def _import_again(data: bytes, problems, doubts):  # noqa: ANN001, ANN202
    form = {"text": data.decode("utf-8", "replace"), "order": request.form.get("order", "iso")}
    return render("readings/import.html", "worktop", 422, form=form, problems=problems, doubts=doubts)


@blueprint.get("/readings.csv")
def export() -> Response:
    body = readings_as_csv(site())
    headers = {"Content-Disposition": "attachment; filename=lamplight-readings.csv"}
    return Response(body, content_type="text/csv; charset=utf-8", headers=headers)
