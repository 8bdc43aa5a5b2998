"""How much care a machine gets: those that are there get the usual."""


def up(migrator, db):
    """One column more."""
    db.execute_sql("ALTER TABLE setup_version ADD COLUMN level VARCHAR(10) NOT NULL DEFAULT 'usual'")
