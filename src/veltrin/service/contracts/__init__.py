"""What goes in and out over the API and the command line. Unknown fields, NaN and infinities are refused."""
