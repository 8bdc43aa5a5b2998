"""Odd requests to every address: whatever is sent, the answer is never that something gave way."""

from __future__ import annotations

import random
import tempfile
import time
from collections import Counter
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

from werkzeug.datastructures import MultiDict
from werkzeug.routing import Rule
from writing import filled

from lamplight.store.database import database
from lamplight.web import create_app
from lamplight.web.clock import FixedClock

METHODS = ("GET", "POST", "POST", "POST", "POST", "HEAD", "PUT", "DELETE", "OPTIONS", "PATCH", "TRACE")
STRANGE = (
    "",
    " ",
    "999999999999999999999999999999",
    "9" * 400,
    "٣",
    "½",
    "\x00",
    "\ud7ff",
    "'; DROP TABLE entry; --",
    "<script>alert(1)</script>",
    "{{ 7*7 }}",
    "%00",
    "a" * 5000,
    "é" * 300,
    "like: []",
    "a: .nan",
    "[" * 500,
    "key: x\ntitle: y\n",
    "machine,counter,time,value\nMachine 0,drinks,2026-11-02,5\n",
    "=1+1",
    "/\t/evil.example",
    "four tiles on a shelf",
)
WORDS_TEXT = """
    0 -1 1 2 5 1e-320 1e308 nan inf 1.5 1,5 ../../etc/passwd 2026-02-30 2026-10-25T02:30 9999-12-31T23:59
    0001-01-01T00:00 1970-01-01 24:00 07:00 18:00 DE Europe/Berlin brew-tablet descale outlets drinks milk
    removable-tabletop 1:outlets 1:brew-tablet 2:descale advance finish abandon pause note yes no on off in out
    counted bought swapped restarted right steady flashing //evil.example tests.sqlite3
"""
WORDS = WORDS_TEXT.split()
ODD = (*STRANGE, *WORDS)
FIELDS_TEXT = """
    name initials zone first last label kind place serial guess at at-was at-fold day total carbonate unit
    capacity bypass months resin do product amount key title role form chemistry dose per_l limit reason item
    trigger machine job begin step answer text until next id what level part state note lamp message cause about
    symptom order confirmed passphrase again present keeper once clock value value-1 answer-1 before-1
    counter-drinks how-descale date-descale count-descale rest source basis window_days country region open0
    from0 to0 away_first away_last away_machine dark put_off used-descaler lamp-water setting force sort
    asks_for find weeks before counter copy circuit
"""
FIELDS = FIELDS_TEXT.split()


def requests(
    rules: list[Rule], chance: random.Random
) -> Iterator[tuple[str, str, MultiDict[str, str], MultiDict[str, str]]]:
    """Method, path, query and form, without end."""
    while True:
        rule = chance.choice(rules)
        path = rule.rule
        for name in rule.arguments:
            number = str(chance.choice((1, 2, 3, 7, 0, 10**17, 10**40)))
            word = chance.choice(("brew-tablet", "removable-tabletop", "descale", "x", "a" * 300, "..", "%00", "1"))
            for given in (f"<int:{name}>", f"<path:{name}>", f"<{name}>"):
                path = path.replace(given, number if given.startswith("<int") else word)
        fields = [(chance.choice(FIELDS), chance.choice(ODD)) for _ in range(chance.randint(0, 14))]
        cut = chance.randint(0, len(fields)) if chance.random() < 0.3 else 0
        yield chance.choice(METHODS), path, MultiDict(fields[:cut]), MultiDict(fields[cut:])


def ask_oddly(times: int, chance: random.Random) -> tuple[Counter[int], list[str], float]:
    """Send so many; answers codes, what gave way, and the longest answer in seconds."""
    codes: Counter[int] = Counter()
    broken, longest = [], 0.0
    with tempfile.TemporaryDirectory() as name:
        filled(Path(name))
        app = create_app(Path(name), FixedClock(datetime.now(UTC).replace(microsecond=0)))
        app.config["WTF_CSRF_ENABLED"] = False  # what lies behind the token is what is looked at
        client = app.test_client()
        rules = [rule for rule in app.url_map.iter_rules() if rule.endpoint != "static"]
        for n, (method, path, query, form) in enumerate(requests(rules, chance)):
            if n == times:
                break
            headers = {"HX-Request": "true"} if chance.random() < 0.3 else {}
            began = time.perf_counter()
            answer = client.open(path, method=method, query_string=query, data=form, headers=headers)
            longest = max(longest, time.perf_counter() - began)
            codes[answer.status_code] += 1
            if answer.status_code >= 500:
                broken.append(f"{method} {path} {dict(query)} {dict(form)}"[:400])
        if not database.is_closed():
            database.close()
    return codes, broken, longest
