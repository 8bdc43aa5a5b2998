"""What each keeper may do at which site, and why an entry was undone. Whoever is around may everything, as before."""

STATEMENTS = (
    """CREATE TABLE "keeper_role" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "keeper_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "role" VARCHAR(10) NOT NULL CHECK (role IN ('owner', 'keeper', 'helper', 'looker')),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"))""",
    """CREATE INDEX "keeper_role_entry_id" ON "keeper_role" ("entry_id")""",
    """CREATE INDEX "keeper_role_keeper_id" ON "keeper_role" ("keeper_id")""",
    """CREATE INDEX "keeper_role_site_id" ON "keeper_role" ("site_id")""",
    """INSERT INTO "keeper_role" ("entry_id", "keeper_id", "site_id", "role")
    SELECT (SELECT MIN("entry_id") FROM "keeper_version" WHERE "keeper_id" = "keeper"."id"), "keeper"."id", "site"."id",
    'owner' FROM "keeper", "site" WHERE EXISTS (SELECT 1 FROM "keeper_version" WHERE "keeper_id" = "keeper"."id")""",
    """ALTER TABLE "entry" ADD COLUMN "undone_why" TEXT NOT NULL DEFAULT ''""",
)


def up(migrator, db):
    """Create the table and its indexes, make everybody an owner, and add the column."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
