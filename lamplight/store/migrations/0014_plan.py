"""What keepers chose in the plan of the weeks ahead, and what was announced."""

STATEMENTS = (
    """CREATE TABLE "plan_pin" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "item" VARCHAR(60) NOT NULL,
    "start" TEXT NOT NULL,
    "held" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE INDEX "plan_pin_entry_id" ON "plan_pin" ("entry_id")""",
    """CREATE INDEX "plan_pin_machine_id" ON "plan_pin" ("machine_id")""",
    """CREATE TABLE "announced_plan" ("id" INTEGER NOT NULL PRIMARY KEY,
    "site_id" INTEGER NOT NULL,
    "made_at" TEXT NOT NULL,
    "rests_on" TEXT NOT NULL,
    "visits" TEXT NOT NULL,
    "moved" TEXT NOT NULL,
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"))""",
    """CREATE INDEX "announced_plan_site_id" ON "announced_plan" ("site_id")""",
)


def up(migrator, db):
    """Create every table and index."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
