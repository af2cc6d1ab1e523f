"""Longer and shorter: where, by how much, what follows, how it is done on paper."""
