"""The label written on a traced piece: complete, its largest line first."""

from craft.measure import length_text
from craft.pattern.pattern import Pattern, size_words
from craft.pattern.piece import ROLES, Cut, Shape
from craft.pick import Picked
from craft.trace.inputs import Ahead, Line, TraceInputs


def cut_words(cuts: tuple[Cut, ...]) -> tuple[str, ...]:
    """How many to cut from which cloth, a line for each cloth.

    >>> from craft.pattern.piece import Cut
    >>> cut_words((Cut(role="main", count=2, pair=True), Cut(role="lining", count=1, on_fold=True)))
    ('main: cut a pair', 'lining: cut 1 on the fold')
    """
    lines = []
    for role in ROLES:
        for cut in cuts:
            if cut.role != role:
                continue
            if cut.on_fold:
                how = f"cut {cut.count} on the fold"
            elif cut.pair and cut.count == 2:
                how = "cut a pair"
            elif cut.pair:
                how = f"cut {cut.count}, half of them mirrored"
            else:
                how = f"cut {cut.count}"
            lines.append(f"{role}: {how}")
    return tuple(lines)


def heading(pattern: Pattern, picked: Picked, inputs: TraceInputs, ahead: Ahead) -> tuple[str, ...]:
    """What stands on the label of every piece of a making below its name: pattern, size, for whom, when."""
    whose = [f"for {ahead.person}"] if ahead.person else []
    when = [f"{inputs.dated.day}.{inputs.dated.month}.{inputs.dated.year}"] if inputs.dated else []
    return (
        pattern.name,
        f"{size_words(picked.sizes_said)}, view {picked.view}",
        *([", ".join([*whose, *when])] if whose or when else []),
    )


def label(
    number: int, name: str, under: tuple[str, ...], cuts: tuple[Cut, ...], allowance: str, *,
    guide: bool = False, face_down: bool = False,
) -> tuple[str, ...]:  # fmt: skip
    """The label's lines, the first one largest; ``under``: what the pieces of a making have in common."""
    said = cut_words(cuts) or (("a guide: never cut in cloth",) if guide else ())
    return (
        f"{number} {name}",
        *under,
        *said,
        *(["wrong side up: marked on the back too"] if face_down else []),
        allowance,
    )


def allowance_words(
    shape: Shape, included: bool, line: Line = "cutting", on_cloth: tuple[str, ...] = ()
) -> str:
    """The state of this piece's allowances in one phrase."""
    counted = [edge for edge in shape.edges if edge.kind not in ("fold", "dart")]
    on_paper = [edge for edge in counted if edge.name not in on_cloth]
    widths = sorted({edge.allowance for edge in (counted if line == "stitching" else on_paper)})
    text = " and ".join(length_text(width) for width in widths)
    if line == "stitching":
        return f"stitching line: add {text} on the cloth" if any(widths) else "no allowance"
    words = (
        f"allowance {text}{' (included)' if included else ''}" if any(widths) else "no allowance"
    )
    added = [
        f"{edge.name} {length_text(edge.allowance)}" for edge in counted if edge.name in on_cloth
    ]
    return f"{words}; add on the cloth: {', '.join(added)}" if added else words
