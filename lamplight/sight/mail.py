"""What keepers want to be told by mail."""

from __future__ import annotations

from lamplight.store.mail import WishesRow, wishes_rows
from lamplight.store.sites import SiteRow


def wishes_of_token(site: SiteRow, token: str) -> WishesRow | None:
    """Whose mails a link stops; None for a link that is none, or of somebody who gets none."""
    return next((row for row in wishes_rows(site.id) if row.stop_token == token), None)
