"""SQLite through SQLAlchemy: engine, tables, repositories, migrations. Knows core types, nothing above."""
