"""What a keeper may do: four roles, each of which may all that the one before it may."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime, timedelta
from enum import StrEnum

from lamplight.core.errors import InvalidInput, NotAllowed


class RoleAtSite(StrEnum):
    """What somebody is at a site."""

    LOOKER = "looker"
    HELPER = "helper"
    KEEPER = "keeper"
    OWNER = "owner"


class Right(StrEnum):
    """What something that is done asks for."""

    LOOK = "look"
    REPORT = "report"
    DO = "do"
    CARE = "care"
    OWN = "own"


ROLES = tuple(RoleAtSite)
LEAST = {
    Right.LOOK: RoleAtSite.LOOKER,
    Right.REPORT: RoleAtSite.HELPER,
    Right.DO: RoleAtSite.HELPER,
    Right.CARE: RoleAtSite.KEEPER,
    Right.OWN: RoleAtSite.OWNER,
}
ROLE_WORDS = {
    RoleAtSite.OWNER: "may everything: keepers, the site, what is deleted",
    RoleAtSite.KEEPER: "does all care, readings, lamps, supplies and settings of machines",
    RoleAtSite.HELPER: "ticks off, runs what is due, reads counters, says what a lamp shows",
    RoleAtSite.LOOKER: "looks on",
}
REFUSED = {
    Right.REPORT: "You look on here. Ask a keeper to write that down, or an owner to let you.",
    Right.DO: "You look on here. Ask a keeper to do that, or an owner to let you.",
    Right.CARE: "That is for a keeper. Ask one, or ask an owner to make you one.",
    Right.OWN: "That is for an owner. Ask one of them.",
}
# How long a helper may take back what they wrote themselves (as asked for by those who keep machines; no source).
OWN_SLIPS = timedelta(hours=1)


def allows(role: RoleAtSite, right: Right) -> bool:
    """Whether somebody of a role may do what asks for a right."""
    return ROLES.index(role) >= ROLES.index(LEAST[right])


def refuse_without(role: RoleAtSite, right: Right) -> None:
    """Nothing, where a role has a right.

    Raises:
        NotAllowed: otherwise, with a sentence that says whom to ask.
    """
    if not allows(role, right):
        raise NotAllowed(REFUSED.get(right, REFUSED[Right.CARE]))


def refuse_undoing(role: RoleAtSite, own: bool, written_at: datetime, now: datetime, reason: str) -> None:
    """Nothing, where somebody may undo an entry, or put it back.

    Args:
        role: theirs.
        own: whether they wrote it themselves.
        written_at: when it was written down, aware.
        now: aware.
        reason: why, where it is another's.

    Raises:
        NotAllowed: for a looker, and for a helper with what is another's or older than an hour.
        InvalidInput: for another's entry without a reason.
    """
    refuse_without(role, Right.REPORT)
    if not allows(role, Right.CARE) and not (own and now - written_at <= OWN_SLIPS):
        raise NotAllowed("A helper takes back what they wrote themselves within the hour. Ask a keeper to undo this.")
    if not own and not reason.strip():
        raise InvalidInput("Somebody else wrote that. Say why it is undone.", "reason")


def refuse_last_owner(
    roles: Mapping[int, RoleAtSite], keeper_id: int, becomes: RoleAtSite | None, alone: bool = False
) -> None:
    """Nothing, where an owner is left.

    Args:
        roles: of those who are around, by keeper.
        keeper_id: who is changed.
        becomes: their new role; None where they leave.
        alone: whether nobody has to be left at all, as on one's own computer.

    Raises:
        InvalidInput: where nobody would be left who may everything.
    """
    left = [role for role in {**roles, keeper_id: becomes}.values() if role is not None]
    if RoleAtSite.OWNER not in left and (left or not alone):
        raise InvalidInput("One owner has to stay. Make somebody else one first.", "role")
