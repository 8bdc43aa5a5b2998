"""Stickers on machines, and what passers-by told."""

STATEMENTS = (
    """CREATE TABLE "sticker" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "token" VARCHAR(64),
    "photos" INTEGER NOT NULL DEFAULT 0,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE INDEX "sticker_entry_id" ON "sticker" ("entry_id")""",
    """CREATE INDEX "sticker_machine_id" ON "sticker" ("machine_id")""",
    """CREATE TABLE "guest_report" ("id" INTEGER NOT NULL PRIMARY KEY,
    "machine_id" INTEGER NOT NULL,
    "told" VARCHAR(10) NOT NULL,
    "at" TEXT NOT NULL,
    "shows" TEXT,
    "words" VARCHAR(200) NOT NULL DEFAULT '',
    "photo" VARCHAR(80) NOT NULL DEFAULT '',
    "times" INTEGER NOT NULL DEFAULT 1,
    "decided_at" TEXT,
    "decided_by_id" INTEGER,
    "entry_id" INTEGER,
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("decided_by_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"))""",
    """CREATE INDEX "guest_report_machine_id" ON "guest_report" ("machine_id")""",
    """CREATE INDEX "guest_report_decided_by_id" ON "guest_report" ("decided_by_id")""",
    """CREATE INDEX "guest_report_entry_id" ON "guest_report" ("entry_id")""",
)


def up(migrator, db):
    """Create the tables and their indexes."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
