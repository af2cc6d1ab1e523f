"""The drawings that belong to the lists of cutting and marking, and to the cards of darts."""

from craft.lay import LayItem
from craft.making import Making
from craft.mark.carried import shape_on
from craft.mark.dart_cards import DartCard
from craft.mark.wanted import END
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Shape
from craft.sheets.sketch import Sketch, dart_sketch, piece_sketch
from craft.trace.notches import outward


def cut_drawings(made: Making) -> dict[str, Sketch]:
    """Every laid piece as it is cut, by role and item."""
    shapes = _Shapes(made)
    seen: dict[tuple[int, bool], Sketch] = {}
    found = {}
    for lay in made.lays:
        for item in lay.items:
            at = (item.piece, _opened(item))
            if at not in seen:
                shape = shapes.of(item)
                seen[at] = piece_sketch(shape, item.cutting, outward(shape), {})
            found[f"{lay.role}/{item.key}"] = seen[at]
    return found


def list_drawings(made: Making) -> dict[str, Sketch]:
    """The piece of every marking list with its marks numbered as they are listed, by role and item."""
    shapes = _Shapes(made)
    items = {(lay.role, item.key): item for lay in made.lays for item in lay.items}
    found = {}
    for each in made.marks.lists:
        item = items[each.role, each.item]
        shape = shapes.of(item)
        numbers: dict[str, int] = {}
        for number, row in enumerate(each.items, 1):
            # The inner end of a fold stands at the fold’s own number.
            numbers.setdefault(row.mark.removesuffix(END), number)
        cutting = cutting_line(shape) if _opened(item) else shapes.pieces[item.piece].cutting
        found[f"{each.role}/{each.item}"] = piece_sketch(shape, cutting, outward(shape), numbers)
    return found


def dart_drawing(made: Making, card: DartCard) -> Sketch:
    """The dart of a card."""
    piece = next(each for each in made.for_cloth.pieces if each.number == card.piece)
    return dart_sketch(card.points, piece, card.mark)


class _Shapes:
    """The shapes under the paper, each opened out once."""

    def __init__(self, made: Making) -> None:
        self.pieces = {piece.number: piece for piece in made.for_cloth.pieces}
        self.known: dict[tuple[int, bool], Shape] = {}

    def of(self, item: LayItem) -> Shape:
        at = (item.piece, _opened(item))
        if at not in self.known:
            self.known[at] = shape_on(item, self.pieces[item.piece].shape)
        return self.known[at]


def _opened(item: LayItem) -> bool:
    return item.hands == "whole" and not item.on_fold
