"""A pattern drawn on one large sheet, all sizes on top of each other: what every kind of file is made
from."""

from dataclasses import dataclass
from math import hypot
from typing import Literal, NamedTuple

from craft.pattern.drawn_marks import APART
from craft.pattern.marks import Mark
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece
from craft.shape import path as path_
from craft.shape.affine import move, translation
from craft.shape.curve import Curve, Point, velocity_at

Path = tuple[Curve, ...]
What = Literal["outline", "grain", "notch", "dot", "dart", "line", "fold"]
GAP = 45.0
SQUARE = 100.0


class Drawn(NamedTuple):
    """A line of the sheet. ``size`` "": it belongs to all sizes."""

    path: Path
    size: str
    what: What
    piece: int
    closed: bool = False


class Word(NamedTuple):
    """A line of text. ``at``: where its baseline begins (mm)."""

    text: str
    at: Point
    height: float
    piece: int = 0


@dataclass(frozen=True)
class Sheet:
    """``width`` and ``height`` (mm); ``origins``: where the pieces' own coordinates lie on it."""

    pattern: Pattern
    lines: tuple[Drawn, ...]
    words: tuple[Word, ...]
    width: float
    height: float
    origins: dict[int, Point]
    sizes: tuple[str, ...]


def sheet_of(
    pattern: Pattern, wide: float = 900.0, sizes: tuple[str, ...] = (), crowded: bool = False
) -> Sheet:
    """The pieces of a pattern in rows, its marks in the size in the middle; ``crowded``: over each other,
    as magazines print them."""
    sizes = sizes or pattern.table.sizes
    lines: list[Drawn] = []
    words: list[Word] = []
    origins: dict[int, Point] = {}
    x, y, tallest = GAP + SQUARE + GAP, GAP, SQUARE
    lines.append(_square((GAP, GAP)))
    words.append(Word("Test square 10 cm x 10 cm", (GAP + 8, GAP + SQUARE / 2), 5.0))
    for piece in pattern.pieces:
        boxes = [
            path_.control_bounds(piece.shapes[size].outline)
            for size in sizes
            if size in piece.shapes
        ]
        left, top = min(b[0] for b in boxes), min(b[1] for b in boxes)
        right, low = max(b[2] for b in boxes), max(b[3] for b in boxes)
        if x + right - left + GAP > wide and x > GAP:
            x, y, tallest = GAP, y + (0.45 if crowded else 1.0) * tallest + GAP, 0.0
        dx, dy = x - left, y - top
        origins[piece.number] = (dx, dy)
        lines += _piece(piece, sizes, (dx, dy))
        words += _words(piece, (x + (right - left) * 0.3, y + (low - top) * 0.42))
        middle = piece.shapes.get(sizes[len(sizes) // 2])
        for mark in middle.marks if middle else ():
            if mark.kind == "length line":
                ax, ay = mark.points[0]
                words.append(
                    Word("lengthen or shorten here", (ax + dx + 30, ay + dy - 6), 4.0, piece.number)
                )
        x += (right - left) * (0.55 if crowded else 1.0) + GAP
        tallest = max(tallest, low - top)
    return Sheet(
        pattern, tuple(lines), tuple(words), max(wide, max(_right(each.path) for each in lines) + GAP),
        max(path_.control_bounds(each.path)[3] for each in lines) + GAP, origins, sizes,
    )  # fmt: skip


def _right(path: Path) -> float:
    return path_.control_bounds(path)[2]


def _square(at: Point) -> Drawn:
    x, y = at
    s = SQUARE
    return Drawn(
        path_.polyline((x, y), (x + s, y), (x + s, y + s), (x, y + s), (x, y)), "", "line", 0, True
    )


def _piece(piece: Piece, sizes: tuple[str, ...], by: Point) -> list[Drawn]:
    at = translation(*by)
    lines = []
    for size in sizes:
        if size not in piece.shapes:
            continue
        shape = piece.shapes[size]
        lines.append(Drawn(move(shape.outline, at), size, "outline", piece.number, True))
        for mark in shape.marks:
            if mark.kind == "notch":
                lines += [
                    Drawn(move(each, at), size, "notch", piece.number)
                    for each in _ticks(shape.outline, mark)
                ]
            elif mark.kind == "dart":
                lines.append(
                    Drawn(move(path_.polyline(*mark.points), at), size, "dart", piece.number)
                )
            elif mark.kind == "grain" and size == sizes[len(sizes) // 2]:
                lines += [Drawn(move(each, at), "", "grain", piece.number) for each in _arrow(mark)]
            elif mark.kind in ("dot", "length line") and size == sizes[len(sizes) // 2]:
                what: What = "dot" if mark.kind == "dot" else "line"
                closed = mark.kind == "dot"
                for each in _ring(mark.points[0]) if closed else _double(mark):
                    lines.append(Drawn(move(each, at), "", what, piece.number, closed))
    return lines


def _ticks(outline: Path, mark: Mark) -> list[Path]:
    """A notch as short lines, square to the stitching line and inward, as many as it counts."""
    place, whole = mark.points[0], path_.length(outline)
    along = path_.nearest(outline, place)[1]
    ticks = []
    for at in range(mark.count):
        by = (at - (mark.count - 1) / 2) * APART
        here = path_.point_along(outline, (along + by) % whole) if by else place
        index, t = path_.nearest_place(outline, here)[1:]
        vx, vy = velocity_at(outline[index], t)
        long = hypot(vx, vy) or 1.0
        inward = 6.0 if path_.area(outline) > 0 else -6.0
        end = (here[0] - vy / long * inward, here[1] + vx / long * inward)
        ticks.append(path_.polyline(here, end))
    return ticks


def _ring(middle: Point) -> list[Path]:
    (x, y), r, k = middle, 2.0, 1.1046
    return [(
        ((x + r, y), (x + r, y + k), (x + k, y + r), (x, y + r)),
        ((x, y + r), (x - k, y + r), (x - r, y + k), (x - r, y)),
        ((x - r, y), (x - r, y - k), (x - k, y - r), (x, y - r)),
        ((x, y - r), (x + k, y - r), (x + r, y - k), (x + r, y)),
    )]  # fmt: skip


def _double(mark: Mark) -> list[Path]:
    """A length line as it is printed: two lines, a little short of the edges."""
    (ax, ay), (bx, by) = mark.points[:2]
    long = hypot(bx - ax, by - ay)
    ux, uy = (bx - ax) / long, (by - ay) / long
    return [
        path_.polyline(
            (ax + 14 * ux - off * uy, ay + 14 * uy + off * ux),
            (bx - 14 * ux - off * uy, by - 14 * uy + off * ux),
        )
        for off in (-2.0, 2.0)
    ]


def _arrow(mark: Mark) -> list[Path]:
    (ax, ay), (bx, by) = mark.points[:2]
    return [
        path_.polyline((ax, ay), (bx, by)),
        path_.polyline((ax - 2.5, ay + 7), (ax, ay), (ax + 2.5, ay + 7)),
        path_.polyline((bx - 2.5, by - 7), (bx, by), (bx + 2.5, by - 7)),
    ]


def _words(piece: Piece, at: Point) -> list[Word]:
    told = [f"{piece.number}  {piece.name}"]
    for cut in piece.cuts:
        count = f"cut {cut.count}"
        fold = " on fold" if cut.on_fold else ""
        cloth = "" if cut.role == "main" else f" in {cut.role}"
        told.append(f"{count}{fold}{cloth}")
    return [
        Word(each, (at[0], at[1] + 9 * k), 7.0 if k == 0 else 5.0, piece.number)
        for k, each in enumerate(told)
    ]
