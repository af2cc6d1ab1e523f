"""Makings nobody planned: the demo's patterns for anybody, on any cloth, changed and laid anyhow. The same
number gives the same making."""

from datetime import date
from typing import get_args

from pydantic import TypeAdapter

from craft.cloth import Cloth, ClothInputs
from craft.cloth.cloth import CARES, FIBRES, TRAITS, WEAVES, WEIGHTS, Repeat, Square, Strip
from craft.cloth.folds import Fold
from craft.cut import CuttingInputs
from craft.errors import CraftError
from craft.fit import FitInputs
from craft.fit.inputs import Change
from craft.fit.offers import edges_of
from craft.inputs import Inputs
from craft.keep import KeepInputs
from craft.lay import LayInputs, Permission, Placement, items_for
from craft.lay.matching import MatchInputs
from craft.making import derive, drawn, lay_facts_of, ticks_of
from craft.mark import MarkingInputs
from craft.mark.tools import HUES, TOOLS, MarkingKit
from craft.pattern import Pattern
from craft.pick import PickInputs
from craft.pick.original import Original
from craft.pick.print_check import PrintCheck
from craft.shape import path as paths
from craft.thread.keys import laid
from craft.trace import TraceInputs
from craft.trace.inputs import edge_key
from craft.trace.paper import PaperInputs
from craft.trace.sums import KINDS, SumPiece
from craft.trace.treatment import TREATMENTS
from tests.craft.recorded.chance import Chance, choice

CHANGE: TypeAdapter[Change] = TypeAdapter(Change)
KINDS_OF_CHANGE = (
    "length", "length", "dart", "dart", "width", "width", "notch", "allowance", "hand", "split", "join",
    "open", "mirror",
)  # fmt: skip


def person(by: Chance, pattern: Pattern) -> PickInputs:
    """Somebody near a size of the pattern, or far from all."""
    sizes = pattern.table.sizes
    size = by.one(sizes)
    body = {
        row.measurement: round(row.body[size] * by.within(0.95, 1.06))
        for row in pattern.table.rows
        if size in row.body and by.often(0.8)
    }
    levels = sorted({row.level for row in pattern.table.rows if row.level})
    numbers = [piece.number for piece in pattern.pieces]
    cut_to = {by.one(numbers): by.one(sizes)} if by.often(0.2) else {}
    original = Original(
        paper=by.one(choice(Original, "paper")), precious=by.often(0.1), borrowed=by.often(0.1),
        two_sided=by.often(0.15), included=by.one((None, None, None, True, False)), cut_to=cut_to,
        missing=by.some(numbers, 0.05),
    )  # fmt: skip
    printed = PrintCheck(width=by.mm(96, 104), height=by.mm(96, 104)) if by.often(0.3) else None
    return PickInputs(
        person="Somebody", measurements=body, size=by.one((None, size, by.one(sizes))),
        view=by.one((None, *(view.id for view in pattern.views))), original=original, printed=printed,
        at={level: by.one(sizes) for level in by.some(levels, 0.15)},
    )  # fmt: skip


def tracing(by: Chance, pattern: Pattern, picked: PickInputs) -> TraceInputs:
    """How it is traced."""
    pieces = pattern.pieces
    drawn_edges = {p.number: next(iter(p.shapes.values())).edges for p in pieces}
    edges = [edge_key(number, edge.name) for number, each in drawn_edges.items() for edge in each]
    numbers = [piece.number for piece in pieces]
    sums = tuple(
        SumPiece(number=90 + n, name=f"Sum {n}", kind=kind, finished=by.mm(60, 1_800), width=by.mm(8, 120),
                 fullness=by.one((1.0, 1.5, 2.0)), strip=by.one((None, 700.0)), count=by.one((1, 2)))
        for n, kind in enumerate(by.some(KINDS, 0.08))
    )  # fmt: skip
    paper = PaperInputs(
        kind=by.one(("roll", "sheets")), width=by.mm(500, 1_200), height=by.mm(600, 1_000),
        room=by.mm(5, 40), joins=by.one(choice(PaperInputs, "joins")),
    )  # fmt: skip
    return TraceInputs(
        allowance=by.one((None, None, 6.0, 10.0, 20.0)), line=by.one(("cutting", "cutting", "stitching")),
        lines={n: by.one(("cutting", "stitching")) for n in by.some(numbers, 0.1)},
        edges={key: by.mm(0, 45) for key in by.some(edges, 0.06)}, on_cloth=by.some(edges, 0.06),
        keep=by.one((None, by.some(pattern.table.sizes))),
        treatments={n: by.one(TREATMENTS) for n in by.some(numbers, 0.15)},
        opened=by.some([p.number for p in pieces if any(cut.on_fold for cut in p.cuts)], 0.2),
        face_down=by.some(numbers, 0.05), offered=by.some(("body levels", "extra notches")), sums=sums,
        paper=paper, dated=date(2026, 11, 5) if by.often(0.5) else None,
    )  # fmt: skip


def asked(by: Chance, pattern: Pattern, so_far: Inputs, new: int) -> dict | None:
    """Some change of the pieces as they are now; None where there is nothing of that kind."""
    now = drawn(pattern, so_far).fitted
    kind, piece = by.one(KINDS_OF_CHANGE), by.one(now.pieces)
    edge = by.one([each for each in edges_of(now) if each.piece == piece.number])
    here = {"kind": kind, "piece": edge.piece, "edge": edge.edge}
    if kind == "length" and now.lines:
        how = by.one(("amount", "amount", "height", "measure"))
        return {"kind": kind, "level": by.one(now.lines).level, "by": how, "amount": by.mm(-50, 60)}
    if kind == "dart" and now.darts:
        dart = by.one(now.darts)
        how = {each: by.mm(-15, 15) for each in by.some(sorted(dart.asks), 0.4)}
        return {"kind": kind, "pieces": dart.pieces, "dart": dart.dart, "other_way": by.often(0.1),
                "becomes": by.one(("one", "one", "one", "two", "none")), **how}  # fmt: skip
    if kind == "width":
        pins = [
            {"at": by.within(0, 1) * edge.seam_long, "by": by.mm(-12, 18)} for _ in range(by.one((1, 2)))
        ]
        return {**here, "pins": pins, "measured": by.one(("pinch", "side")), "partner": by.often(0.8)}
    if kind == "notch":
        notches = [mark.id for mark in piece.shape.marks if mark.kind == "notch"]
        return {"kind": kind, "piece": piece.number, "mark": by.one(notches), "along": by.mm(-15, 15)} if (
            notches) else None  # fmt: skip
    if kind == "allowance":
        return {**here, "width": by.mm(0, 40)}
    if kind == "hand":
        part = by.one(("start", "end", "point", "whole"))
        return {**here, "part": part, "share": by.within(0, 1), "along": by.mm(-9, 9), "out": by.mm(-9, 9)}
    if kind == "split":
        x0, y0, x1, y1 = paths.control_bounds(piece.shape.outline)
        level = by.one((True, False))
        ends = ((x0 - 5, by.mm(y0, y1)), (x1 + 5, by.mm(y0, y1))) if level else (
            (by.mm(x0, x1), y0 - 90), (by.mm(x0, x1), y1 + 90))  # fmt: skip
        return {"kind": kind, "piece": piece.number, "line": ends, "new": new, "curved": by.often(0.2),
                "names": (piece.name, f"Part {new}"), "seam": f"style {new}"}  # fmt: skip
    if kind == "join" and edge.partner:
        other, theirs = edge.partner
        return {**here, "other": other, "other_edge": theirs}
    return {"kind": kind, "piece": piece.number} if kind in ("open", "mirror") else None


def changed(by: Chance, pattern: Pattern, inputs: Inputs, most: int = 4) -> Inputs:
    """The inputs with some changes that can be made one after the other."""
    for new in range(by.one(range(most + 1))):
        ask = asked(by, pattern, inputs, 50 + new)
        if ask is None:
            continue
        changes = (*inputs.fit.changes, CHANGE.validate_python(ask))
        after = inputs.model_copy(update={"fit": FitInputs(changes=changes)})
        try:
            drawn(pattern, after)
        except CraftError:
            continue
        inputs = after
    return inputs


def some_cloth(by: Chance, role: str) -> Cloth:
    """Any cloth of that role."""
    width, length = by.mm(700, 1_700), by.mm(600, 4_000)
    striped = by.often(0.3)
    repeat = Repeat(
        along=by.one((0.0, by.mm(8, 90))), across=by.one((0.0, by.mm(8, 90))),
        uneven_along=by.often(0.3), uneven_across=by.often(0.3), from_end=by.mm(0, 60),
        from_edge=by.mm(0, 60),
    )  # fmt: skip
    flaw = tuple((x, y) for x, y in ((200, 150), (260, 150), (230, 190)))
    traits = by.some([each for each in TRAITS if each != "fusible"], 0.12)
    return Cloth(
        name=f"Cloth for the {role}", fibre=by.one(FIBRES), width=width, selvedge=by.mm(0, 25),
        owned=by.one((None, length)), shrink_length=by.one((0.0, 0.03, 0.05)),
        shrink_width=by.one((0.0, 0.02)), shrink_by=by.one(("label", "label", "table", "square")),
        square=Square(before=200, after_length=by.mm(185, 200), after_width=by.mm(188, 202)),
        washed=by.often(0.3), nap=by.often(0.3), nap_unsure=by.often(0.1),
        measured={of: by.one(("before", "after")) for of in by.some(("width", "owned", "repeat"), 0.2)},
        stretch=by.one(("none", "none", "across", "both")), repeat=repeat if striped else Repeat(),
        border=by.one(("none", "none", "none", "lower", "both")), flaws=(flaw,) if by.often(0.2) else (),
        traits=(*traits, "fusible") if role == "interfacing" else traits, weave=by.one(WEAVES),
        weight=by.one(WEIGHTS), askew=by.one((0.0, 0.0, 40.0)),
        strip=Strip(rest=100, pulled=by.mm(100, 160)) if by.often(0.3) else None, border_depth=by.mm(0, 60),
        care=by.one(CARES), price=by.one((None, 12.4)),
        colour=by.one(("#20242c", "#fbfaf6", "#8a8f94", "#2c5aa8")),
    )  # fmt: skip


def clothed(by: Chance, pattern: Pattern, inputs: Inputs) -> Inputs:
    """A cloth for every role, with its fold."""
    roles = dict.fromkeys(cut.role for piece in drawn(pattern, inputs).fitted.pieces for cut in piece.cuts)
    chosen = [role for role in roles if by.often(0.9)]
    cloth = ClothInputs(
        cloths={role: some_cloth(by, role) for role in chosen},
        folds={role: by.one(get_args(Fold)) for role in chosen if by.often(0.7)},
        depths={role: by.mm(150, 340) for role in chosen if by.often(0.3)}, out=by.some(chosen, 0.2),
        step=by.one(("10 cm", "1/8 yd")), school=by.one(("by cloth", "folded")),
    )  # fmt: skip
    return inputs.model_copy(update={"cloth": cloth})


def placed(by: Chance, pattern: Pattern, inputs: Inputs) -> Inputs:
    """Every piece on its cloth, in two rough rows, some of them where they must not lie."""
    numbers = [piece.number for piece in pattern.pieces]
    rules = LayInputs(
        liberties={
            n: Permission(**{name: by.often(0.3) for name in Permission.model_fields})
            for n in by.some(numbers, 0.15)
        },
        match=MatchInputs(centre=by.one(choice(MatchInputs, "centre")), off=by.often(0.1),
                          mirrored=by.often(0.7), hem=by.one((None, 12.0))),
        one_way=by.often(0.1), narrow=by.some(inputs.cloth.cloths, 0.1), gap=by.one((0.0, 3.0, 8.0)),
        motifs_rule=by.often(0.2), joins=by.some(numbers, 0.03),
        scallop={role: by.mm(5, 40) for role in by.some(inputs.cloth.cloths, 0.1)},
    )  # fmt: skip
    inputs = inputs.model_copy(update={"lay": rules})
    made = derive(pattern, inputs)
    placements, cut = {}, {}
    for known in made.cloths:
        if known.cloth is None:
            continue
        x, row = [0.0, 0.0], 0
        lying = []
        for item in items_for(made.for_cloth.pieces, known.role, known.fold, out=known.out):
            if by.often(0.05):
                continue
            x0, y0, x1, y1 = paths.control_bounds(item.cutting)
            y = 0.0 if item.on_fold else by.one((3.0, by.mm(0, 500)))
            turn = by.one((0, 0, 0, 0, 180, 180, 90, by.mm(-3, 3)))
            lying.append(
                Placement(item=item.key, x=by.mm(0, 6) + x[row], y=y, turn=turn, over=by.often(0.15))
            )
            x[row] += y1 - y0 if by.often(0.9) else x1 - x0
            row = by.one((0, 0, 1))
        placements[known.role] = tuple(lying)
        cut[known.role] = tuple(each.item for each in lying[: by.one((0, 0, 1))])
    lay = rules.model_copy(update={"placements": placements, "cut": cut})
    return inputs.model_copy(update={"lay": lay})


def marked(by: Chance, pattern: Pattern, inputs: Inputs) -> Inputs:
    """With any kit, cut anyhow, some of it ticked, and filed or not."""
    kit = MarkingKit(
        tools=by.some(TOOLS, 0.6), chalks=by.some(HUES, 0.6), carbons=by.some(HUES, 0.6),
        surface=by.one(choice(MarkingKit, "surface")), sheet_long=by.mm(200, 600),
    )  # fmt: skip
    mark = MarkingInputs(
        kit=kit, handled=by.one(choice(MarkingInputs, "handled")), dart_spacing=by.mm(8, 30),
        line_spacing=by.mm(20, 90),
        **{name: by.one(choice(MarkingInputs, name))
           for name in ("joined", "held", "dart_end", "tip", "pressed")},
    )  # fmt: skip
    cut = CuttingInputs(
        tool=by.one((None, "shears", "rotary")), holding=by.one(("weights", "pins")),
        notch=by.one(choice(CuttingInputs, "notch")), aware=by.some(inputs.cloth.cloths),
    )  # fmt: skip
    keep = KeepInputs(box="7", envelope="B2", filed=by.often(0.3))
    return inputs.model_copy(update={"mark": mark, "cut": cut, "keep": keep})


def ticked(by: Chance, pattern: Pattern, inputs: Inputs) -> Inputs:
    """Some of it done, and something decided anew afterwards."""
    made = derive(pattern, inputs)
    ticks = {key: tick.facts for key, tick in ticks_of(made).items() if by.often(0.6)}
    for role in by.some(inputs.lay.placements, 0.7):
        ticks[laid(role)] = lay_facts_of(made, role)
    done = inputs.model_copy(update={"ticks": ticks})
    later = [
        done,
        done.model_copy(
            update={"pick": done.pick.model_copy(update={"size": by.one(pattern.table.sizes)})}
        ),
        done.model_copy(update={"trace": done.trace.model_copy(update={"line": "stitching"})}),
        done.model_copy(update={"mark": MarkingInputs()}),
    ]
    return by.one(later)


def making(number: int, patterns: tuple[Pattern, ...]) -> tuple[Pattern, Inputs]:
    """The making of that number: what it is of, and everything decided in it."""
    by = Chance(number)
    pattern = patterns[number % len(patterns)]
    inputs = Inputs(pick=person(by, pattern))
    inputs = inputs.model_copy(update={"trace": tracing(by, pattern, inputs.pick)})
    for step in (changed, clothed, placed, marked, ticked):
        inputs = step(by, pattern, inputs)
    return pattern, inputs
