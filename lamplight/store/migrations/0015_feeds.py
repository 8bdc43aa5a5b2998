"""Addresses that answer without signing in, calendars and screens; only a hash of each is kept."""

STATEMENTS = (
    """CREATE TABLE "feed_version" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "keeper_id" INTEGER,
    "kind" VARCHAR(20) NOT NULL,
    "hashed" VARCHAR(64) NOT NULL,
    "alarm_minutes" INTEGER NOT NULL CHECK (alarm_minutes >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "feed_version_entry_id" ON "feed_version" ("entry_id")""",
    """CREATE INDEX "feed_version_site_id" ON "feed_version" ("site_id")""",
    """CREATE INDEX "feed_version_keeper_id" ON "feed_version" ("keeper_id")""",
)


def up(migrator, db):
    """Create every table and index."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
