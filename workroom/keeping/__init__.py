"""Keeping the data safe: looked over at the start, copied every day, backed up, restored."""
