"""The hours that keepers have for the machines, how far it is between places, and rounds."""

STATEMENTS = (
    """CREATE TABLE "slots_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "slots" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"))""",
    """CREATE INDEX "slots_version_entry_id" ON "slots_version" ("entry_id")""",
    """CREATE INDEX "slots_version_site_id" ON "slots_version" ("site_id")""",
    """CREATE TABLE "walks_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "home" VARCHAR(80) NOT NULL,
    "seconds" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"))""",
    """CREATE INDEX "walks_version_entry_id" ON "walks_version" ("entry_id")""",
    """CREATE INDEX "walks_version_site_id" ON "walks_version" ("site_id")""",
    """CREATE TABLE "round" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "begun_at" TEXT NOT NULL,
    "until" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "round_entry_id" ON "round" ("entry_id")""",
    """CREATE INDEX "round_site_id" ON "round" ("site_id")""",
    """CREATE INDEX "round_keeper_id" ON "round" ("keeper_id")""",
    """CREATE TABLE "round_event" ("id" INTEGER NOT NULL PRIMARY KEY,
    "round_id" INTEGER NOT NULL,
    "kind" VARCHAR(20) NOT NULL,
    "at" TEXT NOT NULL,
    "keeper_id" INTEGER,
    "text" TEXT NOT NULL DEFAULT '',
    FOREIGN KEY ("round_id") REFERENCES "round" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "round_event_round_id" ON "round_event" ("round_id")""",
    """CREATE INDEX "round_event_keeper_id" ON "round_event" ("keeper_id")""",
)


def up(migrator, db):
    """Create every table and index."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
