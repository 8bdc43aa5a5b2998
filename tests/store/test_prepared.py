"""Queries that are put together once answer like those that are put together each time."""

from __future__ import annotations

import sqlite3
import tempfile
from itertools import permutations
from pathlib import Path

from playhouse.test_utils import count_queries

from lamplight.actions.sites import save_keeper
from lamplight.sight.actor import Actor
from lamplight.store.database import data_file, database
from lamplight.store.migrating import open_database
from lamplight.store.models import Machine
from lamplight.store.prepared import LONGEST_LIST, fetched, fetched_of
from lamplight.store.sites import keepers
from tests.base import NOW, DataTest


def between(low, high):
    """Two numbers that must not be mistaken for each other."""
    return Machine.select().where((Machine.id >= low) & (Machine.id < high))


def among(ids):
    """The machines of a list, or all."""
    found = Machine.select().order_by(Machine.id)
    return found if ids is None else found.where(Machine.id.in_(ids))


class Remembered(DataTest):
    """Rows that are remembered are those that a query would find now."""

    def names(self):
        """Of the keepers, as they are remembered."""
        return [row.name for row in keepers()]

    def asked(self):
        """How many statements it takes to tell them."""
        with count_queries() as counted:
            self.names()
        return counted.count

    def test_asked_again_only_after_a_change(self):
        """By this thread, by another program, by a change of anything else."""
        save_keeper("Ada", "A", Actor(NOW))
        self.assertEqual((self.names(), self.asked()), (["Ada"], 0))
        save_keeper("Berta", "B", Actor(NOW))
        self.assertEqual((self.asked(), self.asked(), self.names()), (1, 0, ["Ada", "Berta"]))
        other = sqlite3.connect(data_file(self.folder))
        other.execute("UPDATE keeper_version SET name = 'Zoe' WHERE name = 'Ada'")
        other.commit()
        other.close()
        self.assertEqual((self.names(), self.asked()), (["Berta", "Zoe"], 0))

    def test_what_is_taken_back(self):
        """A transaction sees what it wrote; nobody sees it afterwards."""
        save_keeper("Ada", "A", Actor(NOW))
        self.names()
        with self.assertRaisesRegex(ZeroDivisionError, "division"), database.atomic():
            save_keeper("Berta", "B", Actor(NOW))
            self.assertEqual(self.names(), ["Ada", "Berta"])
            self.assertEqual(self.asked(), 1)
            print(1 / 0)
        self.assertEqual(self.names(), ["Ada"])

    def test_of_another_file(self):
        """Nothing of the file before."""
        save_keeper("Ada", "A", Actor(NOW))
        self.names()
        with tempfile.TemporaryDirectory() as folder:
            database.close()
            open_database(Path(folder))
            self.assertEqual(self.names(), [])
            database.close()


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
