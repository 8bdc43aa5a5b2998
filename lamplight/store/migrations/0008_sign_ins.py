"""Sign-ins that the server can end, devices that signed in before, and tries that are counted."""

STATEMENTS = (
    """CREATE TABLE "sign_in" ("id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL,
    "secret_id" INTEGER NOT NULL,
    "hashed" VARCHAR(255) NOT NULL,
    "begun_at" TEXT NOT NULL,
    "ended_at" TEXT,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"),
    FOREIGN KEY ("secret_id") REFERENCES "keeper_secret" ("id"))""",
    """CREATE UNIQUE INDEX "sign_in_hashed" ON "sign_in" ("hashed")""",
    """CREATE INDEX "sign_in_keeper_id" ON "sign_in" ("keeper_id")""",
    """CREATE INDEX "sign_in_secret_id" ON "sign_in" ("secret_id")""",
    """CREATE TABLE "known_device" ("id" INTEGER NOT NULL PRIMARY KEY,
    "keeper_id" INTEGER NOT NULL,
    "hashed" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("keeper_id") REFERENCES "keeper" ("id"))""",
    """CREATE UNIQUE INDEX "known_device_keeper_id_hashed" ON "known_device" ("keeper_id", "hashed")""",
    """CREATE INDEX "known_device_keeper_id" ON "known_device" ("keeper_id")""",
    """CREATE TABLE "failed_try" ("id" INTEGER NOT NULL PRIMARY KEY,
    "account" VARCHAR(255) NOT NULL,
    "origin" VARCHAR(255) NOT NULL,
    "at" TEXT NOT NULL)""",
    """CREATE INDEX "failed_try_origin" ON "failed_try" ("origin")""",
)


def up(migrator, db):
    """Add the tables."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
