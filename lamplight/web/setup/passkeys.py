"""Passkeys of one's own: made on the phone that holds them, ended anywhere."""

from __future__ import annotations

from flask import Response, flash, jsonify, request, url_for

from lamplight.actions.passkeys import add_key, ask_for_new, end_key, want_two_steps
from lamplight.actions.tries import TooManyTries
from lamplight.core.errors import InvalidInput
from lamplight.web.here import actor
from lamplight.web.rendering import see_other
from lamplight.web.setup.people import ended, show_people
from lamplight.web.setup.views import blueprint
from lamplight.web.sign_in.passkeys import place_asked, refused, sent

Shown = Response | tuple[Response, int]


@blueprint.post("/people/passkey/ask")
def key_wanted() -> Shown:
    who = actor()
    try:
        options = ask_for_new(who.keeper_id or 0, who, request.form.get("present", ""), place_asked())
    except TooManyTries as problem:
        return refused(problem, 429)
    except InvalidInput as problem:
        return refused(problem)
    return Response(options, mimetype="application/json")


@blueprint.post("/people/passkey")
def key_made() -> Shown:
    known = sent()
    answer = known.get("answer")
    try:
        add_key(answer if isinstance(answer, dict) else {}, str(known.get("name", "")), actor(), place_asked())
    except InvalidInput as problem:
        return refused(problem)
    flash("The passkey is made. This phone signs in with its own lock from now on.")
    return jsonify(go=url_for("setup.people"))


@blueprint.post("/people/passkey/end")
def no_key():  # noqa: ANN201
    return ended("key", end_key, "That passkey is good for nothing now.")


@blueprint.post("/people/two-steps")
def both_steps():  # noqa: ANN201
    wanted = request.form.get("wanted") == "1"
    try:
        want_two_steps(wanted, actor(), request.form.get("present", ""))
    except InvalidInput as problem:
        return show_people(422, {"two_steps": str(problem)})
    flash("From now on you are asked for both." if wanted else "From now on either of them lets you in.")
    return see_other("setup.people")
