"""Signing in by passkey: what the phone is asked to prove, and what becomes of its answer. JSON both ways."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime, timedelta
from typing import Any

from flask import Response, jsonify, request, session

from lamplight.actions.passkeys import ask_for_known, keeper_by_key
from lamplight.core.errors import InvalidInput
from lamplight.sight.access import Place, two_steps
from lamplight.store.tokens import SecretRow
from lamplight.web.addresses import same_site
from lamplight.web.clock import now
from lamplight.web.sign_in.views import blueprint, let_in

# How long the passphrase that was right counts as the first of two steps.
HALF_GOOD_FOR = timedelta(minutes=5)


def place_asked() -> Place:
    """Under which name this request came."""
    return Place(request.host.rpartition(":")[0] if ":" in request.host else request.host, request.host_url.rstrip("/"))


def sent() -> Mapping[str, Any]:
    """The JSON object that was sent; an empty one for anything else."""
    known = request.get_json(silent=True)
    return known if isinstance(known, dict) else {}


def refused(problem: Exception, code: int = 422) -> tuple[Response, int]:
    """A sentence for the page."""
    return jsonify(error=str(problem)), code


@blueprint.post("/sign-in/passkey/ask")
def key_asked() -> Response:
    return Response(ask_for_known(place_asked(), now()), mimetype="application/json")


@blueprint.post("/sign-in/passkey")
def key_shown() -> Response | tuple[Response, int]:
    """By the key alone; of whoever wants both, only once their passphrase was right."""
    known = sent()
    answer = known.get("answer")
    try:
        row = keeper_by_key(answer if isinstance(answer, dict) else {}, place_asked(), now())
        if row.keeper.id in two_steps() and not _half_done(row):
            raise InvalidInput("Your passphrase comes first: you are asked for both.")
    except InvalidInput as problem:
        return refused(problem)
    target = same_site(str(known.get("next", "")), "/")
    let = let_in(row, target, bool(known.get("trusted")))
    shown = jsonify(go=target)
    for cookie in let.headers.getlist("Set-Cookie"):
        shown.headers.add("Set-Cookie", cookie)
    return shown


def _half_done(row: SecretRow) -> bool:
    keeper_id, version, at = session.get("half", [0, 0, "1990-01-01T00:00:00+00:00"])
    fresh = timedelta(0) <= now() - datetime.fromisoformat(at) <= HALF_GOOD_FOR
    return (keeper_id, version) == (row.keeper.id, row.version) and fresh
