"""A fitted toile as a pattern of its own: one size, the pieces as they are now."""

from craft.fit.fitting import changed_draft
from craft.fit.inputs import FitInputs
from craft.pattern.pattern import Pattern, SizeTable
from craft.pattern.piece import Piece
from craft.pick import Picked, PickInputs
from craft.trace import Traced


def as_pattern(
    pattern: Pattern,
    traced: Traced,
    picked: Picked,
    person: PickInputs,
    inputs: FitInputs,
    name: str,
) -> Pattern:
    """The pattern that the changed pieces are. Its table has the one size; heights go by the person for
    whom it was fitted, where theirs is known."""
    draft = changed_draft(pattern, traced, picked, person, inputs).draft
    drawn = {piece.number: piece for piece in pattern.pieces}
    size = picked.size
    view = next(each for each in pattern.views if each.id == picked.view)
    pieces = tuple(
        Piece(
            number=number, name=draft.names[number], cuts=draft.cuts[number], shapes={size: shape},
            guide=number in drawn and drawn[number].guide,
            around=drawn[number].around if number in drawn else (),
            printed=draft.printed[number], allowance_included=False,
        )
        for number, shape in (
            (n, s.model_copy(update={"marks": tuple(
                m.model_copy(update={"views": (), "feature": ""}) for m in s.marks)}))
            for n, s in draft.shapes.items()
        )
    )  # fmt: skip
    kept = set(draft.shapes)
    return pattern.model_copy(
        update={
            "name": name,
            "pieces": pieces,
            "views": (view,),
            "seams": tuple(
                seam for seam in draft.seams if all(ref.piece in kept for ref in (*seam.a, *seam.b))
            ),
            "table": SizeTable(
                sizes=(size,),
                rows=tuple(
                    row.model_copy(update={"body": {size: row.body[size]}})
                    for row in pattern.table.rows if size in row.body
                ),
            ),
            "base_height": person.measurements.get("height", pattern.base_height),
            "allowance_included": False,
            "home_print": None,
        }
    )  # fmt: skip
