"""The pieces as they are put on paper: the working ones that Fit hands on, and the guides."""

from craft.fit import Fitted, WorkingPiece
from craft.frozen import Frozen
from craft.pattern.cutting import cutting_line, paper_line
from craft.pattern.drawn_marks import outward
from craft.pattern.marks import Mark
from craft.pattern.piece import Shape
from craft.shape.curve import Curve, Point
from craft.trace import Traced
from craft.trace.inputs import Line
from craft.trace.label_place import LabelPlace, place_label
from craft.trace.paper import OnPaper
from craft.trace.result import TracedPiece


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
    """The chosen pieces (None: all) as they are after Fit, in the order of the pattern, what was cut off
    others last; guides as they were traced."""
    return tuple(
        _out_piece(piece)
        for piece in pieces_for_paper(traced, fitted)
        if only is None or piece.number in only
    )


def pieces_for_paper(traced: Traced, fitted: Fitted) -> tuple[WorkingPiece | TracedPiece, ...]:
    """The pieces that are put on paper, in that order; nothing of them is worked out yet."""
    working = {piece.number: piece for piece in fitted.pieces}
    guides = {piece.number: piece for piece in traced.pieces if piece.guide}
    order = [piece.number for piece in traced.pieces]
    numbers = [n for n in order if n in working or n in guides]
    numbers += [n for n in working if n not in order]
    return tuple(working[n] if n in working else guides[n] for n in numbers)


def _out_piece(piece: WorkingPiece | TracedPiece) -> OutPiece:
    shape = piece.shape
    return OutPiece(
        number=piece.number, name=piece.name, shape=shape, cutting=cutting_line(shape),
        line=piece.line, on_cloth=piece.on_cloth, label=piece.label,
        place=place_label(shape, piece.label), outward=outward(shape),
        outermost=paper_line(shape, piece.line, piece.on_cloth),
    )  # fmt: skip
