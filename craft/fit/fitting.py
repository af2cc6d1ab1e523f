"""Changes in order, replayed on the traced pieces; then the cutting lines and the walk."""

from dataclasses import replace

from craft.fit.darts.seen import darts_of, too_near
from craft.fit.inputs import FitInputs
from craft.fit.length.heights import by_height, by_measure
from craft.fit.length.length_findings import tight
from craft.fit.length.lines import lines_of, taking_height
from craft.fit.length.replayed import Offered
from craft.fit.length.target import straight_lines
from craft.fit.length.ways import offer
from craft.fit.limits import crowded
from craft.fit.mends import Mend, allowances, length_mends, notch_mend
from craft.fit.pieces.counts import all_counted
from craft.fit.replay import Replayed, replay
from craft.fit.seams.walk import SeamWalk, meetings, walk
from craft.fit.work import Work
from craft.fit.working import Fitted, WorkingPiece
from craft.measure.finding import gravest_first
from craft.pattern.cutting import cutting_line
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Shape
from craft.pick import Picked, PickInputs
from craft.shape.curve import Point
from craft.trace import Traced
from craft.trace.label import allowance_words, label
from craft.trace.notches import outward
from craft.trace.sums import reckon
from craft.trace.tracing import TracedPiece


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
    done = replay(begun, inputs.changes, offered, inputs.tolerances)
    work = _with_sums(done.work, traced)
    tolerances = inputs.tolerances
    walks, off = walk(work.pattern, work.shapes, work.names, tolerances.seam, work.cuts)
    guides = {piece.number for piece in traced.pieces if piece.guide}
    numbers = [number for number in work.shapes if number not in guides]
    straight = straight_lines(work.shapes, work.names)
    unequal, wider = allowances(work)
    said = done.findings + off + unequal
    said += [each for n in numbers for each in tight(n, work.names[n], work.shapes[n])]
    changed = {n for made in done.lengths for n in made.pieces}
    changed |= {n for made in done.made for n in made.pieces}
    said += crowded(work, changed)
    said += too_near(work.shapes, work.names, tolerances.bust)
    # What was cut in two, joined, opened or turned over is another piece: its old outline says nothing.
    other = {
        n for made in done.made if inputs.changes[made.index].another_piece for n in made.pieces
    }
    cuts = {n: _cuts(work.cuts[n], n, inputs.toile) for n in numbers}
    own = {piece.number: piece for piece in traced.pieces}
    return Fitted(
        pieces=tuple(_working(work, traced, own, n, cuts[n], done) for n in numbers),
        before={
            n: shape.outline for n, shape in begun.shapes.items()
            if n in work.shapes and n not in other and work.shapes[n].outline != shape.outline
        },
        darts_before={
            n: darts for n, shape in begun.shapes.items()
            if n in work.shapes and n not in other and (darts := _legs(shape)) != _legs(work.shapes[n])
        },
        changes=tuple(done.lengths),
        knit=pattern.knit,
        made=tuple(done.made),
        lines=tuple(
            offer(work.pattern, line, straight, offered.height,
                  offered.by_height.get(line.level), offered.by_measure.get(line.level))
            for line in lines_of(work.pattern, work.shapes, work.names)
        ),
        by_height=offered.by_height,
        by_measure=offered.by_measure,
        straight=straight,
        darts=darts_of(work.shapes, tolerances.bust),
        sewn=tuple(
            seam for seam in work.seams if all(r.piece in work.shapes for r in (*seam.a, *seam.b))
        ),
        seams=walks,
        meetings=meetings(work.pattern, work.shapes),
        mends=(*_mends(work, walks), *wider),
        counts=all_counted(cuts, work.names),
        size=work.size,
        tolerances=tolerances,
        findings=gravest_first(said),
    )  # fmt: skip


def replayed(
    pattern: Pattern, traced: Traced, picked: Picked, person: PickInputs, inputs: FitInputs
) -> Replayed:
    """The traced pieces with all changes made, without cutting lines and walk. Raises CraftError for a
    level no piece has."""
    begun = begin(pattern, traced)
    return replay(begun, inputs.changes, offered_for(begun, picked, person), inputs.tolerances)


def begin(pattern: Pattern, traced: Traced) -> Work:
    """The traced pieces, before anything is changed; the pattern's height is that of the size traced."""
    if traced.drawn_for != pattern.base_height:
        pattern = pattern.model_copy(update={"base_height": traced.drawn_for})
    return Work(
        drawn=pattern,
        seams=pattern.seams,
        shapes={piece.number: piece.shape for piece in traced.pieces},
        names={piece.number: piece.name for piece in traced.pieces},
        cuts={piece.number: piece.cuts for piece in traced.pieces},
        printed={piece.number: piece.printed for piece in traced.pieces},
        size=traced.size,
    )


def offered_for(work: Work, picked: Picked, person: PickInputs) -> Offered:
    """What the person's height and measures ask for at the lines the traced pieces have."""
    lines = lines_of(work.drawn, work.shapes, work.names)
    height = person.measurements.get("height")
    return Offered(
        height=height,
        by_height={}
        if height is None
        else by_height(work.drawn, taking_height(work.drawn, lines), work.shapes, height),
        by_measure=by_measure(work.drawn, tuple(line.level for line in lines), picked, person),
        lines=lines,
    )


def _with_sums(work: Work, traced: Traced) -> Work:
    """What is sewn to a changed edge changes with it; where that edge is gone, it stays as it was."""
    shapes, cuts = dict(work.shapes), dict(work.cuts)
    for each in traced.sums:
        if each.number not in shapes or any(
            ref.piece not in shapes or all(e.name != ref.edge for e in shapes[ref.piece].edges)
            for ref in each.along
        ):
            continue
        reckoned = reckon(each, shapes)
        shapes[each.number], cuts[each.number] = reckoned.shape, reckoned.cuts
    return replace(work, shapes=shapes, cuts=cuts)


def _cuts(cuts: tuple[Cut, ...], number: int, toile: tuple[int, ...] | None) -> tuple[Cut, ...]:
    """With a toile of the piece: cut once more as it is from the main cloth."""
    if toile is None or number not in toile:
        return cuts
    first = next((cut for cut in cuts if cut.role == "main"), cuts[0] if cuts else None)
    return cuts if first is None else (*cuts, first.model_copy(update={"role": "toile"}))


def _legs(shape: Shape) -> tuple[tuple[Point, ...], ...]:
    return tuple(mark.points for mark in shape.marks if mark.kind in ("dart", "double dart"))


def _mends(work: Work, walks: tuple[SeamWalk, ...]) -> tuple[Mend, ...]:
    """What can be done about seams that do not agree."""
    found: list[Mend | None] = []
    for each in walks:
        if not each.long_enough and not each.whole:
            off = each.difference.value
            found += length_mends(work, each.name, 0 if off > 0 else 1, abs(off))
        found += [notch_mend(work, each.name, name) for name in each.apart]
    return tuple(mend for mend in found if mend is not None)


def _working(
    work: Work,
    traced: Traced,
    own: dict[int, TracedPiece],
    number: int,
    cuts: tuple[Cut, ...],
    replayed: Replayed,
) -> WorkingPiece:
    shape, name = work.shapes[number], work.names[number]
    # What was cut off a piece is drawn anew, and its paper ends where that one's does.
    paper = own.get(number) or own.get(work.root(number))
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
        lengthened=round(replayed.gained.get(number, 0.0), 2),
        outward=outward(shape),
        printed=work.printed[number],
        line=line,
        on_cloth=on_cloth,
        label=label(number, name, traced.under, cuts, words, face_down=number in traced.face_down),
    )
