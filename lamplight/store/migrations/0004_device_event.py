"""What happened at a machine by itself: its first drink after the drawer was out, a refill of its tank."""

STATEMENTS = (
    """CREATE TABLE "device_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "what" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE INDEX "device_event_entry_id" ON "device_event" ("entry_id")""",
    """CREATE INDEX "device_event_machine_id" ON "device_event" ("machine_id")""",
)


def up(migrator, db):
    """Create the table and its indexes."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
