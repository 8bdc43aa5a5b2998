"""A form that is sent twice: taken the first time, led to what came of it the second."""

from __future__ import annotations

from urllib.parse import urlsplit

from flask import Flask, flash, redirect, request, url_for
from werkzeug.wrappers import Response

from lamplight.store.once import Sent, SentBefore, refuse_again
from lamplight.web.addresses import same_site


def register(app: Flask) -> None:
    """Look before any view is asked, and wherever two that came at once meet."""

    @app.before_request
    def look() -> None:
        if request.method == "POST" and request.form.get("once"):
            refuse_again(request.form["once"])

    @app.errorhandler(SentBefore)
    def again(problem: SentBefore) -> Response:
        target = _what_came_of(problem.sent)
        if request.headers.get("HX-Request"):
            return Response(status=204, headers={"HX-Redirect": target})
        flash(str(problem))
        return redirect(target, 303)


def _what_came_of(sent: Sent) -> str:
    """The page of the run or machine that the form made, else the one from which it was sent."""
    if sent.run_id is not None:
        return url_for("runs.page", run_id=sent.run_id)
    if sent.kind == "machine" and sent.machine_id is not None:
        return url_for("today.page")
    came_from = urlsplit(request.referrer or "")
    path = f"{came_from.path}?{came_from.query}" if came_from.query else came_from.path
    return same_site(request.form.get("next", "") or path, url_for("today.page"))
