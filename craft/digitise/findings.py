"""What is wrong with what was entered, all at once and each at its place."""

from collections.abc import Iterator
from itertools import pairwise
from math import acos, degrees

from craft.digitise.drawn_darts import drawn_darts
from craft.digitise.entered import EnteredPiece
from craft.digitise.inputs import Outline, PatternInputs, PieceInputs
from craft.digitise.sheets import trusted
from craft.digitise.sized_piece import ShapedPiece
from craft.digitise.sizes import base_of, base_points
from craft.fit.seams.walk import walk
from craft.measure import Finding, Where, length_text
from craft.pattern.check_shape import shape_faults
from craft.pattern.counts import halves_cut_alone
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Piece, Shape
from craft.shape import path as paths
from craft.shape.curve import tangent_at
from craft.shape.pen import bounds

# A corner sharper than this was clicked by mistake, or is drawn sharper than paper shows (degrees).
SPIKE = 12.0
# Two pieces whose boxes and areas differ by less are the same one entered twice (mm, share).
ALIKE, ALIKE_AREA = 1.0, 0.002
# A size that is smaller than the one before it by more than this is out of order (share of the area).
SMALLER = 0.002
# A piece larger than this was entered in the wrong unit (mm).
HUGE = 4_000.0


def about_piece(
    piece: PieceInputs, outline: Outline, made: ShapedPiece, sizes: tuple[str, ...]
) -> list[Finding]:
    """Everything about one piece."""
    return list(_about_piece(piece, outline, made, sizes))


def _about_piece(
    piece: PieceInputs, outline: Outline, made: ShapedPiece, sizes: tuple[str, ...]
) -> Iterator[Finding]:
    who = f"Piece {piece.number}" + (f" ({piece.name})" if piece.name else "")
    where = Where(piece=str(piece.number))
    if not piece.name.strip():
        yield Finding(weight="doubt", what=f"{who} has no name yet.",
                      because="It goes into the pattern once it has one.",
                      mend="Name it as the paper or the garment does.", where=where)  # fmt: skip
    if not made.shapes:
        count = len(base_points(outline))
        if outline.nodes and count >= 3:
            what = f"{who}: its line is open; it has {count} points."
            mend = "Go on to the first point, or say that it closes."
        elif outline.nodes:
            what = f"{who}: its line has only {count} {'point' if count == 1 else 'points'} yet."
            mend = "Three points enclose cloth."
        else:
            what, mend = f"{who} has no outline yet.", "Set its points, or choose another way in."
        yield Finding(weight="doubt", what=what, because="All that is entered is kept.",
                      mend=mend, where=where)  # fmt: skip
        return
    if not piece.cuts and not piece.guide:
        yield Finding(weight="doubt", what=f"{who}: how many to cut, and from which cloth?",
                      because="Without it the piece is not laid.",
                      mend="Say the number and the cloth, or call it a guide.", where=where)  # fmt: skip
    if made.grain and not piece.guide:
        yield Finding(weight="note" if made.grain_sure else "doubt",
                      what=f"{who}: the grain is taken along {made.grain}.",
                      because="No grain line was set." if made.grain_sure else
                      "Nothing shows how the cloth is to run: no fold, no centre, no edge that stands.",
                      mend="Set one where the paper shows another." if made.grain_sure else
                      "Set the grain line; cut aslant the piece would stretch and hang otherwise.",
                      where=where)  # fmt: skip
    yield from _half_alone(piece, made, who)
    for dart in drawn_darts(piece):
        yield Finding(weight="doubt", what=f"{who}: {dart.sentence[:1].lower()}{dart.sentence[1:]}",
                      because="Left in the outline it would be cut out, and its seam never closed.",
                      mend="Make it one: the outline then runs over its mouth and its cap is folded.",
                      where=where)  # fmt: skip
    yield from _shapes(piece, made, sizes, who)
    if len(sizes) > 1:
        yield from _sizes(outline, made, sizes, who, where)


def _half_alone(piece: PieceInputs, made: ShapedPiece, who: str) -> Iterator[Finding]:
    """A fold edge and what is cut contradict each other: half a piece, nothing to sew at its middle."""
    alone = halves_cut_alone(piece.cuts, next(iter(made.shapes.values())))
    fold = next((edge.name for edge in made.edges if edge.kind == "fold"), "")
    for cut in alone:
        yield Finding(
            weight="fault",
            what=f"{who}: its {fold} is a fold, but from the {cut.role} it is not cut on the fold.",
            because="Only half of it would come out, without an allowance at its middle.",
            mend="Say that it is cut on the fold, or that this edge is a seam.",
            where=Where(piece=str(piece.number), edge=fold),
        )


def _shapes(
    piece: PieceInputs, made: ShapedPiece, sizes: tuple[str, ...], who: str
) -> Iterator[Finding]:
    cuts: tuple[Cut, ...] = piece.cuts
    whole = Piece(number=piece.number, name=piece.name.strip() or "unnamed", cuts=cuts, shapes={})
    views = set(piece.views) | {view for mark in piece.marks for view in mark.views}
    for size in sizes:
        shape = made.shapes[size]
        for sentence, place in shape_faults(whole, shape, size, views, ""):
            text = sentence if len(sizes) > 1 else sentence.replace(f" in size {size}", "")
            text = text.replace(f"Piece {piece.number} (unnamed)", who)
            yield Finding(weight="fault", what=text, where=_place(piece, shape, place))
        x0, y0, x1, y1 = bounds(shape.outline)
        if max(x1 - x0, y1 - y0) > HUGE:
            yield Finding(
                weight="doubt",
                what=f"{who} is {length_text(max(x1 - x0, y1 - y0))} long.",
                because="That is longer than any garment.",
                mend="Check the unit, or the scale of the picture.",
                where=Where(piece=str(piece.number)),
            )
    yield from _spikes(piece, made.shapes[sizes[0]], who)


def _spikes(piece: PieceInputs, shape: Shape, who: str) -> Iterator[Finding]:
    for index, edge in enumerate(shape.edges):
        before = shape.edges[index - 1]
        if "dart" in (edge.kind, before.kind) or not edge.path or not before.path:
            continue
        (ax, ay), (bx, by) = tangent_at(before.path[-1], 1), tangent_at(edge.path[0], 0)
        inner = 180 - degrees(acos(max(-1.0, min(1.0, ax * bx + ay * by))))
        if inner < SPIKE:
            yield Finding(
                weight="doubt",
                what=f"{who}: the corner between “{before.name}” and “{edge.name}” is only "
                f"{inner:.0f} degrees.",
                because="Paper hardly shows a corner so sharp; a point may be out of its place.",
                mend="Look at the point there.",
                where=Where(piece=str(piece.number), edge=edge.name),
            )


def _sizes(
    outline: Outline, made: ShapedPiece, sizes: tuple[str, ...], who: str, where: Where
) -> Iterator[Finding]:
    drawn = [size for size in sizes if size in outline.lines]
    missing = [size for size in sizes if size not in drawn]
    if missing and len(drawn) == 1:
        yield Finding(weight="note", what=f"{who} is the same in all sizes.",
                      because=f"Its line was entered once, in size {drawn[0]}.",
                      mend="Pull its points to the next line where it is not.", where=where)  # fmt: skip
    elif missing:
        yield Finding(weight="doubt", what=f"{who} has no line in {', '.join(missing)}.",
                      because=f"It is as in size {base_of(outline)} there.",
                      mend="Pull its points, or shift its corners.", where=where)  # fmt: skip
    areas = {size: paths.area(made.shapes[size].outline) for size in sizes}
    for smaller, larger in pairwise(sizes):
        if areas[larger] < areas[smaller] * (1 - SMALLER):
            yield Finding(
                weight="doubt",
                what=f"{who}: size {larger} is smaller than size {smaller}.",
                because="Sizes ascend in the order of the table.",
                mend="The two lines may be exchanged.",
                where=where,
            )


def _place(piece: PieceInputs, shape: Shape, place: str) -> Where:
    parts = place.strip(".").split(".")
    where = {"piece": str(piece.number)}
    if len(parts) > 1 and parts[1].isdigit():
        at = int(parts[1])
        if parts[0] == "edges":
            where["edge"] = shape.edges[at].name
        elif parts[0] == "marks":
            where["mark"] = shape.marks[at].id
    return Where(**where)


def about_whole(
    inputs: PatternInputs, pieces: tuple[EnteredPiece, ...], pattern: Pattern | None
) -> list[Finding]:
    """Everything about pieces together: numbers, likeness, seams."""
    found = list(_numbers(inputs))
    found += _alike(pieces, inputs.all_sizes[0])
    found += _missing_sides(inputs, pieces)
    found += _from_pictures(inputs)
    if pattern is not None:
        found += _apart(pattern)
    return found


def _from_pictures(inputs: PatternInputs) -> list[Finding]:
    """How far pieces traced over a picture may be off: a fault where that is too much to cut by."""
    numbers = {piece.id: piece.number for piece in inputs.pieces}
    return [
        finding.model_copy(update={"where": Where(piece=str(numbers[id]))})
        for sheet in inputs.sheets
        if not sheet.drawn
        for id, said in trusted(sheet, inputs.pieces).items()
        for finding in said
    ]


def _numbers(inputs: PatternInputs) -> Iterator[Finding]:
    seen: dict[int, str] = {}
    for piece in inputs.pieces:
        if piece.number in seen:
            yield Finding(weight="fault", what=f"Two pieces have the number {piece.number}.",
                          because="Lists and seams name a piece by its number.",
                          mend="Give one of them another number.",
                          where=Where(piece=str(piece.number)))  # fmt: skip
        seen[piece.number] = piece.name


def _alike(pieces: tuple[EnteredPiece, ...], size: str) -> Iterator[Finding]:
    known: list[tuple[EnteredPiece, float, float, float]] = []
    for made in pieces:
        shape = made.shaped.shapes.get(size)
        if shape is None:
            continue
        x0, y0, x1, y1 = bounds(shape.outline)
        wide, high, area = x1 - x0, y1 - y0, paths.area(shape.outline)
        for other, w, h, a in known:
            if (
                abs(w - wide) < ALIKE and abs(h - high) < ALIKE
                and abs(a - area) < ALIKE_AREA * area
                and {cut.role for cut in other.cuts} & {cut.role for cut in made.cuts}
            ):  # fmt: skip
                yield Finding(
                    weight="doubt",
                    what=f"Pieces {other.number} and {made.number} have the same outline.",
                    because="One of them may have been entered twice.",
                    mend="Take one away, or name both so that they cannot be mistaken.",
                    where=Where(piece=str(made.number), other=str(other.number)),
                )
        known.append((made, wide, high, area))


def _missing_sides(inputs: PatternInputs, pieces: tuple[EnteredPiece, ...]) -> Iterator[Finding]:
    by_id = {made.id: made for made in pieces}
    for number, seam in enumerate(inputs.seams, 1):
        name = seam.name.strip() or f"seam {number}"
        for side in (*seam.a, *seam.b):
            made = by_id.get(side.piece)
            what = ""
            if made is None:
                what = f"The {name} names a piece that is gone."
            elif made.shaped.shapes and side.edge not in made.shaped.edge_ids:
                what = f"The {name} names an edge that piece {made.number} has no more."
            if what:
                yield Finding(weight="doubt", what=what, because="The seam is left out meanwhile.",
                              mend="Name it anew, or take the seam out.",
                              where=Where(mark=f"seam {number}"))  # fmt: skip
                break


def _apart(pattern: Pattern) -> Iterator[Finding]:
    """Partner edges of unlike lengths and notches that do not meet, said once for all sizes."""
    names = {piece.number: piece.name for piece in pattern.pieces}
    said: set[str] = set()
    for size in pattern.table.sizes:
        shapes = {
            piece.number: piece.shapes[size] for piece in pattern.pieces if size in piece.shapes
        }
        for finding in walk(pattern, shapes, names)[1]:
            key = finding.where.model_dump_json() + finding.what.split(":")[0] + finding.weight
            if key in said:
                continue
            said.add(key)
            what = finding.what
            if not pattern.table.only:
                what = f"{what.rstrip('.')} in size {size}."
            yield finding.model_copy(update={"what": what, "weight": "doubt"})
