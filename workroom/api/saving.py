"""Save as: patterns, pieces and lays as drawings for other programs, lists as tables."""

from typing import Annotated, Literal
from urllib.parse import urlencode

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router
from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Unit
from craft.pattern.piece import Role
from craft.saving.tables import Rows, as_csv, cutting_rows, register_rows, shopping_rows, size_rows
from craft.saving.task import FORMS, USUAL_PAPER, Curved, Form, Paper, SaveTask
from craft.sheets.pieces import pieces_for_paper
from craft.tabular.rows import RegisteredMaking
from workroom.api.answers import answer
from workroom.api.files import saved, slug
from workroom.api.makings import documents, result
from workroom.api.people import kit_of
from workroom.api.shopping import shopping_of
from workroom.api.who import own, own_making, unit_of, user_of
from workroom.reading.file_maker import make_file
from workroom.records import derived
from workroom.records.makings import in_force
from workroom.records.models import Making, StoredPattern
from workroom.records.patterns import newest

router = Router(tags=["saving"])
NUMBERS = r"^([0-9]{1,3}(,[0-9]{1,3}){0,79})?$"
# As what a drawing can be had: its name, its form, what else is asked, what for.
DRAWINGS: tuple[tuple[str, Form, dict[str, str], str], ...] = (
    ("SVG", "svg", {}, "for drawing programs, in mm with layers"),
    ("DXF", "dxf", {}, "for CAD: R2000 in mm, curves as splines"),
    ("DXF, polylines", "dxf", {"curves": "polylines"}, "for cutters that know no curves"),
    ("PDF", "pdf", {}, "one sheet at full size, with layers"),
)


class WantedDrawing(Frozen):
    """``pieces``: numbers with commas, "" for all; ``size``: "" for all; ``curves``: what they are
    written as in a DXF; ``paper``: what a PDF is printed on."""

    pieces: Annotated[str, Field(pattern=NUMBERS)] = ""
    size: Annotated[str, Field(max_length=60)] = ""
    curves: Curved = "splines"
    paper: Paper = "one sheet"


class FileToSave(Frozen):
    """A file that can be had at an ``address``; ``note``: what for."""

    name: str
    address: str
    note: str = ""


class FilesToSave(Frozen):
    """Files of one thing. ``drawing``: it is one, in several forms; ``by_piece``: each can be had of one
    piece alone (``pieces`` in the address)."""

    title: str
    files: tuple[FileToSave, ...]
    drawing: bool = False
    by_piece: bool = False


class PieceToSave(Frozen):
    """A piece that can be saved alone."""

    number: int
    name: str


class SaveOffer(Frozen):
    """Everything that can be saved here."""

    groups: tuple[FilesToSave, ...]
    pieces: tuple[PieceToSave, ...]


@router.get("/register/saved/register.csv")
def save_register(request: HttpRequest) -> HttpResponse:
    """Every filed making as a table that can be taken in again."""
    rows = list(Making.objects.filter(owner=user_of(request), filed=True).select_related("pattern"))
    entries = in_force(rows)
    found = []
    for row in rows:
        inputs = derived.parsed_inputs(entries[row.pk].inputs)
        found.append(RegisteredMaking(
            pattern=row.pattern.name, title=row.title, person=row.person, size=row.size,
            day=inputs.trace.dated, cloth=row.cloths, box=row.box, envelope=row.envelope,
            note=inputs.keep.note,
        ))  # fmt: skip
    return _table(register_rows(found), "register")


@router.get("/makings/{making_id}/save", response=SaveOffer)
def offer_making(request: HttpRequest, making_id: int) -> HttpResponse:
    """What a making can be saved as."""
    making, _, made = result(request, making_id)
    base, unit = f"/api/makings/{making.pk}", unit_of(request)
    groups = [_drawings("The pieces, as they are cut", f"{base}/saved/pieces", unit, True)]
    groups += [
        _drawings(f"The lay: {lay.cloth.name}", f"{base}/saved/lay/{lay.role}", unit)
        for lay in made.lays if lay.cloth and lay.placed
    ]  # fmt: skip
    groups.append(FilesToSave(title="Lists", files=(
        FileToSave(name="Cutting list", address=f"{base}/saved/cutting.csv", note="a table (CSV)"),
        FileToSave(name="Shopping list", address=f"{base}/saved/shopping.csv", note="a table (CSV)"),
        FileToSave(name="Size table", address=f"{base}/saved/sizes.csv", note="a table (CSV)"),
    )))  # fmt: skip
    groups.append(FilesToSave(title="The whole making", files=(
        FileToSave(name="JSON", address=f"{base}/file", note="with its pattern, to open here again"),
    )))  # fmt: skip
    pieces = [PieceToSave(number=each.number, name=each.name)
              for each in pieces_for_paper(made.traced, made.fitted)]  # fmt: skip
    return answer(SaveOffer(groups=tuple(groups), pieces=tuple(pieces)))


@router.get("/patterns/{pattern_id}/save", response=SaveOffer)
def offer_pattern(request: HttpRequest, pattern_id: int, size: str = "") -> HttpResponse:
    """What a pattern can be saved as; ``size``: the one that is looked at."""
    document = _document(request, pattern_id)
    pattern = derived.parsed_pattern(document)
    base, unit = f"/api/patterns/{pattern_id}", unit_of(request)
    several = len(pattern.table.sizes) > 1
    groups = [
        _drawings("All sizes" if several else "The pattern", f"{base}/saved/pattern", unit, True)
    ]
    if several and size in pattern.table.sizes:
        groups.append(_drawings(f"Size {size} alone", f"{base}/saved/pattern", unit, True, size))
    files = [FileToSave(name="JSON", address=f"/api/cupboard/patterns/{pattern_id}/file",
                        note="everything, to open here again")]  # fmt: skip
    if pattern.table.rows:
        files.insert(0, FileToSave(name="Size table", address=f"{base}/saved/sizes.csv",
                                   note="a table (CSV)"))  # fmt: skip
    groups.append(FilesToSave(title="Tables and data", files=tuple(files)))
    pieces = tuple(PieceToSave(number=each.number, name=each.name) for each in pattern.pieces)
    return answer(SaveOffer(groups=tuple(groups), pieces=pieces))


@router.get("/makings/{making_id}/saved/pieces.{form}")
def save_pieces(
    request: HttpRequest, making_id: int, form: Form, wanted: Query[WantedDrawing]
) -> HttpResponse:
    """The pieces of a making as they are cut."""
    return _making_file(request, making_id, form, wanted, "pieces")


@router.get("/makings/{making_id}/saved/lay/{role}.{form}")
def save_lay(
    request: HttpRequest, making_id: int, role: Role, form: Form, wanted: Query[WantedDrawing]
) -> HttpResponse:
    """A cloth with everything that lies on it."""
    return _making_file(request, making_id, form, wanted, "lay", role)


@router.get("/makings/{making_id}/saved/{table}.csv")
def save_table(
    request: HttpRequest, making_id: int, table: Literal["cutting", "shopping", "sizes"]
) -> HttpResponse:
    """A list of a making as a table."""
    making, inputs, made = result(request, making_id)
    unit = unit_of(request)
    if table == "cutting":
        rows = cutting_rows(made.cuts, unit)
    elif table == "shopping":
        rows = shopping_rows(shopping_of(making, kit_of(user_of(request))), unit, inputs.bought)
    else:
        rows = size_rows(derived.parsed_pattern(documents(making)[0]), unit)
    return _table(rows, f"{slug(making.title)}-{table}")


@router.get("/patterns/{pattern_id}/saved/pattern.{form}")
def save_pattern(
    request: HttpRequest, pattern_id: int, form: Form, wanted: Query[WantedDrawing]
) -> HttpResponse:
    """A pattern, all sizes or one."""
    pattern = derived.parsed_pattern(_document(request, pattern_id))
    name = f"{slug(pattern.name)}-{slug(wanted.size)}" if wanted.size else slug(pattern.name)
    task = SaveTask(
        what="pattern", form=form, curved=wanted.curves, paper=wanted.paper, title=pattern.name,
        pattern=pattern,
        size=wanted.size or None, only=_numbers(wanted),
    )  # fmt: skip
    return saved(make_file(task), FORMS[form], f"{name}.{form}")


@router.get("/patterns/{pattern_id}/saved/sizes.csv")
def save_sizes(request: HttpRequest, pattern_id: int) -> HttpResponse:
    """The size table of a pattern."""
    pattern = derived.parsed_pattern(_document(request, pattern_id))
    return _table(size_rows(pattern, unit_of(request)), f"{slug(pattern.name)}-sizes")


def _drawings(
    title: str, base: str, unit: Unit, by_piece: bool = False, size: str = ""
) -> FilesToSave:
    files = [
        FileToSave(name=name, address=f"{base}.{form}{_asked({'size': size, **more})}", note=note)
        for name, form, more, note in (*DRAWINGS, *([_pages(unit)] if by_piece else []))
    ]
    return FilesToSave(title=title, files=tuple(files), drawing=True, by_piece=by_piece)


def _pages(unit: Unit) -> tuple[str, Form, dict[str, str], str]:
    """As pages, on the paper that is usual where people measure so."""
    paper = USUAL_PAPER[unit]
    return f"PDF, {paper}", "pdf", {"paper": paper}, f"{paper} pages to tape, with a test square"


def _asked(asked: dict[str, str]) -> str:
    asked = {name: value for name, value in asked.items() if value}
    return f"?{urlencode(asked)}" if asked else ""


def _making_file(
    request: HttpRequest, making_id: int, form: Form, wanted: WantedDrawing,
    what: Literal["pieces", "lay"], role: Role = "main",
) -> HttpResponse:  # fmt: skip
    making: Making = own_making(request, making_id)
    pattern, inputs = documents(making)
    task = SaveTask(
        what=what, form=form, curved=wanted.curves, paper=wanted.paper, title=making.title, role=role,
        unit=unit_of(request), pattern=derived.parsed_pattern(pattern), only=_numbers(wanted),
        inputs=derived.parsed_inputs(inputs),
    )  # fmt: skip
    of = role if what == "lay" else "pieces"
    return saved(make_file(task), FORMS[form], f"{slug(making.title)}-{of}.{form}")


def _numbers(wanted: WantedDrawing) -> tuple[int, ...]:
    return tuple(int(each) for each in wanted.pieces.split(",") if each)


def _document(request: HttpRequest, pattern_id: int) -> str:
    document = newest(own(StoredPattern, request, pattern_id))
    if document is None:
        raise CraftError("No piece of this pattern can be used yet; there is nothing to save.")
    return document


def _table(rows: Rows, name: str) -> HttpResponse:
    return saved(as_csv(rows), "text/csv; charset=utf-8", f"{name}.csv")
