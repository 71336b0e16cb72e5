"""Lessons, their photographs, and what a player takes along."""
