"""From what was recognised to what is offered, with everything that is to be doubted."""

from collections import Counter
from collections.abc import Sequence

from craft.digitise.inputs import Outline, PieceInputs
from craft.drawing import Drawing, Ink
from craft.errors import CraftError
from craft.measure import Finding, length_text
from craft.recognise.chains import long
from craft.recognise.entered import inputs_of
from craft.recognise.offer import FileOffer, FoundPage, FoundSize, OfferedPiece
from craft.recognise.outlines import path_of
from craft.recognise.recognised import ReadPiece, Recognised
from craft.recognise.sizes import SizeKind
from craft.recognise.square import ScaleSquare
from craft.recognise.words import cut_of
from craft.shape import path as path_

MOST_PIECES, MOST_UNUSED = 80, 400
LONG_LINE = 150.0  # mm: longer than a mark
WELL_JOINED = 0.1  # mm: pages fit as well as they can be taped
SQUARE_OFF = 0.005  # of its size: nobody sees it


def offer_of(drawing: Drawing, found: Recognised) -> FileOffer:
    """The offer. Raises CraftError where a file holds nothing of a pattern."""
    _anything(drawing, found)
    names = [kind.name or f"size {at}" for at, kind in enumerate(found.sizes, 1)]
    pieces = tuple(_pieces(found.pieces[:MOST_PIECES], names))
    shown = [each for each in found.unused if not each.ink.filled]
    used = {id(text) for piece in found.pieces for text in piece.words.used}
    return FileOffer(
        pages=tuple(
            FoundPage(
                number=at, kind=kind, width=page.width, height=page.height, at=found.placed.at.get(at - 1)
            )
            for at, (page, kind) in enumerate(zip(drawing.pages, found.kinds, strict=True), 1)
        ),
        box=_box(pieces, drawing, found),
        sizes=tuple(_size(name, kind) for name, kind in zip(names, found.sizes, strict=True)),
        pieces=pieces,
        findings=tuple(_findings(drawing, found)),
        unit=drawing.unit,
        scale=found.square.scale if found.square else 1.0,
        unused=tuple(path_of(each) for each in shown[:MOST_UNUSED]),
        left_out=max(0, len(shown) - MOST_UNUSED),
        words=tuple(dict.fromkeys(text.text for text in found.texts if id(text) not in used))[:200],
    )  # fmt: skip


def _anything(drawing: Drawing, found: Recognised) -> None:
    if found.pieces:
        return
    if len(found.placed.loose) > 1:
        raise CraftError(
            f"The {len(found.placed.loose)} pages of this file could not be put together: what neighbours "
            "share was not found. Choose the file with one large sheet, if there is one.", "file",
        )  # fmt: skip
    if any(kind == "picture" for kind in found.kinds):
        raise CraftError(
            "This file holds pictures of paper, no lines. Save its pages as pictures and add them as "
            "a paper sheet; there you trace over them.", "file",
        )  # fmt: skip
    if all(kind in ("words", "empty") for kind in found.kinds):
        raise CraftError(
            "This file holds words and hardly any lines: no pattern was found in it.", "file"
        )
    raise CraftError("No closed outline was found in this file that could be a piece.", "file")


def _size(name: str, kind: SizeKind) -> FoundSize:
    ink: Ink = kind.sample
    return FoundSize(
        name=name,
        told=bool(kind.name),
        colour=ink.colour,
        width=ink.width,
        dash=ink.dash,
        outlines=kind.outlines,
    )


def _pieces(pieces: Sequence[ReadPiece], names: Sequence[str]) -> list[OfferedPiece]:
    said = Counter(each.words.number for each in pieces)
    taken = {each.words.number for each in pieces if each.words.number}
    free = (number for number in range(1, 1000) if number not in taken)
    made = []
    for at, read in enumerate(pieces, 1):
        number = (
            read.words.number if read.words.number and said[read.words.number] == 1 else next(free)
        )
        inputs = inputs_of(read, at, number)
        lines = inputs.drawn.lines if isinstance(inputs.drawn, Outline) else {}
        sizes = tuple(size for size in names if size in lines)
        counted = Counter(mark.kind for mark in inputs.marks)
        made.append(OfferedPiece(
            inputs=inputs, lines=dict(read.piece.outlines), taken_sizes=sizes, marks=dict(counted),
            findings=tuple(_doubts(read, inputs)),
        ))  # fmt: skip
    return sorted(made, key=lambda each: each.inputs.number)


def _doubts(read: ReadPiece, inputs: PieceInputs) -> list[Finding]:
    found = [
        Finding(weight="doubt", what=text, because="Look at it before you cut by it.")
        for _, text in read.piece.doubts
    ]
    if not inputs.name:
        found.append(Finding(
            weight="note", what="No words were found on it.", because="Give it a name as it is printed.",
        ))  # fmt: skip
    if not read.words.cuts:
        found.append(Finding(
            weight="doubt", what="Nothing says how many to cut.",
            because="It is taken as one of the main cloth.",
        ))  # fmt: skip
    return found


def _findings(drawing: Drawing, found: Recognised) -> list[Finding]:
    made = _of_the_square(found.square)
    made += _lost(found)
    loose = [page + 1 for page in found.placed.loose]
    if loose:
        told = ", ".join(str(each) for each in loose)
        made.append(Finding(
            weight="doubt", what=f"Page{'s' if len(loose) > 1 else ''} {told} could not be put in place.",
            because="Lines on them are missing from the pieces.",
        ))  # fmt: skip
    worst = found.placed.worst
    if worst is not None and worst > WELL_JOINED:
        made.append(Finding(
            weight="doubt", what=f"Where pages meet lines are up to {length_text(worst)} apart.",
            because="Pages that fit badly may be in a wrong place.",
        ))  # fmt: skip
    made += [
        Finding(
            weight="note", what=f"The file contradicts itself: {each}",
            because="It was read as far as it goes.",
        )
        for each in drawing.warnings[:3]
    ]  # fmt: skip
    return made


def _of_the_square(square: ScaleSquare | None) -> list[Finding]:
    """Whether the test square is as large as it is meant; nothing where it is."""
    if square is None or square.nominal is None:
        return [Finding(
            weight="doubt", what="No test square was found.",
            because="Measure one length that you know before you cut.",
        )]  # fmt: skip
    drawn, meant = length_text(square.width), length_text(square.nominal)
    if abs(2 * square.nominal / (square.width + square.height) - 1) <= SQUARE_OFF:
        return []
    if not square.told:
        return [Finding(
            weight="doubt",
            what=f"A square of {drawn} may be the test square; nothing says how large it is to be.",
            because=f"If it is to measure {meant}, the file is drawn at another scale. It is taken as drawn.",
        )]  # fmt: skip
    return [Finding(
        weight="doubt",
        what=f"The test square is drawn {drawn} wide and is to measure {meant}: everything is taken "
        f"{square.scale * 100:.1f} % as large.",
        because="A file drawn at another scale would give a garment of another size.",
    )]  # fmt: skip


def _lost(found: Recognised) -> list[Finding]:
    """What looks as if a piece was there, and no piece is."""
    made = []
    on = {id(text) for piece in found.pieces for text in (*piece.words.used, *piece.words.unused)}
    alone = [
        text.text for text in found.texts if cut_of(text.text) is not None and id(text) not in on
    ]
    if alone:
        told = ", ".join(f"“{each}”" for each in list(dict.fromkeys(alone))[:3])
        made.append(Finding(
            weight="doubt", what=f"The words {told} lie on no piece that was found.",
            because="A piece may be missing: its outline is not closed in the file.",
        ))  # fmt: skip
    open_ = [each for each in found.unused if not each.closed and long(each) > LONG_LINE]
    if open_:
        lines, close = ("line does", "it ends") if len(open_) == 1 else ("lines do", "they end")
        made.append(Finding(
            weight="doubt", what=f"{len(open_)} long {lines} not close to an outline.",
            because=f"Show what nothing was made of, and see where {close}.",
        ))  # fmt: skip
    return made


def _box(
    pieces: Sequence[OfferedPiece], drawing: Drawing, found: Recognised
) -> tuple[float, float, float, float]:
    boxes = [path_.control_bounds(line) for piece in pieces for line in piece.lines.values()]
    left, top = min(b[0] for b in boxes), min(b[1] for b in boxes)
    right, low = max(b[2] for b in boxes), max(b[3] for b in boxes)
    for page, at in found.placed.at.items():
        wide, tall = drawing.pages[page].width, drawing.pages[page].height
        for x, y in ((0.0, 0.0), (wide, tall)):
            px, py = at[0] * x + at[1] * y + at[4], at[2] * x + at[3] * y + at[5]
            left, top, right, low = min(left, px), min(top, py), max(right, px), max(low, py)
    return left, top, right - left, low - top
