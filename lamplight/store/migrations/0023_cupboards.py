"""In which cupboard stock lies and until when it keeps; what an hour costs for which a machine is out of use."""

STATEMENTS = (
    """ALTER TABLE "stock_move" ADD COLUMN "cupboard" VARCHAR(40) NOT NULL DEFAULT ''""",
    """ALTER TABLE "stock_move" ADD COLUMN "into_cupboard" VARCHAR(40) NOT NULL DEFAULT ''""",
    """ALTER TABLE "stock_move" ADD COLUMN "keeps_until" DATE""",
    """ALTER TABLE "money_wish" ADD COLUMN "idle_price" REAL NOT NULL DEFAULT 0 CHECK (idle_price >= 0)""",
)


def up(migrator, db):
    """Add the columns."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
