"""One print for several makings: a sheet of names, then everybody's pages, each begun by its own map."""

from collections.abc import Callable, Sequence
from io import BytesIO
from typing import NamedTuple

from pypdf import PdfReader, PdfWriter
from pypdf.generic import DictionaryObject, NameObject

from craft.measure import Unit
from craft.sheets.papers.flow import SMALL, Flow
from craft.sheets.pdf import write_pdf
from craft.sheets.pieces import OutPiece
from craft.sheets.plan import SheetChoice, plan_sheets


class Member(NamedTuple):
    """Somebody's pages. ``name``: what they are called in the group; ``size``: in words."""

    name: str
    title: str
    size: str
    pieces: tuple[OutPiece, ...]


def print_for_everybody(
    members: Sequence[Member], choice: SheetChoice, title: str, unit: Unit,
    told: Callable[[float], None] = lambda _: None,
) -> bytes:  # fmt: skip
    """The pages of all members as one PDF, at full size; the sheet of names says whose begin where.
    ``told`` hears how much is done (0 to 1)."""
    parts = []
    for done, member in enumerate(members):
        told(done / len(members))
        plan = plan_sheets(member.pieces, choice)
        parts.append(PdfReader(BytesIO(write_pdf(plan, member.pieces, member.title, unit))))
    # How many sheets the names take decides where the first pages are.
    many = [len(part.pages) for part in parts]
    ahead = len(PdfReader(BytesIO(_names(members, many, 1, title, unit))).pages)
    names = PdfReader(BytesIO(_names(members, many, ahead, title, unit)))
    writer = PdfWriter()
    writer.append(names)
    for member, part in zip(members, parts, strict=True):
        writer.append(part, outline_item=member.name)
    as_it_is = DictionaryObject({NameObject("/PrintScaling"): NameObject("/None")})
    writer.root_object[NameObject("/ViewerPreferences")] = as_it_is
    writer.add_metadata({"/Title": title, "/Creator": "Dove Tack"})
    out = BytesIO()
    writer.write(out)
    return out.getvalue()


def _names(members: Sequence[Member], many: list[int], ahead: int, title: str, unit: Unit) -> bytes:
    """Who gets which size, how many pieces, on which pages of the file."""
    flow = Flow(title, unit)
    flow.page("names")
    flow.heading(title)
    flow.words(
        "Print at 100 %, without “fit to page”. Each person’s pages begin with their own map."
    )
    flow.y += 3
    page = ahead + 1
    for number, (member, pages) in enumerate(zip(members, many, strict=True), 1):
        count = len(member.pieces)
        flow.row(
            str(number), member.name, f"pages {page} to {page + pages - 1}",
            (f"Size {member.size}. {count} {'piece' if count == 1 else 'pieces'}.",),
        )  # fmt: skip
        page += pages
    flow.y += 2
    flow.words("Tick a name when all of its pages are taped together.", SMALL)
    return flow.close()
