"""How the layers lie while they are marked, and where the carbon goes: the fold decides.

Source of the rule: folded right sides together, carbon faces the outside of both layers; wrong sides
together, it lies between them. Marks go on the wrong side unless they must show.
"""

from craft.cloth import faces_of
from craft.lay import RoleLay


def stack_of(lay: RoleLay, *, double: bool) -> str:
    """How the stack lies under the paper."""
    faces = faces_of(lay.cloth)
    if not double:
        return f"One layer, {faces.up(out=lay.out)} up."
    where = "inside" if lay.out else "outside"
    return f"Two layers, {faces.together(out=lay.out)}: the {faces.wrong}s lie {where}."


def carbon_lies(lay: RoleLay, *, double: bool) -> str:
    """Where the carbon goes so that it marks the wrong side of every layer (of a fusible the plain one)."""
    if double and lay.out:
        return "Carbon between the layers: one sheet folded with its colour outside, or two back to back."
    if double:
        return (
            "Carbon outside both layers: one sheet under the cloth with its colour up, one under the paper "
            "with its colour down."
        )
    if lay.out:
        return f"Carbon under the cloth, its colour up: the {faces_of(lay.cloth).wrong} lies down."
    return "Carbon under the paper, its colour down."
