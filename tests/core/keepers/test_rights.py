"""Roles and rights: what each may, by the page of the job; and laws over all of them."""

from __future__ import annotations

import itertools
import unittest
from datetime import UTC, datetime, timedelta

from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import (
    LEAST,
    OWN_SLIPS,
    ROLE_WORDS,
    Right,
    RoleAtSite,
    allows,
    refuse_last_owner,
    refuse_undoing,
    refuse_without,
)

NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)
MAY = {
    RoleAtSite.LOOKER: {Right.LOOK},
    RoleAtSite.HELPER: {Right.LOOK, Right.REPORT, Right.DO},
    RoleAtSite.KEEPER: {Right.LOOK, Right.REPORT, Right.DO, Right.CARE},
    RoleAtSite.OWNER: set(Right),
}


class Rights(unittest.TestCase):
    """Who may what."""

    def test_all_of_all(self):
        """Each role with each right, and a sentence for whoever may not; every role is told in words."""
        for role, right in itertools.product(RoleAtSite, Right):
            with self.subTest(role=role, right=right):
                self.assertEqual(allows(role, right), right in MAY[role])
                if right in MAY[role]:
                    refuse_without(role, right)
                else:
                    with self.assertRaisesRegex(NotAllowed, r"[Aa]sk"):
                        refuse_without(role, right)
        self.assertEqual((set(LEAST), set(ROLE_WORDS)), (set(Right), set(RoleAtSite)))

    def test_undoing(self):
        """A helper within the hour and their own; a keeper another's with a reason; a looker nothing."""
        for role, own, minutes, reason in itertools.product(
            RoleAtSite, (True, False), (0, 60, 61), ("", "  ", "a slip")
        ):
            written = NOW - timedelta(minutes=minutes)
            early, why = minutes <= OWN_SLIPS.total_seconds() / 60, bool(reason.strip())
            with self.subTest(role=role, own=own, minutes=minutes, reason=reason):
                if role is RoleAtSite.LOOKER or (role is RoleAtSite.HELPER and not (own and early)):
                    wrong = NotAllowed
                else:
                    wrong = None if own or why else InvalidInput
                if wrong is None:
                    refuse_undoing(role, own, written, NOW, reason)
                else:
                    with self.assertRaises(wrong):
                        refuse_undoing(role, own, written, NOW, reason)

    def test_an_owner_stays(self):
        """Whoever changes or leaves: one owner is left; on one's own computer nobody has to be."""
        roles = {1: RoleAtSite.OWNER, 2: RoleAtSite.KEEPER}
        for becomes in (None, RoleAtSite.KEEPER, RoleAtSite.HELPER, RoleAtSite.LOOKER):
            with self.assertRaises(InvalidInput):
                refuse_last_owner(roles, 1, becomes)
            refuse_last_owner({**roles, 3: RoleAtSite.OWNER}, 1, becomes)
            refuse_last_owner(roles, 2, becomes)
        refuse_last_owner({1: RoleAtSite.OWNER}, 1, None, alone=True)
        for left in ({1: RoleAtSite.OWNER}, roles):
            with self.assertRaises(InvalidInput):
                refuse_last_owner(left, 1, None)
        with self.assertRaises(InvalidInput):
            refuse_last_owner(roles, 1, None, alone=True)
        refuse_last_owner({}, 0, RoleAtSite.OWNER)


if __name__ == "__main__":
    unittest.main()
