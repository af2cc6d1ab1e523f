"""The tolerances of the geometry, named once (mm)."""

SAME_POINT = 1e-6  # two ends closer than this are one point
ARC_LENGTH = 1e-5  # relative error allowed when the length of one curve is measured
OFFSET = 0.02  # how far a fitted parallel may stray from the exact one
MEASURING = 0.1  # flattening for areas, overlaps and findings
SEARCHING = 0.5  # flattening while a lay is sought
