"""What marking takes: placings of the carbon, tacks and their thread, minutes. Every sum shows its working.

Source of the rules: tacks stand 1 to 1.5 cm apart on darts and 4 to 5 cm on long seams; the thread is
doubled, with slack loops and tails; carbon shorter than the line is placed again with an overlap.
"""

from itertools import pairwise
from math import ceil
from typing import NamedTuple

from craft.mark.inputs import MarkingInputs
from craft.mark.ways import DARTS, DOTS, MarkWay
from craft.measure import Figure, length_text
from craft.pattern.marks import Mark
from craft.shape.curve import Point, distance

# A sheet laid again laps over what is drawn by this much (mm).
LAP = 20.0
# Of one tack: a tail at either end of its thread, a slack loop, and the cloth taken up (mm).
TAIL, LOOP, STITCH = 25.0, 30.0, 5.0
# No needleful is longer, or it tangles (mm of doubled thread).
NEEDLEFUL = 600.0
# A thread traced line takes a tenth more than its length, and a tail at either end (mm).
GATHERED, TRACE_TAIL = 1.1, 50.0


class Amounts(NamedTuple):
    """What one mark takes on one cut piece. ``passes``: placings of the carbon; ``tacks``, ``thread``
    (mm)."""

    minutes: float
    passes: int = 0
    tacks: int = 0
    thread: float = 0.0


def drawn_lengths(mark: Mark) -> tuple[float, ...]:
    """The lengths of the lines a mark consists of (mm): both legs of a dart, four sides of a double one,
    the runs of a line; () for a dot."""
    if mark.kind in DOTS or len(mark.points) < 2:
        return ()
    ring = mark.points + mark.points[:1] if mark.kind == "double dart" else mark.points
    return tuple(distance(a, b) for a, b in pairwise(ring))


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
    long, wide = extent(mark)
    kit = inputs.kit
    along, across = placings(long, kit.sheet_long), placings(wide, kit.sheet_wide)
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


def tacks(mark: Mark, inputs: MarkingInputs) -> Figure:
    """How many tacks a mark takes: one at every end and corner, more between them where lines are long."""
    lengths = drawn_lengths(mark)
    if not lengths:
        return Figure(name="tacks", value=1, text="1 tack", working=("one for the dot",))
    if mark.kind in DARTS and inputs.joined == "dots":
        count = len(mark.points)
        return Figure(name="tacks", value=count, text=f"{count} tacks",
                      working=("one at every end and point; the lines are not marked",))  # fmt: skip
    spacing = inputs.dart_spacing if mark.kind in DARTS else inputs.line_spacing
    gaps = [max(1, ceil(length / spacing - 1e-9)) for length in lengths]
    ends = 0 if mark.kind == "double dart" else 1
    count = sum(gaps) + ends
    parts = " + ".join(
        f"{length_text(length)} ÷ {length_text(spacing)} → {gap}"
        for length, gap in zip(lengths, gaps, strict=True)
    )
    more = "" if not ends else ", and 1 at the end"
    return Figure(name="tacks", value=count, text=f"{count} tacks", working=(f"{parts}{more}",))


def tack_thread(mark: Mark, inputs: MarkingInputs, doubled: bool) -> Figure:
    """The basting thread of a mark’s tacks, doubled in the needle (mm of single thread). On two layers the
    loops are as long again, so that the layers part."""
    count = int(tacks(mark, inputs).value)
    loop = LOOP * (2 if doubled else 1)
    lengths = drawn_lengths(mark)
    running = bool(lengths) and not (mark.kind in DARTS and inputs.joined == "dots")
    way = sum(lengths) if running else 0.0
    # Single tacks have two tails each; a running line has them where a needleful begins and ends.
    bare = count * (loop + 2 * STITCH) + way
    pieces = max(1, ceil(bare / (NEEDLEFUL - 2 * TAIL) - 1e-9)) if running else count
    total = 2 * (bare + pieces * 2 * TAIL)
    working = [
        f"{count} tacks × ({length_text(loop)} loop + 2 × {length_text(STITCH)} in the cloth)"
    ]
    if running:
        working.append(f"+ {length_text(way)} along the line")
    working.append(f"+ {pieces} × 2 tails of {length_text(TAIL)}; doubled: {length_text(total)}")
    return Figure(name="thread", value=total, text=length_text(total), working=tuple(working))


def trace_thread(mark: Mark, layers: int) -> Figure:
    """The single thread of a traced line on so many layers (mm)."""
    way = sum(drawn_lengths(mark))
    one = way * GATHERED + 2 * TRACE_TAIL
    total = layers * one
    working = (
        f"{length_text(way)} × {GATHERED:g} + 2 × {length_text(TRACE_TAIL)} = {length_text(one)}"
    )
    more = () if layers == 1 else (f"on {layers} layers: {length_text(total)}",)
    return Figure(name="thread", value=total, text=length_text(total), working=(working, *more))


def amounts(mark: Mark, way: MarkWay, inputs: MarkingInputs, layers: int) -> Amounts:
    """What a way takes for a mark made on so many layers."""
    cost = way.minutes
    lines = sum(drawn_lengths(mark)) / 10
    points = mark.count if mark.kind == "notch" else len(mark.points)
    if mark.kind in DARTS and inputs.joined == "dots" and way.code not in ("carbon", "thread"):
        lines = 0.0
    placed = count = 0
    thread = 0.0
    if way.code == "carbon":
        placed = int(passes(mark, inputs).value)
        points = 0
    elif way.code == "tacks":
        count = int(tacks(mark, inputs).value)
        thread = tack_thread(mark, inputs, layers > 1).value
        points, lines = count, 0.0
    elif way.code == "thread":
        thread = trace_thread(mark, layers).value
    elif way.code == "stitch":
        thread = 100.0 * layers
    times = layers if cost.layered else 1
    minutes = cost.start + times * (points * cost.point + lines * cost.cm) + placed * cost.placing
    return Amounts(minutes=round(minutes, 2), passes=placed, tacks=count, thread=round(thread, 1))


def _across(p: Point, a: Point, b: Point) -> float:
    return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])
