"""Labels for cut pieces: one for every piece of cloth, to be pinned into its allowance."""

from craft.making import DerivedMaking
from craft.sheets.canvas import BOLD, FONT, text
from craft.sheets.papers.flow import EDGE, Flow

COLUMNS, ROWS = 3, 8
WIDE, HIGH = 60.0, 32.0


def write_labels(flow: Flow, made: DerivedMaking) -> None:
    """All labels, cloth by cloth in the order of cutting, with dashed lines to cut along."""
    count = 0
    for each in made.cuts:
        for item in each.items:
            for label in item.labels:
                if count % (COLUMNS * ROWS) == 0:
                    flow.page("labels for cut pieces")
                _label(flow, count % (COLUMNS * ROWS), label, f"{each.role}: {each.cloth}",
                       f"size {made.picked.sizes_said}", item.label_at)  # fmt: skip
                count += 1


def _label(flow: Flow, place: int, name: str, cloth: str, size: str, at: str) -> None:
    x = EDGE + (place % COLUMNS) * WIDE
    y = EDGE + (place // COLUMNS) * HIGH
    canvas = flow.canvas
    canvas.setLineWidth(0.15)
    canvas.setDash([1.5, 1.5])
    canvas.rect(x, y, WIDE, HIGH)
    canvas.setDash([])
    room = WIDE - 6
    down = y + 2.0
    for words, high, font in (
        (name, 4.2, BOLD), (cloth, 2.7, FONT), (size, 2.7, FONT),
        ("wrong side: X", 2.7, FONT), (f"pin into the allowance of the {at}" if at else "", 2.4, FONT),
    ):  # fmt: skip
        for line in flow.wrapped(words, room, high, font)[:2]:
            down += high * 1.3
            text(canvas, x + 3, down, line, high, font)
