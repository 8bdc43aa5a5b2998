"""Passkeys of keepers, the challenges that they answer, and who asks for both steps."""

STATEMENTS = (
    """CREATE TABLE "passkey" ("id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL,
    "credential" VARCHAR(1400) NOT NULL UNIQUE,
    "public_key" BLOB NOT NULL,
    "counted" INTEGER NOT NULL,
    "host" VARCHAR(255) NOT NULL,
    "name" VARCHAR(40) NOT NULL,
    "made_at" TEXT NOT NULL,
    "used_at" TEXT,
    "ended_at" TEXT,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "passkey_keeper_id" ON "passkey" ("keeper_id")""",
    """CREATE TABLE "challenge" ("id" INTEGER NOT NULL PRIMARY KEY,
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "keeper_id" INTEGER,
    "made_at" TEXT NOT NULL,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "challenge_keeper_id" ON "challenge" ("keeper_id")""",
    """CREATE TABLE "two_steps" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "wanted" INTEGER NOT NULL CHECK ("wanted" IN (0, 1)),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "two_steps_entry_id" ON "two_steps" ("entry_id")""",
    """CREATE INDEX "two_steps_keeper_id" ON "two_steps" ("keeper_id")""",
)


def up(migrator, db):
    """Create the tables and their indexes."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
