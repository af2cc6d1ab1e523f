"""Whether a pattern makes sense as a whole, beyond the shape of its data."""

from craft.errors import CraftError
from craft.pattern.marks import POINTS, WORDS
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece, Shape
from craft.shape import path as paths
from craft.shape.curve import distance

# Ends of neighbouring edges further apart than this leave a hole in the outline (mm).
HOLE = 0.01


def check_pattern(pattern: Pattern) -> None:
    """Raise CraftError at the first thing that contradicts itself, naming the place."""
    sizes = pattern.table.sizes
    if len(set(sizes)) != len(sizes):
        raise CraftError("Two sizes have the same name.", "table.sizes")
    for index, row in enumerate(pattern.table.rows):
        missing = [size for size in sizes if size not in row.body]
        if missing:
            raise CraftError(
                f"The size table has no {row.measurement} for size {missing[0]}.",
                f"table.rows.{index}.body",
            )
    numbers = [piece.number for piece in pattern.pieces]
    for index, number in enumerate(numbers):
        if number in numbers[:index]:
            raise CraftError(f"Two pieces have the number {number}.", f"pieces.{index}.number")
    views = {view.id for view in pattern.views}
    for index, piece in enumerate(pattern.pieces):
        _check_piece(piece, sizes, views, f"pieces.{index}")
    for index, seam in enumerate(pattern.seams):
        for side, refs in (("a", seam.a), ("b", seam.b)):
            for k, ref in enumerate(refs):
                place = f"seams.{index}.{side}.{k}"
                if ref.piece not in numbers:
                    raise CraftError(
                        f"Seam “{seam.name}” names piece {ref.piece}, which is not there.", place
                    )
                for size in sizes:
                    names = {edge.name for edge in pattern.piece(ref.piece).shapes[size].edges}
                    if ref.edge not in names:
                        raise CraftError(
                            f"Seam “{seam.name}” names the edge “{ref.edge}”, which piece "
                            f"{ref.piece} does not have in size {size}.",
                            place,
                        )


def _check_piece(piece: Piece, sizes: tuple[str, ...], views: set[str], place: str) -> None:
    unknown = [view for view in piece.views if view not in views]
    if unknown:
        raise CraftError(
            f"Piece {piece.number} belongs to view {unknown[0]}, which the pattern does not have.",
            f"{place}.views",
        )
    for size in sizes:
        if size not in piece.shapes:
            raise CraftError(
                f"Piece {piece.number} ({piece.name}) has no outline in size {size}.",
                f"{place}.shapes",
            )
    for size in piece.shapes:
        if size not in sizes:
            raise CraftError(
                f"Piece {piece.number} has an outline in size {size}, which the table lacks.",
                f"{place}.shapes.{size}",
            )
        _check_shape(piece, piece.shapes[size], size, views, f"{place}.shapes.{size}")


def _check_shape(piece: Piece, shape: Shape, size: str, views: set[str], place: str) -> None:
    who = f"Piece {piece.number} ({piece.name}) in size {size}"
    names = [edge.name for edge in shape.edges]
    if len(set(names)) != len(names):
        raise CraftError(f"{who} has two edges of the same name.", f"{place}.edges")
    for index, edge in enumerate(shape.edges):
        following = shape.edges[(index + 1) % len(shape.edges)]
        if not paths.is_joined(edge.path):
            raise CraftError(
                f"{who}: the edge “{edge.name}” has a gap in it.", f"{place}.edges.{index}.path"
            )
        if distance(paths.end(edge.path), paths.start(following.path)) > HOLE:
            raise CraftError(
                f"{who}: “{following.name}” does not begin where “{edge.name}” ends.",
                f"{place}.edges.{index}.path",
            )
        if edge.kind == "fold" and edge.allowance:
            raise CraftError(
                f"{who}: “{edge.name}” lies on the fold and cannot carry an allowance.",
                f"{place}.edges.{index}.allowance",
            )
        if edge.kind == "fold" and not paths.is_straight(edge.path):
            raise CraftError(
                f"{who}: “{edge.name}” lies on the fold and must be straight.",
                f"{place}.edges.{index}.path",
            )
    if paths.area(shape.outline) < 1.0:
        raise CraftError(f"{who} encloses no cloth.", f"{place}.edges")
    if any(cut.on_fold for cut in piece.cuts) and "fold" not in {e.kind for e in shape.edges}:
        raise CraftError(f"{who} is cut on the fold but has no fold edge.", f"{place}.edges")
    ids = [mark.id for mark in shape.marks]
    if len(set(ids)) != len(ids):
        raise CraftError(f"{who} has two marks of the same id.", f"{place}.marks")
    if "grain" not in {mark.kind for mark in shape.marks}:
        raise CraftError(f"{who} has no grain line.", f"{place}.marks")
    for index, mark in enumerate(shape.marks):
        least, most, meaning = POINTS[mark.kind]
        if not least <= len(mark.points) <= most:
            raise CraftError(
                f"{who}: a {WORDS[mark.kind]} needs {least} points ({meaning}); "
                f"“{mark.name}” has {len(mark.points)}.",
                f"{place}.marks.{index}.points",
            )
        if mark.edge and mark.edge not in names:
            raise CraftError(
                f"{who}: “{mark.name}” sits on the edge “{mark.edge}”, which is not there.",
                f"{place}.marks.{index}.edge",
            )
        if any(view not in views for view in mark.views):
            raise CraftError(
                f"{who}: “{mark.name}” belongs to a view the pattern does not have.",
                f"{place}.marks.{index}.views",
            )
