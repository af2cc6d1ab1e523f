"""What is counted for a mark, by how its way goes: points set, lines drawn, placings of the carbon, tacks
and their thread. Every count shows its working.

Source of the rules: tacks stand 1 to 1.5 cm apart on darts and 4 to 5 cm on long seams; the thread is
doubled, with slack loops and tails; carbon shorter than the line is placed again with an overlap.
"""

from collections.abc import Callable
from itertools import pairwise
from math import ceil, pi
from typing import NamedTuple

from craft.mark.inputs import MarkingInputs
from craft.mark.mark_on_cloth import Made
from craft.measure import Figure, length_text
from craft.pattern.marks import DARTS, Mark, MarkKind
from craft.shape.bends import turn
from craft.shape.curve import Point, distance

DOTS: tuple[MarkKind, ...] = ("dot", "circle")
# A sheet laid again laps over what is drawn by this much (mm).
LAP = 20.0
# Of one tack: a tail at either end of its thread, a slack loop, and the cloth taken up (mm).
TAIL, LOOP, STITCH = 25.0, 30.0, 5.0
# No needleful is longer, or it tangles (mm of doubled thread).
NEEDLEFUL = 600.0
# A line that turns by less than this has no corner there (radians).
CORNER = pi / 6
# A thread traced line takes a tenth more than its length, and a tail at either end (mm).
GATHERED, TRACE_TAIL = 1.1, 50.0


# One stitch, knotted on each layer (mm of thread).
SECURED = 100.0


class Counted(NamedTuple):
    """What one mark takes: ``points`` set, ``cm`` of line, ``placed``: placings of the carbon, ``tacks``,
    ``thread`` (mm), and the ``figures`` of what needs a sum."""

    points: int
    cm: float
    placed: int = 0
    tacks: int = 0
    thread: float = 0.0
    figures: Callable[[], tuple[Figure, ...]] = tuple


# How a way is counted for a mark.
Counting = Callable[[Made, MarkingInputs], Counted]


def by_line(made: Made, inputs: MarkingInputs) -> Counted:
    """Points set, and the lines between them drawn."""
    mark = made.mark
    points = mark.count if mark.kind == "notch" else len(mark.points)
    if made.runs is not None:
        points = len(made.runs) + 1
    return Counted(points, sum(drawn_lengths(made)) / 10)


def by_points(made: Made, inputs: MarkingInputs) -> Counted:
    """The same, where the lines of a dart may be left out."""
    counted = by_line(made, inputs)
    dots_only = made.mark.kind in DARTS and inputs.joined == "dots"
    return counted._replace(cm=0.0) if dots_only else counted


def by_placings(made: Made, inputs: MarkingInputs) -> Counted:
    """All lines drawn through carbon, placed as often as the mark needs it."""
    along, across, _, _ = _passes(made.mark, inputs)
    return by_line(made, inputs)._replace(
        points=0, placed=along * across, figures=lambda: (passes(made.mark, inputs),)
    )


def by_tacks(made: Made, inputs: MarkingInputs) -> Counted:
    """Tacks in a row."""
    drawn = drawn_lengths(made)
    count, gaps, _ = _tacks(made.mark, inputs, drawn)
    thread, *_ = _tack_thread(count, gaps, drawn, made.layers > 1)
    return Counted(
        count, 0.0, tacks=count, thread=thread,
        figures=lambda: (tacks(made, inputs), tack_thread(made, inputs)),
    )  # fmt: skip


def by_tracing(made: Made, inputs: MarkingInputs) -> Counted:
    """A line sewn with thread on every layer."""
    figure = trace_thread(made)
    return by_line(made, inputs)._replace(thread=figure.value, figures=lambda: (figure,))


def by_stitches(made: Made, inputs: MarkingInputs) -> Counted:
    """One stitch for each point, on each layer."""
    return by_points(made, inputs)._replace(thread=SECURED * made.layers)


def drawn_lengths(made: Made) -> tuple[float, ...]:
    """The lengths of the lines a mark consists of (mm): both legs of a dart, four sides of a double one,
    a line from corner to corner; () for a dot."""
    mark = made.mark
    if made.runs is not None:
        return made.runs
    if mark.kind in DOTS or len(mark.points) < 2:
        return ()
    ring = mark.points + mark.points[:1] if mark.kind == "double dart" else mark.points
    sides = [(distance(a, b), (b[0] - a[0], b[1] - a[1])) for a, b in pairwise(ring)]
    if mark.kind in DARTS:
        return tuple(length for length, _ in sides)
    runs = [sides[0][0]]
    for (_, come), (length, go) in pairwise(sides):
        if abs(turn(come, go)) > CORNER:
            runs.append(length)
        else:
            runs[-1] += length
    return tuple(runs)


def extent(mark: Mark) -> tuple[float, float]:
    """How long and how wide the mark is, along its furthest two points and across them (mm)."""
    points = mark.points
    a, b = max(
        ((p, q) for i, p in enumerate(points) for q in points[i:]), key=lambda pair: distance(*pair)
    )
    size = distance(a, b)
    if size < 1e-9:
        return 0.0, 0.0
    off = [_across(p, a, b) / size for p in points]
    return size, max(off) - min(off)


def placings(long: float, sheet: float) -> int:
    """How often a sheet is placed along a line (both mm): once where it is long enough, else again and
    again with an overlap.

    >>> placings(480, 500), placings(500, 500), placings(501, 500), placings(1460, 500)
    (1, 1, 2, 3)
    """
    if long <= sheet:
        return 1
    return 1 + ceil((long - sheet) / (sheet - LAP) - 1e-9)


def passes(mark: Mark, inputs: MarkingInputs) -> Figure:
    """How often the carbon is placed to cover a mark."""
    kit = inputs.kit
    along, across, long, wide = _passes(mark, inputs)
    count = along * across
    working = [f"the mark is {length_text(long)} long, the carbon {length_text(kit.sheet_long)}"]
    if along > 1:
        step = kit.sheet_long - LAP
        working.append(
            f"1 + ({length_text(long)} − {length_text(kit.sheet_long)}) ÷ {length_text(step)}, rounded up, "
            f"gives {along}: each sheet laps {length_text(LAP)} over the last"
        )
    if across > 1:
        working.append(
            f"{length_text(wide)} wide on {length_text(kit.sheet_wide)}: {across} side by side"
        )
    text = "one placing" if count == 1 else f"{count} placings"
    return Figure(name="placings of the carbon", value=count, text=text, working=tuple(working))


def _passes(mark: Mark, inputs: MarkingInputs) -> tuple[int, int, float, float]:
    long, wide = extent(mark)
    kit = inputs.kit
    return placings(long, kit.sheet_long), placings(wide, kit.sheet_wide), long, wide


def tacks(made: Made, inputs: MarkingInputs) -> Figure:
    """How many tacks a mark takes: one at every end and corner, more between them where lines are long."""
    lengths, mark = drawn_lengths(made), made.mark
    count, gaps, spacing = _tacks(mark, inputs, lengths)
    if not lengths:
        working = "one for the dot"
    elif not gaps:
        working = "one at every end and point; the lines are not marked"
    else:
        parts = " + ".join(
            f"{length_text(length)} ÷ {length_text(spacing)} → {gap}"
            for length, gap in zip(lengths, gaps, strict=True)
        )
        working = f"{parts}{'' if mark.kind == 'double dart' else ', and 1 at the end'}"
    text = f"{count} tack{'' if count == 1 else 's'}"
    return Figure(name="tacks", value=count, text=text, working=(working,))


def tack_thread(made: Made, inputs: MarkingInputs) -> Figure:
    """The basting thread of a mark’s tacks, doubled in the needle (mm of single thread). On two layers
    the loops are as long again, so that the layers part."""
    lengths = drawn_lengths(made)
    count, gaps, _ = _tacks(made.mark, inputs, lengths)
    total, loop, way, pieces = _tack_thread(count, gaps, lengths, made.layers > 1)
    working = [
        f"{count} tacks × ({length_text(loop)} loop + 2 × {length_text(STITCH)} in the cloth)"
    ]
    if gaps:
        working.append(f"+ {length_text(way)} along the line")
    working.append(f"+ {pieces} × 2 tails of {length_text(TAIL)}; doubled: {length_text(total)}")
    return Figure(name="thread", value=total, text=length_text(total), working=tuple(working))


def _tacks(
    mark: Mark, inputs: MarkingInputs, lengths: tuple[float, ...]
) -> tuple[int, tuple[int, ...], float]:
    """How many in all; how many gaps on each line (none where only points are marked), and the spacing."""
    dart = mark.kind in DARTS
    spacing = inputs.dart_spacing if dart else inputs.line_spacing
    if not lengths:
        return 1, (), spacing
    if dart and inputs.joined == "dots":
        return len(mark.points), (), spacing
    gaps = tuple(max(1, ceil(length / spacing - 1e-9)) for length in lengths)
    return sum(gaps) + (0 if mark.kind == "double dart" else 1), gaps, spacing


def _tack_thread(
    count: int, gaps: tuple[int, ...], lengths: tuple[float, ...], doubled: bool
) -> tuple[float, float, float, int]:
    """The thread, one loop, the way along the lines (mm), and how many needlefuls. Single tacks have two
    tails each; a running line has them where a needleful begins and ends."""
    loop = LOOP * (2 if doubled else 1)
    way = sum(lengths) if gaps else 0.0
    bare = count * (loop + 2 * STITCH) + way
    pieces = max(1, ceil(bare / (NEEDLEFUL - 2 * TAIL) - 1e-9)) if gaps else count
    return 2 * (bare + pieces * 2 * TAIL), loop, way, pieces


def trace_thread(made: Made) -> Figure:
    """The single thread of a traced line on all its layers (mm)."""
    way, layers = sum(drawn_lengths(made)), made.layers
    one = way * GATHERED + 2 * TRACE_TAIL
    total = layers * one
    working = (
        f"{length_text(way)} × {GATHERED:g} + 2 × {length_text(TRACE_TAIL)} = {length_text(one)}"
    )
    more = () if layers == 1 else (f"on {layers} layers: {length_text(total)}",)
    return Figure(name="thread", value=total, text=length_text(total), working=(working, *more))


def _across(p: Point, a: Point, b: Point) -> float:
    return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])
