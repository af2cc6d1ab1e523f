"""Pieces divided, joined, opened out, turned over; edges drawn by hand."""
