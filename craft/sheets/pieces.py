"""The pieces as they are put on paper: traced, with the changes made under Fit."""

from craft.fit import Fitted
from craft.frozen import Frozen
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape.curve import Curve, Point
from craft.trace import Traced
from craft.trace.cutting import cutting_line
from craft.trace.inputs import Line
from craft.trace.label import clear_place
from craft.trace.notches import outward
from craft.trace.paper import OnPaper


class OutPiece(Frozen):
    """A piece ready for paper. ``line``: the line its paper ends at."""

    number: int
    name: str
    shape: Shape
    cutting: tuple[Curve, ...]
    line: Line
    label: tuple[str, ...]
    label_at: Point
    label_room: float
    outward: dict[str, Point]

    @property
    def outermost(self) -> tuple[Curve, ...]:
        """The outermost line that is drawn."""
        return self.cutting if self.line == "cutting" else self.shape.outline

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
        at, room = clear_place(shape)
        made.append(
            OutPiece(
                number=piece.number, name=piece.name, shape=shape, cutting=cutting_line(shape),
                line=piece.line, label=piece.label, label_at=at, label_room=room,
                outward=outward(shape),
            )
        )  # fmt: skip
    return tuple(made)
