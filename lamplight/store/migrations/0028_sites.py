"""Several sites in one file: where a line of the log was written, who serves which, machines that move, languages."""

# Where a machine stands now: where its last move took it, else whence its first move took it, else where it was.
STANDS = """COALESCE(
    (SELECT "machine_move"."site_id" FROM "machine_move"
    JOIN "entry" AS "told" ON "told"."id" = "machine_move"."entry_id"
    WHERE "machine_move"."machine_id" = "machine"."id" AND "told"."undone_at" IS NULL
    ORDER BY "machine_move"."at" DESC, "machine_move"."id" DESC LIMIT 1),
    (SELECT "origin_id" FROM "machine_move" WHERE "machine_id" = "machine"."id" ORDER BY "at", "id" LIMIT 1),
    "machine"."site_id")"""
STATEMENTS = (
    """ALTER TABLE "entry" ADD COLUMN "site_id" INTEGER REFERENCES "site" ("id")""",
    """CREATE INDEX "entry_site_id" ON "entry" ("site_id")""",
    """ALTER TABLE "keeper_role" ADD COLUMN "serves" INTEGER NOT NULL DEFAULT 1 CHECK ("serves" IN (0, 1))""",
    """ALTER TABLE "site_version" ADD COLUMN "language" VARCHAR(8) NOT NULL DEFAULT 'en_GB'""",
    """CREATE TABLE "machine_move" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "origin_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "day" DATE NOT NULL,
    "at" TEXT NOT NULL,
    CHECK ("origin_id" <> "site_id"),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("origin_id") REFERENCES "site" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"))""",
    """CREATE INDEX "machine_move_entry_id" ON "machine_move" ("entry_id")""",
    """CREATE INDEX "machine_move_machine_id" ON "machine_move" ("machine_id", "at")""",
    f"""CREATE TRIGGER "move_machine" AFTER INSERT ON "machine_move" BEGIN
    UPDATE "machine" SET "site_id" = {STANDS} WHERE "id" = NEW."machine_id"; END""",
    f"""CREATE TRIGGER "move_machine_undone" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
    UPDATE "machine" SET "site_id" = {STANDS}
    WHERE "id" IN (SELECT "machine_id" FROM "machine_move" WHERE "entry_id" = NEW."id"); END""",
)


def up(migrator, db):
    """Add the columns, the table, and the triggers that keep where a machine stands."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
