"""What each line of the log asks of whoever writes it. A line of which nothing stands here is nobody's to write."""

from __future__ import annotations

from collections.abc import Mapping

from lamplight.core.errors import NotAllowed
from lamplight.core.keepers.rights import Right, RoleAtSite, refuse_without

REPORTED = ("reading", "lamp", "event", "bar", "prompt")
DONE = ("done", "run", "round", "photo", "cause", "guest")
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
