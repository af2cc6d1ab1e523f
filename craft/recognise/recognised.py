"""All that a file's drawing comes to: pages put together, sizes, pieces with their words and marks."""

from collections import defaultdict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

from craft.drawing import EITHER, Drawing, DrawnText, Ink
from craft.drawing.curves import path_of
from craft.measure import plural
from craft.recognise.chains import Chain, chains_of
from craft.recognise.dashes import whole_lines
from craft.recognise.found_mark import TOUCH, FoundMark, gap, points_of
from craft.recognise.layers import Layers
from craft.recognise.lettering import words_drawn
from craft.recognise.marks import marks_of
from craft.recognise.outlines import OutlineFound, outlines_of
from craft.recognise.page_kinds import PageKind, page_kinds, without_furniture
from craft.recognise.pieces import FoundPiece, pieces_of
from craft.recognise.placing import Placed, place_pages
from craft.recognise.sheet_lines import SheetLines, sheet_lines
from craft.recognise.sizes import SizeKind, size_kinds
from craft.recognise.square import ScaleSquare, find_square
from craft.recognise.thin_areas import with_middles
from craft.recognise.words import PieceWords, texts_by_piece, words_of
from craft.shape.affine import Affine
from craft.shape.path import Path


@dataclass(frozen=True, slots=True)
class ReadPiece:
    """A piece with what is said and drawn on it. ``marks``: by size; "" are those all sizes share.
    ``folds``: lines that a layer calls its fold; ``cutting``: the cutting line round its first size, where
    the file draws both."""

    piece: FoundPiece
    words: PieceWords
    marks: dict[str, list[FoundMark]]
    folds: tuple[Path, ...] = ()
    cutting: Path | None = None


@dataclass(frozen=True, slots=True)
class Recognised:
    """``lines``: everything on the sheet; ``unused``: the lines that nothing was made of; ``lettering``:
    words drawn as shapes, letter by letter."""

    kinds: tuple[PageKind, ...]
    placed: Placed
    sizes: tuple[SizeKind, ...]
    pieces: tuple[ReadPiece, ...]
    square: ScaleSquare | None
    unused: tuple[Chain, ...]
    lettering: tuple[list[Chain], ...]
    lines: SheetLines


def recognise(
    drawing: Drawing, told: Callable[[str], None] = lambda _: None,
    hand: Mapping[int, Affine] | None = None,
) -> Recognised:  # fmt: skip
    """What a drawing means; ``told`` hears what it is at; ``hand``: where somebody put pages that found no
    place by themselves."""
    told(f"Putting {plural(len(drawing.pages), 'page')} together")
    drawing = without_furniture(drawing)
    kinds = page_kinds(drawing)
    placed = place_pages(drawing, [at for at, kind in enumerate(kinds) if kind == "pattern"], hand)
    told("Joining lines")
    lines = sheet_lines(drawing, placed)
    chains = whole_lines(with_middles(lines.paths), cut=placed.how == "nodes")
    lettering = words_drawn(chains)
    letters = {id(each) for word in lettering for each in word}
    chains = [each for each in chains if id(each) not in letters]
    square = find_square(chains, lines.texts)
    if square is None:
        square, kinds, placed = _square_alone(drawing, kinds, placed)
    closed = [each for each in outlines_of(chains) if square is None or not _is(each.box, square)]
    told("Telling sizes apart")
    layers = Layers({each.ink for each in chains}, {each.chain.ink for each in closed})
    found = layers.outlines(closed)
    cutting = layers.cutting_lines(found)
    around = {id(each) for each in cutting.values()}
    outlines = [each for each in found if id(each) not in around]
    sizes = size_kinds(outlines, chains, lines.texts, layers)
    pieces = pieces_of(outlines, sizes)
    by_outline = {id(found[at].chain): each for at, each in cutting.items()}
    told(f"Reading {plural(len(pieces), 'piece')}")
    read, unused = _read(pieces, chains, sizes, lines.texts, layers, by_outline)
    return Recognised(
        kinds=kinds, placed=placed, sizes=tuple(sizes), pieces=tuple(read), square=square,
        unused=tuple(unused), lettering=tuple(lettering), lines=lines,
    )  # fmt: skip


def _square_alone(
    drawing: Drawing, kinds: tuple[PageKind, ...], placed: Placed
) -> tuple[ScaleSquare | None, tuple[PageKind, ...], Placed]:
    """The test square on a page of its own, which then is no page of the sheet."""
    for page in range(len(drawing.pages)):
        if page not in placed.at:
            paths = [each for each in drawing.paths if each.page == page and not each.outside]
            texts = [each for each in drawing.texts if each.page == page]
            square = find_square(chains_of(paths), texts)
            if square is not None and square.told:
                if not placed.at:  # it may well be a page among the others
                    return square, kinds, placed
                kinds = (*kinds[:page], "square", *kinds[page + 1 :])
                loose = tuple(each for each in placed.loose if each != page)
                return square, kinds, replace(placed, loose=loose)
    return None, kinds, placed


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
    layers: Layers,
    cutting: Mapping[int, OutlineFound],
) -> tuple[list[ReadPiece], list[Chain]]:
    outline_ids = {id(found.chain) for piece in pieces for found in piece.found.values()}
    outline_ids |= {id(each.chain) for each in cutting.values()}
    rest = [(number, chain) for number, chain in enumerate(chains) if id(chain) not in outline_ids]
    by_size: dict[str, list[tuple[int, Chain]]] = defaultdict(list)
    for number, chain in rest:
        for name in _sizes_of(chain.ink, sizes):
            by_size[name].append((number, chain))
    words = texts_by_piece(texts, [piece.largest for piece in pieces])
    used: set[int] = set()
    read = []
    for at, piece in enumerate(pieces):
        first = next(iter(piece.found.values()))
        marks = {
            size: marks_of(outline, by_size[size], layers, words.get(at, []))
            for size, outline in {**piece.found, "": first}.items()
        }
        used |= {number for found in marks.values() for mark in found for number in mark.used}
        base = piece.found[next(iter(piece.alike.outlines))]
        folds = [(number, line) for number, line in rest if layers.line(line.ink) == "fold"]
        used |= {
            number for number, line in folds if any(_along(o, line) for o in piece.found.values())
        }
        own = tuple(path_of(line.curves, line.straight) for _, line in folds if _along(base, line))
        around = cutting.get(id(base.chain))
        read.append(ReadPiece(
            piece, words_of(words.get(at, [])), marks, own, around.path if around else None,
        ))  # fmt: skip
    return read, [chain for number, chain in rest if number not in used]


def _along(outline: OutlineFound, line: Chain) -> bool:
    """Whether a line runs along an outline, so far as its ends tell."""
    return all(gap(outline, each) < TOUCH for each in points_of(line.ends))


def _sizes_of(ink: Ink, sizes: Sequence[SizeKind]) -> tuple[str, ...]:
    """The sizes that a line belongs to; "" where it belongs to all."""
    named = [kind.name for kind in sizes]
    own = tuple(kind.name for kind in sizes if kind.draws(ink))
    if own or len(sizes) == 1:
        return own or (named[0],)
    members = {each for layer in ink.layers for each in layer.split(EITHER)}
    some = [name for name in named if name in members]
    return tuple(some) if some and len(some) < len(named) else ("",)
