"""The cut plan of every cloth: in which order, with what, how exactly, and what is cut besides the outline.

By hand the pieces on the fold come first, then large before small; the fold itself is not cut.
"""

from collections.abc import Mapping

from craft.cloth import Cloth
from craft.cut.at_edges import (
    EdgeCut,
    Snips,
    centre_snips,
    dart_snips,
    edge_rows,
    label_edge,
    notchings,
)
from craft.cut.besides import CUT_OPEN, besides_cut, besides_done, lies
from craft.cut.drawn_first import drawn_first
from craft.cut.holding import Held, corners, held
from craft.cut.inputs import Cutter, CuttingInputs
from craft.cut.notching import NOWHERE, notching_words
from craft.cut.paper_ends import PaperEnd, PaperEnds
from craft.cut.room import Crowded, on_a_fold
from craft.cut.staystitch import Staystitch, staystitched
from craft.fit import Fitted, WorkingPiece
from craft.frozen import Frozen
from craft.lay import LayItem, RoleLay
from craft.measure import Figure, Finding, Where
from craft.pattern.hands import opposite
from craft.pattern.piece import Role
from craft.shape import path as paths
from craft.thread import Facts, Knot, Thread, Tick, from_ticks
from craft.thread.keys import cut_out

CAUTIONS = (
    "Close or sheathe the blades when you put them down; cut away from the other hand.",
    "Children and pets away from the table; count the pins back into the tin.",
    "Follow the maker’s instructions for cutters and irons.",
)
CUTTER_SAID = (
    "Rotary cutter and mat, a small blade for curves, weights instead of pins: nothing lifts "
    "the cloth."
)
SHEARS_SAID = (
    "Shears in long strokes, reopened before the tips close, the lower blade on the table."
)
LACE_SAID = (
    "Small sharp scissors; fine pins, inside the allowance only. Cut round the motifs that a seam would "
    "cut, and lap them over it."
)
# Minutes: to set weights or pins, for a metre of the line, for a notch.
SETTING, A_NOTCH = 0.5, 0.1
A_METRE: dict[Cutter, float] = {"shears": 1.5, "rotary": 1.0}
KEEP = (
    "Keep the paper on every piece until its marks are ticked.",
    "Keep the larger scraps: one to try the marking on, one for test seams.",
)


class CutItem(Frozen):
    """One thing to do at the table. ``lies``: where it is found on the cloth; ``besides``: what is cut and
    done for it besides its outline, in sentences; ``motifs``: how many motifs of lace are cut round;
    ``labels``: what is written on the cloth pieces, in the allowance of the edge ``label_at``."""

    tick: Tick
    item: str
    piece: int
    title: str
    how: str
    gives: str
    lies: str
    held: Held
    edges: tuple[EdgeCut, ...]
    darts: tuple[Snips, ...]
    centres: tuple[Snips, ...]
    staystitch: tuple[Staystitch, ...]
    besides: tuple[str, ...]
    labels: tuple[str, ...]
    label_at: str
    minutes: float
    motifs: int = 0


class CutList(Frozen):
    """Everything cut from one cloth. ``ready``: the lay is complete and without fault; ``allowed``: it
    is, or the person knows that it is not. ``advised``: the cutter the cloth asks for;
    ``wrong_sides``: an X goes on every wrong side."""

    role: Role
    cloth: str
    ready: bool
    allowed: bool
    tool: str
    cutter: bool
    advised: Cutter
    exact: Figure
    notches: str
    wrong_sides: str
    items: tuple[CutItem, ...]
    keep: tuple[str, ...]
    findings: tuple[Finding, ...]


def cut(
    fitted: Fitted, lays: tuple[RoleLay, ...], thread: Thread, facts: Facts,
    inputs: CuttingInputs, exact: Figure, ends: PaperEnds, crowded: Crowded,
) -> tuple[CutList, ...]:  # fmt: skip
    """The plan of every cloth, in the order of cutting. ``ends``: what the paper of each piece ends at;
    ``crowded``: notches without room to be cut outward."""
    planners = (_Planner(each, fitted, thread, facts, inputs, ends, crowded) for each in lays)
    return tuple(planner.listed(exact) for planner in planners)


class _Planner:
    """Plans the cutting of one cloth."""

    def __init__(
        self, lay: RoleLay, fitted: Fitted, thread: Thread, facts: Facts, inputs: CuttingInputs,
        ends: PaperEnds, crowded: Crowded,
    ) -> None:  # fmt: skip
        self.lay, self.thread, self.inputs = lay, thread, inputs
        self.cloth_name = lay.cloth.name if lay.cloth else "no cloth yet"
        self.facts: Facts = {**facts, "cloth": self.cloth_name, "fold": lay.fold}
        self.advised = advised_cutter(lay.cloth)
        self.tool = inputs.tool or self.advised
        # On the fold first, then large before small.
        self.items = sorted(lay.items, key=lambda i: (not i.on_fold, -paths.area(i.cutting)))
        pieces = {piece.number: piece for piece in fitted.pieces}
        self.plans = {
            number: _PiecePlan(
                pieces[number],
                lay.cloth,
                inputs,
                ends.get(number, PaperEnd()),
                crowded.get((lay.role, number), NOWHERE),
            )
            for number in dict.fromkeys(item.piece for item in self.items)
        }
        self.lengths: dict[int, float] = {}
        self.judged = {judged.placement.item: judged for judged in lay.placed}

    def listed(self, exact: Figure) -> CutList:
        """The plan. ``exact``: how far a cut may be off."""
        lay = self.lay
        return CutList(
            role=lay.role, cloth=self.cloth_name, ready=lay.complete,
            allowed=lay.complete or lay.role in self.inputs.aware,
            tool=_said(lay.cloth, self.tool), cutter=self.tool == "rotary", advised=self.advised,
            exact=exact, notches=notching_words([n for p in self.plans.values() for n in p.notchings]),
            wrong_sides=_wrong_sides(lay.cloth), items=tuple(self._item(item) for item in self.items),
            keep=KEEP, findings=tuple(_findings(lay, self.tool, self.advised, self.inputs)),
        )  # fmt: skip

    def _length(self, item: LayItem) -> float:
        """How long its cutting line is (mm): the same for every copy, and measured once."""
        key = id(item.cutting)
        if key not in self.lengths:
            self.lengths[key] = paths.length(item.cutting)
        return self.lengths[key]

    def _item(self, item: LayItem) -> CutItem:
        plan, judged = self.plans[item.piece], self.judged.get(item.key)
        how, gives = _how(item, doubled=judged is not None and judged.double)
        centres = plan.centres if item.on_fold or item.hands == "whole" else ()
        labels = _labels(item)
        motifs = len(judged.motifs) if judged else 0
        way = self._length(item)
        by = held(plan.corners, way, self.lay.cloth, self.inputs.holding,
                  on_fold=item.on_fold)  # fmt: skip
        return CutItem.model_construct(
            tick=self.thread.tick(cut_out(self.lay.role, item.key), self.facts),
            item=item.key, piece=item.piece, title=item.title, how=how, gives=gives,
            lies=lies(judged), edges=plan.edges, darts=plan.darts, centres=centres,
            staystitch=plan.staystitch, labels=labels, motifs=motifs, held=by,
            minutes=plan.minutes(way, self.tool), label_at=plan.label_at,
            besides=(
                *((CUT_OPEN,) if on_a_fold(self.lay, judged, item) else ()),
                *besides_cut(plan.draw, plan.edges, plan.darts, centres, motifs),
                *besides_done(plan.staystitch, labels, plan.label_at),
            ),
        )  # fmt: skip


class _PiecePlan:
    """What is the same for every copy of a piece on one cloth, worked out once."""

    def __init__(
        self, piece: WorkingPiece, cloth: Cloth | None, inputs: CuttingInputs, end: PaperEnd,
        crowded: Mapping[str, str],
    ) -> None:  # fmt: skip
        self.piece = piece
        ruled = notchings(piece.shape, cloth, inputs.notch, crowded)
        self.notchings = [cut for _, cut in ruled]
        self.edges = edge_rows(piece.shape, ruled)
        self.corners = corners(piece.shape)
        self.darts = dart_snips(piece.shape, cloth)
        self.centres = centre_snips(piece.shape, cloth)
        self.staystitch = staystitched(piece.shape, cloth)
        self.label_at = label_edge(piece.shape)
        self.draw = drawn_first(piece.shape, end.line, end.on_cloth)

    def minutes(self, way: float, tool: Cutter) -> float:
        """Setting the weights or pins, the way along the cutting line (mm), and every notch and snip."""
        notches = sum(len(each.marks) for each in self.edges) + len(self.darts) + len(self.centres)
        return round(SETTING + way / 1000 * A_METRE[tool] + notches * A_NOTCH, 1)


def _findings(lay: RoleLay, tool: Cutter, advised: Cutter, inputs: CuttingInputs) -> list[Finding]:
    here = Where(cloth=lay.role)
    found = []
    if not lay.complete:
        known = lay.role in inputs.aware
        found.append(
            Finding(
                weight="note" if known else "doubt",
                what=f"The {lay.role} lay is not complete yet.",
                because="You said that you know." if known
                else "Nothing is cut until every piece lies without fault.",
                mend="Finish it under Lay.",
                where=here,
            )
        )  # fmt: skip
    if tool == "shears" and advised == "rotary":
        found.append(
            Finding(weight="doubt", what="Shears lift this cloth, and it slips while it is cut.",
                    because="Light and slippery cloth keeps its shape under a rotary cutter.",
                    mend="Cut it on paper, both pinned together, or take a rotary cutter.", where=here)
        )  # fmt: skip
    if tool == "rotary" and lay.cloth is not None and "lace" in lay.cloth.treated:
        found.append(
            Finding(weight="doubt", what="A rotary cutter does not go round motifs.",
                    because="They are cut round with small scissors and lapped over the seam.", where=here)
        )  # fmt: skip
    if inputs.holding == "pins" and advised == "rotary":
        found.append(
            Finding(weight="note", what="Pins lift light cloth and may leave holes.",
                    because="Weights hold it without lifting it.",
                    mend="Fine pins, inside the allowance only.", where=here)
        )  # fmt: skip
    return found


def advised_cutter(cloth: Cloth | None) -> Cutter:
    """Rotary for light slippery cloth, shears for most else; lace is cut with small scissors."""
    if cloth is None or "lace" in cloth.treated:
        return "shears"
    return "rotary" if {"slippery", "sheer"} & set(cloth.treated) else "shears"


def _said(cloth: Cloth | None, tool: Cutter) -> str:
    if cloth is not None and "lace" in cloth.treated and tool == "shears":
        return LACE_SAID
    return CUTTER_SAID if tool == "rotary" else SHEARS_SAID


def _wrong_sides(cloth: Cloth | None) -> str:
    if cloth is not None and "sides alike" in cloth.treated:
        return "A chalk X on the wrong side of every piece, in the allowance, as soon as it is cut."
    return ""


def barred(lists: tuple[CutList, ...], key: str) -> str:
    """Why a thing cannot be ticked as cut; "" where it can: a lay that is not ready is cut only by somebody
    who says that they know."""
    for each in lists:
        if not each.allowed and any(item.tick.key == key for item in each.items):
            return (
                f"The {each.role} lay is not ready: finish it under Lay, or say under Cut that you "
                "cut it all the same."
            )
    return ""


def cut_knot(lists: tuple[CutList, ...]) -> Knot:
    """Done when every piece of every cloth is cut."""
    return from_ticks("cut", (item.tick for each in lists for item in each.items), "pieces")


def _how(item: LayItem, *, doubled: bool) -> tuple[str, str]:
    """How an item is cut, and what comes of it. ``doubled``: it lies on two layers."""
    if item.on_fold:
        return "Cut both layers from the fold outward; leave the fold uncut.", "1 whole piece"
    if item.hands == "both":
        if item.upper is None:
            return "Cut both layers at once.", "left and right"
        return "Cut both layers at once.", f"{item.upper} above, {opposite(item.upper)} below"
    if item.hands == "whole":
        return "Cut the opened piece in one.", "1 whole piece"
    if item.hands in ("left", "right"):
        down = "printed side down" if item.over else "printed side up"
        return f"Single layer, {down}.", f"{item.hands} piece"
    if item.gives > 1:
        return "Cut both layers at once.", f"{item.gives} pieces"
    if not doubled:
        return "Cut it.", "1 piece"
    if not item.handed or item.upper is None:
        return (
            "Wanted once: cut the upper layer alone, or keep the second one as a spare.",
            "1 piece",
        )
    layer = "upper" if item.upper == (item.printed or "right") else "lower"
    how = f"Wanted once, as drawn: the {layer} layer gives it, the other one its mirror image."
    return how, "1 piece"


def _labels(item: LayItem) -> tuple[str, ...]:
    """What is written on each cloth piece that comes out."""
    if item.hands == "both":
        pair = f", pair {item.copy_number}" if item.copy_number > 1 else ""
        return tuple(f"{item.piece} {item.name}, {hand}{pair}" for hand in ("left", "right"))
    return (item.title,) * item.gives
