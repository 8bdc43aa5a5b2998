"""Whoever uses the application as its pages offer it meets no page that gives way, whatever week it is.

A life is lived by `make test`, another one by another `LAMPLIGHT_SEED`; ``LAMPLIGHT_LIVES=20 LAMPLIGHT_STEPS=200``
lives more and longer ones.
"""

from __future__ import annotations

import logging
import os
from datetime import timedelta
from random import Random

from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.sites import save_keeper
from lamplight.core.keepers.rights import RoleAtSite
from lamplight.lines import notify as turns
from lamplight.sight.actor import Actor
from lamplight.sight.cache import forget
from lamplight.store.database import database, open_file
from lamplight.store.models import Entry, Machine, Run
from lamplight.web.addresses import Reach
from lamplight.web.clock import FixedClock
from tests.base import NOW, DataTest, tested_app
from tests.living.sane_user import SaneUser
from tests.made_demo import copied_demo

LIVES, STEPS = int(os.environ.get("LAMPLIGHT_LIVES", "1")), int(os.environ.get("LAMPLIGHT_STEPS", "16"))
FIRST_SEED = int(os.environ.get("LAMPLIGHT_SEED", "1"))
EVERYBODYS = (
    "/", "/round", "/round/sheet", "/plan", "/plan/week", "/plan/year", "/machines", "/readings", "/lamps", "/water",
    "/supplies", "/supplies/list", "/supplies/costs", "/log", "/log/runs", "/mail", "/mail/preview/morning",
    "/mail/preview/week", "/people", "/site", "/hours", "/guests", "/sites", "/kinds", "/procedures",
)  # fmt: skip
OF_A_MACHINE = ("/machines/{}", "/lamps/{}", "/water/{}", "/machines/{}/settings", "/readings/{}",
                "/machines/{}/handover", "/machines/{}/programmes", "/sites/move/{}")  # fmt: skip


class RandomUser(DataTest):
    """Lives from an empty book, a site without machines, and the demo; with and without signing in."""

    with_site = False

    def live(self, seed, folder):
        """One life in a folder of its own; answers what went wrong."""
        folder.mkdir()
        chance = Random(seed)
        begins = ("empty", "demo", "demo in the network")[seed % 3]
        self.clock = FixedClock(NOW)
        if begins != "empty":
            copied_demo(folder)
        reach = Reach("192.168.4.7") if begins.endswith("network") else Reach()
        if begins.endswith("network"):
            open_file(folder)
            with database.connection_context():
                owner = save_keeper("Ona Owner", "OO", Actor(NOW), role=RoleAtSite.OWNER)
                set_passphrase(owner, "four tiles on a shelf", Actor(NOW))
            database.close()
        app = tested_app(folder, self.clock, testing=True, reach=reach)
        user = SaneUser(app.test_client(), chance, lambda: self.clock.moment)
        if begins.endswith("network"):
            user.account = ("OO", "four tiles on a shelf")
            user.sign_in(*user.account)
        if begins == "empty":
            user.begin_a_book()
        wrong = []
        for number in range(STEPS):
            for act in (
                lambda: user.step(self.places()),
                lambda: self.look(user, chance),
                lambda: self.time_goes_on(chance),
            ):
                try:
                    answer = act()
                    problem = f"{answer.code} {answer.path}" if answer and answer.code >= 500 else ""
                except Exception as raised:
                    import traceback

                    where = traceback.extract_tb(raised.__traceback__)
                    own = [frame for frame in where if "/lamplight/" in frame.filename][-1:] or where[-1:]
                    problem = f"{type(raised).__name__}: {raised} at {own[0].filename}:{own[0].lineno}"
                if problem:
                    wrong.append(f"seed {seed}, step {number}: {problem}; after {user.told[-4:]}")
            if len(wrong) >= 3:
                break
        # What fails in the background is told in the log rather than raised.
        with database.connection_context():
            wrong += [row.summary for row in Entry.select().where(Entry.kind == "trouble")]
        return wrong

    def places(self):
        """Where somebody goes on their own: every machine's pages, open runs twice, what everybody opens."""
        database.connect(reuse_if_open=True)
        machines = [row.id for row in Machine.select(Machine.id)]
        runs = [f"/runs/{row.id}" for row in Run.select(Run.id).order_by(Run.id.desc()).limit(4)]
        database.close()
        of_machines = [path.format(number) for path in OF_A_MACHINE for number in machines]
        return [*EVERYBODYS, *of_machines, *runs * 6]

    def look(self, user, chance):
        """The pages that everybody opens: a few at each step."""
        kept = user.here
        database.connect(reuse_if_open=True)
        machines = [row.id for row in Machine.select(Machine.id)]
        runs = [row.id for row in Run.select(Run.id)]
        database.close()
        paths = list(chance.sample(EVERYBODYS, 1))
        if machines and chance.random() < 0.5:
            paths.append(chance.choice(OF_A_MACHINE).format(chance.choice(machines)))
        if runs and chance.random() < 0.5:
            paths.append(f"/runs/{chance.choice(runs[-3:])}")
        answers = [user.open("/"), *(user.open(path, chance.random() < 0.2) for path in paths)]
        user.here = kept
        return max(answers, key=lambda answer: answer.code)

    def time_goes_on(self, chance):
        """Minutes, sometimes a day or a week; and what the application then does by itself."""
        self.clock.moment += timedelta(minutes=chance.choice((0, 0, 0, 1, 3, 12, 40)))
        if chance.random() < 0.12:
            self.clock.moment += timedelta(days=chance.choice((1, 1, 2, 5, 9)), hours=chance.randint(-6, 6))
        if chance.random() < 0.2:
            with database.connection_context():

                def post(*_):
                    return lambda *_: None

                turns.look_around(self.clock.moment)
                turns.notify(post, self.clock.moment)
                turns.plan_anew(self.clock.moment)

    def test_lives(self):
        """No answer of 500 or more, and nothing that is done by itself stumbles."""
        logging.getLogger("lamplight").setLevel(logging.CRITICAL)
        self.addCleanup(logging.getLogger("lamplight").setLevel, logging.NOTSET)
        for seed in range(FIRST_SEED, FIRST_SEED + LIVES):
            with self.subTest(seed=seed):
                database.close()
                forget()
                self.assertEqual(self.live(seed, self.folder / f"life {seed}"), [])
