"""Where the paper ends at the stitching line: the cutting line is drawn on the cloth before anything
is cut."""

from craft.measure import length_text
from craft.pattern.piece import Shape


def open_edges(shape: Shape, line: str, on_cloth: tuple[str, ...]) -> tuple[str, ...]:
    """The edges of a piece whose allowance is not on its paper, as the outline is walked."""
    return tuple(
        edge.name
        for edge in shape.edges
        if edge.allowance and (line == "stitching" or edge.name in on_cloth)
    )


def drawn_first(shape: Shape, line: str, on_cloth: tuple[str, ...]) -> tuple[str, ...]:
    """What to draw, one sentence for each width of allowance, edges in the order of the outline."""
    named = open_edges(shape, line, on_cloth)
    by_width: dict[float, list[str]] = {}
    for edge in shape.edges:
        if edge.name in named:
            by_width.setdefault(round(edge.allowance, 2), []).append(edge.name)
    return tuple(
        f"Draw the cutting line {length_text(width)} outside the paper, dashed: {', '.join(edges)}."
        for width, edges in by_width.items()
    )
