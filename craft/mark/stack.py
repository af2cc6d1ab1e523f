"""How the layers lie while they are marked: the fold decides.

Marks go on the wrong side unless they must show; folded right sides together both wrong sides lie outside.
Where the carbon goes is said in ``instructions.carbon_lies``.
"""

from craft.cloth import faces_of
from craft.lay import ClothLay


def stack_of(lay: ClothLay, *, double: bool) -> str:
    """How the stack lies under the paper."""
    faces = faces_of(lay.cloth)
    if not double:
        return f"One layer, {faces.up(out=lay.out)} up."
    where = "inside" if lay.out else "outside"
    return f"Two layers, {faces.together(out=lay.out)}: the {faces.wrong}s lie {where}."
