"""For which volumes a label holds, what else it serves, and the unit in which a site thinks of temperatures."""

STATEMENTS = (
    """ALTER TABLE "product_version" ADD COLUMN "least_ml" REAL CHECK (least_ml > 0)""",
    """ALTER TABLE "product_version" ADD COLUMN "most_ml" REAL CHECK (most_ml > 0)""",
    """ALTER TABLE "product_version" ADD COLUMN "also" VARCHAR(200) NOT NULL DEFAULT ''""",
    """ALTER TABLE "site_version" ADD COLUMN "degrees" VARCHAR(2) NOT NULL DEFAULT '°C'""",
)


def up(migrator, db):
    """Add the columns."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
