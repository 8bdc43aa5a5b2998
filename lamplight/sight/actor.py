"""Who does something, with what right, and what each line of the log asks of whoever writes it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime

from lamplight.core.errors import NotAllowed
from lamplight.core.keepers.rights import Right, RoleAtSite, refuse_without
from lamplight.store.once import FormToken
from lamplight.store.rights import roles_by_site
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


REPORTED = ("reading", "lamp", "event", "bar", "prompt")
DONE = ("done", "close", "run", "round", "photo", "cause", "guest")
CARED = (
    "absence", "correction", "dose", "feed", "filter", "hours", "import", "keeper away", "kind", "kind built",
    "limit", "machine", "mail", "manual", "moved", "part", "plan", "price", "procedure", "product", "put off",
    "removal", "setup", "shared", "sticker", "stock", "supply", "switch", "told", "water", "ways",
)  # fmt: skip
OWNED = ("closure", "keeper", "money", "site", "trouble")
ENTRY_NEEDS: Mapping[str, Right] = {
    "access": Right.LOOK,  # signing in and out; who may invite or end another's is asked there
    "passphrase": Right.LOOK,  # their own; that of another is asked about where it is set
    **dict.fromkeys(REPORTED, Right.REPORT),
    **dict.fromkeys(DONE, Right.DO),
    **dict.fromkeys(CARED, Right.CARE),
    **dict.fromkeys(OWNED, Right.OWN),
}


def check_right(role: RoleAtSite | None, right: Right) -> None:
    """Nothing, where somebody of a role may do what asks for a right; nor where nobody signs in, on one's own computer.

    Raises:
        NotAllowed: otherwise.
    """
    if role is not None:
        refuse_without(role, right)


def check_site(stands: int | None, site_id: int) -> None:
    """Nothing, where a machine stands at the site at which something is done to it.

    Raises:
        NotAllowed: otherwise.
    """
    if stands != site_id:
        raise NotAllowed("That machine stands at another site. Go there first, in the corner of the wall.")


def check_entry(role: RoleAtSite | None, kind: str) -> None:
    """The same for a line of the log of some kind.

    Raises:
        NotAllowed: where the role may not write it, or nobody may since nothing is said of its kind.
    """
    if role is not None and kind not in ENTRY_NEEDS:
        raise NotAllowed(f"Nobody was ever allowed to write “{kind}”.")
    check_right(role, ENTRY_NEEDS.get(kind, Right.OWN))


def needs_over(actor: Actor, keeper_id: int) -> None:
    """Nothing, where somebody decides about themselves, or owns every site at which the other keeps machines.

    Raises:
        NotAllowed: otherwise; who owns one site alone says nothing about the keepers of another.
    """
    if actor.role is None or keeper_id == actor.keeper_id:
        return
    actor.needs(Right.OWN)
    served = [roles for roles in roles_by_site().values() if keeper_id in roles]
    if any(roles.get(actor.keeper_id or 0) is not RoleAtSite.OWNER for roles in served):
        raise NotAllowed("They serve another site as well. Ask somebody who owns both.")


def known_to(actor: Actor) -> set[int] | None:
    """Keepers whom somebody may bring along from another site, since they own that as well; None for all of them."""
    if actor.role is None:
        return None
    owned = [roles for roles in roles_by_site().values() if roles.get(actor.keeper_id or 0) is RoleAtSite.OWNER]
    return {keeper_id for roles in owned for keeper_id in roles}
