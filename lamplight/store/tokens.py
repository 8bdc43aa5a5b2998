"""Tokens that open something: made at random, shown once, kept as a hash that nobody can turn back."""

from __future__ import annotations

import hashlib
import secrets

TOKEN_BYTES = 32


def fresh_token() -> str:
    """A token that nobody guesses."""
    return secrets.token_urlsafe(TOKEN_BYTES)


def hashed(token: str) -> str:
    """What the data file keeps of a token: nobody who reads the file can make the token of it."""
    return hashlib.sha256(token.encode()).hexdigest()
