"""What a machine does of its own: said, listened to, mended, kept; and the pages of its manual."""

from __future__ import annotations

from flask import Blueprint, abort, flash, request, send_file

from lamplight.actions.listening import hear, hear_on, hear_the_end, take_back, water_came
from lamplight.actions.photos import MEGABYTE, MOST_BYTES_IN_ALL, add_page, page_path
from lamplight.actions.told import lift, say_words, sharing, tell_whole
from lamplight.actions.told_in_run import asks_otherwise, confirm_step, correct_step, leave_out_step
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.machine.told import Origin
from lamplight.sight.listening import heard_in
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view
from lamplight.sight.told import programme_title
from lamplight.store.logbook import entries
from lamplight.store.photos import machine_of_picture
from lamplight.store.runs import RunRow, run_row
from lamplight.store.told import manual_bytes, manual_pages
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, served, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.runs.views import show_run
from lamplight.web.told.model import ProgrammePage, draft_page, kept_page, programme_page, programmes_page
from lamplight.web.told.rows import arranged, uses_typed

blueprint = Blueprint("told", __name__, template_folder="templates")


def _machine(machine_id: int) -> MachineView:
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    return view


def _run(run_id: int) -> tuple[RunRow, MachineView]:
    run = run_row(run_id)
    if run is None:
        abort(404)
    return run, _machine(run.machine_id)


def _step() -> int:
    index = forms.row_number(request.form.get("step", ""))
    if index is None:
        abort(400)
    return index


@blueprint.post("/runs/<int:run_id>/told")
def in_run(run_id: int):  # noqa: ANN201
    run, view = _run(run_id)
    form, step = request.form, _step()
    here, who, edition = site(), actor(), form.get("edition", "")
    try:
        match form.get("do", ""):
            case "confirm":
                confirm_step(here, run, view, step, edition, form.getlist("word"), who)
            case "change":
                correct_step(here, run, view, step, edition, form, who)
            case "leave-out":
                leave_out_step(here, run, view, step, edition, who)
            case "words":
                say_words(here, view, form.get("name", ""), form.get("text", ""), who)
            case _:
                asks_otherwise(here, run, view, step, edition, form.get("call", ""), form.get("says", ""), who)
    except StaleStep as stale:
        return show_run(run_id, 409, str(stale))
    except InvalidInput as problem:
        return show_run(run_id, 422, str(problem), form=form)
    return see_other("runs.page", run_id=run_id)


@blueprint.post("/runs/<int:run_id>/heard")
def listen(run_id: int):  # noqa: ANN201
    _run(run_id)
    form, step, here, who = request.form, _step(), site(), actor()
    try:
        if form.get("outlet"):
            water_came(run_id, step, form["outlet"], here, who)
        elif form.get("call"):
            hear(run_id, step, form["call"], here, who, form.get("says", "")[:200], form.get("how", "")[:600])
        elif form.get("do") == "on":
            hear_on(run_id, step, here, who)
        elif form.get("do") == "back":
            take_back(run_id, step, here, who)
        else:
            hear_the_end(run_id, step, here, who)
    except StaleStep as stale:
        return show_run(run_id, 409, str(stale))
    except InvalidInput as problem:
        return show_run(run_id, 422, str(problem), form=form)
    return see_other("runs.page", run_id=run_id)


def _arranged(view: MachineView, key: str) -> ProgrammePage:
    """The programme as the form has it, after one of its buttons; nothing is saved.

    Raises:
        InvalidInput: for what cannot be so.
    """
    form, how = request.form, request.form["arrange"]
    how = f"add:{form.get('add-call', '')}:{form.get('add-before', '')}" if how == "add" else how
    return draft_page(view, key, arranged(uses_typed(form), how, view.kind, key))


def _typed_programme(view: MachineView, key: str, template: str, note: str = "", **around):  # noqa: ANN003, ANN202
    """Take in a programme as it was typed: arranged it is shown again, kept it is this machine's own."""
    try:
        if request.form.get("arrange"):
            model = _arranged(view, key)
            return render(template, "worktop", view=view, model=model, origins=Origin, draft=True, **around)
        tell_whole(view, key, uses_typed(request.form), actor(), note)
    except InvalidInput as problem:
        model = kept_page(view, key, request.form)
        return render(template, "worktop", 422, view=view, model=model, origins=Origin, notice=str(problem), **around)
    flash(f"{programme_title(key)}: from now on {view.row.name} is guided by its own programme. The log undoes it.")
    return see_other("told.programme", machine_id=view.row.id, key=key)


@blueprint.route("/runs/<int:run_id>/kept", methods=["GET", "POST"])
def heard(run_id: int):  # noqa: ANN201
    run, view = _run(run_id)
    key = run.state.procedure.programme
    if not heard_in(run.state):
        abort(404)
    if request.method == "POST":
        note = f"heard on {run.state.begun_at:%Y-%m-%d}"
        return _typed_programme(view, key, "told/heard.html", note, run=run)
    model = draft_page(view, key, list(heard_in(run.state)))
    return render("told/heard.html", "worktop", view=view, run=run, model=model)


@blueprint.get("/machines/<int:machine_id>/programmes")
def programmes(machine_id: int):  # noqa: ANN201
    return _programmes(_machine(machine_id))


def _programmes(view: MachineView, code: int = 200, notice: str = ""):  # noqa: ANN202
    model = programmes_page(view)
    return render(
        "told/programmes.html", "worktop", code, view=view, model=model, origins=Origin, notice=notice,
        history=entries(view.row.id, limit=12, kind="told"),
    )  # fmt: skip


@blueprint.post("/machines/<int:machine_id>/words")
def words(machine_id: int):  # noqa: ANN201
    view = _machine(machine_id)
    try:
        say_words(site(), view, request.form.get("name", ""), request.form.get("text", ""), actor())
    except InvalidInput as problem:
        return _programmes(view, 422, str(problem))
    return see_other("told.programmes", machine_id=machine_id)


@blueprint.route("/machines/<int:machine_id>/programmes/<key>", methods=["GET", "POST"])
def programme(machine_id: int, key: str):  # noqa: ANN201
    view = _machine(machine_id)
    model = programme_page(view, key)
    if model is None:
        abort(404)
    if request.method == "POST":
        return _typed_programme(view, key, "told/programme.html")
    return render("told/programme.html", "worktop", view=view, model=model, origins=Origin)


@blueprint.route("/machines/<int:machine_id>/lift", methods=["GET", "POST"])
def lifted(machine_id: int):  # noqa: ANN201
    view, here = _machine(machine_id), site()
    if request.method == "GET":
        return render("told/lift.html", "lift", view=view, others=sharing(here, view))
    try:
        kind = lift(here, view, actor())
    except InvalidInput as problem:
        return render("told/lift.html", "lift", 422, view=view, others=sharing(here, view), notice=str(problem))
    flash(f"{view.row.name} is a “{kind.title}” now, a kind of your own.")
    return see_other("kinds.kind", key=kind.key)


@blueprint.route("/machines/<int:machine_id>/manual", methods=["GET", "POST"])
def manual(machine_id: int):  # noqa: ANN201
    view = _machine(machine_id)
    code, notice = 200, ""
    if request.method == "POST":
        upload = request.files.get("page")
        try:
            if upload is None or not upload.filename:
                raise InvalidInput("Choose a photo or a PDF first.")
            add_page(view.row, upload.read(), request.form.get("title", ""), actor())
        except InvalidInput as problem:
            code, notice = 422, str(problem)
        else:
            return see_other("told.manual", machine_id=machine_id)
    left = max(0, MOST_BYTES_IN_ALL - manual_bytes()) / MEGABYTE
    return render(
        "told/manual.html", "worktop", code, view=view, pages=manual_pages(machine_id), notice=notice,
        form=request.form, left_mb=f"{left:.1f}", most_mb=MOST_BYTES_IN_ALL // MEGABYTE,
    )  # fmt: skip


@blueprint.get("/manual/<name>")
def manual_file(name: str):  # noqa: ANN201
    path = page_path(name)
    if path is None or not served(machine_of_picture(name)):
        abort(404)
    return send_file(path, mimetype="application/pdf" if name.endswith(".pdf") else "image/jpeg")
