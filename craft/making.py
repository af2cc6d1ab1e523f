"""The chain: from a pattern and a person's inputs to the result of every stage.

Everything here is derived anew whenever an input changes; nothing of it is stored.
"""

from craft.cloth import WORDS, KnownCloth, know
from craft.cut import CutList, cut
from craft.errors import CraftError
from craft.fit import Fitted, fit
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.keep import Kept, keep
from craft.lay import RoleLay, lay
from craft.lay.items import piece_of
from craft.mark import MarkList, mark
from craft.pattern import Pattern
from craft.pick import Picked, pick
from craft.thread import Facts, Knot, Tick, state_of
from craft.thread.knots import from_ticks
from craft.trace import Context, Traced, TracedPiece, trace


class PieceTicks(Frozen):
    """The tick of a traced piece, and those of everything to be drawn on it, by their keys. A piece
    whose things are all ticked counts as traced."""

    piece: Tick
    things: dict[str, Tick]


class Making(Frozen):
    """The result of every stage."""

    picked: Picked
    traced: Traced
    trace_ticks: dict[int, PieceTicks]
    fitted: Fitted
    fit_tick: Tick
    cloths: tuple[KnownCloth, ...]
    lays: tuple[RoleLay, ...]
    cuts: tuple[CutList, ...]
    marks: tuple[MarkList, ...]
    kept: Kept
    knots: tuple[Knot, ...]


def derive(pattern: Pattern, inputs: Inputs) -> Making:
    """Replay the whole making. Raises CraftError; its field begins with the stage's name."""
    with _stage("pick"):
        picked = pick(pattern, inputs.pick)
    with _stage("trace"):
        traced = trace(pattern, picked, inputs.trace, _context(inputs))
    with _stage("fit"):
        fitted = fit(pattern, traced, picked, inputs.pick, inputs.fit)
    with _stage("cloth"):
        cloths = know(fitted, inputs.cloth)
    with _stage("lay"):
        lays = lay(fitted, cloths, inputs.lay, inputs.cloth.step)
    paper = {"size": picked.sizes_said, "allowance": _allowance(inputs)}
    made = {"size": picked.sizes_said, "allowance": _allowance(inputs), "length": _length(fitted)}
    label = {**made, "view": picked.view, "made for": inputs.pick.person or "nobody"}
    trace_ticks = {piece.number: _piece_ticks(inputs, piece, paper) for piece in traced.pieces}
    fit_tick = _tick(inputs, "fit/checked", {**made, "view": picked.view})
    cuts = cut(fitted, lays, inputs.ticks, made)
    marks = mark(fitted, lays, inputs.ticks, made)
    kept = keep(
        pattern, picked, inputs.pick.person, traced, fitted, inputs.keep, inputs.ticks, label
    )
    return Making(
        picked=picked,
        traced=traced,
        trace_ticks=trace_ticks,
        fitted=fitted,
        fit_tick=fit_tick,
        cloths=cloths,
        lays=lays,
        cuts=cuts,
        marks=marks,
        kept=kept,
        knots=(
            _pick_knot(picked),
            from_ticks(
                "trace", [(t.piece.state, t.piece.why) for t in trace_ticks.values()], "pieces"
            ),
            _fit_knot(fitted, fit_tick),
            _cloth_knot(cloths),
            _lay_knot(lays, inputs, made),
            from_ticks("cut", [(i.state, i.why) for c in cuts for i in c.items], "pieces"),
            from_ticks("mark", [(i.state, i.why) for m in marks for i in m.items], "marks"),
            _keep_knot(kept),
        ),
    )


class _stage:
    """Puts the stage's name before the field of a CraftError raised inside."""

    def __init__(self, name: str) -> None:
        self.name = name

    def __enter__(self) -> None:
        return None

    def __exit__(self, kind: object, error: BaseException | None, _: object) -> None:
        if isinstance(error, CraftError):
            error.field = f"{self.name}.{error.field}".rstrip(".")


def lay_facts(making: Making, role: str) -> Facts:
    """What a lay of that role rests on, to be stored when its placements are changed."""
    known = next(lay for lay in making.lays if lay.role == role)
    return _lay_facts(known, making.fit_tick.facts)


def _lay_facts(known: RoleLay, made: Facts) -> Facts:
    return {
        "size": made["size"],
        "allowance": made["allowance"],
        "length": made["length"],
        "cloth": known.cloth.name if known.cloth else "no cloth",
        "fold": WORDS[known.fold],
    }


def _allowance(inputs: Inputs) -> str:
    said = []
    wanted = inputs.trace.allowance
    for sewn in ("seam", "hem"):
        if inputs.trace.kinds.get(sewn):
            said.append(inputs.trace.kinds[sewn])
    if wanted is not None and "seam" not in inputs.trace.kinds:
        said.append(f"[[{wanted:g}]]")
    said += [f"{name} [[{mm:g}]]" for name, mm in inputs.trace.edges.items()]
    return ("; ".join(said) or "the pattern’s own")[:200]


def _length(fitted: Fitted) -> str:
    made = [f"{c.amount.text} at the {c.level}" for c in fitted.changes if c.amount.value]
    return "; ".join(made) or "as drawn"


def _context(inputs: Inputs) -> Context:
    """What is known of the cloths, and which pieces lie face down on them."""
    return Context(
        traits={role: (cloth.fibre, *cloth.traits) for role, cloth in inputs.cloth.cloths.items()},
        face_down=tuple(
            sorted(
                {
                    piece_of(placement.item)
                    for placements in inputs.lay.placements.values()
                    for placement in placements
                    if placement.over
                }
            )
        ),
        person=inputs.pick.person,
    )


def _piece_ticks(inputs: Inputs, piece: TracedPiece, paper: Facts) -> PieceTicks:
    facts = {**paper, "line": f"{piece.line} line"}
    whole = _tick(inputs, f"trace/{piece.number}", facts)
    things = {
        thing.key: _tick(inputs, f"trace/{piece.number}/{thing.key}", facts) for thing in piece.todo
    }
    states = {tick.state for tick in things.values()}
    if whole.state == "open" and states == {"done"}:
        whole = whole.model_copy(update={"state": "done"})
    return PieceTicks(piece=whole, things=things)


def _tick(inputs: Inputs, key: str, facts: Facts) -> Tick:
    state, why = state_of(inputs.ticks, key, facts)
    # Made by the hundred from what is known to be right, so it is not checked once more.
    return Tick.model_construct(key=key, facts=facts, state=state, why=why)


def _pick_knot(picked: Picked) -> Knot:
    if not picked.chosen:
        return Knot(stage="pick", state="open", why="No size is chosen yet.")
    faults = [f for f in picked.findings if f.weight == "fault"]
    if faults:
        return Knot(stage="pick", state="half", why=faults[0].what)
    return Knot(stage="pick", state="done", why=f"Size {picked.sizes_said}, view {picked.view}.")


def _fit_knot(fitted: Fitted, tick: Tick) -> Knot:
    faults = [f for f in fitted.findings if f.weight == "fault"]
    if tick.state == "look":
        return Knot(stage="fit", state="look", why=tick.why)
    if faults:
        return Knot(stage="fit", state="half", why=faults[0].what)
    if tick.state == "done":
        return Knot(stage="fit", state="done", why="Lengths checked, all seams walked.")
    if fitted.changes:
        return Knot(stage="fit", state="half", why="Changed, but not yet checked off.")
    return Knot(stage="fit", state="open", why="Lengths are as drawn; not yet checked off.")


def _cloth_knot(cloths: tuple[KnownCloth, ...]) -> Knot:
    chosen = [known for known in cloths if known.cloth]
    faults = [f for known in cloths for f in known.findings if f.weight == "fault"]
    if faults:
        return Knot(stage="cloth", state="half", why=faults[0].what)
    if len(chosen) == len(cloths):
        return Knot(stage="cloth", state="done", why="A cloth for every piece.")
    missing = ", ".join(known.role for known in cloths if not known.cloth)
    return Knot(
        stage="cloth", state="half" if chosen else "open", why=f"No cloth yet for: {missing}."
    )


def _lay_knot(lays: tuple[RoleLay, ...], inputs: Inputs, made: Facts) -> Knot:
    for known in lays:
        state, why = state_of(inputs.ticks, f"lay/{known.role}", _lay_facts(known, made))
        if state == "look" and known.placed:
            return Knot(stage="lay", state="look", why=f"The {known.role} lay: {why}")
    if lays and all(known.complete for known in lays):
        return Knot(stage="lay", state="done", why="Every piece lies without fault.")
    faults = [f for known in lays for f in known.findings if f.weight == "fault" and known.placed]
    if faults:
        return Knot(stage="lay", state="half", why=faults[0].what)
    laid = [known for known in lays if known.placed]
    missing = ", ".join(known.role for known in lays if not known.placed)
    return Knot(stage="lay", state="half" if laid else "open", why=f"Not laid yet: {missing}.")


def _keep_knot(kept: Kept) -> Knot:
    if kept.state == "look":
        return Knot(stage="keep", state="look", why=f"The label has changed. {kept.why}")
    if kept.state == "done":
        return Knot(stage="keep", state="done", why="Filed in the register.")
    return Knot(stage="keep", state="open", why="Not filed yet.")
