"""The server: what it takes in before anybody is asked who they are, and how long it waits for it."""

from __future__ import annotations

import copy
import io
import time
from typing import TYPE_CHECKING, Any

from waitress.adjustments import Adjustments
from waitress.channel import HTTPChannel
from waitress.parser import HTTPRequestParser
from waitress.server import TcpWSGIServer
from waitress.utilities import Error

from lamplight.web.errors import SENTENCES
from lamplight.web.security import largest_body

if TYPE_CHECKING:
    from _typeshed.wsgi import WSGIApplication

THREADS = 8
MOST_CONNECTIONS = 400
PUSHED_OUT = 40  # of them at a time, the oldest that wait for nothing, when no more fit in
SECONDS_TO_END = 10
SECONDS_IDLE = 30
SECONDS_FOR_A_REQUEST = 120  # from its first byte to its last, however slowly somebody sends
MOST_DISCARDED = 64 * 1024 * 1024  # bytes of a body that is too large, read past so that its sender hears why


class TooLarge(Error):
    """The answer to a body that is too large, in the words of the page."""

    code, reason = 413, "Content Too Large"

    def __init__(self) -> None:
        super().__init__(" ".join(SENTENCES[413]))


class Discarded:
    """Takes a body in and keeps nothing of it."""

    error = None

    def __init__(self, length: int) -> None:
        self.left = length

    def received(self, data: bytes) -> int:
        """Read past so much of it as there is; answers how many bytes that were."""
        taken = min(len(data), self.left)
        self.left -= taken
        return taken

    def getbuf(self) -> io.BytesIO:
        """What was kept of it."""
        return io.BytesIO()

    @property
    def completed(self) -> bool:
        """Whether all of it has come."""
        return self.left == 0


class BoundedParser(HTTPRequestParser):
    """Refuses a body by its declared length, before any of it is stored."""

    adj: Any
    body_rcv: Any
    begun: float
    error: Any
    expect_continue: bool

    def __init__(self, adj: Adjustments) -> None:
        super().__init__(adj)
        self.begun = time.time()

    def parse_header(self, header_plus: bytes) -> None:
        """Each address has its own largest body."""
        super().parse_header(header_plus)
        self.adj = _with_largest(self.adj, largest_body(self.path) + 1)

    def received(self, data: bytes) -> int:
        """Take in what came; answers how many bytes of it belong to this request."""
        in_header = self.body_rcv is None or not self.headers_finished
        taken: int = super().received(data)
        if self.error is None or self.error.code != TooLarge.code:
            return taken
        if not isinstance(self.error, TooLarge):
            self.error = TooLarge()
        # Whoever waits to be told to go on is told not to; others are read past, or the answer would be lost.
        if in_header and not self.expect_continue and 0 < self.content_length <= MOST_DISCARDED:
            self.body_rcv, self.completed = Discarded(self.content_length), False
            self.adj = _with_largest(self.adj, MOST_DISCARDED + 1)
        self.expect_continue = False
        return taken


def _with_largest(adj: Adjustments, size: int) -> Adjustments:
    own = copy.copy(adj)
    own.max_request_body_size = size
    return own


class BoundedChannel(HTTPChannel):
    """A connection that reads with the bounded parser."""

    parser_class = BoundedParser


class Server(TcpWSGIServer):
    """Where connections that wait for nothing never keep others out."""

    channel_class = BoundedChannel

    def close(self) -> None:
        """Stop; what is being worked out is waited for a little, since it would answer into what is no longer there."""
        self.task_dispatcher.shutdown(timeout=SECONDS_TO_END)
        super().close()

    def readable(self) -> bool:
        """Whether a new connection may come; makes room for it first."""
        if len(self._map) >= self.adj.connection_limit:
            self._push_out_the_oldest()
        return bool(super().readable())

    def maintenance(self, now: float) -> None:
        """Close what waits for nothing, and what has been sending one request for too long."""
        super().maintenance(now)
        for channel in self.active_channels.values():
            if channel.request is not None and channel.request.begun < now - SECONDS_FOR_A_REQUEST:
                channel.will_close = True

    def _push_out_the_oldest(self) -> None:
        idle = [channel for channel in self.active_channels.values() if not channel.requests]
        for channel in sorted(idle, key=lambda channel: channel.creation_time)[:PUSHED_OUT]:
            channel.will_close = True


def create_server(application: WSGIApplication, host: str, port: int, **rest: Any) -> Server:
    """A server that listens already; ``run`` lets it answer.

    Args:
        host: an address or name of this machine.
        port: 0 takes a free one.
        rest: settings of waitress, over ours.

    Raises:
        OSError: when the port cannot be had.
    """
    settings = {
        "threads": THREADS, "ident": "lamplight", "connection_limit": MOST_CONNECTIONS, "asyncore_use_poll": True,
        "channel_timeout": SECONDS_IDLE, "cleanup_interval": SECONDS_IDLE // 3,
        # What a proxy says is judged by `addresses.stand_behind`, which knows how many there are.
        "clear_untrusted_proxy_headers": False,
    }  # fmt: skip
    adj = Adjustments(host=host, port=port, **(settings | rest))
    return Server(application, adj=adj, sockinfo=adj.listen[0])
