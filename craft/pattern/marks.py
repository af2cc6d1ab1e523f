"""What is printed inside a pattern piece besides its outline."""

from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen, Name
from craft.shape.curve import Point

MarkKind = Literal[
    "grain", "notch", "dart", "double dart", "dot", "buttonhole", "placement", "length line",
    "centre line", "pleat",
]  # fmt: skip

# How many points each kind has, and what they are, in order.
POINTS: dict[MarkKind, tuple[int, int, str]] = {
    "grain": (2, 2, "upper end, lower end"),
    "notch": (1, 1, "the place on the stitching line"),
    "dart": (3, 3, "end of one leg on the seam, point, end of the other leg"),
    "double dart": (4, 4, "upper point, one side at the widest, lower point, other side"),
    "dot": (1, 1, "the place"),
    "buttonhole": (2, 2, "both ends"),
    "placement": (2, 40, "the line another part is laid to"),
    "length line": (2, 2, "both ends of the line to lengthen or shorten at"),
    "centre line": (2, 2, "both ends"),
    "pleat": (2, 2, "both ends of the folded line"),
}

# The words used for each kind on labels and lists.
WORDS: dict[MarkKind, str] = {
    "grain": "grain line", "notch": "notch", "dart": "dart", "double dart": "double-pointed dart",
    "dot": "dot", "buttonhole": "buttonhole", "placement": "placement line",
    "length line": "lengthen or shorten line", "centre line": "centre line", "pleat": "pleat",
}  # fmt: skip


class Mark(Frozen):
    """One mark. ``points`` are as in POINTS; ``edge`` names the edge a notch or dart sits on.

    ``count`` is 1, 2 or 3 for single, double and triple notches. ``level`` names the body level of
    a length line (the same level on partner pieces). ``views`` empty: the mark belongs to all.
    """

    id: Name
    kind: MarkKind
    name: Name
    points: Annotated[tuple[Point, ...], Field(min_length=1, max_length=40)]
    edge: Annotated[str, Field(max_length=120)] = ""
    count: Annotated[int, Field(ge=1, le=3)] = 1
    level: Annotated[str, Field(max_length=60)] = ""
    views: tuple[str, ...] = ()
