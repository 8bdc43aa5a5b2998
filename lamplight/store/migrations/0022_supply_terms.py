"""How long an order of a product takes, how long it keeps once opened; and in which money a site pays."""

STATEMENTS = (
    """CREATE TABLE "supply_terms" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "lead_days" INTEGER NOT NULL CHECK (lead_days >= 0),
    "opened_days" INTEGER CHECK (opened_days > 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"))""",
    """CREATE INDEX "supply_terms_entry_id" ON "supply_terms" ("entry_id")""",
    """CREATE TABLE "money_wish" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "site_id" INTEGER NOT NULL,
    "currency" VARCHAR(8) NOT NULL,
    "hour_price" REAL NOT NULL CHECK (hour_price >= 0),
    "water_price" REAL NOT NULL CHECK (water_price >= 0),
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("site_id") REFERENCES "site" ("id"))""",
    """CREATE INDEX "money_wish_entry_id" ON "money_wish" ("entry_id")""",
    """CREATE INDEX "money_wish_site_id" ON "money_wish" ("site_id")""",
)


def up(migrator, db):
    """Create the tables and their indexes."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
