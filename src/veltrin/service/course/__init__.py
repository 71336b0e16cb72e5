"""Courses: kept, shared, and the line that one makes."""
