"""Drills, sessions, the season and what it came to."""
