"""Measurings at the beaker, marks of mixes, vessels, pushes of a dispenser, and experiments with a weaker dose."""

MACHINE = """"id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "role" VARCHAR(60) NOT NULL,
    """
KEYS = """,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))"""
TABLES = {
    "dose_measuring": """"filled_ml" REAL NOT NULL CHECK (filled_ml > 0),
    "left_ml" REAL NOT NULL CHECK (left_ml BETWEEN 0 AND filled_ml),
    "at" DATETIME NOT NULL""",
    "dose_mark": """"ml" INTEGER CHECK (ml > 0)""",
    "dose_vessel": """"bottom_mm" REAL NOT NULL CHECK (bottom_mm > 0),
    "top_mm" REAL NOT NULL CHECK (top_mm > 0),
    "height_mm" REAL NOT NULL CHECK (height_mm > 0)""",
    "dose_trial": """"item" VARCHAR(60) NOT NULL,
    "share" REAL NOT NULL CHECK (share > 0 AND share < 1),
    "minutes" INTEGER NOT NULL CHECK (minutes >= 0),
    "washes" INTEGER NOT NULL CHECK (washes > 0),
    "hypothesis" VARCHAR(300) NOT NULL""",
}
STATEMENTS = (
    *(f'CREATE TABLE "{name}" ({MACHINE}{columns}{KEYS}' for name, columns in TABLES.items()),
    """CREATE TABLE "trial_stop" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "trial_id" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"),
    FOREIGN KEY ("trial_id") REFERENCES "dose_trial" ("id"))""",
    """CREATE TABLE "push" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "product" VARCHAR(255) NOT NULL,
    "unit" VARCHAR(20) NOT NULL,
    "value" REAL NOT NULL CHECK (value >= 0),
    "left_out" INTEGER NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"))""",
    *(f'CREATE INDEX "{name}_entry_id" ON "{name}" ("entry_id")' for name in (*TABLES, "trial_stop", "push")),
    *(f'CREATE INDEX "{name}_machine_id" ON "{name}" ("machine_id")' for name in (*TABLES, "trial_stop")),
    """CREATE INDEX "trial_stop_trial_id" ON "trial_stop" ("trial_id")""",
)


def up(migrator, db):
    """Create the tables and their indexes."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
