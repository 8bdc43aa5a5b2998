"""The log: who did what, when, at which counter; and undoing it."""

from __future__ import annotations

from typing import Any

from flask import Blueprint, Response, abort, flash, redirect, request, url_for

from lamplight.actions.photos import photo_path
from lamplight.actions.told import go_by_what_counts
from lamplight.actions.undo import OF_PEOPLE, consequences, put_back, undo
from lamplight.core.anatomy.parts import Circuit
from lamplight.core.errors import InvalidInput
from lamplight.formats.book_zip import run_record, runs_json, write_archive, write_runs
from lamplight.sight.costs import costs_as_csv, machine_costs
from lamplight.sight.exports import log_as_csv, readings_as_csv
from lamplight.sight.machine_views import machine_views
from lamplight.store.logbook import EntryRow, entry
from lamplight.store.sites import SiteRow, machines
from lamplight.web import forms
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.log.model import log_days, run_lines
from lamplight.web.rendering import page as render

blueprint = Blueprint("log", __name__, url_prefix="/log", template_folder="templates")
PAGE_LENGTH = 100
MOST_IN_A_FILE = 5000


@blueprint.get("")
def page():  # noqa: ANN201
    here = site()
    machine = forms.row_number(request.args.get("machine", ""))
    circuit, item = request.args.get("circuit", ""), request.args.get("item", "")
    before = forms.row_number(request.args.get("before", ""))
    days, older = log_days(here, machine, circuit, item, before, PAGE_LENGTH)
    return render(
        "log/page.html", "worktop", days=days, older=older, machine=machine, circuit=circuit, item=item,
        circuits=list(Circuit), machines=machines(here.id), of_people=OF_PEOPLE,
    )  # fmt: skip


@blueprint.get("/runs")
def runs():  # noqa: ANN201
    """Runs with their times, volumes, answers, notes and photos."""
    here = site()
    known = {row.id: row for row in machines(here.id, retired=True)}
    machine, item = forms.row_number(request.args.get("machine", "")), request.args.get("item", "")
    return render(
        "log/runs.html", "worktop", lines=run_lines(known, machine, item, PAGE_LENGTH), machine=machine, item=item,
        machines=sorted(known.values(), key=lambda row: row.name),
    )  # fmt: skip


@blueprint.get("/runs.zip")
def runs_zip() -> Response:
    """The same runs as JSON, with their photos, in one archive."""
    here = site()
    machine, item = forms.row_number(request.args.get("machine", "")), request.args.get("item", "")
    records, photos = _runs_told(here, machine, item)
    return _archive("lamplight-runs.zip", write_runs(records, photos))


@blueprint.get("/book.zip")
def book_zip() -> Response:
    """The whole book: readings, log, runs with their photos, what care costs."""
    here, moment = site(), now()
    records, photos = _runs_told(here, None, "")
    files: dict[str, str | bytes] = {
        "readings.csv": readings_as_csv(here),
        "log.csv": log_as_csv(here),
        "care-costs.csv": costs_as_csv(machine_costs(here, machine_views(here, moment), moment)),
        "runs.json": runs_json(records),
        **{f"photos/{name}": data for name, data in photos.items()},
    }
    return _archive(f"lamplight-book-{here.calendar.today(moment):%Y-%m-%d}.zip", write_archive(files))


def _runs_told(here: SiteRow, machine: int | None, item: str) -> tuple[list[dict[str, Any]], dict[str, bytes]]:
    """Runs as they are told, and their photos by name."""
    known = {row.id: row for row in machines(here.id, retired=True)}
    lines = run_lines(known, machine, item, MOST_IN_A_FILE)
    photos = {
        photo.file: path.read_bytes() for line in lines for photo in line.photos if (path := photo_path(photo.file))
    }
    records = [
        run_record(line.machine, line.run.item, line.run.who, line.run.state, [photo.file for photo in line.photos])
        for line in lines
    ]
    return records, photos


def _archive(name: str, content: bytes) -> Response:
    headers = {"Content-Disposition": f"attachment; filename={name}"}
    return Response(content, mimetype="application/zip", headers=headers)


def _here(entry_id: int) -> EntryRow:
    """An entry of this site."""
    row = entry(entry_id)
    if row is None or row.site_id not in (0, site().id):
        abort(404)
    return row


@blueprint.route("/<int:entry_id>/undo", methods=["GET", "POST"])
def undo_entry(entry_id: int):  # noqa: ANN201
    here = site()
    row = _here(entry_id)
    error, who = "", actor()
    if request.method == "POST":
        try:
            undo(entry_id, actor(), request.form.get("reason", ""))
            go_by_what_counts(entry_id, here, actor())
            flash(f"Undone: {row.summary}. Everything that rested on it was worked out anew.")
            return redirect(same_site(request.form.get("next", ""), url_for("log.page")), 303)
        except InvalidInput as problem:
            error = str(problem)
    return render(
        "log/undo.html",
        "worktop",
        422 if error else 200,
        row=row,
        consequences=consequences(row),
        error=error,
        others=who.role is not None and row.keeper_id != who.keeper_id,
    )


@blueprint.post("/<int:entry_id>/put-back")
def put_entry_back(entry_id: int):  # noqa: ANN201
    here = site()
    _here(entry_id)
    row = put_back(entry_id, actor())
    go_by_what_counts(entry_id, here, actor())
    flash(f"Counts again: {row.summary}.")
    return redirect(url_for("log.page"), 303)
