"""Going from one site to another, all of them together, another one, and a machine that moves."""

from __future__ import annotations

from collections.abc import Mapping

from flask import Blueprint, abort, flash, request, session

from lamplight.actions.relocating import MoveFields, move_machine
from lamplight.actions.sites import save_site
from lamplight.core.errors import InvalidInput, about
from lamplight.core.site.degrees import CELSIUS
from lamplight.core.words import BRITISH
from lamplight.sight.machine_views import machine_view, machine_views
from lamplight.store.waters import MAINS, water_tests
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, go_to, site, sites_served
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other
from lamplight.web.setup.views import SITE_FIELDS, default_form, show_site, typed_hours
from lamplight.web.sites.model import together_model

blueprint = Blueprint("sites", __name__, url_prefix="/sites", template_folder="templates")
MOVE_FIELDS = ("to", "day", "place", "source")


@blueprint.get("")
def together():  # noqa: ANN201
    site()
    served = sites_served()
    if len(served) < 2:
        return see_other("today.page")
    found = [(here, machine_views(here, now())) for here in served]
    go_to(site())
    return render("sites/together.html", "worktop", model=together_model(found, now()))


@blueprint.post("/go")
def go():  # noqa: ANN201
    """From now on this browser shows that site."""
    if request.form.get("site_id") == "all":
        return see_other("sites.together")
    wanted = forms.row_number(request.form.get("site_id", ""))
    if all(row.id != wanted for row in sites_served()):
        abort(404)
    session["site"] = wanted
    return see_other("today.page")


@blueprint.route("/new", methods=["GET", "POST"])
def another():  # noqa: ANN201
    here = site()
    form: Mapping[str, str] = request.form
    if request.method == "GET":
        return show_site("sites/another.html", default_form() | {"name": "", "zone": here.calendar.zone}, {})
    try:
        fresh = save_site(
            form.get("name", ""), form.get("zone", ""), typed_hours(form), actor(), form.get("degrees") or CELSIUS,
            form.get("language") or BRITISH, another=True,
        )  # fmt: skip
    except InvalidInput as problem:
        return show_site("sites/another.html", form, forms.placed(problem, SITE_FIELDS, "name"))
    session["site"] = fresh.id
    flash(f"{fresh.name} is set up. You are there now; in the corner of the wall you go back.")
    return see_other("machines.add")


@blueprint.route("/move/<int:machine_id>", methods=["GET", "POST"])
def move(machine_id: int):  # noqa: ANN201
    here, view = site(), machine_view(site(), machine_id, now())
    others = [row for row in sites_served() if row.id != here.id]
    if view is None or not others:
        abort(404)
    form, errors = request.form, {}
    if request.method == "POST":
        try:
            to = next((row for row in others if row.id == forms.row_number(form.get("to", ""))), None)
            if to is None:
                raise InvalidInput("Choose where it goes.", "to")
            with about("day"):
                day = forms.day(form.get("day", ""), "The first day there")
            fields = MoveFields(day, form.get("place", ""), form.get("source", ""))
            move_machine(here, view.row, to, fields, actor())
            session["site"] = to.id
            flash(f"{view.row.name} stands at {to.name}. What was counted before stays with {here.name}.")
            return see_other("machines.machine", machine_id=machine_id)
        except InvalidInput as problem:
            errors = forms.placed(problem, MOVE_FIELDS, "day")
    return render(
        "sites/move.html", "worktop", 422 if errors else 200, view=view, others=others, form=form, errors=errors,
        today=here.calendar.today(now()),
        waters=sorted({MAINS, *(row.source for other in others for row in water_tests(other.id))}),
    )  # fmt: skip
