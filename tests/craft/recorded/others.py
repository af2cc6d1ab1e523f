"""What all that is asked of a making besides its stages comes to."""

from collections.abc import Callable, Iterator
from typing import get_args

from craft.again import again
from craft.changes import describe
from craft.cloth.preparing import preparation
from craft.errors import CraftError
from craft.fit.as_pattern import as_pattern
from craft.fit.dimension import dimensions
from craft.fit.inputs import FitInputs, Version
from craft.fit.offers import edges_of
from craft.fit.preview import outlines
from craft.fit.toile import Remark, places, propose, worth_testing
from craft.fit.versions import versions
from craft.inputs import Inputs
from craft.lay.arranging import arranged
from craft.lay.cloth_map import cloth_map
from craft.lay.judge import laid
from craft.lay.mend import mend
from craft.lay.projecting import projected
from craft.lay.rehearse import rehearse
from craft.lay.remnant import remnant_of
from craft.lay.snapping import snapped
from craft.lay.spreading import table_for
from craft.lay.tape_input import TapeInput, placed_by_tape
from craft.making import DerivedMaking
from craft.mark.by_tool import by_tool
from craft.measure.finding import OFFERS
from craft.pattern import Pattern
from craft.pick.doubts import size_doubts
from craft.pick.nested_sizes import nest
from craft.saving.of_pieces import making_drawing
from craft.saving.tables import cutting_rows, shopping_rows, size_rows
from craft.seek.attempts import attempts
from craft.seek.case import case_of
from craft.sharing import needs_of, on_usual_width, shared, totals
from craft.sheets import SheetChoice, out_pieces, plan_sheets
from craft.sheets.drawn_lists import card_drawings, cut_drawings, list_drawings
from craft.shopping import as_text, shopping
from craft.trace.label_place import place_label
from craft.trace.paper import OnPaper, plan_paper
from craft.trace.ways import Tool, tracing_ways
from tests.craft.recorded.chance import Chance, choice


def asked(question: Callable[[], object]) -> object:
    """The answer, or the sentence it is refused with."""
    try:
        return question()
    except CraftError as error:
        return error.sentence


def others(
    by: Chance, pattern: Pattern, inputs: Inputs, made: DerivedMaking
) -> Iterator[tuple[str, object]]:
    """By name, everything else that is made of a making."""
    unit = by.one(("cm", "in"))
    picked, traced, fitted = made.picked, made.traced, made.fitted
    yield "nest", nest(pattern, picked.view, picked.borrowed)
    yield "doubts", size_doubts(picked)
    yield "described", describe(Inputs(), inputs)
    kit = by.some(get_args(Tool), 0.6)
    ways = tracing_ways(traced.pieces, inputs.pick.original, kit)
    yield "ways", ways
    on_paper = tuple(
        OnPaper(number=p.number, name=p.name, outline=p.shape.outline, marks=p.shape.marks)
        for p in traced.pieces
    )
    yield "paper", asked(lambda: plan_paper(on_paper, inputs.trace.paper))
    label = ("Front", "size D", "main: cut a pair")
    yield "label", [place_label(piece.shape, label) for piece in traced.pieces[:3]]
    choice_ = SheetChoice(
        page=by.one(choice(SheetChoice, "page")), overlap=by.mm(0, 20), margin=by.mm(4, 15)
    )
    yield "pages", asked(lambda: plan_sheets(out_pieces(traced, fitted, None), choice_))
    yield "fit", list(of_the_fit(by, pattern, inputs, made))
    bought = shopping(made, ways, {})
    yield "shopping", (bought, as_text(bought, "All", unit), shopping_rows(bought, unit))
    yield "rows", (cutting_rows(made.cuts, unit), size_rows(pattern, unit))
    needs = needs_of(made, inputs.cloth)
    both = [(who, need) for who in ("Orla", "Pip") for need in needs]
    yield "needs", (needs, totals(needs), shared(both), [on_usual_width(need) for need in needs])
    yield "prepared", [preparation(each.cloth) for each in made.cloths if each.cloth]
    for at, lay in enumerate(made.lays):
        yield f"lay {lay.role}", asked(lambda at=at: list(of_a_lay(by, inputs, made, at)))
    yield "again", again(made, inputs.ticks)
    yield "tools", by_tool(made.marks.lists)
    yield "drawn", (list_drawings(made), cut_drawings(made), card_drawings(made, (60.0, 80.0)))
    yield "saved", asked(lambda: making_drawing(traced, fitted, picked.size, unit))


def of_the_fit(by: Chance, pattern: Pattern, inputs: Inputs, made: DerivedMaking) -> Iterator[object]:
    """What is offered, compared and found on a toile."""
    fitted = made.fitted
    edges = edges_of(fitted)
    yield edges
    yield dimensions(fitted)
    yield worth_testing(fitted)
    stood = (made.traced, made.picked, inputs.pick)
    held = Version(name="before", changes=inputs.fit.changes[:1])
    with_it = inputs.fit.model_copy(update={"versions": (held,)})
    yield versions(pattern, *stood, with_it)
    yield as_pattern(pattern, *stood, inputs.fit, "Mine")
    before = {piece.number: piece.shape for piece in fitted.pieces}
    yield outlines(pattern, *stood, FitInputs(changes=inputs.fit.changes[:2]), before)
    found = places(fitted, edges)
    yield found
    for place in by.some(found, 0.15):
        remark = Remark(place=place.key, what=by.one(place.whats), amount=by.mm(4, 30), each=by.often(0.5))
        yield asked(lambda remark=remark: propose(fitted, edges, remark))


def of_a_lay(by: Chance, inputs: Inputs, made: DerivedMaking, at: int) -> Iterator[object]:
    """What is done and asked at one cloth."""
    lay, known = made.lays[at], made.cloths[at]
    table = table_for(known, made.for_cloth, inputs.lay)
    yield asked(lambda: cloth_map(lay))
    yield projected(lay, 500.0, 400.0)
    if table is None:
        return
    there = tuple(judged.placement for judged in lay.placed)
    yield asked(lambda: rehearse(table, there))
    yield asked(lambda: remnant_of(known.cloth, table, there, squared=by.often(0.5)))
    case = case_of(lay.role, made.for_cloth, inputs.cloth, inputs.lay)
    yield [(each.what, each.because) for each in attempts(case, table)]
    for one in by.some(there, 0.3):
        fix = by.one(tuple(OFFERS))
        yield asked(lambda one=one, fix=fix: mend(table, one, fix))
        other = by.one(there)
        how = by.one(("swap", "align"))
        yield asked(lambda one=one, other=other, how=how: arranged(table, one, other, how))
        tape = TapeInput(upper=by.mm(0, 300), lower=by.one((None, by.mm(0, 300))), to_end=by.mm(0, 900))
        yield asked(lambda one=one, tape=tape: placed_by_tape(table, one, tape))
        rest = laid(table, [each for each in there if each != one])
        near = one.model_copy(update={"x": one.x + by.mm(-6, 6), "y": one.y + by.mm(-6, 6)})
        yield snapped(table, near, rest)
