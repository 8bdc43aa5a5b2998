"""Where machines stand, when the site is open, and who keeps them."""

from __future__ import annotations

from collections.abc import Mapping
from zoneinfo import available_timezones

from flask import Blueprint, flash, request, session

from lamplight.actions.hours import add_absence, take_holidays
from lamplight.actions.sites import add_closure, save_keeper, save_site
from lamplight.core.errors import InvalidFields, InvalidInput, about
from lamplight.core.site.calendar import WEEKDAYS, OpeningHours
from lamplight.core.site.degrees import CELSIUS
from lamplight.core.words import BRITISH, LANGUAGES
from lamplight.library.catalogue import countries
from lamplight.lines.daily_copy import newest_backup_in_words
from lamplight.store.books import absences
from lamplight.store.database import data_folder
from lamplight.store.sites import SiteRow, closures, machine, machines
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, site, site_or_none
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("setup", __name__, template_folder="templates")


SITE_FIELDS = ("name", "zone", "degrees", "hours", *(f"from{day}" for day in range(7)))
CLOSURE_FIELDS = ("first", "last", "label")
ABSENCE_FIELDS = ("away_first", "away_last", "away_label")


def typed_hours(form: Mapping[str, str]) -> list[OpeningHours | None]:
    """Opening hours by weekday.

    Raises:
        InvalidFields: with a sentence for each day that is wrong.
    """
    week: list[OpeningHours | None] = [None] * 7
    wrong = {}
    for day in range(7):
        if form.get(f"open{day}"):
            try:
                week[day] = forms.hours(form.get(f"from{day}", ""), form.get(f"to{day}", ""))
            except InvalidInput as problem:
                wrong[f"from{day}"] = f"{WEEKDAYS[day]}: {problem}"
    if wrong:
        raise InvalidFields(wrong)
    return week


def default_form() -> dict[str, str]:
    """What stands in the form before anything is typed."""
    form = {"name": "", "zone": "Europe/Berlin"}
    for day in range(7):
        form |= {f"from{day}": "07:00", f"to{day}": "18:00"}
        form |= {f"open{day}": "1"} if day < 5 else {}
    return form


def _form_of(here: SiteRow) -> dict[str, str]:
    calendar = here.calendar
    form = default_form() | {
        "name": here.name,
        "zone": calendar.zone,
        "degrees": here.degrees,
        "language": here.language,
    }
    for day, span in enumerate(calendar.hours):
        form.pop(f"open{day}", None)
        if span:
            closes = span.closes_minute % (24 * 60)
            form[f"open{day}"] = "1"
            form[f"from{day}"] = f"{span.opens_minute // 60:02}:{span.opens_minute % 60:02}"
            form[f"to{day}"] = f"{closes // 60:02}:{closes % 60:02}"
    return form


def _save(form: Mapping[str, str]) -> dict[str, str]:
    """Save the site's form; answers what is wrong, by field."""
    try:
        save_site(
            form.get("name", ""), form.get("zone", ""), typed_hours(form), actor(), form.get("degrees") or CELSIUS,
            form.get("language") or BRITISH,
        )  # fmt: skip
    except InvalidInput as problem:
        return forms.placed(problem, SITE_FIELDS, "name")
    return {}


def show_site(template: str, form: Mapping[str, str], errors: Mapping[str, str]):  # noqa: ANN201
    """A page about a site, with what was typed and what is wrong with it."""
    zones = sorted(zone for zone in available_timezones() if "/" in zone and not zone.startswith("Etc"))
    return render(
        template, "worktop", 422 if errors else 200, form=form, errors=errors, weekdays=WEEKDAYS, zones=zones,
        languages=LANGUAGES, backup=newest_backup_in_words(data_folder(), now()), **_around(),
    )  # fmt: skip


def _around() -> dict[str, object]:
    """Closed days, absences, machines and countries; nothing before the site is set up."""
    here = site_or_none()
    if here is None:
        return {}
    names = {row.id: row.name for row in machines(here.id)}
    return {
        "closures": closures(here.id),
        "absences": absences(here.id),
        "names": names,
        "countries": list(countries()),
    }


@blueprint.route("/start", methods=["GET", "POST"])
def start():  # noqa: ANN201
    if site_or_none() is not None:
        return see_other("today.page")
    if request.method == "GET":
        return show_site("setup/start.html", default_form(), {})
    errors = _save(request.form)
    if errors:
        return show_site("setup/start.html", request.form, errors)
    if request.form.get("initials", "").strip():
        session["keeper"] = save_keeper("", request.form["initials"][:6], actor())
        session.permanent = True
    return see_other("machines.add")


@blueprint.route("/site", methods=["GET", "POST"])
def site_page():  # noqa: ANN201
    here = site()
    if request.method == "GET":
        return show_site("setup/site.html", _form_of(here), {})
    errors = _save(request.form)
    if errors:
        return show_site("setup/site.html", request.form, errors)
    flash("Saved. Every date was worked out anew.")
    return see_other("setup.site_page")


@blueprint.post("/site/closures")
def close_days():  # noqa: ANN201
    here = site()
    try:
        with about("first"):
            first = forms.day(request.form.get("first", ""), "The first closed day")
        with about("last"):
            last = forms.day(request.form.get("last", "") or request.form.get("first", ""), "The last closed day")
        add_closure(here.id, first, last, request.form.get("label", ""), actor())
    except InvalidInput as problem:
        form = _form_of(here) | request.form.to_dict()
        return show_site("setup/site.html", form, forms.placed(problem, CLOSURE_FIELDS, "first"))
    flash("The closed days are noted.")
    return see_other("setup.site_page")


@blueprint.post("/site/absences")
def absence():  # noqa: ANN201
    here, form = site(), request.form
    try:
        with about("first"):
            first = forms.day(form.get("away_first", ""), "The first day away")
        with about("last"):
            last = forms.day(form.get("away_last", ""), "The last day away")
        wanted = form.get("away_machine", "")
        row = machine(here.id, forms.row_number(wanted) or 0)
        add_absence(here.id, row, first, last, form.get("away_label", ""), actor())
    except InvalidInput as problem:
        again = _form_of(here) | form.to_dict()
        return show_site("setup/site.html", again, forms.placed(problem, ABSENCE_FIELDS, "away_first", "away_"))
    flash("The absence is noted.")
    return see_other("setup.site_page")


@blueprint.post("/site/holidays")
def holidays():  # noqa: ANN201
    here, form = site(), request.form
    year = here.calendar.today(now()).year
    try:
        count = take_holidays(
            here, form.get("country", ""), form.get("region", "").strip(), range(year, year + 2), actor()
        )
    except InvalidInput as problem:
        again = _form_of(here) | form.to_dict()
        return show_site("setup/site.html", again, {"country": str(problem)})
    flash(f"{count} public holidays on open days are noted." if count else "They were noted already.")
    return see_other("setup.site_page")
