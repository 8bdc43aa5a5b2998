"""A safe connection: what the local authority signs, strict clients, renewal, and one process on one folder."""

from __future__ import annotations

import contextlib
import http.client
import re
import socket
import ssl
import subprocess
import sys
import threading
import time
import unittest
from datetime import UTC, datetime, timedelta
from ipaddress import ip_address
from pathlib import Path
from tempfile import SpooledTemporaryFile
from unittest import mock

from cryptography import x509
from cryptography.x509.verification import PolicyBuilder, Store, VerificationError

from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.sites import save_keeper
from lamplight.sight.actor import Actor
from lamplight.store.database import ServedAlready, alone_on, database
from lamplight.web import create_app
from lamplight.web.addresses import Reach
from lamplight.web.clock import FixedClock
from lamplight.web.security import LARGEST_FORM, ROOM
from lamplight.web.tls import bounded
from lamplight.web.tls.authority import (
    FOLDER,
    GOOD_FOR,
    RENEWED_BEFORE,
    ROOT,
    NotTrusted,
    fingerprint,
    own_pair,
    root_of,
    server_pair,
)
from lamplight.web.tls.serving import TlsServer
from tests.base import DataTest

NAMES = ("127.0.0.1", "localhost", "[::1]", "kitchen.local", "192.168.1.20", "coffee.example.org")
REAL = datetime.now(UTC).replace(microsecond=0)
WORDS = "four tiles on a shelf"


def certificate(path):
    """A certificate from its file."""
    return x509.load_pem_x509_certificate(Path(path).read_bytes())


def verified(folder, name, when):
    """What the verifier of the package cryptography says of the server's certificate, by RFC 5280."""
    subject = x509.DNSName(name) if re.search("[a-z]", name) else x509.IPAddress(ip_address(name))
    root = certificate(folder / FOLDER / ROOT)
    builder = PolicyBuilder().store(Store([root])).time(when.replace(tzinfo=None))
    return builder.build_server_verifier(subject).verify(certificate(folder / FOLDER / "server.pem"), [])


class Authority(DataTest):
    """Root and certificate."""

    with_site = False

    def test_signed_for_its_names_and_no_other(self):
        """Valid for each of them by a verifier of its own; not for another name, nor before or after its time."""
        server_pair(self.folder, NAMES, REAL)
        for name in NAMES:
            if ":" not in name:
                self.assertTrue(verified(self.folder, name, REAL))
        for name, when in (("evil.example.org", REAL), ("127.0.0.1", REAL + GOOD_FOR + timedelta(days=1)),
                           ("127.0.0.1", REAL - timedelta(days=9))):  # fmt: skip
            with self.assertRaisesRegex(
                VerificationError, "validation failed: cert is not valid at|validation failed: leaf certificate has no"
            ):
                verified(self.folder, name, when)

    def test_kept_and_renewed(self):
        """The same while it is good; anew a month before its end, or with another name; the root stays for its own."""
        pair = server_pair(self.folder, NAMES, REAL)
        root, first = root_of(self.folder, NAMES, REAL), certificate(pair.certificate)
        later = REAL + GOOD_FOR - RENEWED_BEFORE - timedelta(hours=1)
        self.assertEqual(certificate(server_pair(self.folder, NAMES, later).certificate), first)
        renewed = certificate(server_pair(self.folder, NAMES, later + timedelta(hours=2)).certificate)
        self.assertNotEqual(renewed.serial_number, first.serial_number)
        more = (*NAMES, "10.9.8.7")
        self.assertNotEqual(certificate(server_pair(self.folder, more, later).certificate), renewed)
        self.assertEqual(root_of(self.folder, more, later), root)
        for other in ("tea.example.org", "other.local"):
            elsewhere = root_of(self.folder, (*more, other), later)
            self.assertNotEqual(fingerprint(elsewhere), fingerprint(root))
        self.assertRegex(fingerprint(root), r"^([0-9A-F]{2}:){31}[0-9A-F]{2}$")

    def test_the_root_can_do_no_more(self):
        """RFC 5280, 4.2.1.3, 4.2.1.10, 4.2.1.12: it signs for servers, for these names, and nothing else."""
        root = root_of(self.folder, (*NAMES, "203.0.113.9"), REAL)
        usage = root.extensions.get_extension_for_class(x509.KeyUsage).value
        self.assertTrue(usage.key_cert_sign)
        self.assertFalse(usage.crl_sign or usage.digital_signature or usage.key_agreement)
        purpose = list(root.extensions.get_extension_for_class(x509.ExtendedKeyUsage).value)
        self.assertEqual(purpose, [x509.oid.ExtendedKeyUsageOID.SERVER_AUTH])
        bounds = root.extensions.get_extension_for_class(x509.NameConstraints).value
        named = {one.value for one in bounds.permitted_subtrees if isinstance(one, x509.DNSName)}
        self.assertEqual(named, {"localhost", "kitchen.local", "coffee.example.org"})
        networks = [one.value for one in bounds.permitted_subtrees if isinstance(one, x509.IPAddress)]
        self.assertFalse(any(ip_address("203.0.113.9") in net for net in networks if net.version == 4))
        with self.assertRaisesRegex(NotTrusted, "private addresses"):
            root_of(self.folder / "other", ("203.0.113.9",), REAL)

    def test_keys_are_private(self):
        """Nobody else on the computer reads them."""
        pair = server_pair(self.folder, NAMES, REAL)
        for path in (pair.key, self.folder / FOLDER / "root.key"):
            self.assertEqual(path.stat().st_mode & 0o077, 0)

    def test_of_ones_own(self):
        """Taken as it is; refused in a sentence where it is over, no certificate, or has another's key."""
        pair = server_pair(self.folder, NAMES, REAL)
        self.assertEqual(own_pair(pair.certificate, pair.key, REAL), pair)
        for cert, key, when, said in (
            (pair.certificate, pair.key, REAL + timedelta(days=400), "Renew it first"),
            (pair.certificate, self.folder / FOLDER / "root.key", REAL, "does not belong"),
            (pair.key, pair.key, REAL, "cannot be read"), (self.folder / "no", pair.key, REAL, "cannot be read"),
        ):  # fmt: skip
            with self.assertRaisesRegex(NotTrusted, said):
                own_pair(cert, key, when)

    def test_one_process(self):
        """A second one on the folder is refused with a sentence; after the first it may."""
        with (
            alone_on(self.folder),
            self.assertRaisesRegex(ServedAlready, "choose another folder"),
            alone_on(self.folder),
        ):
            self.fail("two at once")
        with alone_on(self.folder):
            pass


class Counting(SpooledTemporaryFile):
    """Counts what is written into it."""

    written = 0

    def write(self, piece):
        """As its base class does."""
        Counting.written += len(piece)
        return super().write(piece)


class Served(DataTest):
    """Over a real connection."""

    def setUp(self):
        """A keeper who may sign in, and a server on a free port."""
        super().setUp()
        self.reach = Reach("127.0.0.1", ("127.0.0.1",), tls=True)
        set_passphrase(save_keeper("Ada Brook", "AB", Actor(REAL)), WORDS, Actor(REAL))
        database.close()

    def serve(self, reach):
        """Begin to answer; answers the port."""
        app = create_app(self.folder, FixedClock(REAL), reach=reach)
        pair = server_pair(self.folder, reach.hosts, REAL)
        self.server = TlsServer(app, "127.0.0.1", 0, pair)
        thread = threading.Thread(target=self.server.run, daemon=True)
        thread.start()
        self.addCleanup(thread.join, 10)
        self.addCleanup(self.server.close)
        deadline = time.monotonic() + 10
        while time.monotonic() < deadline:
            with contextlib.suppress(OSError), socket.create_connection(("127.0.0.1", self.server.effective_port), 1):
                break
            time.sleep(0.02)
        return self.server.effective_port

    def strict(self):
        """A client that knows the root, checks the name, and keeps to RFC 5280."""
        context = ssl.create_default_context(cafile=str(self.folder / FOLDER / ROOT))
        context.verify_flags |= ssl.VERIFY_X509_STRICT
        return context

    def ask(self, port, path, method="GET", body=None, headers=None, context=None, host="127.0.0.1"):
        """One request; answers the response and its body."""
        line = http.client.HTTPSConnection(host, port, context=context or self.strict(), timeout=10)
        self.addCleanup(line.close)
        line.request(method, path, body, headers or {})
        answer = line.getresponse()
        return answer, answer.read().decode("utf-8", "replace")

    def test_strict_clients(self):
        """Whoever knows the root gets in by name and address; whoever does not, or asks by an old TLS, is refused."""
        port = self.serve(self.reach)
        for host in ("127.0.0.1", "localhost"):
            answer, _ = self.ask(port, "/healthz", host=host)
            self.assertEqual(answer.status, 200)
        with self.assertRaises(ssl.SSLCertVerificationError):
            self.ask(port, "/healthz", context=ssl.create_default_context())
        old = self.strict()
        old.maximum_version = ssl.TLSVersion.TLSv1_1
        with self.assertRaises(ssl.SSLError):
            self.ask(port, "/healthz", context=old)

    def test_signing_in(self):
        """Cookies travel by https alone; a local root is nothing to be held to for a year."""
        port = self.serve(self.reach)
        answer, page = self.ask(port, "/sign-in")
        cookie = answer.getheader("Set-Cookie")
        self.assertIn("Secure", cookie)
        self.assertIsNone(answer.getheader("Strict-Transport-Security"))
        token = re.search(r'name="csrf-token" content="([^"]+)"', page)[1]
        body = f"name=AB&passphrase={WORDS.replace(' ', '+')}&csrf_token={token}"
        sent = {
            "Content-Type": "application/x-www-form-urlencoded", "Cookie": cookie.split(";")[0],
            "Referer": f"https://127.0.0.1:{port}/sign-in",
        }  # fmt: skip
        answer, _ = self.ask(port, "/sign-in", "POST", body, sent)
        self.assertEqual(answer.status, 303)
        self.assertEqual(self.ask(port, "/")[0].status, 303)

    def test_bodies(self):
        """An answer without one, a head alone, one that is too large: each is answered."""
        port = self.serve(self.reach)
        answer, body = self.ask(port, "/", headers={"HX-Request": "true"})
        self.assertEqual((answer.status, body), (204, ""))
        answer, body = self.ask(port, "/healthz", "HEAD")
        self.assertEqual((answer.status, body), (200, ""))
        answer, body = self.ask(port, "/sign-in", "POST", b"x" * 400_000)
        self.assertEqual(answer.status, 413)
        self.assertIn("larger than Lamplight takes", body)

    def test_a_large_one_is_refused_before_it_is_kept(self):
        """By the length that it declares, or once more has come than fits; what fits its own address is taken in."""
        port = self.serve(self.reach)
        with mock.patch.object(bounded, "SpooledTemporaryFile", Counting):
            Counting.written = 0
            self.assertEqual(self.ask(port, "/sign-in", "POST", b"x" * 20_000_000)[0].status, 413)
            pieces = (b"x" * 65_536 for _ in range(40))  # of which nobody says how many there are
            self.assertEqual(self.ask(port, "/sign-in", "POST", pieces)[0].status, 413)
            self.assertLessEqual(Counting.written, LARGEST_FORM + ROOM)
            self.assertNotEqual(self.ask(port, "/runs/1/photo", "POST", b"x" * 2_000_000)[0].status, 413)
            self.assertGreater(Counting.written, 2_000_000)

    def test_a_slow_sender_is_told(self):
        """Half a body, and then nothing: the connection does not wait for ever."""
        with mock.patch.object(bounded, "SECONDS_FOR_A_REQUEST", 0.4):
            port = self.serve(self.reach)
            with socket.create_connection(("127.0.0.1", port), 10) as plain:
                line = self.strict().wrap_socket(plain, server_hostname="127.0.0.1")
                line.sendall(b"POST /sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 1000\r\n\r\nname=")
                said = b""
                while piece := line.recv(4096):
                    said += piece
                self.assertIn(b" 408 ", said)
                self.assertIn(b"took too long", said)

    def test_the_root_for_a_phone(self):
        """Its page and its file are open; the file is the root, and the page shows the same letters."""
        port = self.serve(self.reach)
        answer, page = self.ask(port, "/trust")
        root = certificate(self.folder / FOLDER / ROOT)
        self.assertIn(fingerprint(root), page)
        self.assertIn("<svg", page)
        line = http.client.HTTPSConnection("127.0.0.1", port, context=self.strict(), timeout=10)
        self.addCleanup(line.close)
        line.request("GET", "/trust/lamplight-root.crt")
        self.assertEqual(x509.load_der_x509_certificate(line.getresponse().read()), root)

    def test_a_certificate_that_browsers_trust(self):
        """Then a browser is told to come by https alone; there is no root to hand out."""
        port = self.serve(Reach("127.0.0.1", ("127.0.0.1",), tls=True, certified=True))
        answer, _ = self.ask(port, "/sign-in")
        self.assertEqual(answer.getheader("Strict-Transport-Security"), "max-age=31536000")
        self.assertEqual(self.ask(port, "/trust")[0].status, 404)

    def test_renewed_without_a_restart(self):
        """The next connection gets the new one."""
        port = self.serve(self.reach)
        before = ssl.get_server_certificate(("127.0.0.1", port))
        self.server.take(server_pair(self.folder, self.reach.hosts, REAL + GOOD_FOR - timedelta(days=5)))
        self.assertNotEqual(ssl.get_server_certificate(("127.0.0.1", port)), before)


class CommandLine(unittest.TestCase):
    """As it is started."""

    def test_half_a_pair(self):
        """A certificate without its key is refused in a sentence."""
        asked = [sys.executable, "-m", "lamplight", "serve", "--cert", "x.pem"]
        done = subprocess.run(asked, capture_output=True, text=True, check=False, timeout=60)
        self.assertIn("give both --cert and --key", done.stderr)
        self.assertNotEqual(done.returncode, 0)
