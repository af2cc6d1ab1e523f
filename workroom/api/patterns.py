"""Patterns entered or mended here: a new one, its edits, undo and redo, and what stands ready to choose."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.digitise.abilities import Ability
from craft.digitise.corner_detection import find_corners
from craft.digitise.drawn_darts import DrawnDart, drawn_darts
from craft.digitise.edits import AnyEdit
from craft.digitise.edits.sheets import AddPicture
from craft.digitise.entered import EnteredPiece
from craft.digitise.garment_plans import PLANS, GarmentPlan
from craft.digitise.inputs import Outline, PaperSheet, PatternInputs, PieceInputs
from craft.digitise.level_proposals import LevelProposal, propose_levels, unseen_levels
from craft.digitise.levels import known_levels
from craft.digitise.line import open_path
from craft.digitise.seam_lengths import SeamLengths, seam_lengths
from craft.digitise.seaming import SeamProposal, propose
from craft.digitise.sheets import lay_out
from craft.digitise.sized_piece import EdgeKnown
from craft.digitise.sizes import base_of, points_in
from craft.digitise.sum_kinds import KINDS, SumPlan
from craft.digitise.table import ReadTable, read_table
from craft.errors import CraftError
from craft.formats.drawings import MOST_BYTES, drawings_offered
from craft.frozen import Frozen, Name
from craft.measure import Figure, Finding, Unit
from craft.pattern.cutting import cutting_line
from craft.pattern.drawn_marks import DrawnMark, drawn_marks
from craft.pattern.marks import POINTS, WORDS, MarkKind
from craft.pattern.piece import OF_A_GARMENT, Cut, Role, Shape
from craft.shape.curve import Curve, Point
from workroom.api.answers import answer
from workroom.api.makings import Against
from workroom.api.who import own, user_of
from workroom.demo.names import DEMO_USER
from workroom.records import derived
from workroom.records.models import StoredPattern
from workroom.records.patterns import PATTERNS, copied, enter, open_for_mending, state
from workroom.records.pictures import flat_name

router = Router(tags=["patterns"])


class PlacedNode(Frozen):
    """A node in the size that is shown. ``own``: it was set there, it does not follow the base."""

    id: int
    at: Point
    corner: bool
    straight: bool
    own: bool


class PieceOnBoard(Frozen):
    """A piece as it is drawn in one size. ``open``: a line that is not closed yet."""

    id: int
    number: int
    name: str
    way: str
    usable: bool
    shape: Shape | None
    cutting: tuple[Curve, ...]
    open: tuple[Curve, ...]
    marks: dict[str, DrawnMark]
    edge_ids: tuple[int, ...]
    edges: tuple[EdgeKnown, ...]
    nodes: tuple[PlacedNode, ...]
    cuts: tuple[Cut, ...]
    grain: str
    working: tuple[Figure, ...]


class PictureOnBoard(Frozen):
    """A picture under the board. ``flat``, ``middle``: addresses of it straightened, in full and to pan
    over; "" while its scale is not known. ``box``: where it lies (x, y, width, height in mm)."""

    picture: int
    first: str
    whole: str
    flat: str
    middle: str
    box: tuple[float, float, float, float]
    findings: tuple[Finding, ...]


class PatternPage(Frozen):
    """A pattern that is being entered. ``at`` goes with every edit; ``facts``: what was entered but for the
    pieces; ``piece``: the one that is looked at, with its line in ``sizes`` (the base first).
    ``darts``: what was traced in an outline and looks like one; ``levels``: level lines that are proposed,
    ``known_levels``: those the pattern has, ``unseen_levels``: those that have to be drawn.
    ``pictures``: by sheet."""

    id: int
    at: int
    undo: str | None
    redo: str | None
    usable: bool
    makings: int
    facts: PatternInputs
    size: str
    pieces: tuple[PieceOnBoard, ...]
    piece: PieceInputs | None
    base: str
    sizes: dict[str, tuple[Curve, ...]]
    findings: tuple[Finding, ...]
    abilities: tuple[Ability, ...]
    seams: tuple[SeamLengths, ...]
    proposals: tuple[SeamProposal, ...]
    darts: tuple[DrawnDart, ...]
    levels: tuple[LevelProposal, ...]
    known_levels: tuple[str, ...]
    unseen_levels: tuple[str, ...]
    pictures: dict[int, tuple[PictureOnBoard, ...]]


class MarkChoice(Frozen):
    """A kind of mark: how many points it has and what they are."""

    kind: MarkKind
    words: str
    least: int
    most: int
    meaning: str


class PatternChoices(Frozen):
    """What there is to choose from while a pattern is entered; ``drawings``: which files may be read,
    ``most_bytes``: how large they may be."""

    parts: tuple[GarmentPlan, ...] = PLANS
    sums: tuple[SumPlan, ...] = KINDS
    roles: tuple[Role, ...] = OF_A_GARMENT
    marks: tuple[MarkChoice, ...] = tuple(
        MarkChoice(kind=kind, words=WORDS[kind], least=least, most=most, meaning=meaning)
        for kind, (least, most, meaning) in POINTS.items()
    )
    drawings: tuple[str, ...] = drawings_offered()
    most_bytes: int = MOST_BYTES


class NewPattern(Frozen):
    """A pattern to be entered."""

    name: Name


class Looking(Against):
    """What is looked at: a piece (0: all of them) and a size ("" for the first)."""

    piece: int = 0
    size: Annotated[str, Field(max_length=120)] = ""


class PatternChange(Looking):
    """One edit."""

    edit: AnyEdit


class StartedPattern(Frozen):
    """Where a pattern stands on the shelf."""

    id: int


class PastedTable(Frozen):
    """The text of a table, and the unit of numbers without one."""

    text: Annotated[str, Field(max_length=20_000)]
    unit: Unit


@router.get("/choices", response=PatternChoices)
def choices(request: HttpRequest) -> HttpResponse:
    """Kinds of parts, sums and marks."""
    return answer(PatternChoices())


@router.post("", response=StartedPattern)
def begin(request: HttpRequest, new: NewPattern) -> HttpResponse:
    """Begin to enter a pattern."""
    first = state(PatternInputs(name=new.name), "Began")
    return answer(StartedPattern(id=enter(user_of(request).pk, (first,)).pk))


@router.post("/{pattern_id}/mend", response=StartedPattern)
def mend(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """Open a pattern on the shelf to be mended. The demo's own stay whole: they are copied."""
    row = own(StoredPattern, request, pattern_id)
    if row.entries.exists():
        return answer(StartedPattern(id=row.pk))
    if user_of(request).username == DEMO_USER:
        return answer(StartedPattern(id=copied(row, f"{row.name}, mended"[:120]).pk))
    return answer(StartedPattern(id=open_for_mending(row).pk))


@router.post("/{pattern_id}/copy", response=StartedPattern)
def copy(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """A copy beside it on the shelf."""
    row = own(StoredPattern, request, pattern_id)
    return answer(StartedPattern(id=copied(row, f"{row.name}, copy"[:120]).pk))


@router.get("/{pattern_id}", response=PatternPage)
def show(request: HttpRequest, pattern_id: int, piece: int = 0, size: str = "") -> HttpResponse:
    """The pattern as it stands."""
    return answer(page(_in_hand(request, pattern_id), piece, size))


@router.post("/{pattern_id}/edit", response=PatternPage)
def edit(request: HttpRequest, pattern_id: int, body: PatternChange) -> HttpResponse:
    """Make one edit."""
    row = _in_hand(request, pattern_id)
    if isinstance(body.edit, AddPicture):
        _check_picture(row, body.edit)
    row = PATTERNS.edit(pattern_id, body.against, body.edit.apply)
    return answer(page(row, body.piece, body.size))


def _check_picture(row: StoredPattern, edit: AddPicture) -> None:
    """Only a picture taken in for this pattern lies under it, in its own size. Raises CraftError."""
    kept = row.pictures.filter(pk=edit.picture, width=edit.width, height=edit.height)
    if not kept.exists():
        raise CraftError(
            "This picture was not taken in for this pattern. Send it again.", "picture"
        )


@router.post("/{pattern_id}/undo", response=PatternPage)
def undo(request: HttpRequest, pattern_id: int, body: Looking) -> HttpResponse:
    """One step back."""
    _in_hand(request, pattern_id)
    return answer(page(PATTERNS.undo(pattern_id, body.against), body.piece, body.size))


@router.post("/{pattern_id}/redo", response=PatternPage)
def redo(request: HttpRequest, pattern_id: int, body: Looking) -> HttpResponse:
    """One step forward."""
    _in_hand(request, pattern_id)
    return answer(page(PATTERNS.redo(pattern_id, body.against), body.piece, body.size))


@router.post("/{pattern_id}/table", response=ReadTable)
def pasted(request: HttpRequest, pattern_id: int, body: PastedTable) -> HttpResponse:
    """Read the rows of a pasted size table; nothing is changed."""
    entry = PATTERNS.entry(_in_hand(request, pattern_id))
    known = derived.parsed_pattern_inputs(entry.inputs).sizes
    return answer(read_table(body.text, body.unit, known))


def page(row: StoredPattern, piece: int, size: str) -> PatternPage:
    """Everything the screen shows of a pattern."""
    entry = PATTERNS.entry(row)
    inputs = derived.parsed_pattern_inputs(entry.inputs)
    made = derived.digitised(entry.inputs)
    shown = size if size in inputs.all_sizes else inputs.all_sizes[0]
    chosen = inputs.piece(piece)
    entered = next((each for each in made.pieces if chosen and each.id == chosen.id), None)
    undo, redo = PATTERNS.neighbours(row)
    proposed = propose_levels(inputs, made.pieces)
    return PatternPage(
        id=row.pk,
        at=row.pointer,
        undo=undo,
        redo=redo,
        usable=made.pattern is not None,
        makings=row.making_set.count(),
        facts=inputs.model_copy(update={"pieces": ()}),
        size=shown,
        pieces=tuple(on_board(each, inputs, shown) for each in made.pieces),
        piece=chosen,
        base=base_of(entered.outline) if entered else "",
        sizes=(
            {each: shape.outline for each, shape in entered.shaped.shapes.items()}
            if entered
            else {}
        ),
        findings=made.findings,
        abilities=made.abilities,
        seams=seam_lengths(inputs, made.pieces, shown),
        proposals=propose(inputs, made.pieces),
        darts=tuple(dart for each in inputs.pieces for dart in drawn_darts(each)),
        levels=proposed,
        known_levels=known_levels(made.pattern),
        unseen_levels=unseen_levels(inputs, made.pattern, proposed),
        pictures={sheet.id: _pictures(row.pk, sheet) for sheet in inputs.sheets},
    )


def _pictures(pattern: int, sheet: PaperSheet) -> tuple[PictureOnBoard, ...]:
    found = []
    for at, laid in enumerate(lay_out(sheet)):
        # The name changes with the straightening, so that a browser keeps nothing that is over.
        name = flat_name(laid)
        known = laid.plane is not None
        found.append(
            PictureOnBoard(
                picture=laid.picture,
                first=f"/api/pictures/{laid.picture}/first",
                whole=f"/api/pictures/{laid.picture}/whole",
                flat=f"/api/pictures/{pattern}/{sheet.id}/{at}/flat?{name}" if known else "",
                middle=f"/api/pictures/{pattern}/{sheet.id}/{at}/middle?{name}" if known else "",
                box=laid.box,
                findings=laid.findings,
            )
        )
    return tuple(found)


def on_board(made: EnteredPiece, inputs: PatternInputs, size: str) -> PieceOnBoard:
    """A piece as it is drawn."""
    given = inputs.piece(made.id)
    shape = made.shaped.shapes.get(size)
    sound = not any(finding.weight == "fault" for finding in made.shaped.findings)
    return PieceOnBoard(
        id=made.id,
        number=made.number,
        name=made.name,
        way=given.drawn.way if given else "line",
        usable=made.usable,
        shape=shape,
        cutting=cutting_line(shape) if shape and sound else (),
        open=() if shape else open_path(made.outline, size),
        marks=drawn_marks(shape) if shape else {},
        edge_ids=made.shaped.edge_ids,
        edges=made.shaped.edges,
        nodes=placed(made.outline, size),
        cuts=made.cuts,
        grain=made.shaped.grain,
        working=made.working,
    )


def placed(outline: Outline, size: str) -> tuple[PlacedNode, ...]:
    """The nodes of a line in a size."""
    points = points_in(outline, size)
    if len(points) < 3:
        corners = straight = (True,) * len(points)
    else:
        base = points_in(outline, base_of(outline))
        found = find_corners(outline.nodes, base, clicked=not outline.through)
        corners, straight = found.corners, found.straight
    line = outline.lines.get(size)
    known = line.points if line else (None,) * len(points)
    return tuple(
        PlacedNode(
            id=node.id, at=at, corner=corner, straight=ruled,
            own=size == base_of(outline) or own_place is not None,
        )
        for node, at, corner, ruled, own_place in zip(
            outline.nodes, points, corners, straight, known, strict=True
        )
    )  # fmt: skip


def _in_hand(request: HttpRequest, pattern_id: int) -> StoredPattern:
    """One's own pattern that is being entered or mended. Raises CraftError for one that came as a file
    and was never opened."""
    row = own(StoredPattern, request, pattern_id)
    if not row.entries.exists():
        raise CraftError("This pattern came as it is. Open it for mending first.", "pattern")
    return row
