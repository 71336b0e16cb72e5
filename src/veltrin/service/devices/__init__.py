"""The weather mast and the launch monitor."""
