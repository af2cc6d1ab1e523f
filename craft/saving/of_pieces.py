"""Patterns and working pieces as drawings."""

from collections.abc import Iterable, Mapping, Sequence
from typing import NamedTuple

from craft.drawing import Drawing, DrawnPage, DrawnPath, DrawnText
from craft.errors import CraftError
from craft.fit import Fitted
from craft.measure import Unit, render
from craft.pattern import Pattern
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Cut, Piece, Shape
from craft.saving.beside import beside_each_other
from craft.saving.drawn_piece import BLACK, PiecePen
from craft.shape.affine import Affine, move_point
from craft.shape.path import Path
from craft.shape.pen import Box, bounds
from craft.sheets.pieces import out_pieces
from craft.trace import Traced
from craft.trace.label import cut_words
from craft.trace.label_place import place_label

EDGE = 20.0  # mm round everything
# One for each size: told apart on white paper, none of them pale.
COLOURS = (
    "#c1272d", "#1d6fb8", "#2e7d32", "#8e3b9e", "#b85c00", "#00797a", "#5d4037", "#3949ab", "#ad1457",
    "#6a7b00",
)  # fmt: skip


class SizedPiece(NamedTuple):
    """A piece to be drawn. ``shapes``: by size, in the order of the sizes, with the cutting line where it
    has one; ``words``: its label."""

    name: str
    shapes: Mapping[str, tuple[Shape, Path | None]]
    words: tuple[str, ...]


def pattern_drawing(pattern: Pattern, size: str | None = None, only: Sequence[int] = ()) -> Drawing:
    """The pieces of a pattern side by side, every size (or one) over the others. Raises CraftError: no such
    size or piece."""
    if size is not None and size not in pattern.table.sizes:
        raise CraftError("This pattern has no such size.", "size")
    pieces = [
        SizedPiece(_name(each), _shapes(pattern, each, size), _words(each))
        for each in pattern.pieces if not only or each.number in only
    ]  # fmt: skip
    return _drawing(pieces, pattern.table.sizes)


def making_drawing(
    traced: Traced, fitted: Fitted, size: str, unit: Unit, only: Sequence[int] = ()
) -> Drawing:
    """The pieces of a making side by side as they are cut, after every change. Raises CraftError: no such
    piece."""
    pieces = [
        SizedPiece(
            f"{each.number} {each.name}",
            {size: (each.shape, each.outermost if each.line == "cutting" else None)},
            tuple(render(words, unit) for words in each.label),
        )
        for each in out_pieces(traced, fitted, tuple(only) or None)
    ]  # fmt: skip
    return _drawing(pieces, (size,))


def cutting_words(cuts: tuple[Cut, ...]) -> tuple[str, ...]:
    """How many to cut, so that whoever reads it alone knows whether two are left and right."""
    return tuple(
        f"{words} alike" if cut.count > 1 and not (cut.pair or cut.on_fold) else words
        for cut in cuts
        for words in cut_words((cut,))
    )


def on_page(
    paths: Iterable[DrawnPath], texts: Iterable[DrawnText], width: float, height: float
) -> Drawing:
    """Everything on one page with a margin."""
    by: Affine = (1.0, 0.0, 0.0, 1.0, EDGE, EDGE)
    return Drawing(
        pages=(DrawnPage(width + 2 * EDGE, height + 2 * EDGE),),
        paths=tuple(each.moved(by) for each in paths),
        texts=tuple(each._replace(at=move_point(each.at, by)) for each in texts),
    )


def _name(piece: Piece) -> str:
    return f"{piece.number} {piece.name}"


def _words(piece: Piece) -> tuple[str, ...]:
    return _name(piece), *(cutting_words(piece.cuts) or ("template: not cut in cloth",))


def _shapes(
    pattern: Pattern, piece: Piece, size: str | None
) -> dict[str, tuple[Shape, Path | None]]:
    return {
        each: (piece.shapes[each], cutting_line(piece.shapes[each]))
        for each in pattern.table.sizes
        if each in piece.shapes and size in (None, each)
    }


def _drawing(pieces: Sequence[SizedPiece], sizes: Sequence[str]) -> Drawing:
    if not pieces:
        raise CraftError("There is no such piece.", "pieces")
    colours = {
        size: COLOURS[at % len(COLOURS)] if len(sizes) > 1 else BLACK
        for at, size in enumerate(sizes)
    }
    boxes = [_box(piece) for piece in pieces]
    paths: list[DrawnPath] = []
    texts: list[DrawnText] = []
    for piece, by in zip(pieces, beside_each_other(boxes), strict=True):
        for size, (shape, cutting) in piece.shapes.items():
            pen = PiecePen((size, piece.name), by, colours[size])
            pen.outline(shape, cutting)
            pen.marks(shape, shape.marks)
            paths += pen.paths
        inner = next(iter(piece.shapes.values()))[0]
        pen = PiecePen((), by)
        pen.words(place_label(inner, piece.words))
        texts += pen.texts
    low = [each.box for each in paths]
    return on_page(paths, texts, max(box[2] for box in low), max(box[3] for box in low))


def _box(piece: SizedPiece) -> Box:
    boxes = [bounds(cutting or shape.outline) for shape, cutting in piece.shapes.values()]
    return (
        min(box[0] for box in boxes), min(box[1] for box in boxes),
        max(box[2] for box in boxes), max(box[3] for box in boxes),
    )  # fmt: skip
