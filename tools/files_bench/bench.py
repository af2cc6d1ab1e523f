"""Every kind of file, measured: what is found of it, how exactly, and how long it takes."""

from collections.abc import Callable
from time import perf_counter
from typing import Any

from craft.errors import CraftError
from craft.formats.drawings import read_drawing
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from tools.files_bench.judge import Verdict, sheet, verdict
from tools.files_bench.other_files import dxf_of, svg_of
from tools.files_bench.pdf_files import Kind, Made, Placed, pdf_of

EXACT, CUT = 0.005, 0.02  # mm: bars for lines as they are, and for pages cut to two decimals
KINDS: dict[str, tuple[str, dict[str, Any]]] = {
    "one sheet": ("blouse", {"pages": "one"}),
    "clipped form": ("breeches", {"pages": "form"}),
    "clipped form, turned pages": ("waistcoat", {"pages": "form", "rotate": 90}),
    "clipped form, rows upside down": ("breeches", {"pages": "form", "upside_down": True}),
    "form within forms": ("blouse", {"pages": "nested", "rotate": 180}),
    "user unit, overlap": ("waistcoat", {"pages": "form", "user_unit": 2.0, "overlap": 12.0}),
    "shifted page by page": ("breeches", {"pages": "form", "shift": 0.8}),
    "drawn anew on each page": ("breeches", {"pages": "direct", "page": (420.0, 594.0)}),
    "drawn anew, upside down": (
        "waistcoat",
        {"pages": "direct", "upside_down": True, "page": (420.0, 594.0)},
    ),
    "cut pages": ("breeches", {"pages": "cut", "decimals": 2}),
    "cut pages, turned": ("blouse", {"pages": "cut", "decimals": 2, "rotate": 270}),
    "cut pages, upside down": ("waistcoat", {"pages": "cut", "decimals": 2, "upside_down": True}),
    "cut pages, overlap": ("breeches", {"pages": "cut", "decimals": 2, "overlap": 12.0}),
    "cut pages, shifted": (
        "blouse",
        {"pages": "cut", "decimals": 2, "shift": 3.0, "overlap": 20.0},
    ),
    "nested layers": ("breeches", {"told": "nested layers"}),
    "layers of one name": ("blouse", {"told": "same names"}),
    "layers with members": ("waistcoat", {"told": "members"}),
    "hidden layers": ("blouse", {"hidden": ("34", "36")}),
    "by colour": ("breeches", {"told": "colour"}),
    "by dash": ("waistcoat", {"told": "dash"}),
    "by width": ("blouse", {"told": "width"}),
    "dashes as lines": ("breeches", {"strokes": "dashes", "pages": "one"}),
    "lines as areas": ("breeches", {"strokes": "areas", "pages": "one"}),
    "with instructions": ("blouse", {"instructions": 6}),
    "at 97 per cent": ("breeches", {"scale": 0.97, "pages": "one"}),
    "without words": ("waistcoat", {"letters": False}),
    "packed objects": ("blouse", {"objects": True}),
}
OTHERS: dict[str, tuple[str, Callable[[Any], bytes]]] = {
    "SVG, groups": ("blouse", lambda s: svg_of(s, "groups")),
    "SVG, classes": ("breeches", lambda s: svg_of(s, "classes")),
    "SVG, uses": ("waistcoat", lambda s: svg_of(s, "uses")),
    "SVG, pixels": ("blouse", lambda s: svg_of(s, "pixels")),
    "DXF, splines": ("breeches", lambda s: dxf_of(s, "splines")),
    "DXF, blocks": ("waistcoat", lambda s: dxf_of(s, "blocks", "R2010")),
    "DXF, fine polylines R12": ("blouse", lambda s: dxf_of(s, "polylines", "R12")),
    "DXF, no unit": ("breeches", lambda s: dxf_of(s, "no unit")),
}


def bench_files() -> None:
    """Reading of every kind."""
    print(f"{'file':34} {'outlines':>11} {'worst mm':>9} {'words':>7} {'s':>6}")
    for name, (pattern, kind) in KINDS.items():
        _row(
            name, pdf_of(sheet(pattern), Kind(**kind)), CUT if kind.get("pages") == "cut" else EXACT
        )
    for name, (pattern, made) in OTHERS.items():
        file = sheet(pattern)
        _row(name, Made(made(file), file, (), Kind()), CUT if "poly" in name else EXACT)


def _row(name: str, file: Made, bar: float) -> None:
    begun = perf_counter()
    try:
        drawing = read_drawing(file.data)
        found = recognise(drawing)
        offer = offer_of(drawing, found)
    except CraftError as error:
        print(f"{name:34} refused: {error.sentence[:70]}")
        return
    took = perf_counter() - begun
    if not file.placed:  # such a page begins at its own corner: the square tells where that lies
        square, corner = found.square, file.sheet.lines[0].path[0][0]
        if square is None:
            print(f"{name:34} no square")
            return
        at = (1.0, 0.0, 0.0, 1.0, corner[0] - square.at[0], corner[1] - square.at[1])
        file = Made(file.data, file.sheet, (Placed(0, at),), file.kind)
    came: Verdict = verdict(file, found, offer)
    told = "" if came.found == came.there else " said" if came.said else " NOT SAID"
    off = (
        "" if came.worst <= bar else " OVER" if file.kind.scale == 1 else " (scaled by its square)"
    )
    print(
        f"{name:34} {came.found:5}/{came.there:<5} {came.worst:9.4f} {came.words:3}/{came.pieces:<3}"
        f" {took:6.1f}{told}{off}"
    )
