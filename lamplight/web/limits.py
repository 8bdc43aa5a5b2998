"""How often an address that asks for no sign-in is answered: by who asks, so that one who floods holds up no other."""

from __future__ import annotations

from typing import Any, cast

from flask import Flask, request
from flask_limiter import Limiter

from lamplight.actions.tries import origin_of

API = ("api.machines_out", "api.readings_in", "api.lamps_in")
# By endpoint: how often from one address, and from one address about one sticker. Kept in memory: a restart forgets.
FROM_ONE = {
    "passer_by.page": "120 per minute",
    "passer_by.tell": "20 per minute",
    **dict.fromkeys(API, "120 per minute"),
    "sign_in.key_asked": "30 per minute",
    "sign_in.key_shown": "30 per minute",
}
ABOUT_ONE = {"passer_by.tell": "5 per minute;15 per hour;40 per day"}


def _who() -> str:
    return origin_of(request.remote_addr or "")


def _who_about_what() -> str:
    return f"{_who()} {(request.view_args or {}).get('token', '')}"


def register(app: Flask) -> None:
    """Count the requests of each, and answer 429 beyond that."""
    limiter = Limiter(_who, app=app, storage_uri="memory://", headers_enabled=True)
    for endpoint, often in FROM_ONE.items():
        if endpoint not in app.view_functions:  # nobody signs in here
            continue
        app.view_functions[endpoint] = cast(Any, limiter.limit(often)(app.view_functions[endpoint]))
    for endpoint, often in ABOUT_ONE.items():
        counted = limiter.limit(often, key_func=_who_about_what)(app.view_functions[endpoint])
        app.view_functions[endpoint] = cast(Any, counted)
