"""Drawings that are saved: read back by the program itself and by others."""

import subprocess
from functools import cache
from io import BytesIO
from xml.etree import ElementTree

import pytest
from ezdxf import bbox, recover
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import Cloth, ClothInputs
from craft.drawing import Drawing, DrawnPage, DrawnPath, Ink
from craft.drawing.curves import as_arrays, path_of
from craft.errors import CraftError
from craft.formats.drawings import read_drawing
from craft.formats.dxf_writer import write_dxf
from craft.formats.pdf_writer import write_pdf_drawing
from craft.formats.svg_writer import write_svg_drawing
from craft.inputs import Inputs
from craft.lay import LayInputs, Placement
from craft.making import derive
from craft.pattern.layer_names import interchange, layer_of, meaning_of
from craft.pattern.marks import POINTS, Mark
from craft.saving.beside import ROOM, beside_each_other
from craft.saving.make import save
from craft.saving.of_pieces import pattern_drawing
from craft.saving.tables import as_csv, cutting_rows, length, shopping_rows, size_rows
from craft.saving.task import SaveTask
from craft.shape import path as paths
from craft.shape.affine import move_point
from craft.shopping import shopping
from craft.tabular.reader import read_table
from tests.craft.saved import compared, read_back
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

PATTERNS = {"blouse": yoke_blouse(), "breeches": ringing_breeches(), "waistcoat": ringing_waistcoat()}


def facts(piece):
    """What the words and edges of a piece say."""
    cuts = sorted((c.role, c.count, c.pair, c.on_fold) for c in piece.cuts)
    shape = next(iter(piece.shapes.values()))
    edges = sorted((e.kind == "fold", round(e.allowance, 1)) for e in shape.edges if e.kind != "dart")
    return piece.name, cuts, piece.guide, edges


@pytest.mark.parametrize("form", ["svg", "dxf", "pdf"])
@pytest.mark.parametrize("name", PATTERNS)
def test_a_pattern_comes_back_from_its_file_with_every_size_and_mark(name, form):
    pattern = PATTERNS[name]
    task = SaveTask(what="pattern", form=form, title=pattern.name, pattern=pattern)
    found = read_back(save(task))
    assert found.table.sizes == pattern.table.sizes
    off = compared(pattern, found, pattern.table.sizes)
    assert (off.missing, off.outline < 0.002, off.marks < 0.005) == ([], True, True)
    for piece in pattern.pieces:
        was, now = facts(piece), facts(found.piece(piece.number))
        assert now[0::2] == was[0::2]
        if len(was[3]) == len(now[3]):  # two edges that meet without a corner come back as one
            assert now == was


def test_one_size_alone_in_fine_polylines_comes_back():
    pattern = PATTERNS["waistcoat"]
    task = SaveTask(
        what="pattern", form="dxf", curved="polylines", title="C", pattern=pattern, size="C", only=(2, 4),
    )  # fmt: skip
    data = save(task)
    kinds = {e.dxftype() for block in recover.read(BytesIO(data))[0].blocks for e in block}
    assert "SPLINE" not in kinds
    found = read_back(data)
    assert (found.table.sizes, [each.number for each in found.pieces]) == (("C",), [2, 4])
    few = pattern.model_copy(update={"pieces": found.pieces and tuple(map(pattern.piece, (2, 4)))})
    off = compared(few, found, ("C",))
    assert (off.missing, off.outline < 0.02) == ([], True)
    with pytest.raises(CraftError, match="no such size"):
        pattern_drawing(pattern, "Z")
    with pytest.raises(CraftError, match="no such piece"):
        pattern_drawing(pattern, "C", (99,))


@cache
def a_lay():
    """The waistcoat's pieces on a cloth, one after the other, some of them turned over."""
    pattern = PATTERNS["waistcoat"]
    cloth = Cloth(name="Twill", width=1500.0)
    inputs = Inputs(cloth=ClothInputs(cloths={"main": cloth}, folds={"main": "single"}))
    items = derive(pattern, inputs).lays[0].items
    placed = tuple(
        Placement(
            item=each.key, x=20.0 + 700 * at, y=30.0 + 90 * (at % 3), over=each.over, turn=180.0 * (at % 2),
        )
        for at, each in enumerate(items)
    )  # fmt: skip
    inputs = inputs.model_copy(update={"lay": LayInputs(placements={"main": placed})})
    made = derive(pattern, inputs)
    return made, made.lays[0], pattern, inputs


def test_other_programs_read_what_is_written(tmp_path):
    pattern = PATTERNS["breeches"]
    drawing = pattern_drawing(pattern)
    wide, high = drawing.pages[0].width, drawing.pages[0].height
    left = min(path.box[0] for path in drawing.paths)
    right = max(path.box[2] for path in drawing.paths)

    document, audit = recover.read(BytesIO(write_dxf(drawing, pattern.name)))
    assert (audit.errors, audit.fixes) == ([], [])
    assert (document.dxfversion, document.header["$INSUNITS"]) == ("AC1015", 4)
    extent = bbox.extents(document.modelspace(), fast=False)
    assert extent.size.x == pytest.approx(right - left, abs=0.1)
    sizes = {each.dxf.layer for each in document.modelspace().query("INSERT")}
    assert sizes == set(pattern.table.sizes)

    tree = ElementTree.fromstring(write_svg_drawing(drawing, "Plus & <minus>"))
    assert (tree.get("width"), tree.get("height")) == (f"{wide:.3f}mm", f"{high:.3f}mm")

    file = tmp_path / "whole.pdf"
    file.write_bytes(write_pdf_drawing(drawing, pattern.name))
    said = subprocess.run(["pdfinfo", file], capture_output=True, text=True, check=True).stdout
    points = f"{wide / 25.4 * 72:.2f}"
    assert points.rstrip("0").rstrip(".")[:6] in said
    words = subprocess.run(["pdftotext", file, "-"], capture_output=True, text=True, check=True).stdout
    assert "Knee band" in words


def test_a_lay_is_saved_as_it_lies():
    _, lay, pattern, inputs = a_lay()
    task = SaveTask(what="lay", form="svg", title="Lay", pattern=pattern, inputs=inputs)
    drawing = read_drawing(save(task), None)
    cut = [path for path in drawing.paths if path.ink.layers[-1] == "cutting line"]
    assert len(cut) == len(lay.placed)
    cloth = next(path for path in drawing.paths if path.ink.layers == ("cloth",))
    assert cloth.box[3] - cloth.box[1] == pytest.approx(lay.width, abs=0.01)
    widths = sorted(round(path.box[2] - path.box[0], 1) for path in cut)
    assert widths == pytest.approx(sorted(j.box[2] - j.box[0] for j in lay.placed), abs=1.0)
    # What lies far from the cut end is drawn far to the right, what is far from the person above.
    far = max(lay.placed, key=lambda each: each.box[2])
    assert max(path.box[2] for path in cut) - cloth.box[0] == pytest.approx(far.box[2], abs=1.0)
    above = max(lay.placed, key=lambda each: each.box[3])
    gap = min(path.box[1] for path in cut) - cloth.box[1]
    assert gap == pytest.approx(lay.width - above.box[3], abs=1.0)
    with pytest.raises(CraftError, match="no cloth"):
        save(task.model_copy(update={"role": "contrast"}))
    pieces = save(task.model_copy(update={"what": "pieces", "unit": "in"}))
    assert b"[[" not in pieces  # lengths in words are in the reader's unit


def test_lists_are_tables():
    made, _, pattern, _ = a_lay()
    sizes = size_rows(pattern, "cm")
    assert sizes[0][1:-1] == list(pattern.table.sizes)
    assert sizes[1][1] == pattern.table.rows[0].body[pattern.table.sizes[0]] / 10
    cutting = cutting_rows(made.cuts, "cm")
    assert len(cutting) == 1 + sum(len(each.items) for each in made.cuts)
    assert all("[[" not in str(cell) for row in cutting for cell in row)
    bought = shopping(made, (), {})
    rows = shopping_rows(bought, "in", (bought.lines[0].key,))
    assert rows[1][-1] == "yes"
    assert rows[1][3] == pytest.approx(bought.lines[0].amount.value / 25.4, abs=0.001)
    assert length(2540.0, "cm") == 254.0
    assert as_csv([["@sum", -2.5, None, "a,b"]]) == b'\xef\xbb\xbf\'@sum,-2.5,,"a,b"\r\n'
    assert read_table(as_csv([["a", "b"], ["=1+1", "'twas"]])).rows == (("=1+1", "'twas"),)


boxes = st.lists(
    st.tuples(st.floats(-500, 500), st.floats(-500, 500), st.floats(1, 900), st.floats(1, 900)).map(
        lambda b: (b[0], b[1], b[0] + b[2], b[1] + b[3])
    ),
    min_size=1, max_size=12,
)  # fmt: skip


@given(boxes)
def test_pieces_beside_each_other_never_touch(given_boxes):
    placed = [
        (*move_point(box[:2], by), *move_point(box[2:], by))
        for box, by in zip(given_boxes, beside_each_other(given_boxes), strict=True)
    ]
    for at, a in enumerate(placed):
        assert min(a[0], a[1]) >= -1e-6
        for b in placed[:at]:
            apart = max(a[0] - b[2], b[0] - a[2], a[1] - b[3], b[1] - a[3])
            assert apart >= ROOM - 1e-6


@pytest.mark.parametrize("kind", POINTS)
def test_a_layer_says_what_was_put_on_it(kind):
    mark = Mark(id="m", kind=kind, name="mark", level="knee", points=((0.0, 0.0),))
    said = meaning_of(layer_of(mark))
    assert (said.mark, said.line, said.level) == (kind, None, "knee")


def test_numbers_of_layers_are_sizes_unless_they_number_what_lies_in_blocks():
    assert interchange([("Front 38", "1"), ("Front 38", "4"), ("Back 38", "1")])
    assert not interchange([("1",), ("4",), ("6",)])
    assert not interchange([("Front", "1"), ("Front", "2")])
    assert not interchange([("Front", "1"), ("Front", "4"), ("7",)])


def test_a_sheet_longer_than_a_page_may_be_keeps_its_size():
    curves, straight = as_arrays(
        paths.polyline((100, 100), (8_100, 100), (8_100, 900), (100, 900), (100, 100))
    )
    path = DrawnPath(curves, straight, True, Ink(("long",), "#172028", 0.5), 0)
    drawing = Drawing((DrawnPage(8_200.0, 1_000.0),), (path,))
    (found,) = read_drawing(write_pdf_drawing(drawing, "Long"), None).paths
    assert found.box[2] - found.box[0] == pytest.approx(8_000, abs=0.05)
    assert found.ink.width == pytest.approx(0.5, abs=0.01)


@pytest.mark.parametrize(("name", "size", "paper"), [
    ("breeches", "3", "A4"), ("blouse", None, "A3"), ("waistcoat", "D", "Letter"),
])  # fmt: skip
def test_pages_for_a_printer_at_home_come_back_as_the_sheet_they_were(name, size, paper):
    pattern = PATTERNS[name]
    task = SaveTask(what="pattern", form="pdf", title=pattern.name, pattern=pattern, size=size, paper=paper)
    data = save(task)
    drawing = read_drawing(data)
    wide, high = {"A4": (210, 297), "A3": (297, 420), "Letter": (215.9, 279.4)}[paper]
    tiles = drawing.pages[1:]
    assert {(round(p.width, 1), round(p.height, 1)) for p in tiles} == {(wide, high)}
    # As many pages as the sheet has with something on them, and no more.
    whole = pattern_drawing(pattern, size)
    step = (wide - 30, high - 30)
    on = {
        (int(x // step[0]), int(y // step[1]))
        for path in whole.paths
        for x, y in paths.flatten(path_of(path.curves, path.straight), 0.05)
    }
    assert len(on) <= len(tiles) <= len(on) + 2
    found = read_back(data)
    sizes = (size,) if size else pattern.table.sizes
    off = compared(pattern, found, sizes)
    assert (off.missing, off.outline < 0.002, off.marks < 0.005) == ([], True, True)


@pytest.mark.parametrize("name", PATTERNS)
def test_another_program_draws_a_saved_svg_where_it_is(name, tmp_path):
    """Through librsvg to a PDF: every line within 0.1 mm of where it was drawn."""
    drawing = pattern_drawing(PATTERNS[name])
    file, drawn = tmp_path / "pattern.svg", tmp_path / "pattern.pdf"
    file.write_bytes(write_svg_drawing(drawing, name))
    subprocess.run(["rsvg-convert", "-f", "pdf", "-o", drawn, file], check=True, capture_output=True)
    seen = read_drawing(drawn.read_bytes())
    page, sheet = seen.pages[0], drawing.pages[0]
    assert (page.width, page.height) == pytest.approx((sheet.width, sheet.height), abs=0.4)  # whole points
    assert len(seen.paths) == len(drawing.paths)
    left = list(seen.paths)
    for was in drawing.paths:
        now = min(left, key=lambda each: max(abs(a - b) for a, b in zip(each.box, was.box, strict=True)))
        left = [each for each in left if each is not now]
        one, other = (path_of(each.curves, each.straight) for each in (was, now))
        off = paths.gaps(other, paths.flatten(one, 1.0)) + paths.gaps(one, paths.flatten(other, 1.0))
        assert max(off) < 0.1, was.ink.layers
