"""Machines: the list, one machine with its cutaway and ruler, adding and changing."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, datetime

from flask import Blueprint, abort, flash, request

from lamplight.actions.care import note_event, note_part, note_prompt, prompt_gone, read_bar, switch_item
from lamplight.actions.machines import (
    LastDoneAnswer,
    MachineFields,
    NewMachine,
    add_machine,
    change_machine,
    declare_done,
    set_limit,
)
from lamplight.actions.water import set_up
from lamplight.core.care.item import Start
from lamplight.core.care.last_done import asked_in_order
from lamplight.core.care.levels import Level
from lamplight.core.errors import InvalidInput, about
from lamplight.core.water.cartridge import Cartridge
from lamplight.drawing.cutaway import Scene, cutaway
from lamplight.sight.kinds import kind_of, kinds
from lamplight.sight.machine_view import MachineView
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.sight.plan import agenda_of
from lamplight.sight.readings import COUNTER_WORDS
from lamplight.store.logbook import entries
from lamplight.store.sites import machines
from lamplight.store.waters import MAINS, Setup
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site
from lamplight.web.machines.fields import REST, fields_of_machine, fields_to_add
from lamplight.web.machines.handover import handover
from lamplight.web.machines.model import RULER_WEEKS, found_among, machine_model, machine_rows
from lamplight.web.machines.settings import changed, limits_typed, show_settings, words_typed
from lamplight.web.paging import paged
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

# What is no deed: the machine is new, the book begins today, or the keeper wants it to be due.
ASKED_FIRST = 4
STARTS = {"new": Start.NEW, "today": Start.COUNTED, "due": Start.OWED}
blueprint = Blueprint("machines", __name__, url_prefix="/machines", template_folder="templates")


@blueprint.get("")
def page():  # noqa: ANN201
    here = site()
    wanted = request.args.get("find", "").strip()
    part = paged(found_among(machine_views(here, now()), wanted), request.args.get("first", ""))
    return render("machines/page.html", "list", rows=machine_rows(part.items), part=part, find=wanted)


def _existing(machine_id: int) -> MachineView:
    view = machine_view(site(), machine_id, now())
    if view is None:
        abort(404)
    return view


def _show(view: MachineView, code: int = 200, errors: Mapping[str, str] | None = None, form=None):  # noqa: ANN001, ANN202
    wanted = request.args.get("weeks", "")
    weeks = int(wanted) if wanted in map(str, RULER_WEEKS) else 4
    model = machine_model(view, site().calendar_of(view.row.id), now(), weeks, agenda_of(site(), now()))
    return render(
        "machines/machine.html", "worktop", code, model=model, view=view,
        history=entries(view.row.id, limit=6), errors=forms.beside(errors or {}, fields_of_machine(view), REST),
        form=form or {},
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
            counters = _typed_counters(form)
            done = _last_done_answers(form, counters.get("drinks"))
            none_fitted = form.get("cartridge", "") in ("", "none")
            start = NewMachine(counters, done, form.get("source", "") or MAINS, *_typed_filter(form), none_fitted)
            add_machine(here.id, fields, start, actor())
            if len(machines(here.id)) > 1:
                flash(f"{fields.name.strip()} is added.")
            return see_other("today.page")
        except InvalidInput as problem:
            errors = forms.placed(problem, fields_to_add(kind_key), "name")
    return render(
        "machines/add.html", "worktop", 422 if errors else 200, kind=kind_of(kind_key), form=form, errors=errors,
        counter_words=COUNTER_WORDS, asked=asked_in_order(kind_of(kind_key).items), first=ASKED_FIRST,
    )  # fmt: skip


def _typed_counters(form: Mapping[str, str]) -> dict[str, int]:
    """What each counter shows, as far as it was typed."""
    answers = {}
    for name in ("drinks", *COUNTER_WORDS):
        with about(f"counter-{name}"):
            value = forms.optional_count(form.get(f"counter-{name}", ""), "The counter")
        if value is not None:
            answers[name] = value
    return answers


def _typed_filter(form: Mapping[str, str]) -> tuple[Cartridge | None, datetime | None]:
    """The usual cartridge and when it was fitted, as far as that is known."""
    usual = kind_of(form.get("kind", "")).cartridge
    if form.get("cartridge") != "usual" or usual is None:
        return None, None
    typed = form.get("cartridge_on", "").strip()
    with about("cartridge_on"):
        return usual, _moment_of_day(forms.day(typed, "The day the filter was fitted")) if typed else None


def _fields(form: Mapping[str, str]) -> MachineFields:
    with about("guess"):
        guess = forms.optional_rate(form.get("guess", ""), "Drinks a day")
    return MachineFields(
        form.get("name", ""), form.get("kind", ""), form.get("place", ""), form.get("serial", ""), guess
    )


def _last_done_answers(form: Mapping[str, str], counter: int | None) -> dict[str, LastDoneAnswer]:
    """For each item: a date, a counter value, what it is counted from without a deed, or nothing (not known)."""
    answers = {}
    for item in kind_of(form.get("kind", "")).items:
        with about(f"done-{item.key}"):
            answer = _last_done(form, item.key, counter)
        if answer is not None:
            answers[item.key] = answer
    return answers


def _last_done(form: Mapping[str, str], key: str, counter: int | None) -> LastDoneAnswer | None:
    how = form.get(f"how-{key}", "unknown")
    if how == "unknown":
        how = form.get("rest", "") if form.get("rest", "") not in ("", "unknown") else form.get("others", "") or how
    if how in STARTS:
        return LastDoneAnswer(at=now(), start=STARTS[how])
    if how == "date":
        return LastDoneAnswer(at=_moment_of_day(forms.day(form.get(f"date-{key}", ""), "The day it was last done")))
    if how == "count":
        value = forms.count(form.get(f"count-{key}", ""), "The counter when it was last done")
        return LastDoneAnswer(value=value)
    return LastDoneAnswer(at=now()) if how == "just" else None


def _moment_of_day(day: date) -> datetime:
    """Before opening on that date; today, not later than now."""
    calendar = site().calendar
    opening = calendar.opening(day)
    return min(opening, now()) if day == calendar.today(now()) else opening


@blueprint.route("/<int:machine_id>/edit", methods=["GET", "POST"])
def edit(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    row = view.row
    form: Mapping[str, str] = {
        "name": row.name, "kind": row.kind, "place": row.place, "serial": row.serial,
        "guess": "" if row.guess_per_day is None else f"{row.guess_per_day:g}",
        "retired": "1" if row.retired else "",
    }  # fmt: skip
    errors: dict[str, str] = {}
    if request.method == "POST":
        form = request.form
        try:
            change_machine(site().id, row, _fields(form), bool(form.get("retired")), actor())
            flash(f"{form.get('name')} is saved.")
            return see_other("machines.machine", machine_id=machine_id)
        except InvalidInput as problem:
            errors = forms.placed(problem, ("name", "place", "serial", "guess"), "name")
    return render(
        "machines/edit.html",
        "worktop",
        422 if errors else 200,
        view=view,
        form=form,
        errors=errors,
        kinds=kinds().values(),
    )


@blueprint.get("/<int:machine_id>/handover")
def handover_page(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    drawing = cutaway(view.kind, Scene(missing=view.status.book.absent_parts), cls="cutaway card-drawing")
    page = handover(view, site().calendar.today(now()), agenda_of(site(), now()))
    codes = request.args.get("codes") == "1"
    return render("machines/handover.html", "worktop", page=page, drawing=drawing, codes=codes)


@blueprint.get("/<int:machine_id>/settings")
def settings(machine_id: int):  # noqa: ANN201
    return show_settings(_existing(machine_id))


@blueprint.post("/<int:machine_id>/limit")
def limit(machine_id: int):  # noqa: ANN201
    view, form = _existing(machine_id), request.form
    item, trigger = form.get("item", ""), form.get("trigger", "")

    def change() -> None:
        typed = forms.optional_count(form.get("limit", ""), "The limit")
        set_limit(view.row, item, trigger, typed, form.get("reason", ""), actor())

    return changed(view, f"limit-{item}-{trigger}", change)


@blueprint.post("/<int:machine_id>/limits")
def limits(machine_id: int):  # noqa: ANN201
    view, item = _existing(machine_id), request.form.get("item", "")
    return changed(view, f"switch-{item}", lambda: limits_typed(view, item))


@blueprint.post("/<int:machine_id>/switch")
def switch(machine_id: int):  # noqa: ANN201
    view, form = _existing(machine_id), request.form
    item, off = form.get("item", ""), form.get("do") == "off"
    return changed(
        view, f"switch-{item}", lambda: switch_item(view.row, item, off, form.get("reason", ""), actor())
    )  # fmt: skip


@blueprint.post("/<int:machine_id>/set-up")
def set_up_machine(machine_id: int):  # noqa: ANN201
    view, form = _existing(machine_id), request.form

    def change() -> None:
        days = forms.count(form.get("window_days", ""), "Open days ahead")
        level = next((one for one in Level if one.value == form.get("level", view.setup.level.value)), None)
        if level is None:
            raise InvalidInput("Choose how much care it gets.")
        set_up(view.row, Setup(form.get("source", ""), form.get("descaling_basis", ""), days, level), actor())

    return changed(view, "setup", change)


@blueprint.post("/<int:machine_id>/part")
def part(machine_id: int):  # noqa: ANN201
    view, form = _existing(machine_id), request.form
    key = form.get("part", "")
    return changed(
        view, f"part-{key}",
        lambda: note_part(view.row, key, form.get("state", ""), form.get("note", ""), actor()),
    )  # fmt: skip


@blueprint.post("/<int:machine_id>/own-words")
def own_words(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    return changed(view, "words", lambda: words_typed(view))


@blueprint.post("/<int:machine_id>/prompt")
def prompt(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    item = request.form.get("item", "")
    try:
        if request.form.get("do") == "gone":
            prompt_gone(view.row, item, actor())
        else:
            note_prompt(view.row, item, now(), actor())
    except InvalidInput as problem:
        return _show(view, 422, {"prompt": str(problem)}, request.form)
    return see_other("machines.machine", machine_id=machine_id)


@blueprint.post("/<int:machine_id>/event")
def event(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    try:
        at = forms.moment(request.form, "at", "The time it happened", site().calendar)
        note_event(view.row, request.form.get("what", ""), at, actor())
    except InvalidInput as problem:
        return _show(view, 422, {"event": str(problem)}, request.form)
    return see_other("machines.machine", machine_id=machine_id, _anchor="asks-title")


@blueprint.post("/<int:machine_id>/bar")
def bar(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    item = request.form.get("item", "")
    try:
        read_bar(view.row, item, forms.count(request.form.get("percent", ""), "The bar"), now(), actor())
    except InvalidInput as problem:
        return _show(view, 422, {f"bar-{item}": str(problem)}, request.form)
    return see_other("machines.machine", machine_id=machine_id, _anchor="asks-title")


@blueprint.post("/<int:machine_id>/last-done")
def last_done(machine_id: int):  # noqa: ANN201
    view = _existing(machine_id)
    item = request.form.get("item", "")
    try:
        counter = view.status.expected_drinks
        answer = _last_done(request.form, item, counter)
        if answer is None:
            raise InvalidInput("Say when it was last done: a date, or what the counter showed.")
        declare_done(view.row, item, answer, counter, actor())
    except InvalidInput as problem:
        return _show(view, 422, {f"done-{item}": str(problem)}, request.form)
    return see_other("machines.machine", machine_id=machine_id)
