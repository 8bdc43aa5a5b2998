"""What keepers say of one machine that only its manual can know, pages of that manual, and courses that change."""

STATEMENTS = (
    """CREATE TABLE "programme_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "programme" VARCHAR(60) NOT NULL,
    "telling" VARCHAR(20) NOT NULL,
    "place" TEXT,
    "calls" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE INDEX "programme_told_entry_id" ON "programme_told" ("entry_id")""",
    """CREATE INDEX "programme_told_machine_id" ON "programme_told" ("machine_id")""",
    """CREATE TABLE "words_told" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "name" VARCHAR(120) NOT NULL,
    "text" VARCHAR(600) NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE INDEX "words_told_entry_id" ON "words_told" ("entry_id")""",
    """CREATE INDEX "words_told_machine_id" ON "words_told" ("machine_id")""",
    """CREATE TABLE "manual_page" ("id" INTEGER NOT NULL PRIMARY KEY,
    "entry_id" INTEGER NOT NULL,
    "machine_id" INTEGER NOT NULL,
    "title" VARCHAR(120) NOT NULL,
    "file" VARCHAR(255) NOT NULL,
    "bytes" INTEGER NOT NULL CHECK (bytes > 0),
    "width" INTEGER NOT NULL,
    "height" INTEGER NOT NULL,
    "at" TEXT NOT NULL,
    FOREIGN KEY ("entry_id") REFERENCES "entry" ("id"),
    FOREIGN KEY ("machine_id") REFERENCES "machine" ("id"))""",
    """CREATE UNIQUE INDEX "manual_page_file" ON "manual_page" ("file")""",
    """CREATE INDEX "manual_page_entry_id" ON "manual_page" ("entry_id")""",
    """CREATE INDEX "manual_page_machine_id" ON "manual_page" ("machine_id")""",
    """ALTER TABLE "run_event" ADD COLUMN "course" TEXT""",
)


def up(migrator, db):
    """Create every table and index, and add the column."""
    for statement in STATEMENTS:
        db.execute_sql(statement)
