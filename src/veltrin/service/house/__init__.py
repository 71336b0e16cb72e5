"""What every use case stands on: the border, turns, what is remembered, errors, what is kept as JSON."""
