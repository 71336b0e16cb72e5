"""Use cases: one function each. The only place where store and core meet."""
