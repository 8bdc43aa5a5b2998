"""Calendars: the feed of each keeper, and days off from a calendar file."""

from __future__ import annotations

import base64
import binascii
from collections.abc import Mapping

from flask import Blueprint, Response, abort, flash, request, url_for

from lamplight.actions.feeds import ALARMS, end_feed, renew_feed, take_days_off
from lamplight.core.errors import InvalidInput
from lamplight.formats.days_off_file import DaysOff
from lamplight.sight.feeds import CALENDAR, SCREEN, feed_file, feed_of, preview_days_off
from lamplight.sight.machine_views import machine_views
from lamplight.store.plans import feeds
from lamplight.store.rights import keeper_names
from lamplight.store.sites import sites
from lamplight.web import forms
from lamplight.web.clock import now
from lamplight.web.here import actor, keeper, signs_in, site
from lamplight.web.rendering import page as render
from lamplight.web.rendering import see_other

blueprint = Blueprint("feeds", __name__, template_folder="templates")


@blueprint.get("/calendars")
def page():  # noqa: ANN201
    return _show()


def _show(
    code: int = 200,
    errors: Mapping[str, str] | None = None,
    address: str = "",
    found: tuple[DaysOff, ...] = (),
    held: str = "",
    made: str = "",
) -> tuple[str, int]:
    here = site()
    names: dict[int | None, str] = {None: "everybody", **dict[int | None, str](keeper_names(here.id).items())}
    return render(
        "plan/calendars.html", "worktop", code, feeds=feeds(here.id), names=names, alarms=ALARMS, errors=errors or {},
        address=address, found=found, held=held, made=made,
    )  # fmt: skip


def _whose() -> int | None:
    """Whose calendar a form is about: their own where keepers sign in, else whom it names."""
    own = keeper()
    if request.form.get("kind") == SCREEN:
        return None
    if signs_in():
        return own.id if own else None
    wanted = request.form.get("keeper", "")
    return forms.row_number(wanted) if wanted else None


@blueprint.post("/calendars")
def renew():  # noqa: ANN201
    try:
        minutes = forms.row_number(request.form.get("alarm", "")) or 0
        token = renew_feed(site(), _whose(), minutes, actor(), _kind())
    except InvalidInput as problem:
        return _show(422, {_kind(): str(problem)})
    where = "screen.page" if _kind() == SCREEN else "feeds.feed"
    return _show(address=url_for(where, token=token, _external=True), made=_kind())


def _kind() -> str:
    return SCREEN if request.form.get("kind") == SCREEN else CALENDAR


@blueprint.post("/calendars/end")
def end():  # noqa: ANN201
    try:
        end_feed(site(), _whose(), actor(), _kind())
    except InvalidInput as problem:
        return _show(422, {_kind(): str(problem)})
    flash("That address is no longer answered.")
    return see_other("feeds.page")


@blueprint.get("/feed/<token>.ics")
def feed(token: str):  # noqa: ANN201
    """What calendar programs ask for, without signing in: the token is all they have."""
    found = next(((row, known) for row in sites() if (known := feed_of(row, token))), None)
    if found is None:
        abort(404)
    here, known = found
    body = feed_file(here, known, machine_views(here, now()), now(), request.host_url.rstrip("/"))
    headers = {"Content-Disposition": "inline; filename=coffee-machines.ics"}
    return Response(body, content_type="text/calendar; charset=utf-8", headers=headers)


@blueprint.post("/calendars/days-off")
def days_off():  # noqa: ANN201
    """Days off of a file: shown first, then taken over whole."""
    upload = request.files.get("file")
    held = request.form.get("held", "")
    try:
        data = upload.read() if upload and upload.filename else _held(held)
        if not data:
            raise InvalidInput("Choose a calendar file that ends in .ics first.")
        if not request.form.get("confirmed"):
            return _show(found=preview_days_off(site(), data, now()), held=base64.b64encode(data).decode())
        count = take_days_off(site(), data, actor())
    except InvalidInput as problem:
        return _show(422, {"file": str(problem)})
    flash(f"{count} span{'s' if count != 1 else ''} of days off noted. Every date was worked out anew.")
    return see_other("setup.site_page")


def _held(text: str) -> bytes:
    """The file that was shown, as the form sent it back."""
    try:
        return base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError):
        return b""
