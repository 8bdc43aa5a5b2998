"""Whether anything is lost or gives way: kills, odd requests, a crowd, and what the promise costs. Prints tables.

Bounded by its options; the defaults take about ten minutes. Ends with 1 where anything was lost or gave way.
"""

from __future__ import annotations

import argparse
import logging
import random
import sys
import tempfile
import time
from datetime import UTC, datetime
from pathlib import Path

import numpy as np
from bodies import BODIES, BODY_BYTES, SENDERS, of_server
from keepers import crowd
from kills import Kills, while_starting, while_writing
from odd_requests import ask_oddly
from slow_texts import longest
from writing import filled

from lamplight.actions.entries import write_entry
from lamplight.sight.actor import Actor
from lamplight.store.database import PRAGMAS, data_file, database


def told(name: str, found: Kills) -> bool:
    """A line of the table; whether all is well."""
    gave_way = sum(count for code, count in found.codes.items() if code >= 500)
    print(f"| {name} | {found.killed} | {found.acknowledged} | {found.lost} | {len(found.torn)} | {gave_way} |")
    for sentence in found.torn[:5]:
        print(sentence, file=sys.stderr)
    return not (found.lost or found.torn or gave_way)


def kills(times: int, chance: random.Random) -> bool:
    """Kills of every kind."""
    print("\n| killed | times | acknowledged changes | lost | torn | answers of 5xx |\n|---|---|---|---|---|---|")
    well = told("while four browsers write", while_writing(times, chance))
    return well & told("at the first start", while_starting(times // 5, chance))


def odd(times: int, chance: random.Random) -> bool:
    """Odd requests."""
    codes, broken, longest = ask_oddly(times, chance)
    print("\n| odd requests | 2xx | 3xx | 4xx | 5xx | longest, ms |\n|---|---|---|---|---|---|")
    sums = [sum(count for code, count in codes.items() if code // 100 == hundred) for hundred in (2, 3, 4, 5)]
    print(f"| {times} | {' | '.join(map(str, sums))} | {1000 * longest:.0f} |")
    for line in broken[:10]:
        print(line, file=sys.stderr)
    return not broken


def many(keepers: int, seconds: float) -> bool:
    """A crowd."""
    found = crowd(keepers, seconds)
    gave_way = sum(count for code, count in found.codes.items() if code >= 500)
    print("\n| keepers | seconds | requests | acknowledged | lost | 5xx | cut off | all come in at once, ms "
          "| then half within, ms | 95 % | longest |\n|---|---|---|---|---|---|---|---|---|---|---|")  # fmt: skip
    print(
        f"| {keepers} | {seconds:.0f} | {sum(found.codes.values())} | {len(found.tokens)} | {found.lost} | {gave_way} "
        f"| {found.gone} | {1000 * max(found.coming):.0f} | {found.percentile(50):.0f} | {found.percentile(95):.0f} "
        f"| {found.percentile(100):.0f} |"
    )
    return not (found.lost or gave_way or found.gone)


def bodies() -> bool:
    """Large bodies and slow senders, plain and with TLS."""
    print(f"\n| {BODIES} bodies of {BODY_BYTES // 1_000_000} MB, {SENDERS} slow senders | answers | MB before, most "
          "| cut off | the last after, s | a page meanwhile, ms |\n|---|---|---|---|---|---|")  # fmt: skip
    well = True
    for tls in (False, True):
        found = of_server(tls)
        codes = ", ".join(f"{count} of {code}" for code, count in sorted(found.codes.items()))
        print(f"| {'with TLS' if tls else 'plain'} | {codes} | {found.before_mb}, {found.most_mb} | {found.cut} "
              f"| {found.last_cut_s:.0f} | {1000 * found.answered_s:.0f} |", flush=True)  # fmt: skip
        well &= found.cut == SENDERS and found.most_mb < 2 * found.before_mb
    return well


def durability(changes: int) -> None:
    """What it costs that an acknowledged change outlives a power cut, both ways in turn in one run."""
    took: dict[str, list[float]] = {"normal": [], "full": []}
    for n in range(2 * changes):
        how = ("normal", "full")[n % 2]
        database.init(str(database.database), pragmas={**PRAGMAS, "synchronous": how})
        with database.connection_context():
            began = time.perf_counter()
            with database.atomic():
                write_entry("note", f"change {n}", Actor(datetime.now(UTC).replace(microsecond=0)))
            took[how].append(1000 * (time.perf_counter() - began))
    middle = {how: float(np.median(times)) for how, times in took.items()}
    print("\n| one change, median ms | synchronous=normal | synchronous=full | ratio |\n|---|---|---|---|")
    print(f"| | {middle['normal']:.2f} | {middle['full']:.2f} | {middle['full'] / middle['normal']:.2f} |")


def slow_texts() -> None:
    """The texts of kinds and procedures that take longest."""
    print("\n| text | characters | longest of 3, ms |\n|---|---|---|")
    for name, length, took in longest():
        print(f"| {name} | {length} | {took:.0f} |")


def main() -> int:
    """Everything, one after the other."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--kills", type=int, default=60)
    parser.add_argument("--requests", type=int, default=3000)
    parser.add_argument("--keepers", type=int, default=50)
    parser.add_argument("--seconds", type=float, default=120)
    parser.add_argument("--bodies", type=int, default=1, help="0 leaves them out")
    parser.add_argument("--seed", type=int, default=1)
    asked = parser.parse_args()
    logging.getLogger("waitress").setLevel(logging.ERROR)
    logging.getLogger("lamplight").setLevel(logging.ERROR)
    chance = random.Random(asked.seed)
    well = kills(asked.kills, chance) if asked.kills else True
    well &= odd(asked.requests, chance) if asked.requests else True
    well &= many(asked.keepers, asked.seconds) if asked.keepers else True
    well &= bodies() if asked.bodies else True
    with tempfile.TemporaryDirectory() as name:
        filled(Path(name))
        assert data_file(Path(name)).exists()
        durability(300)
    slow_texts()
    return 0 if well else 1


if __name__ == "__main__":
    sys.exit(main())
