"""A pattern that was bought as a file: read, shown as an offer, and taken into a pattern."""

from base64 import b64decode
from hashlib import sha256
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import Field

from craft.digitise.digitised import digitise
from craft.digitise.edits.sheets import AddScans, ScannedSheet
from craft.digitise.edits.taken import SheetUnder, TakePieces
from craft.digitise.inputs import PatternInputs, Traced
from craft.errors import CraftError
from craft.frozen import Frozen, Name
from craft.recognise.corrections import PieceCorrections, corrected
from craft.recognise.offer import FileOffer
from craft.recognise.page_place import PagePlace
from craft.saving.task import FORMS, Paper, SaveTask
from craft.shape.affine import Affine
from workroom.api.answers import answer
from workroom.api.files import saved, slug
from workroom.api.patterns import Looking, PatternPage, page
from workroom.api.pictures import check_room
from workroom.api.who import own, user_of
from workroom.data_files.papers import keep_paper, kept_paper
from workroom.demo.apron import FILE
from workroom.reading.drawing_reader import read_offer, read_scans
from workroom.reading.file_maker import make_file
from workroom.reading.under_way import UnderWay
from workroom.records import pictures
from workroom.records.models import StoredPattern
from workroom.records.patterns import PATTERNS, inputs_of

router = Router(tags=["drawn files"])
sent = Router(tags=["drawn files"])  # bodies may be long there
Unit = Annotated[float, Field(ge=0.001, le=1000)]
# Chosen by who sends the file; of theirs only.
ReadingName = Annotated[str, Field(pattern="^[0-9a-z]{8,40}$")]
Key = Annotated[str, Field(pattern="^[0-9a-f]{64}$")]
GONE = "What was found in this file is not kept any longer. Choose the file once more."


class ReadFile(Frozen):
    """What was found in a file; ``key``: what it is asked for by when it is taken."""

    key: str
    offer: FileOffer


class PagePlaces(Frozen):
    """Where pages were put by hand."""

    places: Annotated[tuple[PagePlace, ...], Field(min_length=1, max_length=500)]


class PlacesKept(Frozen):
    """``key``: what they are asked for by when the file is read."""

    key: str


class ReadingStep(Frozen):
    """What a reading is at; "" where none is under way."""

    step: str


class PiecesWanted(Frozen):
    """``pieces``: by their ids in the offer; ``sizes``: those that are wanted, to what they are to be
    called; ``traced``: whether the lines are stitching lines or have the allowance in them; ``said``: what
    somebody said of pieces, by their ids."""

    key: Key
    pieces: Annotated[tuple[int, ...], Field(min_length=1, max_length=80)]
    sizes: Annotated[dict[Name, Name], Field(min_length=1, max_length=40)]
    traced: Traced
    said: Annotated[dict[int, PieceCorrections], Field(max_length=80)] = {}


class TakingPieces(PiecesWanted, Looking):
    """Pieces to take into the pattern; ``under``: the file's drawing is kept under the board."""

    under: bool = False


class PiecesToSave(PiecesWanted):
    """Pieces to draw on ``paper``; lines that show where it is sewn are drawn with no allowance."""

    paper: Paper = "one sheet"


@sent.get("/to-try.pdf")
def file_to_try(request: HttpRequest) -> HttpResponse:
    """A file as one buys them, drawn for trying this out."""
    user_of(request)
    return saved(FILE.read_bytes(), "application/pdf", FILE.name)


@router.post("/{pattern_id}/file-places", response=PlacesKept)
def keep_places(request: HttpRequest, pattern_id: int, body: PagePlaces) -> HttpResponse:
    """Keep where somebody put the pages of a file until it is read once more."""
    own(StoredPattern, request, pattern_id)
    data = body.model_dump_json().encode()
    key = sha256(data).hexdigest()
    keep_paper(_name(request, pattern_id, key), data)
    return answer(PlacesKept(key=key))


def _placed(request: HttpRequest, pattern_id: int, key: str) -> dict[int, Affine]:
    kept = kept_paper(_name(request, pattern_id, key))
    if kept is None:
        raise CraftError(GONE, "file")
    places = PagePlaces.model_validate_json(kept.read_bytes()).places
    return {each.page - 1: each.at for each in places}


@sent.get("/reading/{name}", response=ReadingStep)
def reading(request: HttpRequest, name: ReadingName) -> HttpResponse:
    """What a reading is at."""
    return answer(ReadingStep(step=UnderWay(_reading(request, name)).says()))


@sent.delete("/reading/{name}", response=ReadingStep)
def stop_reading(request: HttpRequest, name: ReadingName) -> HttpResponse:
    """Give a reading up: whoever sent the file is told that it was stopped."""
    under_way = UnderWay(_reading(request, name))
    under_way.give_up()
    return answer(ReadingStep(step=under_way.says()))


@sent.post("/{pattern_id}", response=ReadFile)
def read(
    request: HttpRequest, pattern_id: int, unit: Unit | None = None, name: ReadingName | None = None,
    places: Key | None = None,
) -> HttpResponse:  # fmt: skip
    """What is in a file; the body is the file, ``unit`` how long a unit of it is (mm) where it does not
    say, ``name`` what the reading is asked after by meanwhile, ``places`` where pages were put by hand.
    Nothing is changed."""
    own(StoredPattern, request, pattern_id)
    key = sha256(request.body).hexdigest()
    hand = _placed(request, pattern_id, places) if places else {}
    offer, picture = read_offer(request.body, unit, _reading(request, name) if name else "", hand)
    keep_paper(_name(request, pattern_id, key), offer.model_dump_json().encode())
    keep_paper(_name(request, pattern_id, key, "jpg"), picture)
    return answer(ReadFile(key=key, offer=offer))


@sent.post("/{pattern_id}/scans", response=PatternPage)
def scans(request: HttpRequest, pattern_id: int, looking: Query[Looking]) -> HttpResponse:
    """Put the pages of a file that are pictures of paper under the board, in the scale the file says; the
    body is the file."""
    row = own(StoredPattern, request, pattern_id)
    PATTERNS.at(pattern_id, looking.against)  # said before any picture is kept
    check_room(row)
    found = read_scans(request.body)
    check_room(row, len(found))
    kept = []
    for each in found:
        picture = pictures.keep(row.owner_id, b64decode(each["data"]))
        picture.patterns.add(row)
        kept.append(ScannedSheet(
            picture=picture.pk, width=picture.width, height=picture.height, wide=each["width"],
            high=each["height"],
        ))  # fmt: skip
    edit = AddScans(name="From a file", pages=tuple(kept))
    after = PATTERNS.edit(pattern_id, looking.against, edit.apply)
    return answer(page(after, looking.piece, looking.size))


@router.post("/{pattern_id}/take", response=PatternPage)
def take(request: HttpRequest, pattern_id: int, body: TakingPieces) -> HttpResponse:
    """Take pieces of an offer into the pattern, as one edit."""
    row = own(StoredPattern, request, pattern_id)
    offer = _offer(request, pattern_id, body.key)
    edit = _edit(offer, body)
    if body.under:
        PATTERNS.at(pattern_id, body.against)  # said before any picture is kept
        edit.apply(inputs_of(row))
        under = _under(request, pattern_id, body.key, offer)
        edit = edit.model_copy(update={"under": under})
    return answer(page(PATTERNS.edit(pattern_id, body.against, edit.apply), body.piece, body.size))


@router.post("/{pattern_id}/taken.pdf")
def save_taken(request: HttpRequest, pattern_id: int, body: PiecesToSave) -> HttpResponse:
    """What would be taken, as a PDF at full size: only what is needed on paper. Nothing is changed."""
    row = own(StoredPattern, request, pattern_id)
    edit = _edit(_offer(request, pattern_id, body.key), body)
    pattern = digitise(edit.apply(PatternInputs(name=row.name, seam=0.0, hem=0.0))).pattern
    if pattern is None:
        raise CraftError("None of these pieces can be drawn.", "pieces")
    task = SaveTask(what="pattern", form="pdf", paper=body.paper, title=row.name, pattern=pattern)
    sizes = "-".join(slug(each) for each in pattern.table.sizes[:3])
    return saved(make_file(task), FORMS["pdf"], f"{slug(row.name)}-{sizes}.pdf")


def _under(request: HttpRequest, pattern_id: int, key: str, offer: FileOffer) -> SheetUnder | None:
    """The sheet of the file as a picture of the pattern; None where there is none. Raises CraftError where
    no more pictures are kept."""
    kept = kept_paper(_name(request, pattern_id, key, "jpg"))
    if kept is None or not kept.stat().st_size:
        return None
    row = own(StoredPattern, request, pattern_id)
    check_room(row)
    picture = pictures.keep(row.owner_id, kept.read_bytes())
    picture.patterns.add(row)
    left, top, wide, high = (each * offer.scale for each in offer.box)
    page = ScannedSheet(
        picture=picture.pk, width=picture.width, height=picture.height, wide=wide, high=high
    )
    origins = {each.inputs.number: each.origin for each in offer.pieces}
    return SheetUnder(page=page, left=left, top=top, origins=origins)


def _offer(request: HttpRequest, pattern_id: int, key: str) -> FileOffer:
    kept = kept_paper(_name(request, pattern_id, key))
    if kept is None:
        raise CraftError(GONE, "file")
    return FileOffer.model_validate_json(kept.read_bytes())


def _edit(offer: FileOffer, wanted: PiecesWanted) -> TakePieces:
    """The edit that takes what is wanted of an offer."""
    chosen = tuple(
        corrected(each.inputs, wanted.said.get(each.inputs.id, PieceCorrections()))
        for each in offer.pieces
        if each.inputs.id in wanted.pieces
    )
    if not chosen:
        raise CraftError("Choose at least one piece.", "pieces")
    sizes = {
        each.name: wanted.sizes[each.name] for each in offer.sizes if each.name in wanted.sizes
    }
    if not sizes:
        raise CraftError("Choose at least one size.", "sizes")
    return TakePieces(
        pieces=chosen, sizes=sizes, scale=offer.scale, traced=wanted.traced,
        home_print=offer.home_print,
    )  # fmt: skip


def _reading(request: HttpRequest, name: str) -> str:
    return f"{user_of(request).pk}-{name}"


def _name(request: HttpRequest, pattern_id: int, key: str, what: str = "offer") -> str:
    """What was found is kept for whoever sent it, for this pattern only."""
    return f"{user_of(request).pk}-{pattern_id}-{key}.{what}"
