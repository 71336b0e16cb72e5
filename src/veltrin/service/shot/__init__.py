"""One shot: its question, its plan, what hangs on it, on this day and another; shots that are kept."""
