"""Academies, and what many coaches' books say together."""
