"""What panels showed, and which causes were tried."""

STATEMENTS = (
    """CREATE TABLE "panel_sighting" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    "lamps" TEXT NOT NULL,
    "message" VARCHAR(120) NOT NULL,
    "put_off" INTEGER NOT NULL,
    "value" INTEGER CHECK (value >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE INDEX "panel_sighting_entry_id" ON "panel_sighting" ("entry_id")""",
    """CREATE INDEX "panel_sighting_machine_id" ON "panel_sighting" ("machine_id")""",
    """CREATE TABLE "cause_tried" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "about" VARCHAR(80) NOT NULL,
    "cause" VARCHAR(255) NOT NULL,
    "was_it" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE INDEX "cause_tried_entry_id" ON "cause_tried" ("entry_id")""",
    """CREATE INDEX "cause_tried_machine_id" ON "cause_tried" ("machine_id")""",
)


def up(migrator, db):
    """Create every table and index."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
