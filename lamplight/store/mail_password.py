"""The password of a site's mail server: in a file of its own, good for that server and that user alone.

It lies in no backup and in no log. Whoever names another server or user is asked for it again, so that nobody has it
sent to a server of theirs.
"""

from __future__ import annotations

import json
from pathlib import Path

from lamplight.store.files import keep_private, write_whole
from lamplight.store.mail import MailSettings


def password_file(folder: Path, site_id: int) -> Path:
    """Where a site's password lies."""
    return folder / f"mail-{site_id}.password"


def keep_password(folder: Path, site_id: int, host: str, user: str, password: str) -> None:
    """Keep a site's password with the server and the user that it belongs to; an empty one is taken away."""
    path = password_file(folder, site_id)
    if not password:
        path.unlink(missing_ok=True)
        return
    kept = {"host": host.lower(), "user": user, "password": password}
    write_whole(path, json.dumps(kept, ensure_ascii=False).encode(), replace=True)


def mail_password(folder: Path, site_id: int, settings: MailSettings | None) -> str:
    """The password for a site's server and user as they are set; empty where it is none or another's."""
    path = password_file(folder, site_id)
    if settings is None or not settings.user or not path.exists():
        return ""
    keep_private(path)
    try:
        kept = json.loads(path.read_text("utf-8"))
        own = (kept["host"], kept["user"]) == (settings.host.lower(), settings.user)
        return str(kept["password"]) if own else ""
    except (ValueError, KeyError, TypeError):
        return ""  # written by another hand; it is asked for again


def belongs_elsewhere(folder: Path, site_id: int, host: str, user: str) -> bool:
    """Whether a password is kept, and it is that of another server or user."""
    kept = password_file(folder, site_id).exists()
    return kept and not mail_password(folder, site_id, MailSettings(host=host, user=user))
