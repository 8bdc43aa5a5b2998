"""What an item is counted from without having been done, and filters that are like the one before."""

STATEMENTS = (
    """ALTER TABLE "care_done" ADD COLUMN "start" VARCHAR(20) NOT NULL DEFAULT 'done'""",
    # What was said when a machine was added: what was due then was written as done more than ten years before, and
    # what was new or counted from then on as done in that very second.
    """UPDATE "care_done" SET "start" = 'due from the outset', "at" = (
        SELECT e."at" FROM "entry" AS e WHERE e."id" = "care_done"."entry_id")
    WHERE "at" IS NOT NULL AND "entry_id" IN (SELECT "id" FROM "entry" WHERE "kind" = 'machine') AND
        julianday("at") < (SELECT julianday(e."at") - 3699 FROM "entry" AS e WHERE e."id" = "care_done"."entry_id")""",
    """UPDATE "care_done" SET "start" = 'counted from here on' WHERE "start" = 'done' AND "at" IS NOT NULL
    AND "entry_id" IN (SELECT "id" FROM "entry" WHERE "kind" = 'machine')
    AND "at" = (SELECT e."at" FROM "entry" AS e WHERE e."id" = "care_done"."entry_id")""",
    """ALTER TABLE "cartridge_fit" ADD COLUMN "as_before" INTEGER NOT NULL DEFAULT 0""",
    # What a job brought along is like the one before it, as far as it is.
    """UPDATE "cartridge_fit" SET "as_before" = 1 WHERE "capacity_dh_l" IS NOT NULL
    AND "entry_id" IN (SELECT "id" FROM "entry" WHERE "kind" IN ('done', 'run'))
    AND EXISTS (SELECT 1 FROM "cartridge_fit" AS p WHERE p."machine_id" = "cartridge_fit"."machine_id"
        AND p."id" < "cartridge_fit"."id" AND p."capacity_dh_l" = "cartridge_fit"."capacity_dh_l")""",
)


def up(migrator, db):
    """Add the columns, and say of old rows what they are."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
