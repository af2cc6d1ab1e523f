"""Pieces without paper: straps, ties, ruffles, casings, flaps, bands and binding, from sums."""

from math import ceil
from typing import Annotated, Literal, get_args

from pydantic import BeforeValidator, Field

from craft.errors import CraftError
from craft.frozen import Frozen, Name
from craft.measure import Figure, length_text
from craft.pattern.marks import Mark
from craft.pattern.pattern import EdgeRef
from craft.pattern.piece import Cut, Edge, Role, Shape
from craft.pattern.sewn import sewn_length
from craft.shape.curve import Point
from craft.trace.opened import OTHER

SumKind = Literal["tie", "strap", "loop", "ruffle", "casing", "flap", "band", "binding"]
KINDS: tuple[SumKind, ...] = get_args(SumKind)
# How many times as wide as finished each kind is cut: doubled ones are folded along their middle.
LAYERS: dict[SumKind, int] = {
    "strap": 2, "tie": 2, "loop": 2, "ruffle": 1, "casing": 1, "flap": 2, "band": 2, "binding": 4,
}  # fmt: skip
# More strips than this are no longer worth cutting one by one.
MOST_STRIPS = 20
Short = Annotated[float, Field(ge=0, le=100)]


class SumPiece(Frozen):
    """What was entered. Lengths in mm.

    The length comes from ``finished`` as typed, or from the edges it is sewn to (``along``, each
    counted ``times``); ``fullness`` multiplies it (a ruffle 1.5 to 3). ``width`` is as finished.
    ``strip``: the longest strip the cloth gives, None for as long as needed.
    """

    number: Annotated[int, Field(ge=1, le=999)]
    name: Name
    kind: SumKind
    finished: Annotated[float, Field(ge=5, le=20_000)] | None = None
    along: Annotated[tuple[EdgeRef, ...], Field(max_length=20)] = ()
    times: Annotated[int, Field(ge=1, le=4)] = 1
    fullness: Annotated[float, Field(ge=1, le=5)] = 1.0
    width: Annotated[float, Field(ge=3, le=1_500)]
    allowance: Short = 10.0
    strip: Annotated[
        Annotated[float, Field(ge=100, le=5_000)] | None,
        # No longest strip is none at all, not one of no length.
        BeforeValidator(lambda told: None if told == 0 else told),
    ] = None
    count: Annotated[int, Field(ge=1, le=20)] = 1
    role: Role = "main"


class Reckoned(Frozen):
    """The sum: how long and wide to cut, in how many strips, and the piece that comes of it.

    ``shape`` is one strip: where strips are joined, all are cut alike.
    """

    long: Figure
    wide: Figure
    strips: Figure
    cuts: tuple[Cut, ...]
    shape: Shape


def reckon(piece: SumPiece, shapes: dict[int, Shape]) -> Reckoned:
    """Work the sum out on the shapes as they are now.

    Rules: ruffle = seam × fullness; a band = the sewn width of the edges it meets; a strip longer
    than the cloth is joined, and every join needs two allowances. Raises CraftError where an edge
    is not there, or neither a length nor an edge is given.
    """
    sewn, said = _sewn(piece, shapes)
    full = sewn * piece.fullness
    working = [said]
    if piece.fullness != 1:
        working.append(f"{length_text(sewn)} × {piece.fullness:g} = {length_text(full)}")
    ends = 2 * piece.allowance
    strips, each = _strips(full, piece)
    joins = strips - 1
    if joins:
        whole = full + ends * strips
        working.append(
            f"{joins} {'join' if joins == 1 else 'joins'}: {length_text(full)} + {strips} × 2 × "
            f"{length_text(piece.allowance)} = {length_text(whole)}, in {strips} strips of "
            f"{length_text(each)}"
        )
    else:
        working.append(
            f"+ 2 ends of {length_text(piece.allowance)} = {length_text(full + ends)}"
            if piece.allowance
            else f"no allowance at the ends: {length_text(full)}"
        )
    layers = LAYERS[piece.kind]
    cut_wide = piece.width * layers + (0 if piece.kind == "binding" else ends)
    return Reckoned(
        long=Figure(
            name="cut length", value=each, text=length_text(each), working=tuple(working)
        ),
        wide=Figure(
            name="cut width", value=cut_wide, text=length_text(cut_wide),
            working=(_width_words(piece, layers, cut_wide),),
        ),
        strips=Figure(
            name="strips (number)", value=strips * piece.count, text=str(strips * piece.count),
            working=(f"{piece.count} × {strips} = {strips * piece.count}",),
        ),
        cuts=(Cut(role=piece.role, count=strips * piece.count),),
        shape=_shape(each - ends, piece, layers),
    )  # fmt: skip


def _sewn(piece: SumPiece, shapes: dict[int, Shape]) -> tuple[float, str]:
    """The finished length before fullness (mm), and how it came about."""
    if not piece.along:
        if piece.finished is None:
            raise CraftError("Give its finished length, or the edge it is sewn to.", "finished")
        return piece.finished, f"finished length {length_text(piece.finished)}"
    total, terms = 0.0, []
    for ref in piece.along:
        shape = shapes.get(ref.piece)
        names = [edge.name for edge in shape.edges] if shape else []
        if shape is None or ref.edge not in names:
            raise CraftError(f"Piece {ref.piece} has no edge “{ref.edge}” in this making.", "along")
        # An opened piece has the edge twice.
        edges = [shape.edge(name) for name in (ref.edge, ref.edge + OTHER) if name in names]
        mm = sum(sewn_length(shape, edge) for edge in edges)
        total += mm
        terms.append(f"{ref.edge} of {ref.piece} {length_text(mm)}")
    text = " + ".join(terms)
    whole = total * piece.times
    if piece.times > 1:
        return whole, f"({text}) × {piece.times} = {length_text(whole)}"
    return whole, f"{text} = {length_text(whole)}" if len(terms) > 1 else text


def _strips(full: float, piece: SumPiece) -> tuple[int, float]:
    """How many strips, and how long each is cut (mm)."""
    ends = 2 * piece.allowance
    if piece.strip is None or full + ends <= piece.strip:
        return 1, full + ends
    if piece.strip <= ends + 20:
        raise CraftError("The strips are too short for their own allowances.", "strip")
    count = ceil(full / (piece.strip - ends) - 1e-9)
    if count * piece.count > MOST_STRIPS:
        raise CraftError(
            f"That would take {count * piece.count} strips. Use longer ones, or less fullness.",
            "strip",
        )
    return count, full / count + ends


def _width_words(piece: SumPiece, layers: int, wide: float) -> str:
    if piece.kind == "binding":
        folded = f"× {layers}, folded to the middle and in half"
        return f"finished {length_text(piece.width)} {folded} = {length_text(wide)}"
    times = f" × {layers}, folded double" if layers > 1 else ""
    return (
        f"finished {length_text(piece.width)}{times} + 2 × "
        f"{length_text(piece.allowance)} = {length_text(wide)}"
    )


def _shape(long: float, piece: SumPiece, layers: int) -> Shape:
    """A rectangle with the grain along it; folded ones show their folding line."""
    wide = piece.width * layers
    beside = 0.0 if piece.kind == "binding" else piece.allowance
    corners: list[Point] = [(0.0, 0.0), (wide, 0.0), (wide, long), (0.0, long)]
    names = (("upper end", piece.allowance), ("right side", beside),
             ("lower end", piece.allowance), ("left side", beside))  # fmt: skip
    edges = tuple(
        Edge(name=name, kind="seam", path=((corners[i], corners[(i + 1) % 4]),), allowance=width)
        for i, (name, width) in enumerate(names)
    )
    at = wide * 0.3
    marks = [
        Mark(
            id="grain",
            kind="grain",
            name="grain line",
            points=((at, long * 0.15), (at, long * 0.85)),
        )
    ]
    for index in range(1, layers):
        x = piece.width * index
        marks.append(
            Mark(
                id=f"fold-{index}",
                kind="placement",
                name="folding line",
                points=((x, 0.0), (x, long)),
            )
        )
    if piece.fullness > 1:
        marks.append(
            Mark(
                id="gathers", kind="gathers", name="gathers", points=((0.0, 0.0), (0.0, long)),
                edge="left side",
            )
        )  # fmt: skip
    return Shape(edges=edges, marks=tuple(marks))
