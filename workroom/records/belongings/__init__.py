"""Everything of one account as one archive in open formats, and in again elsewhere."""

WHAT = "Dove Tack workroom"
READ_ME = """Everything of one workroom of Dove Tack.

makings/    each making: making.json (every step of its journal), and its pieces as SVG in their own size
patterns/   each pattern as JSON: every edition, and what was entered step by step
cloths/     each cloth as JSON; people.json, groups.json and preferences.json beside them
pictures/   the pictures, as JPEG
damaged/    what cannot be read any more, as it is stored (only where there is such a thing)
register.csv, people.csv, cloths.csv   the lists, for a spreadsheet

Lengths are in millimetres. Open the whole file again under “Your account” in any Dove Tack.
"""
