"""What to do with a piece's paper, from how its size lines differ."""

from itertools import pairwise
from typing import Literal, get_args

from craft.frozen import Frozen
from craft.measure import Figure, fine_text, length_text
from craft.pattern.cutting import printed
from craft.pattern.marks import DARTS
from craft.pattern.piece import Edge, Piece, Shape
from craft.pick.original import SLIVER, Original, lost_sizes
from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.apart import tightest
from craft.shape.curve import Curve
from craft.shape.region import outside, region, union
from craft.shape.tolerance import MEASURING
from craft.trace.lines import (
    ONE_LINE,
    Difference,
    bows_out,
    compare_edges,
    further_out,
)

Treatment = Literal[
    "use as it is", "cut and fold back", "slit and fold back", "clip and fold back", "trace",
    "cut to size",
]  # fmt: skip
TREATMENTS: tuple[Treatment, ...] = get_args(Treatment)
# Clips into a curved edge stand this far apart (mm).
CLIPS = 15.0
# Marks that may lie on a piece which is clipped and folded: they do not lie under the fold.
HARMLESS = ("grain", "stretch", "notch", "gathers", "body level", "length line")


class Stroke(Frozen):
    """A line to draw on the paper before scissors touch it."""

    kind: Literal["fold", "slit", "clip"]
    path: tuple[Curve, ...]


class Advice(Frozen):
    """``proposed`` is the program's choice, ``treatment`` the one in force. ``error``: how far a
    folded curve may stray (mm). ``obtainable`` and ``lost``: what becomes of the other sizes."""

    treatment: Treatment
    because: str
    proposed: Treatment
    strokes: tuple[Stroke, ...] = ()
    error: Figure | None = None
    obtainable: tuple[str, ...] = ()
    lost: tuple[str, ...] = ()


def advise(
    sizes: tuple[str, ...],
    piece: Piece,
    mine: Shape,
    size: str | None,
    keep: tuple[str, ...] | None = None,
    original: Original | None = None,
    overruled: Treatment | None = None,
    included: bool = False,
    own_allowances: bool = False,
) -> Advice:
    """The treatment of one piece of paper; ``sizes`` are the pattern's, in ascending order.

    ``mine``: the outline wanted; ``size`` None when it runs between printed sizes. ``keep``: sizes
    that must stay obtainable, None for all. ``included``: the printed lines are cutting lines;
    ``own_allowances``: other allowances are wanted than they include. Source of the rule: the
    table of treatments by the way the sizes differ (same, parallel, turning, gently curved,
    anything else).
    """
    original = original or Original()
    if piece.no_paper:
        return _drawn_anew(sizes)
    kept = sizes if keep is None else tuple(s for s in sizes if s in keep or s == size)
    others = [piece.shapes[other] for other in kept if other != size]
    unlike = included and own_allowances
    free = size is not None and not original.spared and not unlike
    differences = _differences(mine, others, included) if free or overruled else {}
    proposed, because = _propose(mine, size, differences, bool(others), original, unlike)
    treatment = overruled or proposed
    if overruled is not None and overruled != proposed:
        because = f"You chose this; “{proposed}” is proposed: {because[0].lower()}{because[1:]}"
    lost = _lost(sizes, piece, mine, treatment, kept, original)
    return Advice(
        treatment=treatment,
        because=because,
        proposed=proposed,
        strokes=_strokes(treatment, mine, others, differences, included),
        error=_error(mine, differences, included) if treatment == "clip and fold back" else None,
        obtainable=tuple(each for each in sizes if each not in lost),
        lost=lost,
    )


def _drawn_anew(sizes: tuple[str, ...]) -> Advice:
    """What was entered from a picture, a garment or sums has no paper that could be cut."""
    return Advice(
        treatment="trace",
        because="There is no paper of it that may be cut: it is printed, or traced from a print.",
        proposed="trace", strokes=(), error=None, obtainable=sizes, lost=(),
    )  # fmt: skip


def _differences(mine: Shape, others: list[Shape], included: bool) -> dict[str, Difference]:
    """For every edge that lies elsewhere in another size: the gravest way it differs, judged on the
    lines that are printed."""
    gravest = ("same", "shift", "gentle", "turn", "other")
    # With marks inside, a curve is not folded however gently it bends.
    settled = ("gentle", "other") if _inside(mine) else ("other",)
    found: dict[str, Difference] = {}
    for other in others:
        theirs = {edge.name: edge.path for edge in other.edges}
        for edge in mine.edges:
            if edge.name not in theirs:
                found[edge.name] = Difference("other", float("inf"))
                continue
            before = found.get(edge.name)
            if before is not None and before.relation in settled:
                continue  # nothing that would change the treatment can be found any more
            out = edge.allowance if included else 0.0
            now = compare_edges(edge.path, theirs[edge.name], out)
            if now.apart > ONE_LINE and (
                before is None or gravest.index(now.relation) >= gravest.index(before.relation)
            ):
                apart = max(now.apart, before.apart if before else 0.0)
                found[edge.name] = Difference(now.relation, apart)
    return found


def _inside(mine: Shape) -> list[str]:
    """Names of marks that a fold would harm."""
    return [mark.name for mark in mine.marks if mark.kind not in HARMLESS]


def _propose(
    mine: Shape,
    size: str | None,
    differences: dict[str, Difference],
    others: bool,
    original: Original,
    unlike: bool,
) -> tuple[Treatment, str]:
    if original.spared:
        return "trace", f"Trace it: {original.spared}."
    if size is None:
        return "trace", "Your line runs between the printed sizes, so it has to be drawn anew."
    if unlike:
        return "trace", "The allowances you want are not the printed ones, so it is drawn anew."
    if not others:
        return "cut to size", "No other size is to be kept, so the paper can be cut to yours."
    if not differences:
        return (
            "use as it is",
            "The lines of all sizes lie on one another, so nothing is lost by cutting it.",
        )
    darts = [mark.name for mark in mine.marks if mark.kind in DARTS]
    kinds = {name: difference.relation for name, difference in differences.items()}
    far = length_text(max(difference.apart for difference in differences.values()))
    names = ", ".join(kinds)
    if not darts and set(kinds.values()) <= {"shift"}:
        return (
            "cut and fold back",
            f"Only straight edges differ ({names}), shifted parallel by up to {far}: cut along the "
            f"outermost lines you keep and fold back to {size}.",
        )
    if not darts and set(kinds.values()) <= {"shift", "turn"}:
        turning = ", ".join(name for name, kind in kinds.items() if kind == "turn")
        return (
            "slit and fold back",
            f"The edges are straight but change direction ({turning}): slit to the turning point, "
            f"then fold back to {size}, one edge after the other.",
        )
    inside = _inside(mine)
    curved = [name for name, kind in kinds.items() if kind == "gentle"]
    if not inside and original.paper != "tissue" and set(kinds.values()) <= {"shift", "gentle"}:
        words = [f"{name} bows {_bow(mine.edge(name))}" for name in curved]
        return (
            "clip and fold back",
            f"Only gently curved edges differ, by up to {far}, and nothing lies inside: cut the "
            f"outermost line you keep, clip every {length_text(CLIPS)} and fold back "
            f"({'; '.join(words)}).",
        )
    reasons = []
    bent = [
        name
        for name, kind in kinds.items()
        if kind in ("other", "gentle") and mine.edge(name).kind != "dart"
    ]
    if bent:
        reasons.append(f"curved edges differ ({', '.join(bent)})")
    if darts:
        reasons.append(f"{' and '.join(darts)} inside")
    elif inside:
        reasons.append(f"{', '.join(inside[:3])}{' and more' if len(inside) > 3 else ''} inside")
    said = " and ".join(reasons) or "its edges turn as the sizes grow"
    return "trace", f"{said[0].upper()}{said[1:]}: folding would not be exact."


def _bow(edge: Edge) -> str:
    return "outward: the clips overlap" if bows_out(edge.path) else "inward: the clips spread"


def _outermost(mine: Shape, others: list[Shape], included: bool) -> dict[str, Edge]:
    """For every edge the printed line furthest out among mine and the sizes that are kept."""
    found = {edge.name: (0.0, mine) for edge in mine.edges}
    for other in others:
        for edge in other.edges:
            if edge.name in found:
                out = further_out(edge.path, mine.edge(edge.name).path)
                if out > found[edge.name][0]:
                    found[edge.name] = (out, other)
    shown = {id(shape): printed(shape, included) for _, shape in found.values()}
    return {name: shown[id(shape)].edge(name) for name, (_, shape) in found.items()}


def _lost(
    sizes: tuple[str, ...],
    piece: Piece,
    mine: Shape,
    treatment: Treatment,
    kept: tuple[str, ...],
    original: Original,
) -> tuple[str, ...]:
    """Sizes that cannot be had from this paper any more once it is treated so."""
    gone = set()
    if piece.number in original.cut_to:
        gone |= set(lost_sizes(piece, original.cut_to[piece.number]))
    if treatment in ("trace", "use as it is"):
        rooms = []
    elif treatment == "cut to size":
        rooms = [region(mine.outline, MEASURING)]
    else:
        rooms = [region(piece.shapes[size].outline, MEASURING) for size in kept]
    if rooms and len(rooms) < len(sizes):
        room = union(rooms)
        gone |= {
            size
            for size, shape in piece.shapes.items()
            if outside(region(shape.outline, MEASURING), room)[0] > SLIVER
        }
    return tuple(size for size in sizes if size in gone)


def _strokes(
    treatment: Treatment,
    mine: Shape,
    others: list[Shape],
    differences: dict[str, Difference],
    included: bool,
) -> tuple[Stroke, ...]:
    """Where to fold, slit and clip, on the lines that the paper shows."""
    if treatment not in ("cut and fold back", "slit and fold back", "clip and fold back"):
        return ()
    outer = _outermost(mine, others, included)
    mine = printed(mine, included)
    moved = [
        edge
        for edge in mine.edges
        if edge.name in differences and outer[edge.name].path != edge.path
    ]
    strokes = [Stroke(kind="fold", path=edge.path) for edge in moved]
    if treatment == "slit and fold back":
        strokes += _slits(mine, outer, differences)
    if treatment == "clip and fold back":
        strokes += [clip for edge in moved for clip in _clips(edge, outer[edge.name])]
    return tuple(strokes)


def _slits(mine: Shape, outer: dict[str, Edge], differences: dict[str, Difference]) -> list[Stroke]:
    """From the cut edge to the turning point: the corner between two edges folded one by one."""
    found = []
    ring = [*mine.edges, mine.edges[0]]
    for before, after in pairwise(ring):
        pair = {differences[e.name].relation for e in (before, after) if e.name in differences}
        if len({before.name, after.name} & differences.keys()) == 2 and "turn" in pair:
            corner, far = paths.end(before.path), paths.end(outer[before.name].path)
            if one.distance(corner, far) > ONE_LINE:
                found.append(Stroke(kind="slit", path=((far, corner),)))
    return found


def _clips(edge: Edge, outer: Edge) -> list[Stroke]:
    """Short cuts from the larger size's edge to mine, ``CLIPS`` apart."""
    if not tightest(edge.path) < 5000:
        return []
    whole, clips, along = paths.length(edge.path), [], CLIPS
    while along < whole - CLIPS / 2:
        point = paths.point_along(edge.path, along)
        gap, far = paths.nearest(outer.path, point)
        if gap > ONE_LINE:
            clips.append(Stroke(kind="clip", path=((paths.point_along(outer.path, far), point),)))
        along += CLIPS
    return clips


def _error(mine: Shape, differences: dict[str, Difference], included: bool) -> Figure | None:
    """Between two clips the paper folds straight: the arrow of that chord is the error."""
    radii = [
        tightest(mine.edge(name).path, mine.edge(name).allowance if included else 0.0)
        for name in differences
        if not paths.is_straight(mine.edge(name).path)
    ]
    if not radii or min(radii) in (0.0, float("inf")):
        return None
    radius = min(radii)
    value = CLIPS**2 / (8 * radius)
    return Figure(
        name="error of the fold",
        value=value,
        text=fine_text(value),
        working=(
            f"between clips {length_text(CLIPS)} apart the paper folds straight",
            f"{length_text(CLIPS)}² ÷ (8 × radius {length_text(radius)}) = {fine_text(value)}",
        ),
    )
