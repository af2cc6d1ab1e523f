"""The cut plan of every cloth: in which order, with what, how exactly, and what is cut besides the outline.

By hand the pieces on the fold come first, then large before small; the fold itself is not cut.
"""

from collections.abc import Mapping, Sequence
from typing import Literal

from craft.cloth import Cloth
from craft.cloth.cloth import Like
from craft.cut import steps
from craft.cut.drawn_cutting_line import drawn_first, open_edges
from craft.cut.edge_notches import (
    centre_snips,
    dart_snips,
    edge_rows,
    label_edge,
    notchings,
)
from craft.cut.found_at import lies
from craft.cut.holding import corners, held, wants_fine_pins
from craft.cut.inputs import Cutter, CuttingInputs, Holding
from craft.cut.letters import letters_of
from craft.cut.notching import NOWHERE, notching_words
from craft.cut.paper_ends import PaperEnd, PaperEnds
from craft.cut.result import CutItem, CutList
from craft.cut.room import Crowded, on_a_fold
from craft.cut.staystitch import staystitched
from craft.cut.steps import Act
from craft.fit import Fitted, WorkingPiece
from craft.lay import ClothLay, LayItem
from craft.measure import Figure, Finding, Where, listed
from craft.pattern.hands import opposite
from craft.pattern.piece import Role
from craft.shape import path as paths
from craft.thread import Facts, Thread, Tick
from craft.thread.keys import cut_out

CAUTIONS = (
    "Close or sheathe the blades when you put them down; cut away from the other hand.",
    "Children and pets away from the table; count the pins back into the tin.",
    "Follow the maker’s instructions for cutters and irons.",
)
CUTTER_SAID = "Rotary cutter and mat, a small blade for curves: nothing lifts the cloth."
SHEARS_SAID = (
    "Shears in long strokes, reopened before the tips close, the lower blade on the table."
)
LACE_SAID = (
    "Small sharp scissors. Cut round the motifs that a seam would cut, and lap them over it."
)
HARD_SAID = "{what} blunt an edge and fly when they are cut: old blades, short strokes, glasses on."
# Minutes: to set weights or pins, for a metre of the line, for a notch, for a metre drawn, for an edge
# staystitched, for a label.
SETTING, A_NOTCH, DRAWN_METRE, AN_EDGE, A_LABEL = 0.5, 0.1, 1.0, 1.0, 0.2
A_METRE: dict[Cutter, float] = {"shears": 1.5, "rotary": 1.0}
# What is hard to cut takes so many times as long.
SLOWER = 1.5
HARD: tuple[Like, ...] = ("sequins", "beads")
# The ticks of what is cut at the edges of an item, by role and item.
NotchTicks = Mapping[tuple[Role, str], tuple[Tick, ...]]
NO_NOTCHES: NotchTicks = {}
NO_CROSSES: Mapping[Role, str] = {}
CHALK_X = "A chalk X"
KEEP = (
    "Keep the paper on every piece until its marks are ticked.",
    "Keep the larger scraps: one to try the marking on, one for test seams.",
)


def cut(
    fitted: Fitted, lays: tuple[ClothLay, ...], thread: Thread, facts: Facts,
    inputs: CuttingInputs, exact: Figure, ends: PaperEnds, crowded: Crowded,
    notches: NotchTicks = NO_NOTCHES, crosses: Mapping[Role, str] = NO_CROSSES,
) -> tuple[CutList, ...]:  # fmt: skip
    """The plan of every cloth, in the order of cutting. ``ends``: what the paper of each piece ends at;
    ``crowded``: notches without room to be cut outward; ``notches``: the ticks of what is cut at edges;
    ``crosses``: what a wrong side is marked with, by cloth."""
    planners = (
        _Planner(each, fitted, thread, facts, inputs, ends, crowded, notches, crosses)
        for each in lays
    )
    return tuple(planner.listed(exact) for planner in planners)


class _Planner:
    """Plans the cutting of one cloth."""

    def __init__(
        self, lay: ClothLay, fitted: Fitted, thread: Thread, facts: Facts, inputs: CuttingInputs,
        ends: PaperEnds, crowded: Crowded, notches: NotchTicks, crosses: Mapping[Role, str],
    ) -> None:  # fmt: skip
        self.lay, self.thread, self.inputs = lay, thread, inputs
        self.notches, self.crosses = notches, crosses
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
            tool=_said(lay.cloth, self.tool, self.inputs.holding), cutter=self.tool == "rotary",
            advised=self.advised,
            exact=exact, notches=notching_words([n for p in self.plans.values() for n in p.notchings]),
            wrong_sides=wrong_sides(lay.cloth, self.crosses.get(lay.role, CHALK_X)),
            items=tuple(self._item(item) for item in self.items),
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
        way = self._length(item) - plan.uncut_length
        by = held(plan.corners, way, self.lay.cloth, self.inputs.holding,
                  on_fold=item.on_fold)  # fmt: skip
        cut_notches = sum(len(each.marks) for each in plan.edges if each.style != "mark") + sum(
            1 for each in (*plan.darts, *centres) if each.depth
        )
        made = (
            steps.holding(by, SETTING),
            steps.drawing(plan.draw, self._tick(item, "draw"), plan.drawn_length / 1000 * DRAWN_METRE),
            steps.cutting(
                gives, how, self._tick(item), way / 1000 * A_METRE[self.tool] * plan.slower,
                open_fold=on_a_fold(self.lay, judged, item), uncut=plan.uncut, motifs=motifs,
                letters=plan.letters,
            ),
            steps.notching(
                plan.edges, plan.darts, centres, self.notches.get((self.lay.role, item.key), ()),
                self._tick(item, "notch"), cut_notches * A_NOTCH, plan.letters,
            ),
            steps.staystitching(plan.staystitch, self._tick(item, "staystitch"),
                                len(plan.staystitch) * AN_EDGE, plan.letters),
            steps.labelling(labels, plan.label_at, self._tick(item, "label"), len(labels) * A_LABEL,
                            plan.letters),
        )  # fmt: skip
        done = tuple(step for step in made if step is not None)
        return CutItem(
            tick=self._tick(item), item=item.key, piece=item.piece, title=item.title, how=how, gives=gives,
            lies=lies(judged), edges=plan.edges, darts=plan.darts, centres=centres,
            staystitch=plan.staystitch, labels=labels, motifs=motifs, held=by, steps=done,
            letters=plan.letters, minutes=round(sum(step.minutes for step in done), 1),
            label_at=plan.label_at,
        )  # fmt: skip

    def _tick(self, item: LayItem, act: Act | Literal[""] = "") -> Tick:
        return self.thread.tick(cut_out(self.lay.role, item.key, act), self.facts)


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
        self.letters = letters_of(piece.shape)
        self.draw = drawn_first(piece.shape, end, self.letters)
        self.drawn_length = self._along(open_edges(piece.shape, end))
        self.uncut = end.uncut
        self.uncut_length = self._along(end.uncut)
        like = cloth.treated if cloth is not None else ()
        self.slower = SLOWER if any(each in like for each in HARD) else 1.0

    def _along(self, names: Sequence[str]) -> float:
        """How long some of its edges are (mm)."""
        return sum(paths.length(self.piece.shape.edge(name).path) for name in names)


def _findings(lay: ClothLay, tool: Cutter, advised: Cutter, inputs: CuttingInputs) -> list[Finding]:
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
    if tool == "rotary" and lay.cloth is not None and any(h in lay.cloth.treated for h in HARD):
        found.append(
            Finding(weight="doubt", what="A rotary cutter jumps over sequins and beads.",
                    because="They chip its blade, and the cloth between them stays uncut.",
                    mend="Take old shears.", where=here)
        )  # fmt: skip
    if inputs.holding == "pins" and advised == "rotary":
        found.append(
            Finding(weight="note", what="Pins lift light cloth and may leave holes.",
                    because="Weights hold it without lifting it.",
                    mend="Fine pins, inside the allowance only.", where=here)
        )  # fmt: skip
    return found


def advised_cutter(cloth: Cloth | None) -> Cutter:
    """Rotary for light drapey cloth, shears for most else; lace is cut with small scissors, and what is
    sewn on a cloth with blades that may be blunted."""
    like = cloth.treated if cloth is not None else ()
    if "lace" in like or "heavy" in like or any(each in like for each in HARD):
        return "shears"
    return "rotary" if {"slippery", "sheer"} & set(like) else "shears"


def _said(cloth: Cloth | None, tool: Cutter, holding: Holding) -> str:
    """What it is cut with, and what holds it, for this cloth."""
    like = cloth.treated if cloth is not None else ()
    phrases = [CUTTER_SAID if tool == "rotary" else LACE_SAID if "lace" in like else SHEARS_SAID]
    hard = [each for each in HARD if each in like]
    if hard:
        phrases.append(HARD_SAID.format(what=listed(hard).capitalize()))
    if cloth is not None and holding == "pins" and wants_fine_pins(cloth):
        phrases.append("Fine pins, inside the allowance only.")
    return " ".join(phrases)


def wrong_sides(cloth: Cloth | None, cross: str) -> str:
    """How the wrong side is told where it is hard to tell; ``cross``: what it is marked with."""
    if cloth is None or "sides alike" not in cloth.treated:
        return ""
    return f"{cross} on the wrong side of every piece, in the allowance, as soon as it is cut."


def barred(lists: tuple[CutList, ...], key: str) -> str:
    """Why a thing cannot be ticked as cut; "" where it can: a lay that is not ready is cut only by somebody
    who says that they know."""
    for each in lists:
        if not each.allowed and any(key in _bars(item) for item in each.items):
            return (
                f"The {each.role} lay is not ready: finish it under Lay, or say under Cut that you "
                "cut it all the same."
            )
    return ""


def _bars(item: CutItem) -> set[str]:
    """What is not ticked before its lay is ready: all that touches the cloth with blades or chalk."""
    own = item.tick.key
    keys = {tick.key for step in item.steps for tick in step.ticks}
    return {key for key in keys if key == own or key.startswith(f"{own}/")}


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
