"""Who signs in, and what they may."""
