"""Addresses: on which this server may listen, under which names it is asked for, and where a browser is sent."""

from __future__ import annotations

import contextlib
import socket
import string
from urllib.parse import urlsplit

from flask import Flask
from werkzeug.routing import IntegerConverter

from lamplight.core.errors import LamplightError

LOOPBACK = ("127.0.0.1", "::1", "localhost")
EVERYWHERE = ("0.0.0.0", "::")
MOST_DIGITS = 18  # of a row's number; any such one fits into SQLite's 63 bits
IN_A_PATH = frozenset(string.ascii_letters + string.digits + "/-._~!$&'()*+,;=:@%?")


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


def same_site(target: str, fallback: str) -> str:
    """A path on this site to go to next; anything else is replaced.

    Browsers drop tabs and line breaks from an address and take a backslash for a slash, so that a path may turn
    into another site's address on its way. Only what RFC 3986 lets stand in a path and a query passes, and nothing
    that would be one of those once its percent signs are read.
    """
    escaped = target.lower()
    plain = target.startswith("/") and not target.startswith("//") and set(target) <= IN_A_PATH
    if not plain or any(code in escaped for code in ("%0", "%1", "%5c", "%2f", "%7f")):
        return fallback
    parts = urlsplit(target)
    return target if not parts.scheme and not parts.netloc else fallback


class RowNumber(IntegerConverter):
    """A row's number in an address, small enough for the data file; anything longer is no such page."""

    regex = rf"\d{{1,{MOST_DIGITS}}}"


def number_rows(app: Flask) -> None:
    """Let every ``<int:…>`` of an address be a row's number."""
    app.url_map.converters["int"] = RowNumber
