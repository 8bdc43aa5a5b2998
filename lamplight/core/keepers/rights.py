"""What a keeper may do: roles, each with its rights, in one table."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum

from lamplight.core.errors import InvalidInput, NotAllowed


class RoleAtSite(StrEnum):
    """What somebody is at a site."""

    LOOKER = "looker"
    AUDITOR = "auditor"
    HELPER = "helper"
    KEEPER = "keeper"
    OWNER = "owner"


class Right(StrEnum):
    """What something that is done asks for."""

    LOOK = "look"
    EXPORT = "export"
    REPORT = "report"
    DO = "do"
    CARE = "care"
    OWN = "own"


@dataclass(frozen=True)
class Role:
    """What goes with a role.

    Attributes:
        words: what somebody of it may, as they are told.
        rights: all that it may; nothing follows from another role.
        lends_a_hand: whether they can have hours, addresses and mail of a site whose machines they keep.
    """

    words: str
    rights: frozenset[Right]
    lends_a_hand: bool = True


# A new role is a member above and a line here.
ROLES: Mapping[RoleAtSite, Role] = {
    RoleAtSite.OWNER: Role("may everything: keepers, the site, what is deleted", frozenset(Right)),
    RoleAtSite.KEEPER: Role(
        "does all care, readings, lamps, supplies and settings of machines",
        frozenset({Right.LOOK, Right.REPORT, Right.DO, Right.CARE}),
    ),
    RoleAtSite.HELPER: Role(
        "ticks off, runs what is planned for them or due, reads counters, says what a lamp shows",
        frozenset({Right.LOOK, Right.REPORT, Right.DO}),
    ),
    RoleAtSite.AUDITOR: Role(
        "looks on and takes the whole book along, here and wherever else an owner lets them",
        frozenset({Right.LOOK, Right.EXPORT}),
        lends_a_hand=False,
    ),
    RoleAtSite.LOOKER: Role("looks on", frozenset({Right.LOOK})),
}
ROLE_WORDS = {role: about.words for role, about in ROLES.items()}
REFUSED = {
    Right.EXPORT: "The whole book is for an owner or an auditor to take along. Ask an owner.",
    Right.REPORT: "You look on here. Ask a keeper to write that down, or an owner to let you.",
    Right.DO: "You look on here. Ask a keeper to do that, or an owner to let you.",
    Right.CARE: "That is for a keeper. Ask one, or ask an owner to make you one.",
    Right.OWN: "That is for an owner. Ask one of them.",
}
# How long a helper may take back what they wrote themselves (as asked for by those who keep machines; no source).
OWN_SLIPS = timedelta(hours=1)


def allows(role: RoleAtSite, right: Right) -> bool:
    """Whether somebody of a role may do what asks for a right."""
    return right in ROLES[role].rights


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


def refuse_unplanned(title: str, near: bool, hands: Sequence[int | None], keeper_id: int | None) -> None:
    """Nothing, where a helper may begin a job: it is planned for them or for anybody, or it is not planned and near.

    Args:
        near: whether it is due, or falls due soon.
        hands: in whose hours its next turn of the plan lies, None for anybody's; empty where it is not planned.

    Raises:
        NotAllowed: otherwise.
    """
    if not hands and not near:
        raise NotAllowed(f"{title} is not due, so it is for a keeper to begin. Ask one.")
    if hands and not {None, keeper_id} & set(hands):
        raise NotAllowed(f"{title} is planned for somebody else. Ask them, or a keeper.")


def roles_after(
    before: Mapping[int, RoleAtSite], keeper_id: int, role: RoleAtSite | None, stays: bool = True, alone: bool = False
) -> dict[int, RoleAtSite]:
    """What everybody is after a keeper came, changed or left: one owner is left.

    Args:
        before: of those who are around, by keeper.
        keeper_id: who is changed, or came.
        role: what they become; as before where it is None, and of somebody new an owner where there is none, else a
            keeper.
        stays: whether they are around afterwards.
        alone: whether nobody signs in, as on one's own computer: then nobody has to be left, and whoever lent a hand
            inherits, or whoever is left.

    Raises:
        InvalidInput: where nobody would be left who may everything.
    """
    after = dict(before)
    if stays:
        usual = RoleAtSite.KEEPER if RoleAtSite.OWNER in before.values() else RoleAtSite.OWNER
        after[keeper_id] = role or before.get(keeper_id, usual)
    else:
        after.pop(keeper_id, None)
    owned = RoleAtSite.OWNER in after.values()
    if not owned and not stays and alone:
        heirs = {key for key, was in after.items() if ROLES[was].lends_a_hand} or set(after)
        return {key: RoleAtSite.OWNER if key in heirs else was for key, was in after.items()}
    if not owned:
        raise InvalidInput("One owner has to stay. Make somebody else one first.", "role")
    return after
