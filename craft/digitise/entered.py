"""A piece as it was entered, and what its edges come to: lengths, and the edges and seams of the pattern
that they become."""

from craft.digitise.inputs import Outline, SeamInputs, SeamSide
from craft.digitise.sized_piece import ShapedPiece
from craft.frozen import Frozen
from craft.measure import Figure
from craft.pattern.pattern import EdgeRef, Seam
from craft.pattern.piece import Cut
from craft.pattern.sewn import sewn_length, taken_up


class EnteredPiece(Frozen):
    """A piece as it stands. ``outline``: its nodes, also where they follow from measures or sums.
    ``usable``: it is in the pattern. ``working``: the sums behind a piece from numbers."""

    id: int
    number: int
    name: str
    outline: Outline
    shaped: ShapedPiece
    cuts: tuple[Cut, ...]
    usable: bool
    working: tuple[Figure, ...] = ()


def lengths_of(side: SeamSide, pieces: dict[int, EnteredPiece]) -> dict[str, float]:
    """The sewn length of an edge in every size (mm, all its parts together, pleats folded); nothing where
    it is gone."""
    made = pieces.get(side.piece)
    if made is None:
        return {}
    ids = made.shaped.edge_ids
    found = {
        size: sum(
            sewn_length(shape, edge)
            for edge, id in zip(shape.edges, ids, strict=True)
            if id == side.edge
        )
        for size, shape in made.shaped.shapes.items()
    }
    return {size: mm for size, mm in found.items() if mm > 0}


def folded_in(side: SeamSide, pieces: dict[int, EnteredPiece], size: str) -> float:
    """What pleats and tucks take up in an edge in a size (mm)."""
    made = pieces.get(side.piece)
    shape = made.shaped.shapes.get(size) if made else None
    if made is None or shape is None:
        return 0.0
    return sum(
        each.width
        for edge, id in zip(shape.edges, made.shaped.edge_ids, strict=True)
        if id == side.edge
        for each in taken_up(shape, edge)
    )


def refs_of(side: SeamSide, pieces: dict[int, EnteredPiece]) -> tuple[EdgeRef, ...]:
    """The edges of the finished piece that an entered edge has become, in the order they are walked;
    none where it is gone."""
    made = pieces.get(side.piece)
    if made is None or not made.shaped.shapes:
        return ()
    shape = next(iter(made.shaped.shapes.values()))
    names = [
        edge.name
        for edge, id in zip(shape.edges, made.shaped.edge_ids, strict=True)
        if id == side.edge
    ]
    refs = [EdgeRef(piece=made.number, edge=name, backwards=side.backwards) for name in names]
    return tuple(refs[::-1] if side.backwards else refs)


def seam_of(seam: SeamInputs, pieces: dict[int, EnteredPiece], number: int) -> Seam | None:
    """The seam between usable pieces; None while one of its edges is missing."""
    sides = []
    for side in (seam.a, seam.b):
        refs: list[EdgeRef] = []
        for each in side:
            made = pieces.get(each.piece)
            own = refs_of(each, pieces)
            if made is None or not made.usable or not own:
                return None
            refs += own
        sides.append(tuple(refs))
    return Seam(name=seam.name.strip() or f"seam {number}", a=sides[0], b=sides[1], ease=seam.ease)
