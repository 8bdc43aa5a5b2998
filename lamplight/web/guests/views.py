"""For keepers: what passers-by told, and the stickers that they scan."""

from __future__ import annotations

from dataclasses import dataclass

import segno
from flask import Blueprint, Response, abort, flash, request, send_file, url_for
from markupsafe import Markup

from lamplight.actions.guests import accept_reports, dismiss_reports
from lamplight.actions.stickers import allow_photos, end_sticker, renew_sticker
from lamplight.core.errors import InvalidInput
from lamplight.core.guest.reports import GuestTells
from lamplight.drawing.lamp_panel import lamp_panel, signals_in_words
from lamplight.drawing.sticker import sticker as drawn_sticker
from lamplight.drawing.sticker import sticker_file
from lamplight.sight.guests import signals_of
from lamplight.sight.kinds import kind_of
from lamplight.store.database import photo_folder
from lamplight.store.guests import ReportRow, reports_decided, stickers, waiting_reports
from lamplight.store.mail import mail_settings
from lamplight.store.sites import MachineRow, machine, machines
from lamplight.web import forms
from lamplight.web.here import actor, served, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("guests", __name__, url_prefix="/guests", template_folder="templates")


@dataclass(frozen=True)
class Line:
    """A report that waits: whose machine, what was told in words, and its panel."""

    row: ReportRow
    machine: MachineRow
    words: str
    panel: Markup


def _line(row: ReportRow, known: MachineRow) -> Line:
    report, kind = row.report, kind_of(known.kind)
    if report.told is not GuestTells.PANEL:
        return Line(row, known, report.in_words, Markup())
    signals = signals_of(report.shows)
    return Line(row, known, signals_in_words(kind, signals), lamp_panel(kind, signals, "lamp-panel small", small=True))


@blueprint.get("")
def page():  # noqa: ANN201
    return _show()


def _show(error: str = ""):  # noqa: ANN202
    known = {row.id: row for row in machines(site().id, retired=True)}
    waiting = [_line(row, known[row.report.machine]) for row in waiting_reports() if row.report.machine in known]
    return render(
        "guests/page.html", "worktop", 422 if error else 200, waiting=waiting, error=error, stickers=stickers(),
        machines=[row for row in known.values() if not row.retired], decided=reports_decided(),
        base=_base(), only_here=_base().startswith(("http://127.", "http://localhost", "http://[::1]")),
    )  # fmt: skip


@blueprint.post("")
def decide():  # noqa: ANN201
    form = request.form
    ids = {number for text in form.getlist("report") if (number := forms.row_number(text)) is not None}
    if form.get("one"):
        ids = {forms.row_number(form["one"]) or 0}
    try:
        if form.get("do") == "dismiss":
            count = dismiss_reports(ids, actor())
            flash(f"{count} put aside: nothing of it counts.")
        else:
            count = accept_reports(ids, site(), actor())
            flash(f"{count} accepted: each counts from the time at which it was sent.")
    except InvalidInput as problem:
        return _show(str(problem))
    return see_other("guests.page")


def _base() -> str:
    """Under which address a phone reaches this application."""
    settings = mail_settings(site().id)
    return (settings.address if settings and settings.address else request.url_root).rstrip("/")


def _machine(machine_id: int) -> MachineRow:
    row = machine(site().id, machine_id)
    if row is None:
        abort(404)
    return row


@blueprint.post("/sticker/<int:machine_id>")
def sticker(machine_id: int):  # noqa: ANN201
    row, do = _machine(machine_id), request.form.get("do")
    try:
        if do == "end":
            end_sticker(row, actor())
        elif do in ("photos", "no photos"):
            allow_photos(row, do == "photos", actor())
        else:
            renew_sticker(row, actor())
    except InvalidInput as problem:
        return _show(str(problem))
    flash(f"The sticker of {row.name} is noted.")
    return see_other("guests.page", _anchor="stickers")


def _code(token: str) -> tuple[tuple[int, ...], ...]:
    address = f"{_base()}{url_for('passer_by.page', token=token)}"
    return tuple(tuple(row) for row in segno.make(address, error="q", micro=False).matrix)


@blueprint.get("/stickers")
def sheet():  # noqa: ANN201
    known, wanted = stickers(), request.args.getlist("machine")
    rows = [row for row in machines(site().id) if row.id in known and (not wanted or str(row.id) in wanted)]
    labels = [drawn_sticker(row.name, row.place, _code(known[row.id].token)) for row in rows]
    return render("guests/sheet.html", "worktop", labels=labels, rows=rows, single=len(labels) == 1)


@blueprint.get("/stickers/<int:machine_id>.svg")
def sticker_svg(machine_id: int) -> Response:
    row, known = _machine(machine_id), stickers().get(machine_id)
    if known is None:
        abort(404)
    headers = {"Content-Disposition": f'attachment; filename="sticker-{machine_id}.svg"'}
    drawn = sticker_file(row.name, row.place, _code(known.token))
    return Response(drawn, content_type="image/svg+xml; charset=utf-8", headers=headers)


@blueprint.get("/photo/<name>")
def photo(name: str):  # noqa: ANN201
    path = photo_folder() / name
    if all(row.photo != name or not served(row.report.machine) for row in waiting_reports()) or not path.is_file():
        abort(404)
    return send_file(path, mimetype="image/jpeg")
