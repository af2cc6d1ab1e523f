"""Whether a pattern makes sense as a whole, beyond the shape of its data."""

from collections.abc import Iterator
from itertools import islice, pairwise

from craft.errors import TOLD, CraftError, Fault, all_of
from craft.pattern.check_shape import shape_faults
from craft.pattern.effort import effort_faults
from craft.pattern.home_print import MOST_PAGES, HomePrint
from craft.pattern.pattern import EdgeRef, Pattern, Seam
from craft.pattern.piece import Piece, Shape
from craft.pattern.sewn import copies_of, too_often
from craft.shape import path as paths


def check_pattern(pattern: Pattern) -> None:
    """Raise CraftError with everything that contradicts itself, naming the places."""
    faults = faults_of(pattern)
    if len(faults) == 1:
        raise CraftError(*faults[0])
    if faults:
        raise all_of(faults, "The pattern does not hold together")


def faults_of(pattern: Pattern, *, shapes: bool = True) -> list[Fault]:
    """Everything that contradicts itself, in the order of the document; one more than are told, at
    most. Without ``shapes``: every shape was looked at before."""
    return list(islice(_faults(pattern, shapes), TOLD + 1))


def _faults(pattern: Pattern, shapes: bool) -> Iterator[Fault]:
    yield from effort_faults(pattern)
    yield from _table(pattern)
    yield from _twice(
        [view.id for view in pattern.views], "Two views are called {}.", "views.{}.id"
    )
    numbers = [piece.number for piece in pattern.pieces]
    yield from _twice(numbers, "Two pieces have the number {}.", "pieces.{}.number")
    views = {view.id for view in pattern.views}
    for index, piece in enumerate(pattern.pieces):
        yield from _piece(piece, pattern.table.sizes, views, f"pieces.{index}", shapes)
    for index, seam in enumerate(pattern.seams):
        yield from _seam(pattern, seam, f"seams.{index}")
    if pattern.home_print is not None:
        yield from _pages(pattern, pattern.home_print)


def _twice(names: list[str] | list[int], said: str, place: str) -> Iterator[Fault]:
    for index, name in enumerate(names):
        if name in names[:index]:
            yield said.format(name), place.format(index)


def _table(pattern: Pattern) -> Iterator[Fault]:
    sizes = pattern.table.sizes
    if len(set(sizes)) != len(sizes):
        yield "Two sizes have the same name.", "table.sizes"
    for index, row in enumerate(pattern.table.rows):
        place = f"table.rows.{index}.body"
        missing = [size for size in sizes if size not in row.body]
        if missing:
            yield f"The size table has no {row.measurement} for size {missing[0]}.", place
        unknown = [size for size in row.body if size not in sizes]
        if unknown:
            yield (
                f"The {row.measurement} is given for size {unknown[0]}, which the table lacks.",
                place,
            )
        known = [size for size in sizes if size in row.body]
        for smaller, larger in pairwise(known):
            if row.body[larger] < row.body[smaller]:
                yield (
                    f"Sizes must ascend, but the {row.measurement} falls from {smaller} to {larger}.",
                    place,
                )
                break


def _piece(
    piece: Piece, sizes: tuple[str, ...], views: set[str], place: str, shapes: bool
) -> Iterator[Fault]:
    who = f"Piece {piece.number} ({piece.name})"
    unknown = [view for view in piece.views if view not in views]
    if unknown:
        yield (
            f"Piece {piece.number} belongs to view {unknown[0]}, which the pattern does not have.",
            f"{place}.views",
        )
    for index, cut in enumerate(piece.cuts):
        if cut.on_fold and cut.pair:
            yield (
                f"{who} is cut on the fold and as a pair; it can only be one of them.",
                f"{place}.cuts.{index}.pair",
            )
    for size in sizes:
        if size not in piece.shapes:
            yield f"{who} has no outline in size {size}.", f"{place}.shapes"
    for size, shape in piece.shapes.items():
        if size not in sizes:
            yield (
                f"Piece {piece.number} has an outline in size {size}, which the table lacks.",
                f"{place}.shapes.{size}",
            )
            continue
        if shapes:
            yield from shape_faults(piece, shape, size, views, f"{place}.shapes.{size}")
    drawn = [size for size in sizes if size in piece.shapes]
    for size in drawn[1:]:
        yield from _unlike(who, piece.shapes[drawn[0]], piece.shapes[size], drawn[0], size,
                           f"{place}.shapes.{size}")  # fmt: skip


def _unlike(
    who: str, first: Shape, other: Shape, size: str, another: str, place: str
) -> Iterator[Fault]:
    """Sizes of one piece have the same edges in the same order, and the same levels."""
    one = [(edge.name, edge.kind) for edge in first.edges]
    two = [(edge.name, edge.kind) for edge in other.edges]
    if len(one) != len(two) or not any(one == two[k:] + two[:k] for k in range(len(two))):
        yield f"{who}: its edges in size {another} are not those in size {size}.", f"{place}.edges"
    if first.levels.keys() != other.levels.keys():
        yield (
            f"{who}: its levels in size {another} are not those in size {size}.",
            f"{place}.levels",
        )
    elif sorted(first.levels, key=lambda n: first.levels[n]) != sorted(
        other.levels, key=lambda n: other.levels[n]
    ):
        yield (
            f"{who}: its levels in size {another} follow each other otherwise than in size {size}.",
            f"{place}.levels",
        )


def _seam(pattern: Pattern, seam: Seam, place: str) -> Iterator[Fault]:
    sides = [[(ref.piece, ref.edge) for ref in refs] for refs in (seam.a, seam.b)]
    often = {piece.number: copies_of(piece.cuts) for piece in pattern.pieces}
    itself = too_often(sides[0], sides[1], often, lambda edge: edge[1])
    for side, refs in (("a", seam.a), ("b", seam.b)):
        for k, ref in enumerate(refs):
            yield from _ref(pattern, seam, ref, f"{place}.{side}.{k}")
    for number, edge in itself:
        k = sides[1].index((number, edge)) if (number, edge) in sides[1] else 0
        yield (
            f"Seam “{seam.name}” names the edge “{edge}” of piece {number} twice: nothing is sewn to "
            "itself.",
            f"{place}.b.{k}",
        )


def _ref(pattern: Pattern, seam: Seam, ref: EdgeRef, place: str) -> Iterator[Fault]:
    piece = next((piece for piece in pattern.pieces if piece.number == ref.piece), None)
    if piece is None:
        yield f"Seam “{seam.name}” names piece {ref.piece}, which is not there.", place
        return
    for size, shape in piece.shapes.items():
        if ref.edge not in {edge.name for edge in shape.edges}:
            yield (
                f"Seam “{seam.name}” names the edge “{ref.edge}”, which piece "
                f"{ref.piece} does not have in size {size}.",
                place,
            )
            return


def _pages(pattern: Pattern, known: HomePrint) -> Iterator[Fault]:
    """Every piece lies on the sheet, and the sheet has no more pages than anybody prints."""
    numbers = {piece.number: piece for piece in pattern.pieces}
    for number, (dx, dy) in known.at.items():
        place = f"home_print.at.{number}"
        if number not in numbers:
            yield f"The pages show piece {number}, which is not there.", place
            continue
        boxes = [paths.control_bounds(s.outline) for s in numbers[number].shapes.values()]
        if not boxes:
            continue
        left, top = min(b[0] for b in boxes) + dx, min(b[1] for b in boxes) + dy
        right, low = max(b[2] for b in boxes) + dx, max(b[3] for b in boxes) + dy
        if left < -known.step_x or top < -known.step_y:
            yield f"Piece {number} lies off the printed pages.", place
        elif (right / known.step_x) * (low / known.step_y) > MOST_PAGES:
            yield (
                f"Piece {number} lies so far out that the pattern would take thousands of pages.",
                place,
            )
