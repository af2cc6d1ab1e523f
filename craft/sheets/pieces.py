"""The pieces as they are put on paper: traced, with the changes made under Fit."""

from craft.fit import Fitted
from craft.frozen import Frozen
from craft.pattern.cutting import cutting_line, paper_line
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape.curve import Curve, Point
from craft.trace import Traced
from craft.trace.inputs import Line
from craft.trace.label_place import LabelPlace, place_label
from craft.trace.notches import outward
from craft.trace.paper import OnPaper


class OutPiece(Frozen):
    """A piece ready for paper. ``line``: the line its paper ends at; ``outermost``: the outermost line
    that is drawn."""

    number: int
    name: str
    shape: Shape
    cutting: tuple[Curve, ...]
    line: Line
    on_cloth: tuple[str, ...] = ()
    label: tuple[str, ...]
    place: LabelPlace
    outward: dict[str, Point]
    outermost: tuple[Curve, ...]

    @property
    def marks(self) -> tuple[Mark, ...]:
        """What is drawn inside."""
        return self.shape.marks

    @property
    def on_paper(self) -> OnPaper:
        """The piece as the planning of paper sees it."""
        return OnPaper(
            number=self.number, name=self.name, outline=self.outermost, marks=self.shape.marks
        )


def out_pieces(
    traced: Traced, fitted: Fitted, only: tuple[int, ...] | None
) -> tuple[OutPiece, ...]:
    """The chosen pieces (None: all), in their order."""
    worked = {piece.number: piece.shape for piece in fitted.pieces}
    made = []
    for piece in traced.pieces:
        if only is not None and piece.number not in only:
            continue
        shape = worked.get(piece.number, piece.shape)
        made.append(
            OutPiece(
                number=piece.number, name=piece.name, shape=shape, cutting=cutting_line(shape),
                line=piece.line, on_cloth=piece.on_cloth, label=piece.label,
                place=place_label(shape, piece.label),
                outward=outward(shape),
                outermost=paper_line(shape, piece.line, piece.on_cloth),
            )
        )  # fmt: skip
    return tuple(made)
