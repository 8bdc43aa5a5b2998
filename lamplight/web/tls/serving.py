"""The server for a safe connection: one process, the same number of threads, one loop that waits for slow senders."""

from __future__ import annotations

import asyncio
import logging
import ssl
import threading
from collections.abc import Callable, Iterable
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime
from itertools import chain
from typing import TYPE_CHECKING, Any

from hypercorn.asyncio.run import worker_serve
from hypercorn.config import Config

from lamplight.web.server import SECONDS_IDLE, SECONDS_TO_END, THREADS
from lamplight.web.tls.authority import Pair
from lamplight.web.tls.bounded import BoundedWrapper

if TYPE_CHECKING:
    from _typeshed.wsgi import StartResponse, WSGIApplication, WSGIEnvironment

SECONDS_BETWEEN_LOOKS = 6 * 3600
LOG = logging.getLogger("lamplight")


class WithContext(Config):
    """Settings that keep the context of the connection, so that a renewed certificate is taken without a restart."""

    context: ssl.SSLContext | None = None

    def create_ssl_context(self) -> ssl.SSLContext | None:
        """The context; TLS 1.2 at least."""
        self.context = super().create_ssl_context()
        return self.context


class TlsServer:
    """Answers over TLS until it is told to stop."""

    def __init__(self, application: WSGIApplication, host: str, port: int, pair: Pair) -> None:
        self.application = application
        self.config = WithContext()
        self.config.bind = [f"[{host}]:{port}" if ":" in host else f"{host}:{port}"]
        self.config.certfile, self.config.keyfile = str(pair.certificate), str(pair.key)
        self.config.keep_alive_timeout = self.config.read_timeout = SECONDS_IDLE
        self.config.graceful_timeout = SECONDS_TO_END
        self.config.include_server_header = False
        self.config.errorlog = None
        listening = self.config.create_sockets().secure_sockets[0]
        self.effective_port: int = listening.getsockname()[1]
        # Handed over for good: closed twice, its number could be that of the data file by then.
        self.config.bind = [f"fd://{listening.detach()}"]
        self._loop: asyncio.AbstractEventLoop | None = None
        self._over: asyncio.Event | None = None

    def run(self) -> None:
        """Answer; returns when it was told to stop."""
        asyncio.run(self._run())

    async def _run(self) -> None:
        self._loop, self._over = asyncio.get_running_loop(), asyncio.Event()
        self._loop.set_default_executor(ThreadPoolExecutor(THREADS))
        with_first: Any = _never_empty(self.application)
        await worker_serve(BoundedWrapper(with_first), self.config, shutdown_trigger=self._over.wait)

    def close(self) -> None:
        """Stop; what is being worked out is waited for a little."""
        if self._loop is not None and self._over is not None:
            self._loop.call_soon_threadsafe(self._over.set)

    def take(self, pair: Pair) -> None:
        """Go on with another certificate; connections that are open keep theirs."""
        if self.config.context is not None:
            self.config.context.load_cert_chain(pair.certificate, pair.key)


def _never_empty(application: WSGIApplication) -> WSGIApplication:
    """An answer without a body has one empty piece at least, since the server sends its head with the first."""

    def answering(environ: WSGIEnvironment, start_response: StartResponse) -> Iterable[bytes]:
        answer = application(environ, start_response)
        close = getattr(answer, "close", None)
        try:
            yield from chain(answer, (b"",))
        finally:
            if close is not None:
                close()

    return answering


def renewed_by_itself(
    server: TlsServer, fresh: Callable[[datetime], Pair], now: Callable[[], datetime]
) -> Callable[[], None]:
    """Look for a certificate that ends soon, now and then; answers what stops that.

    Args:
        server: that goes on with it.
        fresh: answers the pair that is good at a moment, renewed where it has to be.
    """
    over = threading.Event()

    def look() -> None:
        while not over.wait(SECONDS_BETWEEN_LOOKS):
            try:
                server.take(fresh(now()))
            except Exception as problem:
                LOG.warning("The certificate could not be renewed: %s", problem)

    threading.Thread(target=look, daemon=True, name="certificates").start()
    return over.set
