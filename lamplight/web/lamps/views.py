"""Lamps: every panel as it sits on its machine, what it says, what is behind it, and what has no lamp."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import timedelta

from flask import Blueprint, abort, flash, request

from lamplight.actions.lamps import change_grind, judge_drink, note_refill, note_sighting, try_cause
from lamplight.actions.teaching import PatternWords, correct_pattern, teach_pattern
from lamplight.core.errors import InvalidInput
from lamplight.core.lamps.match import PanelSignals, checked_signals, meanings, step_lamp
from lamplight.core.lamps.panel import PromptForce, Sort
from lamplight.drawing.lamp_panel import signals_in_words
from lamplight.sight.causes import known_symptoms
from lamplight.sight.diagnosis import diagnose
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.store.sightings import lamps_from_data, most_seen
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.lamps.model import NO_RULE, fault_lines, lamps_model, lit_first, panel_lines
from lamplight.web.paging import PAGE, paged
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

# Faults are counted over so many weeks.
FAULT_WEEKS = 12
blueprint = Blueprint("lamps", __name__, url_prefix="/lamps", template_folder="templates")


@blueprint.get("")
def page():  # noqa: ANN201
    views = machine_views(site(), now())
    part = paged(lit_first(views), request.args.get("first", ""))
    troubled = set(most_seen(now() - timedelta(weeks=FAULT_WEEKS), PAGE))
    faults = fault_lines([view for view in views if view.row.id in troubled])
    return render("lamps/page.html", "worktop", lines=panel_lines(part.items), part=part, faults=faults)


def _view(machine_id: int) -> MachineView:
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    return view


def _set(form: Mapping[str, str]) -> PanelSignals:
    """The panel as the form has it.

    Raises:
        InvalidInput: for a state that there is not.
    """
    lamps = {name.removeprefix("lamp-"): value for name, value in form.items() if name.startswith("lamp-")}
    try:
        signals = lamps_from_data(lamps)
    except ValueError:
        raise InvalidInput("A lamp is off, steady or flashing.") from None
    return PanelSignals({key: signal for key, signal in signals.items() if signal.lit}, form.get("message", "").strip())


def _show(machine_id: int, setting: PanelSignals | None = None, code: int = 200, error: str = "", form=None):  # noqa: ANN001, ANN202
    view = _view(machine_id)
    model = lamps_model(view, setting)
    return render(
        "lamps/machine.html", "panel" if request.method == "POST" else "worktop", code, view=view, model=model,
        error=error, form=form or {}, sorts=list(Sort), forces=list(PromptForce),
        unknown_words=signals_in_words(view.whole_kind, view.panel.unknown),
    )  # fmt: skip


@blueprint.get("/<int:machine_id>")
def machine(machine_id: int):  # noqa: ANN201
    return _show(machine_id)


@blueprint.post("/<int:machine_id>/step")
def step(machine_id: int):  # noqa: ANN201
    """Step one lamp, or take a message: nothing is written down yet."""
    view = _view(machine_id)
    try:
        setting = checked_signals(view.whole_kind.panel, _set(request.form))
        lamp = request.form.get("lamp", "")
        if lamp:
            setting = step_lamp(view.whole_kind.panel, setting, lamp)
    except InvalidInput as problem:
        return _show(machine_id, None, 422, str(problem), request.form)
    return _show(machine_id, setting)


@blueprint.post("/<int:machine_id>")
def save(machine_id: int):  # noqa: ANN201
    view, form = _view(machine_id), request.form
    try:
        setting = PanelSignals() if form.get("dark") else _set(form)
        at = forms.moment(form, "at", "The time it was seen", site().calendar) if form.get("at") else now()
        value = forms.optional_count(form.get("value", ""), "The counter")
        note_sighting(view.row, setting, at, actor(), bool(form.get("put_off")), value)
    except InvalidInput as problem:
        return _show(machine_id, _kept(view, form), 422, str(problem), form)
    if setting.dark:
        flash(f"The panel of {view.row.name} is dark.")
    else:
        said = "; ".join(meaning.title for meaning in meanings(view.whole_kind.panel, setting))
        flash(f"{view.row.name}: {said or NO_RULE}.")
    return see_other("lamps.machine", machine_id=machine_id)


def _kept(view: MachineView, form: Mapping[str, str]) -> PanelSignals | None:
    """The panel as it was set in a form that is refused, where the panel can show that."""
    try:
        return checked_signals(view.whole_kind.panel, _set(form))
    except InvalidInput:
        return None


@blueprint.post("/<int:machine_id>/cause")
def cause(machine_id: int):  # noqa: ANN201
    view, form = _view(machine_id), request.form
    was_it = form.get("answer") == "yes"
    try_cause(view.row, form.get("about", ""), form.get("cause", ""), was_it, actor())
    flash("Remembered for this machine." if was_it else "Not that. The next one stands on top now.")
    symptom = form.get("symptom", "")
    if symptom:
        return see_other("lamps.symptom", machine_id=machine_id, key=symptom)
    return see_other("lamps.machine", machine_id=machine_id)


@blueprint.post("/<int:machine_id>/refill")
def refill(machine_id: int):  # noqa: ANN201
    view, form = _view(machine_id), request.form
    confirmed = form.get("answer") == "confirmed"
    note_refill(view, form.get("filling", ""), confirmed, now(), actor())
    flash(
        "Noted: the machine knows it is full." if confirmed else "Noted. Until it is told, the machine counts it empty."
    )
    return see_other("lamps.machine", machine_id=machine_id)


@blueprint.post("/<int:machine_id>/grind")
def grind(machine_id: int):  # noqa: ANN201
    view, form = _view(machine_id), request.form
    if form.get("do") == "drink":
        judge_drink(view, actor())
    else:
        change_grind(view.row, form.get("do", ""), actor())
    symptom = form.get("symptom", "")
    if symptom:
        return see_other("lamps.symptom", machine_id=machine_id, key=symptom)
    return see_other("lamps.machine", machine_id=machine_id)


@blueprint.post("/<int:machine_id>/pattern")
def pattern(machine_id: int):  # noqa: ANN201
    """What the manual says about signals that no rule knows, or of which a rule says what is not so here."""
    view, form = _view(machine_id), request.form
    words = PatternWords(
        form.get("title", ""), form.get("sort", ""), form.get("asks_for", ""), form.get("force", ""),
        tuple(form.getlist("causes")), form.get("own_cause", ""), form.get("own_check", ""), form.get("own_remedy", ""),
    )  # fmt: skip
    try:
        if form.get("instead_of"):
            taught = correct_pattern(view.row, form["instead_of"], words, actor())
        else:
            taught = teach_pattern(view.row, view.panel.unknown, words, actor())
    except InvalidInput as problem:
        return _show(machine_id, None, 422, str(problem), form)
    flash(f"Learned. {view.row.name} is of the kind “{taught.title}” now.")
    return see_other("lamps.machine", machine_id=machine_id)


@blueprint.get("/<int:machine_id>/symptom/<key>")
def symptom(machine_id: int, key: str):  # noqa: ANN201
    view = _view(machine_id)
    complaint = next((symptom for symptom in known_symptoms(view.kind) if symptom.key == key), None)
    if complaint is None:
        abort(404)
    return render(
        "lamps/symptom.html", "worktop", view=view, symptom=complaint,
        diagnosis=diagnose(view, complaint.key, complaint.causes), model=lamps_model(view, None),
    )  # fmt: skip
