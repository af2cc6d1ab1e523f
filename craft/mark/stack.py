"""How the layers lie while they are marked, and where the carbon goes: the fold decides.

Source of the rule: folded right sides together, carbon faces the outside of both layers; wrong sides
together, it lies between them. Marks go on the wrong side unless they must show.
"""

from craft.lay import LayItem, RoleLay


def doubled(item: LayItem, lay: RoleLay) -> bool:
    """Whether the item is cut from two layers at once."""
    return item.double or lay.fold in ("lengthwise", "middle", "crosswise")


def stack_of(lay: RoleLay, *, double: bool) -> str:
    """How the stack lies under the paper."""
    if not double:
        return f"One layer, {'right' if lay.out else 'wrong'} side up."
    if lay.out:
        return "Two layers, wrong sides together: the wrong sides lie inside."
    return "Two layers, right sides together: the wrong sides lie outside."


def carbon_lies(lay: RoleLay, *, double: bool) -> str:
    """Where the carbon goes so that it marks the wrong side of every layer."""
    if double and lay.out:
        return "Carbon between the layers: one sheet folded with its colour outside, or two back to back."
    if double:
        return (
            "Carbon outside both layers: one sheet under the cloth with its colour up, one under the paper "
            "with its colour down."
        )
    if lay.out:
        return "Carbon under the cloth, its colour up: the wrong side lies down."
    return "Carbon under the paper, its colour down."
