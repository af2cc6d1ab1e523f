"""Nesting: outlines set close together in a strip. Knows nothing of sewing."""
