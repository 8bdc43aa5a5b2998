"""Changes of every kind, as keepers make them, chosen at random."""

from __future__ import annotations

import random
import secrets
from datetime import UTC, datetime, timedelta
from pathlib import Path

from lamplight.actions.entries import Actor
from lamplight.actions.machines import MachineFields, NewMachine, add_machine
from lamplight.actions.opening import open_book
from lamplight.actions.sites import save_site
from lamplight.core.site.calendar import OFFICE_HOURS
from lamplight.library.catalogue import kind_text, kinds
from lamplight.store.database import database

WEEK = (OFFICE_HOURS,) * 5 + (None,) * 2
MACHINES = 5
OWN = "removable-tabletop"
READ_PAGES = ("/", "/machines", "/readings", "/lamps", "/water", "/supplies", "/log", "/site", "/people", "/kinds")


def filled(folder: Path) -> None:
    """A data file with five machines of five kinds, each with a counter."""
    open_book(folder)
    with database.connection_context():
        start = Actor(datetime.now(UTC).replace(microsecond=0) - timedelta(days=30))
        site = save_site("Bench", "Europe/Berlin", WEEK, start)
        for n, kind in enumerate(list(kinds())[:MACHINES]):
            add_machine(site.id, MachineFields(f"Machine {n}", kind), NewMachine({"drinks": 1000 * n}), start)


def any_change(chance: random.Random) -> tuple[str, dict[str, str]]:
    """A form that is taken, with where it is sent."""
    machine, word = str(chance.randint(1, MACHINES)), secrets.token_hex(4)
    day = f"{datetime.now(UTC) - timedelta(days=chance.randint(1, 20)):%Y-%m-%d}"
    hours = {"zone": "Europe/Berlin", "open0": "1", "from0": "07:00", "to0": "18:00"}
    own = (kind_text(OWN) or "").replace(f"key: {OWN}", f"key: k-{word}")
    changes = (
        ("/site", {"name": f"Bench {word}", **hours}),
        ("/site/closures", {"first": day, "last": day, "label": word}),
        ("/site/absences", {"away_first": "2027-05-03", "away_last": "2027-05-07", "away_label": word}),
        ("/people", {"initials": word[:6], "name": word}),
        ("/machines/new", {"kind": "removable-tabletop", "name": f"New {word}", "counter-drinks": "7"}),
        (f"/machines/{machine}/edit", {"name": f"M {word}", "kind": list(kinds())[int(machine) - 1], "place": word}),
        ("/water/tests", {"source": "mains", "total": str(chance.randint(1, 30)), "day": day}),
        (f"/water/{machine}/filter", {"do": "in", "capacity": "100", "months": "2"}),
        (f"/lamps/{machine}", {"dark": "1"}),
        ("/supplies", {"title": f"Own {word}", "role": "descaler", "form": "liquid", "chemistry": "citric",
                       "unit": "ml", "dose": "100"}),
        ("/kinds", {"text": own}),
        ("/readings", {f"value-{machine}": str(chance.randint(0, 10**8)), f"answer-{machine}": "swapped"}),
        (f"/readings/{machine}/preview", {f"value-{machine}": "7"}),
    )  # fmt: skip
    return chance.choice(changes)
