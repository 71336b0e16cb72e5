"""Every text that somebody can read, listed from the source: make words writes docs/words.md."""
