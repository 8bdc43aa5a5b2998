"""Who does something, and when, with what right."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime

from lamplight.core.keepers.rights import Right, RoleAtSite
from lamplight.sight.rights import check_right
from lamplight.store.once import FormToken
from lamplight.store.whereabouts import first_site


@dataclass(frozen=True)
class Actor:
    """Who does something, and when.

    Attributes:
        now: aware.
        keeper_id: the keeper, or None where nobody said who they are.
        signed_in: whether they proved it with their passphrase.
        form: the token of the form that says so, which counts once.
        role: what they are at the site; None where nobody signs in, on one's own computer.
        site_id: at which site they do it; None for the first, where nobody said.
        written_at: when it came into the book, where it was done before that.
    """

    now: datetime
    keeper_id: int | None = None
    signed_in: bool = False
    form: FormToken | None = field(default=None, compare=False)
    role: RoleAtSite | None = None
    site_id: int | None = None
    written_at: datetime | None = None

    def needs(self, right: Right) -> None:
        """Nothing, where they may do what asks for a right.

        Raises:
            NotAllowed: otherwise.
        """
        check_right(self.role, right)

    def token(self) -> str | None:
        """What the line that is written now carries; see `FormToken.spend`."""
        return self.form.spend() if self.form else None


def here(actor: Actor) -> int:
    """The site to which what somebody writes for no machine belongs; the first where they said of none."""
    return actor.site_id if actor.site_id is not None else first_site()
