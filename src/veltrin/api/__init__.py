"""HTTP: routes are a session, a call and a schema. Errors become HTTP in errors.py alone."""
