"""Every table of the facts; `0001_baseline.sql` beside it is what a data file begins with."""

import sqlite3
from pathlib import Path


def up(migrator, db):
    """Run its statements one by one, so that they stay in one transaction."""
    pending = ""
    for line in Path(__file__).with_suffix(".sql").read_text("utf-8").splitlines(keepends=True):
        pending += line
        if sqlite3.complete_statement(pending):
            db.execute_sql(pending)
            pending = ""
