"""A line built point by point by the program: what parts from measures and from sums have in common."""

from dataclasses import dataclass, field

from craft.digitise.inputs import (
    EdgeInputs,
    MarkInputs,
    Outline,
    OutlineNode,
    PieceInputs,
    SizeLine,
)
from craft.measure import Figure, Finding
from craft.pattern.piece import Cut, EdgeKind
from craft.shape.curve import Cubic, Point


@dataclass
class Built:
    """A piece drawn by the program; what the person said of it goes before what is in here."""

    outline: Outline
    edges: dict[int, EdgeInputs]
    name: str = ""
    cuts: tuple[Cut, ...] = ()
    marks: tuple[MarkInputs, ...] = ()
    working: tuple[Figure, ...] = ()
    findings: list[Finding] = field(default_factory=list)

    def over(self, piece: PieceInputs) -> PieceInputs:
        """The piece with everything that was not said about it from here; a garment and a sum are always
        known at the stitching line."""
        edges = dict(self.edges)
        for id, said in piece.edges.items():
            own = edges.get(id, EdgeInputs())
            edges[id] = EdgeInputs(
                name=said.name or own.name,
                kind=said.kind or own.kind,
                allowance=own.allowance if said.allowance is None else said.allowance,
            )
        own_ids = {mark.id for mark in piece.marks}
        has_grain = any(mark.kind == "grain" for mark in piece.marks)
        marks = tuple(
            mark for mark in self.marks
            if mark.id not in own_ids and not (has_grain and mark.kind == "grain")
        )  # fmt: skip
        return piece.model_copy(
            update={
                "name": piece.name or self.name, "edges": edges, "traced": "stitching",
                "cuts": piece.cuts or self.cuts, "marks": (*marks, *piece.marks),
            }
        )  # fmt: skip


class Pen:
    """Draws a ring of corners, clockwise; every corner begins an edge."""

    def __init__(self, x: float, y: float, edge: str, kind: EdgeKind = "seam") -> None:
        self.nodes: list[OutlineNode] = []
        self.points: list[Point] = []
        self.handles: dict[int, tuple[Point, Point]] = {}
        self.edges: dict[int, EdgeInputs] = {}
        self.corner(x, y, edge, kind)

    def corner(
        self, x: float, y: float, edge: str, kind: EdgeKind = "seam",
        allowance: float | None = None,
    ) -> None:  # fmt: skip
        """A corner at (x, y) with the edge that begins there."""
        id = self._node((x, y), "corner")
        self.edges[id] = EdgeInputs(name=edge, kind=kind, allowance=allowance)

    def through(self, x: float, y: float) -> None:
        """A point the edge goes through without a corner."""
        self._node((x, y), "smooth")

    def bend(self, first: Point, last: Point) -> None:
        """The stretch after the last point is a cubic: its handles, as offsets from both of its ends."""
        self.handles[self.nodes[-1].id] = (first, last)

    def _node(self, at: Point, turn: str) -> int:
        id = len(self.nodes) + 1
        self.nodes.append(OutlineNode.model_validate({"id": id, "turn": turn, "then": "straight"}))
        self.points.append(at)
        return id

    @property
    def line(self) -> SizeLine:
        """The line drawn so far."""
        return SizeLine(points=tuple(self.points), handles=self.handles)

    def outline(self, size: str) -> Outline:
        """The ring, closed."""
        return Outline(nodes=tuple(self.nodes), lines={size: self.line}, closed=True)


def offsets(curve: Cubic) -> tuple[Point, Point]:
    """The handles of a cubic as offsets from its ends (mm)."""
    (ax, ay), (bx, by), (cx, cy), (dx, dy) = curve
    return (bx - ax, by - ay), (cx - dx, cy - dy)
