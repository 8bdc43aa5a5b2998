"""Only a POST may act: whatever is asked for by another method carries no form, so no view can take one from it."""

from __future__ import annotations

import io
from collections.abc import Iterable
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from _typeshed.wsgi import StartResponse, WSGIApplication, WSGIEnvironment

BODY = ("CONTENT_TYPE", "HTTP_TRANSFER_ENCODING", "wsgi.input_terminated")


class OnlyPostActs:
    """Stands before the application. A HEAD is answered as the GET that it asks about, without the page."""

    def __init__(self, application: WSGIApplication) -> None:
        self.application = application

    def __call__(self, environ: WSGIEnvironment, start_response: StartResponse) -> Iterable[bytes]:
        """Answer one request."""
        method = environ["REQUEST_METHOD"]
        if method == "POST":
            return self.application(environ, start_response)
        bare = {name: value for name, value in environ.items() if name not in BODY}
        bare |= {"CONTENT_LENGTH": "0", "wsgi.input": io.BytesIO()}
        if method != "HEAD":
            return self.application(bare, start_response)
        answer = self.application(bare | {"REQUEST_METHOD": "GET"}, start_response)
        close = getattr(answer, "close", None)
        if close:
            close()
        return []
