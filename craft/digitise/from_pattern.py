"""A pattern that is there already, as what somebody would have entered: every line exactly as it is."""

from craft.digitise.built import offsets
from craft.digitise.inputs import (
    EdgeInputs,
    MarkInputs,
    Outline,
    OutlineNode,
    PatternInputs,
    PieceInputs,
    SeamInputs,
    SeamSide,
    SizeLine,
)
from craft.pattern.pattern import ONLY, EdgeRef, Pattern
from craft.pattern.piece import Piece, Shape
from craft.shape.curve import Point


def entered(pattern: Pattern) -> PatternInputs:
    """The inputs that give this pattern back, point by point and handle by handle."""
    sizes = pattern.table.sizes
    pieces = tuple(_piece(piece, k, sizes) for k, piece in enumerate(pattern.pieces, 1))
    ids = {piece.number: piece for piece in pieces}

    def side(refs: tuple[EdgeRef, ...]) -> tuple[SeamSide, ...]:
        return tuple(
            SeamSide(piece=ids[ref.piece].id, edge=_node(ids[ref.piece], ref.edge),
                     backwards=ref.backwards)
            for ref in refs
        )  # fmt: skip

    return PatternInputs(
        name=pattern.name,
        garment=pattern.garment,
        publication=pattern.source.publication,
        issue=pattern.source.issue,
        number=pattern.source.number,
        base_height=pattern.base_height,
        length_share=pattern.length_share,
        allowance_included=pattern.allowance_included,
        knit=pattern.knit,
        sizes=() if sizes == (ONLY,) else sizes,
        rows=pattern.table.rows,
        views=pattern.views,
        pieces=pieces,
        seams=tuple(
            SeamInputs(name=seam.name, a=side(seam.a), b=side(seam.b), ease=seam.ease)
            for seam in pattern.seams
        ),
        notions=pattern.notions,
        notes=pattern.notes,
        home_print=pattern.home_print,
    )


def _node(piece: PieceInputs, edge: str) -> int:
    return next(id for id, said in piece.edges.items() if said.name == edge)


def _piece(piece: Piece, id: int, sizes: tuple[str, ...]) -> PieceInputs:
    first = piece.shapes[sizes[0]]
    counts = [
        max(len(piece.shapes[size].edge(edge.name).path) for size in sizes) for edge in first.edges
    ]
    nodes: list[OutlineNode] = []
    edges: dict[int, EdgeInputs] = {}
    for edge, count in zip(first.edges, counts, strict=True):
        begins = len(nodes) + 1
        edges[begins] = EdgeInputs(name=edge.name, kind=edge.kind, allowance=edge.allowance)
        nodes += [
            OutlineNode.model_validate(
                {"id": begins + k, "turn": "smooth" if k else "corner", "then": "straight"}
            )
            for k in range(count)
        ]
    by_name = {edge.name: begins for begins, edge in edges.items()}
    lines = {size: _line(piece.shapes[size], first, counts) for size in sizes}
    base = sizes[0]
    marks = tuple(
        MarkInputs(
            id=mark.id, kind=mark.kind, name=mark.name, points=mark.points,
            at={
                size: other.points
                for size in sizes
                if size != base
                for other in piece.shapes[size].marks
                if other.id == mark.id
            },
            edge=by_name.get(mark.edge), count=mark.count, level=mark.level, width=mark.width,
            side=mark.side, views=mark.views, feature=mark.feature,
        )
        for mark in first.marks
    )  # fmt: skip
    return PieceInputs(
        id=id, number=piece.number, name=piece.name, edges=edges, marks=marks, cuts=piece.cuts,
        drawn=Outline(nodes=tuple(nodes), lines=lines, closed=True),
        levels={size: piece.shapes[size].levels for size in sizes if piece.shapes[size].levels},
        **piece.facts,
    )  # fmt: skip


def _line(shape: Shape, first: Shape, counts: list[int]) -> SizeLine:
    """One size's nodes, in the order of the first size's edges; an edge of fewer curves than elsewhere
    ends in curves of no length."""
    points: list[Point] = []
    handles: dict[int, tuple[Point, Point]] = {}
    for edge, count in zip(first.edges, counts, strict=True):
        path = shape.edge(edge.name).path
        for curve in path:
            if len(curve) == 4:
                handles[len(points) + 1] = offsets(curve)
            points.append(curve[0])
        points += [path[-1][-1]] * (count - len(path))
    return SizeLine(points=tuple(points), handles=handles)
