"""The server over real sockets: large bodies, senders that wait to be told to go on, connections that say nothing."""

from __future__ import annotations

import contextlib
import logging
import re
import socket
import tempfile
import threading
import time
import unittest
from pathlib import Path
from unittest import mock

from flask import request
from waitress import wasyncore

from lamplight.store.database import database
from lamplight.web import server
from lamplight.web.addresses import Reach
from lamplight.web.clock import FixedClock
from lamplight.web.security import LARGEST_FORM, largest_body
from lamplight.web.server import MOST_DISCARDED, Server, create_server
from tests.base import NOW, tested_app

ENDED = re.compile(rb"\r\n\r\n.")
SECONDS = 20  # for an answer, on a busy machine


def echo(environ, start_response):
    """Answers how many bytes came."""
    size = len(environ["wsgi.input"].read())
    start_response("200 OK", [("Content-Type", "text/plain")])
    return [str(size).encode()]


class Sockets(unittest.TestCase):
    """A server in a thread, and plain sockets."""

    application = staticmethod(echo)

    def setUp(self):
        """Few connections, so that few are enough to fill it."""
        logging.getLogger("waitress").setLevel(logging.ERROR)  # it warns of what is done to it here on purpose
        self.addCleanup(logging.getLogger("waitress").setLevel, logging.NOTSET)
        self.server = create_server(self.application, "127.0.0.1", 0, connection_limit=12, cleanup_interval=1)
        self.running = True
        self.thread = threading.Thread(target=self.serve)
        self.thread.start()
        self.addCleanup(self.stop)

    def serve(self):
        """Until told to stop."""
        while self.running:
            wasyncore.loop(timeout=0.05, map=self.server._map, use_poll=True, count=1)

    def stop(self):
        """Close everything."""
        self.running = False
        self.thread.join()
        for channel in list(self.server.active_channels.values()):
            channel.handle_close()
        self.server.task_dispatcher.shutdown()
        self.server.close()

    def connect(self):
        """A fresh connection."""
        connection = socket.create_connection(("127.0.0.1", int(self.server.effective_port)), timeout=SECONDS)
        self.addCleanup(connection.close)
        return connection

    def answer(self, connection):
        """Everything that is sent until the connection closes or pauses after an answer."""
        whole = b""
        with contextlib.suppress(ConnectionError):
            while not ENDED.search(whole):
                part = connection.recv(65536)
                if not part:
                    break
                whole += part
        return whole.decode()

    def head(self, length, path="/people", more=""):
        """The head of a form."""
        return f"POST {path} HTTP/1.1\r\nHost: here\r\nContent-Length: {length}\r\n{more}\r\n".encode()


class Bodies(Sockets):
    """Bounded by address, before they are stored."""

    def test_up_to_the_bound(self):
        """A form of the largest size passes, one byte more does not, though it is read past to be answered."""
        for size, code in ((LARGEST_FORM, "200"), (LARGEST_FORM + 1, "413")):
            connection = self.connect()
            connection.sendall(self.head(size) + b"x" * size)
            answer = self.answer(connection)
            self.assertIn(f"HTTP/1.1 {code}", answer)
            self.assertEqual("Split it" in answer, code == "413")

    def test_files_have_their_own(self):
        """Only where a file is expected."""
        size = LARGEST_FORM * 2
        for path, code in (("/readings/import", "200"), ("/runs/7/photo", "200"), ("/runs/x/photo", "413")):
            connection = self.connect()
            connection.sendall(self.head(size, path) + b"x" * size)
            self.assertIn(f"HTTP/1.1 {code}", self.answer(connection), path)
        self.assertGreater(largest_body("/runs/7/photo"), 12 * 1024 * 1024)

    def test_told_before_it_is_sent(self):
        """A huge one is answered by its declared length alone, and nobody who asks is told to go on with it."""
        for length, more in ((MOST_DISCARDED + 1, ""), (LARGEST_FORM * 4, "Expect: 100-continue\r\n")):
            connection = self.connect()
            connection.sendall(self.head(length, more=more))
            answer = self.answer(connection)
            self.assertIn("HTTP/1.1 413", answer)
            self.assertNotIn("100 Continue", answer)
        connection = self.connect()
        connection.sendall(self.head(5, more="Expect: 100-continue\r\n"))
        self.assertIn("100 Continue", connection.recv(1000).decode())
        connection.sendall(b"12345")
        self.assertTrue(self.answer(connection).endswith("5"))

    def test_in_pieces_without_a_length(self):
        """A chunked body is counted as it comes (RFC 9112, section 7.1)."""
        connection = self.connect()
        connection.sendall(b"POST /people HTTP/1.1\r\nHost: here\r\nTransfer-Encoding: chunked\r\n\r\n")
        with contextlib.suppress(ConnectionError):
            for _ in range(40):
                connection.sendall(b"2000\r\n" + b"x" * 0x2000 + b"\r\n")
        self.assertIn("HTTP/1.1 413", self.answer(connection))


class Proxies(Sockets):
    """What a proxy says, through the server that is really served."""

    def setUp(self):
        """An application of its own for each test, put before the server by ``self.stand``."""
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.application = lambda environ, start: self.app(environ, start)
        super().setUp()
        self.addCleanup(database.close)

    def ask(self, reach, more=""):
        """The first line of the answer to a question for the sign-in page, and who was seen to ask."""
        self.app = tested_app(self.folder, FixedClock(NOW), reach=reach)
        seen = []
        self.app.before_request_funcs[None].insert(0, lambda: seen.append(request.remote_addr))
        connection = self.connect()
        connection.sendall(f"GET /sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\n{more}\r\n".encode())
        return self.answer(connection).split("\r\n")[0], seen[0]

    def test_believed_as_far_as_it_was_named(self):
        """Who calls and under which name; another name is refused; one that nobody told of is found out."""
        behind = Reach(names=("coffee.example",), proxies=1)
        caller = "X-Forwarded-For: 198.51.100.7\r\n"
        name = "X-Forwarded-Host: {}\r\nX-Forwarded-Proto: https\r\n"
        self.assertEqual(self.ask(behind, caller + name.format("Coffee.Example")), ("HTTP/1.1 200 OK", "198.51.100.7"))
        self.assertIn(" 400 ", self.ask(behind, caller + name.format("evil.example"))[0])
        self.assertIn(" 400 ", self.ask(Reach(), caller)[0])


class Connections(Sockets):
    """Those that say nothing, or never finish, make room."""

    def test_idle_ones_keep_nobody_out(self):
        """Many more than there is room for, silent or half way through a request."""
        silent = [self.connect() for _ in range(30)]
        for connection in silent[::2]:
            with contextlib.suppress(OSError):
                connection.sendall(b"POST /people HTTP/1.1\r\nHost: h")
        connection = self.connect()
        connection.sendall(b"GET / HTTP/1.1\r\nHost: here\r\n\r\n")
        self.assertIn("200 OK", self.answer(connection))

    def test_who_never_ends_is_cut_off(self):
        """A byte now and then keeps a connection from being idle, but not for ever."""
        with mock.patch.object(server, "SECONDS_FOR_A_REQUEST", 1):
            line = socket.create_connection(("127.0.0.1", self.server.effective_port), SECONDS)
            self.addCleanup(line.close)
            line.sendall(b"POST /sign-in HTTP/1.1\r\nHost: x\r\nContent-Length: 100000\r\n\r\n")
            begun = time.monotonic()
            with self.assertRaises(OSError):
                while time.monotonic() - begun < SECONDS:
                    line.sendall(b"x")
                    time.sleep(0.1)
            self.assertLess(time.monotonic() - begun, SECONDS)

    def test_it_is_this_server_that_is_served(self):
        """With the bounds of its own."""
        self.assertIsInstance(self.server, Server)
        self.assertEqual(self.server.adj.threads, 8)
