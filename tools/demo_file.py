"""Draw the demo's bought file and take its pieces: ``python -m tools.demo_file``.

The demo is shipped with both, so that it loads at once; a test checks that they still belong together. Run
this when the apron or what is read from a file has changed.
"""

import os

import django

from craft.digitise.edits.taken import TakePieces
from craft.digitise.inputs import PatternInputs
from craft.formats.drawings import read_drawing
from craft.pattern import TableRow
from craft.recognise.offering import offer_of
from craft.recognise.recognised import recognise
from tools.files_bench.pdf_files import Kind, pdf_of
from tools.files_bench.sheet import sheet_of

# Pages as home printers take them, a layer for each size, a page of instructions first.
KIND = Kind(pages="form", told="layers", instructions=1)


def main() -> None:
    """Write the file and what was taken from it."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
    django.setup()
    from workroom.demo.apron import FILE, NAME, SIZES, TAKEN, tower_apron

    pattern = tower_apron()
    data = pdf_of(sheet_of(pattern), KIND).data
    FILE.write_bytes(data)
    TAKEN.write_text(taken(data, NAME, SIZES, pattern.table.rows).model_dump_json(indent=1) + "\n")


def taken(
    data: bytes, name: str, sizes: tuple[str, ...], rows: tuple[TableRow, ...]
) -> PatternInputs:
    """Everything that is offered of a file, in a pattern with that size table."""
    drawing = read_drawing(data, None)
    offer = offer_of(drawing, recognise(drawing))
    edit = TakePieces(
        pieces=tuple(each.inputs for each in offer.pieces), sizes={size: size for size in sizes},
        traced="stitching", scale=offer.scale, home_print=offer.home_print,
    )  # fmt: skip
    begun = PatternInputs(
        name=name, garment="apron", publication="Saltmarsh Tower Patterns", number="7"
    )
    return edit.apply(begun).model_copy(update={"rows": rows})


if __name__ == "__main__":
    main()
