"""Every address of the application with arguments that exist, and one form that most of them would act on."""

from __future__ import annotations

from lamplight.store.database import database
from tests.base import NOW

AT = f"{NOW:%Y-%m-%dT%H:%M}"
DAY = f"{NOW:%Y-%m-%d}"
# One form for all: a view takes from it what it knows.
FORM = {
    "name": "Walked", "initials": "WA", "zone": "Europe/Berlin", "open0": "1", "from0": "08:00", "to0": "17:00",
    "first": DAY, "last": DAY, "label": "walk", "away_first": DAY, "away_last": DAY, "country": "DE", "region": "BE",
    "kind": "removable-tabletop", "counter-drinks": "5", "value-1": "999999", "value": "4", "at": AT, "day": DAY,
    "job": "1:outlets", "item": "brew-tablet", "trigger": "drinks", "limit": "99", "reason": "walk", "machine": "1",
    "do": "counted", "product": "brew-tablet", "amount": "7", "key": "own-tablet", "title": "Own", "unit": "tablet",
    "role": "brew-cleaner", "form": "tablet", "chemistry": "brew-tablet", "dose": "1", "source": "mains",
    "total": "12", "capacity": "100", "months": "2", "state": "broken", "part": "drip-tray", "note": "cracked",
    "what": "first-drink", "level": "0.5", "dark": "1", "answer": "yes", "about": "pattern", "cause": "x",
    "until": f"{NOW:%Y-%m-%d}T20:00", "text": f"machine,counter,time,value\nHall,drinks,{NOW:%Y-%m-%d}T07:00,1001\n",
    "passphrase": "four tiles on a shelf", "again": "four tiles on a shelf", "keeper": "1", "next": "/", "id": "1",
    "basis": "whichever-first", "window_days": "3", "step": "0", "confirmed": "1", "begin": "1:outlets",
}  # fmt: skip


def addresses(app, rows=1, key="removable-tabletop", left_out=("static",)):
    """Each rule of the application with its arguments filled in."""
    for rule in sorted(app.url_map.iter_rules(), key=lambda rule: rule.rule):
        if rule.endpoint not in left_out:
            values = {name: rows if "int:" in rule.rule and name.endswith("_id") else key for name in rule.arguments}
            with app.test_request_context():
                yield rule, app.url_map.bind("localhost").build(rule.endpoint, values, force_external=False)


def contents():
    """Everything that stands in the data file, table by table."""
    tables = sorted(database.get_tables())
    return {table: database.execute_sql(f'SELECT * FROM "{table}"').fetchall() for table in tables}
