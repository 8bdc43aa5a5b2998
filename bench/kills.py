"""Killing the server at random moments: whether everything that was acknowledged is there afterwards, and whole."""

from __future__ import annotations

import http.client
import random
import shutil
import sqlite3
import tempfile
import threading
import time
from collections import Counter
from dataclasses import dataclass, field
from pathlib import Path

from served import Browser, Served, tokens_in
from writing import any_change, filled, writes_a_line

from lamplight.core.errors import LamplightError
from lamplight.store.database import data_file
from lamplight.store.schema import examine

WRITERS = 4


@dataclass
class Kills:
    """What came of all of them."""

    killed: int = 0
    acknowledged: int = 0
    lost: int = 0
    torn: list[str] = field(default_factory=list)
    codes: Counter[int] = field(default_factory=Counter)

    def look(self, folder: Path, tokens: list[str]) -> None:
        """Everything that was acknowledged is in the file, which is sound."""
        try:
            examine(data_file(folder))
        except LamplightError as problem:
            self.torn.append(str(problem))
            return
        with sqlite3.connect(data_file(folder)) as raw:
            self.torn += [str(row) for row in raw.execute("PRAGMA foreign_key_check").fetchall()]
        raw.close()
        self.acknowledged += len(tokens)
        self.lost += len(set(tokens) - tokens_in(data_file(folder)))


def _write(served: Served, seed: int, tokens: list[str], codes: Counter[int]) -> None:
    """Until the server is gone."""
    chance = random.Random(seed)
    try:
        browser = Browser(served)
        browser.meet()
        while True:
            path, form = any_change(chance)
            code, once = browser.send(path, form)
            codes[code] += 1
            if code == 303 and writes_a_line(path):
                tokens.append(once)
    except (OSError, http.client.HTTPException):
        return


def while_writing(times: int, chance: random.Random) -> Kills:
    """Four browsers write; the server is killed; it is started again on the same folder."""
    found, tokens = Kills(), list[str]()
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        filled(folder)
        for n in range(times):
            served = Served(folder)
            served.begin()
            if not served.wait():
                found.torn.append("it did not start again")
                break
            fresh: list[str] = []
            writers = [
                threading.Thread(target=_write, args=(served, chance.randrange(10**9), fresh, found.codes))
                for _ in range(WRITERS)
            ]
            for writer in writers:
                writer.start()
            time.sleep(chance.uniform(0.02, 1.2))
            served.kill()
            for writer in writers:
                writer.join()
            found.killed += 1
            tokens += fresh
            if n % 25 == 24:  # a file that grows for ever makes every later start slower
                found.look(folder, tokens)
                tokens = []
                shutil.rmtree(folder)
                filled(folder)
        found.look(folder, tokens)
    return found


def while_starting(times: int, chance: random.Random) -> Kills:
    """Killed during the first start; the next start finishes it."""
    found = Kills()
    for _ in range(times):
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            served = Served(folder)
            served.begin()
            time.sleep(chance.uniform(0.0, 0.35))
            served.kill()
            found.killed += 1
            again = Served(folder)
            again.begin()
            if not again.wait():
                found.torn.append("it did not start again")
            again.kill()
            found.look(folder, [])
    return found
