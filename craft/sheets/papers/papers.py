"""Which papers are wanted, one after the other."""

from typing import Literal, get_args

from craft.cut.cutting_list import CAUTIONS as CUTTING_CAUTIONS
from craft.making import DerivedMaking
from craft.mark.dart_cards import DartCard
from craft.mark.result import CAUTIONS as MARKING_CAUTIONS
from craft.measure import Unit, capital
from craft.sheets.canvas import BOLD, FONT
from craft.sheets.drawn_lists import dart_drawing
from craft.sheets.papers.cards import write_cards
from craft.sheets.papers.flow import BODY, EDGE, PAGE, SMALL, WIDTH, Flow
from craft.sheets.papers.labels import write_labels
from craft.sheets.wall import lay_picture

Part = Literal["cutting", "marking", "darts", "labels"]
PARTS: tuple[Part, ...] = get_args(Part)
# How high the picture of a lay may be, and room for a dart on its card (mm).
LAY, DART = 80.0, (62.0, 105.0)
# What stands above the picture of a lay, and the first row below it (mm).
ABOVE = 50.0
# A dart is drawn at the first of these scales that has room.
SCALES = (1.0, 0.5, 0.25, 0.2, 0.1)


def write_papers(
    made: DerivedMaking,
    cards: tuple[DartCard, ...],
    title: str,
    unit: Unit,
    parts: tuple[Part, ...],
) -> bytes:
    """The chosen papers of a making as one PDF. ``cards``: its dart cards."""
    flow = Flow(title, unit)
    if "cutting" in parts:
        _cutting(flow, made)
    if "marking" in parts:
        _marking(flow, made)
    if "darts" in parts:
        _darts(flow, made, cards)
    if "labels" in parts:
        write_labels(flow, made)
    return flow.close()


def _cutting(flow: Flow, made: DerivedMaking) -> None:
    """What is cut from every cloth: the picture of the lay first, then the pieces in their order."""
    lays = {lay.role: lay for lay in made.lays}
    flow.page("cutting list")
    for each in made.cuts:
        flow.need(LAY + ABOVE)
        flow.y += 4
        flow.heading(f"Cut: {each.role}")
        flow.words(f"{each.cloth}. {each.tool}")
        flow.words(f"Cut to within {each.exact.text}. {each.notches} {each.wrong_sides}")
        for finding in each.findings:
            flow.words(
                f"{finding.weight.capitalize()}: {finding.what} {finding.because}", font=BOLD
            )
        if lays[each.role].placed:
            flow.y += 3
            flow.y += lay_picture(flow.canvas, lays[each.role], EDGE, flow.y, WIDTH, LAY) + 3
        flow.y += 2
        for number, item in enumerate(each.items, 1):
            acts = ", ".join(step.title.lower() for step in item.steps if step.ticks)
            flow.row(str(number), item.title, item.gives, (item.lies, f"{acts}.".capitalize()))
    flow.y += 2
    for line in dict.fromkeys(line for each in made.cuts for line in each.keep):
        flow.words(line, SMALL)
    _cautions(flow, CUTTING_CAUTIONS)


def _marking(flow: Flow, made: DerivedMaking) -> None:
    """A card for every piece; what is to be minded at the end of them."""
    write_cards(flow, made)
    rows = [row for each in made.marks.lists for row in each.items]
    mind = dict.fromkeys(each for row in rows for each in row.mind)
    left = dict.fromkeys(
        f"{out.title} ({out.because})" for each in made.marks.lists for out in each.left_out
    )
    flow.need(40.0)
    for line in mind:
        flow.words(line, SMALL)
    if left:
        flow.words(f"Left out on purpose: {'; '.join(left)}.", SMALL)
    _cautions(flow, MARKING_CAUTIONS)


def _darts(flow: Flow, made: DerivedMaking, cards: tuple[DartCard, ...]) -> None:
    for index, card in enumerate(cards):
        if index % 2 == 0:
            flow.page("dart cards")
        top = EDGE if index % 2 == 0 else PAGE[1] / 2
        drawn = dart_drawing(made, card)
        x0, y0, x1, y1 = drawn.box
        scale = next(
            (s for s in SCALES if (x1 - x0) * s <= DART[0] and (y1 - y0) * s <= DART[1]), SCALES[-1]
        )
        flow.canvas.setLineWidth(0.25)
        flow.canvas.rect(EDGE, top, WIDTH, PAGE[1] / 2 - EDGE - 8)
        flow.sketch(drawn, EDGE + 3, top + 8, *DART, scale=scale)
        side = EDGE + DART[0] + 9
        flow.y = top + 3
        room = WIDTH - 5
        flow.words(f"{card.title}: {card.name}", 4.6, BOLD, side, room)
        hands = f", {card.hands}" if card.hands else ""
        flow.words(
            f"{card.role}, {card.cloth}; sewn {_times(card.count)}{hands}. Drawn {_scale(scale)}.",
            SMALL, FONT, side, room,
        )  # fmt: skip
        figures = "; ".join(f"{figure.name} {figure.text}" for figure in card.figures)
        flow.words(f"{capital(figures)}.", BODY, BOLD, side, room)
        for number, step in enumerate(card.steps, 1):
            because = f" ({step.because})" if step.because else ""
            flow.words(f"{number}. {step.name}. {step.words}{because}", SMALL, FONT, side, room)
        for finding in card.findings:
            flow.words(
                f"{finding.weight.capitalize()}: {finding.what} {finding.mend}",
                SMALL,
                BOLD,
                side,
                room,
            )


def _times(count: int) -> str:
    return {1: "once", 2: "twice"}.get(count, f"{count} times")


def _scale(scale: float) -> str:
    return "at full size" if scale == 1.0 else f"at 1 to {round(1 / scale)}"


def _cautions(flow: Flow, cautions: tuple[str, ...]) -> None:
    flow.y += 2
    for line in cautions:
        flow.words(f"– {line}", SMALL)
