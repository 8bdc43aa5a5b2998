"""Fifty keepers: all sign in at one moment; then each reads and writes."""

from __future__ import annotations

import http.client
import random
import tempfile
import threading
import time
from collections import Counter
from dataclasses import dataclass, field
from datetime import UTC, datetime
from pathlib import Path

import numpy as np
from served import Browser, Served, tokens_in
from writing import READ_PAGES, any_change, filled, writes_a_line

from lamplight.actions.passphrases import set_passphrase
from lamplight.actions.sites import save_keeper
from lamplight.sight.actor import Actor
from lamplight.store.database import data_file, database
from lamplight.web.addresses import Reach

WORDS = "four tiles on a shelf"
ELSEWHERE = "127.0.0.2"  # no loopback name of ours, so that keepers sign in
SHARE_OF_CHANGES = 0.3


@dataclass
class Crowd:
    """What all of them met with."""

    codes: Counter[int] = field(default_factory=Counter)
    took: list[float] = field(default_factory=list)
    coming: list[float] = field(default_factory=list)
    tokens: list[str] = field(default_factory=list)
    lost: int = 0
    gone: int = 0

    def percentile(self, share: float) -> float:
        """So many in a hundred were answered within so many milliseconds, once everybody was in."""
        return 1000 * float(np.percentile(self.took, share))


def _live(served: Served, name: str, seconds: float, crowd: Crowd, everybody: threading.Barrier) -> None:
    chance = random.Random(name)
    browser = Browser(served)
    try:
        browser.meet("/sign-in")
        browser.send("/sign-in", {"name": name, "passphrase": WORDS})
        browser.meet()
        crowd.coming += browser.took
        browser.took = []
        everybody.wait()
        time.sleep(chance.uniform(0.0, 3.5))
        until = time.monotonic() + seconds
        while time.monotonic() < until:
            if chance.random() < SHARE_OF_CHANGES:
                path, form = any_change(chance)
                code, once = browser.send(path, form)
                if code == 303 and writes_a_line(path):
                    crowd.tokens.append(once)
            else:
                browser.ask("GET", chance.choice(READ_PAGES))
            time.sleep(chance.uniform(1.0, 6.0))  # a person reads for a moment
    except (OSError, http.client.HTTPException):
        crowd.gone += 1
    crowd.codes.update(browser.codes)
    crowd.took += browser.took


def crowd(keepers: int, seconds: float) -> Crowd:
    """So many keepers for so long."""
    found = Crowd()
    with tempfile.TemporaryDirectory() as folder_name:
        folder = Path(folder_name)
        filled(folder)
        now = Actor(datetime.now(UTC).replace(microsecond=0))
        with database.connection_context():
            for n in range(keepers):
                set_passphrase(save_keeper(f"Keeper {n}", f"K{n}", now), WORDS, now)
        served = Served(folder, Reach(ELSEWHERE))
        served.begin()
        served.wait()
        everybody = threading.Barrier(keepers)
        several = [
            threading.Thread(target=_live, args=(served, f"K{n}", seconds, found, everybody), name=f"K{n}")
            for n in range(keepers)
        ]
        for one in several:
            one.start()
        for one in several:
            one.join()
        served.kill()
        found.lost = len(set(found.tokens) - tokens_in(data_file(folder)))
    return found
