"""The stitching line found back from a cutting line that was traced.

Every edge's parallel inside it, run on a little at both ends, is cut where its neighbours' cross it.
The other direction of ``craft.pattern.cutting.printed``.
"""

from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.crossings import crossings
from craft.shape.curve import Point, distance
from craft.shape.offset import parallel
from craft.shape.path import Path

# Parallels run on by so many times the wider allowance to meet at a corner that turns inwards.
RUN_ON = 3.0
# Ends further apart than this are joined by a step (mm).
STEP = 0.05


def inset(lines: list[Path], allowances: list[float]) -> list[Path]:
    """The stitching line of every edge of a closed cutting line (clockwise, edge by edge, mm).

    >>> square = [(0.0, 0.0), (100.0, 0.0), (100.0, 100.0), (0.0, 100.0)]
    >>> sides = [((a, b),) for a, b in zip(square, [*square[1:], square[0]])]
    >>> [paths.start(line) for line in inset(sides, [10.0, 20.0, 10.0, 0.0])]
    [(0.0, 10.0), (80.0, 10.0), (80.0, 90.0), (0.0, 90.0)]

    Handled badly: an edge whose bend is tighter than its allowance turns back on itself.
    """
    if not any(allowances):
        return list(lines)
    count = len(lines)
    inner = [
        parallel(line, -wide) if wide else line
        for line, wide in zip(lines, allowances, strict=True)
    ]
    long = [
        _run_on(line, RUN_ON * max(allowances[k - 1], allowances[k], allowances[(k + 1) % count]))
        for k, line in enumerate(inner)
    ]
    starts: list[tuple[int, float] | None] = [None] * count
    ends: list[tuple[int, float] | None] = [None] * count
    for k in range(count):  # the corner between edge k and the one after it
        after = (k + 1) % count
        met = _meeting(long[k], long[after], paths.start(lines[after]))
        if met is not None:
            ends[k], starts[after] = met
    made = [_between(long[k], inner[k], starts[k], ends[k]) for k in range(count)]
    return [_closed(made, k) for k in range(count)]


def _run_on(line: Path, by: float) -> Path:
    """The line with a straight piece before and after it."""
    if by <= 0:
        return line
    ax, ay = paths.start(line)
    bx, by_ = paths.end(line)
    (px, py), (qx, qy) = one.tangent_at(line[0], 0), one.tangent_at(line[-1], 1)
    return (
        ((ax - px * by, ay - py * by), (ax, ay)),
        *line,
        ((bx, by_), (bx + qx * by, by_ + qy * by)),
    )


def _meeting(
    before: Path, after: Path, corner: Point
) -> tuple[tuple[int, float], tuple[int, float]] | None:
    """Where two lines cross nearest to a corner: index and parameter on both."""
    found = crossings(before, after)
    best = min(found, key=lambda each: distance(each[2], corner), default=None)
    return (best[0], best[1]) if best else None


def _between(
    long: Path, plain: Path, start: tuple[int, float] | None, end: tuple[int, float] | None
) -> Path:
    """The part of a run-on line between two of its places; the plain line's own end where one is not
    known, and the whole of it where the places lie the wrong way round."""
    extra = len(long) > len(plain)
    first = start or ((1, 0.0) if extra else (0, 0.0))
    last = end or ((len(long) - 2, 1.0) if extra else (len(long) - 1, 1.0))
    if first >= last:
        return plain
    head, _ = paths.split(long, *last)
    if first[0] != last[0]:
        return paths.split(head, *first)[1]
    share = first[1] / last[1] if last[1] else 0.0
    return paths.split(head, first[0], share)[1] or plain


def _closed(made: list[Path], k: int) -> Path:
    """A line ended exactly where the next one begins; a step between parallels that never meet."""
    path, end = made[k], paths.start(made[(k + 1) % len(made)])
    last = path[-1]
    if distance(last[-1], end) > STEP:
        return (*path, (last[-1], end))
    return (*path[:-1], (last[0], end) if len(last) == 2 else (*last[:3], end))
