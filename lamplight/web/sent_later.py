"""What was touched without a connection, sent later: it counts from the moment at which it was touched.

A phone keeps forms in order and sends each with its moment, its keeper and its site. Only what a keeper does at a
machine may come so; everything else waits for a connection.
"""

from __future__ import annotations

import re
from collections.abc import Collection
from datetime import timedelta
from functools import cache, partial

from flask import Flask, Response, abort, g, jsonify, request

from lamplight.core.moment import read_moment
from lamplight.web.clock import present
from lamplight.web.forms import row_number
from lamplight.web.here import go_to, keeper, signs_in, sites_served

MAY_BE_KEPT = frozenset({"runs.step", "runs.finish", "rounds.done", "rounds.note", "rounds.pack", "today.done"})
OLDEST, CLOCKS_APART = timedelta(days=3), timedelta(minutes=5)
AT, BY, SITE, MINE = "X-Touched-At", "X-Touched-By", "X-Touched-Site", "X-Mine"


def patterns(app: Flask, endpoints: Collection[str], method: str) -> list[str]:
    """The addresses of endpoints, as patterns that a phone's script tries.

    Args:
        method: those that take it alone.
    """
    taken = (rule for rule in app.url_map.iter_rules() if method in (rule.methods or ()))
    paths = (rule.rule for rule in taken if rule.endpoint in endpoints)
    return sorted(f"^{re.sub(r'<int:[^>]+>', '[0-9]+', re.sub(r'<[a-z_]+>', '[a-z0-9-]+', path))}$" for path in paths)


def register(app: Flask) -> None:
    """Take up the moment, whose it is and where, and answer so that a script understands what became of it."""
    app.jinja_env.globals["kept_patterns"] = cache(partial(patterns, app, MAY_BE_KEPT, "POST"))

    @app.before_request
    def take_up() -> tuple[Response, int] | None:
        said = request.headers.get(AT)
        if said is None:
            return None
        if request.method != "POST" or request.endpoint not in MAY_BE_KEPT:
            abort(400)
        at, moment = read_moment(said), present()
        if at is None or not moment - OLDEST <= at <= moment + CLOCKS_APART:
            return jsonify(error="That was kept for too long, or under a clock that is wrong. Write it down anew."), 422
        who = keeper() if signs_in() else None
        if who is not None and request.headers.get(BY) != str(who.id):
            return jsonify(error="Somebody else touched that on this phone. They sign in here to send it."), 409
        touched_at = row_number(request.headers.get(SITE, ""))
        here = next((row for row in sites_served() if row.id == touched_at), None)
        if here is None:
            return jsonify(error="That was touched at a site that you do not serve any more."), 409
        go_to(here)
        g.touched = min(at, moment)
        return None

    @app.after_request
    def tell(response: Response) -> Response:
        if AT not in request.headers or response.status_code not in (204, 303):
            return response
        target = response.headers.get("HX-Redirect") or response.headers.get("Location", "/")
        if "/sign-in" in target:
            told, code = jsonify(error="Sign in, then it is sent."), 401
        else:
            told, code = jsonify(kept=True, go=target, once=request.form.get("once", "")), 200
        for cookie in response.headers.getlist("Set-Cookie"):
            told.headers.add("Set-Cookie", cookie)
        told.status_code = code
        return told


def sent_later() -> bool:
    """Whether this request was touched before it could be sent."""
    return "touched" in g


def mine_is_right() -> bool:
    """Whether whoever sends what was kept was shown both, and says that theirs is right."""
    return sent_later() and request.headers.get(MINE) == "1"
