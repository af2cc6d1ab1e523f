"""The child's tabard: a made-up sheet with two sizes, of which one piece is traced so far."""

from craft.digitise.inputs import (
    EdgeInputs,
    MarkInputs,
    Outline,
    OutlineNode,
    PaperSheet,
    PatternInputs,
    PieceInputs,
    SizeLine,
)
from craft.pattern import Cut, TableRow
from craft.shape.curve import Point
from craft.sight.picture import KnownPoint, SheetPicture

NAME = "Child’s ringing tabard"
SIZES = ("5", "7")
# The sheet's known square lies at its lower right (mm): drawn on it, and marked in the photo.
SQUARE: tuple[Point, ...] = ((640.0, 430.0), (740.0, 430.0), (740.0, 530.0), (640.0, 530.0))
# Crosses along the sheet's rim, every 20 cm: more points whose places are known.
CROSSES: tuple[Point, ...] = tuple(
    (x, y) for y in (20.0, 540.0) for x in (20.0, 220.0, 420.0, 620.0)
)
SHEET = (780.0, 560.0)


def half(size: str, back: bool) -> list[tuple[Point, bool]]:
    """Half a front or back: its points clockwise from the centre at the neck, and which are corners."""
    grown = 0.0 if size == "5" else 1.0
    neck, deep = 64 + 3 * grown, (22.0 if back else 58 + 3 * grown)
    tip, drop = 122 + 6 * grown, 24 + grown
    side, under = 150 + 9 * grown, 172 + 10 * grown
    low = 400 + 42 * grown
    return [
        ((0, deep), True), ((neck * 0.42, deep * 0.9), False), ((neck * 0.8, deep * 0.52), False),
        ((neck, 0), True), ((tip, drop), True),
        ((tip - 8, drop + 50), False), ((tip - 6, drop + 96), False), ((tip + 6, under - 24), False),
        ((side, under), True), ((side + 14, low - 4), True), ((0, low), True),
    ]  # fmt: skip


# Where the pieces lie on the sheet (mm).
FRONT_AT, BACK_AT = (40.0, 50.0), (260.0, 50.0)


def placed(size: str, back: bool) -> list[tuple[Point, bool]]:
    """The half as it lies on the sheet."""
    dx, dy = BACK_AT if back else FRONT_AT
    return [((x + dx, y + dy), corner) for (x, y), corner in half(size, back)]


def pocket() -> list[Point]:
    """The pocket, one for both sizes."""
    return [(480.0, 120.0), (600.0, 120.0), (600.0, 230.0), (540.0, 250.0), (480.0, 230.0)]


def tabard(picture: int, width: int, height: int, seen: list[tuple[Point, Point]]) -> PatternInputs:
    """What was entered so far: the picture with its known points (pixel, mm), and the front traced in
    both sizes. ``seen``: where the sheet's crosses and square are in the photo."""
    front = placed("5", back=False)
    nodes = tuple(
        OutlineNode.model_validate({"id": k, "turn": "corner" if corner else "smooth"})
        for k, (_, corner) in enumerate(front, 1)
    )
    lines = {
        size: SizeLine(points=tuple(point for point, _ in placed(size, back=False)))
        for size in SIZES
    }
    piece = PieceInputs(
        id=1, number=1, name="Front", traced="stitching", sheet=1,
        drawn=Outline(nodes=nodes, lines=lines, closed=True, through=False),
        edges={len(nodes): EdgeInputs(name="centre front", kind="fold")},
        marks=(
            MarkInputs(id="pocket", kind="dot", name="pocket corner", points=((118.0, 262.0),)),
        ),
        cuts=(Cut(role="main", on_fold=True), Cut(role="lining", on_fold=True)),
    )  # fmt: skip
    known = tuple(KnownPoint(pixel=pixel, mm=mm) for pixel, mm in seen)
    sheet = PaperSheet(
        id=1, name="The tabard’s sheet",
        pictures=(SheetPicture(picture=picture, width=width, height=height, known=known),),
    )  # fmt: skip
    rows = (
        TableRow(measurement="height", body={"5": 1100.0, "7": 1220.0}, leads=True),
        TableRow(measurement="bust", body={"5": 580.0, "7": 620.0}, ease=60.0, level="bust"),
    )
    return PatternInputs(
        name=NAME, garment="tabard", publication="The Saltmarsh Ringers’ pattern box",
        issue="Little ones", number="4", sizes=SIZES, rows=rows, sheets=(sheet,), pieces=(piece,),
        seam=10.0, hem=25.0,
    )  # fmt: skip
