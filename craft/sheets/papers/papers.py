"""Which papers are wanted, one after the other."""

from typing import Literal, get_args

from craft.cut.cutting_list import CAUTIONS as CUTTING_CAUTIONS
from craft.making import Making
from craft.mark.dart_cards import DartCard
from craft.mark.rows import CAUTIONS as MARKING_CAUTIONS
from craft.measure import Unit
from craft.sheets.canvas import BOLD, FONT
from craft.sheets.drawn_lists import dart_drawing, list_drawings
from craft.sheets.papers.flow import BODY, EDGE, PAGE, SMALL, WIDTH, Flow
from craft.sheets.papers.labels import write_labels

Part = Literal["cutting", "marking", "darts", "labels"]
PARTS: tuple[Part, ...] = get_args(Part)
# Room for the drawing of a piece on its marking sheet, and of a dart on its card (mm).
PIECE, DART = (180.0, 105.0), (62.0, 105.0)
# A piece with more marks than this is drawn smaller, so that its list has room below it.
MANY, FEWER = 10, 80.0
# A dart is drawn at the first of these scales that has room.
SCALES = (1.0, 0.5, 0.25, 0.2, 0.1)


def write_papers(
    made: Making, cards: tuple[DartCard, ...], title: str, unit: Unit, parts: tuple[Part, ...]
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


def _cutting(flow: Flow, made: Making) -> None:
    for each in made.cuts:
        flow.page("cutting checklist")
        flow.heading(f"Cut: {each.role}")
        flow.words(f"{each.cloth}. {each.tool}")
        flow.words(f"Cut to within {each.exact.text}. {each.notches} {each.wrong_sides}")
        for finding in each.findings:
            flow.words(
                f"{finding.weight.capitalize()}: {finding.what} {finding.because}", font=BOLD
            )
        flow.y += 3
        for number, item in enumerate(each.items, 1):
            flow.row(
                str(number),
                item.title,
                item.gives,
                (item.lies, *(f"{step.title}: {' '.join(step.words)}" for step in item.steps)),
            )
        flow.y += 2
        for line in each.keep:
            flow.words(line, SMALL)
        _cautions(flow, CUTTING_CAUTIONS)


def _marking(flow: Flow, made: Making) -> None:
    drawings = list_drawings(made)
    for each in made.marks.lists:
        flow.page("marking sheet")
        flow.heading(f"Mark: {each.title}")
        flow.words(
            f"{each.role}. {each.stack} About {max(1, round(each.minutes))} minutes. {each.keep}"
        )
        top = flow.y + 4
        high = PIECE[1] if len(each.items) <= MANY else FEWER
        flow.sketch(drawings[f"{each.role}/{each.item}"], EDGE, top, PIECE[0], high)
        flow.y = top + high + 4
        said = ""
        for number, item in enumerate(each.items, 1):
            how = "" if item.way == said else f"{item.way.capitalize()}: {item.how}"
            said = item.way
            flow.row(str(number), item.title, f"{item.minutes:g} min",
                     tuple(line for line in ("; ".join(item.facts), how) if line))  # fmt: skip
        if each.left_out:
            flow.words(
                f"Left out on purpose: {'; '.join(f'{o.title} ({o.because})' for o in each.left_out)}.",
                SMALL,
            )
        _cautions(flow, MARKING_CAUTIONS)


def _darts(flow: Flow, made: Making, cards: tuple[DartCard, ...]) -> None:
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
        flow.words(f"{figures[:1].upper()}{figures[1:]}.", BODY, BOLD, side, room)
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
