"""Patterns of the demo that are still being entered: the smock, the sash, the child's tabard, the
apron that was taken from a file."""

import subprocess
import sys
from functools import cache

from craft.digitise.inputs import (
    GarmentPart,
    PatternInputs,
    PieceInputs,
    SeamInputs,
    SeamSide,
    SumPart,
)
from craft.pattern import Cut
from workroom.demo.apron import NAME, TAKEN
from workroom.demo.camera import HEIGHT, WIDTH, known
from workroom.demo.kept import ROOT, kept
from workroom.demo.tabard import tabard
from workroom.records.patterns import PATTERNS, NewPattern, enter, state
from workroom.records.pictures import keep

BODY = {
    "half neck width": (92.0, 90.0), "shoulder": (148.0, 150.0), "shoulder drop": (38.0, 38.0),
    "half across": (212.0, 214.0), "underarm drop": (228.0, 231.0), "half width": (292.0, 300.0),
    "side": (470.0, 474.0), "half hem": (318.0, 322.0),
}  # fmt: skip


def smock() -> tuple[NewPattern, ...]:
    """The rain smock, copied from the worn-out one: the body is measured, the sleeve half."""
    front = GarmentPart(part="body front", longer=30.0, measures={
        **BODY, "neck depth": (104.0, None), "centre": (628.0, None)})  # fmt: skip
    back = GarmentPart(part="body back", longer=30.0, measures={
        **BODY, "side": (472.0, 478.0), "neck depth": (28.0, None), "centre": (704.0, None)})  # fmt: skip
    sleeve = GarmentPart(part="sleeve", measures={
        "length": (618.0, 612.0), "half width": (224.0, 228.0), "cap height": (136.0, None)})  # fmt: skip
    base = PatternInputs(
        name="Rain smock", garment="smock", publication="copied from the worn-out smock"
    )
    one = PieceInputs(id=1, number=1, name="Front", drawn=front)
    two = PieceInputs(id=2, number=2, name="Back", drawn=back)
    three = PieceInputs(id=3, number=3, name="Sleeve", drawn=sleeve)
    side = SeamInputs(
        name="side seam", a=(SeamSide(piece=1, edge=5),), b=(SeamSide(piece=2, edge=5),)
    )
    return (
        state(base.model_copy(update={"pieces": (one,)}), "Measured 1 Front"),
        state(base.model_copy(update={"pieces": (one, two)}), "Measured 2 Back"),
        state(base.model_copy(update={"pieces": (one, two), "seams": (side,)}), "Named side seam"),
        state(
            base.model_copy(update={"pieces": (one, two, three), "seams": (side,)}),
            "Measured 3 Sleeve",
        ),
    )


def sash() -> tuple[NewPattern, ...]:
    """The bell-rope sash, from sums alone."""
    pieces = (
        PieceInputs(
            id=1, number=1, name="Sash",
            drawn=SumPart(kind="tie", numbers={"long": 2_300.0, "wide": 90.0, "strip": 1_380.0}),
        ),
        PieceInputs(
            id=2, number=2, name="Loop", cuts=(Cut(role="main", count=4),),
            drawn=SumPart(kind="strip", numbers={"long": 110.0, "wide": 40.0}),
        ),
        PieceInputs(
            id=3, number=3, name="Tassel cap", cuts=(Cut(role="contrast", count=2),),
            drawn=SumPart(kind="circle", numbers={"waist": 60.0, "depth": 55.0, "circle": 0.75,
                                                  "pieces": 1.0, "fold": 0.0}),
        ),
    )  # fmt: skip
    inputs = PatternInputs(
        name="Bell-rope sash", garment="sash", pieces=pieces, seam=10.0, hem=10.0
    )
    return (
        state(inputs.model_copy(update={"pieces": pieces[:1]}), "Measured 1 Sash"),
        state(inputs, "Measured 3 Tassel cap"),
    )


def apron() -> tuple[NewPattern, ...]:
    """The tower apron as it was taken from its file."""
    inputs = PatternInputs.model_validate_json(TAKEN.read_text())
    begun = inputs.model_copy(update={"pieces": (), "sizes": ()})
    return (
        state(begun, f"Began {NAME}"),
        state(inputs, f"Took {len(inputs.pieces)} pieces from a file"),
    )


@cache
def photo() -> bytes:
    """The photo of the tabard's sheet, drawn once by a process of its own."""
    return kept("sheet.jpg", _drawn)


def _drawn() -> bytes:
    drawing = [sys.executable, "-m", "workroom.demo.sheet_photo"]
    return subprocess.run(drawing, cwd=ROOT, capture_output=True, check=True).stdout


def put_tabard(owner_id: int) -> None:
    """The tabard with its sheet's photo."""
    begun = PatternInputs(name="Child’s ringing tabard", garment="tabard")
    row = enter(owner_id, (state(begun, "Began"),))
    picture = keep(row.owner_id, photo())
    row.pictures.add(picture)
    inputs = tabard(picture.pk, WIDTH, HEIGHT, known())
    sheet = inputs.model_copy(update={"pieces": (), "rows": (), "sizes": ()})
    for number, (each, what) in enumerate(
        ((sheet, "12 known points"), (inputs, "Traced 1 Front in both sizes")), 1
    ):
        PATTERNS.write(row, number, state(each, what))
