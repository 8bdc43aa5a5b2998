"""Changes of every kind, as keepers make them, chosen at random."""

from __future__ import annotations

import random
import secrets
from datetime import UTC, datetime, timedelta
from pathlib import Path

from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.sites import save_site
from lamplight.core.site.calendar import OFFICE_HOURS
from lamplight.library.catalogue import kind_text, kinds, products
from lamplight.sight.actor import Actor
from lamplight.store.database import database
from lamplight.store.migrating import open_database

WEEK = (OFFICE_HOURS,) * 5 + (None,) * 2
MACHINES = 5
OWN = "removable-tabletop"
READ_PAGES = ("/", "/machines", "/readings", "/lamps", "/water", "/supplies", "/log", "/site", "/people", "/kinds")


def filled(folder: Path) -> None:
    """A data file with five machines of five kinds, each with a counter."""
    open_database(folder)
    with database.connection_context():
        start = Actor(datetime.now(UTC).replace(microsecond=0) - timedelta(days=30))
        site = save_site("Bench", "Europe/Berlin", WEEK, start)
        for n, kind in enumerate(list(kinds())[:MACHINES]):
            add_machine(site.id, MachineFields(f"Machine {n}", kind), NewMachine({"drinks": 1000 * n}), start)


def writes_a_line(path: str) -> bool:
    """Whether a form that is taken there leaves its token in the file; undoing only marks a line."""
    return not path.endswith("/undo")


def any_change(chance: random.Random) -> tuple[str, dict[str, str]]:
    """A form that is taken, with where it is sent."""
    machine, word = str(chance.randint(1, MACHINES)), secrets.token_hex(4)
    day = f"{datetime.now(UTC) - timedelta(days=chance.randint(1, 20)):%Y-%m-%d}"
    hours = {"zone": "Europe/Berlin", "open0": "1", "from0": "07:00", "to0": "18:00"}
    own = (kind_text(OWN) or "").replace(f"key: {OWN}", f"key: k-{word}")
    minute = chance.randint(10, 59)
    changes: tuple[tuple[str, dict[str, str]], ...] = (
        ("/site", {"name": f"Bench {word}", **hours}),
        ("/site/closures", {"first": day, "last": day, "label": word}),
        ("/site/absences", {"away_first": "2027-05-03", "away_last": "2027-05-07", "away_label": word}),
        ("/people", {"initials": word[:6], "name": word}),
        ("/machines/new", {"kind": "removable-tabletop", "name": f"New {word}", "counter-drinks": "7"}),
        (f"/machines/{machine}/edit", {"name": f"M {word}", "kind": list(kinds())[int(machine) - 1], "place": word}),
        ("/water/tests", {"source": "mains", "total": str(chance.randint(1, 30)), "day": day}),
        (f"/water/{machine}/filter", {"do": "in", "capacity": "100", "months": "2"}),
        (f"/lamps/{machine}", {"dark": "1"}),
        ("/supplies", {"title": f"Own {word}", "role": "descaler", "form": "liquid", "chemistry": "acid",
                       "unit": "ml", "dose": "100"}),
        ("/kinds", {"text": own}),
        ("/readings", {f"value-{machine}": str(chance.randint(0, 10**8)), f"answer-{machine}": "swapped"}),
        ("/readings/import", {"text": f"machine,counter,time,value\nMachine 0,drinks,{day} 12:{minute},0\n"}),
        ("/done", {"job": f"{machine}:outlets"}),
        ("/runs", {"begin": f"{machine}:{chance.choice(('outlets', 'drip-tray', 'tank-rinse'))}", "anyway": "1"}),
        (f"/runs/{chance.randint(1, 9)}/step", {"answer": "note", "step": "0", "text": word}),
        ("/supplies/moves", {"product": chance.choice(list(products())), "do": "bought", "amount": "2"}),
        (f"/log/{chance.randint(1, 40)}/undo", {}),
    )  # fmt: skip
    return chance.choice(changes)
