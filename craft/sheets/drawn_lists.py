"""The drawings that belong to the lists of cutting and marking, and to the cards of darts."""

from craft.lay import Judged, LayItem
from craft.making import Making
from craft.mark.carried import shape_on
from craft.mark.dart_cards import DartCard
from craft.mark.wanted import END
from craft.pattern.piece import Role, Shape
from craft.sheets.lying_sketch import as_it_lies
from craft.sheets.sketch import Sketch, dart_sketch, piece_sketch
from craft.trace.notches import outward
from craft.trace.opened import OTHER


def cut_drawings(made: Making) -> dict[str, Sketch]:
    """Every laid piece as it lies when it is cut, by role and item."""
    shapes, lying = _Shapes(made), _lying(made)
    found = {}
    for each in made.cuts:
        for row in each.items:
            item = shapes.items[each.role, row.item]
            sketch = shapes.sketched(
                item, {}, _all_letters(shapes.of(item), row.letters), listed=False
            )
            found[f"{each.role}/{row.item}"] = as_it_lies(sketch, lying.get((each.role, row.item)))
    return found


def list_drawings(made: Making) -> dict[str, Sketch]:
    """The piece of every marking list as it lies, its marks numbered as they are listed, those that are not
    made on it grey; by role and item."""
    shapes, lying = _Shapes(made), _lying(made)
    found = {}
    for each in made.marks.lists:
        item = shapes.items[each.role, each.item]
        numbers: dict[str, int] = {}
        for number, row in enumerate(each.items, 1):
            # The inner end of a fold stands at the fold’s own number.
            numbers.setdefault(row.mark.removesuffix(END), number)
        sketch = shapes.sketched(item, numbers, {}, listed=True)
        found[f"{each.role}/{each.item}"] = as_it_lies(sketch, lying.get((each.role, each.item)))
    return found


def _lying(made: Making) -> dict[tuple[Role, str], Judged]:
    return {(lay.role, judged.placement.item): judged for lay in made.lays for judged in lay.placed}


def _all_letters(shape: Shape, letters: dict[str, str]) -> dict[str, str]:
    """The letters on both halves of an opened piece: an edge and its mirror image have one."""
    names = (edge.name for edge in shape.edges)
    return {
        name: letters[plain] for name in names if (plain := name.removesuffix(OTHER)) in letters
    }


def dart_drawing(made: Making, card: DartCard) -> Sketch:
    """The dart of a card."""
    piece = next(each for each in made.for_cloth.pieces if each.number == card.piece)
    return dart_sketch(card.points, piece, card.mark)


class _Shapes:
    """The shapes under the paper, each opened out once."""

    def __init__(self, made: Making) -> None:
        self.pieces = {piece.number: piece for piece in made.for_cloth.pieces}
        self.items = {(lay.role, item.key): item for lay in made.lays for item in lay.items}
        self.known: dict[tuple[int, bool], Shape] = {}

    def of(self, item: LayItem) -> Shape:
        at = (item.piece, _opened(item))
        if at not in self.known:
            self.known[at] = shape_on(item, self.pieces[item.piece].shape)
        return self.known[at]

    def sketched(
        self, item: LayItem, numbers: dict[str, int], letters: dict[str, str], *, listed: bool
    ) -> Sketch:
        """The piece under the paper, before it is laid."""
        shape = self.of(item)
        return piece_sketch(shape, item.cutting, outward(shape), numbers, letters, listed=listed)


def _opened(item: LayItem) -> bool:
    return item.hands == "whole" and not item.on_fold
