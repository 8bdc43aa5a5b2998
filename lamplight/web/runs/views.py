"""The run: one step at a time, for somebody with wet hands."""

from __future__ import annotations

from flask import Blueprint, abort, flash, request

from lamplight.actions.outlook import MachineLook, look_at
from lamplight.actions.readings import DoubtfulReadings
from lamplight.actions.runs import Finish, answer_step, begin_run, finish_run
from lamplight.core.errors import InvalidInput, StaleStep
from lamplight.core.run import EventKind, Outcome
from lamplight.store.runs import RunRow, run_row
from lamplight.store.sites import machine
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.rendering import hand, see_other, site
from lamplight.web.rendering import page as render
from lamplight.web.runs.model import run_model

blueprint = Blueprint("runs", __name__, url_prefix="/runs", template_folder="templates")
ANSWERS = {kind.value: kind for kind in EventKind if kind is not EventKind.FINISH}


@blueprint.post("")
def begin():  # noqa: ANN201
    here = site()
    job = request.form.get("begin") or f"{request.form.get('machine', '')}:{request.form.get('item', '')}"
    wanted, _, item = job.partition(":")
    row = machine(here.id, forms.row_number(wanted) or 0)
    if row is None:
        abort(404)
    run_id = begin_run(row, item, hand())
    return see_other("runs.page", run_id=run_id)


def _existing(run_id: int) -> tuple[RunRow, MachineLook]:
    run = run_row(run_id)
    look = look_at(site(), run.machine_id, now()) if run else None
    if run is None or look is None:
        abort(404)
    return run, look


def _show(run_id: int, code: int = 200, said: str = "", doubts=(), form=None):  # noqa: ANN001, ANN202
    run, look = _existing(run_id)
    model = run_model(run, look, now())
    return render(
        "runs/page.html", "run", code, model=model, run=run, look=look, said=said, doubts=doubts, form=form or {}
    )


@blueprint.get("/<int:run_id>")
def page(run_id: int):  # noqa: ANN201
    return _show(run_id)


@blueprint.post("/<int:run_id>/step")
def step(run_id: int):  # noqa: ANN201
    kind = ANSWERS.get(request.form.get("answer", ""))
    index = forms.row_number(request.form.get("step", ""))
    if kind is None or index is None:
        abort(400)
    _existing(run_id)
    try:
        after = answer_step(run_id, kind, index, hand(), request.form.get("text", ""))
    except StaleStep as stale:
        return _show(run_id, 409, str(stale))
    except InvalidInput as problem:
        return _show(run_id, 422, str(problem), form=request.form)
    if after.state.outcome is Outcome.ABANDONED:
        flash("The run was given up. Its count goes on as before." + _cleaner_words(after))
        return see_other("machines.machine", machine_id=after.machine_id)
    return see_other("runs.page", run_id=run_id)


def _cleaner_words(run: RunRow) -> str:
    return " Cleaner may still be inside: no drinks until it is rinsed out." if run.state.cleaner_inside else ""


@blueprint.post("/<int:run_id>/finish")
def finish(run_id: int):  # noqa: ANN201
    run, _look = _existing(run_id)
    form = request.form
    try:
        said = Finish(
            value=forms.optional_count(form.get("value", ""), "The counter"),
            cleaning_drinks=forms.optional_count(form.get("cleaning", ""), "Drinks run to clean") or 0,
            answer=form.get(f"answer-{run.machine_id}", ""),
            note=form.get("note", ""),
        )
        index = forms.row_number(form.get("step", ""))
        finish_run(run_id, -1 if index is None else index, said, site().calendar, hand())
    except StaleStep as stale:
        return _show(run_id, 409, str(stale))
    except DoubtfulReadings as doubtful:
        return _show(run_id, 422, doubts=next(iter(doubtful.doubts.values())), form=form)
    except InvalidInput as problem:
        return _show(run_id, 422, str(problem), form=form)
    return see_other("runs.page", run_id=run_id)
