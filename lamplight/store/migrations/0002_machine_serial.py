"""A machine's serial number, as it stands on its plate."""

from peewee import CharField


def up(migrator, db):
    """Add the column, empty for machines that are there already."""
    migrator.migrate(migrator.add_column("machine_version", "serial", CharField(default="", max_length=40)))
