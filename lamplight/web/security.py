"""Headers, the secret key, and where the server may listen."""

from __future__ import annotations

import contextlib
import os
import secrets
import socket
from pathlib import Path

from flask import Flask, Response, request

from lamplight.actions.photos import MOST_BYTES
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
EVERYWHERE = ("0.0.0.0", "::")


class NotLoopback(LamplightError):
    """The server was asked to listen where others could reach it."""


def check_host(host: str, may_sign_in: bool) -> None:
    """Refuse any address but loopback, as long as no keeper can sign in.

    Raises:
        NotLoopback: with a sentence that says what to do.
    """
    if host not in LOOPBACK and not may_sign_in:
        raise NotLoopback(
            f"Lamplight does not listen on {host} yet: nobody could sign in, so anybody in the network could write "
            "in its book. Add a keeper first: lamplight add-keeper"
        )


def trusted_hosts(host: str) -> list[str]:
    """The names under which this server is asked for; any other is refused.

    Args:
        host: where it listens. On every address (0.0.0.0 or ::) all names and addresses of this
            machine are taken.
    """
    known = ["127.0.0.1", "localhost", "[::1]"]
    if host in LOOPBACK:
        return known
    if host not in EVERYWHERE:
        return [*known, _bracketed(host)]
    name = socket.gethostname()
    names = {name, f"{name}.local", socket.getfqdn()}
    with contextlib.suppress(OSError):
        names |= {_bracketed(str(address[4][0])) for address in socket.getaddrinfo(name, None)}
    return [*known, *sorted(names), *_own_address()]


def reached_at(host: str) -> str:
    """The address to type on another device."""
    own = _own_address() if host in EVERYWHERE else []
    return own[0] if own else _bracketed(host)


def _own_address() -> list[str]:
    """The address that this machine has in its network; nothing is sent to find it."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # an address kept for documentation (RFC 5737)
        except OSError:
            return []
        return [probe.getsockname()[0]]


def _bracketed(address: str) -> str:
    return f"[{address}]" if ":" in address else address


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
