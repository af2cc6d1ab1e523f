"""Walking the seams: are edges that are sewn together equally long, and do their notches meet?"""

from collections.abc import Mapping

from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.pattern import EdgeRef, Pattern, Seam
from craft.pattern.piece import Cut, Shape
from craft.pattern.sewn import compared, copies_of, sewn_along, sewn_length, taken_up
from craft.shape import path as paths
from craft.shape.curve import Point

# Reported above this, after the intended ease (mm).
TOLERANCE = 2.0


class SeamWalk(Frozen):
    """One seam: the stitching lengths of both sides (mm) and what is left after the ease; ``notches`` that
    meet, and those that lie ``apart``; ``long_enough``: the lengths agree, whatever the notches do;
    ``whole``: one side is drawn whole and the other half, so that parts count as often as they come out."""

    name: str
    a: Figure
    b: Figure
    ease: float
    difference: Figure
    agrees: bool
    notches: tuple[str, ...]
    apart: tuple[str, ...] = ()
    long_enough: bool = True
    whole: bool = False


class Meeting(Frozen):
    """Two notches that meet when a seam is sewn: on piece ``a`` and piece ``b`` (paper, mm)."""

    seam: str
    name: str
    a: int
    b: int
    at_a: Point
    at_b: Point


def meetings(pattern: Pattern, shapes: dict[int, Shape]) -> tuple[Meeting, ...]:
    """Every pair of notches of the same name on both sides of a seam whose pieces are in use."""
    found = []
    for seam in pattern.seams:
        if not all(ref.piece in shapes for ref in (*seam.a, *seam.b)):
            continue
        a, b = _notches_on(seam.a, shapes), _notches_on(seam.b, shapes)
        found += [
            Meeting(seam=seam.name, name=name, a=a[name][0], b=b[name][0],
                    at_a=a[name][1], at_b=b[name][1])
            for name in a if name in b
        ]  # fmt: skip
    return tuple(found)


def _notches_on(
    refs: tuple[EdgeRef, ...], shapes: dict[int, Shape]
) -> dict[str, tuple[int, Point]]:
    return {
        mark.name: (ref.piece, mark.points[0])
        for ref in refs
        for mark in shapes[ref.piece].marks
        if mark.kind == "notch" and mark.edge == ref.edge
    }


def walk(
    pattern: Pattern, shapes: dict[int, Shape], names: dict[int, str], tolerance: float = TOLERANCE,
    cuts: Mapping[int, tuple[Cut, ...]] | None = None,
) -> tuple[tuple[SeamWalk, ...], list[Finding]]:  # fmt: skip
    """Walk every seam whose pieces are all in use. Returns the walks and what is off by more than the
    tolerance (mm). ``cuts``: how often pieces are cut by now; without it as the pattern says."""
    if cuts is None:
        cuts = {piece.number: piece.cuts for piece in pattern.pieces}
    often = {number: copies_of(cuts.get(number, ())) for number in shapes}
    walks, findings = [], []
    for seam in pattern.seams:
        if all(ref.piece in shapes for ref in (*seam.a, *seam.b)):
            walked, off = _walk(seam, shapes, names, tolerance, often)
            walks.append(walked)
            findings += off
    return tuple(walks), findings


def _walk(
    seam: Seam, shapes: dict[int, Shape], names: dict[int, str], tolerance: float,
    often: dict[int, int],
) -> tuple[SeamWalk, list[Finding]]:  # fmt: skip
    parts = [
        [(sewn_length(shapes[r.piece], shapes[r.piece].edge(r.edge)), often[r.piece]) for r in refs]
        for refs in (seam.a, seam.b)
    ]
    folded = [_folded(refs, shapes) for refs in (seam.a, seam.b)]
    sums = compared(parts[0], parts[1], seam.ease, folded[0] - folded[1])
    seam = seam if sums.ease == seam.ease else seam.model_copy(update={"ease": sums.ease})
    least = min(often[r.piece] for r in (*seam.a, *seam.b)) if sums.whole else 0
    a, b = (
        _side(refs, shapes, names, total, {n: often[n] // least for n in often} if least else {})
        for refs, total in ((seam.a, sums.a), (seam.b, sums.b))
    )
    off = a.value - b.value - seam.ease
    terms = f"{a.text} − {b.text}" + (f" − ease {length_text(seam.ease)}" if seam.ease else "")
    difference = Figure(
        name="difference",
        value=off,
        text=length_text(off),
        working=(f"{terms} = {length_text(off)}",),
    )
    findings = []
    agrees = abs(off) <= tolerance
    if not agrees:
        longer, shorter = (seam.a, seam.b) if off > 0 else (seam.b, seam.a)
        findings.append(
            Finding(
                weight="fault",
                what=f"{seam.name.capitalize()}: {_who(longer, names)} is {length_text(abs(off))} longer "
                f"than {_who(shorter, names)}.",
                because=f"At the stitching line, {difference.working[0]}.",
                mend=f"Change {_who(shorter, names)} by the same amount.",
                where=Where(piece=str(shorter[0].piece), edge=shorter[0].edge),
            )
        )
    met, apart = _notches(seam, shapes, tolerance)
    for name, gap in apart:
        findings.append(
            Finding(
                weight="doubt",
                what=f"{seam.name.capitalize()}: the two marks “{name}” lie {length_text(gap)} apart.",
                because="They must meet when the seam is sewn.",
                mend=f"Move the mark on {_who(seam.b, names)}.",
                where=Where(piece=str(seam.b[0].piece), edge=seam.b[0].edge, mark=name),
            )
        )
    walked = SeamWalk(
        name=seam.name,
        a=a,
        b=b,
        ease=seam.ease,
        difference=difference,
        agrees=agrees and not apart,
        notches=tuple(met),
        apart=tuple(name for name, _ in apart),
        long_enough=agrees,
        whole=sums.whole,
    )
    return walked, findings


def _folded(refs: tuple[EdgeRef, ...], shapes: dict[int, Shape]) -> float:
    """What pleats and tucks take up on one side (mm)."""
    return sum(
        each.width for ref in refs
        for each in taken_up(shapes[ref.piece], shapes[ref.piece].edge(ref.edge))
    )  # fmt: skip


def _who(refs: tuple[EdgeRef, ...], names: dict[int, str]) -> str:
    return " and ".join(dict.fromkeys(names[ref.piece].lower() for ref in refs))


def _side(
    refs: tuple[EdgeRef, ...], shapes: dict[int, Shape], names: dict[int, str], total: float,
    often: dict[int, int],
) -> Figure:  # fmt: skip
    """One side's length with its sum. ``often``: how often each piece counts; none: once."""
    terms = []
    for ref in refs:
        shape = shapes[ref.piece]
        edge = shape.edge(ref.edge)
        folded = taken_up(shape, edge)
        sewn = length_text(sewn_length(shape, edge))
        term = f"{names[ref.piece].lower()} {ref.edge} {sewn}"
        if folded:
            less = " − ".join(f"{each.name} {length_text(each.width)}" for each in folded)
            whole = length_text(paths.length(edge.path))
            term = f"{names[ref.piece].lower()} {ref.edge} ({whole} − {less} = {sewn})"
        times = often.get(ref.piece, 1)
        terms.append(f"{times} × {term}" if times > 1 else term)
    many = len(terms) > 1 or any(often.get(ref.piece, 1) > 1 for ref in refs)
    working = " + ".join(terms) + (f" = {length_text(total)}" if many else "")
    return Figure(name=_who(refs, names), value=total, text=length_text(total), working=(working,))


def _notches(
    seam: Seam, shapes: dict[int, Shape], tolerance: float
) -> tuple[list[str], list[tuple[str, float]]]:
    """Names of notches that meet, and those that lie apart with the gap (mm)."""
    a, b = _along(seam.a, shapes), _along(seam.b, shapes)
    met, apart = [], []
    for name in a.keys() & b.keys():
        least, most = _eased(seam, shapes, a[name])
        off = a[name] - b[name]
        gap = max(off - most, least - off, 0.0)
        if gap <= tolerance:
            met.append(name)
        else:
            apart.append((name, gap))
    return sorted(met), sorted(apart)


def _eased(seam: Seam, shapes: dict[int, Shape], along: float) -> tuple[float, float]:
    """Between what a notch of side a, so far along it, may lie further on than its partner: the part of the
    ease that lies before it. Where gathers are marked the ease lies there; else it may lie anywhere."""
    spans = [span for refs in (seam.a, seam.b) for span in _gathered(refs, shapes)]
    if not seam.ease or not spans:
        return min(0.0, seam.ease), max(0.0, seam.ease)
    whole = sum(end - begin for begin, end in spans)
    before = sum(min(max(along - begin, 0.0), end - begin) for begin, end in spans)
    share = seam.ease * before / whole if whole else 0.0
    return share, share


def _gathered(refs: tuple[EdgeRef, ...], shapes: dict[int, Shape]) -> list[tuple[float, float]]:
    """Where gathers are marked along one side (mm from the common end)."""
    found, begun = [], 0.0
    for ref in refs:
        path = shapes[ref.piece].edge(ref.edge).path
        whole = paths.length(path)
        for mark in shapes[ref.piece].marks:
            if mark.kind == "gathers" and mark.edge == ref.edge:
                at = [paths.nearest(path, point)[1] for point in mark.points]
                low, high = sorted(whole - x if ref.backwards else x for x in at)
                found.append((begun + low, begun + high))
        begun += whole
    return found


def _along(refs: tuple[EdgeRef, ...], shapes: dict[int, Shape]) -> dict[str, float]:
    """How far along the seam each named notch lies (mm from the common end), pleats folded."""
    found: dict[str, float] = {}
    before = 0.0
    for ref in refs:
        shape = shapes[ref.piece]
        edge = shape.edge(ref.edge)
        whole = sewn_length(shape, edge)
        for mark in shape.marks:
            if mark.kind == "notch" and mark.edge == ref.edge:
                along = sewn_along(shape, edge, paths.nearest(edge.path, mark.points[0])[1])
                found[mark.name] = before + (whole - along if ref.backwards else along)
        before += whole
    return found
