"""The traced pieces: the picked sizes brought forward, nothing forgotten."""

from typing import Any

from craft.errors import CraftError
from craft.measure import Finding, Where
from craft.pattern.counts import halves_cut_alone, opened_cuts
from craft.pattern.hands import printed_hand
from craft.pattern.marks import Mark
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Cut, Piece, Shape
from craft.pick import Picked, shape_of
from craft.pick.original import carries_allowances
from craft.trace.allowances import (
    judge_allowances,
    judge_partners,
    kept_narrow,
    rule_for,
    with_allowances,
)
from craft.trace.girths import what_if
from craft.trace.inputs import Ahead, Line, TraceInputs, edges_of
from craft.trace.label import allowance_words, heading, label
from craft.trace.offered import extra_notches, offered_levels
from craft.trace.opened import OTHER, opened
from craft.trace.result import Traced, TracedPiece
from craft.trace.sums import SumPiece, reckon
from craft.trace.todo import todo
from craft.trace.treatment import advise


def trace(
    pattern: Pattern, picked: Picked, inputs: TraceInputs, ahead: Ahead | None = None
) -> Traced:
    """Trace the making's pieces in the picked sizes. Raises CraftError naming the input at fault."""
    ahead = ahead or Ahead()
    traits = ahead.traits.get("main", ())
    seams = rule_for("seam", inputs.kinds.get("seam", ""), traits)
    hems = rule_for("hem", inputs.kinds.get("hem", ""), traits)
    plain = seams.allowance.value if seams.allowance else inputs.allowance
    hem = hems.allowance.value if hems.allowance else None
    originals = tuple(
        piece
        for piece in pattern.in_view(picked.view, picked.borrowed)
        if piece.number not in picked.original.missing
    )
    _check(inputs, pattern)
    wholes = {piece.number: shape_of(pattern, piece, picked) for piece in originals}
    narrow = kept_narrow(pattern.seams, wholes) if plain is not None else frozenset()
    pieces, halves = [], {}
    under = heading(pattern, picked, inputs, ahead)
    for piece in originals:
        whole = wholes[piece.number]
        marks = pattern.marks(whole, picked.view, picked.borrowed)
        shape = with_allowances(
            whole.model_copy(update={"marks": marks}),
            piece.number,
            plain,
            hem,
            inputs.edges,
            narrow,
        )
        halves[piece.number] = shape
    extra = extra_notches(pattern.seams, halves) if "extra notches" in inputs.offered else {}
    for piece in originals:
        number = piece.number
        pieces.append(
            _traced(pattern, picked, inputs, ahead, under, piece, wholes[number], halves[number],
                    extra.get(number, ()))
        )  # fmt: skip
    shapes = {piece.number: piece.shape for piece in pieces}
    pieces += [_from_sum(inputs, ahead, under, each, shapes) for each in inputs.sums]
    lines = {piece.number: piece.line for piece in pieces if not piece.guide}
    return Traced(
        size=picked.size,
        view=picked.view,
        pieces=tuple(pieces),
        sums=inputs.sums,
        rules=(seams, hems),
        what_if=what_if(pattern, picked, halves),
        under=under,
        line=inputs.line,
        drawn_for=picked.drawn_for,
        face_down=tuple(sorted({*inputs.face_down, *ahead.face_down})),
        findings=(
            *judge_partners(pattern.seams, halves, {p.number: p.name for p in originals}),
            *judge_allowances(pattern, originals, picked.original, dict(lines)),
            *(_no_levels(pieces) if "body levels" in inputs.offered else ()),
            *(_left_out(piece, picked.view) for piece in pieces if piece.left_out),
            *(_no_hand(piece) for piece in pieces if _hand_matters(piece)),
            *(
                _half(piece, cut)
                for piece in pieces
                for cut in halves_cut_alone(piece.cuts, piece.shape)
            ),
        ),
    )


def _check(inputs: TraceInputs, pattern: Pattern) -> None:
    # Pieces that this view leaves, or that are missing, keep their numbers all the same.
    taken = {piece.number for piece in pattern.pieces}
    for index, each in enumerate(inputs.sums):
        if each.number in taken:
            raise CraftError(f"There is a piece {each.number} already.", f"sums.{index}.number")
        taken.add(each.number)


def _traced(
    pattern: Pattern,
    picked: Picked,
    inputs: TraceInputs,
    ahead: Ahead,
    under: tuple[str, ...],
    piece: Piece,
    whole: Shape,
    shape: Shape,
    extra: tuple[Mark, ...],
) -> TracedPiece:
    number = piece.number
    kept = {mark.id for mark in shape.marks}
    left_out = tuple(mark for mark in whole.marks if mark.id not in kept)
    half = shape
    can_open = sum(edge.kind == "fold" for edge in shape.edges) == 1
    is_opened = can_open and number in inputs.opened
    offered = offered_levels(shape) if "body levels" in inputs.offered else ()
    shape = shape.model_copy(update={"marks": (*shape.marks, *offered, *extra)})
    if is_opened:
        shape = opened(shape, printed_hand(piece, half))
    included = carries_allowances(pattern, piece, picked.original)
    face_down = number in inputs.face_down or number in ahead.face_down
    advice = advise(
        pattern.table.sizes,
        piece,
        whole,
        None if _between_sizes(piece, whole, picked) else picked.size,
        inputs.keep,
        picked.original,
        inputs.treatments.get(number),
        included,
        any(
            a.allowance != b.allowance
            for a, b in zip(half.edges, whole.edges, strict=True)
            if a.kind != "dart"
        ),
    )
    if inputs.treatments.get(number) is None and is_opened and advice.treatment != "trace":
        advice = advice.model_copy(
            update={"treatment": "trace", "proposed": "trace", "strokes": (), "error": None,
                    "because": "Only half of it is printed: the whole piece is drawn on new paper."}
        )  # fmt: skip
    # The original's own paper ends where it was printed to end; drawn anew, it ends as you like.
    own: Line = "cutting" if included else "stitching"
    line = inputs.lines.get(number, inputs.line if advice.treatment == "trace" else own)
    on_cloth = _on_cloth(inputs, number, shape)
    cuts = opened_cuts(piece.cuts) if is_opened else piece.cuts
    words = label(
        number, piece.name, under, cuts, allowance_words(shape, included, line, on_cloth),
        guide=piece.guide, face_down=face_down,
    )  # fmt: skip
    return _with_label(
        number=number, name=piece.name, cuts=cuts, guide=piece.guide, shape=shape, line=line,
        on_cloth=on_cloth,
        face_down=face_down, printed=printed_hand(piece, half), opened=is_opened,
        can_open=can_open, advice=advice, reckoned=None,
        left_out=left_out, included=included, words=words,
    )  # fmt: skip


def _on_cloth(inputs: TraceInputs, number: int, shape: Shape) -> tuple[str, ...]:
    """Edges whose allowance is not on the paper; both halves of an opened piece alike."""
    chosen = edges_of(number, inputs.on_cloth)
    return tuple(
        edge.name
        for edge in shape.edges
        if edge.allowance and edge.name.removesuffix(OTHER) in chosen
    )


def _between_sizes(piece: Piece, whole: Shape, picked: Picked) -> bool:
    """Whether the wanted outline is none of the printed ones."""
    return picked.graded and whole.outline != piece.shapes[picked.size].outline


def _from_sum(
    inputs: TraceInputs,
    ahead: Ahead,
    under: tuple[str, ...],
    each: SumPiece,
    shapes: dict[int, Shape],
) -> TracedPiece:
    index = inputs.sums.index(each)
    try:
        reckoned = reckon(each, shapes)
    except CraftError as error:
        raise CraftError(error.sentence, f"sums.{index}.{error.field}") from error
    line = inputs.lines.get(each.number, inputs.line)
    face_down = each.number in inputs.face_down or each.number in ahead.face_down
    allowance = allowance_words(reckoned.shape, False, line)
    words = label(each.number, each.name, under, reckoned.cuts, allowance, face_down=face_down)
    return _with_label(
        number=each.number, name=each.name, cuts=reckoned.cuts, guide=False, shape=reckoned.shape,
        line=line, on_cloth=(), face_down=face_down, opened=False, can_open=False, advice=None,
        reckoned=reckoned, left_out=(), words=words,
    )  # fmt: skip


def _with_label(
    *, words: tuple[str, ...], shape: Shape, face_down: bool, **more: Any
) -> TracedPiece:
    return TracedPiece(
        **more, shape=shape, face_down=face_down, label=words, todo=todo(shape, face_down),
    )  # fmt: skip


def _hand_matters(piece: TracedPiece) -> bool:
    """Whether a piece has marks for one side only and nothing says which side it was drawn for."""
    both = any(cut.pair or cut.on_fold for cut in piece.cuts)
    return both and piece.printed is None and any(m.side != "both" for m in piece.shape.marks)


def _no_hand(piece: TracedPiece) -> Finding:
    names = ", ".join(mark.name for mark in piece.shape.marks if mark.side != "both")
    return Finding(
        weight="doubt",
        what=f"Piece {piece.number} ({piece.name}): it is not known whether it was drawn for the left or "
        "for the right side.",
        because=f"These marks belong to one side only: {names}. Left and right are the wearer’s.",
        mend="Hold the printed side against the body, centre to centre, and see which side it covers.",
        where=Where(piece=str(piece.number)),
    )


def _half(piece: TracedPiece, cut: Cut) -> Finding:
    return Finding(
        weight="fault",
        what=f"Piece {piece.number} ({piece.name}) is drawn to a fold, but from the {cut.role} it is not "
        "cut on the fold.",
        because="Only half of it comes out, without an allowance at its middle.",
        mend="Open it out here, or say on the pattern that it is cut on the fold.",
        where=Where(piece=str(piece.number)),
    )


def _no_levels(pieces: list[TracedPiece]) -> list[Finding]:
    """Body levels were asked for, and these pieces show none: nothing says where they lie."""
    bare = [
        piece for piece in pieces
        if piece.reckoned is None and not piece.shape.levels
        and not any(mark.kind == "body level" for mark in piece.shape.marks)
    ]  # fmt: skip
    if not bare:
        return []
    numbers = ", ".join(str(piece.number) for piece in bare)
    those = f"{'piece' if len(bare) == 1 else 'pieces'} {numbers}"
    return [
        Finding(
            weight="note",
            what=f"Body levels are not drawn on {those}.",
            because="Nothing says where bust, waist or hip lie on "
            f"{'it' if len(bare) == 1 else 'them'}, or they do not reach so far.",
            mend="Draw one level line on the pattern, under Sizes; its partners take it over.",
            where=Where(piece=str(bare[0].number)),
        )
    ]


def _left_out(piece: TracedPiece, view: str) -> Finding:
    names = ", ".join(mark.name for mark in piece.left_out)
    return Finding(
        weight="note",
        what=f"Left out on piece {piece.number}: {names}.",
        because=f"They belong to another view than {view}.",
        where=Where(piece=str(piece.number)),
    )
