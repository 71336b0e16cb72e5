"""What comes in and what goes out of these use cases."""
