"""Which edges are probably sewn together: alike in name and kind, or simply equally long.

Known partners come first (side with side, cap with both armholes, collar with the neckline); what is
left over is matched by length. Each proposal says how well its two sides fit.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import combinations

from craft.digitise.entered import EnteredPiece, lengths_of
from craft.digitise.inputs import PatternInputs, SeamInputs, SeamSide
from craft.frozen import Frozen
from craft.measure import Figure, capital, length_text
from craft.pattern.parts import LIKE_TO_LIKE, PLAIN, Place, faces_of, may_be_sewn, part_of, place_of
from craft.shape import path as paths
from craft.shape.curve import Point

# Sides that differ by no more than this fit (mm); by length alone edges must be so alike (mm, share).
FITS, ALIKE, ALIKE_SHARE = 2.0, 1.5, 0.004
# A cap is so much longer than its armholes at most, eased in; others are sewn even (mm).
MOST_EASE = 50.0
# Edges shorter than this are not matched by their length alone (mm).
WORTH_IT = 60.0


class SeamProposal(Frozen):
    """``off``: how much longer side a is than side b where they differ most among the sizes, after the ease
    (mm). ``sentence``: why these two, and how well they fit."""

    seam: SeamInputs
    a: Figure
    b: Figure
    off: float
    fits: bool
    sentence: str


@dataclass(frozen=True, eq=False)
class _End:
    """An edge with what tells which way round it is sewn: its neighbours and where its ends lie."""

    piece: EnteredPiece
    id: int
    name: str
    place: Place | None
    role: frozenset[str]
    before: str
    after: str
    start: Point
    end: Point
    lengths: dict[str, float]

    def side(self, *, backwards: bool = False) -> SeamSide:
        return SeamSide(piece=self.piece.id, edge=self.id, backwards=backwards)


def propose(inputs: PatternInputs, pieces: tuple[EnteredPiece, ...]) -> tuple[SeamProposal, ...]:
    """Proposals for edges that no seam names yet, the surest first."""
    taken = {(side.piece, side.edge) for seam in inputs.seams for side in (*seam.a, *seam.b)}
    free = [end for end in _ends(pieces) if (end.piece.id, end.id) not in taken]
    found: list[SeamProposal] = []
    used: set[tuple[int, int]] = set()
    for seam, why in (*_named(free), *_by_length(free)):
        sides = [(side.piece, side.edge) for side in (*seam.a, *seam.b)]
        if any(side in used for side in sides):
            continue
        made = _fitted(seam, why, {(e.piece.id, e.id): e for e in free})
        if made is not None:
            used.update(sides)
            found.append(made)
    return tuple(found)


def _ends(pieces: tuple[EnteredPiece, ...]) -> Iterator[_End]:
    by_id = {made.id: made for made in pieces}
    for made in pieces:
        shape = next(iter(made.shaped.shapes.values()), None)
        if shape is None or not made.usable:
            continue
        roles = frozenset(cut.role for cut in made.cuts) or frozenset({"main"})
        ids = made.shaped.edge_ids
        known = {edge.id: edge for edge in made.shaped.edges}
        order = [id for k, id in enumerate(ids) if id and id not in ids[:k]]
        for at, id in enumerate(order):
            edge = known.get(id)
            if edge is None or edge.kind not in ("seam", "finish"):
                continue
            parts = [e.path for e, other in zip(shape.edges, ids, strict=True) if other == id]
            names = [known[order[k % len(order)]].name for k in (at - 1, at + 1)]
            place = place_of(edge.name, [each.name for each in known.values()], made.name)
            yield _End(
                piece=made, id=id, name=edge.name.lower(), place=place, role=roles, before=names[0],
                after=names[1], start=paths.start(parts[0]), end=paths.end(parts[-1]),
                lengths=lengths_of(SeamSide(piece=made.id, edge=id), by_id),
            )  # fmt: skip


def _named(free: list[_End]) -> Iterator[tuple[SeamInputs, str]]:
    """Partners known by their names."""
    for end in (each for each in free if _meets_its_twin(each)):
        name = end.name if faces_of(end.name) else f"{end.piece.name} {end.name}".lower()[:110]
        yield _seam(f"{name} seam", (end,), (end,), {}), "left and right meet there"
    for a, b in combinations(free, 2):
        if not a.role & b.role:
            continue
        if a.piece is b.piece:
            if {a.name, b.name} == {"underarm", "other underarm"}:
                yield _seam("underarm seam", (a,), (b,), {b: True}), "both ends of a sleeve"
            continue
        if a.name == b.name and a.place in LIKE_TO_LIKE and _partners(a, b):
            seam = _seam(f"{a.name} seam", (a,), (b,), {b: _runs_against(a, b)})
            yield seam, f"both are called {a.name}"
    yield from _two_to_one(free, "cap", "armhole", "sleeve seam", "a cap goes into both armholes")
    yield from _two_to_one(free, "neck", "neck", "collar seam", "a collar goes round the neck")


def _meets_its_twin(end: _End) -> bool:
    """A crotch and a centre back are sewn left to right; a centre front may as well be buttoned."""
    back = "back" in faces_of(end.name) | faces_of(end.piece.name)
    paired = bool(end.piece.cuts) and all(cut.pair for cut in end.piece.cuts)
    return paired and (end.place == "crotch" or (end.place == "centre" and back))


# What is set on or goes round has ends, and no side seam: these are sewn to what they are set on.
NO_SIDES = {"facing", "band", "pocket", "collar"}


def _partners(a: _End, b: _End) -> bool:
    """A front is sewn to a back, not to another front; what has a right and a left side is a whole front or
    back."""
    one, two = faces_of(a.piece.name), faces_of(b.piece.name)
    if a.name in PLAIN and not (one and two):
        return False
    if a.place == "side" and NO_SIDES & {part_of(a.piece.name), part_of(b.piece.name)}:
        return False
    return not (one and one == two) and _near(a, b)


def _near(a: _End, b: _End) -> bool:
    """Whether two edges of one name are of nearly one length; a skirt's side is not sewn to a sleeve's."""
    sizes = a.lengths.keys() & b.lengths.keys()
    return any(
        abs(a.lengths[size] - b.lengths[size]) <= max(MOST_EASE, 0.06 * a.lengths[size])
        for size in sizes
    )


def _two_to_one(
    free: list[_End], one: Place, two: Place, name: str, why: str
) -> Iterator[tuple[SeamInputs, str]]:
    whole_parts = ("collar", "band") if one == two else ("sleeve",)
    for whole in (e for e in free if e.place == one and part_of(e.piece.name) in whole_parts):
        sides = [
            end for end in free
            if end.place == two and end.role & whole.role and part_of(end.piece.name) == "body"
        ]  # fmt: skip
        back = next((end for end in sides if "back" in faces_of(end.piece.name)), None)
        front = next((end for end in sides if "front" in faces_of(end.piece.name)), None)
        if back is None or front is None:
            continue
        # From one end of the whole: up the back to the shoulder, down the front (or the other way).
        first, second = _towards(back, "shoulder"), not _towards(front, "shoulder")
        yield _seam(name, (whole,), (back, front), {back: not first, front: not second}), why


def _towards(end: _End, name: str) -> bool:
    """Whether an edge, walked as it is drawn, ends at its neighbour of that name."""
    return name in end.after


def _runs_against(a: _End, b: _End) -> bool:
    """Whether b is walked backwards to begin at the end it shares with a: neighbours of the same name
    meet; without any, upper ends do."""
    straight = (a.before == b.before) + (a.after == b.after)
    crossed = (a.before == b.after) + (a.after == b.before)
    if straight != crossed:
        return crossed > straight
    down_a, down_b = a.end[1] - a.start[1], b.end[1] - b.start[1]
    return (down_a > 0) != (down_b > 0)


def _seam(
    name: str, a: tuple[_End, ...], b: tuple[_End, ...], backwards: dict[_End, bool]
) -> SeamInputs:
    return SeamInputs(
        name=name,
        a=tuple(end.side() for end in a),
        b=tuple(end.side(backwards=backwards.get(end, False)) for end in b),
    )


def _may_meet(a: _End, b: _End) -> bool:
    """Whether their places let two edges be sewn together: a facing follows the edge it faces; a seam that
    no name tells (a style line) joins two fronts or two backs."""
    parts = {part_of(a.piece.name), part_of(b.piece.name)}
    one, two = faces_of(a.piece.name), faces_of(b.piece.name)
    alike = not (one and two) or one == two
    if "facing" in parts:
        return a.place == b.place and a.place not in ("hem", "side") and alike
    if a.place == b.place == "neck":
        return bool(parts & {"collar", "band"})
    if a.place == b.place == "waist":
        return "body" in parts and len(parts) == 2 and alike
    if not may_be_sewn(a.place, b.place):
        return False
    return alike if a.place is None else not (one and one == two)


def _by_length(free: list[_End]) -> Iterator[tuple[SeamInputs, str]]:
    """Edges of different pieces that are equally long in every size, the longest first."""
    pairs = []
    for a, b in combinations(free, 2):
        if a.piece is b.piece or not a.role & b.role or a.lengths.keys() != b.lengths.keys():
            continue
        off = max((abs(a.lengths[size] - b.lengths[size]) for size in a.lengths), default=1e9)
        if not _may_meet(a, b):
            continue
        long = min(a.lengths.values(), default=0.0)
        if long >= WORTH_IT and off <= max(ALIKE, long * ALIKE_SHARE):
            pairs.append((-long, a, b))
    for _, a, b in sorted(pairs, key=lambda each: each[0]):
        name = f"{a.piece.name} {a.name} to {b.piece.name} {b.name}".lower()[:120]
        yield _seam(name, (a,), (b,), {b: _runs_against(a, b)}), "they are equally long"


def _fitted(seam: SeamInputs, why: str, ends: dict[tuple[int, int], _End]) -> SeamProposal | None:
    sides = [[ends.get((s.piece, s.edge)) for s in side] for side in (seam.a, seam.b)]
    if any(end is None for side in sides for end in side):
        return None
    totals = [
        {size: sum(end.lengths[size] for end in side if end) for size in side[0].lengths}
        for side in sides if side[0] is not None
    ]  # fmt: skip
    gaps = {size: totals[0][size] - totals[1].get(size, 0.0) for size in totals[0]}
    if not gaps:
        return None
    worst = max(gaps, key=lambda size: abs(gaps[size]))
    off = gaps[worst]
    first = next(iter(gaps))
    eased = seam.name == "sleeve seam" and 0 < gaps[first] <= MOST_EASE
    if eased:
        seam = seam.model_copy(update={"ease": round(gaps[first], 1)})
        off = max((gap - seam.ease for gap in gaps.values()), key=abs)
    fits = abs(off) <= FITS
    how = "they fit" if fits else f"they are {length_text(abs(off))} apart"
    if eased:
        how = f"the cap is {length_text(seam.ease)} longer, to be eased in"
    figures = [
        Figure(name=name, value=total[worst], text=length_text(total[worst]))
        for name, total in zip(("a", "b"), totals, strict=True)
    ]
    return SeamProposal(seam=seam, a=figures[0], b=figures[1], off=off, fits=fits,
                        sentence=f"{capital(why)}; {how}.")  # fmt: skip
