"""By which kind a tick was judged, and which cartridge another job brought along, so that late words change neither."""

STATEMENTS = (
    """ALTER TABLE "care_done" ADD COLUMN "judged_by" VARCHAR(60)""",
    """ALTER TABLE "cartridge_fit" ADD COLUMN "brought" INTEGER NOT NULL DEFAULT 0""",
    """ALTER TABLE "cartridge_fit" ADD COLUMN "judged_by" VARCHAR(60)""",
)


def up(migrator, db):
    """Add the columns."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
