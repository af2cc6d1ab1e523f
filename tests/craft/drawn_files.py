"""How far what was recognised lies from the sheet that a file was made from."""

from functools import cache

from craft.drawing import Drawing
from craft.formats.drawings import read_drawing
from craft.recognise.recognised import Recognised, recognise
from craft.shape import path as paths
from craft.shape.affine import inverse, move, then, translation
from tools.files_bench.pdf_files import Kind, Made, pdf_of
from tools.files_bench.sheet import Sheet, sheet_of
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

PATTERNS = {"blouse": yoke_blouse, "breeches": ringing_breeches, "waistcoat": ringing_waistcoat}


@cache
def sheet(name: str, wide: float = 900.0) -> Sheet:
    return sheet_of(PATTERNS[name](), wide)


def made(name: str, **kind) -> tuple[Made, Drawing, Recognised]:
    file = pdf_of(sheet(name), Kind(**kind))
    drawing = read_drawing(file.data)
    return file, drawing, recognise(drawing)


def furthest(file: Made, found: Recognised) -> dict[tuple[int, str], float]:
    """By piece and size, how far an outline lies off the true one at most (mm)."""
    page, at = next(iter(found.placed.at.items()))
    to_sheet = then(inverse(at), next(each.at for each in file.placed if each.page == page))
    true_sizes = file.sheet.sizes
    names = [kind.name or true_sizes[k] for k, kind in enumerate(found.sizes)]
    known = [kind.name or f"size {k}" for k, kind in enumerate(found.sizes, 1)]
    off = {}
    for read in found.pieces:
        number = read.words.number
        if number is None:  # its words lie on a page that has no place
            assert found.placed.loose
            continue
        origin = translation(*file.sheet.origins[number])
        for size, outline in read.piece.outlines.items():
            true = move(file.sheet.pattern.piece(number).shapes[names[known.index(size)]].outline, origin)
            there = [curve[0] for curve in move(outline, to_sheet)] + paths.flatten(
                move(outline, to_sheet), 2.0
            )
            back = [curve[0] for curve in true]
            off[number, names[known.index(size)]] = max(
                *(paths.nearest(true, each)[0] for each in there),
                *(paths.nearest(move(outline, to_sheet), each)[0] for each in back),
            )
    return off
