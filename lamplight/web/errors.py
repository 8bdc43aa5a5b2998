"""One place that turns what went wrong into an answer with a sentence."""

from __future__ import annotations

import logging
import secrets

from flask import Flask, render_template, request
from flask_wtf.csrf import CSRFError
from werkzeug.exceptions import HTTPException, SecurityError

from lamplight.actions.tries import TooManyTries
from lamplight.core.errors import InvalidInput

LOG = logging.getLogger("lamplight")
SENTENCES = {
    404: ("Not here", "There is no such page, or what it showed is no longer in the book."),
    405: ("Not this way", "That address only takes a form. Go back and use the button."),
    413: ("Too large", "That file is larger than Lamplight takes here. Split it, or leave old years out."),
}


def register(app: Flask) -> None:
    """Attach the handlers."""

    @app.errorhandler(CSRFError)
    def stale_form(_problem: CSRFError) -> tuple[str, int]:
        return _page(400, "This form is too old", "Load the page again and send it once more; nothing was saved.")

    @app.errorhandler(SecurityError)
    def foreign_host(_problem: SecurityError) -> tuple[str, int]:
        # No address can be built for a host that is not ours, so no page either.
        return "Lamplight answers at its own address only.", 400

    @app.errorhandler(HTTPException)
    def known(problem: HTTPException) -> tuple[str, int]:
        code = problem.code or 500
        title, sentence = SENTENCES.get(code, ("That did not work", "Go back, check what was entered, and try again."))
        return _page(code, title, sentence)

    @app.errorhandler(TooManyTries)
    def too_many(problem: TooManyTries) -> tuple[str, int, dict[str, str]]:
        return *_page(429, "Too many tries", str(problem)), problem.headers

    @app.errorhandler(InvalidInput)
    def invalid(problem: InvalidInput) -> tuple[str, int]:
        return _page(422, "Nothing was saved", str(problem))

    @app.errorhandler(Exception)
    def unexpected(problem: Exception) -> tuple[str, int]:
        if app.testing:
            raise problem
        reference = secrets.token_hex(4)
        LOG.exception("reference %s: %s %s", reference, request.method, request.path)
        sentence = f"Lamplight stumbled; what was saved before is safe. Quote {reference} when you report it."
        return _page(500, "Something gave way", sentence)


def _page(code: int, title: str, sentence: str) -> tuple[str, int]:
    if request.headers.get("HX-Request"):
        return render_template("_problem.html", title=title, sentence=sentence), code
    return render_template("problem.html", title=title, sentence=sentence), code
