"""One SQLite file of facts: models, migrations, and named queries that hand over core objects."""
