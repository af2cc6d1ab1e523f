"""A piece in all its sizes: from what was entered to the craft's own Piece.

The base size decides what the edges are (names, kinds, allowances); every size has the same ones.
"""

from collections import Counter
from dataclasses import dataclass, field

from craft.digitise import darts, proposals
from craft.digitise.inputs import EdgeInputs, MarkInputs, Outline, PieceInputs
from craft.digitise.levels import levels_drawn
from craft.digitise.line import AT_A_LEG, RawEdge, edges_of
from craft.digitise.marks import followed, on_edge
from craft.digitise.sizes import base_of, base_points, points_in
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Finding, Where
from craft.pattern.inset import inset
from craft.pattern.marks import WORDS, Mark
from craft.pattern.parts import usual_level
from craft.pattern.piece import Edge, EdgeKind, Shape
from craft.shape import path as paths
from craft.shape.curve import Point, distance
from craft.shape.path import Path
from craft.shape.region import is_simple, stretch_inside

SHORTEST_GRAIN = 10.0  # mm


class EdgeKnown(Frozen):
    """An edge as it is in force: what was said of it and what is proposed. ``id``: its node's."""

    id: int
    name: str
    kind: EdgeKind
    allowance: float
    proposed: bool


class ShapedPiece(Frozen):
    """A piece worked out. ``shapes``: by size; empty where the line is no outline yet. ``edge_ids``: the
    node every edge of the shapes belongs to (0: the cap of a dart). ``grain``: what the proposed grain
    line runs along, "" where one was set; ``grain_sure``: it need not be asked for."""

    shapes: dict[str, Shape] = {}
    edge_ids: tuple[int, ...] = ()
    edges: tuple[EdgeKnown, ...] = ()
    grain: str = ""
    grain_sure: bool = True
    findings: tuple[Finding, ...] = ()


@dataclass
class _Part:
    """An edge on its way: ``id`` 0 for the cap of a dart, ``cap`` then its mark."""

    id: int
    path: Path
    cap: str = ""
    label: str = ""


@dataclass
class _Work:
    findings: list[Finding] = field(default_factory=list)

    def said(self, what: str, because: str = "", mend: str = "", **where: str) -> None:
        self.findings.append(
            Finding(weight="fault", what=what, because=because, mend=mend, where=Where(**where))
        )


def sized_piece(
    piece: PieceInputs, outline: Outline, sizes: tuple[str, ...], seam: float, hem: float
) -> ShapedPiece:
    """The piece with this outline in these sizes; ``seam``, ``hem``: allowances where none is said."""
    work = _Work()
    if not outline.closed or len(outline.nodes) < 3:
        return ShapedPiece()
    base = base_of(outline)
    known = known_edges(piece, outline, seam, hem)
    grain: proposals.Grain | None = None
    shapes: dict[str, Shape] = {}
    ids: tuple[int, ...] = ()
    for size in sizes:
        parts, marks = _in_size(piece, outline, size, known, work if size == sizes[0] else _Work())
        named = _named(parts, known, piece)
        shape_marks, proposed = _marks(piece, marks, parts, named, outline, size)
        grain = grain or proposed
        levels = levels_drawn(piece, marks, _levels(piece, outline, base, size))
        made = Shape(edges=tuple(named), marks=shape_marks, levels=levels)
        shapes[size] = made
        ids = tuple(part.id for part in parts)
    return ShapedPiece(
        shapes=shapes, edge_ids=ids, edges=tuple(known.values()),
        grain=grain.along if grain else "", grain_sure=grain is None or grain.sure,
        findings=tuple(work.findings),
    )  # fmt: skip


def known_edges(
    piece: PieceInputs, outline: Outline, seam: float, hem: float
) -> dict[int, EdgeKnown]:
    """What every edge is, by its node, in the order of the outline in the base size."""
    raw = edges_of(outline, base_of(outline))
    lines = [edge.path for edge in raw]
    on_fold = any(cut.on_fold for cut in piece.cuts)
    drawn = next((mark.points[:2] for mark in piece.marks if mark.kind == "grain"), ())
    grain = (drawn[0], drawn[1]) if len(drawn) == 2 else None
    names = proposals.names_for(piece.name, lines, on_fold, grain)
    entered = [piece.edges.get(edge.id, EdgeInputs()) for edge in raw]
    names = [each.name or name for each, name in zip(entered, names, strict=True)]
    kinds = proposals.kinds_for(
        names, lines, on_fold and not any(each.kind == "fold" for each in entered), grain
    )
    found = {}
    for edge, name, kind, own in zip(raw, _unlike(names, entered), kinds, entered, strict=True):
        kind = own.kind or kind
        plain = 0.0 if kind == "fold" else hem if kind == "hem" else seam
        allowance = plain if own.allowance is None or kind == "fold" else own.allowance
        found[edge.id] = EdgeKnown(
            id=edge.id, name=name, kind=kind, allowance=allowance,
            proposed=not own.name or own.kind is None,
        )  # fmt: skip
    return found


def _unlike(names: list[str], said: list[EdgeInputs]) -> list[str]:
    """The names, a number after proposed ones that somebody gave another edge."""
    given = {each.name for each in said if each.name}
    found: list[str] = []
    for name, own in zip(names, said, strict=True):
        wanted, k = name, 2
        while not own.name and (wanted in given or wanted in found):
            wanted, k = f"{name} {k}", k + 1
        found.append(wanted)
    return found


def _in_size(
    piece: PieceInputs, outline: Outline, size: str, known: dict[int, EdgeKnown], work: _Work
) -> tuple[list[_Part], dict[str, tuple[tuple[float, float], ...]]]:
    """The parts of the outline in a size, darts cut out, and where every mark lies."""
    places = {mark.id: followed(mark, outline, size) for mark in piece.marks}
    nodes = points_in(outline, size)
    for mark in piece.marks:
        if mark.kind == "dart" and len(places[mark.id]) == 3:
            a, point, b = places[mark.id]
            places[mark.id] = (_at_a_node(a, nodes), point, _at_a_node(b, nodes))
    legs = tuple(
        leg
        for mark in piece.marks if mark.kind == "dart" and len(places[mark.id]) == 3
        for leg in (places[mark.id][0], places[mark.id][2])
    )  # fmt: skip
    raw = edges_of(outline, size, legs)
    if piece.traced == "cutting":
        wide = [known[edge.id].allowance if edge.id in known else 0.0 for edge in raw]
        inner = inset([edge.path for edge in raw], wide)
        raw = tuple(RawEdge(edge.id, path) for edge, path in zip(raw, inner, strict=True))
    parts = [_Part(edge.id, edge.path) for edge in raw]
    for mark in piece.marks:
        if mark.kind != "dart" or len(places[mark.id]) != 3:
            continue
        if mark.edge is not None and mark.edge in known and known[mark.edge].kind == "dart":
            continue
        name = mark.name or WORDS["dart"]
        try:
            cut, legs, cap = darts.cut_out(
                tuple(RawEdge(k + 1, part.path) for k, part in enumerate(parts)), places[mark.id]
            )
        except CraftError as error:
            work.said(f"{name}: {error.sentence}", mend="Set its points again.",
                      piece=str(piece.number), mark=mark.id)  # fmt: skip
            continue
        old = parts
        parts = [_Part(old[each.id - 1].id, each.path, old[each.id - 1].cap) for each in cut]
        parts.insert(1, _Part(0, cap, mark.id))
        places[mark.id] = legs
    first = next((k for k, part in enumerate(parts) if raw and part.id == raw[0].id), 0)
    while first and parts[first - 1].id == parts[first].id:
        first -= 1
    return parts[first:] + parts[:first], places


def _at_a_node(leg: Point, nodes: tuple[Point, ...]) -> Point:
    """The leg of a dart where the line has a point of its own for it."""
    near = min(nodes, key=lambda node: distance(node, leg), default=leg)
    return near if distance(near, leg) < AT_A_LEG else leg


def _named(parts: list[_Part], known: dict[int, EdgeKnown], piece: PieceInputs) -> list[Edge]:
    """The parts as edges with unlike names; an edge cut by a dart gives two of its name."""
    marks = {mark.id: mark for mark in piece.marks}
    times = Counter(part.id for part in parts if part.id)
    seen: Counter[int] = Counter()
    taken: set[str] = set()
    made = []
    for k, part in enumerate(parts):
        if not part.id:
            name = marks[part.cap].name or WORDS["dart"]
            beside = known.get(parts[k - 1].id)
            kind: EdgeKind = "dart"
            allowance = beside.allowance if beside else 0.0
        else:
            own = known.get(part.id)
            name, kind = (own.name, own.kind) if own else ("edge", "seam")
            allowance = own.allowance if own else 0.0
            if times[part.id] > 1:
                seen[part.id] += 1
                name = f"{name} {_side_of_dart(parts, part, times[part.id], seen[part.id])}"
        base, n = name, 2
        while name in taken:
            name, n = f"{base} {n}", n + 1
        taken.add(name)
        part.label = name
        made.append(Edge(name=name, kind=kind, path=part.path, allowance=allowance))
    return made


def _side_of_dart(parts: list[_Part], part: _Part, times: int, index: int) -> str:
    """“upper” and “lower” (or “left” and “right”) of an edge in two parts, a number of more."""
    if times > 2:
        return f"part {index}"
    other = next(each for each in parts if each.id == part.id and each is not part)
    (x, y), (u, v) = (paths.point_along(p.path, paths.length(p.path) / 2) for p in (part, other))
    if abs(y - v) >= abs(x - u):
        return "upper" if y < v else "lower"
    return "left" if x < u else "right"


def _marks(
    piece: PieceInputs, places: dict[str, tuple[tuple[float, float], ...]], parts: list[_Part],
    edges: list[Edge], outline: Outline, size: str,
) -> tuple[tuple[Mark, ...], proposals.Grain | None]:  # fmt: skip
    """The marks in a size, each on its edge, and the grain line where it is proposed."""
    made = []
    for mark in piece.marks:
        points = places[mark.id]
        if not points:
            continue
        name = ""
        if mark.kind == "dart" and any(part.cap == mark.id for part in parts):
            name = next(part.label for part in parts if part.cap == mark.id)
        elif mark.edge is not None:
            own = [k for k, part in enumerate(parts) if part.id == mark.edge]
            if own:
                near = min(own, key=lambda k: paths.nearest_place(edges[k].path, points[0])[0])
                name = edges[near].name
                if mark.kind == "notch":
                    points = on_edge(mark, outline, piece, edges, own, size, points)
        if mark.kind == "grain" and piece.traced == "cutting":
            points = _inside_its_allowance(points, edges)
        made.append(_mark(mark, points, name, piece.name))
    if any(mark.kind == "grain" for mark in made):
        return tuple(made), None
    fold = next((edge.path for edge in edges if edge.kind == "fold"), None)
    names = [edge.name for edge in edges]
    grain = proposals.grain_for(piece.name, names, [edge.path for edge in edges], fold)
    if grain is None:
        return tuple(made), None
    (a, b), _, _ = grain
    ids = {mark.id for mark in made}
    id = next(f"grain{k or ''}" for k in range(len(ids) + 1) if f"grain{k or ''}" not in ids)
    return (Mark(id=id, kind="grain", name="grain line", points=(a, b)), *made), grain


def _inside_its_allowance(points: tuple[Point, ...], edges: list[Edge]) -> tuple[Point, ...]:
    """A grain line drawn on a piece with its allowance, as far as it does not reach into that; one that
    lies in it altogether, moved to where there is room."""
    outline = tuple(curve for edge in edges for curve in edge.path)
    if len(points) != 2 or not is_simple(outline):
        return points
    inside = stretch_inside(outline, points)
    if inside is not None and distance(inside[0], inside[-1]) > SHORTEST_GRAIN:
        return inside[0], inside[-1]
    (ax, ay), (bx, by) = points
    long = distance(*points) or 1.0
    way = ((bx - ax) / long, (by - ay) / long)
    return proposals.through_the_roomiest(outline, way) or points


def _mark(mark: MarkInputs, points: tuple[tuple[float, float], ...], edge: str, piece: str) -> Mark:
    # A line to lengthen at is for some level of the body, whether anybody said which or not.
    level = mark.level or (usual_level(piece) if mark.kind == "length line" else "")
    return Mark(
        id=mark.id, kind=mark.kind, name=mark.name or WORDS[mark.kind], points=points, edge=edge,
        count=mark.count, level=level, width=mark.width, side=mark.side, views=mark.views,
        feature=mark.feature,
    )  # fmt: skip


def _levels(piece: PieceInputs, outline: Outline, base: str, size: str) -> dict[str, float]:
    """The body levels said in numbers, in a size: its own, or those of the base moved as the line moves."""
    if size in piece.levels:
        return piece.levels[size]
    own = piece.levels.get(base, {})
    if not own:
        return {}
    before, after = base_points(outline), points_in(outline, size)
    found = {}
    for name, y in own.items():
        near = sorted(range(len(before)), key=lambda k: abs(before[k][1] - y))[:2]
        found[name] = y + sum(after[k][1] - before[k][1] for k in near) / max(1, len(near))
    return found
