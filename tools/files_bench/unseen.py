"""Files that nobody has looked at: kinds drawn by lot, from a seed, each held against its truth."""

import random
from time import perf_counter
from typing import Any

from craft.errors import CraftError
from craft.formats.drawings import read_drawing
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from tools.files_bench.judge import PATTERNS, furthest, verdict
from tools.files_bench.pdf_files import Kind, Pages, Told, pdf_of
from tools.files_bench.sheet import Sheet, sheet_of
from workroom.demo.apron import tower_apron

MADE = {**PATTERNS, "apron": tower_apron}
PAGES: tuple[Pages, ...] = ("one", "form", "form", "nested", "direct", "cut")
TOLD: tuple[Told, ...] = (
    "layers", "nested layers", "same names", "members", "colour", "dash", "width",
)  # fmt: skip
PAPERS = ((210.0, 297.0), (215.9, 279.4), (297.0, 420.0), (420.0, 594.0))


def drawn_by_lot(seed: int) -> tuple[str, Sheet, Kind]:
    """A pattern, some of its sizes, and a way to make a file of it."""
    lot = random.Random(seed)
    name = lot.choice(list(MADE))
    pattern = MADE[name]()
    sizes = pattern.table.sizes
    if lot.random() < 0.4:
        first = lot.randrange(len(sizes) - 1)
        sizes = sizes[first : lot.randrange(first + 1, len(sizes)) + 1]
    pages = lot.choice(PAGES)
    cut = pages == "cut"
    told = lot.choice(TOLD)
    strokes = "lines" if cut else lot.choice(("lines", "lines", "lines", "dashes", "areas"))
    if (told == "dash" and (cut or strokes != "lines")) or (told == "width" and strokes != "lines"):
        told = "colour"
    kind: dict[str, Any] = {
        "pages": pages, "told": told, "strokes": strokes, "page": lot.choice(PAPERS),
        "overlap": lot.choice((0.0, 0.0, 8.0, 15.0)), "decimals": 2 if cut else 4,
        "rotate": lot.choice((0, 0, 90, 180, 270)), "user_unit": lot.choice((1.0, 1.0, 2.0)),
        "upside_down": lot.random() < 0.2, "instructions": lot.choice((0, 0, 2)),
        "labels": lot.random() < 0.7, "objects": lot.random() < 0.3,
    }  # fmt: skip
    wide, crowded = lot.choice((700.0, 900.0, 1_200.0)), lot.random() < 0.2
    return name, sheet_of(pattern, wide, sizes, crowded), Kind(**kind)


def bar_of(kind: Kind) -> float:
    """How far an outline may lie off in a file of that kind (mm)."""
    if kind.pages == "cut":
        return 0.02
    return {"lines": 0.005, "dashes": 0.02, "areas": 0.15}[kind.strokes]


def bench_unseen(seed: int, count: int) -> None:
    """So many files from a seed on: what is wrong with each, and how many are right."""
    right, begun = 0, perf_counter()
    for each in range(seed, seed + count):
        name, sheet, kind = drawn_by_lot(each)
        try:
            wrong = _wrong(sheet, kind)
        except CraftError as error:
            wrong = [f"refused: {error.sentence[:60]}"]
        right += not wrong
        if wrong:
            print(f"  seed {each}, {name} in {len(sheet.sizes)} sizes: {'; '.join(wrong)} ({kind})")
    print(
        f"unseen files {seed} to {seed + count - 1}: {right} of {count} exact and whole, "
        f"{(perf_counter() - begun) / count:.1f} s each"
    )


def _wrong(sheet: Sheet, kind: Kind) -> list[str]:
    file = pdf_of(sheet, kind)
    drawing = read_drawing(file.data)
    found = recognise(drawing)
    came = verdict(file, found, offer_of(drawing, found))
    off = furthest(file, found)
    there = {
        (piece.number, size)
        for piece in sheet.pattern.pieces
        for size in sheet.sizes
        if size in piece.shapes
    }
    wrong = []
    if there - set(off):
        wrong.append(
            f"{len(there - set(off))} outlines missing, {'said' if came.said else 'NOT SAID'}"
        )
    if off and max(off.values()) > bar_of(kind):
        wrong.append(f"{max(off.values()):.3f} mm off")
    if came.words < came.pieces:
        wrong.append(f"words of {came.pieces - came.words} pieces wrong")
    return wrong
