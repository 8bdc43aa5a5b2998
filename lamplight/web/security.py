"""Headers of every answer, and how much a form may carry."""

from __future__ import annotations

import re

from flask import Flask, Response, abort, g, request
from werkzeug.exceptions import HTTPException

from lamplight.actions.photos import MOST_BYTES, MOST_BYTES_IN_ALL
from lamplight.formats.days_off_file import LARGEST_FILE

POLICY = "; ".join(
    (
        "default-src 'self'",
        "script-src 'self'",
        "style-src 'self'",
        "img-src 'self' data:",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
    )
)

# A mail is shown in a frame with the styles that it brings along, and with nothing else that it could.
MAIL_POLICY = (
    "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'self'; sandbox allow-popups"
)

LARGEST_FORM = 256 * 1024
ROOM = 16 * 1024  # for the rest of the form, and the marks between its parts
# Few addresses take a file; all others a form.
UPLOADS = (
    (re.compile(r"/readings/import"), 2 * 1024 * 1024),
    (re.compile(r"/calendars/days-off"), 2 * LARGEST_FILE),  # also as the form sends it back
    (re.compile(r"/runs/\d+/photo"), MOST_BYTES),
    (re.compile(r"/runs/\d+/finish"), MOST_BYTES_IN_ALL),  # with photos of what was looked at
    (re.compile(r"/machines/\d+/manual"), MOST_BYTES_IN_ALL),
    (re.compile(r"/at/[\w-]+"), MOST_BYTES),
)


def largest_body(path: str) -> int:
    """How many bytes may be sent to an address."""
    return next((size + ROOM for pattern, size in UPLOADS if pattern.fullmatch(path)), LARGEST_FORM)


def limit_uploads(app: Flask) -> None:
    """The same bounds for whatever stands before the application."""

    @app.before_request
    def limits() -> None:
        request.max_content_length = request.max_form_memory_size = largest_body(request.path)
        if request.method == "POST" and not _readable():
            abort(400)


def _readable() -> bool:
    """Whether a body can be taken apart, into parts that have names: what no form sends nothing later on expects."""
    try:
        return None not in request.form and None not in request.files
    except HTTPException:
        raise
    except Exception:  # whatever a body of any bytes does to its parser, it was no form
        return False


def add_headers(app: Flask) -> None:
    """Headers on every answer; hashed static files may be kept for a year, pages not at all."""

    @app.after_request
    def headers(response: Response) -> Response:
        framed = g.get("policy")
        response.headers["Content-Security-Policy"] = framed or POLICY
        response.headers["X-Content-Type-Options"] = "nosniff"
        if app.config["HSTS"]:  # a phone that once trusted a local root must not be locked out when that is gone
            response.headers["Strict-Transport-Security"] = "max-age=31536000"
        response.headers["Referrer-Policy"] = "same-origin"
        response.headers["X-Frame-Options"] = "SAMEORIGIN" if framed else "DENY"
        response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
        response.headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=()"
        response.vary.add("HX-Request")
        if request.endpoint == "static" and "v" in request.args:
            response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        elif request.endpoint != "static":
            response.headers["Cache-Control"] = "no-store"
        return response
