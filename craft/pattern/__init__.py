"""The original: sizes, pieces, edges, marks, seams. Read, checked, never altered."""

from craft.pattern.marks import Mark, MarkKind
from craft.pattern.pattern import EdgeRef, Pattern, Seam, SizeTable, Source, TableRow, View
from craft.pattern.piece import Cut, Edge, EdgeKind, Piece, Role, Shape

__all__ = [
    "Cut", "Edge", "EdgeKind", "EdgeRef", "Mark", "MarkKind", "Pattern", "Piece", "Role", "Seam",
    "Shape", "SizeTable", "Source", "TableRow", "View",
]  # fmt: skip
