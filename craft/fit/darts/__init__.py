"""Darts: as they are, and changed."""
