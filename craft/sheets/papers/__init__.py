"""Paper for the table: cutting checklist, marking sheets, dart cards and labels for cut pieces, as one PDF.

Everything is black on white and drawn by the same code as on the screen (``craft.sheets.sketch``).
"""

from craft.sheets.papers.papers import PARTS, Part, write_papers

__all__ = ["PARTS", "Part", "write_papers"]
