"""What goes out and comes in as a whole: files, copies, moves; search; the doctor."""
