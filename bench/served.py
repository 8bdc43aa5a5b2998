"""A served data folder in a process of its own that can be killed, and a browser that remembers what was taken."""

from __future__ import annotations

import http.client
import multiprocessing
import os
import re
import secrets
import signal
import sqlite3
import time
from dataclasses import dataclass, field
from http.cookies import SimpleCookie
from multiprocessing.connection import Connection
from pathlib import Path
from urllib.parse import urlencode

from lamplight.clockwork import clockwork
from lamplight.store.database import held_open
from lamplight.web import create_app
from lamplight.web.addresses import Reach
from lamplight.web.clock import Clock
from lamplight.web.server import create_server

TOKEN = re.compile(r'name="csrf-token" content="([^"]+)"')
FORK = multiprocessing.get_context("fork")  # a child that has everything read in already starts at once


def _serve(folder: Path, reach: Reach, ready: Connection) -> None:
    os.environ.pop("LAMPLIGHT_NOW", None)
    clock = Clock()
    server = create_server(create_app(folder, clock, reach=reach), reach.host, 0)
    ready.send(int(server.effective_port))
    with held_open(folder), clockwork(folder, clock.now, "http://127.0.0.1"):
        server.run()


@dataclass
class Served:
    """One server over a data folder."""

    folder: Path
    reach: Reach = field(default_factory=Reach)
    port: int = 0

    def begin(self) -> None:
        """Start it, without waiting for it."""
        self._ready, theirs = FORK.Pipe(duplex=False)
        self.process = FORK.Process(target=_serve, args=(self.folder, self.reach, theirs), daemon=True)
        self.process.start()
        theirs.close()

    def wait(self, seconds: float = 60) -> bool:
        """Whether it listens before that time is over."""
        try:
            if self._ready.poll(seconds):
                self.port = self._ready.recv()
                return True
        except EOFError:
            pass
        return False

    def kill(self) -> None:
        """As a power cut of the process: nothing is tidied up."""
        if self.process.pid:
            os.kill(self.process.pid, signal.SIGKILL)
        self.process.join()


def tokens_in(path: Path) -> set[str]:
    """The tokens of all forms that are in a data file."""
    raw = sqlite3.connect(path)
    found = raw.execute("SELECT once FROM entry UNION SELECT once FROM run_event").fetchall()
    raw.close()
    return {once for (once,) in found if once}


class Browser:
    """Sends forms as a browser would, each with a token of its own."""

    def __init__(self, served: Served) -> None:
        self.served = served
        self.cookies: dict[str, str] = {}
        self.token = ""
        self.codes: dict[int, int] = {}
        self.took: list[float] = []
        self.connection = http.client.HTTPConnection(served.reach.host, served.port, timeout=30)

    def ask(self, method: str, path: str, form: dict[str, str] | None = None) -> tuple[int, str, str]:
        """Status, body and where it leads."""
        headers = {"Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items())}
        body = urlencode(form) if form is not None else None
        if body is not None:
            headers["Content-Type"] = "application/x-www-form-urlencoded"
        began = time.perf_counter()
        self.connection.request(method, path, body, headers)
        answer = self.connection.getresponse()
        text = answer.read().decode("utf-8", "replace")
        self.took.append(time.perf_counter() - began)
        for name, value in answer.getheaders():
            if name.lower() == "set-cookie":
                self.cookies.update({key: morsel.value for key, morsel in SimpleCookie(value).items()})
        self.codes[answer.status] = self.codes.get(answer.status, 0) + 1
        return answer.status, text, answer.getheader("Location") or ""

    def meet(self, path: str = "/people") -> None:
        """Get a token for its forms."""
        found = TOKEN.search(self.ask("GET", path)[1])
        self.token = found[1] if found else ""

    def send(self, path: str, form: dict[str, str]) -> tuple[int, str]:
        """Send a form; answers its status and the token by which it is found in the file, once acknowledged."""
        once = secrets.token_urlsafe(12)
        return self.ask("POST", path, {"csrf_token": self.token, "once": once, **form})[0], once
