"""Invitations to keep machines here, each good once; and on what somebody is signed in."""

STATEMENTS = (
    """CREATE TABLE "invite" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "role" VARCHAR(10) NOT NULL CHECK (role IN ('owner', 'keeper', 'helper', 'looker')),
    "hashed" VARCHAR(255) NOT NULL UNIQUE,
    "made_by_id" INTEGER,
    "made_at" TEXT NOT NULL,
    "used_at" TEXT,
    "used_by_id" INTEGER,
    "withdrawn_at" TEXT,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("made_by_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("used_by_id") REFERENCES "keeper" ("id"))""",
    """CREATE INDEX "invite_site_id" ON "invite" ("site_id")""",
    """CREATE INDEX "invite_made_by_id" ON "invite" ("made_by_id")""",
    """CREATE INDEX "invite_used_by_id" ON "invite" ("used_by_id")""",
    """ALTER TABLE "sign_in" ADD COLUMN "device" VARCHAR(40) NOT NULL DEFAULT ''""",
)


def up(migrator, db):
    """Create the table and its indexes, and add the column."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
