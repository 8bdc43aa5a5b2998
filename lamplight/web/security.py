"""Headers, the secret key, and where the server may listen."""

from __future__ import annotations

import os
import secrets
from pathlib import Path

from flask import Flask, Response, request

from lamplight.core.errors import LamplightError

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
LOOPBACK = ("127.0.0.1", "::1", "localhost")


class NotLoopback(LamplightError):
    """The server was asked to listen where others could reach it."""


def check_host(host: str) -> None:
    """Refuse any address but loopback, as long as there is no sign-in.

    Raises:
        NotLoopback: with a sentence that says what to do.
    """
    if host not in LOOPBACK:
        raise NotLoopback(
            f"Lamplight does not listen on {host}: it has no sign-in yet, so anybody in the network could "
            "write in its book. Use 127.0.0.1."
        )


def secret_key(folder: Path) -> bytes:
    """The key that signs cookies: made once, kept in the data folder, readable by its owner only."""
    path = folder / "secret.key"
    try:
        handle = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        return path.read_bytes()
    with os.fdopen(handle, "wb") as file:
        key = secrets.token_bytes(32)
        file.write(key)
    return key


UPLOAD_LIMITS = {"readings.import_file": 2 * 1024 * 1024}


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
