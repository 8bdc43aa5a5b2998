"""Headers of every answer, and how much a form may carry."""

from __future__ import annotations

from flask import Flask, Response, request

from lamplight.actions.photos import MOST_BYTES

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

UPLOAD_LIMITS = {"readings.import_file": 2 * 1024 * 1024, "runs.photo": MOST_BYTES}


def limit_uploads(app: Flask) -> None:
    """Forms are small; the few routes that take a file take a larger one."""

    @app.before_request
    def limits() -> None:
        largest = UPLOAD_LIMITS.get(request.endpoint or "")
        if largest:
            # The rest of the form, and the marks between its parts, need a little room as well.
            request.max_content_length = request.max_form_memory_size = largest + 16 * 1024


def add_headers(app: Flask) -> None:
    """Headers on every answer; hashed static files may be kept for a year, pages not at all."""

    @app.after_request
    def headers(response: Response) -> Response:
        response.headers["Content-Security-Policy"] = POLICY
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["Referrer-Policy"] = "same-origin"
        response.headers["X-Frame-Options"] = "DENY"
        response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
        response.headers["Permissions-Policy"] = "camera=(), geolocation=(), microphone=()"
        response.vary.add("HX-Request")
        if request.endpoint == "static" and "v" in request.args:
            response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        elif request.endpoint != "static":
            response.headers["Cache-Control"] = "no-store"
        return response
