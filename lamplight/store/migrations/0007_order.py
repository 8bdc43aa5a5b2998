"""A count of changes, places within a second, what a deed settled, and prompts as sightings."""

STATEMENTS = (
    """CREATE TABLE "change" ("id" INTEGER NOT NULL PRIMARY KEY, "number" INTEGER NOT NULL)""",
    """INSERT INTO "change" VALUES (-1, 0)""",
    *(
        f"""ALTER TABLE "{table}" ADD COLUMN "seq" INTEGER NOT NULL DEFAULT 0"""
        for table in ("counter_reading", "care_done", "cleaning", "device_event", "panel_sighting")
    ),
    """ALTER TABLE "care_done" ADD COLUMN "settled" TEXT""",
    """ALTER TABLE "panel_sighting" ADD COLUMN "asks_for" VARCHAR(255) NOT NULL DEFAULT ''""",
    """ALTER TABLE "panel_sighting" ADD COLUMN "no_longer" VARCHAR(255) NOT NULL DEFAULT ''""",
    """INSERT INTO "panel_sighting" ("entry_id", "machine_id", "at", "lamps", "message", "put_off", "asks_for")
    SELECT "entry_id", "machine_id", "at", '{}', '', 0, "item" FROM "prompt" ORDER BY "id" """,
    """INSERT INTO "panel_sighting" ("entry_id", "machine_id", "at", "lamps", "message", "put_off", "no_longer")
    SELECT g."entry_id", p."machine_id", g."at", '{}', '', 0, p."item"
    FROM "prompt_gone" AS g JOIN "prompt" AS p ON p."id" = g."prompt_id" ORDER BY g."id" """,
    """DROP TABLE "prompt_gone" """,
    """DROP TABLE "prompt" """,
)


def up(migrator, db):
    """Change the schema, and move what has a new place."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
