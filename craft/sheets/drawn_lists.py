"""The drawings that belong to the lists of cutting and marking, and to the cards of darts."""

from collections.abc import Iterable

from craft.lay import Judged, LayItem
from craft.making import DerivedMaking
from craft.mark.dart_cards import DartCard
from craft.mark.marking_jobs import END
from craft.mark.marks_carried_over import shape_on
from craft.mark.result import MarkItem
from craft.pattern.piece import Role, Shape
from craft.sheets.lying_sketch import as_it_lies
from craft.sheets.sketch import Sketch, dart_sketch, piece_sketch
from craft.trace.opened import OTHER


def cut_drawings(made: DerivedMaking) -> dict[str, Sketch]:
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


def list_drawings(made: DerivedMaking) -> dict[str, Sketch]:
    """The piece of every marking list as it lies, its marks numbered as they are listed, those that are not
    made on it grey; by role and item."""
    shapes, lying = _Shapes(made), _lying(made)
    found = {}
    for each in made.marks.lists:
        item = shapes.items[each.role, each.item]
        sketch = shapes.sketched(item, _numbered(each.items), {}, listed=True)
        found[f"{each.role}/{each.item}"] = as_it_lies(sketch, lying.get((each.role, each.item)))
    return found


def card_drawings(made: DerivedMaking, shown: tuple[float, float]) -> dict[str, Sketch]:
    """Every laid piece as it lies, its edges lettered and its marks numbered, for cards that show it so
    large (mm); by role and item."""
    shapes, lying = _Shapes(made), _lying(made)
    rows = {(each.role, each.item): each.items for each in made.marks.lists}
    found = {}
    for cuts in made.cuts:
        for row in cuts.items:
            item = shapes.items[cuts.role, row.item]
            letters = _all_letters(shapes.of(item), row.letters)
            numbers = _numbered(rows.get((cuts.role, row.item), ()))
            sketch = shapes.sketched(item, numbers, letters, listed=True)
            found[f"{cuts.role}/{row.item}"] = as_it_lies(
                sketch, lying.get((cuts.role, row.item)), shown
            )
    return found


def _numbered(rows: Iterable[MarkItem]) -> dict[str, int]:
    """What stands beside each mark; the inner end of a fold stands at the fold’s own number."""
    numbers: dict[str, int] = {}
    for number, row in enumerate(rows, 1):
        numbers.setdefault(row.mark.removesuffix(END), number)
    return numbers


def _lying(made: DerivedMaking) -> dict[tuple[Role, str], Judged]:
    return {(lay.role, judged.placement.item): judged for lay in made.lays for judged in lay.placed}


def _all_letters(shape: Shape, letters: dict[str, str]) -> dict[str, str]:
    """The letters on both halves of an opened piece: an edge and its mirror image have one."""
    names = (edge.name for edge in shape.edges)
    return {
        name: letters[plain] for name in names if (plain := name.removesuffix(OTHER)) in letters
    }


def dart_drawing(made: DerivedMaking, card: DartCard) -> Sketch:
    """The dart of a card."""
    piece = next(each for each in made.for_cloth.pieces if each.number == card.piece)
    return dart_sketch(card.points, piece, card.mark)


class _Shapes:
    """The shapes under the paper, each opened out once."""

    def __init__(self, made: DerivedMaking) -> None:
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
        return piece_sketch(shape, item.cutting, numbers, letters, listed=listed)


def _opened(item: LayItem) -> bool:
    return item.hands == "whole" and not item.on_fold
