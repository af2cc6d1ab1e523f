"""How many pieces of cloth come out of how many paper ones, said."""

from collections.abc import Mapping

from craft.measure import Figure
from craft.pattern.piece import Cut


def counted(
    before: tuple[Cut, ...], after: Mapping[int, tuple[Cut, ...]], names: tuple[str, ...]
) -> Figure:
    """The count after a piece was divided or joined, from what each paper piece gives."""
    terms = [
        f"{name} ({number}): {_said(cuts)}"
        for (number, cuts), name in zip(after.items(), names, strict=False)
    ]
    was = sum(cut.count for cut in before)
    now = sum(cut.count for cuts in after.values() for cut in cuts)
    return Figure(
        name="pieces of cloth", value=now, text=f"{now} from {_papers(len(after))}",
        working=(*terms, f"{was} before, {now} now"),
    )  # fmt: skip


def all_counted(cuts: Mapping[int, tuple[Cut, ...]], names: Mapping[int, str]) -> Figure:
    """The count of the whole garment."""
    now = sum(cut.count for each in cuts.values() for cut in each)
    terms = [f"{names[number]} ({number}): {_said(each)}" for number, each in cuts.items() if each]
    paper = sum(1 for each in cuts.values() if each)
    return Figure(
        name="pieces of cloth", value=now, text=f"{now} from {_papers(paper)}",
        working=(*terms, f"together {now}"),
    )  # fmt: skip


def _papers(count: int) -> str:
    return f"{count} paper {'piece' if count == 1 else 'pieces'}"


def _said(cuts: tuple[Cut, ...]) -> str:
    if not cuts:
        return "not cut from cloth"
    return " + ".join(
        f"{cut.count} {cut.role}"
        + (" (a pair)" if cut.pair and cut.count == 2 else "")
        + (f" ({cut.count // 2} pairs)" if cut.pair and cut.count > 2 else "")
        + (" on the fold" if cut.on_fold else "")
        for cut in cuts
    )
