"""The whole pattern out of everything entered: the craft's Pattern, what is wrong, what is missing.

A piece whose line is an outline is in the pattern, whatever else is missing; one that contradicts
itself is left out until it is mended, and its place on the board and all that was entered stay.
"""

from functools import lru_cache

from craft.digitise import garment, sums
from craft.digitise.abilities import Ability, abilities
from craft.digitise.entered import EnteredPiece, lengths_of, seam_of
from craft.digitise.findings import about_piece, about_whole
from craft.digitise.inputs import Outline, PatternInputs, PieceInputs
from craft.digitise.levels import led_to_partners
from craft.digitise.sized_piece import ShapedPiece, sized_piece
from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where
from craft.measure.finding import gravest_first
from craft.pattern.checks import faults_of
from craft.pattern.pattern import Pattern, SizeTable, Source, View
from craft.pattern.piece import Piece


class Digitised(Frozen):
    """``pattern``: None while no piece can be used. ``findings``: everything there is to look at."""

    pattern: Pattern | None
    pieces: tuple[EnteredPiece, ...]
    findings: tuple[Finding, ...]
    abilities: tuple[Ability, ...]


def digitise(inputs: PatternInputs) -> Digitised:
    """Work out what was entered; never fails."""
    sizes = inputs.all_sizes
    entered: dict[int, EnteredPiece] = {}
    parts = garment.trued(inputs.pieces)
    found: list[Finding] = []
    # Sums may take the length of edges of other pieces, so they come after those.
    for piece in sorted(inputs.pieces, key=lambda each: each.drawn.way == "sum"):
        if piece.id in parts:
            piece = piece.model_copy(update={"drawn": parts[piece.id]})
        made, said = _entered(piece, inputs, sizes, entered)
        entered[piece.id] = made
        found += said
    in_order = tuple(entered[piece.id] for piece in inputs.pieces)
    in_order = _numbered_once(in_order)
    usable = tuple(made for made in in_order if made.usable)
    pattern = _pattern(inputs, usable, sizes) if usable else None
    if pattern is not None:
        faults = faults_of(pattern, shapes=False)  # every shape has been looked at
        told = {finding.what for finding in found}
        found += [
            Finding(weight="fault", what=sentence, where=_where(place, pattern))
            for sentence, place in faults
            if sentence not in told
        ]
        if faults:
            pattern = None
    found += about_whole(inputs, in_order, pattern)
    return Digitised(
        pattern=pattern, pieces=in_order, findings=gravest_first(found),
        abilities=abilities(inputs, in_order, pattern),
    )  # fmt: skip


def _numbered_once(pieces: tuple[EnteredPiece, ...]) -> tuple[EnteredPiece, ...]:
    """Of pieces with one number only the first can be used."""
    seen: set[int] = set()
    made = []
    for piece in pieces:
        again = piece.number in seen
        seen.add(piece.number)
        made.append(piece.model_copy(update={"usable": False}) if again else piece)
    return tuple(made)


def _entered(
    piece: PieceInputs, inputs: PatternInputs, sizes: tuple[str, ...],
    others: dict[int, EnteredPiece],
) -> tuple[EnteredPiece, list[Finding]]:  # fmt: skip
    findings: list[Finding] = []
    working: tuple[Figure, ...] = ()
    if isinstance(piece.drawn, Outline):
        outline = piece.drawn
    elif piece.drawn.way == "garment":
        drawn = garment.draw(piece.drawn, piece.number)
        outline, working, piece = drawn.outline, drawn.working, drawn.over(piece)
        findings += drawn.findings
    else:
        summed = sums.draw(piece.drawn, piece.number, lambda side: lengths_of(side, others), sizes)
        outline, working, piece = summed.outline, summed.working, summed.over(piece)
        findings += summed.findings
    drawn_piece = piece.model_copy(update={"drawn": outline})
    key = _Key(drawn_piece.model_dump_json(), drawn_piece)
    made = _looked_at(key, sizes, inputs.seam, inputs.hem)
    findings += made.findings
    usable = (
        bool(made.shapes)
        and bool(piece.name.strip())
        and not any(finding.weight == "fault" for finding in findings)
    )
    return (
        EnteredPiece(
            id=piece.id, number=piece.number, name=piece.name, outline=outline, shaped=made,
            cuts=piece.cuts, usable=usable, working=working,
        ),
        findings,
    )  # fmt: skip


class _Key:
    """A piece, remembered by its text: models with dictionaries have no hash of their own."""

    def __init__(self, text: str, piece: PieceInputs) -> None:
        self.text, self.piece = text, piece

    def __hash__(self) -> int:
        return hash(self.text)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Key) and self.text == other.text


@lru_cache(maxsize=512)  # an edit leaves most pieces as they are
def _looked_at(key: _Key, sizes: tuple[str, ...], seam: float, hem: float) -> ShapedPiece:
    """A piece with an outline in all sizes, with everything there is to say about it alone."""
    piece = key.piece
    assert isinstance(piece.drawn, Outline)
    made = sized_piece(piece, piece.drawn, sizes, seam, hem)
    said = about_piece(piece, piece.drawn, made, sizes)
    return made.model_copy(update={"findings": (*made.findings, *said)})


def _pattern(
    inputs: PatternInputs, usable: tuple[EnteredPiece, ...], sizes: tuple[str, ...]
) -> Pattern:
    by_id = {made.id: made for made in usable}
    seams = (seam_of(seam, by_id, k) for k, seam in enumerate(inputs.seams, 1))
    given = {piece.id: piece for piece in inputs.pieces}
    traced = {sheet.id for sheet in inputs.sheets if not sheet.drawn}
    made = Pattern(
        name=inputs.name,
        garment=inputs.garment.strip() or inputs.name,
        source=Source(publication=inputs.publication, issue=inputs.issue, number=inputs.number),
        base_height=inputs.base_height,
        length_share=inputs.length_share,
        allowance_included=inputs.allowance_included,
        knit=inputs.knit,
        table=SizeTable(sizes=sizes, rows=inputs.rows),
        views=inputs.views or (View(id="A", name=inputs.garment.strip() or inputs.name),),
        pieces=tuple(_piece(made, given[made.id], traced) for made in usable),
        seams=tuple(seam for seam in seams if seam is not None),
        notions=inputs.notions,
        notes=inputs.notes,
        home_print=inputs.home_print,
    )
    return led_to_partners(made)


def _piece(made: EnteredPiece, given: PieceInputs, traced: set[int]) -> Piece:
    facts = given.facts | {"no_paper": given.no_paper or without_paper(given, traced)}
    return Piece(
        number=made.number, name=made.name, cuts=made.cuts, shapes=made.shaped.shapes, **facts
    )


def without_paper(piece: PieceInputs, traced: set[int]) -> bool:
    """Whether a piece was entered from what may not be cut: a picture of a sheet (one of ``traced``), a
    garment, sums."""
    return piece.sheet in traced or not isinstance(piece.drawn, Outline)


def _where(place: str, pattern: Pattern) -> Where:
    """The piece, edge or mark a fault of the whole pattern is about."""
    parts = place.split(".")
    if parts[0] != "pieces" or len(parts) < 2:
        return Where(mark=parts[0])
    piece = pattern.pieces[int(parts[1])]
    where = {"piece": str(piece.number)}
    if len(parts) > 5 and parts[2] == "shapes" and parts[3] in piece.shapes:
        shape = piece.shapes[parts[3]]
        at = int(parts[5]) if parts[5].isdigit() else 0
        if parts[4] == "edges":
            where["edge"] = shape.edges[at].name
        elif parts[4] == "marks":
            where["mark"] = shape.marks[at].id
    return Where(**where)
