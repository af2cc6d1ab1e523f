"""Changes in order, replayed on the traced pieces; then the cutting lines and the walk."""

from craft.fit.darts import darts_of
from craft.fit.heights import by_height, by_measure
from craft.fit.inputs import FitInputs
from craft.fit.lines import lines_of, taking_height
from craft.fit.replay import Offered, replay
from craft.fit.said import tight
from craft.fit.target import straight_lines
from craft.fit.walk import meetings, walk
from craft.fit.ways import offer
from craft.fit.working import Fitted, WorkingPiece
from craft.measure.finding import gravest_first
from craft.pattern.cutting import cutting_line
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Shape
from craft.pick import Picked, PickInputs
from craft.trace import Traced, TracedPiece
from craft.trace.notches import outward
from craft.trace.sums import reckon


def fit(
    pattern: Pattern, traced: Traced, picked: Picked, person: PickInputs, inputs: FitInputs
) -> Fitted:
    """Replay the changes on the traced pieces.

    A change that cannot be made here (no height known, too little below the line) is left out with
    a fault, since the size may change long after it was entered. Raises CraftError for a level no
    piece has.
    """
    shapes = {piece.number: piece.shape for piece in traced.pieces}
    names = {piece.number: piece.name for piece in traced.pieces}
    before = {number: shape.outline for number, shape in shapes.items()}
    lines = lines_of(pattern, shapes)
    height = person.measurements.get("height")
    offered = Offered(
        height=height,
        by_height={}
        if height is None
        else by_height(pattern, taking_height(pattern, lines), shapes, height),
        by_measure=by_measure(pattern, tuple(line.level for line in lines), picked, person),
        lines=lines,
    )
    replayed = replay(pattern, shapes, names, inputs.changes, offered)
    shapes = replayed.shapes
    cuts = {piece.number: piece.cuts for piece in traced.pieces}
    for each in traced.sums:  # what is sewn to a changed edge changes with it
        reckoned = reckon(each, shapes)
        shapes[each.number], cuts[each.number] = reckoned.shape, reckoned.cuts
    walks, off = walk(pattern, shapes, names)
    pieces = tuple(
        _working(piece, shapes[piece.number], cuts[piece.number], replayed.gained[piece.number])
        for piece in traced.pieces
        if not piece.guide
    )
    straight = straight_lines(shapes, names)
    tight_ones = [each for p in pieces for each in tight(p.number, p.name, p.shape)]
    return Fitted(
        pieces=pieces,
        before={n: line for n, line in before.items() if shapes[n].outline != line},
        changes=tuple(replayed.changes),
        lines=tuple(
            offer(
                pattern,
                line,
                straight,
                height,
                offered.by_height.get(line.level),
                offered.by_measure.get(line.level),
            )
            for line in lines
        ),
        by_height=offered.by_height,
        by_measure=offered.by_measure,
        straight=straight,
        darts=darts_of(shapes),
        made_darts=tuple(replayed.darts),
        seams=walks,
        meetings=meetings(pattern, shapes),
        findings=gravest_first(replayed.findings + off + tight_ones),
    )


def _working(
    piece: TracedPiece, shape: Shape, cuts: tuple[Cut, ...], gained: float
) -> WorkingPiece:
    # Made from what was checked before; checking every curve again would take as long as making it.
    return WorkingPiece.model_construct(
        number=piece.number,
        name=piece.name,
        cuts=cuts,
        shape=shape,
        cutting=cutting_line(shape),
        lengthened=round(gained, 2),
        outward=outward(shape),
        printed=piece.printed,
    )
