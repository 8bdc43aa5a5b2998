"""How a body comes in over TLS: refused by its length before it is kept, in a file where it is large, and in time."""

from __future__ import annotations

import asyncio
from collections.abc import Callable
from functools import partial
from tempfile import SpooledTemporaryFile
from typing import IO, TYPE_CHECKING, Any

from hypercorn.app_wrappers import InvalidPathError, WSGIWrapper, _build_environ

from lamplight.web.errors import SENTENCES
from lamplight.web.security import largest_body
from lamplight.web.server import MOST_DISCARDED, SECONDS_FOR_A_REQUEST

if TYPE_CHECKING:
    from _typeshed.wsgi import WSGIApplication

IN_MEMORY = 256 * 1024  # bytes of a body that are kept there; the rest lies in a file that goes with the request


class BoundedWrapper(WSGIWrapper):
    """Answers by the application what fits, and with a sentence what does not."""

    def __init__(self, application: WSGIApplication) -> None:
        super().__init__(application, 0)  # type: ignore[arg-type]

    async def handle_http(
        self, scope: Any, receive: Any, send: Any, sync_spawn: Callable[..., Any], call_soon: Callable[..., Any]
    ) -> None:
        """One request."""
        body: IO[bytes]
        with SpooledTemporaryFile(IN_MEMORY) as body:
            try:
                async with asyncio.timeout(SECONDS_FOR_A_REQUEST):
                    fits = await taken_in(body, receive, largest_body(scope["path"]), declared(scope["headers"]))
            except TimeoutError:
                await _refuse(send, 408)
                return
            if not fits:
                await _refuse(send, 413)
                return
            body.seek(0)
            try:
                environ = _build_environ(scope, b"")
            except InvalidPathError:
                await _refuse(send, 404)
                return
            environ["wsgi.input"] = body
            await sync_spawn(self.run_app, environ, partial(call_soon, send))
            await send({"type": "http.response.body", "body": b"", "more_body": False})


def declared(headers: Any) -> int:
    """The length that a request says its body has; 0 where it says none."""
    said = next((value for name, value in headers if name == b"content-length"), b"0")
    return int(said) if said.isdigit() else 0


async def taken_in(body: IO[bytes], receive: Any, largest: int, length: int) -> bool:
    """Take a body in; answers whether it fits. Of one that does not nothing is kept, and so much is read past that its
    sender hears why.
    """
    came, fits = 0, length <= largest
    while True:
        message = await receive()
        if message["type"] == "http.disconnect":
            return fits
        piece = message.get("body", b"")
        came += len(piece)
        if came > largest:
            fits = False
        if fits:
            body.write(piece)
        if not message.get("more_body") or came > MOST_DISCARDED:
            return fits


async def _refuse(send: Any, code: int) -> None:
    words = " ".join(SENTENCES[code]).encode()
    headers = [(b"content-type", b"text/plain; charset=utf-8"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": code, "headers": headers})
    await send({"type": "http.response.body", "body": words, "more_body": False})
