"""What a pattern can do as it stands, and which fact would open the next thing.

Little is enough: an outline, how many from which cloth, and the grain are laid and cut. Everything
else may be added later.
"""

from craft.digitise.entered import EnteredPiece
from craft.digitise.inputs import PatternInputs
from craft.digitise.levels import known_levels, wanted_levels
from craft.frozen import Frozen
from craft.measure import plural
from craft.pattern.marks import DARTS
from craft.pattern.pattern import Pattern


class Ability(Frozen):
    """Something the program does with a pattern: whether it can, and what it wants otherwise. ``at``: the
    part of the page where the wanted fact is said."""

    name: str
    can: bool
    sentence: str
    at: str = ""


def abilities(
    inputs: PatternInputs, pieces: tuple[EnteredPiece, ...], pattern: Pattern | None
) -> tuple[Ability, ...]:
    """In the order they are of use."""
    usable = pattern.pieces if pattern else ()
    cut = [piece for piece in usable if piece.cuts]
    left = len(pieces) - len(usable)
    marks = sum(len(shape.marks) for p in usable for shape in list(p.shapes.values())[:1])
    darts = any(
        mark.kind in DARTS
        for piece in usable for shape in piece.shapes.values() for mark in shape.marks
    )  # fmt: skip
    lines = any(
        mark.kind == "length line"
        for piece in usable for shape in piece.shapes.values() for mark in shape.marks
    )  # fmt: skip
    waiting = f"; {left} more {'waits' if left == 1 else 'wait'} for an outline" if left else ""
    made: list[Ability] = [
        Ability(
            name="Lay and cut", can=bool(cut), at="pieces",
            sentence=f"{plural(len(cut), 'piece')} can be laid and cut{waiting}." if cut
            else "Enter an outline and say how many to cut from which cloth; that is enough.",
        ),
        Ability(
            name="Walk the seams", can=bool(pattern and pattern.seams), at="seams",
            sentence=f"{plural(len(pattern.seams), 'seam')} walked in Fit." if pattern and pattern.seams
            else "Name which edges are sewn together, say the side seams of front and back, and Fit "
            "walks them.",
        ),
        Ability(
            name="Propose a size", can=bool(inputs.rows), at="sizes",
            sentence=f"By {', '.join(row.measurement for row in inputs.rows)}." if inputs.rows
            else "Add the size table, and a size is proposed from measurements.",
        ),
        *_blending(inputs, pattern),
        Ability(
            name="Lengthen by height", can=inputs.base_height is not None and lines, at="facts",
            sentence="Fit knows the height it was drawn for and the lines to lengthen at."
            if inputs.base_height is not None and lines
            else "Add the height it was drawn for." if lines
            else "Mark where to lengthen or shorten, and Fit can do it there.",
        ),
        Ability(
            name="Carry marks over", can=marks > len(usable), at="pieces",
            sentence="Notches, darts and dots go onto the cloth list by list." if marks > len(usable)
            else "Set notches, darts and dots, and Mark lists them.",
        ),
        Ability(
            name="File and find it", can=bool(inputs.publication), at="facts",
            sentence=f"From {inputs.publication}." if inputs.publication
            else "Say where the pattern comes from, and the register finds it by that.",
        ),
    ]  # fmt: skip
    if darts:
        made.insert(
            5,
            Ability(
                name="Fold the darts", can=True, sentence="Their caps are folded.", at="pieces"
            ),
        )
    return tuple(made)


def _blending(inputs: PatternInputs, pattern: Pattern | None) -> list[Ability]:
    """One size at the bust and another at the waist: only where there are sizes and levels to choose at."""
    wanted, known = wanted_levels(inputs), known_levels(pattern)
    if len(inputs.sizes) < 2 or not wanted:
        return []
    there = [name for name in wanted if name in known]
    lacking = [name for name in wanted if name not in known]
    text = f"One size may hold at the {', another at the '.join(there)}." if there else ""
    if lacking:
        text += f" Draw a level line at the {' and the '.join(lacking)}, and a size can be chosen there."
    return [Ability(name="Blend sizes", can=not lacking, at="sizes", sentence=text.strip())]
