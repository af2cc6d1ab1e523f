"""How far what was recognised lies from the sheet that a file was made from."""

from functools import cache
from typing import Any, NamedTuple

from craft.drawing import Drawing
from craft.formats.drawings import read_drawing
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut
from craft.recognise.offer import FileOffer
from craft.recognise.recognised import Recognised, recognise
from craft.shape import path as paths
from craft.shape.affine import inverse, move, then, translation
from tools.files_bench.drawn_lines import as_dashes
from tools.files_bench.pdf_files import Kind, Made, dashed, pdf_of
from tools.files_bench.sheet import Sheet, sheet_of
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

PATTERNS = {"blouse": yoke_blouse, "breeches": ringing_breeches, "waistcoat": ringing_waistcoat}


def in_sizes(pattern: Pattern, sizes: tuple[str, ...]) -> Pattern:
    """The pattern as it would be sold in these sizes alone."""
    pieces = tuple(
        piece.model_copy(
            update={"shapes": {s: piece.shapes[s] for s in sizes if s in piece.shapes}}
        )
        for piece in pattern.pieces
    )
    table = pattern.table.model_copy(update={"sizes": sizes})
    return pattern.model_copy(update={"pieces": pieces, "table": table})


@cache
def sheet(name: str, wide: float = 900.0, crowded: bool = False, first: int = 40) -> Sheet:
    """The sheet of a demo pattern, so wide (mm); ``crowded``: its pieces lie over each other; ``first``: of
    its sizes so many, the smallest first."""
    pattern = PATTERNS[name]()
    return sheet_of(in_sizes(pattern, pattern.table.sizes[:first]), wide, crowded=crowded)


def made(
    name: str, *, crowded: bool = False, first: int = 40, **kind: Any
) -> tuple[Made, Drawing, Recognised]:
    """A demo pattern as a PDF of a kind, read and recognised."""
    file = pdf_of(sheet(name, crowded=crowded, first=first), Kind(**kind))
    drawing = read_drawing(file.data)
    return file, drawing, recognise(drawing)


def furthest(file: Made, found: Recognised) -> dict[tuple[int, str], float]:
    """By piece and size, how far an outline lies off the true one at most, and the true one off it (mm)."""
    if not found.placed.at:
        return {}
    page, at = next(iter(found.placed.at.items()))
    to_sheet = then(inverse(at), next(each.at for each in file.placed if each.page == page))
    true_sizes = file.sheet.sizes
    known = [kind.name for kind in found.sizes]
    names = [kind.name if kind.told else true_sizes[k] for k, kind in enumerate(found.sizes)]
    off = {}
    for read in found.pieces:
        number = read.words.number
        if number is None:  # nothing says which piece it is
            continue
        origin = translation(*file.sheet.origins[number])
        for size, outline in read.piece.outlines.items():
            name = names[known.index(size)]
            true = move(file.sheet.pattern.piece(number).shapes[name].outline, origin)
            there = move(outline, to_sheet)
            if file.kind.strokes == "dashes":  # nothing says what lies between them
                at = true_sizes.index(name)
                dashes = as_dashes(true, *dashed(at))
                off[number, name] = max(
                    max(paths.gaps(there, paths.flatten(each, 2.0))) for each in dashes
                )
                continue
            points = [curve[0] for curve in there] + paths.flatten(there, 2.0)
            off[number, name] = max(
                *(paths.nearest(true, each)[0] for each in points),
                *(paths.nearest(there, curve[0])[0] for curve in true),
            )
    return off


class Verdict(NamedTuple):
    """``found`` of ``there`` outlines, the worst of them so far off (mm); how many of the missing ones are
    said; ``words``: pieces with their number, name and counts as they are on the sheet."""

    found: int
    there: int
    worst: float
    said: bool
    words: int
    pieces: int


def counted(cuts: tuple[Cut, ...]) -> set[tuple[str, int, bool]]:
    """How many of which cloth, whether on the fold. That two alike are no pair, no sheet says."""
    return {(cut.role, cut.count, cut.on_fold) for cut in cuts}


def verdict(file: Made, found: Recognised, offer: FileOffer) -> Verdict:
    """What came of a file."""
    pattern = file.sheet.pattern
    off = furthest(file, found)
    there = {(piece.number, size) for piece in pattern.pieces for size in piece.shapes}
    doubts = any(each.weight == "doubt" for each in offer.findings) or any(
        each.findings for each in offer.pieces
    )
    right = 0
    for read in found.pieces:
        piece = next((each for each in pattern.pieces if each.number == read.words.number), None)
        if piece is not None and read.words.name == piece.name:
            right += counted(read.words.cuts) == counted(piece.cuts)
    return Verdict(
        len(off), len(there), max(off.values(), default=0.0), not (there - set(off)) or doubts, right,
        len(pattern.pieces),
    )  # fmt: skip
