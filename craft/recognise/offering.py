"""From what was recognised to what is offered, with everything that is to be doubted."""

from collections import Counter
from collections.abc import Mapping, Sequence
from math import ceil

from craft.digitise.edits.taken import lines_of
from craft.digitise.inputs import MOST_NODES, MOST_PIECES
from craft.drawing import Drawing, Ink
from craft.drawing.curves import path_of
from craft.errors import CraftError
from craft.measure import MM_PER_INCH, Finding, fine_text, length_text, plural
from craft.pattern.home_print import HomePrint
from craft.pattern.marks import WORDS, MarkKind
from craft.recognise.doubts import file_findings, of_the_square, piece_findings, put_by_hand
from craft.recognise.entered import inputs_of, origin_of
from craft.recognise.lettering import lettering
from craft.recognise.mark_pictures import mark_pictures
from craft.recognise.offer import FileOffer, FoundPage, FoundSize, OfferedPiece, UnitChoice
from craft.recognise.page_grid import PageGrid, page_grid
from craft.recognise.page_previews import page_previews
from craft.recognise.placing import Placed
from craft.recognise.recognised import ReadPiece, Recognised
from craft.recognise.sizes import SizeKind
from craft.shape import path as path_
from craft.shape.affine import move_point
from craft.shape.pen import Box
from craft.trace.label import cut_words

MOST_UNUSED, MOST_WORDS, MOST_SHAPES = 400, 200, 400
# What people draw in, each in mm; a screen has 96 pixels to the inch.
UNITS = (("mm", 1.0), ("cm", 10.0), ("inch", MM_PER_INCH), ("pixel of a screen", MM_PER_INCH / 96))


def offer_of(drawing: Drawing, found: Recognised) -> FileOffer:
    """The offer. Raises CraftError where a file holds nothing of a pattern."""
    _anything(found)
    names = [kind.name for kind in found.sizes]
    grid = page_grid(drawing, found.placed)
    pieces, left = _pieces(drawing, found, names, grid)
    by_hand = found.placed.loose + found.placed.put
    previews = page_previews(drawing, by_hand)
    shown = [each for each in found.unused if not each.ink.filled]
    used = {id(text) for piece in found.pieces for text in piece.words.used}
    words = dict.fromkeys(text.text for text in found.lines.texts if id(text) not in used)
    return FileOffer(
        told=_told(drawing, found),
        pages=tuple(
            FoundPage(
                number=at, kind=kind, width=page.width, height=page.height,
                at=found.placed.at.get(at - 1), strokes=previews.get(at - 1, ()),
            )
            for at, (page, kind) in enumerate(zip(drawing.pages, found.kinds, strict=True), 1)
        ),
        box=_box(pieces, drawing, found),
        sizes=tuple(_size(kind) for kind in found.sizes),
        pieces=pieces,
        findings=(*file_findings(drawing, found), *left),
        units=units_of(drawing.unit, pieces),
        scale=found.square.scale if found.square else 1.0,
        unused=tuple(path_of(each.curves, each.straight) for each in shown[:MOST_UNUSED]),
        left_out=max(0, len(shown) - MOST_UNUSED),
        home_print=_home_print(grid, pieces, found),
        words=tuple(words)[:MOST_WORDS],
    )  # fmt: skip


def _told(drawing: Drawing, found: Recognised) -> str:
    """What the file is, and how well it fits together, in a few sentences."""
    pages, placed = drawing.pages, found.placed
    if len(pages) == 1:
        told = f"One sheet, {length_text(pages[0].width)} wide and {length_text(pages[0].height)} high."
    else:
        words = found.kinds.count("words")
        told = f"{plural(len(placed.at), 'page')} of {len(pages)} {_joined(placed)}"
        told += f", {words} with instructions" if words else ""
        told += ", one with the test square." if "square" in found.kinds else "."
    if not placed.at:
        told = f"The {plural(len(placed.loose), 'page')} of this file do not say how they lie."
    if placed.how == "drawing":
        told += " All of them show one drawing, so they fit exactly."
    elif placed.worst is not None:
        told += f" Where they meet, lines lie less than {fine_text(_up(placed.worst))} apart."
    square = found.square
    if square is not None and square.told and not of_the_square(square):
        told += f" Its test square measures {length_text(square.width)}, as it says."
    return told


def _joined(placed: Placed) -> str:
    """Whether pages were put together, or lie where somebody put them."""
    put = len(placed.put)
    if put and put == len(placed.at):
        return "laid as you put them" if put > 1 else "laid as you put it"
    one = "it" if put == 1 else "them"
    return "put together" + (f", {put} of them where you put {one}" if put else "")


def _up(mm: float) -> float:
    """The next hundredth of a millimetre."""
    return ceil(mm * 100 + 1e-9) / 100 or 0.01


def _anything(found: Recognised) -> None:
    if found.pieces:
        return
    if len(found.placed.loose) > 1:  # they can be put in place by hand
        return
    if any(kind == "picture" for kind in found.kinds):
        raise CraftError(
            "This file holds pictures of paper, no lines. Put its pages under the board as a paper "
            "sheet; there you trace over them.", "scan",
        )  # fmt: skip
    if all(kind in ("words", "empty") for kind in found.kinds):
        raise CraftError(
            "This file holds words and hardly any lines: no pattern was found in it.", "file"
        )
    raise CraftError("No closed outline was found in this file that could be a piece.", "file")


def _size(kind: SizeKind) -> FoundSize:
    ink: Ink = kind.sample
    return FoundSize(
        name=kind.name, told=kind.told, colour=ink.colour, width=ink.width, dash=ink.dash
    )


def _home_print(
    grid: PageGrid | None, pieces: Sequence[OfferedPiece], found: Recognised
) -> HomePrint | None:
    """The pages as they are printed; nothing where they lie in no grid."""
    if grid is None:
        return None
    at = {each.inputs.number: each.origin for each in pieces}
    square = found.square.nominal if found.square else None
    return grid.home_print(
        at, square, _square_pages(grid, found), layered=all(kind.layer for kind in found.sizes)
    )


def _square_pages(grid: PageGrid, found: Recognised) -> tuple[int, ...]:
    """The pages of the file that show its test square, counted from 1; none where nothing says it."""
    if "square" in found.kinds:
        return (found.kinds.index("square") + 1,)
    if found.square is None:
        return ()
    x, y = found.square.at
    right, low = x + found.square.width, y + found.square.height
    return grid.pages(path_.polyline((x, y), (right, y), (right, low), (x, low), (x, y)))


def _pages(read: ReadPiece, grid: PageGrid | None) -> dict[str, tuple[int, ...]]:
    if grid is None:
        return {}
    return {size: grid.pages(line) for size, line in read.piece.outlines.items()}


def _pieces(
    drawing: Drawing, found: Recognised, names: Sequence[str], grid: PageGrid | None
) -> tuple[tuple[OfferedPiece, ...], list[Finding]]:
    """The pieces that can be taken, by their numbers, and what is to be said of the others."""
    pieces = found.pieces
    letters = lettering(found.lettering, [each.piece.largest for each in pieces])
    said = Counter(each.words.number for each in pieces)
    taken = {each.words.number for each in pieces if each.words.number}
    free = (number for number in range(1, 1000) if number not in taken)
    made, left = [], []
    for at, read in enumerate(pieces, 1):
        who = (
            " ".join(str(part) for part in (read.words.number, read.words.name) if part)
            or "A piece"
        )
        if at > MOST_PIECES or len(read.piece.alike.corners) > MOST_NODES:
            left.append(Finding(
                weight="doubt", what=f"{who} cannot be taken from the file.",
                because=f"A pattern has {MOST_PIECES} pieces at most, and an outline {MOST_NODES} points.",
            ))  # fmt: skip
            continue
        own = read.words.number
        inputs = inputs_of(read, at, own if own and said[own] == 1 else next(free))
        sizes = tuple(size for size in names if size in lines_of(inputs))
        counted = Counter(mark.kind for mark in inputs.marks)
        origin, wordless = origin_of(read), not read.words.used
        drawn_words = letters.get(at - 1, []) if wordless else []
        base = next(iter(read.piece.alike.outlines.values()))
        made.append(OfferedPiece(
            inputs=inputs, lines=dict(read.piece.outlines), taken_sizes=sizes,
            cuts=cut_words(inputs.cuts), marks=marks_words(counted),
            findings=(
                *piece_findings(read, inputs, lettered=bool(drawn_words)),
                *put_by_hand(read, drawing, found),
            ),
            origin=origin, pages=_pages(read, grid), drawn=mark_pictures(inputs, base, origin),
            wordless=wordless,
            lettering=tuple(
                tuple(path_of(line.curves, line.straight) for line in block[:MOST_SHAPES])
                for block in drawn_words
            ),
        ))  # fmt: skip
    return tuple(sorted(made, key=lambda each: each.inputs.number)), left


def marks_words(counted: Mapping[MarkKind, int]) -> str:
    """How many marks of each kind, in words.

    >>> marks_words({"notch": 4, "grain": 1})
    '4 notches, 1 grain line'
    """
    return ", ".join(plural(count, WORDS[kind]) for kind, count in counted.items())


def units_of(unit: float | None, pieces: Sequence[OfferedPiece]) -> tuple[UnitChoice, ...]:
    """What a unit of the file may be, each with how long the longest piece would be; none where it says
    itself. ``unit``: as it is taken now (mm)."""
    if unit is None or not pieces:
        return ()
    boxes = [path_.control_bounds(line) for piece in pieces for line in piece.lines.values()]
    longest = max(max(box[2] - box[0], box[3] - box[1]) for box in boxes)
    return tuple(
        UnitChoice(
            name=name, mm=mm, chosen=abs(mm - unit) < 0.01 * mm,
            told=f"The longest piece would be {length_text(longest / unit * mm)} long.",
        )
        for name, mm in UNITS
    )  # fmt: skip


def _box(pieces: Sequence[OfferedPiece], drawing: Drawing, found: Recognised) -> Box:
    """Left, top, width and height of everything on the sheet (mm)."""
    boxes = [path_.control_bounds(line) for piece in pieces for line in piece.lines.values()]
    corners = [corner for box in boxes for corner in (box[:2], box[2:])]
    for page, at in found.placed.at.items():
        size = (drawing.pages[page].width, drawing.pages[page].height)
        corners += [move_point((0.0, 0.0), at), move_point(size, at)]
    if not corners:
        return 0.0, 0.0, 1.0, 1.0
    left, top = min(x for x, _ in corners), min(y for _, y in corners)
    return left, top, max(x for x, _ in corners) - left, max(y for _, y in corners) - top
