"""All that a file's drawing comes to: pages put together, sizes, pieces with their words and marks."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from craft.drawing import EITHER, Drawing, DrawnText, Ink
from craft.recognise.chains import Chain, chains_of
from craft.recognise.marks import FoundMark, marks_of
from craft.recognise.outlines import outlines_of
from craft.recognise.page_kinds import PageKind, page_kinds, without_furniture
from craft.recognise.pieces import FoundPiece, pieces_of
from craft.recognise.placing import Placed, place_pages
from craft.recognise.sheet_lines import sheet_lines
from craft.recognise.sizes import SizeKind, size_kinds
from craft.recognise.square import ScaleSquare, find_square
from craft.recognise.words import PieceWords, texts_by_piece, words_of


@dataclass(frozen=True, slots=True)
class ReadPiece:
    """A piece with what is said and drawn on it. ``marks``: by size; "" are those all sizes share."""

    piece: FoundPiece
    words: PieceWords
    marks: dict[str, list[FoundMark]]


@dataclass(frozen=True, slots=True)
class Recognised:
    """``unused``: the lines that nothing was made of."""

    kinds: tuple[PageKind, ...]
    placed: Placed
    sizes: tuple[SizeKind, ...]
    pieces: tuple[ReadPiece, ...]
    square: ScaleSquare | None
    unused: tuple[Chain, ...]
    texts: tuple[DrawnText, ...]


def recognise(drawing: Drawing) -> Recognised:
    """What a drawing means."""
    drawing = without_furniture(drawing)
    kinds = page_kinds(drawing)
    placed = place_pages(drawing, [at for at, kind in enumerate(kinds) if kind == "pattern"])
    lines = sheet_lines(drawing, placed)
    chains = chains_of(lines.paths)
    square = find_square(chains, lines.texts)
    outlines = [each for each in outlines_of(chains) if square is None or not _is(each.box, square)]
    sizes = size_kinds(outlines, chains, lines.texts)
    pieces = pieces_of(outlines, sizes)
    read, unused = _read(pieces, chains, sizes, lines.texts)
    return Recognised(kinds, placed, tuple(sizes), tuple(read), square, tuple(unused), lines.texts)


def _is(box: tuple[float, float, float, float], square: ScaleSquare) -> bool:
    return (
        abs(box[0] - square.at[0])
        + abs(box[1] - square.at[1])
        + abs(box[2] - box[0] - square.width)
        < 0.5
    )


def _read(
    pieces: Sequence[FoundPiece],
    chains: Sequence[Chain],
    sizes: Sequence[SizeKind],
    texts: Sequence[DrawnText],
) -> tuple[list[ReadPiece], list[Chain]]:
    outline_ids = {id(found.chain) for piece in pieces for found in piece.found.values()}
    rest = [(number, chain) for number, chain in enumerate(chains) if id(chain) not in outline_ids]
    by_size: dict[str, list[tuple[int, Chain]]] = defaultdict(list)
    for number, chain in rest:
        for name in _sizes_of(chain.ink, sizes):
            by_size[name].append((number, chain))
    largest = [max(piece.found.values(), key=lambda each: each.area) for piece in pieces]
    words = texts_by_piece(texts, largest)
    used: set[int] = set()
    read = []
    for at, piece in enumerate(pieces):
        first = next(iter(piece.found.values()))
        marks = {
            size: marks_of(outline, by_size[size])
            for size, outline in {**piece.found, "": first}.items()
        }
        used |= {number for found in marks.values() for mark in found for number in mark.used}
        read.append(ReadPiece(piece, words_of(words.get(at, [])), marks))
    return read, [chain for number, chain in rest if number not in used]


def _sizes_of(ink: Ink, sizes: Sequence[SizeKind]) -> tuple[str, ...]:
    """The sizes that a line belongs to; "" where it belongs to all."""
    named = [kind.name for kind in sizes]
    own = tuple(kind.name for kind in sizes if kind.draws(ink))
    if own or len(sizes) == 1:
        return own or (named[0],)
    members = {each for layer in ink.layers for each in layer.split(EITHER)}
    some = [name for name in named if name in members]
    return tuple(some) if some and len(some) < len(named) else ("",)
