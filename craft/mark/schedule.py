"""The whole mark schedule and its sums."""

from craft.mark.by_tool import by_tool
from craft.mark.result import Marking, MarkList
from craft.measure import Figure, cloth_text


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
