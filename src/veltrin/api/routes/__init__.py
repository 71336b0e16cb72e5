"""Routes, one file per resource."""
