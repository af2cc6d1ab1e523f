"""What is still made from the paper of a piece, so that nobody takes it off too soon."""

from collections.abc import Sequence

from craft.mark.result import MarkItem
from craft.measure import listed

# More names than these are counted instead of listed.
NAMED = 4


def kept_paper(rows: Sequence[MarkItem]) -> str:
    """One or two sentences about what is not made yet: what is made through the pinned paper, and what
    waits until after fusing, for which it is laid on again."""
    still = [row for row in rows if row.tick.state != "done"]
    pinned = [row.title for row in still if row.when != "fused"]
    fused = [row.title for row in still if row.when == "fused"]
    if not still:
        return "All of it is made: the paper may come off."
    phrases = []
    if pinned:
        phrases.append(
            f"Keep the paper pinned for what is still made through it: {_names(pinned)}."
        )
    if fused:
        kept = "Then keep it" if pinned else "Keep the paper"
        phrases.append(f"{kept} for after fusing: {_names(fused)}.")
    return " ".join(phrases)


def _names(titles: list[str]) -> str:
    names = list(dict.fromkeys(titles))
    if len(names) <= NAMED:
        return listed(names)
    return f"{', '.join(names[:NAMED])} and {len(names) - NAMED} more"
