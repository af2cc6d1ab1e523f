"""The demo pattern that was bought as a file: the tower apron, for oiling bells in."""

from pathlib import Path

from craft.pattern import Pattern, Shape, SizeTable, Source, View
from craft.pattern.checks import check_pattern
from craft.shape import path as paths
from workroom.demo.drawing import FOLD, PAIR, WIDE, cut, edge, mark, notch, piece, row

NAME = "Tower apron"
SIZES = ("S", "M", "L", "XL")
BUST = (860, 940, 1_030, 1_130)
HIP = (920, 1_000, 1_090, 1_190)
# The file as it was bought, and what was taken from it (written by tools.demo_file).
FILE = Path(__file__).with_name("tower-apron.pdf")
TAKEN = Path(__file__).with_name("tower_apron.json")
STRAP, TIE, POCKET_HIGH = 70.0, 80.0, 190.0


def bib(size: str) -> Shape:
    k = SIZES.index(size)
    top, low, high = 108.0 + 7 * k, 158.0 + 10 * k, 292.0 + 9 * k
    arm = edge(
        "arm", (((top, 0.0), (top + 2, high * 0.45), (low * 0.74, high * 0.86), (low, high)),)
    )
    waist = edge("waist", (((low, high), (0.0, high)),), WIDE)
    edges = (
        edge("neck", (((0.0, 0.0), (top, 0.0)),), 30.0, kind="hem"), arm, waist,
        edge("centre front", (((0.0, high), (0.0, 0.0)),), kind="fold"),
    )  # fmt: skip
    marks = (
        mark("grain", "grain", "grain line", (46.0, 60.0), (46.0, high - 60)),
        mark("length", "length line", "lengthen or shorten here", (0.0, high - 40), (low - 24, high - 40),
             level="waist"),
        mark("strap", "dot", "end of the strap", (top - 14, 12.0)),
        notch("waist-notch", "waist notch", waist, low / 2),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks)


def skirt(size: str) -> Shape:
    k = SIZES.index(size)
    wide, long = 296.0 + 16 * k, 508.0 + 12 * k
    waist = edge(
        "waist", (((0.0, 12.0), (wide * 0.4, 12.0), (wide * 0.75, 7.0), (wide, 0.0)),), WIDE
    )
    hem = edge(
        "hem", (((wide + 34, long), (wide * 0.8, long + 10), (wide * 0.4, long + 16), (0.0, long + 16)),),
        30.0, kind="hem",
    )  # fmt: skip
    edges = (
        waist, edge("side", (((wide, 0.0), (wide + 34, long)),)), hem,
        edge("centre front", (((0.0, long + 16), (0.0, 12.0)),), kind="fold"),
    )  # fmt: skip
    at, down = 86.0 + 4 * k, 96.0
    marks = (
        mark("grain", "grain", "grain line", (52.0, 120.0), (52.0, long - 90)),
        mark("length", "length line", "lengthen or shorten here", (0.0, 330.0), (wide + 20, 330.0),
             level="hip"),
        mark("pocket-1", "dot", "corner of the pocket", (at, down)),
        mark("pocket-2", "dot", "corner of the pocket", (at + 168 + 5 * k, down)),
        notch("waist-notch", "waist notch", waist, (158.0 + 10 * k) / 2),
        notch("side-notch", "tie notch", edges[1], 30.0, count=2),
    )  # fmt: skip
    return Shape(edges=edges, marks=marks)


def pocket(size: str) -> Shape:
    wide, high, r = 168.0 + 5 * SIZES.index(size), POCKET_HIGH, 34.0
    c = 0.4477 * r
    edges = (
        edge("opening", (((0.0, 0.0), (wide, 0.0)),), 30.0, kind="hem"),
        edge("bag", (
            ((wide, 0.0), (wide, high - r)),
            ((wide, high - r), (wide, high - c), (wide - c, high), (wide - r, high)),
            ((wide - r, high), (r, high)),
            ((r, high), (c, high), (0.0, high - c), (0.0, high - r)),
            ((0.0, high - r), (0.0, 0.0)),
        )),
    )  # fmt: skip
    return Shape(
        edges=edges, marks=(mark("grain", "grain", "grain line", (84.0, 40.0), (84.0, 150.0)),)
    )


def band(long: float, wide: float) -> Shape:
    corners = ((0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide), (0.0, 0.0))
    names = ("upper", "end", "lower", "other end")
    edges = tuple(
        edge(name, part)
        for name, part in zip(
            names, (paths.polyline(*corners[k : k + 2]) for k in range(4)), strict=True
        )
    )
    return Shape(edges=edges, marks=(
        mark("grain", "grain", "grain line", (120.0, wide / 2), (260.0, wide / 2)),
    ))  # fmt: skip


def strap(size: str) -> Shape:
    return band(540.0 + 15 * SIZES.index(size), STRAP)


def tie(size: str) -> Shape:
    return band(690.0 + 25 * SIZES.index(size), TIE)


def tower_apron() -> Pattern:
    """The apron as its drawer has it."""
    pattern = Pattern(
        name=NAME, garment="apron",
        source=Source(publication="Saltmarsh Tower Patterns", number="7"),
        table=SizeTable(sizes=SIZES, rows=(
            row("bust", SIZES, BUST, 60.0, leads=True, level="bust"),
            row("hip", SIZES, HIP, 40.0, level="hip"),
        )),
        views=(View(id="A", name="with a bib and a pocket"),),
        pieces=(
            piece(1, "Bib", SIZES, bib, cut("main", FOLD)),
            piece(2, "Skirt", SIZES, skirt, cut("main", FOLD)),
            piece(3, "Pocket", SIZES, pocket, cut("main", PAIR)),
            piece(4, "Neck strap", SIZES, strap, cut("main", {})),
            piece(5, "Tie", SIZES, tie, cut("main", PAIR)),
        ),
    )  # fmt: skip
    check_pattern(pattern)
    return pattern
