"""Taken in and let out: a smooth new line through the amounts at their places, blending to nothing above
and below, on both pieces that share the seam.

Source of the rule: a pinch is shared by both pieces, a distance from the seam is one piece's own; the new
line runs smoothly through what was pinned and blends out; the partner follows.
"""

from dataclasses import replace
from itertools import pairwise
from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from craft.errors import CraftError
from craft.fit.change import Drawn, Named, Number, PieceChange, Shift
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.seams.shift_edge import Pushing, shift_edge, smooth_through
from craft.fit.seams.side import Side, side_of
from craft.fit.tolerances import Tolerances
from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, capital, length_text
from craft.shape import path as paths
from craft.shape.curve import point_at, tangent_at
from craft.shape.deform import Push

# How far above the first and below the last place the line runs out (mm); a place nearer to the seam's end
# than AT_THE_END takes that end along.
BLEND_OUT, AT_THE_END = 80.0, 12.0
# Places nearer to each other are one (mm).
ONE_PLACE = 2.0

Nodes = list[tuple[float, float]]


class Pin(Frozen):
    """So much taken in (mm; negative: let out) at a place along a seam from its upper end, darts shut."""

    at: Annotated[float, Field(ge=0, le=20_000), AfterValidator(lambda mm: round(mm, 2))]
    by: Annotated[Shift, Field(ge=-150, le=150)]


class WidthChange(PieceChange):
    """Taken in or let out along the seam that an ``edge`` of a piece belongs to. ``pins``: amounts at
    places along it; or ``points``: the pinned line pricked through onto the piece. ``measured`` pinch:
    the whole fold that both pieces share; side: from the seam to the pins. ``partner`` False: this piece
    alone."""

    kind: Literal["width"]
    piece: Number
    edge: Named
    pins: Annotated[tuple[Pin, ...], Field(max_length=20)] = ()
    points: Annotated[tuple[Drawn, ...], Field(max_length=40)] = ()
    measured: Literal["pinch", "side"] = "pinch"
    partner: bool = True

    @property
    def not_kept(self) -> str:
        """What speaks against keeping it for other patterns."""
        return "" if self.pins else "A line that is pricked through suits this pattern alone."

    def heading(self) -> str:
        """What the change is of."""
        return f"the width at the {self.edge} of piece {self.piece}"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return take_in(draft, self, index, tolerances)


def take_in(draft: Draft, change: WidthChange, index: int, tolerances: Tolerances) -> Done:
    """The pieces with the seam taken in or let out. Raises CraftError where the piece has no such edge, or
    nothing is pinned."""
    shape = draft.shapes.get(change.piece)
    if shape is None or all(edge.name != change.edge for edge in shape.edges):
        raise CraftError("There is no such edge in this size and view.")
    mine, partner = side_of(draft.seams, draft.shapes, change.piece, change.edge)
    pins = _pricked(draft, change, mine) if change.points else list(change.pins)
    if not pins:
        raise CraftError("Nothing is pinned yet.")
    if max(pin.at for pin in pins) > mine.whole + ONE_PLACE:
        raise CraftError(f"The seam is only {length_text(mine.whole)} long.")
    share = 0.5 if change.measured == "pinch" and not change.points else 1.0
    nodes = _nodes([(min(pin.at, mine.whole), pin.by * share) for pin in pins], mine.whole)
    if partner and {(r.piece, r.edge) for r in partner.refs} == {
        (r.piece, r.edge) for r in mine.refs
    }:
        partner = None  # a pair sewn to its twin is drawn once and comes out twice
    sides = [mine] + ([partner] if partner and change.partner else [])
    shapes = dict(draft.shapes)
    for side in sides:
        scale = side.whole / mine.whole
        on = [(at * scale, by) for at, by in nodes]
        for number in dict.fromkeys(ref.piece for ref in side.refs):
            shapes[number] = shift_edge(shapes[number], _pushes(side, number, on))
    who = tuple(dict.fromkeys(ref.piece for side in sides for ref in side.refs))
    name = mine.seam or change.edge
    made = ChangeMade(
        index=index, name=capital(name), pieces=who,
        instruction=_instruction(draft, nodes, who, name),
        figures=_figures(pins, change, share, len(sides)),
        facts=tuple(
            (f"{name}, pin {k}", by) for k, (_, by) in enumerate((n for n in nodes if n[1]), 1)
        ),
    )  # fmt: skip
    return Done(
        replace(draft, shapes=shapes),
        made,
        tuple(_said(draft, change, pins, name, partner, tolerances)),
    )


def _pricked(draft: Draft, change: WidthChange, side: Side) -> list[Pin]:
    """The pricked points as amounts: how far inside the seam each lies, and where along it."""
    shape = draft.shapes[change.piece]
    found = []
    for point in change.points:
        best, pin = float("inf"), Pin(at=0, by=0)
        begun = 0.0
        for ref, size in zip(side.refs, side.lengths, strict=True):
            if ref.piece == change.piece:
                path = shape.edge(ref.edge).path
                gap, i, t = paths.nearest_place(path, point)
                if gap < best:
                    along = paths.length(paths.split(path, i, t)[0])
                    at = begun + (size - along if ref.backwards else along)
                    (x, y), (dx, dy) = point_at(path[i], t), tangent_at(path[i], t)
                    inward = (point[1] - y) * dx - (point[0] - x) * dy
                    best = gap
                    pin = Pin(at=at, by=max(-150.0, min(150.0, gap if inward > 0 else -gap)))
            begun += size
        found.append(pin)
    return found


def _nodes(pins: Nodes, whole: float) -> Nodes:
    """The places the line goes through, with where it runs out."""
    pins = sorted(dict(pins).items())
    kept: Nodes = []
    for at, by in pins:
        if kept and at - kept[-1][0] < ONE_PLACE:
            kept[-1] = (kept[-1][0], (kept[-1][1] + by) / 2)
        else:
            kept.append((at, by))
    first, last = kept[0], kept[-1]
    if first[0] <= AT_THE_END:
        kept[0] = (0.0, first[1])
    else:
        kept.insert(0, (max(0.0, first[0] - BLEND_OUT), 0.0))
    if last[0] >= whole - AT_THE_END:
        kept[-1] = (whole, last[1])
        if len(kept) == 1:  # one place on a seam as short as that
            kept = [(0.0, last[1]), (whole, last[1])]
    else:
        kept.append((min(whole, last[0] + BLEND_OUT), 0.0))
    return kept


def _pushes(side: Side, number: int, nodes: Nodes) -> dict[str, Pushing]:
    through = smooth_through(nodes)
    made, begun = {}, 0.0
    for ref, size in zip(side.refs, side.lengths, strict=True):
        if ref.piece == number and any(
            begun < b[0] and a[0] < begun + size for a, b in pairwise(nodes)
        ):
            made[ref.edge] = Pushing(
                _on_edge(through, begun, size, backwards=ref.backwards),
                [size - (at - begun) if ref.backwards else at - begun for at, _ in nodes],
            )
        begun += size
    return made


def _on_edge(through: Push, begun: float, size: float, *, backwards: bool) -> Push:
    """What is pushed outwards at a place of the edge itself."""

    def push(along: float) -> tuple[float, float]:
        by, steep = through(begun + (size - along if backwards else along))
        return -by + 0.0, (steep if backwards else -steep) + 0.0

    return push


def _figures(pins: list[Pin], change: WidthChange, share: float, sides: int) -> tuple[Figure, ...]:
    made = []
    for pin in pins:
        each = pin.by * share
        how = (
            f"{length_text(abs(pin.by))} pinched ÷ 2 = {length_text(abs(each))} on each piece"
            if share != 1
            else f"{length_text(abs(pin.by))} from the seam"
            + (", on both pieces" if sides > 1 else "")
        )
        made.append(
            Figure(name=f"[[{pin.at:.1f}]] from its upper end", value=each,
                   text=f"{'in' if each >= 0 else 'out'} {length_text(abs(each))}", working=(how,))
        )  # fmt: skip
    return tuple(made)


def _instruction(draft: Draft, nodes: Nodes, who: tuple[int, ...], name: str) -> str:
    at = ", ".join(
        f"{length_text(abs(by))} {'inside' if by > 0 else 'outside'} it {length_text(place)} from its top"
        for place, by in nodes if by
    )  # fmt: skip
    (begins, by_first), (stops, by_last) = nodes[0], nodes[-1]
    # Every length counts from the upper end of the seam, and says so.
    leaves = "" if by_first else f"leaves the old one {_from_the_top(begins)}"
    comes = "" if by_last else f"comes back to it {_from_the_top(stops)}"
    runs = " and ".join(each for each in (leaves, comes) if each)
    return (
        f"Mark along the {name} of {' and '.join(draft.who(n).lower() for n in who)}, darts shut: {at}. "
        f"Draw one smooth line through the marks{f': it {runs}' if runs else ', from end to end'}."
    )


def _from_the_top(place: float) -> str:
    return f"{length_text(place)} from its top" if place else "at its top"


def _said(
    draft: Draft, change: WidthChange, pins: list[Pin], name: str, partner: Side | None,
    tolerances: Tolerances,
) -> list[Finding]:  # fmt: skip
    where = Where(piece=str(change.piece), edge=change.edge)
    findings = []
    if partner and not change.partner:
        others = " and ".join(
            draft.who(n).lower() for n in dict.fromkeys(r.piece for r in partner.refs)
        )
        half = (
            " It takes its half of the pinch."
            if change.measured == "pinch" and not change.points
            else ""
        )
        findings.append(
            Finding(weight="note", what=f"{capital(name)}: {others} stays as it is.{half}",
                    because="It was said that the partner does not follow.", where=where)
        )  # fmt: skip
    most = max(abs(pin.by) for pin in pins)
    if most > tolerances.one_line:
        findings.append(
            Finding(weight="doubt", what=f"{capital(name)}: {length_text(most)} is much at one seam.",
                    because="The seam leaves the place it has on the body, and the shaping with it.",
                    mend="Share it with other seams, or choose another size.", where=where)
        )  # fmt: skip
    return findings
