"""A phone's authenticator in memory, by the standard (W3C Web Authentication Level 3, sections 6.1 and 6.5)."""

from __future__ import annotations

import hashlib
import json
import secrets
import struct

import cbor2
from cryptography.hazmat.primitives import hashes
from cryptography.hazmat.primitives.asymmetric import ec
from webauthn.helpers import bytes_to_base64url as text

PRESENT, VERIFIED, ATTESTED = 0x01, 0x04, 0x40


class Authenticator:
    """Holds one key; ``verified`` is whether its lock was opened."""

    def __init__(self, origin):
        self.origin, self.verified, self.count = origin, True, 0
        self.key, self.id = ec.generate_private_key(ec.SECP256R1()), secrets.token_bytes(32)

    def _client_data(self, kind, challenge):
        said = {"type": f"webauthn.{kind}", "challenge": challenge, "origin": self.origin, "crossOrigin": False}
        return json.dumps(said).encode()

    def _data(self, host, attested=b""):
        self.count += 1
        flags = PRESENT | (VERIFIED if self.verified else 0) | (ATTESTED if attested else 0)
        return hashlib.sha256(host.encode()).digest() + struct.pack(">BI", flags, self.count) + attested

    def make(self, options):
        """The answer to what a new key is asked for with."""
        numbers = self.key.public_key().public_numbers()
        key = cbor2.dumps({1: 2, 3: -7, -1: 1, -2: numbers.x.to_bytes(32, "big"), -3: numbers.y.to_bytes(32, "big")})
        attested = bytes(16) + struct.pack(">H", len(self.id)) + self.id + key
        made = {"fmt": "none", "attStmt": {}, "authData": self._data(options["rp"]["id"], attested)}
        return self._answer({
            "clientDataJSON": text(self._client_data("create", options["challenge"])),
            "attestationObject": text(cbor2.dumps(made)),
        })  # fmt: skip

    def prove(self, options):
        """The answer to what a known key is asked to sign."""
        client, data = self._client_data("get", options["challenge"]), self._data(options["rpId"])
        signature = self.key.sign(data + hashlib.sha256(client).digest(), ec.ECDSA(hashes.SHA256()))
        return self._answer({
            "clientDataJSON": text(client), "authenticatorData": text(data), "signature": text(signature),
            "userHandle": None,
        })  # fmt: skip

    def _answer(self, response):
        return {"id": text(self.id), "rawId": text(self.id), "type": "public-key", "response": response}
