"""Tolerances of the lay that the rules and the rehearsal share (mm)."""

# A fold edge this near to the fold lies on it: a paper edge cannot be laid better.
ON_THE_FOLD = 0.5
