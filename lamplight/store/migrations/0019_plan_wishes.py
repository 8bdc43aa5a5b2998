"""Which risk a plan takes, and from which share of its time on care is worth it."""

STATEMENTS = (
    """CREATE TABLE "plan_wish" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "risk" REAL NOT NULL CHECK (risk > 0 AND risk < 1),
    "worth" REAL NOT NULL CHECK (worth BETWEEN 0 AND 1),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"))""",
    """CREATE INDEX "plan_wish_entry_id" ON "plan_wish" ("entry_id")""",
    """CREATE INDEX "plan_wish_site_id" ON "plan_wish" ("site_id")""",
)


def up(migrator, db):
    """Create the table and its indexes."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
