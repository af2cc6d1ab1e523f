"""How far the tracing has come, its ticks, and what of it ticks rest on."""

from craft.frozen import Frozen
from craft.thread import Facts, Knot, Thread, Tick, from_ticks
from craft.thread.facts import Pair, Pairs
from craft.thread.keys import traced as key
from craft.trace.inputs import TraceInputs
from craft.trace.result import Traced, TracedPiece


class PieceTicks(Frozen):
    """The tick of a traced piece, and those of everything to be drawn on it, by their keys. A piece
    whose things are all ticked counts as traced."""

    piece: Tick
    things: dict[str, Tick]


def trace_ticks(traced: Traced, thread: Thread, facts: Facts) -> dict[int, PieceTicks]:
    """The ticks of every piece, by its number."""
    return {piece.number: _ticks(piece, thread, facts) for piece in traced.pieces}


def trace_knot(ticks: dict[int, PieceTicks]) -> Knot:
    """Done when every piece is."""
    return from_ticks("trace", (each.piece for each in ticks.values()), "pieces")


def allowance_fact(inputs: TraceInputs) -> Pairs:
    """How it is sewn, the width for plain seams, and every edge that has its own (mm)."""
    pairs: list[Pair] = [("", inputs.kinds[s]) for s in ("seam", "hem") if inputs.kinds.get(s)]
    if inputs.allowance is not None and "seam" not in inputs.kinds:
        pairs.append(("", float(inputs.allowance)))
    return (*pairs, *((name, float(mm)) for name, mm in inputs.edges.items()))


def _ticks(piece: TracedPiece, thread: Thread, paper: Facts) -> PieceTicks:
    facts: Facts = {**paper, "line": piece.line}
    whole = thread.tick(key(piece.number), facts)
    things = {each.key: thread.tick(key(piece.number, each.key), facts) for each in piece.todo}
    if whole.state == "open" and {tick.state for tick in things.values()} == {"done"}:
        whole = whole.model_copy(update={"state": "done"})
    return PieceTicks.model_construct(piece=whole, things=things)
