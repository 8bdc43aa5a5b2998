"""Roles and rights: what each may, by the page of the job; and laws over all of them."""

from __future__ import annotations

import itertools
import unittest
from datetime import UTC, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from lamplight.core.errors import InvalidInput, NotAllowed
from lamplight.core.keepers.rights import (
    OWN_SLIPS,
    ROLES,
    Right,
    RoleAtSite,
    allows,
    refuse_undoing,
    refuse_unplanned,
    refuse_without,
    roles_after,
)

NOW = datetime(2026, 11, 24, 9, tzinfo=UTC)
MAY = {
    RoleAtSite.LOOKER: {Right.LOOK},
    RoleAtSite.AUDITOR: {Right.LOOK, Right.EXPORT},
    RoleAtSite.HELPER: {Right.LOOK, Right.REPORT, Right.DO},
    RoleAtSite.KEEPER: {Right.LOOK, Right.REPORT, Right.DO, Right.CARE},
    RoleAtSite.OWNER: set(Right),
}


class Afterwards(unittest.TestCase):
    """Who is what once somebody came, changed or left: a table, since a law does not name them."""

    def test_each_case(self):
        """Whoever is changed without a word stays what they are; somebody new is a keeper, the first an owner."""
        look, audit, h, k, o = RoleAtSite
        for before, who, role, after in (
            ({1: o, 2: h}, 2, None, {1: o, 2: h}),
            ({1: o, 2: look}, 2, None, {1: o, 2: look}),
            ({1: o, 2: k}, 2, h, {1: o, 2: h}),
            ({1: o}, 2, None, {1: o, 2: k}),
            ({1: o}, 2, look, {1: o, 2: look}),
            ({}, 1, None, {1: o}),
            ({1: o, 2: audit}, 2, None, {1: o, 2: audit}),
            ({1: o, 2: h}, 2, o, {1: o, 2: o}),
        ):
            with self.subTest(before=before, who=who, role=role):
                self.assertEqual(roles_after(before, who, role), after)

    def test_who_leaves(self):
        """The others stay what they are; alone at a computer whoever is left inherits, else an owner has to stay."""
        _, audit, h, k, o = RoleAtSite
        self.assertEqual(roles_after({1: o, 2: h, 3: k}, 3, None, stays=False), {1: o, 2: h})
        self.assertEqual(roles_after({1: o, 2: h}, 1, None, stays=False, alone=True), {2: o})
        self.assertEqual(roles_after({1: o, 2: h}, 2, None, stays=False, alone=True), {1: o})
        self.assertEqual(roles_after({1: o, 2: h, 3: audit}, 1, None, stays=False, alone=True), {2: o, 3: audit})
        with self.assertRaisesRegex(InvalidInput, "One owner has to stay"):
            roles_after({1: o, 2: h}, 1, None, stays=False)


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
        self.assertEqual(set(ROLES), set(RoleAtSite))

    def test_undoing(self):
        """A helper within the hour and their own; a keeper another's with a reason; a looker nothing."""
        for role, own, minutes, reason in itertools.product(
            RoleAtSite, (True, False), (0, 60, 61), ("", "  ", "a slip")
        ):
            written = NOW - timedelta(minutes=minutes)
            early, why = minutes <= OWN_SLIPS.total_seconds() / 60, bool(reason.strip())
            with self.subTest(role=role, own=own, minutes=minutes, reason=reason):
                looks_on = role in (RoleAtSite.LOOKER, RoleAtSite.AUDITOR)
                if looks_on or (role is RoleAtSite.HELPER and not (own and early)):
                    wrong = NotAllowed
                else:
                    wrong = None if own or why else InvalidInput
                if wrong is None:
                    refuse_undoing(role, own, written, NOW, reason)
                else:
                    with self.assertRaises(wrong):
                        refuse_undoing(role, own, written, NOW, reason)

    @given(
        st.dictionaries(st.integers(1, 4), st.sampled_from(RoleAtSite), max_size=4), st.integers(0, 4),
        st.one_of(st.none(), st.sampled_from(RoleAtSite)), st.booleans(), st.booleans(),
    )  # fmt: skip
    def test_an_owner_stays(self, before, who, role, stays, alone):
        """Whoever comes, changes or leaves: an owner is left, or it is refused; nobody else is changed but by heirs."""
        try:
            after = roles_after(before, who, role, stays, alone)
        except InvalidInput:
            left = {key: one for key, one in before.items() if key != who}
            self.assertNotIn(RoleAtSite.OWNER, left.values())
            self.assertTrue(stays or not alone)
            return
        self.assertEqual(set(after), (set(before) | {who}) if stays else set(before) - {who})
        self.assertTrue(RoleAtSite.OWNER in after.values() or (alone and not after))
        if stays and role:
            self.assertIs(after[who], role)
        changed = {key for key in set(before) & set(after) - {who} if before[key] is not after[key]}
        self.assertTrue(not changed or (alone and not stays))
        self.assertLessEqual({after[key] for key in changed}, {RoleAtSite.OWNER})
        if changed:
            self.assertLessEqual(set(after.values()), {RoleAtSite.OWNER, RoleAtSite.AUDITOR})

    def test_by_hand(self):
        """The first owns, the next keeps; the last owner goes only from one's own computer, and the others inherit."""
        owner, keeper = RoleAtSite.OWNER, RoleAtSite.KEEPER
        self.assertEqual(roles_after({}, 0, None), {0: owner})
        self.assertEqual(roles_after({1: owner}, 0, None), {1: owner, 0: keeper})
        self.assertEqual(roles_after({1: owner, 2: keeper}, 1, None, stays=False, alone=True), {2: owner})
        self.assertEqual(roles_after({1: owner}, 1, None, stays=False, alone=True), {})
        for role in (keeper, RoleAtSite.HELPER, RoleAtSite.LOOKER):
            with self.assertRaisesRegex(InvalidInput, "One owner has to stay"):
                roles_after({1: owner, 2: keeper}, 1, role)
        with self.assertRaisesRegex(InvalidInput, "One owner has to stay"):
            roles_after({1: owner, 2: keeper}, 1, None, stays=False)


class Planned(unittest.TestCase):
    """What a helper may begin."""

    @given(st.booleans(), st.lists(st.one_of(st.none(), st.integers(1, 4)), max_size=3), st.integers(1, 4))
    def test_law(self, near, hands, helper):
        """Planned for them or for anybody, or planned for nobody and near; with a sentence otherwise."""
        may = helper in hands or None in hands if hands else near
        try:
            refuse_unplanned("Descale", near, hands, helper)
            self.assertTrue(may)
        except NotAllowed as problem:
            self.assertFalse(may)
            self.assertTrue(str(problem).endswith("."))


if __name__ == "__main__":
    unittest.main()
