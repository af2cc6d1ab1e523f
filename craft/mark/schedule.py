"""The whole mark schedule and its sums."""

from craft.frozen import Frozen
from craft.mark.by_tool import ToolInHand, by_tool
from craft.mark.rows import MarkList
from craft.measure import Figure, cloth_text


class Marking(Frozen):
    """The whole schedule and its sums; ``by_tool``: the same marks in the order of what is in the hand."""

    lists: tuple[MarkList, ...]
    marks: int
    left: int
    minutes: Figure
    minutes_left: float
    thread: Figure
    passes: int
    tools: tuple[str, ...]
    by_tool: tuple[ToolInHand, ...] = ()


def summed(lists: tuple[MarkList, ...]) -> Marking:
    """The whole schedule of some lists."""
    rows = [item for each in lists for item in each.items]
    minutes = sum(row.minutes for row in rows)
    thread = sum(row.thread for row in rows)
    return Marking(
        lists=lists, marks=sum(row.places for row in rows),
        left=sum(row.places for row in rows if row.tick.state != "done"),
        minutes=Figure(
            name="minutes", value=round(minutes, 1), text=f"about {max(1, round(minutes))} min",
            working=tuple(f"{each.title}, {each.role}: {each.minutes:g} min" for each in lists),
        ),
        minutes_left=round(sum(row.minutes for row in rows if row.tick.state != "done"), 1),
        thread=Figure(
            name="basting thread", value=thread, text=cloth_text(thread),
            working=tuple(
                f"{each.title}, {each.role}: {cloth_text(sum(row.thread for row in each.items))}"
                for each in lists
                if any(row.thread for row in each.items)
            ),
        ),
        passes=sum(row.passes for row in rows),
        tools=tuple(dict.fromkeys(tool for row in rows for tool in row.tools)),
        by_tool=by_tool(lists),
    )  # fmt: skip
