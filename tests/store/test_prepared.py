"""Queries that are put together once answer like those that are put together each time."""

from __future__ import annotations

from itertools import permutations

from lamplight.store.models import Machine
from lamplight.store.prepared import LONGEST_LIST, fetched, fetched_of
from tests.base import DataTest


def between(low, high):
    """Two numbers that must not be mistaken for each other."""
    return Machine.select().where((Machine.id >= low) & (Machine.id < high))


def among(ids):
    """The machines of a list, or all."""
    found = Machine.select().order_by(Machine.id)
    return found if ids is None else found.where(Machine.id.in_(ids))


class Prepared(DataTest):
    """Each with the same numbers in every order, the second time by the kept SQL."""

    def setUp(self):
        """Five machines."""
        super().setUp()
        self.own = min(self.machine(name) for name in "ABCDE")

    def test_each_number_in_its_place(self):
        """Once more with others, so that what the first were is not kept along."""
        own = self.own
        for low, high in ((own, own + 2), (own + 2, own), (own - 3, own), (own - 3, own + 3), (own, own + 1)):
            with self.subTest(low=low - own, high=high - own):
                expected = [row.id for row in between(low, high)]
                self.assertEqual([row.id for row in fetched("between", between, low, high)], expected)

    def test_lists_of_every_length(self):
        """None is all; an empty list is none; a long one is put together each time."""
        own = self.own
        lists = [
            *permutations((own, own + 2, own + 7)),
            (),
            (own + 1,),
            tuple(range(own, own + LONGEST_LIST + 5)),
            None,
        ]
        for ids in lists:
            with self.subTest(ids=ids):
                expected = [row.id for row in among(None if ids is None else list(ids))]
                self.assertEqual([row.id for row in fetched_of("among", among, ids)], expected)
