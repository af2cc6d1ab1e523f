"""The same marks by the tool in hand, across all pieces: everything with the yellow carbon at once."""

from collections.abc import Iterable

from craft.mark.result import ORDER, MarkItem, MarkList, ToolInHand
from craft.measure import Figure, capital


def tool_name(row: MarkItem) -> str:
    """What is in the hand for a mark: its way, and the colour where it has one.

    “Carbon and wheel, yellow”.
    """
    name = f"{row.way}, {row.colour}" if row.colour else row.way
    return capital(name)


def by_tool(lists: Iterable[MarkList]) -> tuple[ToolInHand, ...]:
    """Every tool with its marks, in the order in which the work first takes it up."""
    found: dict[str, list[tuple[MarkList, MarkItem]]] = {}
    for each in lists:
        for row in each.items:
            found.setdefault(tool_name(row), []).append((each, row))
    tools = sorted(found.items(), key=lambda tool: min(ORDER.index(r.when) for _, r in tool[1]))
    return tuple(_tool(name, rows) for name, rows in tools)


def _tool(name: str, rows: list[tuple[MarkList, MarkItem]]) -> ToolInHand:
    by_piece: dict[str, float] = {}
    for each, row in rows:
        piece = f"{each.title}, {each.role}"
        by_piece[piece] = by_piece.get(piece, 0.0) + row.minutes
    total = sum(by_piece.values())
    return ToolInHand(
        name=name, keys=tuple(row.tick.key for _, row in rows), pieces=len(by_piece),
        minutes=Figure(
            name=name, value=round(total, 1), text=f"about {max(1, round(total))} min",
            working=tuple(f"{piece}: {round(took, 1):g} min" for piece, took in by_piece.items()),
        ),
    )  # fmt: skip
