"""Changes in order, replayed on the traced pieces; then the cutting lines and the walk."""

from craft.fit.apply_changes import Applied, apply_changes
from craft.fit.darts.dart_offers import darts_of, too_near
from craft.fit.draft import Draft
from craft.fit.inputs import FitInputs
from craft.fit.length.apply_length import Offered
from craft.fit.length.heights import by_height, by_measure
from craft.fit.length.length_findings import tight
from craft.fit.length.lines import lines_of, taking_height
from craft.fit.length.target import straight_lines
from craft.fit.length.ways import offer
from craft.fit.limits import crowded
from craft.fit.mends import Mend, allowances, length_mends, notch_mend
from craft.fit.pieces.counts import all_counted
from craft.fit.result import Fitted, WorkingPiece
from craft.fit.seams.walk import SeamWalk, meetings, walk
from craft.fit.sums_followed import sums_followed
from craft.measure.finding import gravest_first
from craft.pattern.cutting import cutting_line
from craft.pattern.marks import DARTS
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Shape
from craft.pick import Picked, PickInputs
from craft.shape.curve import Point
from craft.trace import Traced
from craft.trace.label import allowance_words, label
from craft.trace.result import TracedPiece


def fit(
    pattern: Pattern, traced: Traced, picked: Picked, person: PickInputs, inputs: FitInputs
) -> Fitted:
    """Replay the changes on the traced pieces.

    A change that cannot be made here (no height known, too little below the line) is left out with
    a fault, since the size may change long after it was entered. Raises CraftError for a level no
    piece has.
    """
    begun = begin(pattern, traced)
    offered = offered_for(begun, picked, person)
    done = apply_changes(begun, inputs.changes, offered, inputs.tolerances)
    draft, left = sums_followed(done.draft, traced)
    tolerances = inputs.tolerances
    walks, off = walk(draft.pattern, draft.shapes, draft.names, tolerances.seam, draft.cuts)
    guides = {piece.number for piece in traced.pieces if piece.guide}
    numbers = [number for number in draft.shapes if number not in guides]
    straight = straight_lines(draft.shapes, draft.names)
    unequal, wider = allowances(draft)
    findings = done.findings + left + off + unequal
    findings += [each for n in numbers for each in tight(n, draft.names[n], draft.shapes[n])]
    changed = {n for made in done.lengths for n in made.pieces}
    changed |= {n for made in done.made for n in made.pieces}
    findings += crowded(draft, changed)
    findings += too_near(draft.shapes, draft.names, tolerances.bust)
    # What was cut in two, joined, opened or turned over is another piece: its old outline says nothing.
    other = {
        n for made in done.made if inputs.changes[made.index].another_piece for n in made.pieces
    }
    cuts = {n: _cuts(draft.cuts[n], n, inputs.toile) for n in numbers}
    own = {piece.number: piece for piece in traced.pieces}
    return Fitted(
        pieces=tuple(_working(draft, traced, own, n, cuts[n], done) for n in numbers),
        before={
            n: shape.outline for n, shape in begun.shapes.items()
            if n in draft.shapes and n not in other and draft.shapes[n].outline != shape.outline
        },
        darts_before={
            n: darts for n, shape in begun.shapes.items()
            if n in draft.shapes and n not in other and (darts := _legs(shape)) != _legs(draft.shapes[n])
        },
        changes=tuple(done.lengths),
        knit=pattern.knit,
        made=tuple(done.made),
        lines=tuple(
            offer(draft.pattern, line, straight, offered.height,
                  offered.by_height.get(line.level), offered.by_measure.get(line.level))
            for line in lines_of(draft.pattern, draft.shapes, draft.names)
        ),
        by_height=offered.by_height,
        by_measure=offered.by_measure,
        straight=straight,
        darts=darts_of(draft.shapes, tolerances.bust),
        sewn=tuple(
            seam for seam in draft.seams if all(r.piece in draft.shapes for r in (*seam.a, *seam.b))
        ),
        seams=walks,
        meetings=meetings(draft.pattern, draft.shapes),
        mends=(*_mends(draft, walks), *wider),
        counts=all_counted(cuts, draft.names),
        size=draft.size,
        tolerances=tolerances,
        findings=gravest_first(findings),
    )  # fmt: skip


def changed_draft(
    pattern: Pattern, traced: Traced, picked: Picked, person: PickInputs, inputs: FitInputs
) -> Applied:
    """The traced pieces with all changes made, without cutting lines and walk. Raises CraftError for a
    level no piece has."""
    begun = begin(pattern, traced)
    return apply_changes(
        begun, inputs.changes, offered_for(begun, picked, person), inputs.tolerances
    )


def begin(pattern: Pattern, traced: Traced) -> Draft:
    """The traced pieces, before anything is changed; the pattern's height is that of the size traced."""
    if traced.drawn_for != pattern.base_height:
        pattern = pattern.model_copy(update={"base_height": traced.drawn_for})
    return Draft(
        drawn=pattern,
        seams=pattern.seams,
        shapes={piece.number: piece.shape for piece in traced.pieces},
        names={piece.number: piece.name for piece in traced.pieces},
        cuts={piece.number: piece.cuts for piece in traced.pieces},
        printed={piece.number: piece.printed for piece in traced.pieces},
        size=traced.size,
    )


def offered_for(draft: Draft, picked: Picked, person: PickInputs) -> Offered:
    """What the person's height and measures ask for at the lines the traced pieces have."""
    lines = lines_of(draft.drawn, draft.shapes, draft.names)
    height = person.measurements.get("height")
    return Offered(
        height=height,
        by_height={}
        if height is None
        else by_height(draft.drawn, taking_height(draft.drawn, lines), draft.shapes, height),
        by_measure=by_measure(draft.drawn, tuple(line.level for line in lines), picked, person),
        lines=lines,
    )


def _cuts(cuts: tuple[Cut, ...], number: int, toile: tuple[int, ...] | None) -> tuple[Cut, ...]:
    """With a toile of the piece: cut once more as it is from the main cloth."""
    if toile is None or number not in toile:
        return cuts
    first = next((cut for cut in cuts if cut.role == "main"), cuts[0] if cuts else None)
    return cuts if first is None else (*cuts, first.model_copy(update={"role": "toile"}))


def _legs(shape: Shape) -> tuple[tuple[Point, ...], ...]:
    return tuple(mark.points for mark in shape.marks if mark.kind in DARTS)


def _mends(draft: Draft, walks: tuple[SeamWalk, ...]) -> tuple[Mend, ...]:
    """What can be done about seams that do not agree."""
    found: list[Mend | None] = []
    for each in walks:
        if not each.long_enough and not each.whole:
            off = each.difference.value
            found += length_mends(draft, each.name, 0 if off > 0 else 1, abs(off))
        found += [notch_mend(draft, each.name, name) for name in each.apart]
    return tuple(mend for mend in found if mend is not None)


def _working(
    draft: Draft,
    traced: Traced,
    own: dict[int, TracedPiece],
    number: int,
    cuts: tuple[Cut, ...],
    changed_draft: Applied,
) -> WorkingPiece:
    shape, name = draft.shapes[number], draft.names[number]
    # What was cut off a piece is drawn anew, and its paper ends where that one's does.
    paper = own.get(number) or own.get(draft.root(number))
    line = paper.line if paper else traced.line
    on_cloth = paper.on_cloth if paper else ()
    included = number in own and own[number].included
    words = allowance_words(shape, included, line, on_cloth)
    # Made from what was checked before; checking every curve again would take as long as making it.
    return WorkingPiece.model_construct(
        number=number,
        name=name,
        cuts=cuts,
        shape=shape,
        cutting=cutting_line(shape),
        lengthened=round(changed_draft.gained.get(number, 0.0), 2),
        printed=draft.printed[number],
        line=line,
        on_cloth=on_cloth,
        label=label(number, name, traced.under, cuts, words, face_down=number in traced.face_down),
    )
