"""Mark: the schedule of every cut piece, the ways advised, scrap tests, cards for the darts."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.utils import timezone
from ninja import Router
from pydantic import Field

from craft.again import Again, again
from craft.cut.paper_ends import originals_of, paper_ends
from craft.cut.room import crowded
from craft.errors import CraftError
from craft.frozen import Frozen
from craft.inputs import Inputs
from craft.lay.cloth_map import ClothMap, cloth_maps
from craft.mark import Marking, MarkingInputs
from craft.mark.advise import WayAdvice
from craft.mark.dart_cards import DartCard, dart_cards
from craft.mark.inputs import CAME, MarkKey, ScrapTest, WayCode
from craft.mark.marking_list import advised
from craft.mark.result import CAUTIONS, WHEN_WORDS
from craft.mark.schools import SCHOOLS
from craft.mark.tools import HANDLED, HUES, SURFACES, TOOLS
from craft.mark.ways import BY_CODE, WAY_WORDS
from craft.schools import School
from craft.sheets.drawn_lists import dart_drawing, list_drawings
from craft.sheets.papers import PARTS
from craft.sheets.printing import TableTask
from craft.sheets.sketch import Sketch
from workroom.api.answers import answer
from workroom.api.drawings import Underway, drawn
from workroom.api.files import slug
from workroom.api.makings import Against, Head, edited, result, setting
from workroom.api.pictures import TakenPicture, kept
from workroom.api.who import own, own_making, unit_of
from workroom.records.models import StoredPicture

router = Router(tags=["mark"])
# Bodies may be long there.
sent = Router(tags=["mark"])
MOST_PICTURES = 40


class MarkChoices(Frozen):
    """What there is to choose from, and the words for it."""

    tools: tuple[str, ...] = TOOLS
    hues: dict[str, str] = dict(HUES.items())
    surfaces: dict[str, str] = dict(SURFACES.items())
    handled: dict[str, str] = dict(HANDLED.items())
    came: dict[str, str] = dict(CAME.items())
    ways: dict[str, str] = WAY_WORDS
    when: dict[str, str] = dict(WHEN_WORDS.items())
    schools: tuple[School, ...] = SCHOOLS


class MarkStage(Frozen):
    """What the Mark screen shows: the schedule, and a drawing of every list, its marks numbered as they are
    listed (by role and item); a map of every cloth, and what has to be done ``again`` since something
    changed."""

    marking: Marking
    drawings: dict[str, Sketch]
    maps: tuple[ClothMap, ...]
    again: tuple[Again, ...]
    choices: MarkChoices = MarkChoices()
    cautions: tuple[str, ...] = CAUTIONS


class Advised(Frozen):
    """Every way for one mark, the best first."""

    ways: tuple[WayAdvice, ...]


class DrawnCard(Frozen):
    """A dart’s card and its drawing."""

    card: DartCard
    sketch: Sketch


class DartCards(Frozen):
    """A card for every dart."""

    cards: tuple[DrawnCard, ...]


class MarkEdit(Against):
    """New inputs for Mark."""

    inputs: MarkingInputs


class WayEdit(Against):
    """Choose a way for some marks, by their keys; None: as proposed."""

    keys: Annotated[tuple[MarkKey, ...], Field(min_length=1, max_length=400)]
    code: WayCode | None


@router.get("/{making_id}/mark", response=MarkStage)
def show(request: HttpRequest, making_id: int) -> HttpResponse:
    """The schedule."""
    _, inputs, made = result(request, making_id)
    return answer(
        MarkStage(
            marking=made.marks, drawings=list_drawings(made), maps=cloth_maps(made.lays),
            again=again(made, inputs.ticks),
        )
    )  # fmt: skip


@router.put("/{making_id}/mark", response=Head)
def change(request: HttpRequest, making_id: int, body: MarkEdit) -> HttpResponse:
    """Say what is at hand and how it is done, or keep a scrap test."""
    inputs = body.inputs
    for code in (*inputs.ways.values(), *(test.way for test in inputs.tests)):
        _known(code)
    for test in inputs.tests:
        if test.picture is not None:
            own(StoredPicture, request, test.picture)
    today = timezone.localdate()
    dated = inputs.model_copy(
        update={
            "tests": tuple(
                t if t.day else ScrapTest.model_validate({**t.model_dump(), "day": today})
                for t in inputs.tests
            )
        }
    )
    return edited(request, making_id, body.against, setting(mark=dated))


@router.put("/{making_id}/mark/way", response=Head)
def choose(request: HttpRequest, making_id: int, body: WayEdit) -> HttpResponse:
    """Take another way for some marks, or the proposed one again."""
    if body.code is not None:
        _known(body.code)
    _, _, made = result(request, making_id)
    there = {item.key for each in made.marks.lists for item in each.items}
    if not set(body.keys) <= there:
        raise CraftError("That mark is not on any list of this making any more.", "keys")

    def edit(before: Inputs) -> Inputs:
        ways = {key: code for key, code in before.mark.ways.items() if key not in body.keys}
        if body.code is not None:
            ways |= dict.fromkeys(body.keys, body.code)
        mark = before.mark.model_copy(update={"ways": ways})
        return before.model_copy(update={"mark": mark})

    return edited(request, making_id, body.against, edit)


@router.get("/{making_id}/mark/ways", response=Advised)
def ways(
    request: HttpRequest, making_id: int, key: Annotated[str, Field(max_length=400)]
) -> HttpResponse:
    """Every way judged for the mark with that tick, the best first."""
    _, inputs, made = result(request, making_id)
    ends = paper_ends(made.for_cloth.pieces)
    found = advised(
        made.for_cloth,
        made.lays,
        inputs.mark,
        inputs.cut.notch,
        ends,
        crowded(made.for_cloth, made.lays, inputs.cut.notch),
        originals_of(made.traced),
        key,
    )
    if not found:
        raise CraftError("That mark is not on any list of this making any more.", "key")
    return answer(Advised(ways=found))


@router.get("/{making_id}/mark/darts", response=DartCards)
def darts(request: HttpRequest, making_id: int) -> HttpResponse:
    """A card for every dart of every cloth."""
    _, inputs, made = result(request, making_id)
    cards = tuple(
        DrawnCard(card=card, sketch=dart_drawing(made, card))
        for card in dart_cards(made.for_cloth, made.lays, inputs.mark)
    )
    return answer(DartCards(cards=cards))


@sent.post("/{making_id}", response=TakenPicture)
def take_picture(request: HttpRequest, making_id: int) -> HttpResponse:
    """Take in a picture of a scrap; the body is the file."""
    making = own_making(request, making_id)
    if StoredPicture.objects.filter(makings=making).count() >= MOST_PICTURES:
        raise CraftError(f"A making keeps {MOST_PICTURES} pictures at most.", "file")
    row = kept(request)
    row.makings.add(making)
    return answer(TakenPicture(id=row.pk, width=row.width, height=row.height))


def _known(code: str) -> None:
    if code not in BY_CODE:
        raise CraftError("Nobody knows this way of marking.", "ways")


@router.get("/{making_id}/papers.pdf", response=Underway)
def papers(
    request: HttpRequest,
    making_id: int,
    parts: Annotated[str, Field(max_length=60)] = ",".join(PARTS),
) -> HttpResponseBase:
    """Cutting checklist, marking sheets, dart cards, labels: those that are named, as one PDF, once it is
    drawn."""
    making = own_making(request, making_id)
    wanted = tuple(part for part in PARTS if part in parts.split(","))
    if not wanted:
        raise CraftError("Choose at least one kind of paper.", "parts")
    title = f"{making.title}, {timezone.localdate():%d.%m.%Y}"
    task = TableTask(parts=wanted, title=title, unit=unit_of(request))
    return drawn(request, making, task, f"{slug(making.title)}-table")
