"""Trace: the pieces in one size, with marks, labels and treatments."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from craft.frozen import Frozen
from craft.measure import Figure
from craft.pattern.cutting import paper_line, printed
from craft.pattern.drawn_marks import DrawnMark, drawn_marks
from craft.pattern.piece import OF_A_GARMENT, Role
from craft.pick.original import carries_allowances
from craft.shape import path as paths
from craft.shape.curve import Curve
from craft.sheets import out_pieces
from craft.trace import Traced, TraceInputs
from craft.trace.knot import PieceTicks
from craft.trace.label_place import LabelPlace, place_label
from craft.trace.paper import OnPaper, PaperPlan, plan_paper
from craft.trace.seam_kinds import KINDS, Sewn
from craft.trace.sum_numbers import SUM_NUMBERS, NumberAsked
from craft.trace.sums import KINDS as SUM_KINDS
from craft.trace.sums import SumKind
from craft.trace.treatment import TREATMENTS, Treatment
from craft.trace.ways import TracingWay, tracing_ways
from workroom.api.answers import answer
from workroom.api.makings import Against, Head, edited, result, setting
from workroom.api.people import kit_of
from workroom.api.who import user_of
from workroom.records.derived import pattern_of

router = Router(tags=["trace"])


class SeamKindCard(Frozen):
    """A kind of seam or hem that can be chosen."""

    name: str
    sewn: Sewn
    allowance: Figure
    because: str


class EdgeName(Frozen):
    """An edge of a piece, for choosing what a strip is sewn to. ``mm``: how long it is."""

    piece: int
    edge: str
    mm: float


class TraceStage(Frozen):
    """What the Trace screen shows; ``cutting`` is where each piece's paper ends, ``before`` the printed
    size lines of pieces whose paper is folded, ``free`` the next number for a piece by sum. ``places``:
    where each label goes; ``marks``: how marks are drawn. ``ways``: how to trace by hand. ``treatments``,
    ``sum_kinds`` and ``roles``: what there is to choose from; ``sum_numbers``: what a sum asks for."""

    traced: Traced
    sizes: tuple[str, ...]
    free: int
    cutting: dict[int, tuple[Curve, ...]]
    before: dict[int, tuple[tuple[Curve, ...], ...]]
    places: dict[int, LabelPlace]
    marks: dict[int, dict[str, DrawnMark]]
    ticks: dict[int, PieceTicks]
    kinds: tuple[SeamKindCard, ...]
    edges: tuple[EdgeName, ...]
    treatments: tuple[Treatment, ...] = TREATMENTS
    sum_kinds: tuple[SumKind, ...] = SUM_KINDS
    sum_numbers: tuple[NumberAsked, ...] = SUM_NUMBERS
    roles: tuple[Role, ...] = OF_A_GARMENT
    ways: tuple[TracingWay, ...]


class PaperStage(Frozen):
    """The tracing paper: the plan, and the pieces to draw on it."""

    plan: PaperPlan
    pieces: tuple[OnPaper, ...]


class TraceEdit(Against):
    """New inputs for Trace."""

    inputs: TraceInputs


@router.get("/{making_id}/trace", response=TraceStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """Every piece of the view."""
    making, _, made = result(request, making_id)
    pattern = pattern_of(making.edition)
    pieces = made.traced.pieces
    folded = {p.number for p in pieces if p.advice and p.advice.strokes}
    return answer(
        TraceStage(
            traced=made.traced,
            sizes=pattern.table.sizes,
            free=1 + max([p.number for p in pattern.pieces] + [p.number for p in pieces]),
            cutting={p.number: paper_line(p.shape, p.line, p.on_cloth) for p in pieces},
            before={
                p.number: tuple(
                    printed(shape, carries_allowances(pattern, p, made.picked.original)).outline
                    for shape in p.shapes.values()
                )
                for p in pattern.pieces
                if p.number in folded
            },
            marks={p.number: drawn_marks(p.shape) for p in pieces},
            places={p.number: place_label(p.shape, p.label) for p in pieces},
            ticks=made.trace_ticks,
            kinds=tuple(
                SeamKindCard(name=k.name, sewn=k.sewn, allowance=k.allowance, because=k.because)
                for k in KINDS
            ),
            edges=tuple(
                EdgeName(piece=p.number, edge=edge.name, mm=round(paths.length(edge.path), 1))
                for p in pieces
                if p.reckoned is None and not p.guide
                for edge in p.shape.edges
                if edge.kind in ("seam", "finish", "hem")
            ),
            ways=tracing_ways(pieces, made.picked.original, kit_of(user_of(request))),
        )
    )


@router.get("/{making_id}/paper", response=PaperStage)
def paper(request: HttpRequest, making_id: int) -> HttpResponse:
    """The sheets or the roll that the traced pieces take, as they are after fitting."""
    _, inputs, made = result(request, making_id)
    treated = {p.number for p in made.traced.pieces if p.advice and p.advice.treatment != "trace"}
    pieces = tuple(
        piece.on_paper
        for piece in out_pieces(made.traced, made.fitted, None)
        if piece.number not in treated
    )
    return answer(PaperStage(plan=plan_paper(pieces, inputs.trace.paper), pieces=pieces))


@router.put("/{making_id}/trace", response=Head)
def change(request: HttpRequest, making_id: int, body: TraceEdit) -> HttpResponse:
    """Change anything about the tracing."""
    return edited(request, making_id, body.against, setting(trace=body.inputs))
