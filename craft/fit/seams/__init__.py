"""Seams: walked, taken in, let out, mended."""
