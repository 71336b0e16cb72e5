"""The field book: booked shots, how they are read, faults, trials, shots from a file."""
