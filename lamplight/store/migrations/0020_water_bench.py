"""How a hardness was read and what else is known of a water; where a cartridge sits; acids in a product; prices."""

STATEMENTS = (
    """ALTER TABLE "water_test" ADD COLUMN "way" VARCHAR(10) NOT NULL DEFAULT 'number'""",
    """ALTER TABLE "water_test" ADD COLUMN "unit" VARCHAR(20) NOT NULL DEFAULT 'dH'""",
    """ALTER TABLE "water_test" ADD COLUMN "read_total" REAL CHECK (read_total >= 0)""",
    """ALTER TABLE "water_test" ADD COLUMN "read_carbonate" REAL CHECK (read_carbonate >= 0)""",
    """ALTER TABLE "water_test" ADD COLUMN "ph" REAL CHECK (ph BETWEEN 0 AND 14)""",
    """ALTER TABLE "water_test" ADD COLUMN "celsius" REAL""",
    """ALTER TABLE "water_test" ADD COLUMN "tds_mg" REAL CHECK (tds_mg > 0)""",
    """ALTER TABLE "water_test" ADD COLUMN "calcium_mg" REAL CHECK (calcium_mg > 0)""",
    """ALTER TABLE "cartridge_fit" ADD COLUMN "place" VARCHAR(8) NOT NULL DEFAULT 'tank'""",
    # Cartridges of that size go into the line: nobody's tank holds them (common practice, no source).
    """UPDATE "cartridge_fit" SET "place" = 'line' WHERE "capacity_dh_l" >= 5000""",
    """ALTER TABLE "product_version" ADD COLUMN "acids" VARCHAR(200) NOT NULL DEFAULT ''""",
    """CREATE TABLE "price" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "units" REAL NOT NULL CHECK (units > 0),
    "cents" INTEGER NOT NULL CHECK (cents >= 0),
    "day" DATE NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"))""",
    """CREATE INDEX "price_entry_id" ON "price" ("entry_id")""",
)


def up(migrator, db):
    """Add the columns and the table."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
