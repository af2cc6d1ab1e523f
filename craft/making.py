"""The chain: from a pattern and a person's inputs to the result of every stage.

Everything here is derived anew whenever an input changes; nothing of it is stored.
"""

from typing import NamedTuple

from craft.cloth import WORDS as FOLD_WORDS
from craft.cloth import KnownCloth, Wants, cloths_of
from craft.cloth.knot import cloth_knot
from craft.cloth.shared_cloth import as_one, leads
from craft.cut import CutList, cut, cut_knot
from craft.cut.exact import exactness
from craft.cut.paper_ends import originals_of, paper_ends
from craft.cut.room import crowded
from craft.errors import CraftError
from craft.fit import Fitted, fit
from craft.fit.knot import fit_knot, length_fact
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.keep import Kept, keep
from craft.keep.knot import keep_knot
from craft.lay import ClothLay, lay
from craft.lay.floor import floor_ticks
from craft.lay.inputs import face_down
from craft.lay.knot import lay_facts, lay_knot
from craft.lay.pieces_to_lay import pieces_to_lay
from craft.mark import Marking, mark, mark_knot
from craft.mark.marking_list import crosses, notch_ticks
from craft.mark.ways import WAY_WORDS
from craft.pattern import Pattern
from craft.pattern.piece import ROLES, Role
from craft.pick import Picked, pick
from craft.pick.knot import pick_knot, size_fact
from craft.thread import Facts, Knot, Thread, Tick
from craft.thread.facts import Words
from craft.thread.keys import CHECKED
from craft.trace import Ahead, Traced, trace
from craft.trace.knot import PieceTicks, allowance_fact, trace_knot, trace_ticks

# Words for the codes that the facts of ticks hold.
WORDS: Words = {
    "fold": {str(fold): said for fold, said in FOLD_WORDS.items()},
    "line": {"cutting": "cutting line", "stitching": "stitching line"},
    "way": WAY_WORDS,
}


class DerivedMaking(Frozen):
    """The result of every stage. ``for_cloth``: the fitted pieces as they are cut from cloth."""

    picked: Picked
    traced: Traced
    trace_ticks: dict[int, PieceTicks]
    fitted: Fitted
    fit_tick: Tick
    for_cloth: Fitted
    cloths: tuple[KnownCloth, ...]
    lays: tuple[ClothLay, ...]
    floor: dict[Role, dict[str, Tick]]
    cuts: tuple[CutList, ...]
    marks: Marking
    kept: Kept
    knots: tuple[Knot, ...]


class Drawn(NamedTuple):
    """The pieces alone: as they were chosen, traced, fitted, and as they are cut from cloth."""

    picked: Picked
    traced: Traced
    fitted: Fitted
    by_cloth: Fitted
    for_cloth: Fitted


def drawn(pattern: Pattern, inputs: Inputs) -> Drawn:
    """The first part of the chain, which is all that a search or a printed page needs."""
    with _stage("pick"):
        picked = pick(pattern, inputs.pick)
    with _stage("trace"):
        traced = trace(pattern, picked, inputs.trace, ahead(inputs))
    with _stage("fit"):
        fitted = fit(pattern, traced, picked, inputs.pick, inputs.fit)
    with _stage("cloth"):
        by_cloth = as_one(fitted, inputs.cloth)
    with _stage("lay"):
        for_cloth = pieces_to_lay(by_cloth, inputs.lay)
    return Drawn(picked, traced, fitted, by_cloth, for_cloth)


def derive(pattern: Pattern, inputs: Inputs) -> DerivedMaking:
    """Replay the whole making. Raises CraftError; its field begins with the stage's name."""
    thread = Thread(inputs.ticks, WORDS, inputs.redrawn)
    picked, traced, fitted, by_cloth, for_cloth = drawn(pattern, inputs)
    with _stage("cloth"):
        cloths = cloths_of(by_cloth, inputs.cloth, wants_of(pattern, picked))
    with _stage("lay"):
        lays = lay(for_cloth, cloths, inputs.lay, inputs.cloth.step)
    paper: Facts = {"size": size_fact(picked), "allowance": allowance_fact(inputs.trace)}
    garment: Facts = {**paper, "length": length_fact(fitted)}
    shown: Facts = {**garment, "view": picked.view}
    label: Facts = {**shown, "made for": inputs.pick.person or "nobody"}
    traces = trace_ticks(traced, thread, paper)
    checked = thread.tick(CHECKED, shown)
    floor = floor_ticks(lays, thread)
    ends = paper_ends(for_cloth.pieces)
    narrow = crowded(for_cloth, lays, inputs.cut.notch)
    marks = mark(
        for_cloth, lays, thread, garment, inputs.mark, inputs.cut.notch, ends, narrow,
        originals_of(traced),
    )  # fmt: skip
    cuts = cut(
        for_cloth, lays, thread, garment, inputs.cut, exactness(picked), ends, narrow,
        notch_ticks(marks), crosses(lays, inputs.mark),
    )  # fmt: skip
    kept = keep(pattern, picked, inputs.pick.person, traced, fitted, inputs.keep, thread, label)
    return DerivedMaking(
        picked=picked,
        traced=traced,
        trace_ticks=traces,
        fitted=fitted,
        fit_tick=checked,
        for_cloth=for_cloth,
        cloths=cloths,
        lays=lays,
        floor=floor,
        cuts=cuts,
        marks=marks,
        kept=kept,
        knots=(
            pick_knot(picked),
            trace_knot(traces),
            fit_knot(fitted, checked),
            cloth_knot(cloths),
            lay_knot(lays, thread, garment),
            cut_knot(cuts),
            mark_knot(marks),
            keep_knot(kept),
        ),
    )


def wants_of(pattern: Pattern, picked: Picked) -> Wants:
    """What the pattern asks of its main cloth: to stretch as far as the tightest place needs, of the body
    as far as it is known and of the pattern."""
    asked = [row.stretch for row in picked.comparisons if row.stretch is not None]
    most = max(asked, key=lambda stretch: stretch.value, default=None)
    return Wants(knit=pattern.knit, stretch=most)


def ahead(inputs: Inputs) -> Ahead:
    """The one look ahead: tracing goes by what is decided after it (docs/house.md)."""
    lead = leads(inputs.cloth)
    cut_from = {role: inputs.cloth.cloths.get(lead.get(role, role)) for role in ROLES}
    return Ahead(
        traits={role: (each.fibre, *each.treated) for role, each in cut_from.items() if each},
        face_down=face_down(inputs.lay),
        person=inputs.pick.person,
    )


def lay_facts_of(making: DerivedMaking, role: str) -> Facts:
    """What a lay of that role rests on, to be stored when its placements are changed."""
    return lay_facts(next(lay for lay in making.lays if lay.role == role), making.fit_tick.facts)


def ticks_of(making: DerivedMaking) -> dict[str, Tick]:
    """Everything that can be ticked on a list, by its key."""
    listed = [tick for ticks in making.floor.values() for tick in ticks.values()]
    listed += [
        tick
        for each in making.cuts
        for item in each.items
        for step in item.steps
        for tick in step.ticks
    ]
    listed += [item.tick for each in making.marks.lists for item in each.items]
    traced = [
        tick for each in making.trace_ticks.values() for tick in (each.piece, *each.things.values())
    ]
    return {tick.key: tick for tick in (*traced, making.fit_tick, *listed)}


class _stage:
    """Puts the stage's name before the field of a CraftError raised inside."""

    def __init__(self, name: str) -> None:
        self.name = name

    def __enter__(self) -> None:
        return None

    def __exit__(self, kind: object, error: BaseException | None, _: object) -> None:
        if isinstance(error, CraftError):
            error.field = f"{self.name}.{error.field}".rstrip(".")
