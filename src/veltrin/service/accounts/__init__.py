"""Who signs in, what they may, and how they like it."""
