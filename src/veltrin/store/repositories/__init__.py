"""Repositories: rows in, core types out."""
