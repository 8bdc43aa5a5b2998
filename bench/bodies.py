"""Large bodies and slow senders, against the server that ships, plain and with TLS: what it answers and takes.

Only this machine's own server is asked, a bounded number of times.
"""

from __future__ import annotations

import http.client
import re
import socket
import ssl
import subprocess
import sys
import tempfile
import threading
import time
from collections import Counter
from dataclasses import dataclass, field
from pathlib import Path

BODIES, BODY_BYTES = 25, 20_000_000
SENDERS, PATIENCE_S = 20, 140  # a body has two minutes
ADDRESS = re.compile(r"http\S+:(\d+)/")


@dataclass
class Bodies:
    """What came of them.

    Attributes:
        codes: of the large bodies; a connection that was cut is told by the name of its error.
        before_mb, most_mb: memory of the server before, and at most.
        cut: how many slow senders were cut off, and after how many seconds the last of them.
        answered_s: how long a page took meanwhile.
    """

    codes: Counter[str] = field(default_factory=Counter)
    before_mb: int = 0
    most_mb: int = 0
    cut: int = 0
    last_cut_s: float = 0.0
    answered_s: float = 0.0


def of_server(tls: bool) -> Bodies:
    """Start one, send to it, end it."""
    found = Bodies()
    with tempfile.TemporaryDirectory() as name:
        command = [
            sys.executable,
            "-m",
            "lamplight",
            "serve",
            "--data",
            name,
            "--port",
            "0",
            *(["--tls"] if tls else []),
        ]
        server = subprocess.Popen(command, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True)
        try:
            port = _port(server)
            found.before_mb = _peak_mb(server.pid)
            _together([threading.Thread(target=_large, args=(port, tls, found)) for _ in range(BODIES)])
            slow = [threading.Thread(target=_slow, args=(port, tls, found)) for _ in range(SENDERS)]
            for one in slow:
                one.start()
            time.sleep(2)
            began = time.perf_counter()
            connection = _connection(port, tls)
            connection.request("GET", "/healthz")
            connection.getresponse().read()
            found.answered_s = time.perf_counter() - began
            for one in slow:
                one.join()
            found.most_mb = _peak_mb(server.pid)
        finally:
            server.kill()
            server.wait()
    return found


def _port(server: subprocess.Popen[str]) -> int:
    assert server.stdout is not None
    for line in server.stdout:
        if said := ADDRESS.search(line):
            return int(said[1])
    raise RuntimeError("It never said where it listens.")


def _connection(port: int, tls: bool) -> http.client.HTTPConnection:
    if not tls:
        return http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    return http.client.HTTPSConnection("127.0.0.1", port, context=_trusting(), timeout=60)


def _trusting() -> ssl.SSLContext:
    """Its certificate is its own; whose it is, is no matter here."""
    context = ssl.create_default_context()
    context.check_hostname, context.verify_mode = False, ssl.CERT_NONE
    return context


def _large(port: int, tls: bool, found: Bodies) -> None:
    try:
        connection = _connection(port, tls)
        connection.request("POST", "/sign-in", b"x" * BODY_BYTES)
        found.codes[str(connection.getresponse().status)] += 1
    except OSError as problem:
        found.codes[type(problem).__name__] += 1


def _slow(port: int, tls: bool, found: Bodies) -> None:
    """A body that is promised, and comes a byte a second."""
    began = time.perf_counter()
    raw = socket.create_connection(("127.0.0.1", port), timeout=PATIENCE_S)
    with _trusting().wrap_socket(raw) if tls else raw as sender:
        try:
            sender.sendall(b"POST /sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 100000\r\n\r\n")
            while time.perf_counter() - began < PATIENCE_S:
                sender.sendall(b"x")
                sender.settimeout(1.0)
                try:
                    if sender.recv(1000) == b"":
                        break
                except TimeoutError:
                    continue
            else:
                return
        except OSError:
            pass
    found.cut += 1
    found.last_cut_s = max(found.last_cut_s, time.perf_counter() - began)


def _together(threads: list[threading.Thread]) -> None:
    for one in threads:
        one.start()
    for one in threads:
        one.join()


def _peak_mb(pid: int) -> int:
    """The most memory that a process has had so far, as Linux counts it (proc(5), VmHWM)."""
    said = re.search(r"VmHWM:\s+(\d+)", Path(f"/proc/{pid}/status").read_text())
    return int(said[1]) // 1024 if said else 0
