"""What is printed inside a pattern piece besides its outline."""

from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen, Line, Name
from craft.shape.curve import Point

MarkKind = Literal[
    "grain", "stretch", "notch", "dart", "double dart", "dot", "circle", "buttonhole", "placement",
    "stitching line", "casing", "slit", "gathers", "pleat", "tuck", "length line", "centre line",
    "body level",
]  # fmt: skip

# How many points each kind has, and what they are, in order.
POINTS: dict[MarkKind, tuple[int, int, str]] = {
    "grain": (2, 2, "upper end, lower end"),
    "stretch": (2, 2, "both ends of the arrow along the greater stretch"),
    "notch": (1, 1, "the place on the stitching line"),
    "dart": (3, 3, "end of one leg on the seam, point, end of the other leg"),
    "double dart": (4, 4, "upper point, one side at the widest, lower point, other side"),
    "dot": (1, 1, "the place"),
    "circle": (1, 1, "the place"),
    "buttonhole": (2, 2, "both ends"),
    "placement": (2, 40, "the line another part is laid to"),
    "stitching line": (2, 40, "the line that is sewn through"),
    "casing": (2, 40, "one edge of the casing; its width says where the other one is"),
    "slit": (2, 2, "from here to there; the end inside the piece last"),
    "gathers": (2, 2, "from here to there"),
    "pleat": (2, 2, "both ends of the folded line"),
    "tuck": (2, 2, "both ends of the folded line"),
    "length line": (2, 2, "both ends of the line to lengthen or shorten at"),
    "centre line": (2, 2, "both ends"),
    "body level": (2, 2, "both ends"),
}

# The words used for each kind on labels and lists.
WORDS: dict[MarkKind, str] = {
    "grain": "grain line", "stretch": "direction of stretch", "notch": "notch", "dart": "dart",
    "double dart": "double-pointed dart", "dot": "dot", "circle": "circle",
    "buttonhole": "buttonhole", "placement": "placement line", "stitching line": "stitching line",
    "casing": "casing line", "slit": "slit", "gathers": "gathers", "pleat": "pleat", "tuck": "tuck",
    "length line": "lengthen or shorten line", "centre line": "centre line",
    "body level": "body level",
}  # fmt: skip
# What is folded away and pressed.
DARTS: tuple[MarkKind, ...] = ("dart", "double dart")


class MarkFacts(Frozen):
    """What is known of a mark besides where it is.

    ``count`` is 1, 2 or 3 for single, double and triple notches. ``level`` names the body level of
    a length line (the same level on partner pieces). ``width``: the cloth a pleat or tuck takes up,
    or how wide a casing is (mm). ``side``: a mark on one half of the body only. ``views`` empty:
    the mark belongs to all; ``feature`` names what it is part of, so that it can be borrowed.
    """

    id: Name
    kind: MarkKind
    count: Annotated[int, Field(ge=1, le=3)] = 1
    level: Annotated[Line, Field(max_length=60)] = ""
    width: Annotated[float, Field(ge=0, le=400)] = 0.0
    side: Literal["both", "left", "right"] = "both"
    views: Annotated[tuple[str, ...], Field(max_length=12)] = ()
    feature: Annotated[Line, Field(max_length=60)] = ""


class Mark(MarkFacts):
    """One mark. ``points`` are as in POINTS; ``edge`` names the edge a notch or dart sits on."""

    name: Name
    points: Annotated[tuple[Point, ...], Field(min_length=1, max_length=40)]
    edge: Annotated[str, Field(max_length=120)] = ""
