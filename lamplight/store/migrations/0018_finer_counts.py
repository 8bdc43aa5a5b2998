"""Changes are counted more finely, and a plan is announced with its weight.

What no machine's book rests on no longer counts for every machine.
"""


def up(migrator, db):
    """Drop the triggers that counted so far; those of `lamplight.store.changes` are put in their place."""
    db.execute_sql('ALTER TABLE "announced_plan" ADD COLUMN "weight" REAL NOT NULL DEFAULT 0')
    db.execute_sql('ALTER TABLE "announced_plan" ADD COLUMN "least" REAL NOT NULL DEFAULT 0')
    db.execute_sql("""ALTER TABLE "announced_plan" ADD COLUMN "asked" VARCHAR(64) NOT NULL DEFAULT ''""")
    rows = db.execute_sql("SELECT name FROM sqlite_schema WHERE type = 'trigger' AND name LIKE 'count\\_%' ESCAPE '\\'")
    for (name,) in rows.fetchall():
        db.execute_sql(f'DROP TRIGGER "{name}"')
