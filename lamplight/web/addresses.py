"""Addresses: on which this server may listen, under which names it is asked for, and where a browser is sent."""

from __future__ import annotations

import contextlib
import socket
import string
from collections.abc import Iterable
from dataclasses import dataclass
from typing import TYPE_CHECKING
from urllib.parse import urlsplit

from flask import Flask, request
from werkzeug.middleware.proxy_fix import ProxyFix
from werkzeug.routing import IntegerConverter

from lamplight.core.errors import LamplightError

if TYPE_CHECKING:
    from _typeshed.wsgi import StartResponse, WSGIApplication, WSGIEnvironment

LOOPBACK = ("127.0.0.1", "::1", "localhost")
EVERYWHERE = ("0.0.0.0", "::")
MOST_DIGITS = 18  # of a row's number; any such one fits into SQLite's 63 bits
FORWARDED = ("Forwarded", "X-Forwarded-For", "X-Real-Ip")
IN_A_PATH = frozenset(string.ascii_letters + string.digits + "/-._~!$&'()*+,;=:@%?")


class NotLoopback(LamplightError):
    """The server was asked to listen where others could reach it."""


def check_reach(reach: Reach, may_sign_in: bool) -> None:
    """Refuse to be reached by others, as long as no keeper can sign in.

    Raises:
        NotLoopback: with a sentence that says what to do.
    """
    if reach.by_others and not may_sign_in:
        where = f"listen on {reach.host}" if reach.host not in LOOPBACK else "stand behind a proxy"
        raise NotLoopback(
            f"Lamplight does not {where} yet: nobody could sign in, so anybody in the network could write "
            "in its book. Add a keeper first: lamplight add-keeper"
        )


@dataclass(frozen=True)
class Reach:
    """From where this server can be reached.

    Attributes:
        host: the address on which it listens.
        names: further names under which it is asked for, such as a proxy's, in any case.
        proxies: how many proxies stand before it, whose word about the caller is taken.
        tls: whether it speaks TLS itself.
        certified: whether by a certificate that somebody else signed, which browsers trust already.
    """

    host: str = LOOPBACK[0]
    names: tuple[str, ...] = ()
    proxies: int = 0
    tls: bool = False
    certified: bool = False

    @property
    def by_others(self) -> bool:
        """Whether anybody but the users of this computer may reach it: then keepers sign in."""
        return self.host not in LOOPBACK or bool(self.names) or self.proxies > 0

    @property
    def hosts(self) -> list[str]:
        """Every name under which it is asked for; any other is refused."""
        return [*trusted_hosts(self.host), *(name.strip().lower() for name in self.names)]


def trusted_hosts(host: str) -> list[str]:
    """The names of this computer under which a server is asked for.

    Args:
        host: where it listens. On every address (0.0.0.0 or ::) all names and addresses of this
            machine are taken.
    """
    known = ["127.0.0.1", "localhost", "[::1]"]
    if host in LOOPBACK:
        return known
    if host not in EVERYWHERE:
        return [*known, _bracketed(host).lower()]
    name = socket.gethostname()
    names = {name, f"{name}.local", socket.getfqdn()}
    with contextlib.suppress(OSError):
        names |= {_bracketed(str(address[4][0])) for address in socket.getaddrinfo(name, None)}
    return [*known, *sorted(name.lower() for name in names), *_own_address()]


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


def stand_behind(app: Flask, reach: Reach) -> None:
    """Take the word of the proxies that stand before the application about who calls; of no others.

    A proxy that nobody told of would make every caller look like a user of this computer.
    """
    app.wsgi_app = _lower_host(app.wsgi_app)  # type: ignore[method-assign, assignment]
    if reach.proxies:
        fix = ProxyFix(app.wsgi_app, x_for=reach.proxies, x_proto=reach.proxies, x_host=reach.proxies)
        app.wsgi_app = fix  # type: ignore[method-assign]

    @app.before_request
    def untold() -> tuple[str, int] | None:
        if reach.by_others or not (set(FORWARDED) & set(request.headers.keys())):
            return None
        return "A proxy stands before Lamplight, which was not told of it: lamplight serve --proxies 1 --name …", 400


def _lower_host(application: WSGIApplication) -> WSGIApplication:
    """A host's name means the same in any case (RFC 9110, section 4.2.3)."""

    def asked(environ: WSGIEnvironment, start_response: StartResponse) -> Iterable[bytes]:
        if "HTTP_HOST" in environ:
            environ["HTTP_HOST"] = environ["HTTP_HOST"].lower()
        return application(environ, start_response)

    return asked


def number_rows(app: Flask) -> None:
    """Let every ``<int:…>`` of an address be a row's number."""
    app.url_map.converters["int"] = RowNumber
