"""Tokens by which other programs write readings and lamps, or read."""

STATEMENTS = (
    """CREATE TABLE "api_token" ("id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL,
    "scope" VARCHAR(10) NOT NULL CHECK (scope IN ('readings', 'lamps', 'read')),
    "name" VARCHAR(60) NOT NULL,
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "made_at" TEXT NOT NULL,
    "ended_at" TEXT,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "api_token_keeper_id" ON "api_token" ("keeper_id")""",
)


def up(migrator, db):
    """Create the table and its index."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
