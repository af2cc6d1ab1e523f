"""Every kind of file, measured: what is found of it, how exactly, and how long it takes."""

import os
import sys
import tempfile
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path
from time import perf_counter, sleep
from typing import Any

from craft.errors import CraftError
from craft.formats.drawings import read_drawing
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from tools.files_bench.hostile import hostile_files
from tools.files_bench.judge import Verdict, sheet, verdict
from tools.files_bench.other_files import dxf_of, svg_of
from tools.files_bench.pdf_files import Kind, Made, Placed, pdf_of
from tools.files_bench.unseen import bar_of

SECONDS, MEGABYTES = 10.0, 400.0  # bars for hostile files
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
    "letters as shapes": ("waistcoat", {"lettering": True}),
    "packed objects": ("blouse", {"objects": True}),
    "pieces over each other": ("waistcoat", {"pages": "one", "crowded": True}),
    "over each other, by colour": (
        "breeches",
        {"pages": "direct", "told": "colour", "crowded": True},
    ),
    "over each other, cut pages": ("blouse", {"pages": "cut", "decimals": 2, "crowded": True}),
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
        how = Kind(**{key: value for key, value in kind.items() if key != "crowded"})
        _row(name, pdf_of(sheet(pattern, crowded="crowded" in kind), how), bar_of(how))
    for name, (pattern, made) in OTHERS.items():
        file = sheet(pattern)
        _row(name, Made(made(file), file, (), Kind()), CUT if "poly" in name else EXACT)
    _hostile()


def _hostile() -> None:
    """Every hostile file through the child that reads: within its limits, with an answer."""
    broken, worst, most = 0, (0.0, ""), (0.0, "")
    files = hostile_files()
    for name, data in files.items():
        took, memory, answered = _through_the_child(data)
        broken += not answered
        worst, most = max(worst, (took, name)), max(most, (memory, name))
        if not answered or took > SECONDS or memory > MEGABYTES:
            print(f"  {name}: {'' if answered else 'no answer, '}{took:.1f} s, {memory:.0f} MB")
    print(
        f"{len(files)} hostile files, {broken} without an answer; slowest {worst[0]:.1f} s ({worst[1]}), "
        f"most {most[0]:.0f} MB ({most[1]})"
    )


def _through_the_child(data: bytes) -> tuple[float, float, bool]:
    """How long it takes (s), how much memory (MB), and whether there is an answer."""
    begun = perf_counter()
    with tempfile.TemporaryFile() as sent, tempfile.TemporaryFile() as said:
        sent.write(data)
        sent.seek(0)
        child = os.posix_spawn(
            sys.executable, [sys.executable, "-m", "workroom.reading.drawing_child"], os.environ,
            file_actions=[
                (os.POSIX_SPAWN_DUP2, sent.fileno(), 0), (os.POSIX_SPAWN_DUP2, said.fileno(), 1),
            ],
        )  # fmt: skip
        memory, ended = 0.0, 0
        while not ended:
            memory = max(memory, _peak(child))
            ended, status = os.waitpid(child, os.WNOHANG)
            sleep(0.01)
        said.seek(0)
        answered = status == 0 and bool(said.read(1))
    return perf_counter() - begun, memory, answered


def _peak(process: int) -> float:
    """The most memory a process has had so far (MB); what it was forked from is not counted."""
    with suppress(OSError):
        for line in Path(f"/proc/{process}/status").read_text().splitlines():
            if line.startswith("VmHWM"):
                return int(line.split()[1]) / 1000
    return 0.0


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
    if not found.placed.at:
        print(f"{name:34} pages to be put by hand {took:17.1f}")
        return
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
