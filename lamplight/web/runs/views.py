"""The run: what to know before it, one step at a time for somebody with wet hands, and its end."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from zlib import crc32

from flask import Blueprint, abort, flash, request, send_file

from lamplight.actions.photos import add_photo, photo_path, shrunk
from lamplight.actions.preparing import defer
from lamplight.actions.readings import DoubtfulReadings
from lamplight.actions.runs import Finish, answer_as_mine, answer_step, begin_run, finish_run
from lamplight.core.care.first import UNTIL_RINSED
from lamplight.core.care.inspections import INSPECTIONS
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.job.confirmations import LAMP_OUT
from lamplight.core.run.ahead import place_key
from lamplight.core.run.hearing import unusual
from lamplight.core.run.state import Outcome, RunState
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.sight.dose import mixes_of
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import ALL_LOOKED_INTO, first_pressing, machine_view, machine_views
from lamplight.sight.preparing import Preparation, Wishes, prepare
from lamplight.sight.procedures import RINSE_OUT
from lamplight.sight.runs import inspections_due
from lamplight.sight.told import Surety, programmes_known, surety_of
from lamplight.store.photos import machine_of_picture, photos_of_runs
from lamplight.store.runs import RunRow, ended_runs, run_row, written_at_end
from lamplight.store.sites import machine
from lamplight.store.told import manual_pages
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, served, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.runs.known import step_known
from lamplight.web.runs.listen import listening_of
from lamplight.web.runs.model import ANSWERS, run_model
from lamplight.web.sent_later import mine_is_right

blueprint = Blueprint("runs", __name__, url_prefix="/runs", template_folder="templates")


def _wishes(form: Mapping[str, str]) -> Wishes:
    """Products, containers and the way as chosen; sizes that are none are refused.

    Raises:
        InvalidInput: for a container of no or impossible size.
    """
    products = {name.removeprefix("product-"): value for name, value in form.items() if name.startswith("product-")}
    vessels = {}
    for name, value in form.items():
        if name.startswith("ml-"):
            size = forms.optional_count(value, "A container")
            if size is not None:
                if not 50 <= size <= 50_000:
                    raise InvalidInput("A container holds between 50 and 50 000 ml.")
                vessels[name.removeprefix("ml-")] = size
    answers = {name.removeprefix("answer-"): value for name, value in form.items() if name.startswith("answer-")}
    by_hand = {"1": True, "0": False}.get(form.get("by-hand", ""))
    return Wishes(products, vessels, answers, by_hand, form.get("listen") == "1")


def _view(machine_id: int) -> MachineView:
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    return view


def _ready(machine_id: int, key: str, form: Mapping[str, str], code: int = 200, notice: str = ""):  # noqa: ANN202
    view = _view(machine_id)
    try:
        wishes = _wishes(form)
    except InvalidInput as problem:
        wishes, code, notice = Wishes({}, {}), 422, str(problem)
    try:
        ready = prepare(view, key, site(), now(), wishes)
    except InvalidInput:
        abort(404)
    first = ready.procedure.steps[0]
    touched = ready.due.item.part if ready.due else first.part
    drawing = cutaway(view.whole_kind, Scene(touched=touched), cls="cutaway run-drawing")
    return render(
        "runs/ready.html", "ready", code, ready=ready, view=view, drawing=drawing, notice=notice, form=form,
        covered=ready.instead, rinse_out=RINSE_OUT, sure=_surety(view, ready),
        mixes=[mix for mix in mixes_of(view) if mix.item.key == key],
    )  # fmt: skip


def _surety(view: MachineView, ready: Preparation) -> Surety | None:
    """How sure the machine's own programme is that a job runs; None where it runs none, or one that nobody knows."""
    known = programmes_known(view).get(ready.procedure.programme, ())
    return None if ready.listens or ready.by_hand else surety_of(known)


@blueprint.get("/ready/<int:machine_id>/<key>")
def ready(machine_id: int, key: str):  # noqa: ANN201
    return _ready(machine_id, key, request.args)


@blueprint.post("")
def begin():  # noqa: ANN201
    here = site()
    job = request.form.get("begin") or f"{request.form.get('machine', '')}:{request.form.get('item', '')}"
    wanted, _, item = job.partition(":")
    row = machine(here.id, forms.row_number(wanted) or 0)
    if row is None:
        abort(404)
    try:
        run_id = begin_run(here, row, item, actor(), _wishes(request.form), bool(request.form.get("anyway")))
    except InvalidInput as problem:
        if _view(row.id).status.due(item) is None and item != RINSE_OUT:
            raise
        return _ready(row.id, item, request.form, 422, str(problem))
    return see_other("runs.page", run_id=run_id)


@blueprint.post("/put-off")
def later():  # noqa: ANN201
    here = site()
    row = machine(here.id, forms.row_number(request.form.get("machine", "")) or 0)
    if row is None:
        abort(404)
    due = _view(row.id).status.due(request.form.get("item", ""))
    if due is None:
        abort(404)
    try:
        until = forms.moment(request.form, "until", "Put off until", here.calendar)
        defer(row, due, until, actor())
    except InvalidInput as problem:
        return _ready(row.id, due.item.key, request.form, 422, str(problem))
    flash(f"{due.item.title} at {row.name} is put off. It stays due, and the log knows.")
    return see_other("today.page")


def existing(run_id: int) -> tuple[RunRow, MachineView]:
    """A run of this site, and its machine; 404 where there is none."""
    run = run_row(run_id)
    view = machine_view(site(), run.machine_id, now()) if run else None
    if run is None or view is None:
        abort(404)
    return run, view


def edition_of(state: RunState) -> str:
    """Changes with the course of a run, and with nothing else: what a phone took along is good while it stays."""
    return f"{crc32(repr(state.procedure).encode()):x}"


def show_run(run_id: int, code: int = 200, notice: str = "", doubts=(), form=None):  # noqa: ANN001, ANN201
    """The page of a run where it stands."""
    others = machine_views(site(), now())[:ALL_LOOKED_INTO]  # what fits into a wait is found among the most urgent
    run, view = existing(run_id)
    model = run_model(run, view, others, inspections_due(run, actor()), now(), _earlier(run))
    after = _afterwards(run, view, others) if model.mode == "over" else {}
    return render(
        "runs/page.html", "run", code, model=model, run=run, view=view, notice=notice, doubts=doubts, form=form or {},
        photos=photos_of_runs([run_id]).get(run_id, []), known=step_known(view, run.state),
        place=place_key(run.state) if run.state.running else "", edition=edition_of(run.state),
        listening=listening_of(view, run.state, now()), manual=manual_pages(run.machine_id), **after,
    )  # fmt: skip


def _earlier(run: RunRow) -> list[RunState]:
    """The runs of the same job here, where the present step may learn from them."""
    step = run.state.step
    if step is None or not step.asks:
        return []
    return [past.state for past in ended_runs(run.machine_id, item=run.item)]


def _afterwards(run: RunRow, view: MachineView, others: list[MachineView]) -> dict[str, object]:
    """What comes after a run: why a lamp may still be lit, the next dates here, the next stop."""
    told = written_at_end([run.entry_id])[run.entry_id].confirmations
    reasons = run.state.procedure.lamp_reasons if told.get(LAMP_OUT) is False else ()
    dated = [due for due in view.status.dues if due.likely and not due.covered_by]
    earlier = [past.state for past in ended_runs(run.machine_id, item=run.item) if past.id != run.id]
    return {
        "unusual": unusual(run.state, earlier),
        "found_dues": [due for due in view.status.dues if due.found_dirty],
        "still_lit": [(reason.text, view.status.due(reason.item)) for reason in reasons],
        "next_dates": sorted(dated, key=lambda due: due.likely or date.max)[:4],
        "next_stop": first_pressing(others),
    }


@blueprint.get("/<int:run_id>")
def page(run_id: int):  # noqa: ANN201
    return show_run(run_id)


@blueprint.post("/<int:run_id>/step")
def step(run_id: int):  # noqa: ANN201
    kind = ANSWERS.get(request.form.get("answer", ""))
    index = forms.row_number(request.form.get("step", ""))
    if kind is None or index is None:
        abort(400)
    existing(run_id)
    try:
        text = request.form.get("text", "") or _marks(request.form)
        after = (answer_as_mine if mine_is_right() else answer_step)(run_id, kind, index, actor(), text)
    except StaleStep as stale:
        return show_run(run_id, 409, str(stale))
    except InvalidInput as problem:
        return show_run(run_id, 422, str(problem), form=request.form)
    if after.state.outcome is Outcome.ABANDONED:
        flash("The run was given up. Its count goes on as before." + _cleaner_words(after))
        return see_other("machines.machine", machine_id=after.machine_id)
    return see_other("runs.page", run_id=run_id)


def _marks(form: Mapping[str, str]) -> str:
    """How full each container was when it was tipped out, as the run keeps it."""
    typed = {name.removeprefix("mark-"): text.strip() for name, text in form.items() if name.startswith("mark-")}
    return " ".join(f"{key}={text}" for key, text in typed.items() if text)


def _cleaner_words(run: RunRow) -> str:
    return f" Cleaner is still inside. {UNTIL_RINSED}" if run.state.cleaner_inside else ""


def _finish_of(form: Mapping[str, str], machine_id: int) -> Finish:
    """The finish as typed.

    Raises:
        InvalidInput: for a figure that is none.
    """
    lamp = {"yes": True, "no": False}.get(form.get("lamp", ""))
    looked = {
        name.removeprefix("inspected-"): value == "well"
        for name, value in form.items()
        if name.startswith("inspected-") and value in ("well", "not")
    }
    used = {
        name.removeprefix("used-"): forms.optional_rate(value, "What was used") or 0.0
        for name, value in form.items()
        if name.startswith("used-")
    }
    return Finish(
        value=forms.optional_count(form.get("value", ""), "The counter"),
        cleaning_drinks=forms.optional_count(form.get("cleaning", ""), "Drinks run to clean") or 0,
        answer=form.get(f"answer-{machine_id}", ""),
        note=form.get("note", ""),
        lamp_out=lamp,
        inspected=looked,
        used=used or None,
    )


@blueprint.post("/<int:run_id>/photo")
def photo(run_id: int):  # noqa: ANN201
    run, _view = existing(run_id)
    upload = request.files.get("photo")
    try:
        if upload is None or not upload.filename:
            raise InvalidInput("Choose or take a photo first.")
        add_photo(run, upload.read(), request.form.get("title", ""), actor())
    except InvalidInput as problem:
        return show_run(run_id, 422, str(problem), form=request.form)
    return see_other("runs.page", run_id=run_id)


def _keep_photos(run: RunRow) -> None:
    """Photos of what was looked at, each a fact of its own: kept also where the end itself has to be asked about.

    Raises:
        InvalidInput: for a file that is no photo; none is kept then.
    """
    taken = []
    for name, upload in request.files.items():
        key = name.removeprefix("photo-")
        if name.startswith("photo-") and key in INSPECTIONS and upload.filename:
            data = upload.read()
            shrunk(data)
            taken.append((INSPECTIONS[key].title, data))
    for title, data in taken:
        add_photo(run, data, title, actor())


@blueprint.get("/photos/<name>")
def photo_file(name: str):  # noqa: ANN201
    path = photo_path(name)
    if path is None or not served(machine_of_picture(name)):
        abort(404)
    return send_file(path, mimetype="image/jpeg")


@blueprint.post("/<int:run_id>/finish")
def finish(run_id: int):  # noqa: ANN201
    run, _view = existing(run_id)
    form = request.form
    try:
        index = forms.row_number(form.get("step", ""))
        _keep_photos(run)
        finish_run(run_id, -1 if index is None else index, _finish_of(form, run.machine_id), site(), actor())
    except StaleStep as stale:
        return show_run(run_id, 409, str(stale))
    except DoubtfulReadings as doubtful:
        return show_run(run_id, 422, doubts=next(iter(doubtful.doubts.values())), form=form)
    except InvalidInput as problem:
        return show_run(run_id, 422, str(problem), form=form)
    return see_other("runs.page", run_id=run_id)
