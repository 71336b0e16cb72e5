"""Players and their bags; what their books and their eyes have taught."""
