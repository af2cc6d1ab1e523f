"""Print: pages at full size, and the stand-in printer."""

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.utils import timezone
from ninja import Query, Router
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.shape.curve import Curve
from craft.sheets import SheetChoice, SheetPlan
from craft.sheets.plan import LAYERS, Layer, PageChoice
from craft.sheets.printer import Printer
from craft.sheets.printing import GroupTask, InGroup, PagesTask
from workroom.api.answers import answer
from workroom.api.drawings import Underway, drawn
from workroom.api.files import slug
from workroom.api.makings import documents, result
from workroom.api.who import own, own_making, unit_of
from workroom.records import derived
from workroom.records.groups import members, named_apart
from workroom.records.models import Group

router = Router(tags=["sheets"])
group_router = Router(tags=["sheets"])


class Wanted(PageChoice):
    """A choice of paper as it comes in an address. ``pieces``: numbers with commas, "" for all."""

    layers: Annotated[str, Field(max_length=60)] = ",".join(LAYERS)
    pieces: Annotated[str, Field(max_length=600)] = ""


class Feed(Wanted):
    """The stand-in printer: how it errs, the setting used, and the page to look at."""

    scale_x: float = 1.0
    scale_y: float = 1.0
    rim: float = 4.0
    skew: float = 0.0
    setting: float = 100.0
    sheet: Annotated[int, Field(ge=0, le=2_000)] = 0


class OutPieceCard(Frozen):
    """A piece to draw on the pages."""

    number: int
    name: str
    cutting: tuple[Curve, ...]
    stitching: tuple[Curve, ...]


class SheetStage(Frozen):
    """The pages, and what lies on them. ``fitted``: lengths were changed, and are printed so."""

    plan: SheetPlan
    pieces: tuple[OutPieceCard, ...]
    fitted: bool


@router.get("/{making_id}/sheets", response=SheetStage)
def show(request: HttpRequest, making_id: int, wanted: Query[Wanted]) -> HttpResponse:
    """How many pages it takes, and where everything lies on them."""
    _, _, made = result(request, making_id)
    pieces, plan = _planned(request, making_id, wanted)
    cards = tuple(
        OutPieceCard(number=p.number, name=p.name, cutting=p.outermost, stitching=p.shape.outline)
        for p in pieces
    )
    changed = any(change.amount.value for change in made.fitted.changes)
    return answer(SheetStage(plan=plan, pieces=cards, fitted=changed))


@router.get("/{making_id}/sheets.pdf", response=Underway)
def pdf(request: HttpRequest, making_id: int, wanted: Query[Wanted]) -> HttpResponseBase:
    """The pages, at full size, once they are drawn."""
    return _drawn(request, making_id, wanted)


@group_router.get("/{group_id}/sheets.pdf", response=Underway)
def group_pdf(request: HttpRequest, group_id: int, wanted: Query[Wanted]) -> HttpResponseBase:
    """The pages of everybody in a group in one file, with a sheet of names, once it is drawn."""
    group = own(Group, request, group_id)
    makings = members(group)
    if not makings:
        raise CraftError("Nobody is in this group yet.", "people")
    today = f"{timezone.localdate():%d.%m.%Y}"
    patterns = list(dict.fromkeys(each.edition.document for each in makings))
    task = GroupTask(
        choice=_choice(wanted), title=f"{group.name}, {today}",
        unit=unit_of(request), patterns=tuple(map(derived.parsed_pattern, patterns)),
        members=tuple(
            InGroup(name=name, title=f"{each.title}, {today}",
                    pattern=patterns.index(each.edition.document),
                    inputs=derived.parsed_inputs(derived.current(each)))
            for each, name in zip(makings, named_apart(makings), strict=True)
        ),
    )  # fmt: skip
    return drawn(request, makings[0], task, slug(group.name))


@router.get("/{making_id}/printer.pdf", response=Underway)
def printer_pdf(request: HttpRequest, making_id: int, feed: Query[Feed]) -> HttpResponseBase:
    """What the stand-in printer gives out, once it is drawn."""
    return _drawn(request, making_id, feed, _printer(feed))


@router.get("/{making_id}/printer.png", response=Underway)
def printer_png(request: HttpRequest, making_id: int, feed: Query[Feed]) -> HttpResponseBase:
    """One sheet from the stand-in printer, to be measured on the screen, once it is drawn."""
    return _drawn(request, making_id, feed, _printer(feed), feed.sheet)


def _planned(request: HttpRequest, making_id: int, wanted: Wanted) -> Any:
    making = own_making(request, making_id)
    pattern, inputs = documents(making)
    return derived.sheets(pattern, inputs, _choice(wanted).model_dump_json())


def _drawn(
    request: HttpRequest, making_id: int, wanted: Wanted,
    printer: Printer | None = None, sheet: int | None = None,
) -> HttpResponseBase:  # fmt: skip
    making = own_making(request, making_id)
    _planned(request, making_id, wanted)  # what cannot be printed is said at once
    task = PagesTask(
        choice=_choice(wanted), title=f"{making.title}, {timezone.localdate():%d.%m.%Y}",
        unit=unit_of(request), printer=printer, sheet=sheet,
    )  # fmt: skip
    return drawn(request, making, task, slug(making.title))


def _choice(wanted: Wanted) -> SheetChoice:
    numbers = [each.strip() for each in wanted.pieces.split(",") if each.strip()]
    if any(not (each.isascii() and each.isdigit()) for each in numbers):
        raise CraftError("Pieces are chosen by their numbers.", "pieces")
    layers: list[Layer] = [layer for layer in LAYERS if layer in wanted.layers.split(",")]
    if not layers:
        raise CraftError("Choose at least one layer to print.", "layers")
    page = wanted.model_dump(include=set(PageChoice.model_fields))
    pieces = tuple(int(each) for each in numbers) or None
    return SheetChoice.model_validate({**page, "layers": tuple(layers), "pieces": pieces})


def _printer(feed: Feed) -> Printer:
    return Printer(
        scale_x=feed.scale_x, scale_y=feed.scale_y, margin=feed.rim, skew=feed.skew,
        setting=feed.setting,
    )  # fmt: skip
