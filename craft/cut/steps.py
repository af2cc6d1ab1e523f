"""What is done for one piece, act by act, each with the ticks that are its own.

Notches are ticked once, here or under Mark: an act that cuts them carries the very ticks of their marks.
"""

from collections.abc import Mapping, Sequence
from typing import Literal

from craft.cut.edge_notches import EdgeCut, Snips
from craft.cut.holding import Held
from craft.cut.letters import lettered
from craft.cut.staystitch import Staystitch
from craft.frozen import Frozen
from craft.measure import capital, length_text, listed
from craft.thread import Tick

Act = Literal["hold", "draw", "cut", "notch", "staystitch", "label"]
# Said of a piece that is not cut on the fold and lies on it all the same.
CUT_OPEN = "One side of it lies on the fold: cut the fold open along it."
Letters = Mapping[str, str]


class CutStep(Frozen):
    """One act: what it is, and how in short sentences. ``ticks``: what is ticked for it, none where it goes
    with the next act; ``minutes``: how long it takes."""

    act: Act
    title: str
    words: tuple[str, ...]
    ticks: tuple[Tick, ...]
    minutes: float


def holding(held: Held, minutes: float) -> CutStep:
    """Weights or pins, before anything is cut."""
    return CutStep(
        act="hold",
        title=f"{held.count} {held.by}",
        words=(held.sentence,),
        ticks=(),
        minutes=minutes,
    )


def drawing(draw: Sequence[str], tick: Tick, minutes: float) -> CutStep | None:
    """The cutting line drawn on the cloth, where the paper ends at the stitching line."""
    if not draw:
        return None
    return CutStep(
        act="draw", title="Draw the cutting line", words=tuple(draw), ticks=(tick,), minutes=minutes
    )


def cutting(
    gives: str, how: str, tick: Tick, minutes: float, *, open_fold: bool, uncut: Sequence[str],
    motifs: int, letters: Letters,
) -> CutStep:  # fmt: skip
    """The outline. ``uncut``: edges that are the cloth’s own."""
    phrases = [how]
    if open_fold:
        phrases.append(CUT_OPEN)
    if uncut:
        phrases.append(f"Leave {_edges(uncut, letters)} uncut: it is the border’s own edge.")
    if motifs:
        count = "1 motif lies" if motifs == 1 else f"{motifs} motifs lie"
        phrases.append(f"{count} across its seams: cut round and lap over.")
    return CutStep(
        act="cut", title=f"Cut {gives}", words=tuple(phrases), ticks=(tick,), minutes=minutes
    )


def notching(
    edges: Sequence[EdgeCut], darts: Sequence[Snips], centres: Sequence[Snips], ticks: Sequence[Tick],
    own: Tick, minutes: float, letters: Letters,
) -> CutStep | None:  # fmt: skip
    """What is cut at the edges, those of one kind and depth in one sentence. ``ticks``: of the marks that
    are cut so; ``own``: of the snips that are no marks."""
    phrases = [*_notches(edges, letters), *_snips(darts, centres, letters)]
    if not phrases:
        return None
    deep = any(each.depth for each in (*darts, *centres))
    return CutStep(
        act="notch", title="Notches", words=tuple(phrases), ticks=(*ticks, *((own,) if deep else ())),
        minutes=minutes,
    )  # fmt: skip


def staystitching(
    rows: Sequence[Staystitch], tick: Tick, minutes: float, letters: Letters
) -> CutStep | None:
    """Soon after cutting."""
    if not rows:
        return None
    said = tuple(
        f"{capital(lettered(each.edge, letters))}, {each.words}, on each side." for each in rows
    )
    return CutStep(
        act="staystitch", title="Staystitch soon", words=said, ticks=(tick,), minutes=minutes
    )


def labelling(
    labels: Sequence[str], at: str, tick: Tick, minutes: float, letters: Letters
) -> CutStep:
    """What is written on the cloth pieces, in the allowance."""
    where = f"In the allowance of {lettered(at, letters)}: " if at else ""
    return CutStep(
        act="label",
        title="Label",
        words=(f"{where}{'; '.join(labels)}.",),
        ticks=(tick,),
        minutes=minutes,
    )


def _notches(edges: Sequence[EdgeCut], letters: Letters) -> list[str]:
    """Edges that are cut in one way, together; what is only marked is left to Mark."""
    found: dict[tuple[str, float, str], list[EdgeCut]] = {}
    for each in edges:
        if each.style != "mark":
            found.setdefault((each.words, each.depth, each.because), []).append(each)
    phrases = []
    for (words, depth, because), rows in found.items():
        far = "beyond the line" if rows[0].style == "outward" else "deep"
        at = "; ".join(f"{lettered(row.edge, letters)} ({', '.join(row.marks)})" for row in rows)
        why = f" ({because})" if because else ""
        phrases.append(f"{capital(words)} {length_text(depth)} {far}{why}: {at}.")
    return phrases


def _snips(darts: Sequence[Snips], centres: Sequence[Snips], letters: Letters) -> list[str]:
    phrases = []
    for depth in dict.fromkeys(each.depth for each in darts if each.depth):
        names = listed([each.what for each in darts if each.depth == depth])
        phrases.append(f"Snip {length_text(depth)} at both legs of: {names}.")
    for because in dict.fromkeys(each.because for each in darts if not each.depth):
        names = listed([each.what for each in darts if not each.depth and each.because == because])
        phrases.append(f"No snips at the legs of: {names}; {because}.")
    if centres:
        at = listed([lettered(each.edge, letters) for each in centres])
        phrases.append(
            f"Snip {length_text(centres[0].depth)} at the centre, where the fold ends: {at}."
        )
    return phrases


def _edges(names: Sequence[str], letters: Letters) -> str:
    return listed([lettered(name, letters) for name in names])
