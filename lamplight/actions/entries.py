"""Writing a line of the log, and doing a whole thing or nothing."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import datetime

from lamplight.actions.once import FormToken, taken_once
from lamplight.actions.rights import check_entry, check_right, check_site
from lamplight.core.errors import InvalidInput
from lamplight.core.keepers.rights import Right, RoleAtSite
from lamplight.store.models import Entry
from lamplight.store.moves import first_site, site_of_machine, site_then


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


def write_entry(
    kind: str,
    summary: str,
    actor: Actor,
    machine_id: int | None = None,
    at: datetime | None = None,
    note: str = "",
    replaces_id: int | None = None,
) -> Entry:
    """Add a line to the log; facts then hang on it.

    Raises:
        NotAllowed: where whoever does it may not, or the machine stands at another site.
    """
    check_entry(actor.role, kind)
    if machine_id is not None and actor.site_id is not None:
        # What was touched before it could be sent belongs to where the machine stood by then.
        sent_later = actor.written_at is not None
        stands = site_then(machine_id, actor.now) if sent_later else site_of_machine(machine_id)
        check_site(stands, actor.site_id)
    token = actor.token()
    with taken_once(token):
        return Entry.create(
            kind=kind, summary=summary, machine=machine_id, at=at or actor.now,
            recorded_at=actor.written_at or actor.now,
            keeper=actor.keeper_id, note=note, replaces=replaces_id, once=token,
            site=actor.site_id if machine_id is None else None,
        )  # fmt: skip


def here(actor: Actor) -> int:
    """The site to which what somebody writes for no machine belongs; the first where they said of none."""
    return actor.site_id if actor.site_id is not None else first_site()


def required(text: str, what: str, longest: int, field: str = "") -> str:
    """A trimmed text that is neither empty nor too long.

    Raises:
        InvalidInput: otherwise.
    """
    trimmed = " ".join(text.split())
    if not trimmed:
        raise InvalidInput(f"{what} is missing.", field)
    if len(trimmed) > longest:
        raise InvalidInput(f"{what} is longer than {longest} characters.", field)
    return trimmed


def optional(text: str, what: str, longest: int, field: str = "") -> str:
    """A trimmed text, possibly empty.

    Raises:
        InvalidInput: when too long.
    """
    return required(text, what, longest, field) if text.strip() else ""
