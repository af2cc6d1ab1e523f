"""Every edge's allowance: the pattern's own, one's own, or what a kind of seam sums up to."""

from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.caps import capped
from craft.pattern.pattern import Pattern, Seam
from craft.pattern.piece import Piece, Shape
from craft.pick import Original
from craft.pick.original import carries_allowances
from craft.shape import path as paths
from craft.trace.inputs import edge_key
from craft.trace.seam_kinds import Sewn, kind, proposed

# A width that so much of all seams has is no exception (share of their length).
A_GOOD_PART = 0.1
# A piece's number and the name of one of its edges.
EdgeName = tuple[int, str]


class AllowanceRule(Frozen):
    """What sets the allowance of seams or of hems. ``chosen`` "": the pattern's own stands.
    ``proposal``: the kind the cloth asks for, with its reason and its sum."""

    sewn: Sewn
    chosen: str
    allowance: Figure | None
    proposal: str
    because: str
    proposed_allowance: Figure | None


def rule_for(sewn: Sewn, chosen: str, traits: tuple[str, ...]) -> AllowanceRule:
    """The rule in force and what the main cloth would have instead."""
    known, asked = kind(chosen), proposed(sewn, traits)
    return AllowanceRule(
        sewn=sewn,
        chosen=known.name if known else "",
        allowance=known.allowance if known else None,
        proposal=asked[0].name if asked else "",
        because=f"The cloth: {asked[1]}. {asked[0].because}" if asked else "",
        proposed_allowance=asked[0].allowance if asked else None,
    )


def kept_narrow(seams: tuple[Seam, ...], shapes: dict[int, Shape]) -> frozenset[EdgeName]:
    """Seam edges that the pattern keeps narrower than its plain seams on purpose (bindings, faced
    edges, ends of bands), with all that is sewn to them: they do not follow a wish for plain seams.

    The plain width is the widest that a good part of the seam length in the set has (mm).
    """
    widths: dict[float, float] = {}
    own: dict[EdgeName, float] = {}
    for number, shape in shapes.items():
        for edge in shape.edges:
            if edge.kind == "seam":
                own[number, edge.name] = edge.allowance
                size = paths.length(edge.path)
                widths[edge.allowance] = widths.get(edge.allowance, 0.0) + size
    if not widths:
        return frozenset()
    total = sum(widths.values())
    usual = [width for width, size in widths.items() if size >= total * A_GOOD_PART]
    plain = max(usual or widths)
    narrow = {name for name, width in own.items() if width < plain}
    groups = [{(ref.piece, ref.edge) for ref in (*s.a, *s.b)} & own.keys() for s in seams]
    grown = True
    while grown:  # what is sewn to something narrow is as narrow, round every corner
        grown = False
        for group in groups:
            if group & narrow and not group <= narrow:
                narrow |= group
                grown = True
    return frozenset(narrow)


def with_allowances(
    shape: Shape,
    piece: int,
    plain: float | None,
    hem: float | None,
    edges: dict[str, float],
    narrow: frozenset[EdgeName] = frozenset(),
) -> Shape:
    """The shape with its allowances set (mm).

    ``plain`` replaces the allowance of seams, of ``narrow`` ones only where it is narrower still;
    ``hem`` sets every hem; ``edges`` names single edges as “number/edge name”. The cap of a dart
    takes the allowance of the edge it interrupts.
    """
    if plain is None and hem is None and not edges:
        return capped(shape)
    made = []
    for edge in shape.edges:
        wanted: float | None = edges.get(edge_key(piece, edge.name))
        if wanted is None and edge.kind == "hem":
            wanted = hem
        if wanted is None and plain is not None and edge.kind == "seam":
            kept = (piece, edge.name) in narrow and edge.allowance <= plain
            wanted = None if kept else plain
        if wanted is not None and edge.kind not in ("fold", "dart"):
            edge = edge.model_copy(update={"allowance": wanted})
        made.append(edge)
    return capped(shape.model_copy(update={"edges": tuple(made)}))


def judge_partners(
    seams: tuple[Seam, ...], shapes: dict[int, Shape], names: dict[int, str]
) -> list[Finding]:
    """Seams whose two sides carry different allowances."""
    found = []
    for seam in seams:
        refs = [ref for ref in (*seam.a, *seam.b) if ref.piece in shapes]
        if not all(any(ref in side for ref in refs) for side in (seam.a, seam.b)):
            continue
        widths = {
            (ref.piece, ref.edge): edge.allowance
            for ref in refs
            if (edge := shapes[ref.piece].edge(ref.edge)).kind in ("seam", "finish")
        }
        if len(set(widths.values())) < 2:
            continue
        text = ", ".join(
            f"{names[piece].lower()} {edge} {length_text(mm)}"
            for (piece, edge), mm in widths.items()
        )
        piece, name = min(widths, key=lambda each: widths[each])
        found.append(
            Finding(
                weight="doubt",
                what=f"{seam.name.capitalize()}: the allowances differ ({text}).",
                because="Sewn with their cut edges even, one side would be sewn on the wrong line.",
                mend="Give both sides the same allowance, or mark the stitching line on both.",
                where=Where(piece=str(piece), edge=name),
            )
        )
    return found


def judge_allowances(
    pattern: Pattern, pieces: tuple[Piece, ...], original: Original, lines: dict[int, str]
) -> list[Finding]:
    """Sets in which some pieces carry their allowance and others do not."""
    found = []
    state = {piece.number: carries_allowances(pattern, piece, original) for piece in pieces}
    for said, among, without in (
        ("on the original", len(state), [n for n, included in state.items() if not included]),
        ("on your paper", len(lines), [n for n, line in lines.items() if line == "stitching"]),
    ):
        if without and len(without) < among:
            numbers = ", ".join(str(number) for number in without)
            one, rest = len(without) == 1, among - len(without)
            ends = f"piece {numbers} ends" if one else f"pieces {numbers} end"
            found.append(
                Finding(
                    weight="doubt",
                    what=f"A mixed set: {said}, {ends} at the stitching line, the "
                    f"{'other' if rest == 1 else 'others'} at the cutting line.",
                    because="An allowance is easily added twice, or not at all.",
                    mend="Write it large on every piece, or use one line for all of them.",
                    where=Where(piece=str(without[0])),
                )
            )
    return found
