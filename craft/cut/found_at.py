"""Where a piece that is to be cut is found on the cloth."""

from craft.lay import Judged


def lies(judged: Judged | None) -> str:
    """Where a laid piece is found, in ruler numbers; "" for one that does not lie yet."""
    if judged is None:
        return ""
    n = judged.numbers
    ends = (
        f"Both grain ends {n.upper.text}"
        if n.upper.text == n.lower.text
        else f"Grain ends {n.upper.text} and {n.lower.text}"
    )
    return (
        f"{ends} from the {n.edge}, upper end {n.to_end.text} from the cut end; {n.face}, "
        f"{n.direction}."
    )
