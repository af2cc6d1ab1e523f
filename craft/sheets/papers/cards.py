"""A card for every cut piece, to lie beside the cloth: its picture as it lies, its three numbers, and all
that is done for it and marked on it, to tick with a pencil.

Cards are half a page (A5 across) or, where there is less to say, a third or a quarter; in 10 point type.
"""

from collections.abc import Iterable
from typing import NamedTuple

from reportlab.pdfbase.pdfmetrics import stringWidth

from craft.cut import CutItem, CutList
from craft.making import DerivedMaking
from craft.mark import MarkList
from craft.mark.by_tool import tool_name
from craft.mark.result import MarkItem
from craft.pattern.piece import Role
from craft.sheets.canvas import BOLD, FONT, text
from craft.sheets.drawn_lists import card_drawings
from craft.sheets.papers.flow import EDGE, FOOT, LINE, PAGE, WIDTH, Flow
from craft.sheets.sketch import Sketch

SIZE = 3.53  # 10 point (mm)
HEADER = 9.0
SHEET = PAGE[1] - EDGE - FOOT
# How high a card is and how wide its picture, the smallest first; the last one is A5.
SIZES = ((SHEET / 4 - 2, 52.0), (SHEET / 3 - 2, 60.0), (SHEET / 2 - 2, 78.0))
GAP, PAD = 2.0, 3.0
# Numbers stand apart in a picture of this size (mm).
SHOWN = (46.0, 50.0)
TICK = 3.2
# The roles are told apart by the band at the top of the card: how dark it is.
BANDS: dict[Role, float] = {
    "main": 0.25, "lining": 1.0, "interfacing": 0.85, "contrast": 0.6, "toile": 0.93,
}  # fmt: skip


class _Run(NamedTuple):
    """Words of a line: ``tick``: a box to tick stands before them."""

    words: str
    tick: bool = False
    font: str = FONT


def write_cards(flow: Flow, made: DerivedMaking) -> None:
    """All cards, cloth by cloth in the order of cutting."""
    drawings = card_drawings(made, SHOWN)
    marks = {(each.role, each.item): each for each in made.marks.lists}
    flow.page("cards for cut pieces")
    for each in made.cuts:
        for item in each.items:
            listed = marks.get((each.role, item.item))
            _write(flow, each, item, listed, drawings[f"{each.role}/{item.item}"])


def _write(
    flow: Flow, cuts: CutList, item: CutItem, listed: MarkList | None, drawn: Sketch
) -> None:
    """One card, gone on with on a second one where all of it finds no room."""
    blocks = [*_cut_blocks(item), *(_mark_blocks(listed.items) if listed else ())]
    most, picture = next(
        (
            (high, wide)
            for high, wide in SIZES
            if _height(flow, blocks, _room(wide)) + HEADER + 2 * PAD <= high
        ),
        SIZES[-1],
    )
    lines = [line for block in blocks for line in _lines(flow, block, _room(picture))]
    first = True
    while lines or first:
        if flow.y + most > PAGE[1] - FOOT:
            flow.page()
        fits = int((most - HEADER - 2 * PAD) / (SIZE * LINE))
        _frame(flow, cuts, item, most, continued=not first)
        if first:
            flow.sketch(drawn, EDGE + PAD, flow.y + HEADER + 2 * PAD, picture - 2 * PAD,
                        most - HEADER - 4 * PAD)  # fmt: skip
        left = EDGE + picture
        y = flow.y + HEADER + PAD
        for line in lines[:fits]:
            y += SIZE * LINE
            _put(flow, line, left, y)
        lines = lines[fits:]
        flow.y += most + GAP
        first = False


def _room(picture: float) -> float:
    return WIDTH - picture - PAD


def _frame(flow: Flow, cuts: CutList, item: CutItem, height: float, *, continued: bool) -> None:
    """The border and the band with the name and the cloth."""
    canvas, top = flow.canvas, flow.y
    canvas.setDash([])
    canvas.setLineWidth(0.35)
    shade = BANDS[cuts.role]
    canvas.saveState()
    canvas.setFillGray(shade)
    canvas.rect(EDGE, top, WIDTH, HEADER, stroke=0, fill=1)
    canvas.restoreState()
    canvas.rect(EDGE, top, WIDTH, height)
    canvas.line(EDGE, top + HEADER, EDGE + WIDTH, top + HEADER)
    canvas.saveState()
    if shade < 0.5:
        canvas.setFillGray(1.0)
    title = f"{item.title}{' (more)' if continued else ''}"
    text(canvas, EDGE + PAD, top + 6.3, title, 4.8, BOLD)
    aside = f"{cuts.role}: {cuts.cloth}"
    room = WIDTH - stringWidth(title, BOLD, 4.8) - 3 * PAD
    while aside and stringWidth(aside, FONT, SIZE) > room:
        aside = aside[:-1]
    wide = stringWidth(aside, FONT, SIZE)
    text(canvas, EDGE + WIDTH - PAD - wide, top + 6.0, aside, SIZE)
    canvas.restoreState()


def _cut_blocks(item: CutItem) -> Iterable[list[_Run]]:
    """Where it lies, then act by act."""
    if item.lies:
        yield [_Run(item.lies, font=BOLD)]
    for step in item.steps:
        head = [_Run(f"{step.title}.", tick=True, font=BOLD)] if step.ticks else []
        yield [*head, *(_Run(words) for words in step.words)]


def _mark_blocks(rows: Iterable[MarkItem]) -> Iterable[list[_Run]]:
    """Marks by the way they are made; what is cut at the edges stands under its act already."""
    by_way: dict[str, list[tuple[int, MarkItem]]] = {}
    for number, row in enumerate(rows, 1):
        if row.side != "edge":
            by_way.setdefault(tool_name(row), []).append((number, row))
    for name, made in by_way.items():
        hows = dict.fromkeys(row.how for _, row in made)
        yield [
            _Run(f"{name}:", font=BOLD),
            *(_Run(f"{number} {row.title}{_only(row)}", tick=True) for number, row in made),
        ]
        yield [_Run(how) for how in hows]


def _only(row: MarkItem) -> str:
    return f" ({row.layers})" if row.once else ""


def _lines(flow: Flow, block: list[_Run], width: float) -> list[list[_Run]]:
    """A block in lines no wider than ``width``: words are broken, boxes stay with what they tick."""
    lines: list[list[_Run]] = [[]]
    used = 0.0
    for run in block:
        tick = run.tick
        for word in flow.said(run.words).split():
            wide = stringWidth(f"{word} ", run.font, SIZE) + (TICK + 1.2 if tick else 0.0)
            if used + wide > width and lines[-1]:
                lines.append([])
                used = 0.0
            lines[-1].append(_Run(word, tick, run.font))
            used += wide
            tick = False
    return lines


def _height(flow: Flow, blocks: list[list[_Run]], width: float) -> float:
    return sum(len(_lines(flow, block, width)) for block in blocks) * SIZE * LINE


def _put(flow: Flow, line: list[_Run], x: float, y: float) -> None:
    for run in line:
        if run.tick:
            flow.canvas.setLineWidth(0.3)
            flow.canvas.rect(x, y - TICK + 0.3, TICK, TICK)
            x += TICK + 1.2
        text(flow.canvas, x, y, run.words, SIZE, run.font)
        x += stringWidth(f"{run.words} ", run.font, SIZE)
