"""Where the paper ends at the stitching line: the cutting line is drawn on the cloth before anything
is cut."""

from collections.abc import Mapping

from craft.cut.letters import lettered
from craft.cut.paper_ends import PaperEnd
from craft.measure import length_text
from craft.pattern.piece import Shape


def open_edges(shape: Shape, end: PaperEnd) -> tuple[str, ...]:
    """The edges of a piece whose allowance is not on its paper, as the outline is walked; none that is the
    cloth’s own edge."""
    return tuple(
        edge.name
        for edge in shape.edges
        if edge.allowance and (end.line == "stitching" or edge.name in end.on_cloth)
        and edge.name not in end.uncut
    )  # fmt: skip


def drawn_first(shape: Shape, end: PaperEnd, letters: Mapping[str, str]) -> tuple[str, ...]:
    """What to draw, one sentence for each width of allowance, edges in the order of the outline."""
    named = open_edges(shape, end)
    by_width: dict[float, list[str]] = {}
    for edge in shape.edges:
        if edge.name in named:
            width = round(edge.allowance, 2)
            by_width.setdefault(width, []).append(lettered(edge.name, letters))
    return tuple(
        f"{length_text(width)} outside the paper, dashed: {', '.join(edges)}."
        for width, edges in by_width.items()
    )
