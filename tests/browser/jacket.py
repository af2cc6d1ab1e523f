"""A jacket of six pieces nobody drew before, in wool and lining, as a file to open."""

from craft.cloth import Cloth, ClothInputs
from craft.formats.bundle import write_making
from craft.inputs import Inputs
from craft.pattern import Cut, Mark, Pattern, Shape
from craft.pattern.pattern import SizeTable, View
from craft.pattern.piece import Piece, Role
from craft.pick import PickInputs
from tests.craft.shapes import box

PAIR = {"count": 2, "pair": True}


def _shape(wide: float, high: float, *marks: Mark, fold: bool = False) -> Shape:
    made = box(wide, high, allowance=15, fold=fold)
    return made.model_copy(update={"marks": (*made.marks, *marks)})


def _mark(id: str, kind: str, *points: tuple[float, float], edge: str = "") -> Mark:
    return Mark(id=id, kind=kind, name=id.replace("-", " "), points=points, edge=edge)


def _piece(number: int, name: str, shape: Shape, *cuts: tuple[Role, bool]) -> Piece:
    made = [Cut(role=role, **({"on_fold": True} if fold else PAIR)) for role, fold in cuts]
    return Piece(number=number, name=name, cuts=tuple(made), shapes={"M": shape})


def jacket() -> str:
    """Everything chosen; its cloths are still to be laid."""
    notch = _mark("side-notch", "notch", (260, 320), edge="right")
    dart = _mark("waist-dart", "double dart", (120, 200), (130, 320), (120, 440), (110, 320))
    holes = [
        _mark(f"buttonhole-{k}", "buttonhole", (20, 150 + 120 * k), (40, 150 + 120 * k)) for k in range(3)
    ]
    pocket = _mark("pocket", "placement", (80, 420), (200, 420), (200, 540), (80, 540), (80, 420))
    elbow = _mark("elbow-dart", "dart", (150, 290), (80, 300), (150, 310), edge="right")
    pieces = (
        _piece(1, "Front", _shape(260, 640, notch, dart, *holes, pocket), ("main", False),
               ("lining", False)),
        _piece(2, "Back", _shape(230, 640, _mark("blade", "dot", (120, 150)), fold=True), ("main", True)),
        _piece(3, "Sleeve", _shape(150, 560, elbow), ("main", False), ("lining", False)),
        _piece(4, "Collar", _shape(220, 90, _mark("roll", "stitching line", (0, 45), (220, 45)), fold=True),
               ("main", True)),
        _piece(5, "Back lining", _shape(230, 600, fold=True), ("lining", True)),
        _piece(6, "Pocket bag", _shape(150, 160), ("lining", False)),
    )  # fmt: skip
    pattern = Pattern(
        name="Moss lane jacket", garment="jacket", table=SizeTable(sizes=("M",)), pieces=pieces,
        views=(View(id="A", name="plain"),),
    )  # fmt: skip
    cloths: dict[Role, Cloth] = {
        "main": Cloth(name="Wool, rook", fibre="wool", width=1500, colour="#39424d", traits=("dark",)),
        "lining": Cloth(name="Lining, plum", fibre="viscose", width=1400, colour="#6d3b52", weight="light",
                        traits=("slippery", "frays")),
    }  # fmt: skip
    inputs = Inputs(pick=PickInputs(size="M"), cloth=ClothInputs(cloths=cloths))
    return write_making("Moss lane jacket", pattern, inputs)
