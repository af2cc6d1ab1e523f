"""Every edge's allowance: the pattern's own, one's own, or what a kind of seam sums up to."""

from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Piece, Shape
from craft.pick import Original, Picked
from craft.pick.original import carries_allowances
from craft.shape import path as paths
from craft.trace.seam_kinds import Sewn, kind, proposed


class AllowanceRule(Frozen):
    """What sets the allowance of seams or of hems. ``chosen`` "": the pattern's own stands.
    ``proposal``: the kind the cloth asks for, with its reason and its sum."""

    sewn: Sewn
    chosen: str
    allowance: Figure | None
    proposal: str
    because: str
    proposed_allowance: Figure | None


def rule_for(sewn: Sewn, chosen: str, traits: tuple[str, ...]) -> AllowanceRule:
    """The rule in force and what the main cloth would have instead."""
    known, asked = kind(chosen), proposed(sewn, traits)
    return AllowanceRule(
        sewn=sewn,
        chosen=known.name if known else "",
        allowance=known.allowance if known else None,
        proposal=asked[0].name if asked else "",
        because=f"The cloth: {asked[1]}. {asked[0].because}" if asked else "",
        proposed_allowance=asked[0].allowance if asked else None,
    )


def with_allowances(
    shape: Shape, piece: int, plain: float | None, hem: float | None, edges: dict[str, float]
) -> Shape:
    """The shape with its allowances set (mm).

    ``plain`` replaces the widest plain-seam allowance; narrow ones (edges that are faced) never
    grow past it. ``hem`` sets every hem; ``edges`` names single edges as “number/edge name”.
    """
    if plain is None and hem is None and not edges:
        return shape
    seams = [edge.allowance for edge in shape.edges if edge.kind == "seam"]
    widest = max(seams, default=0.0)
    made = []
    for edge in shape.edges:
        wanted: float | None = edges.get(f"{piece}/{edge.name}")
        if wanted is None and edge.kind == "hem":
            wanted = hem
        if wanted is None and plain is not None and edge.kind == "seam":
            wanted = plain if edge.allowance == widest or edge.allowance > plain else None
        if wanted is not None and edge.kind not in ("fold", "dart"):
            edge = edge.model_copy(update={"allowance": wanted})
        made.append(edge)
    return shape.model_copy(update={"edges": tuple(made)})


class WhatIf(Frozen):
    """A finished measurement as sewn, and with every allowance forgotten or added twice."""

    measurement: str
    finished: Figure
    forgotten: Figure
    doubled: Figure


def what_if(pattern: Pattern, picked: Picked, shapes: dict[int, Shape]) -> tuple[WhatIf, ...]:
    """For each girth that pieces go round: what a mistake with the allowances would do to it."""
    made = []
    for row in picked.comparisons:
        if row.finished is None:
            continue
        terms = []
        for piece in pattern.pieces:
            if row.level in piece.around and piece.number in shapes:
                terms += _crossed(piece, shapes[piece.number], row.level)
        if not terms:
            continue
        total = sum(mm for _, mm in terms)
        said = " + ".join(f"{what} {length(mm)}" for what, mm in terms)
        sewn = row.finished.value
        made.append(
            WhatIf(
                measurement=row.measurement,
                finished=row.finished,
                forgotten=_mistake("forgotten", sewn, -total, said),
                doubled=_mistake("doubled", sewn, total, said),
            )
        )
    return tuple(made)


def _mistake(name: str, sewn: float, change: float, said: str) -> Figure:
    sign = "−" if change < 0 else "+"
    return Figure(
        name=f"with allowances {name}",
        value=sewn + change,
        text=length(sewn + change),
        working=(
            f"allowances across: {said} = {length(abs(change))}",
            f"{length(sewn)} {sign} {length(abs(change))} = {length(sewn + change)}",
        ),
    )


def _crossed(piece: Piece, shape: Shape, level: str) -> list[tuple[str, float]]:
    """The allowances met on the way round at a level, each with its words, all copies counted."""
    if level not in shape.levels:
        return []
    y = shape.levels[level] + 0.5  # just below, where an armhole has ended
    found = []
    copies = max((2 if cut.on_fold else cut.count for cut in piece.cuts[:1]), default=0)
    for edge in shape.edges:
        if edge.kind in ("seam", "finish") and edge.allowance and paths.at_level(edge.path, y):
            found.append((f"{copies} × {piece.name.lower()} {edge.name}", copies * edge.allowance))
    return found


def judge_allowances(
    pattern: Pattern, pieces: tuple[Piece, ...], original: Original, lines: dict[int, str]
) -> list[Finding]:
    """Sets in which some pieces carry their allowance and others do not."""
    found = []
    state = {piece.number: carries_allowances(pattern, piece, original) for piece in pieces}
    for said, among, without in (
        ("on the original", len(state), [n for n, included in state.items() if not included]),
        ("on your paper", len(lines), [n for n, line in lines.items() if line == "stitching"]),
    ):
        if without and len(without) < among:
            numbers = ", ".join(str(number) for number in without)
            found.append(
                Finding(
                    weight="doubt",
                    what=f"A mixed set: {said}, pieces {numbers} end at the stitching line, the "
                    "others at the cutting line.",
                    because="An allowance is easily added twice, or not at all.",
                    mend="Write it large on every piece, or use one line for all of them.",
                    where=Where(piece=str(without[0])),
                )
            )
    return found
