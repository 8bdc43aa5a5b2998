"""Keepers who are away, and who stands in for them."""

STATEMENTS = (
    """CREATE TABLE "keeper_absence" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "stand_in_id" INTEGER,
    "first" DATE NOT NULL,
    "last" DATE NOT NULL,
    "label" VARCHAR(80) NOT NULL,
    CHECK ("last" >= "first"),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("stand_in_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "keeper_absence_entry_id" ON "keeper_absence" ("entry_id")""",
    """CREATE INDEX "keeper_absence_site_id" ON "keeper_absence" ("site_id")""",
    """CREATE INDEX "keeper_absence_keeper_id" ON "keeper_absence" ("keeper_id")""",
    """CREATE INDEX "keeper_absence_stand_in_id" ON "keeper_absence" ("stand_in_id")""",
)


def up(migrator, db):
    """Create the table and its indexes."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
