"""One place that turns what went wrong into an answer with a sentence."""

from __future__ import annotations

import errno
import logging
import secrets

from flask import Flask, g, render_template, request
from flask_wtf.csrf import CSRFError
from peewee import DatabaseError
from werkzeug.exceptions import HTTPException, SecurityError

from lamplight.actions.tries import TooManyTries
from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.store.database import data_folder
from lamplight.store.trouble import DataFileProblem, Trouble, trouble_of
from lamplight.web.ask import AGAIN, Question, kept_form

LOG = logging.getLogger("lamplight")
Answer = tuple[str, int] | tuple[str, int, dict[str, str]]
# These may pass by themselves, or after a word with whoever runs the computer: the browser may ask again.
PASSING = (Trouble.BUSY, Trouble.FULL, Trouble.READ_ONLY, Trouble.UPDATING)
TITLES = {Trouble.BUSY: "One moment", Trouble.FULL: "The disk is full", Trouble.READ_ONLY: "Only to be read"}
RETRY = {"Retry-After": "3"}  # seconds
SENTENCES = {
    404: ("Not here", "There is no such page, or what it showed is no longer in the book."),
    405: ("Not this way", "That address only takes a form. Go back and use the button."),
    408: ("Too slow", "It took too long to come. Send it once more; nothing was saved."),
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

    @app.errorhandler(NotAllowed)
    def not_allowed(problem: NotAllowed) -> tuple[str, int]:
        return _page(403, "Not yours to do", str(problem))

    @app.errorhandler(InvalidInput)
    def invalid(problem: InvalidInput) -> tuple[str, int]:
        return _page(422, "Nothing was saved", str(problem))

    @app.errorhandler(DatabaseError)
    @app.errorhandler(DataFileProblem)
    @app.errorhandler(OSError)
    def trouble(problem: Exception) -> Answer:
        trouble = trouble_of(problem)
        if trouble is None or (isinstance(problem, OSError) and not _about_the_book(problem)):
            return unexpected(problem)
        LOG.warning("%s: %s %s: %s", trouble.name, request.method, request.path, problem)
        code = 503 if trouble in PASSING else 500
        title = TITLES.get(trouble, "The data file")
        if request.method == "POST" and code == 503 and not request.headers.get("HX-Request"):
            g.bare = True
            return kept_form(Question(title, trouble.value, AGAIN)), code, RETRY
        page, _ = _page(code, title, trouble.value, bare=True)
        return page, code, RETRY if code == 503 else {}

    @app.errorhandler(Exception)
    def unexpected(problem: Exception) -> Answer:
        if app.testing:
            raise problem
        reference = secrets.token_hex(4)
        LOG.exception("reference %s: %s %s", reference, request.method, request.path)
        sentence = f"Lamplight stumbled; what was saved before is safe. Quote {reference} when you report it."
        return _page(500, "Something gave way", sentence, bare=True)


def _about_the_book(problem: OSError) -> bool:
    """Whether a file's error is one of ours to tell, and not of some other file of the program."""
    name = str(problem.filename or "")
    return problem.errno == errno.ENOSPC or name.startswith(str(data_folder()))


def _page(code: int, title: str, sentence: str, bare: bool = False) -> tuple[str, int]:
    """The answer, with what every page knows around it; bare it reads nothing from the data file."""
    g.bare = bare
    template = "_problem.html" if request.headers.get("HX-Request") else "problem.html"
    try:
        return render_template(template, title=title, sentence=sentence), code
    except (DatabaseError, OSError):
        g.bare = True
        return render_template(template, title=title, sentence=sentence), code
