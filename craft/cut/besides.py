"""What is cut and done for a piece besides its outline, and where it lies, in sentences: the same on
the screen, at the table and on paper."""

from collections.abc import Sequence

from craft.cut.at_edges import EdgeCut, Snips
from craft.cut.staystitch import Staystitch
from craft.lay import Judged
from craft.measure import length_text


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


# Said of a piece that is not cut on the fold and lies on it all the same.
CUT_OPEN = "One side of it lies on the fold: cut the fold open along it."


def besides_cut(
    draw: Sequence[str], edges: Sequence[EdgeCut], darts: Sequence[Snips],
    centres: Sequence[Snips], motifs: int,
) -> tuple[str, ...]:  # fmt: skip
    """What is drawn and cut, one sentence each, in its order."""
    said = [*draw]
    said += [_edge(each) for each in edges]
    for dart in darts:
        said.append(
            f"{_capital(dart.what)}: snips of {length_text(dart.depth)} at both legs."
            if dart.depth
            else f"{_capital(dart.what)}: no snips, {dart.because}."
        )
    if centres:
        at = ", ".join(each.edge for each in centres)
        said.append(f"Centre: snips of {length_text(centres[0].depth)} where the fold ends ({at}).")
    if motifs:
        count = "1 motif lies" if motifs == 1 else f"{motifs} motifs lie"
        said.append(f"{count} across its seams: cut round and lap over.")
    return tuple(said)


def besides_done(
    staystitch: Sequence[Staystitch], labels: Sequence[str], label_at: str
) -> tuple[str, ...]:
    """What is done with the pieces as soon as they are cut."""
    said = [f"Staystitch the {each.edge} soon, {each.words}, on each side." for each in staystitch]
    where = f" in the allowance of the {label_at}" if label_at else ""
    return (*said, f"Label{where}: {'; '.join(labels)}.")


def _edge(cut: EdgeCut) -> str:
    depth = ""
    if cut.depth:
        far = "beyond the cutting line" if cut.style == "outward" else "deep"
        depth = f", {length_text(cut.depth)} {far}"
    because = f"; {cut.because}" if cut.because else ""
    return f"{_capital(cut.edge) or 'Inside'}: {cut.words}{depth}, {', '.join(cut.marks)}{because}."


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]
