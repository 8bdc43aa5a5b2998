"""Names and initials that are taken, and forms that were sent: each once."""

LIVE = """(SELECT CASE WHEN {free} THEN NULL ELSE lower(v."{word}") END FROM "{table}_version" AS v
    JOIN "entry" AS e ON e."id" = v."entry_id" WHERE v."{table}_id" = "{table}"."id" AND e."undone_at" IS NULL
    ORDER BY v."id" DESC LIMIT 1)"""
CLAIMS = {
    "machine": LIVE.format(free='v."retired"', word="name", table="machine"),
    "keeper": LIVE.format(free='NOT v."active"', word="initials", table="keeper"),
}


def claiming(table, claim):
    """A column with what a machine or keeper is called now, unique, kept by triggers whoever writes."""
    return (
        f'ALTER TABLE "{table}" ADD COLUMN "claimed" VARCHAR(255)',
        # Where two have the same name already, the first one keeps it; the others wait for another one.
        f"""UPDATE "{table}" SET "claimed" = {claim} WHERE "id" = (SELECT MIN(other."id") FROM "{table}" AS other
        WHERE {claim.replace(f'"{table}"."id"', 'other."id"')} = {claim})""",
        f'CREATE UNIQUE INDEX "{table}_claimed" ON "{table}" ({"site_id, " if table == "machine" else ""}"claimed")',
        f"""CREATE TRIGGER "claim_{table}" AFTER INSERT ON "{table}_version" BEGIN
        UPDATE "{table}" SET "claimed" = {claim} WHERE "id" = NEW."{table}_id"; END""",
        f"""CREATE TRIGGER "claim_undone_{table}" AFTER UPDATE OF "undone_at" ON "entry" BEGIN
        UPDATE "{table}" SET "claimed" = {claim}
        WHERE "id" IN (SELECT "{table}_id" FROM "{table}_version" WHERE "entry_id" = NEW."id"); END""",
    )


STATEMENTS = (
    *claiming("machine", CLAIMS["machine"]),
    *claiming("keeper", CLAIMS["keeper"]),
    'ALTER TABLE "entry" ADD COLUMN "once" VARCHAR(64)',
    'CREATE UNIQUE INDEX "entry_once" ON "entry" ("once")',
    'ALTER TABLE "run_event" ADD COLUMN "once" VARCHAR(64)',
    'CREATE UNIQUE INDEX "run_event_once" ON "run_event" ("once")',
)


def up(migrator, db):
    """Add columns, indexes and triggers."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
