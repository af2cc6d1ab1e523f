"""What holds for every answer: where it is given, what may be kept of it, what is said of failures."""
